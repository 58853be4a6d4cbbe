import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { roles } from "@/core/access/may";
import { isInstructor } from "../access/read";
import { account, person } from "../db/tables/accounts";
import { byName } from "../db/order";
import {
  assistantGroup,
  course,
  courseGroup,
  enrolment,
  groupMember,
  groupSet,
  invitation,
  placeRequest,
} from "../db/tables/courses";
import type { ContextIn } from "../session/context";
import type { Arrival, PersonDto, PlaceRequestDto } from "./dto";
import { mergedInto } from "./merged";

/** SQL: whether a person has a password. */
export const hasPassword = sql<boolean>`exists (select 1 from ${account} a where a.user_id = ${person}.id
  and a.provider_id = 'credential')`;

/**
 * Everybody on the course, staff first, by name; those who left at the end. For instructors only; others get
 * an empty list.
 */
export async function coursePeople(ctx: ContextIn, courseId: string): Promise<PersonDto[]> {
  if (!(await isInstructor(ctx, courseId))) return [];
  const rows = await ctx.db
    .select({
      id: person.id,
      name: person.name,
      address: person.email,
      role: enrolment.role,
      givenName: enrolment.givenName,
      familyName: enrolment.familyName,
      preferredName: enrolment.preferredName,
      section: enrolment.section,
      number: enrolment.number,
      own: enrolment.own,
      onlyGivenGroups: enrolment.onlyGivenGroups,
      leftAt: enrolment.leftAt,
      isActive: hasPassword,
      mergedInto,
      invitedUntil: sql<
        string | null
      >`(select max(i.expires_at) from ${invitation} i where i.course_id = ${enrolment.courseId}
        and i.person_id = ${person.id} and i.used_at is null)`,
    })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(eq(enrolment.courseId, courseId))
    .orderBy(byName, asc(person.id));
  const groups = await ctx.db
    .select({ personId: groupMember.personId, name: courseGroup.name })
    .from(groupMember)
    .innerJoin(
      courseGroup,
      and(eq(courseGroup.courseId, groupMember.courseId), eq(courseGroup.id, groupMember.groupId)),
    )
    .innerJoin(groupSet, and(eq(groupSet.courseId, courseGroup.courseId), eq(groupSet.id, courseGroup.setId)))
    .where(and(eq(groupMember.courseId, courseId), isNull(groupMember.until)))
    .orderBy(asc(courseGroup.position));
  const names = new Map<string, string[]>();
  for (const { personId, name } of groups) names.set(personId, [...(names.get(personId) ?? []), name]);
  const people = rows.map(({ isActive, invitedUntil, ...row }): PersonDto => ({
    ...row,
    arrival: arrival(isActive, invitedUntil, ctx.now),
    groups: names.get(row.id) ?? [],
  }));
  return people.sort(
    (one, other) =>
      Number(one.leftAt !== null) - Number(other.leftAt !== null) ||
      roles.indexOf(one.role) - roles.indexOf(other.role),
  );
}

function arrival(isActive: boolean, invitedUntil: string | null, now: Date): Arrival {
  if (isActive) return "active";
  if (invitedUntil === null) return "not invited";
  return new Date(invitedUntil) > now ? "invited" : "invitation expired";
}

/** Ids of the groups given to each assistant. For instructors only; others get nothing. */
export async function givenGroups(ctx: ContextIn, courseId: string): Promise<Record<string, string[]>> {
  if (!(await isInstructor(ctx, courseId))) return {};
  const given: Record<string, string[]> = {};
  for (const { personId, groupId } of await ctx.db
    .select()
    .from(assistantGroup)
    .where(eq(assistantGroup.courseId, courseId)))
    (given[personId] ??= []).push(groupId);
  return given;
}

/** Who waits to be admitted, longest first. For instructors only; others get an empty list. */
export async function waitingRequests(ctx: ContextIn, courseId: string): Promise<PlaceRequestDto[]> {
  if (!(await isInstructor(ctx, courseId))) return [];
  return ctx.db
    .select({
      id: placeRequest.id,
      name: placeRequest.name,
      address: placeRequest.address,
      message: placeRequest.message,
      at: placeRequest.at,
    })
    .from(placeRequest)
    .where(and(eq(placeRequest.courseId, courseId), eq(placeRequest.state, "waiting")))
    .orderBy(asc(placeRequest.at))
    .limit(500);
}

/**
 * The end of the address of the form for asking; null while it is off, and for people who do not run the
 * course.
 */
export async function askCodeOf(ctx: ContextIn, courseId: string): Promise<string | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const [found] = await ctx.db
    .select({ askCode: course.askCode })
    .from(course)
    .where(eq(course.id, courseId));
  return found?.askCode ?? null;
}
