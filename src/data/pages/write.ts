/** Saving pages: start, write, restore. Each is one entry, and each asks first whether its author may. */
import "server-only";
import { and, asc, eq, gt, inArray } from "drizzle-orm";
import type { Power } from "@/core/access/may";
import { filesIn } from "@/core/document/files";
import type { PageDocument } from "@/core/document/model";
import { parseDocument } from "@/core/document/parse";
import type { LeftOut } from "@/core/merge/blocks";
import { typedText } from "@/core/text/typed";
import { afterSave, findDoneSave, type Sending } from "./sending";
import { accessDto } from "../access/told";
import { may, mayUsePower, standAtPage, standAtWiki } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { fileUse } from "../db/tables/files";
import { entry, page } from "../db/tables/wikis";
import { foreignFiles } from "../files/read";
import { heavily } from "../heavy/threads";
import { note as noteEvent } from "../log";
import { type NewEntry, recordEntry, type Recorded } from "../ledger/record";
import { attemptKey, type Limit, takeAttempt } from "../session/attempts";
import type { Context, ContextIn } from "../session/context";
import { type Belongs, nowhere, settleIn } from "./belongs";
import type { Saved, ToSettle } from "./dto";
import { atLockedPage } from "./locked";
import { restoredText } from "./restoring";
import { pageTemplates } from "./templates";
import { act } from "../session/act";
import { refused } from "../refusal";

const note = typedText(300);
export const pageTitle = typedText(200, {}, 1);

export interface PageSave {
  readonly courseId: string;
  readonly pageId: string;
  /** The number of the entry that the writer began from. */
  readonly base: number;
  readonly document: unknown;
  readonly note: string;
  readonly sending?: Sending;
}

/** Saves a new state of a page. Sent twice under one name it is saved once. */
export async function savePage(ctx: Context, given: PageSave): Promise<Saved> {
  // Asked before the document is read, which is costly; and asked again when the wiki is locked.
  const standpoint = await standAtPage(ctx, given.courseId, given.pageId);
  if (!standpoint) return refused({ code: "not found" });
  if (await savesTooOften(ctx)) return refused({ code: "too often" });
  const text = readText(given);
  if (text.kind === "refused") return text;
  return changePage(
    ctx,
    given,
    async () => ({ kind: "wrote", note: text.note, document: text.document, restoredFrom: null }),
    given.sending,
  );
}

type Text =
  | { readonly kind: "read"; readonly document: PageDocument; readonly note: string }
  | Extract<Saved, { kind: "refused" }>;

/**
 * The most saves of one person in a minute. Whoever writes saves once in some minutes; a class takes turns at
 * the keyboard of one.
 */
const savesAMinute: Limit = { most: 100, within: 60_000 };

async function savesTooOften(ctx: Context): Promise<boolean> {
  if (ctx.lookingAs || (await takeAttempt(ctx.db, attemptKey("save", ctx.viewer.id), savesAMinute, ctx.now)))
    return false;
  noteEvent("refused as too often", { what: "saves", account: ctx.viewer.id }, "warn");
  return true;
}

/** A document as it came, or as JSON in a text. */
function fromText(sent: unknown): unknown {
  if (typeof sent !== "string") return sent;
  try {
    return JSON.parse(sent);
  } catch {
    return null;
  }
}

/** The document and the note of a save, checked. */
function readText(given: { readonly document: unknown; readonly note: string }): Text {
  const parsed = parseDocument(fromText(given.document));
  if (parsed.kind === "refused") return refused({ code: "bad document", problem: parsed.problem });
  const words = note.safeParse(given.note);
  return words.success
    ? { kind: "read", document: parsed.document, note: words.data }
    : refused({ code: "bad note" });
}

/**
 * Brings back the text of an earlier entry, or the parts of it that are named, as a new entry. Gives nobody
 * credit for others' words.
 */
export async function restoreEntry(
  ctx: Context,
  given: { courseId: string; pageId: string; number: number; base: number; parts?: readonly string[] | null },
): Promise<Saved> {
  return changePage(ctx, { ...given, power: "restore" }, async (tx) => {
    const restored = await restoredText(tx, given);
    const note = given.parts
      ? `Restored ${given.parts.length === 1 ? "a part" : `${given.parts.length} parts`} of entry ${given.number}`
      : `Restored entry ${given.number}`;
    return restored && { kind: "restored", note, document: restored.document, restoredFrom: given.number };
  });
}

type PageChange = Pick<NewEntry, "kind" | "note" | "document" | "restoredFrom">;

/**
 * Records one more entry of a page, if the viewer may write there and has the power that it takes. The wiki
 * is locked first, so that what is asked about access still holds when the entry is written. `change` says
 * what is recorded; null: there is nothing such.
 */
const changePage = act(
  async (
    ctx,
    { courseId, pageId, base, power }: { courseId: string; pageId: string; base: number; power?: Power },
    change: (tx: Queryable) => Promise<PageChange | null>,
    sending?: Sending,
  ): Promise<Saved> => {
    return atLockedPage(ctx, courseId, pageId, async (inside, standpoint) => {
      const tx = inside.db;
      if (!standpoint) return refused({ code: "not found" });
      const done = await findDoneSave(inside, courseId, sending);
      if (done) return done;
      if (!may(standpoint, "write")) return refused({ code: "may not write", access: accessDto(standpoint) });
      if (power && !mayUsePower(standpoint, power)) return refused({ code: "power not given", power });
      const [found] = await tx
        .select({ title: page.title, removedAt: page.removedAt })
        .from(page)
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
      if (found?.removedAt) return refused({ code: "removed" });
      const changed = await change(tx);
      if (!changed) return refused({ code: "not found" });
      const foreign =
        changed.kind === "wrote"
          ? await foreignFiles(
              inside,
              courseId,
              standpoint.wikiId,
              await newFiles(tx, courseId, pageId, changed.document),
            )
          : [];
      if (foreign.length > 0) return refused({ code: "foreign files", count: foreign.length });
      const on = await standsOn(tx, courseId, pageId, base, changed);
      if (on.kind === "conflict") return stale(inside, courseId, pageId, base, on.leftOut, on.both);
      const recorded = await recordEntry(tx, {
        courseId,
        wikiId: standpoint.wikiId,
        pageId,
        base,
        ...changed,
        document: on.document,
        on: on.number,
        title: found!.title,
        authorId: ctx.viewer.id,
        at: ctx.now,
        newBlockId: ctx.newId,
      });
      const saved = await answer(inside, courseId, pageId, base, recorded);
      if (changed.kind === "wrote") await afterSave(inside, { courseId, pageId }, saved, sending);
      return saved.kind === "saved" && on.isMerged
        ? { ...saved, mergedSince: base, document: on.document }
        : saved;
    });
  },
);

/** Files that a document names and the page has never shown. */
async function newFiles(
  tx: Queryable,
  courseId: string,
  pageId: string,
  document: PageDocument,
): Promise<string[]> {
  const named = filesIn(document);
  if (named.length === 0) return [];
  const known = await tx
    .select({ id: fileUse.fileId })
    .from(fileUse)
    .where(and(eq(fileUse.courseId, courseId), eq(fileUse.pageId, pageId)));
  return named.filter((id) => !known.some((each) => each.id === id));
}

type StandsOn =
  | {
      readonly kind: "document";
      readonly number: number;
      readonly document: PageDocument;
      readonly isMerged: boolean;
    }
  | { readonly kind: "conflict"; readonly leftOut: readonly LeftOut[]; readonly both: ToSettle | null };

/**
 * What a writer's document is when it is put on top of the newest entry: the same, if the text has been as it
 * was since `base`; with what others saved meanwhile, if the two can be merged. Only what was written is
 * merged: who restores asks for the text as it was.
 */
async function standsOn(
  tx: Queryable,
  courseId: string,
  pageId: string,
  base: number,
  { kind, document }: PageChange,
): Promise<StandsOn> {
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const since = await tx
    .select({ number: entry.number, kind: entry.kind })
    .from(entry)
    .where(and(ofPage, gt(entry.number, base)))
    .orderBy(asc(entry.number));
  const newest = since.at(-1)?.number ?? base;
  const [began, now] =
    since.length === 0
      ? []
      : await tx
          .select({ number: entry.number, document: entry.document })
          .from(entry)
          .where(and(ofPage, inArray(entry.number, [base, newest])))
          .orderBy(asc(entry.number));
  // Nothing came since, or no such entry was ever there: recording says which.
  if (began?.number !== base || !now) return { kind: "document", number: base, document, isMerged: false };
  if (since.every((each) => each.kind === "renamed"))
    return { kind: "document", number: newest, document, isMerged: false };
  if (kind !== "wrote") return { kind: "conflict", leftOut: [], both: null };
  const merged = await heavily("merge", began.document, now.document, document);
  if (!("document" in merged))
    return {
      kind: "conflict",
      leftOut: merged.leftOut,
      both: { base: began.document, newest: now.document, number: now.number },
    };
  // Two changes that are each a page can be none together: what does not fit the schema is for a person to
  // settle.
  const parsed = parseDocument(merged.document);
  return parsed.kind === "refused"
    ? { kind: "conflict", leftOut: [], both: null }
    : { kind: "document", number: newest, document: parsed.document, isMerged: true };
}

/** Others saved since, and the two can't be merged: who, and where both changed the same. */
async function stale(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  base: number,
  leftOut: readonly LeftOut[],
  both: ToSettle | null,
): Promise<Saved> {
  const since = await ctx.db
    .select({ number: entry.number, author: person.name, at: entry.at, note: entry.note })
    .from(entry)
    .leftJoin(person, eq(person.id, entry.authorId))
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), gt(entry.number, base)))
    .orderBy(asc(entry.number));
  return refused({ code: "stale", base, leftOut, since, both });
}

export interface PageStart {
  readonly courseId: string;
  readonly wikiId: string;
  /** The template that the page was begun from: its text is starter text. Null: from nothing. */
  readonly templateId?: string | null;
  readonly title: string;
  readonly document: unknown;
  readonly note: string;
  readonly belongs?: Belongs;
  readonly sending?: Sending;
}

/** Starts a page in a wiki. */
export const startPage = act(async (ctx, given: PageStart): Promise<Saved> => {
  if (!(await standAtWiki(ctx, given.courseId, given.wikiId))) return refused({ code: "not found" });
  if (await savesTooOften(ctx)) return refused({ code: "too often" });
  const text = readText(given);
  if (text.kind === "refused") return text;
  const name = pageTitle.safeParse(given.title);
  if (!name.success) return refused({ code: "bad title" });
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    const standpoint = await standAtWiki(inside, given.courseId, given.wikiId);
    if (!standpoint) return refused({ code: "not found" });
    const done = await findDoneSave(inside, given.courseId, given.sending);
    if (done) return done;
    if (!may(standpoint, "write")) return refused({ code: "may not write", access: accessDto(standpoint) });
    if (!mayUsePower(standpoint, "start")) return refused({ code: "may not start" });
    const foreign = await foreignFiles(inside, given.courseId, given.wikiId, filesIn(text.document));
    if (foreign.length > 0) return refused({ code: "foreign files", count: foreign.length });
    const pageId = ctx.newId();
    const page = {
      courseId: given.courseId,
      wikiId: given.wikiId,
      pageId,
      at: ctx.now,
      title: name.data,
      restoredFrom: null,
      newBlockId: ctx.newId,
    };
    const template = given.templateId
      ? (await pageTemplates(inside, given.courseId, given.wikiId)).find(({ id }) => id === given.templateId)
      : undefined;
    // What the template says is nobody's: it comes first, as an entry without an author.
    const begun =
      template &&
      (await recordEntry(tx, {
        ...page,
        kind: "started",
        authorId: null,
        note: `Template “${template.title}”`,
        document: template.document,
        base: 0,
      }));
    if (begun && begun.kind !== "recorded") return answer(inside, given.courseId, pageId, 0, begun);
    const own = { authorId: ctx.viewer.id, note: text.note, document: text.document };
    const recorded = await recordEntry(tx, {
      ...page,
      ...own,
      kind: begun ? "wrote" : "started",
      base: begun ? 1 : 0,
    });
    const saved = await answer(inside, given.courseId, pageId, 0, recorded);
    if (saved.kind === "saved") await settleIn(inside, page, given.belongs ?? nowhere);
    await afterSave(inside, { courseId: given.courseId, wikiId: given.wikiId }, saved, given.sending);
    return saved;
  });
});

async function answer(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  base: number,
  recorded: Recorded,
): Promise<Saved> {
  switch (recorded.kind) {
    case "recorded":
      return { kind: "saved", pageId, number: recorded.number };
    case "unchanged":
      return { kind: "unchanged", pageId, number: recorded.number };
    case "title taken":
      return refused({
        code: "title taken",
        pageId: (await standAtPage(ctx, courseId, recorded.pageId)) ? recorded.pageId : null,
      });
    case "stale":
      return stale(ctx, courseId, pageId, base, [], null);
    default:
      return recorded satisfies never;
  }
}
