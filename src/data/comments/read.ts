import "server-only";
import { and, asc, eq } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { comment } from "../db/tables/wikis";
import type { CommentDto } from "../pages/dto";

/** A page's comments with their replies, oldest first. The caller has asked whether the page may be read. */
export async function pageComments(db: Queryable, courseId: string, pageId: string): Promise<CommentDto[]> {
  const settler = alias(person, "settler");
  const rows = await db.select({ id: comment.id, parentId: comment.parentId, authorId: comment.authorId, author: person.name, body: comment.body, at: comment.at, settledAt: comment.settledAt, settledBy: settler.name })
    .from(comment).innerJoin(person, eq(person.id, comment.authorId)).leftJoin(settler, eq(settler.id, comment.settledBy))
    .where(and(eq(comment.courseId, courseId), eq(comment.pageId, pageId))).orderBy(asc(comment.at), asc(comment.id));
  const repliesTo = (id: string | null): CommentDto[] =>
    rows.filter((row) => row.parentId === id).map(({ parentId: _, settledAt, settledBy, ...row }) => ({ ...row, settled: settledAt && { at: settledAt, by: settledBy ?? "" }, replies: id === null ? repliesTo(row.id) : [] }));
  return repliesTo(null);
}
