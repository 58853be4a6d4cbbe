/**
 * Carries a story out: each deed becomes a save or a comment by its person at its time, through the data
 * layer.
 */
import "server-only";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { fromMarkdown } from "@/core/document/markdown";
import { titleKey } from "@/core/links/titles";
import { instantAt, wallClockAt } from "@/core/time/zone";
import { identifyBlocks } from "@/core/document/parse";
import { dayLength } from "@/core/time/lengths";
import { addComment } from "@/data/comments/write";
import { describeFile, uploadFile } from "@/data/files/write";
import { findPage, findWiki } from "@/data/pages/read";
import type { Saved } from "@/data/pages/dto";
import { setTags } from "@/data/pages/tags";
import { restoreEntry, savePage, startPage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { student } from "./people";
import { headingOf } from "./starter";
import { drawn } from "./pictures";
import type { Deed, Picture } from "./story";

export interface Telling {
  /** Without viewer and time: each deed brings its own. */
  readonly ctx: Context;
  readonly courseId: string;
  readonly wikiId: string;
  readonly zone: string;
  /** The day on which the demo is made. */
  readonly today: Date;
}

/**
 * A page as the story sees it: named parts, each some blocks. Starter text is in parts named by its headings.
 */
interface StoryPage {
  readonly id: string;
  base: number;
  parts: { readonly name: string; readonly nodes: readonly DocumentNode[] }[];
}

/**
 * Tells the deeds in the order given. @throws Error if a deed is refused: a story that can't happen is a slip
 * in the story.
 */
export async function tell(telling: Telling, deeds: readonly Deed[]): Promise<void> {
  const pages = new Map<string, StoryPage>();
  const comments = new Map<string, string>();
  const history = new Map<string, StoryPage["parts"][]>();
  const first = { ...telling.ctx, viewer: student(deeds[0]!.who) };
  const found = await findWiki(
    { ...first, now: momentOf(telling, deeds[0]!) },
    telling.courseId,
    telling.wikiId,
  );
  for (const item of found?.contents ?? []) {
    const page = await findPage({ ...first, now: momentOf(telling, deeds[0]!) }, telling.courseId, item.id);
    const parts = sections(page!.document);
    pages.set(titleKey(item.title), { id: item.id, base: page!.entries, parts });
    history.set(item.id, [parts]);
  }

  for (const deed of deeds) {
    const ctx: Context = { ...telling.ctx, viewer: student(deed.who), now: momentOf(telling, deed) };
    const { act } = deed;
    switch (act.act) {
      case "write": {
        const part = { name: act.part, nodes: nodesOf(act.text, ctx.newId) };
        const known = pages.get(titleKey(act.page));
        if (!known) await start(ctx, act.page, [part], deed.note);
        else await save(ctx, known, placed(known.parts, part, act.after), deed.note, act.together);
        break;
      }
      case "put": {
        const known = pageNamed(act.page);
        const file = act.picture ? await bring(ctx, known.id, act.picture) : null;
        const nodes =
          identifyBlocks(
            {
              type: "doc",
              content: act.nodes.map((node) =>
                node.attrs?.file === "picture" ? { ...node, attrs: { ...node.attrs, file } } : node,
              ),
            },
            ctx.newId,
          ).content ?? [];
        await save(ctx, known, placed(known.parts, { name: act.part, nodes }, act.after), deed.note);
        break;
      }
      case "change": {
        const page = pageNamed(act.page);
        await save(
          ctx,
          page,
          page.parts.map((part) =>
            part.name === act.part ? { ...part, nodes: changed(part.nodes, act.from, act.to) } : part,
          ),
          deed.note,
        );
        break;
      }
      case "remove": {
        const page = pageNamed(act.page);
        await save(ctx, page, without(page, act.part), deed.note);
        break;
      }
      case "move": {
        const page = pageNamed(act.page);
        const part = partNamed(page, act.part);
        const rest = without(page, act.part);
        await save(
          ctx,
          page,
          act.after === null ? [part, ...rest] : placed(rest, part, act.after),
          deed.note,
        );
        break;
      }
      case "carry": {
        const page = pageNamed(act.page);
        const part = partNamed(page, act.part);
        await save(ctx, page, without(page, act.part), deed.note);
        const target = pages.get(titleKey(act.to));
        if (target) await save(ctx, target, [...target.parts, part], deed.note);
        else await start(ctx, act.to, [part], deed.note);
        break;
      }
      case "restore": {
        const page = pageNamed(act.page);
        expectSaved(
          deed,
          await restoreEntry(ctx, {
            courseId: telling.courseId,
            pageId: page.id,
            number: act.number,
            base: page.base,
          }),
        );
        remember(page, history.get(page.id)![act.number - 1]!);
        break;
      }
      case "tag": {
        const tagged = await setTags(ctx, {
          courseId: telling.courseId,
          pageId: pageNamed(act.page).id,
          tags: act.tags,
        });
        if (tagged.kind !== "saved") throw new Error(`${deed.who} could not tag ${act.page}`);
        break;
      }
      case "comment":
      case "answer": {
        const key = `${act.page}/${act.act === "comment" ? act.name : act.to}`;
        const parent = act.act === "answer" ? comments.get(key) : null;
        if (parent === undefined) throw new Error(`Nobody has said "${key}" yet`);
        const page = pageNamed(act.page);
        const passage =
          act.act === "comment" && act.about ? { quote: act.about, near: 0, entry: page.base } : null;
        const answer = await addComment(ctx, {
          courseId: telling.courseId,
          pageId: page.id,
          parent,
          body: act.text,
          passage,
        });
        if (answer.kind !== "commented")
          throw new Error(`${deed.who} could not comment: ${answer.problem.code}`);
        if (act.act === "comment") comments.set(key, answer.id);
        break;
      }
      default:
        act satisfies never;
    }

    /** Uploads a picture and says where it comes from. */
    async function bring(ctx: Context, pageId: string, { name, source, licence }: Picture): Promise<string> {
      const { courseId, wikiId } = telling;
      const uploaded = await uploadFile(ctx, {
        courseId,
        wikiId,
        pageId,
        name: `${name}.jpg`,
        body: new Blob([new Uint8Array(await drawn(name))]).stream(),
      });
      if (uploaded.kind === "refused")
        throw new Error(`${deed.who} could not upload ${name}: ${uploaded.problem.code}`);
      await describeFile(ctx, courseId, wikiId, uploaded.file.id, {
        name: uploaded.file.name,
        source,
        licence,
      });
      return uploaded.file.id;
    }

    async function save(
      ctx: Context,
      page: StoryPage,
      parts: StoryPage["parts"],
      note: string,
      together: readonly string[] = [],
    ): Promise<void> {
      const sending = {
        saveId: ctx.newId().toLowerCase(),
        pasted: 0,
        largestPaste: 0,
        coWriters: together.map((name) => student(name).id),
      };
      expectSaved(
        deed,
        await savePage(ctx, {
          courseId: telling.courseId,
          pageId: page.id,
          base: page.base,
          document: documentOf(parts),
          note,
          sending,
        }),
      );
      remember(page, parts);
    }

    async function start(
      ctx: Context,
      title: string,
      parts: StoryPage["parts"],
      note: string,
    ): Promise<void> {
      const saved = expectSaved(
        deed,
        await startPage(ctx, {
          courseId: telling.courseId,
          wikiId: telling.wikiId,
          title,
          document: documentOf(parts),
          note,
        }),
      );
      pages.set(titleKey(title), { id: saved.pageId, base: 1, parts });
      history.set(saved.pageId, [parts]);
    }
  }

  function remember(page: StoryPage, parts: StoryPage["parts"]): void {
    page.base++;
    page.parts = parts;
    history.get(page.id)!.push(parts);
  }

  function pageNamed(title: string): StoryPage {
    const page = pages.get(titleKey(title));
    if (!page) throw new Error(`No page "${title}" in the story yet`);
    return page;
  }
}

function expectSaved(deed: Deed, saved: Saved): Extract<Saved, { kind: "saved" }> {
  if (saved.kind !== "saved")
    throw new Error(`${deed.who} could not ${deed.act.act} on "${deed.act.page}": ${JSON.stringify(saved)}`);
  return saved;
}

/** When something of a story happens: so many days before the demo is made, by the course's clocks. */
export function momentOf(
  { today, zone }: Pick<Telling, "today" | "zone">,
  deed: Pick<Deed, "daysAgo" | "time">,
): Date {
  const day = new Date(today.getTime() - deed.daysAgo * dayLength);
  return instantAt(`${wallClockAt(day, zone).slice(0, 10)}T${deed.time}`, zone)!;
}

function nodesOf(text: string, newId: () => string): readonly DocumentNode[] {
  return identifyBlocks(fromMarkdown(text), newId).content ?? [];
}

/** A starter page as parts: each heading with what follows it, what stands before the first under "". */
function sections(document: PageDocument): StoryPage["parts"] {
  const parts: { name: string; nodes: DocumentNode[] }[] = [{ name: "", nodes: [] }];
  for (const node of document.content ?? []) {
    if (node.type === "heading") parts.push({ name: node.content?.[0]?.text ?? "", nodes: [node] });
    else parts.at(-1)!.nodes.push(node);
  }
  return parts;
}

/**
 * `part` behind the part `after`; without one, at the end of the starter section it belongs in, or of the
 * page.
 */
function placed(
  parts: StoryPage["parts"],
  part: StoryPage["parts"][number],
  after?: string,
): StoryPage["parts"] {
  const anchor = after ?? headingOf[part.name];
  if (anchor === undefined) return [...parts, part];
  const at = parts.findIndex((each) => each.name === anchor);
  if (at < 0 && after !== undefined) throw new Error(`No part "${after}" to stand behind`);
  return at < 0 ? [...parts, part] : [...parts.slice(0, at + 1), part, ...parts.slice(at + 1)];
}

function partNamed(page: StoryPage, name: string): StoryPage["parts"][number] {
  const part = page.parts.find((each) => each.name === name);
  if (!part) throw new Error(`No part "${name}" on the page`);
  return part;
}

function without(page: StoryPage, name: string): StoryPage["parts"] {
  partNamed(page, name);
  return page.parts.filter((each) => each.name !== name);
}

function changed(nodes: readonly DocumentNode[], from: string, to: string): readonly DocumentNode[] {
  let found = false;
  const change = (node: DocumentNode): DocumentNode => {
    if (node.text?.includes(from)) {
      found = true;
      return { ...node, text: node.text.replace(from, to) };
    }
    return node.content ? { ...node, content: node.content.map(change) } : node;
  };
  const result = nodes.map(change);
  if (!found) throw new Error(`Nobody wrote "${from}"`);
  return result;
}

function documentOf(parts: StoryPage["parts"]): PageDocument {
  const content = parts.flatMap((part) => part.nodes);
  return { type: "doc", content: content.length > 0 ? content : [{ type: "paragraph" }] };
}
