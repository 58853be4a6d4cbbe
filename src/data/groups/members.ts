/** Who is in which group: the one way in which that changes. */
import "server-only";
import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { wiki } from "../db/tables/wikis";

/** A group and the ids of those who are to be in it. */
export interface Membership {
  readonly id: string;
  readonly members: readonly string[];
}

/**
 * The groups of a set in their order, with those who are in them now or will be. People who left the course
 * are left out.
 */
export async function membershipOf(
  db: Queryable,
  courseId: string,
  setId: string,
): Promise<(Membership & { readonly name: string })[]> {
  const groups = await db
    .select({ id: courseGroup.id, name: courseGroup.name })
    .from(courseGroup)
    .where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, setId)))
    .orderBy(asc(courseGroup.position));
  const rows = await currentRows(
    db,
    courseId,
    groups.map(({ id }) => id),
  );
  return groups.map((group) => ({
    ...group,
    members: rows
      .filter((row) => row.groupId === group.id && row.until === null && row.leftAt === null)
      .map((row) => row.personId),
  }));
}

/** `groups` with these people moved to the groups given for them; null: into none. */
export function withMoved(
  groups: readonly Membership[],
  moves: ReadonlyMap<string, string | null>,
): Membership[] {
  const coming = new Map<string, string[]>();
  for (const [person, to] of moves) if (to !== null) coming.set(to, [...(coming.get(to) ?? []), person]);
  return groups.map(({ id, members }) => {
    // Who stays where they are keeps their place in the order of joining.
    const stay = members.filter((person) => !moves.has(person) || moves.get(person) === id);
    return { id, members: [...stay, ...(coming.get(id) ?? []).filter((person) => !stay.includes(person))] };
  });
}

/**
 * Makes the members of `groups` what they are given to be, from `at` on; those of `gone` have nobody any
 * more. Who goes from a group with a wiki stays in its list until then, since what they wrote is there.
 * People who left the course keep their place, for the day that they come back. One statement for each group
 * that somebody leaves, and one for all who come.
 */
export async function putMembers(
  db: Queryable,
  courseId: string,
  groups: readonly Membership[],
  gone: readonly string[],
  at: Date,
): Promise<void> {
  const ids = [...groups.map(({ id }) => id), ...gone];
  const stored = await currentRows(db, courseId, ids);
  const hasWikis = await groupsWithWikis(db, courseId, ids);
  const wanted = new Map(groups.map(({ id, members }) => [id, new Set(members)]));
  const leave = stored.filter(
    (row) => row.until === null && row.leftAt === null && !wanted.get(row.groupId)?.has(row.personId),
  );
  for (const groupId of new Set(leave.map((row) => row.groupId))) {
    const people = leave.filter((row) => row.groupId === groupId).map((row) => row.personId);
    const theirs = and(
      eq(groupMember.courseId, courseId),
      eq(groupMember.groupId, groupId),
      inArray(groupMember.personId, people),
    );
    if (hasWikis.has(groupId)) await db.update(groupMember).set({ until: at }).where(theirs);
    else await db.delete(groupMember).where(theirs);
  }
  const byGroup = new Map(ids.map((id) => [id, stored.filter((row) => row.groupId === id)]));
  const rows = groups.flatMap(({ id, members }) => {
    const known = new Map(byGroup.get(id)!.map((row) => [row.personId, row]));
    let position = [...known.values()].reduce((most, row) => Math.max(most, row.position + 1), 0);
    return members
      .filter((personId) => known.get(personId)?.until !== null)
      .map((personId) => ({
        courseId,
        groupId: id,
        personId,
        since: at,
        until: null,
        position: known.get(personId)?.position ?? position++,
      }));
  });
  for (let from = 0; from < rows.length; from += rowsAtOnce) {
    await db
      .insert(groupMember)
      .values(rows.slice(from, from + rowsAtOnce))
      .onConflictDoUpdate({
        target: [groupMember.courseId, groupMember.groupId, groupMember.personId],
        set: { since: sql`excluded.since`, until: null },
      });
  }
}

/** A statement takes 65,535 values at most. */
const rowsAtOnce = 5000;

/** Of these groups, those that own a wiki. */
export async function groupsWithWikis(
  db: Queryable,
  courseId: string,
  ids: readonly string[],
): Promise<ReadonlySet<string | null>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .selectDistinct({ groupId: wiki.groupId })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), inArray(wiki.groupId, [...ids])));
  return new Set(rows.map(({ groupId }) => groupId));
}

/** All rows of these groups, in the order of joining. */
async function currentRows(db: Queryable, courseId: string, ids: readonly string[]) {
  if (ids.length === 0) return [];
  return db
    .select({
      groupId: groupMember.groupId,
      personId: groupMember.personId,
      position: groupMember.position,
      until: groupMember.until,
      leftAt: enrolment.leftAt,
    })
    .from(groupMember)
    .leftJoin(
      enrolment,
      and(eq(enrolment.courseId, groupMember.courseId), eq(enrolment.personId, groupMember.personId)),
    )
    .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, [...ids])))
    .orderBy(asc(groupMember.position));
}

/**
 * Locks a set until the transaction ends, so that changes of its members come one after the other. Null if
 * there is none.
 */
export async function lockSet(tx: Queryable, courseId: string, setId: string) {
  const [locked] = await tx
    .select()
    .from(groupSet)
    .where(and(eq(groupSet.courseId, courseId), eq(groupSet.id, setId)))
    .for("update");
  return locked ?? null;
}
