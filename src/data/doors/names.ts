/** What the guests of a door are called on screens of those who run the course. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { openRoom, readerLink } from "../db/tables/doors";
import { page, wiki } from "../db/tables/wikis";

export interface DoorName {
  readonly id: string;
  readonly assignmentId: string;
  readonly kind: "room" | "link";
  /** The room's title, which can be empty; the page or the wiki that the link opens. */
  readonly of: string;
}

/** The doors of a course among `ids`. Two queries. */
export async function doorNames(
  db: Queryable,
  courseId: string,
  ids: readonly string[],
): Promise<DoorName[]> {
  if (ids.length === 0) return [];
  const wanted = [...new Set(ids)];
  const rooms = await db
    .select({ id: openRoom.id, assignmentId: openRoom.assignmentId, of: openRoom.title })
    .from(openRoom)
    .where(and(eq(openRoom.courseId, courseId), inArray(openRoom.id, wanted)));
  const links = await db
    .select({ id: readerLink.id, assignmentId: readerLink.assignmentId, wiki: wiki.name, page: page.title })
    .from(readerLink)
    .innerJoin(wiki, and(eq(wiki.courseId, readerLink.courseId), eq(wiki.id, readerLink.wikiId)))
    .leftJoin(page, and(eq(page.courseId, readerLink.courseId), eq(page.id, readerLink.pageId)))
    .where(and(eq(readerLink.courseId, courseId), inArray(readerLink.id, wanted)));
  return [
    ...rooms.map((row) => ({ ...row, kind: "room" as const })),
    ...links.map(({ id, assignmentId, ...row }) => ({
      id,
      assignmentId,
      kind: "link" as const,
      of: row.page ?? row.wiki,
    })),
  ];
}
