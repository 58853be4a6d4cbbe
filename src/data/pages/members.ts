import "server-only";
import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { byName } from "../db/order";
import { enrolment, groupMember } from "../db/tables/courses";
import type { wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { onceADrawing } from "../session/once";
import type { MemberDto } from "./dto";

type Owned = Pick<typeof wiki.$inferSelect, "courseId" | "groupId" | "personId">;

/**
 * Those whose wiki it is, in the order that decides their marks: a group's members, one student, or the whole
 * class.
 */
export async function wikiMembers(db: Queryable, found: Owned): Promise<MemberDto[]> {
  return (await membersOfWikis(db, found.courseId, [found]))[0]!;
}

/** The same, asked once while a page is drawn. */
export const membersOf = onceADrawing(
  (
    ctx: Pick<ContextIn, "db">,
    courseId: string,
    groupId: string | null,
    personId: string | null,
  ): Promise<MemberDto[]> => wikiMembers(ctx.db, { courseId, groupId, personId }),
);

/** The same for several wikis of one course, in their order; at most one query for each way of sharing. */
export async function membersOfWikis(
  db: Queryable,
  courseId: string,
  wikis: readonly Owned[],
): Promise<MemberDto[][]> {
  const groups = wikis.flatMap((each) => each.groupId ?? []);
  const people = wikis.flatMap((each) => each.personId ?? []);
  const named = { id: person.id, name: person.name };
  const onCourse = and(eq(enrolment.courseId, courseId), eq(enrolment.personId, person.id));
  const until = sql<string | null>`least(${groupMember.until}, ${enrolment.leftAt})`;
  const inGroups =
    groups.length === 0
      ? []
      : await db
          .select({ ...named, until, groupId: groupMember.groupId })
          .from(groupMember)
          .innerJoin(person, eq(person.id, groupMember.personId))
          .leftJoin(enrolment, onCourse)
          .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, groups)))
          .orderBy(asc(groupMember.position));
  const alone =
    people.length === 0
      ? []
      : await db
          .select({ ...named, until: enrolment.leftAt })
          .from(person)
          .leftJoin(enrolment, onCourse)
          .where(inArray(person.id, people));
  const isShared = wikis.some((each) => !each.groupId && !each.personId);
  const everyone = !isShared
    ? []
    : await db
        .select({ ...named, until: enrolment.leftAt })
        .from(enrolment)
        .innerJoin(person, eq(person.id, enrolment.personId))
        .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student")))
        .orderBy(asc(enrolment.since), byName);
  return wikis.map(({ groupId, personId }) => {
    const rows = groupId
      ? inGroups.filter((row) => row.groupId === groupId)
      : personId
        ? alone.filter((row) => row.id === personId)
        : everyone;
    return rows.map(({ id, name, until: end }, mark) => ({
      id,
      name,
      mark,
      until: end === null ? null : new Date(end),
    }));
  });
}
