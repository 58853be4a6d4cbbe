/** A page's comments as they stood at an earlier time. */
import "server-only";
import { and, asc, eq, inArray } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { commentAct } from "../db/tables/wikis";
import type { CommentDto } from "../pages/dto";
import type { Counts } from "../review/counting";
import { pageComments, type CommentReader } from "./read";

/**
 * What had been said by then, in the wording that it had then as far as the reader may see earlier wordings,
 * settled if it was. What was withdrawn since stays withdrawn. The caller has asked whether the page may be
 * read.
 */
export async function commentsAsAt(
  db: Queryable,
  courseId: string,
  pageId: string,
  reader: CommentReader,
  counts: Counts,
): Promise<CommentDto[]> {
  const threads = await pageComments(db, courseId, pageId, reader, { passages: new Map(), cameHere: [] });
  const edited = threads
    .flatMap((each) => [each, ...each.replies])
    .filter(({ editedAt }) => editedAt !== null)
    .map(({ id }) => id);
  const wordings =
    edited.length === 0
      ? []
      : await db
          .select({ id: commentAct.commentId, words: commentAct.earlier, at: commentAct.at })
          .from(commentAct)
          .where(
            and(
              eq(commentAct.courseId, courseId),
              inArray(commentAct.commentId, edited),
              eq(commentAct.kind, "edited"),
            ),
          )
          .orderBy(asc(commentAct.at));
  const asItWas = (each: CommentDto): CommentDto => {
    const { authorId, settled } = each;
    const after = wordings.find(({ id, at }) => id === each.id && !counts(authorId, at));
    const before = wordings.filter(({ id, at }) => id === each.id && counts(authorId, at));
    // Whoever may not see earlier wordings reads what it says now, and that it was edited.
    const mayLookBack = each.earlier.length > 0;
    return {
      ...each,
      replies: each.replies.filter((reply) => counts(reply.authorId, reply.at)).map(asItWas),
      settled: settled && counts(null, settled.at) ? settled : null,
      ...(after && mayLookBack && !each.withdrawn
        ? {
            body: after.words ?? each.body,
            editedAt: before.at(-1)?.at ?? null,
            earlier: each.earlier.slice(0, before.length),
          }
        : {}),
    };
  };
  return threads.filter(({ authorId, at }) => counts(authorId, at)).map(asItWas);
}
