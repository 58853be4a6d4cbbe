/** What is in the bin, for those who can bring it back. */
import "server-only";
import { and, desc, eq, isNotNull, isNull } from "drizzle-orm";
import { isInstructor } from "../access/read";
import { person } from "../db/tables/accounts";
import { removal } from "../db/tables/bin";
import { course, enrolment } from "../db/tables/courses";
import { assignment, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { type BinnedDto, binDays } from "./dto";

const until = (at: Date) => new Date(at.getTime() + binDays * 24 * 60 * 60_000);
const waits = and(isNull(removal.broughtBackAt), isNull(removal.erasedAt));

/** Assignments and wikis of a course, the last removed first; null for people who do not run it. */
export async function binOf(ctx: ContextIn, courseId: string): Promise<BinnedDto[] | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const rows = await ctx.db
    .select({
      id: removal.id,
      kind: removal.kind,
      placeId: removal.placeId,
      at: removal.at,
      by: person.name,
      title: assignment.title,
      wiki: wiki.name,
    })
    .from(removal)
    .innerJoin(person, eq(person.id, removal.byId))
    .leftJoin(assignment, and(eq(assignment.courseId, removal.courseId), eq(assignment.id, removal.placeId)))
    .leftJoin(wiki, and(eq(wiki.courseId, removal.courseId), eq(wiki.id, removal.placeId)))
    .where(and(eq(removal.courseId, courseId), waits))
    .orderBy(desc(removal.at));
  return rows.map(({ title, wiki: name, ...row }) => ({
    ...row,
    courseId,
    name: title ?? name ?? "",
    until: until(row.at),
  }));
}

/** Courses that the viewer runs and that lie in the bin. */
export async function coursesInBin(ctx: ContextIn): Promise<BinnedDto[]> {
  if (ctx.lookingAs) return [];
  const rows = await ctx.db
    .select({
      id: removal.id,
      kind: removal.kind,
      courseId: removal.courseId,
      placeId: removal.placeId,
      at: removal.at,
      by: person.name,
      name: course.title,
    })
    .from(removal)
    .innerJoin(course, and(eq(course.id, removal.courseId), isNotNull(course.removedAt)))
    .innerJoin(person, eq(person.id, removal.byId))
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, course.id),
        eq(enrolment.personId, ctx.viewer.id),
        eq(enrolment.role, "instructor"),
        isNull(enrolment.leftAt),
      ),
    )
    .where(and(eq(removal.kind, "course"), waits))
    .orderBy(desc(removal.at));
  return rows.map((row) => ({ ...row, until: until(row.at) }));
}
