/** Reading progress: which students' work one has looked at, and what is new since. */
import "server-only";
import { and, desc, eq, inArray } from "drizzle-orm";
import { person } from "../db/tables/accounts";
import { reviewMark } from "../db/tables/review";
import type { Queryable } from "../db/client";
import { allTime } from "./period";
import { loadWork } from "./work";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

export interface MarkDto {
  readonly wikiId: string;
  readonly personId: string;
  readonly byId: string;
  readonly by: string;
  /** The wiki's newest entry when it was looked at. */
  readonly rev: number;
  readonly at: Date;
}

/** Who has looked at whose work in these wikis, the newest first. */
export async function marksIn(db: Queryable, courseId: string, wikis: readonly string[]): Promise<MarkDto[]> {
  if (wikis.length === 0) return [];
  return db
    .select({
      wikiId: reviewMark.wikiId,
      personId: reviewMark.personId,
      byId: reviewMark.byId,
      by: person.name,
      rev: reviewMark.rev,
      at: reviewMark.at,
    })
    .from(reviewMark)
    .innerJoin(person, eq(person.id, reviewMark.byId))
    .where(and(eq(reviewMark.courseId, courseId), inArray(reviewMark.wikiId, [...wikis])))
    .orderBy(desc(reviewMark.at));
}

/**
 * Notes that the viewer has looked at a student's work as it is now, or (`isReviewed` false) takes that back.
 */
export const markReviewed = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    personId: string,
    isReviewed: boolean,
  ): Promise<{ readonly kind: "done" } | RefusedFor<"not found" | "only looking">> => {
    const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
    if (!loaded?.members.some(({ id }) => id === personId)) return refusedFor("not found");
    const own = and(
      eq(reviewMark.courseId, courseId),
      eq(reviewMark.wikiId, wikiId),
      eq(reviewMark.personId, personId),
      eq(reviewMark.byId, ctx.viewer.id),
    );
    if (!isReviewed) await ctx.db.delete(reviewMark).where(own);
    else {
      const values = { courseId, wikiId, personId, byId: ctx.viewer.id, rev: loaded.entries, at: ctx.now };
      await ctx.db
        .insert(reviewMark)
        .values(values)
        .onConflictDoUpdate({
          target: [reviewMark.courseId, reviewMark.wikiId, reviewMark.personId, reviewMark.byId],
          set: { rev: values.rev, at: values.at },
        });
    }
    return { kind: "done" };
  },
);
