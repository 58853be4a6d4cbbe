/** Sets of groups: made, saved as a whole, moved in later, signed up to. */
import "server-only";
import { and, eq, inArray, isNull, sql } from "drizzle-orm";
import { titleKey } from "@/core/links/titles";
import { instantAt } from "@/core/time/zone";
import { mayChangeCourse, roleOn } from "../access/read";
import { assignmentsToBringUp } from "../assignments/wikis";
import { findCourse } from "../courses/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { wiki } from "../db/tables/wikis";
import { askForAll } from "../jobs/ask";
import type { Context, ContextIn } from "../session/context";
import type { GroupsProblem, GroupsSaved } from "./dto";
import { type GroupSetInput, groupSetInput } from "./input";

const refused = (problem: GroupsProblem): GroupsSaved => ({ kind: "refused", problem });

/** Saves a new set (`setId` null) or the whole of one that exists. Wikis by it are brought up beside the request. */
export async function saveGroupSet(ctx: Context, courseId: string, setId: string | null, input: GroupSetInput): Promise<GroupsSaved> {
  return ctx.db.transaction(async (tx) => {
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
    if (setId === null) await tx.insert(groupSet).values({ courseId, id, title, seed, signUpLimit, signUpUntil, publishedAt: published ? ctx.now : null });
    else {
      const [locked] = await tx.select({ publishedAt: groupSet.publishedAt }).from(groupSet).where(at).for("update");
      if (!locked) return refused({ code: "not found" });
      await tx.update(groupSet).set({ title, seed, signUpLimit, signUpUntil, publishedAt: published ? (locked.publishedAt ?? ctx.now) : null }).where(at);
    }
    const problem = await putGroups(inside, courseId, id, parsed.data.groups, movesAt);
    if (problem) throw new Refused(problem);
    const assignments = await assignmentsToBringUp(tx, courseId, id);
    await askForAll(tx, "wikis", assignments.map((assignmentId) => ({ courseId, assignmentId })));
    return { kind: "saved" as const, setId: id };
  }).catch((problem: unknown) => {
    if (problem instanceof Refused) return refused(problem.problem);
    throw problem;
  });
}

/** Ends the transaction: what was written in it before is undone. */
class Refused extends Error {
  constructor(readonly problem: GroupsProblem) { super(problem.code); }
}

type Group = { readonly id: string | null; readonly name: string; readonly topic: string; readonly members: readonly string[] };

async function checkGroups(db: Queryable, courseId: string, groups: readonly Group[]): Promise<GroupsProblem | null> {
  const students = new Map((await db.select({ id: person.id, name: person.name }).from(enrolment).innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"), isNull(enrolment.leftAt)))).map(({ id, name }) => [id, name]));
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

async function putGroups(ctx: ContextIn, courseId: string, setId: string, groups: readonly Group[], movesAt: Date): Promise<GroupsProblem | null> {
  const { db, newId } = ctx;
  const known = await db.select({ id: courseGroup.id, name: courseGroup.name }).from(courseGroup).where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, setId)));
  const knownIds = new Set(known.map(({ id }) => id));
  if (groups.some(({ id }) => id !== null && !knownIds.has(id))) return { code: "changed since" };
  const stays = new Set(groups.flatMap(({ id }) => id ?? []));
  const gone = known.filter(({ id }) => !stays.has(id));
  const hasWikis = new Set((await db.selectDistinct({ groupId: wiki.groupId }).from(wiki)
    .where(and(eq(wiki.courseId, courseId), inArray(wiki.groupId, [...knownIds, ""])))).map(({ groupId }) => groupId));
  const rows = groups.map((group, position) => ({ courseId, setId, id: group.id ?? newId(), name: group.name, topic: group.topic, position }));
  if (rows.length > 0) {
    await db.insert(courseGroup).values(rows).onConflictDoUpdate({
      target: [courseGroup.courseId, courseGroup.id], set: { name: sql`excluded.name`, topic: sql`excluded.topic`, position: sql`excluded.position` },
    });
  }
  await putMembers(ctx, courseId, rows.map(({ id }, index) => ({ id, members: groups[index]!.members })), gone.map(({ id }) => id), hasWikis, movesAt);
  // A group whose wiki has been made stays as its owner, with nobody in it; its wiki is set aside with what it holds.
  const removable = gone.map(({ id }) => id).filter((id) => !hasWikis.has(id));
  const parted = gone.map(({ id }) => id).filter((id) => hasWikis.has(id));
  if (removable.length > 0) {
    await db.delete(groupMember).where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, removable)));
    await db.delete(courseGroup).where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, removable)));
  }
  if (parted.length > 0) await db.update(courseGroup).set({ setId: "" }).where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, parted)));
  return null;
}

/** Members as wanted: who goes from a group with a wiki stays in its list until then, since what they wrote is there. */
async function putMembers(
  { db }: ContextIn, courseId: string, groups: readonly { id: string; members: readonly string[] }[], gone: readonly string[],
  hasWikis: ReadonlySet<string | null>, movesAt: Date,
): Promise<void> {
  const ids = [...groups.map(({ id }) => id), ...gone];
  if (ids.length === 0) return;
  const stored = await db.select().from(groupMember).where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, ids)));
  const wanted = new Map(groups.map(({ id, members }) => [id, new Set(members)]));
  const leave = stored.filter((row) => row.until === null && !wanted.get(row.groupId)?.has(row.personId));
  for (const groupId of new Set(leave.map((row) => row.groupId))) {
    const people = leave.filter((row) => row.groupId === groupId).map((row) => row.personId);
    const at = and(eq(groupMember.courseId, courseId), eq(groupMember.groupId, groupId), inArray(groupMember.personId, people));
    if (hasWikis.has(groupId)) await db.update(groupMember).set({ until: movesAt }).where(at);
    else await db.delete(groupMember).where(at);
  }
  const isThere = new Set(stored.filter((row) => row.until === null).map((row) => `${row.groupId} ${row.personId}`));
  const rows = groups.flatMap(({ id, members }) => {
    const known = stored.filter((row) => row.groupId === id);
    let position = known.reduce((most, row) => Math.max(most, row.position + 1), 0);
    return members.filter((personId) => !isThere.has(`${id} ${personId}`)).map((personId) => ({
      courseId, groupId: id, personId, since: movesAt, until: null, position: known.find((row) => row.personId === personId)?.position ?? position++,
    }));
  });
  for (let from = 0; from < rows.length; from += 2000) {
    await db.insert(groupMember).values(rows.slice(from, from + 2000))
      .onConflictDoUpdate({ target: [groupMember.courseId, groupMember.groupId, groupMember.personId], set: { since: sql`excluded.since`, until: null } });
  }
}

/** Signs the viewer up to a group of a set, or (`groupId` null) out of it. */
export async function signUp(ctx: Context, courseId: string, setId: string, groupId: string | null): Promise<GroupsSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside: ContextIn = { ...ctx, db: tx };
    if ((await roleOn(inside, courseId)) !== "student") return refused({ code: "not allowed" });
    // Locked, so that of two who want the last place one gets it.
    const [set] = await tx.select().from(groupSet).where(and(eq(groupSet.courseId, courseId), eq(groupSet.id, setId))).for("update");
    if (!set || set.signUpLimit === null) return refused({ code: "not found" });
    if (set.signUpUntil && ctx.now >= set.signUpUntil) return refused({ code: "closed" });
    const groups = await tx.select({ id: courseGroup.id }).from(courseGroup).where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, setId)));
    if (groupId !== null && !groups.some(({ id }) => id === groupId)) return refused({ code: "not found" });
    const members = await tx.select().from(groupMember).where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, [...groups.map(({ id }) => id), ""]), isNull(groupMember.until)));
    const now = members.filter((row) => row.personId === ctx.viewer.id);
    if (groupId !== null && members.filter((row) => row.groupId === groupId && row.personId !== ctx.viewer.id).length >= set.signUpLimit) return refused({ code: "full" });
    const ids = groups.map(({ id }) => id);
    const hasWikis = new Set((await tx.selectDistinct({ groupId: wiki.groupId }).from(wiki).where(and(eq(wiki.courseId, courseId), inArray(wiki.groupId, ids)))).map((row) => row.groupId));
    const leave = now.filter((row) => row.groupId !== groupId);
    for (const row of leave) {
      const at = and(eq(groupMember.courseId, courseId), eq(groupMember.groupId, row.groupId), eq(groupMember.personId, ctx.viewer.id));
      if (hasWikis.has(row.groupId)) await tx.update(groupMember).set({ until: ctx.now }).where(at);
      else await tx.delete(groupMember).where(at);
    }
    if (groupId !== null && !now.some((row) => row.groupId === groupId)) {
      await tx.insert(groupMember).values({
        courseId, groupId, personId: ctx.viewer.id, since: ctx.now, until: null,
        position: sql`(select coalesce(max(m.position) + 1, 0) from ${groupMember} m where m.course_id = ${courseId} and m.group_id = ${groupId})`,
      }).onConflictDoUpdate({ target: [groupMember.courseId, groupMember.groupId, groupMember.personId], set: { since: ctx.now, until: null } });
    }
    const assignments = await assignmentsToBringUp(tx, courseId, setId);
    await askForAll(tx, "wikis", assignments.map((assignmentId) => ({ courseId, assignmentId })));
    return { kind: "saved", setId };
  });
}

/** Takes a set away again. Refused while an assignment has its wikis by it. */
export async function removeGroupSet(ctx: Context, courseId: string, setId: string): Promise<GroupsSaved> {
  return ctx.db.transaction(async (tx) => {
    if (!(await mayChangeCourse({ ...ctx, db: tx }, courseId))) return refused({ code: "not allowed" });
    const groups = (await tx.select({ id: courseGroup.id, name: courseGroup.name }).from(courseGroup).where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, setId))));
    const ids = [...groups.map(({ id }) => id), ""];
    const [used] = await tx.select({ groupId: wiki.groupId, entries: wiki.entries }).from(wiki).where(and(eq(wiki.courseId, courseId), inArray(wiki.groupId, ids))).limit(1);
    if (used) return refused({ code: "has a wiki", name: groups.find(({ id }) => id === used.groupId)?.name ?? "", entries: used.entries });
    await tx.delete(groupMember).where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, ids)));
    await tx.delete(courseGroup).where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, ids)));
    await tx.delete(groupSet).where(and(eq(groupSet.courseId, courseId), eq(groupSet.id, setId)));
    return { kind: "saved", setId };
  });
}
