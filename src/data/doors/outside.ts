/**
 * Pages as guests of a room see them, and readers with a link. What they may do is asked as of everybody: by
 * the rules.
 */
import "server-only";
import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import { allows } from "@/core/access/may";
import { filesIn } from "@/core/document/files";
import { may, rulebookAt, standAtPage } from "../access/read";
import { roomPage } from "../db/tables/doors";
import { entry, page, wiki } from "../db/tables/wikis";
import { filesNamed } from "../files/read";
import type { ContextIn, Door } from "../session/context";
import type { OutsidePageDto, RoomPageLineDto } from "./dto";

/**
 * The pages of the room that the guest is in, by wiki; those in the bin are left out. A fixed number of
 * queries.
 */
export async function pagesInRoom(ctx: ContextIn & { readonly door: Door }): Promise<RoomPageLineDto[]> {
  const { courseId, id: door } = ctx.door;
  const rows = await ctx.db
    .select({
      id: page.id,
      title: page.title,
      words: page.words,
      wikiId: wiki.id,
      wiki: wiki.name,
      assignmentId: wiki.assignmentId,
    })
    .from(roomPage)
    .innerJoin(page, and(eq(page.courseId, roomPage.courseId), eq(page.id, roomPage.pageId)))
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .where(
      and(
        eq(roomPage.courseId, courseId),
        eq(roomPage.roomId, door),
        isNull(page.removedAt),
        isNull(wiki.setAsideAt),
      ),
    )
    .orderBy(asc(wiki.position), asc(page.position), asc(page.title));
  const book = await rulebookAt(ctx, courseId, [
    ...new Set(rows.flatMap((row) => [row.assignmentId, row.wikiId, row.id])),
  ]);
  return rows.flatMap(({ wikiId, assignmentId, ...row }) => {
    const level = book.levelOf(
      { id: ctx.viewer.id, role: "guest", isMember: false, door },
      { course: courseId, assignment: assignmentId, wiki: wikiId, page: row.id },
    );
    return allows(level, "read") ? [{ ...row, mayWrite: allows(level, "write") }] : [];
  });
}

/** A page as it stands, for somebody who came by a door; null if there is none such for them. */
export async function outsidePage(
  ctx: ContextIn & { readonly door: Door },
  pageId: string,
): Promise<(OutsidePageDto & { readonly wikiId: string }) | null> {
  const { courseId } = ctx.door;
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const [found] = await ctx.db
    .select({
      id: page.id,
      title: page.title,
      wiki: wiki.name,
      entries: page.entries,
      words: page.words,
      document: entry.document,
      lastAt: entry.at,
      removedAt: page.removedAt,
    })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .innerJoin(entry, and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id)))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)))
    .orderBy(desc(entry.number))
    .limit(1);
  if (!found || found.removedAt) return null;
  const { removedAt: _, ...shown } = found;
  return {
    ...shown,
    wikiId: standpoint.wikiId,
    files: await filesNamed(ctx.db, courseId, filesIn(shown.document)),
    mayWrite: may(standpoint, "write"),
  };
}

/** The pages of a wiki that are not in the bin, for sorting into its contents. */
export async function pagesOfWiki(ctx: ContextIn, courseId: string, wikiId: string) {
  return ctx.db
    .select({
      id: page.id,
      title: page.title,
      parentId: page.parentId,
      position: page.position,
      ownerId: page.ownerId,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), inArray(page.wikiId, [wikiId]), isNull(page.removedAt)))
    .orderBy(asc(page.position), asc(page.title));
}
