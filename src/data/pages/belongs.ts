/**
 * Where a page that was just started belongs: below another one in the contents, and linked from where its
 * writer came.
 */
import "server-only";
import { id } from "@/core/text/id";
import { and, desc, eq, isNull } from "drizzle-orm";
import * as z from "zod";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { linkedPages, titleKey } from "@/core/links/titles";
import { may, standAtPage } from "../access/read";
import { entry, page } from "../db/tables/wikis";
import { recordEntry } from "../ledger/record";
import type { ContextIn } from "../session/context";

export const belongsInput = z.object({
  /** The page below which it is to stand; null: behind all. */
  below: id.nullable(),
  /** The page that is to lead to it; null: none. */
  linkFrom: id.nullable(),
});

export type Belongs = z.output<typeof belongsInput>;

export const nowhere: Belongs = { below: null, linkFrom: null };

interface Started {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  readonly title: string;
}

/**
 * In the transaction that started it, puts a page where it belongs. What the viewer may not do there is left
 * out: the page stands either way, and can be put elsewhere later.
 */
export async function settleIn(
  inside: ContextIn,
  started: Started,
  { below, linkFrom }: Belongs,
): Promise<void> {
  const { courseId, wikiId, pageId } = started;
  if (below !== null && (await standAtPage(inside, courseId, below))?.wikiId === wikiId) {
    await inside.db
      .update(page)
      .set({ parentId: below })
      .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  }
  if (linkFrom !== null) await link(inside, started, linkFrom);
}

/**
 * One more entry of the page `from`: a paragraph that leads to the new one, unless it leads there already.
 */
async function link(
  { db, viewer, now, newId, ...more }: ContextIn,
  { courseId, wikiId, pageId, title }: Started,
  from: string,
): Promise<void> {
  const standpoint = await standAtPage({ db, viewer, now, newId, ...more }, courseId, from);
  if (standpoint?.wikiId !== wikiId || !may(standpoint, "write")) return;
  const [found] = await db
    .select({ title: page.title, entries: page.entries, document: entry.document })
    .from(page)
    .innerJoin(entry, and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id)))
    .where(and(eq(page.courseId, courseId), eq(page.id, from), isNull(page.removedAt)))
    .orderBy(desc(entry.number))
    .limit(1);
  if (
    !found ||
    linkedPages(found.document).some(
      (each) => each.page === pageId || titleKey(each.title) === titleKey(title),
    )
  )
    return;
  const paragraph: DocumentNode = {
    type: "paragraph",
    content: [
      {
        type: "text",
        text: title,
        marks: [{ type: "pageLink", attrs: { page: pageId, title, heading: null } }],
      },
    ],
  };
  const document: PageDocument = {
    ...found.document,
    content: [...(found.document.content ?? []), paragraph],
  };
  await recordEntry(db, {
    courseId,
    wikiId,
    pageId: from,
    kind: "wrote",
    authorId: viewer.id,
    at: now,
    note: `Link to “${title}”`.slice(0, 300),
    title: found.title,
    document,
    base: found.entries,
    restoredFrom: null,
    newBlockId: newId,
  });
}
