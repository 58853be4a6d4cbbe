import "server-only";
import { and, asc, eq, isNotNull, isNull } from "drizzle-orm";
import { hashText } from "@/core/text/hash";
import { isInstructor, roleOn } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { assignment } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import type { GroupSetDto } from "./dto";

/** The course's sets of groups with their members. For instructors only; others get an empty list. */
export async function groupSets(ctx: ContextIn, courseId: string): Promise<GroupSetDto[]> {
  return (await isInstructor(ctx, courseId)) ? loadSets(ctx.db, courseId) : [];
}

/** One set, for instructors; null for anybody else. */
export async function findGroupSet(
  ctx: ContextIn,
  courseId: string,
  setId: string,
): Promise<GroupSetDto | null> {
  return (await groupSets(ctx, courseId)).find(({ id }) => id === setId) ?? null;
}

/** The sets that students see: published ones, and those to which they can sign up. */
export async function groupSetsForStudents(ctx: ContextIn, courseId: string): Promise<GroupSetDto[]> {
  if (!(await roleOn(ctx, courseId))) return [];
  return (await loadSets(ctx.db, courseId)).filter(
    ({ publishedAt, signUpLimit }) => publishedAt !== null || signUpLimit !== null,
  );
}

async function loadSets(db: Queryable, courseId: string): Promise<GroupSetDto[]> {
  const sets = await db
    .select()
    .from(groupSet)
    .where(eq(groupSet.courseId, courseId))
    .orderBy(asc(groupSet.title));
  const groups = await db
    .select()
    .from(courseGroup)
    .where(eq(courseGroup.courseId, courseId))
    .orderBy(asc(courseGroup.position));
  const members = await db
    .select({ groupId: groupMember.groupId, id: person.id, name: person.name, since: groupMember.since })
    .from(groupMember)
    .innerJoin(person, eq(person.id, groupMember.personId))
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, groupMember.courseId),
        eq(enrolment.personId, groupMember.personId),
        isNull(enrolment.leftAt),
      ),
    )
    .where(and(eq(groupMember.courseId, courseId), isNull(groupMember.until)))
    .orderBy(asc(groupMember.position));
  const uses = await db
    .select({ setId: assignment.setId, title: assignment.title })
    .from(assignment)
    .where(
      and(
        eq(assignment.courseId, courseId),
        eq(assignment.sharing, "group"),
        isNotNull(assignment.publishedAt),
      ),
    )
    .orderBy(asc(assignment.dueAt));
  const byGroup = grouped(members);
  return sets.map(({ id, title, publishedAt, seed, signUpLimit, signUpUntil }) => ({
    id,
    title,
    publishedAt,
    seed,
    signUpLimit,
    signUpUntil,
    usedBy: uses.filter((use) => use.setId === id).map((use) => use.title),
    state: stateOf(id, groups, byGroup),
    groups: groups
      .filter((group) => group.setId === id)
      .map((group) => ({
        id: group.id,
        name: group.name,
        topic: group.topic,
        members: (byGroup.get(group.id) ?? []).map((member) => ({
          id: member.id,
          name: member.name,
          since: member.since,
        })),
      })),
  }));
}

/**
 * Equal for sets with the same groups and members: what is saved over another state than was seen would undo
 * it unseen.
 */
function stateOf(
  setId: string,
  groups: readonly {
    readonly id: string;
    readonly setId: string | null;
    readonly name: string;
    readonly topic: string;
  }[],
  members: ReadonlyMap<string, readonly { readonly id: string }[]>,
): string {
  const content = groups
    .filter((group) => group.setId === setId)
    .map(({ id, name, topic }) => [id, name, topic, (members.get(id) ?? []).map((member) => member.id)]);
  return hashText(JSON.stringify(content)).toString(36);
}

function grouped<Row extends { readonly groupId: string }>(rows: readonly Row[]): Map<string, Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const known = groups.get(row.groupId);
    if (known) known.push(row);
    else groups.set(row.groupId, [row]);
  }
  return groups;
}
