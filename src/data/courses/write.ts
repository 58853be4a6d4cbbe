import "server-only";
import { course, courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import type { Queryable } from "../db/client";
import type { Role } from "@/core/access/may";

export interface NewGroupSet {
  readonly id: string;
  readonly title: string;
  /** Members are people's ids, in the order of joining. */
  readonly groups: readonly { readonly id: string; readonly name: string; readonly members: readonly string[] }[];
}

/** Stores a set of groups of a course. Who may is the caller's to ask. */
export async function insertGroupSet(db: Queryable, courseId: string, set: NewGroupSet, since: Date): Promise<void> {
  await db.insert(groupSet).values({ courseId, id: set.id, title: set.title });
  await db.insert(courseGroup).values(set.groups.map((group, position) => ({ courseId, id: group.id, setId: set.id, name: group.name, position })));
  const members = set.groups.flatMap((group) => group.members.map((personId, position) => ({ courseId, groupId: group.id, personId, position, since })));
  if (members.length > 0) await db.insert(groupMember).values(members);
}

/** Makes a course with its people. For set-up by a command; nobody can reach it from a screen. */
export async function insertCourse(
  db: Queryable, given: typeof course.$inferInsert, people: readonly { readonly id: string; readonly role: Role }[], since: Date,
): Promise<void> {
  await db.insert(course).values(given);
  await db.insert(enrolment).values(people.map(({ id, role }) => ({ courseId: given.id, personId: id, role, since })));
}
