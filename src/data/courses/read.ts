import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { course, enrolment } from "../db/tables/courses";
import { person } from "../db/tables/accounts";
import { onceADrawing } from "../session/once";
import type { ContextIn } from "../session/context";
import type { CourseDto } from "./dto";

const columns = {
  id: course.id,
  title: course.title,
  term: course.term,
  timeZone: course.timeZone,
  language: course.language,
  startsOn: course.startsOn,
  endsOn: course.endsOn,
  archivedAt: course.archivedAt,
};

/** Whoever looks as somebody else sees one course of theirs alone. */
const mine = ({ viewer, lookingAs }: ContextIn) =>
  and(
    eq(enrolment.courseId, course.id),
    eq(enrolment.personId, viewer.id),
    isNull(enrolment.leftAt),
    isNull(course.removedAt),
    lookingAs ? eq(course.id, lookingAs.courseId) : undefined,
  );

/** The viewer's courses, those that go on first, newest term first. */
export async function myCourses(ctx: ContextIn): Promise<CourseDto[]> {
  return ctx.db
    .select({ ...columns, role: enrolment.role })
    .from(course)
    .innerJoin(enrolment, mine(ctx))
    .orderBy(sql`${course.archivedAt} is not null`, sql`${course.startsOn} desc`, asc(course.title));
}

/** Whether there is such a course. For operators and the demo: asks about no access. */
export async function isCourse(db: Queryable, courseId: string): Promise<boolean> {
  return (await db.select({ id: course.id }).from(course).where(eq(course.id, courseId))).length > 0;
}

/** The course as the viewer sees it, or null if they are not on it. */
export const findCourse = onceADrawing(
  async (ctx: ContextIn, courseId: string): Promise<CourseDto | null> => {
    const [found] = await ctx.db
      .select({ ...columns, role: enrolment.role })
      .from(course)
      .innerJoin(enrolment, mine(ctx))
      .where(eq(course.id, courseId));
    return found ?? null;
  },
);

/** Whether the viewer may make courses. */
export async function mayMakeCourses(ctx: ContextIn): Promise<boolean> {
  if (ctx.lookingAs) return false;
  const [found] = await ctx.db
    .select({ may: person.mayMakeCourses })
    .from(person)
    .where(eq(person.id, ctx.viewer.id));
  return found?.may ?? false;
}
