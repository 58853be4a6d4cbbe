/**
 * Changes of starter pages, brought into the wikis that began with them. What students wrote stays; what
 * meets it is told and left out. The text that comes in is starter text: an entry without an author, credited
 * to nobody.
 */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import {
  fillingOf,
  fillPageLists,
  fillPlaces,
  hasListPlace,
  type PageLists,
  withoutLists,
} from "@/core/assignment/places";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { type LeftOut, mergeBlocks, sameContent } from "@/core/merge/blocks";
import { isInstructor, mayChangeCourse } from "../access/read";
import type { Queryable } from "../db/client";
import { courseGroup } from "../db/tables/courses";
import { entry, page, starterPage, wiki } from "../db/tables/wikis";
import { lockWikiOfPage, recordEntry } from "../ledger/record";
import { wikiMembers } from "../pages/members";
import type { Context, ContextIn } from "../session/context";

/** A starter page that has changed since wikis began with it. */
export interface OfferDto {
  readonly starterId: string;
  readonly title: string;
  readonly pages: readonly {
    readonly pageId: string;
    readonly wiki: string;
    readonly page: string;
    readonly changes: number;
    readonly leftOut: readonly LeftOut[];
  }[];
}

/**
 * The changed starter pages of a published assignment, with what would come into each wiki; for instructors.
 * O(pages that began so).
 */
export async function findOffers(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<OfferDto[]> {
  if (!(await isInstructor(ctx, courseId))) return [];
  const offers = new Map<string, { title: string; pages: OfferDto["pages"][number][] }>();
  for (const row of await startedPages(ctx.db, courseId, assignmentId)) {
    const { theirs, base } = await textsOf(ctx.db, courseId, row);
    if (sameContent(base, theirs)) continue;
    const { changes, leftOut } = mergeBlocks(base, row.document, theirs);
    const offer = offers.get(row.starterId) ?? { title: row.starterTitle, pages: [] };
    offer.pages.push({ pageId: row.pageId, wiki: row.wiki, page: row.title, changes, leftOut });
    offers.set(row.starterId, offer);
  }
  return [...offers].map(([starterId, offer]) => ({ starterId, ...offer }));
}

/**
 * Brings a starter page's change into all wikis that began with it, one transaction for each; what has been
 * brought in is not brought in again. Returns how many pages changed; null for people who may not.
 */
export async function applyOffer(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  starterId: string,
): Promise<number | null> {
  if (!(await mayChangeCourse(ctx, courseId))) return null;
  let changed = 0;
  const pages = (await startedPages(ctx.db, courseId, assignmentId)).filter(
    (row) => row.starterId === starterId,
  );
  for (const { pageId } of pages) {
    changed += await ctx.db.transaction(async (tx) => {
      await lockWikiOfPage(tx, courseId, pageId);
      // Read again under the lock: somebody may have saved since.
      const row = (await startedPages(tx, courseId, assignmentId, pageId))[0];
      if (!row) return 0;
      const { theirs, base } = await textsOf(tx, courseId, row);
      if (sameContent(base, theirs)) return 0;
      const merged = mergeBlocks(base, row.document, theirs);
      await tx
        .update(page)
        .set({ starterText: theirs })
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
      if (merged.changes === 0) return 0;
      const recorded = await recordEntry(tx, {
        courseId,
        wikiId: row.wikiId,
        pageId,
        kind: "wrote",
        authorId: null,
        at: ctx.now,
        note: "The starter page was changed",
        title: row.title,
        document: hasListPlace(merged.document)
          ? fillPageLists(merged.document, await listsOf(tx, courseId, row))
          : merged.document,
        base: row.entries,
        restoredFrom: null,
        newBlockId: ctx.newId,
      });
      return recorded.kind === "recorded" ? 1 : 0;
    });
  }
  return changed;
}

async function startedPages(db: Queryable, courseId: string, assignmentId: string, pageId?: string) {
  return db
    .select({
      pageId: page.id,
      title: page.title,
      entries: page.entries,
      ownerId: page.ownerId,
      starterText: page.starterText,
      document: entry.document,
      wikiId: wiki.id,
      wiki: wiki.name,
      groupId: wiki.groupId,
      personId: wiki.personId,
      topic: courseGroup.topic,
      starterId: starterPage.id,
      starterTitle: starterPage.title,
      starter: starterPage.document,
    })
    .from(page)
    .innerJoin(
      wiki,
      and(
        eq(wiki.courseId, page.courseId),
        eq(wiki.id, page.wikiId),
        eq(wiki.assignmentId, assignmentId),
        isNull(wiki.setAsideAt),
      ),
    )
    .innerJoin(starterPage, and(eq(starterPage.courseId, page.courseId), eq(starterPage.id, page.starterId)))
    .innerJoin(
      entry,
      and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, page.entries)),
    )
    .leftJoin(courseGroup, and(eq(courseGroup.courseId, wiki.courseId), eq(courseGroup.id, wiki.groupId)))
    .where(
      and(
        eq(page.courseId, courseId),
        isNull(page.removedAt),
        pageId === undefined ? undefined : eq(page.id, pageId),
      ),
    )
    .orderBy(asc(starterPage.position), asc(wiki.position));
}

type Started = Awaited<ReturnType<typeof startedPages>>[number];

/** The starter page as it is now with this wiki's places filled, and what the wiki has had of it. */
async function textsOf(
  db: Queryable,
  courseId: string,
  row: Started,
): Promise<{ theirs: PageDocument; base: PageDocument }> {
  const members = (await wikiMembers(db, { courseId, groupId: row.groupId, personId: row.personId })).filter(
    ({ until }) => until === null,
  );
  const filling = fillingOf({
    group: row.wiki,
    topic: row.topic,
    members: members.map(({ name }) => name),
    member: members.find(({ id }) => id === row.ownerId)?.name ?? (row.personId ? row.wiki : ""),
  });
  const theirs = withoutLists(fillPlaces(row.starter, filling));
  if (row.starterText) return { theirs, base: row.starterText };
  const [first] = await db
    .select({ document: entry.document })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, row.pageId), eq(entry.number, 1)));
  // The list of the members' pages came in when the wiki was made: it is the wiki's own.
  const wanted = new Set((theirs.content ?? []).map((node) => node.attrs?.id));
  const base = {
    ...first!.document,
    content: (first!.document.content ?? []).filter(
      (node) => node.type !== "bulletList" || wanted.has(node.attrs?.id) || !linksToOwnPages(node),
    ),
  };
  return { theirs, base };
}

/** The pages of a wiki that began as starter pages: where a changed text names them. */
async function listsOf(db: Queryable, courseId: string, { wikiId, pageId }: Started): Promise<PageLists> {
  const rows = await db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId })
    .from(page)
    .innerJoin(starterPage, and(eq(starterPage.courseId, page.courseId), eq(starterPage.id, page.starterId)))
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)))
    .orderBy(asc(starterPage.position), asc(page.title));
  return {
    pages: rows.filter(({ id, ownerId }) => ownerId === null && id !== pageId),
    memberPages: rows.filter(({ ownerId }) => ownerId !== null),
  };
}

function linksToOwnPages(node: DocumentNode): boolean {
  return (node.content ?? []).every(
    (item) => item.content?.[0]?.content?.[0]?.marks?.[0]?.type === "pageLink",
  );
}
