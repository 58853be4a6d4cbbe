/**
 * What instructors are likely to open first is found out as the server starts, so that the first of them need
 * not wait for it.
 */
import "server-only";
import { and, asc, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { metByEach } from "../assignments/expected";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { assignment } from "../db/tables/wikis";
import type { Context } from "../session/context";
import { classFindings } from "./class-findings";
import { assignmentReview } from "./read";

/** So many assignments, of the courses that instructors were at last. */
const mostAssignments = 4;

/**
 * Finds out what the reviews of these assignments show, as the instructor who was at the course last sees
 * them, and returns which they are. Nothing of it is shown to anybody.
 */
export async function findAhead(
  db: Database,
  now: Date,
): Promise<{ courseId: string; assignmentId: string }[]> {
  const last = db
    .selectDistinctOn([enrolment.courseId], {
      courseId: enrolment.courseId,
      viewer: { id: person.id, name: person.name },
      visitedAt: enrolment.visitedAt,
    })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .innerJoin(course, eq(course.id, enrolment.courseId))
    .where(
      and(
        eq(enrolment.role, "instructor"),
        isNull(enrolment.leftAt),
        isNull(course.archivedAt),
        isNull(course.removedAt),
      ),
    )
    .orderBy(asc(enrolment.courseId), sql`${enrolment.visitedAt} desc nulls last`)
    .as("last");
  const rows = await db
    .select({ courseId: assignment.courseId, assignmentId: assignment.id, viewer: last.viewer })
    .from(assignment)
    .innerJoin(last, eq(last.courseId, assignment.courseId))
    .where(and(isNotNull(assignment.publishedAt), isNull(assignment.removedAt)))
    .orderBy(sql`${last.visitedAt} desc nulls last`, desc(assignment.dueAt))
    .limit(mostAssignments);
  for (const { courseId, assignmentId, viewer } of rows) {
    const ctx: Context = {
      db,
      viewer,
      now,
      newId: () => {
        throw new Error("Nothing is made ahead");
      },
    };
    const groups = (await assignmentReview(ctx, courseId, assignmentId)) ?? [];
    await metByEach(
      ctx,
      courseId,
      assignmentId,
      groups.map(({ wikiId }) => wikiId),
    );
    await classFindings(ctx, courseId, groups);
  }
  return rows.map(({ courseId, assignmentId }) => ({ courseId, assignmentId }));
}
