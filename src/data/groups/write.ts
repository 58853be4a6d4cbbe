/** Sets of groups: made, saved as a whole, moved in later, signed up to. */
import { takesPart } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, isNull, sql } from "drizzle-orm";
import { titleKey } from "@/core/links/titles";
import { instantAt } from "@/core/time/zone";
import { mayChangeCourse } from "../access/read";
import { assignmentsToBringUp } from "../assignments/wikis";
import { findCourse } from "../courses/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { assignment, wiki } from "../db/tables/wikis";
import { askForAll } from "../jobs/ask";
import type { Context, ContextIn } from "../session/context";
import type { GroupsProblem, GroupsSaved } from "./dto";
import { type GroupSetInput, groupSetInput } from "./input";
import { groupsWithWikis, lockSet, membershipOf, putMembers, withMoved } from "./members";
import { findGroupSet } from "./read";
import { act } from "../session/act";
import { refused } from "../refusal";

/**
 * Saves a new set (`setId` null) or the whole of one that exists. Wikis by it are brought up beside the
 * request. With `seen`, the state in which the set was shown, nothing is saved if somebody has changed it or
 * signed up since.
 */
export async function saveGroupSet(
  ctx: Context,
  courseId: string,
  setId: string | null,
  input: GroupSetInput,
  seen?: string,
): Promise<GroupsSaved> {
  return ctx.db
    .transaction(async (tx) => {
      const inside: ContextIn = { ...ctx, db: tx };
      const course = await findCourse(inside, courseId);
      if (!course || !(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
      const parsed = groupSetInput.safeParse(input);
      if (!parsed.success) return refused({ code: "bad input", message: parsed.error.issues[0]!.message });
      const { title, seed, signUpLimit, published } = parsed.data;
      const clock = (value: string | null) => (value === null ? null : instantAt(value, course.timeZone));
      const signUpUntil = clock(parsed.data.signUpUntil);
      const movesAt = clock(parsed.data.movesFrom) ?? ctx.now;
      const wrong = await checkGroups(tx, courseId, parsed.data.groups);
      if (wrong) return refused(wrong);

      const id = setId ?? ctx.newId();
      const at = and(eq(groupSet.courseId, courseId), eq(groupSet.id, id));
      if (setId === null)
        await tx.insert(groupSet).values({
          courseId,
          id,
          title,
          seed,
          signUpLimit,
          signUpUntil,
          publishedAt: published ? ctx.now : null,
        });
      else {
        const locked = await lockSet(tx, courseId, id);
        if (!locked) return refused({ code: "not found" });
        if (seen !== undefined && (await findGroupSet(inside, courseId, id))?.state !== seen)
          return refused({ code: "changed since" });
        await tx
          .update(groupSet)
          .set({
            title,
            seed,
            signUpLimit,
            signUpUntil,
            publishedAt: published ? (locked.publishedAt ?? ctx.now) : null,
          })
          .where(at);
      }
      const problem = await putGroups(inside, courseId, id, parsed.data.groups, movesAt);
      if (problem) throw new Refused(problem);
      await bringWikisOfSetUp(tx, courseId, id);
      return { kind: "saved" as const, setId: id };
    })
    .catch((problem: unknown) => {
      if (problem instanceof Refused) return refused(problem.problem);
      throw problem;
    });
}

/** Ends the transaction: what was written in it before is undone. */
class Refused extends Error {
  constructor(readonly problem: GroupsProblem) {
    super(problem.code);
  }
}

type Group = {
  readonly id: string | null;
  readonly name: string;
  readonly topic: string;
  readonly members: readonly string[];
};

async function checkGroups(
  db: Queryable,
  courseId: string,
  groups: readonly Group[],
): Promise<GroupsProblem | null> {
  const students = new Map(
    (
      await db
        .select({ id: person.id, name: person.name })
        .from(enrolment)
        .innerJoin(person, eq(person.id, enrolment.personId))
        .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"), isNull(enrolment.leftAt)))
    ).map(({ id, name }) => [id, name]),
  );
  const names = new Set<string>();
  const placed = new Set<string>();
  for (const { name, members } of groups) {
    if (names.has(titleKey(name))) return { code: "group twice", name };
    names.add(titleKey(name));
    for (const member of members) {
      if (!students.has(member)) return { code: "not a student" };
      if (placed.has(member)) return { code: "in two groups", name: students.get(member)! };
      placed.add(member);
    }
  }
  return null;
}

/** Groups as wanted, and who is in them. Null if it was done. */
async function putGroups(
  { db, newId }: ContextIn,
  courseId: string,
  setId: string,
  groups: readonly Group[],
  movesAt: Date,
): Promise<GroupsProblem | null> {
  const known = await membershipOf(db, courseId, setId);
  const knownIds = new Set(known.map(({ id }) => id));
  if (groups.some(({ id }) => id !== null && !knownIds.has(id))) return { code: "changed since" };
  const stays = new Set(groups.flatMap(({ id }) => id ?? []));
  const gone = known.map(({ id }) => id).filter((id) => !stays.has(id));
  const rows = groups.map((group, position) => ({
    courseId,
    setId,
    id: group.id ?? newId(),
    name: group.name,
    topic: group.topic,
    position,
  }));
  if (rows.length > 0) {
    await db
      .insert(courseGroup)
      .values(rows)
      .onConflictDoUpdate({
        target: [courseGroup.courseId, courseGroup.id],
        set: { name: sql`excluded.name`, topic: sql`excluded.topic`, position: sql`excluded.position` },
      });
  }
  await putMembers(
    db,
    courseId,
    rows.map(({ id }, index) => ({ id, members: groups[index]!.members })),
    gone,
    movesAt,
  );
  const hasWikis = await groupsWithWikis(db, courseId, gone);
  const [parted, removable] = [gone.filter((id) => hasWikis.has(id)), gone.filter((id) => !hasWikis.has(id))];
  if (removable.length > 0) {
    await db
      .delete(groupMember)
      .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, removable)));
    await db
      .delete(courseGroup)
      .where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, removable)));
  }
  if (parted.length > 0)
    await db
      .update(courseGroup)
      .set({ setId: null })
      .where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, parted)));
  return null;
}

/** Signs the viewer up to a group of a set, or (`groupId` null) out of it. */
export const signUp = act(
  async (ctx, courseId: string, setId: string, groupId: string | null): Promise<GroupsSaved> => {
    return ctx.db.transaction(async (tx) => {
      const inside: ContextIn = { ...ctx, db: tx };
      const course = await findCourse(inside, courseId);
      if (!course || !takesPart(course.role) || course.archivedAt) return refused({ code: "not allowed" });
      // Locked, so that of two who want the last place one gets it.
      const set = await lockSet(tx, courseId, setId);
      if (!set || set.signUpLimit === null) return refused({ code: "not found" });
      if (set.signUpUntil && ctx.now >= set.signUpUntil) return refused({ code: "closed" });
      const groups = await membershipOf(tx, courseId, setId);
      const wanted = groups.find(({ id }) => id === groupId);
      if (groupId !== null && !wanted) return refused({ code: "not found" });
      if (wanted && !wanted.members.includes(ctx.viewer.id) && wanted.members.length >= set.signUpLimit)
        return refused({ code: "full" });
      await putMembers(tx, courseId, withMoved(groups, new Map([[ctx.viewer.id, groupId]])), [], ctx.now);
      await bringWikisOfSetUp(tx, courseId, setId);
      return { kind: "saved", setId };
    });
  },
);

async function bringWikisOfSetUp(tx: Queryable, courseId: string, setId: string): Promise<void> {
  const assignments = await assignmentsToBringUp(tx, courseId, setId);
  await askForAll(
    tx,
    "wikis",
    assignments.map((assignmentId) => ({ courseId, assignmentId })),
  );
}

/** Takes a set away again. Refused while an assignment has its wikis by it. */
export async function removeGroupSet(ctx: Context, courseId: string, setId: string): Promise<GroupsSaved> {
  return ctx.db.transaction(async (tx) => {
    if (!(await mayChangeCourse({ ...ctx, db: tx }, courseId))) return refused({ code: "not allowed" });
    const groups = await tx
      .select({ id: courseGroup.id, name: courseGroup.name })
      .from(courseGroup)
      .where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, setId)));
    const ids = [...groups.map(({ id }) => id), ""];
    const [used] = await tx
      .select({ groupId: wiki.groupId, entries: wiki.entries })
      .from(wiki)
      .where(and(eq(wiki.courseId, courseId), inArray(wiki.groupId, ids)))
      .limit(1);
    if (used)
      return refused({
        code: "has a wiki",
        name: groups.find(({ id }) => id === used.groupId)?.name ?? "",
        entries: used.entries,
      });
    await tx
      .delete(groupMember)
      .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, ids)));
    await tx.delete(courseGroup).where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, ids)));
    await tx
      .update(assignment)
      .set({ setId: null })
      .where(and(eq(assignment.courseId, courseId), eq(assignment.setId, setId)));
    await tx.delete(groupSet).where(and(eq(groupSet.courseId, courseId), eq(groupSet.id, setId)));
    return { kind: "saved", setId };
  });
}
