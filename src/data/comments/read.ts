import "server-only";
import { and, asc, eq, inArray, or } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { comment, commentAct } from "../db/tables/wikis";
import type { CommentDto } from "../pages/dto";
import { proposedFor } from "./taken-up";
import type { PlacedThreads } from "./passages";

/** For whom a page's comments are read. */
export interface CommentReader {
  readonly id: string;
  readonly isInstructor: boolean;
}

/**
 * A page's comments with their replies, oldest first, and the threads from other pages whose text stands here
 * now. One that was withdrawn is told without its words, to instructors with them; without replies it is told
 * to nobody else. The caller has asked whether the page may be read.
 */
export async function pageComments(
  db: Queryable,
  courseId: string,
  pageId: string,
  reader: CommentReader,
  { passages, cameHere }: PlacedThreads,
): Promise<CommentDto[]> {
  const onPage = eq(comment.pageId, pageId);
  const [settler, withdrawer, taker] = [
    alias(person, "settler"),
    alias(person, "withdrawer"),
    alias(person, "taker"),
  ];
  const proposed = await proposedFor(db, courseId, pageId);
  const rows = await db
    .select({
      id: comment.id,
      pageId: comment.pageId,
      parentId: comment.parentId,
      authorId: comment.authorId,
      author: person.name,
      body: comment.body,
      at: comment.at,
      editedAt: comment.editedAt,
      settledAt: comment.settledAt,
      settledBy: settler.name,
      withdrawnAt: comment.withdrawnAt,
      withdrawnBy: withdrawer.name,
      withdrawnById: comment.withdrawnBy,
      takenUpIn: comment.takenUpIn,
      takenUpBy: taker.name,
    })
    .from(comment)
    .innerJoin(person, eq(person.id, comment.authorId))
    .leftJoin(settler, eq(settler.id, comment.settledBy))
    .leftJoin(withdrawer, eq(withdrawer.id, comment.withdrawnBy))
    .leftJoin(taker, eq(taker.id, comment.takenUpBy))
    .where(
      and(
        eq(comment.courseId, courseId),
        cameHere.length === 0
          ? onPage
          : or(onPage, inArray(comment.id, cameHere), inArray(comment.parentId, cameHere)),
      ),
    )
    .orderBy(asc(comment.at), asc(comment.id));
  const mayLookBack = (authorId: string) => reader.isInstructor || authorId === reader.id;
  const edited = rows
    .filter(({ editedAt, authorId }) => editedAt && mayLookBack(authorId))
    .map(({ id }) => id);
  const wordings =
    edited.length === 0
      ? []
      : await db
          .select({ commentId: commentAct.commentId, earlier: commentAct.earlier })
          .from(commentAct)
          .where(
            and(
              eq(commentAct.courseId, courseId),
              inArray(commentAct.commentId, edited),
              eq(commentAct.kind, "edited"),
            ),
          )
          .orderBy(asc(commentAct.at));
  const told = (row: (typeof rows)[number], replies: readonly CommentDto[]): CommentDto => ({
    id: row.id,
    pageId: row.pageId,
    passage: passages.get(row.id) ?? null,
    authorId: row.authorId,
    author: row.author,
    at: row.at,
    editedAt: row.editedAt,
    replies,
    body: row.withdrawnAt && !reader.isInstructor ? "" : row.body,
    takenUp: row.takenUpIn === null ? null : { number: row.takenUpIn, by: row.takenUpBy ?? "" },
    proposed: proposed.get(row.id) ?? null,
    settled: row.settledAt && { at: row.settledAt, by: row.settledBy ?? "" },
    withdrawn: row.withdrawnAt && {
      at: row.withdrawnAt,
      by: row.withdrawnBy ?? "",
      byId: row.withdrawnById ?? "",
    },
    earlier:
      row.withdrawnAt && !reader.isInstructor
        ? []
        : wordings.flatMap(({ commentId, earlier }) =>
            commentId === row.id && earlier !== null ? [earlier] : [],
          ),
  });
  const isTold = ({ withdrawn, authorId, replies }: CommentDto) =>
    !withdrawn || mayLookBack(authorId) || replies.length > 0;
  const repliesTo = (id: string | null): CommentDto[] =>
    rows
      .filter((row) => row.parentId === id)
      .map((row) => told(row, id === null ? repliesTo(row.id) : []))
      .filter(isTold);
  return repliesTo(null);
}
