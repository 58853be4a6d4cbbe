/**
 * A student's own marks: what they were shown, newest copy first, for each wiki in which they have been
 * marked.
 */
import "server-only";
import { and, desc, eq, isNull } from "drizzle-orm";
import { takesPart } from "@/core/access/role";
import { roleOn } from "../access/read";
import { assignmentHere } from "../assignments/here";
import { releasedMark } from "../db/tables/marks";
import { assignment, wiki } from "../db/tables/wikis";
import type { Context, ContextIn } from "../session/context";
import type { ShownMark } from "./shown";

export interface MyMarkDto {
  readonly wikiId: string;
  readonly releaseId: string;
  readonly at: Date;
  readonly shown: ShownMark;
  readonly seenAt: Date | null;
}

/** What the viewer, a student, was shown last in each wiki of an assignment; empty: nothing. */
export async function myMarks(ctx: ContextIn, courseId: string, assignmentId: string): Promise<MyMarkDto[]> {
  if (!takesPart(await roleOn(ctx, courseId))) return [];
  const rows = await ctx.db
    .select({
      wikiId: releasedMark.wikiId,
      releaseId: releasedMark.releaseId,
      at: releasedMark.at,
      shown: releasedMark.shown,
      seenAt: releasedMark.seenAt,
    })
    .from(releasedMark)
    .innerJoin(assignment, assignmentHere(courseId, assignmentId))
    .innerJoin(
      wiki,
      and(eq(wiki.courseId, releasedMark.courseId), eq(wiki.id, releasedMark.wikiId), isNull(wiki.removedAt)),
    )
    .where(
      and(
        eq(releasedMark.courseId, courseId),
        eq(releasedMark.assignmentId, assignmentId),
        eq(releasedMark.personId, ctx.viewer.id),
      ),
    )
    .orderBy(desc(releasedMark.order));
  return rows.filter((row, at) => rows.findIndex(({ wikiId }) => wikiId === row.wikiId) === at);
}

/** Notes that the viewer has had them before them. Who only looks as somebody else leaves no trace. */
export async function noteMarksSeen(
  { db, viewer, now, lookingAs }: Context,
  courseId: string,
  marks: readonly MyMarkDto[],
): Promise<void> {
  if (lookingAs) return;
  for (const { releaseId, wikiId, seenAt } of marks) {
    if (seenAt === null)
      await db
        .update(releasedMark)
        .set({ seenAt: now })
        .where(
          and(
            eq(releasedMark.courseId, courseId),
            eq(releasedMark.releaseId, releaseId),
            eq(releasedMark.wikiId, wikiId),
            eq(releasedMark.personId, viewer.id),
          ),
        );
  }
}

/** Assignments in which the viewer has a mark that they have not opened: for their desk. */
export async function unseenMarks(
  ctx: ContextIn,
  courseId: string,
): Promise<{ readonly assignmentId: string; readonly assignment: string }[]> {
  if (!takesPart(await roleOn(ctx, courseId))) return [];
  return ctx.db
    .selectDistinct({ assignmentId: assignment.id, assignment: assignment.title })
    .from(releasedMark)
    .innerJoin(
      assignment,
      and(
        eq(assignment.courseId, releasedMark.courseId),
        eq(assignment.id, releasedMark.assignmentId),
        isNull(assignment.removedAt),
      ),
    )
    .where(
      and(
        eq(releasedMark.courseId, courseId),
        eq(releasedMark.personId, ctx.viewer.id),
        isNull(releasedMark.seenAt),
      ),
    );
}
