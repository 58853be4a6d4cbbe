import "server-only";
import { typedText } from "@/core/text/typed";
import { and, eq, isNull } from "drizzle-orm";
import { may, mayChangeCourse, mayUsePower, standAtPage, type Standpoint } from "../access/read";
import type { Queryable } from "../db/client";
import { assignment, comment, commentAct, page } from "../db/tables/wikis";
import type { Typed } from "../drafts/dto";
import { endRemark } from "../drafts/remarks";
import { type Commented, longestComment } from "./dto";
import { indexComment } from "../search/index-beside";
import { send } from "../live/signal";
import { noteMentions } from "./mentions";
import { type GivenPassage, passageColumns } from "./passages";
import type { Context } from "../session/context";
import { act } from "../session/act";
import { refusedFor } from "../refusal";

const body = typedText(longestComment, {}, 1);

/**
 * Settles a thread of comments, or opens it again: one's own, or with the power to settle those of others.
 * Both stand in the log.
 */
export const settleComment = act(
  async (ctx, given: { courseId: string; commentId: string; settled: boolean }): Promise<Commented> => {
    return ctx.db.transaction(async (tx): Promise<Commented> => {
      const here = and(eq(comment.courseId, given.courseId), eq(comment.id, given.commentId));
      const [found] = await tx
        .select()
        .from(comment)
        .where(and(here, isNull(comment.parentId)))
        .for("update");
      const standpoint = found && (await standAtPage({ ...ctx, db: tx }, given.courseId, found.pageId));
      if (!found || !standpoint) return refusedFor("not found");
      const isOwn = found.authorId === ctx.viewer.id && may(standpoint, "comment");
      if (!isOwn && !mayUsePower(standpoint, "settle")) return refusedFor("may not settle");
      if ((found.settledAt !== null) === given.settled) return { kind: "commented", id: found.id };
      await tx
        .update(comment)
        .set(
          given.settled
            ? { settledAt: ctx.now, settledBy: ctx.viewer.id }
            : { settledAt: null, settledBy: null },
        )
        .where(here);
      await tx.insert(commentAct).values({
        courseId: given.courseId,
        id: ctx.newId(),
        commentId: found.id,
        kind: given.settled ? "settled" : "reopened",
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "commented", id: found.id };
    });
  },
);

/**
 * Says something else in a comment of one's own. What it said before is kept, for those who run the course
 * and oneself.
 */
export async function editComment(
  ctx: Context,
  given: { courseId: string; commentId: string; body: string; typed?: Typed | undefined },
): Promise<Commented> {
  const text = body.safeParse(given.body);
  if (!text.success) return refusedFor("empty or too long");
  return withComment(ctx, given, async (inside, found, standpoint) => {
    if (found.authorId !== ctx.viewer.id) return refusedFor("not yours");
    if (found.withdrawnAt) return refusedFor("withdrawn");
    if (!may(standpoint, "comment")) return refusedFor("may not comment");
    if (given.typed)
      await endRemark({ ...ctx, db: inside }, given.courseId, found.pageId, `edit ${found.id}`, given.typed);
    if (found.body === text.data) return { kind: "commented", id: found.id };
    await inside
      .update(comment)
      .set({ body: text.data, editedAt: ctx.now })
      .where(and(eq(comment.courseId, given.courseId), eq(comment.id, found.id)));
    await noteMentions({ ...ctx, db: inside }, given.courseId, found.wikiId, found.id, text.data);
    await indexComment(inside, { ...found, courseId: given.courseId, body: text.data });
    return noted(ctx, inside, given.courseId, found.id, "edited", found.body);
  });
}

/**
 * Withdraws a comment, or puts it back: its author, and those who run the course. It counts no more, and its
 * words stay for those who run the course. What an instructor removed its author does not put back.
 */
export async function withdrawComment(
  ctx: Context,
  given: { courseId: string; commentId: string; withdrawn: boolean },
): Promise<Commented> {
  return withComment(ctx, given, async (inside, found, standpoint) => {
    const runs = await mayChangeCourse({ ...ctx, db: inside }, given.courseId);
    const isOwn = found.authorId === ctx.viewer.id && may(standpoint, "comment");
    const isTheirs = found.withdrawnAt !== null && found.withdrawnBy !== ctx.viewer.id;
    if (!runs && (!isOwn || isTheirs)) return refusedFor("not yours");
    if ((found.withdrawnAt !== null) === given.withdrawn) return { kind: "commented", id: found.id };
    await inside
      .update(comment)
      .set(
        given.withdrawn
          ? { withdrawnAt: ctx.now, withdrawnBy: ctx.viewer.id }
          : { withdrawnAt: null, withdrawnBy: null },
      )
      .where(and(eq(comment.courseId, given.courseId), eq(comment.id, found.id)));
    return noted(ctx, inside, given.courseId, found.id, given.withdrawn ? "withdrawn" : "put back", null);
  });
}

/** Does something with a comment on a page that the viewer may read, while nobody else does. */
const withComment = act(
  async (
    ctx,
    { courseId, commentId }: { courseId: string; commentId: string },
    carryOut: (
      inside: Queryable,
      found: typeof comment.$inferSelect,
      standpoint: Standpoint,
    ) => Promise<Commented>,
  ): Promise<Commented> => {
    return ctx.db.transaction(async (tx): Promise<Commented> => {
      const [found] = await tx
        .select()
        .from(comment)
        .where(and(eq(comment.courseId, courseId), eq(comment.id, commentId)))
        .for("update");
      const standpoint = found && (await standAtPage({ ...ctx, db: tx }, courseId, found.pageId));
      return found && standpoint ? carryOut(tx, found, standpoint) : refusedFor("not found");
    });
  },
);

async function noted(
  ctx: Context,
  inside: Queryable,
  courseId: string,
  commentId: string,
  kind: "edited" | "withdrawn" | "put back",
  earlier: string | null,
): Promise<Commented> {
  await inside
    .insert(commentAct)
    .values({ courseId, id: ctx.newId(), commentId, kind, earlier, byId: ctx.viewer.id, at: ctx.now });
  return { kind: "commented", id: commentId };
}

export interface NewComment {
  readonly courseId: string;
  readonly pageId: string;
  /** The comment that is answered; null: none. */
  readonly parent: string | null;
  readonly body: string;
  /** What it is about, if that is not the whole page. */
  readonly passage?: GivenPassage | null;
  /** How far its author had come with typing it: what was kept of it as a draft ends. */
  readonly typed?: Typed | undefined;
}

/**
 * Comments on a page or a passage of it, or answers a comment. An answer to an answer joins the same thread.
 */
export const addComment = act(async (ctx, given: NewComment): Promise<Commented> => {
  const text = body.safeParse(given.body);
  if (!text.success) return refusedFor("empty or too long");
  const standpoint = await standAtPage(ctx, given.courseId, given.pageId);
  if (!standpoint) return refusedFor("not found");
  const [found] = await ctx.db
    .select({ commentsOn: assignment.commentsOn, removedAt: page.removedAt })
    .from(assignment)
    .innerJoin(page, and(eq(page.courseId, assignment.courseId), eq(page.id, given.pageId)))
    .where(and(eq(assignment.courseId, given.courseId), eq(assignment.id, standpoint.assignmentId)));
  if (!may(standpoint, "comment") || !found?.commentsOn || found.removedAt)
    return refusedFor("may not comment");
  let parentId: string | null = null;
  if (given.parent !== null) {
    const [parent] = await ctx.db
      .select({ id: comment.id, parentId: comment.parentId })
      .from(comment)
      .where(
        and(
          eq(comment.courseId, given.courseId),
          eq(comment.pageId, given.pageId),
          eq(comment.id, given.parent),
        ),
      );
    if (!parent) return refusedFor("not found");
    parentId = parent.parentId ?? parent.id;
  }
  const passage =
    given.passage && parentId === null
      ? await passageColumns(ctx.db, given.courseId, given.pageId, given.passage)
      : {};
  if (!passage) return refusedFor("passage not found");
  const id = ctx.newId();
  await ctx.db.insert(comment).values({
    ...passage,
    courseId: given.courseId,
    id,
    wikiId: standpoint.wikiId,
    pageId: given.pageId,
    parentId,
    authorId: ctx.viewer.id,
    body: text.data,
    at: ctx.now,
  });
  if (given.typed) {
    const place = given.parent === null ? "page" : `answer ${given.parent}`;
    await endRemark(ctx, given.courseId, given.pageId, place, given.typed);
  }
  await noteMentions(ctx, given.courseId, standpoint.wikiId, id, text.data);
  await indexComment(ctx.db, {
    courseId: given.courseId,
    id,
    wikiId: standpoint.wikiId,
    pageId: given.pageId,
    body: text.data,
  });
  await send(ctx.db, { courseId: given.courseId, pageId: given.pageId, kind: "comment", by: ctx.viewer.id });
  return { kind: "commented", id };
});
