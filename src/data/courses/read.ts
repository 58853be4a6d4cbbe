import "server-only";
import { and, asc, eq, sql } from "drizzle-orm";
import { roles } from "@/core/access/may";
import type { Queryable } from "../db/client";
import { course, courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { person } from "../db/tables/accounts";
import { roleOn } from "../access/read";
import type { ContextIn } from "../session/context";
import type { CourseDto, GroupSetDto, PersonDto } from "./dto";

/** The viewer's courses, newest term first. */
export async function myCourses(ctx: ContextIn): Promise<CourseDto[]> {
  return ctx.db.select({ id: course.id, title: course.title, term: course.term, timeZone: course.timeZone, role: enrolment.role })
    .from(course).innerJoin(enrolment, and(eq(enrolment.courseId, course.id), eq(enrolment.personId, ctx.viewer.id)))
    .orderBy(sql`${course.startsOn} desc`, asc(course.title));
}

/** Whether there is such a course. For operators and the demo: asks about no access. */
export async function isCourse(db: Queryable, courseId: string): Promise<boolean> {
  return (await db.select({ id: course.id }).from(course).where(eq(course.id, courseId))).length > 0;
}

/** The course as the viewer sees it, or null if they are not on it. */
export async function findCourse(ctx: ContextIn, courseId: string): Promise<CourseDto | null> {
  const role = await roleOn(ctx, courseId);
  if (!role) return null;
  const [found] = await ctx.db.select({ id: course.id, title: course.title, term: course.term, timeZone: course.timeZone }).from(course).where(eq(course.id, courseId));
  return found ? { ...found, role } : null;
}

/** Everybody on the course, staff first, by name. For instructors only; others get an empty list. */
export async function coursePeople(ctx: ContextIn, courseId: string): Promise<PersonDto[]> {
  if ((await roleOn(ctx, courseId)) !== "instructor") return [];
  const rows = await ctx.db.select({ id: person.id, name: person.name, email: person.email, role: enrolment.role })
    .from(enrolment).innerJoin(person, eq(person.id, enrolment.personId)).where(eq(enrolment.courseId, courseId)).orderBy(asc(person.name));
  return rows.sort((one, other) => roles.indexOf(one.role) - roles.indexOf(other.role));
}

/** The course's sets of groups with their members. For instructors only. */
export async function groupSets(ctx: ContextIn, courseId: string): Promise<GroupSetDto[]> {
  if ((await roleOn(ctx, courseId)) !== "instructor") return [];
  const sets = await ctx.db.select({ id: groupSet.id, title: groupSet.title }).from(groupSet).where(eq(groupSet.courseId, courseId)).orderBy(asc(groupSet.title));
  const rows = await ctx.db.select({ setId: courseGroup.setId, id: courseGroup.id, name: courseGroup.name, personId: groupMember.personId })
    .from(courseGroup)
    .leftJoin(groupMember, and(eq(groupMember.courseId, courseGroup.courseId), eq(groupMember.groupId, courseGroup.id)))
    .where(eq(courseGroup.courseId, courseId)).orderBy(asc(courseGroup.position), asc(groupMember.position));
  return sets.map((set) => {
    const groups = new Map<string, { id: string; name: string; members: string[] }>();
    for (const row of rows) {
      if (row.setId !== set.id) continue;
      const group = groups.get(row.id) ?? { id: row.id, name: row.name, members: [] };
      if (row.personId) group.members.push(row.personId);
      groups.set(row.id, group);
    }
    return { ...set, groups: [...groups.values()] };
  });
}
