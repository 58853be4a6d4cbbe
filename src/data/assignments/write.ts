/** Making an assignment: with one step all its wikis are there, each with the starter pages. */
import "server-only";
import { and, asc, eq } from "drizzle-orm";
import type { PageDocument } from "@/core/document/model";
import { identifyBlocks, parseDocument } from "@/core/document/parse";
import { titleKey } from "@/core/links/titles";
import { instantAt } from "@/core/time/zone";
import { isInstructor } from "../access/read";
import { findCourse } from "../courses/read";
import { insertGroupSet, type NewGroupSet } from "../courses/write";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupMember, groupSet } from "../db/tables/courses";
import { accessRule, assignment, starterPage, wiki } from "../db/tables/wikis";
import { recordEntry } from "../ledger/record";
import type { Context, ContextIn } from "../session/context";
import type { AssignmentProblem, MadeAssignment } from "./dto";
import { type NewAssignment, newAssignment } from "./input";

interface Owner {
  readonly name: string;
  readonly groupId: string | null;
  readonly personId: string | null;
}

/**
 * Makes an assignment with its groups, wikis, starter pages and the rules for its times, all or nothing.
 * Cost: one entry for each wiki and starter page.
 */
export async function makeAssignment(ctx: Context, courseId: string, input: NewAssignment): Promise<MadeAssignment> {
  const refused = (problem: AssignmentProblem): MadeAssignment => ({ kind: "refused", problem });
  const course = await findCourse(ctx, courseId);
  if (!course || !(await isInstructor(ctx, courseId))) return refused({ code: "not allowed" });
  const parsed = newAssignment.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refused({ code: "bad input", field: issue.path.join("."), message: issue.message });
  }
  const given = parsed.data;
  const [opensAt, dueAt] = [instantAt(given.opensAt, course.timeZone), instantAt(given.dueAt, course.timeZone)];
  if (!opensAt) return refused({ code: "bad input", field: "opensAt", message: "The opening time is no date with a time" });
  if (!dueAt) return refused({ code: "bad input", field: "dueAt", message: "The due time is no date with a time" });
  const pages = checkStarterPages(given.starterPages, ctx.newId);
  if (!Array.isArray(pages)) return refused(pages);

  const students = await ctx.db.select({ id: person.id, name: person.name }).from(enrolment).innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"))).orderBy(asc(person.name));
  const groupProblem = given.sharing === "group" ? checkGroups(given.groups, students) : null;
  if (groupProblem) return refused(groupProblem);

  return ctx.db.transaction(async (tx) => {
    const assignmentId = ctx.newId();
    const groups = given.sharing === "group" ? await findOrInsertGroups({ ...ctx, db: tx }, courseId, given.title, given.groups) : null;
    await tx.insert(assignment).values({
      courseId, id: assignmentId, title: given.title, brief: given.brief, opensAt, dueAt, sharing: given.sharing, setId: groups?.id ?? null, createdAt: ctx.now,
    });
    await tx.insert(starterPage).values(pages.map((page, position) => ({ courseId, assignmentId, position, ...page })));
    await setTimes({ ...ctx, db: tx }, courseId, assignmentId, opensAt, given.closesAtDue ? dueAt : null);
    const owners: Owner[] = groups
      ? groups.groups.map((group) => ({ name: group.name, groupId: group.id, personId: null }))
      : given.sharing === "student"
        ? students.map((student) => ({ name: student.name, groupId: null, personId: student.id }))
        : [{ name: course.title, groupId: null, personId: null }];
    for (const [position, owner] of owners.entries()) {
      await makeWiki({ ...ctx, db: tx }, { courseId, assignmentId, owner, position, pages, at: ctx.now });
    }
    return { kind: "made", assignmentId, wikis: owners.length };
  });
}

function checkStarterPages(given: readonly { title: string; document: unknown }[], newId: () => string): { title: string; document: PageDocument }[] | AssignmentProblem {
  const pages: { title: string; document: PageDocument }[] = [];
  const keys = new Set<string>();
  for (const { title, document } of given) {
    const parsed = parseDocument(document);
    if (parsed.kind === "refused") return { code: "bad starter page", page: title, problem: parsed.problem };
    if (keys.has(titleKey(title))) return { code: "starter page twice", title };
    keys.add(titleKey(title));
    pages.push({ title, document: identifyBlocks(parsed.document, newId) });
  }
  return pages;
}

function checkGroups(groups: NewAssignment["groups"], students: readonly { id: string; name: string }[]): AssignmentProblem | null {
  if (groups.length === 0) return { code: "no groups" };
  const names = new Set<string>();
  const placed = new Set<string>();
  for (const group of groups) {
    if (names.has(titleKey(group.name))) return { code: "group twice", name: group.name };
    if (group.members.length === 0) return { code: "empty group", name: group.name };
    names.add(titleKey(group.name));
    for (const id of group.members) {
      const student = students.find((each) => each.id === id);
      if (!student) return { code: "not a student", id };
      if (placed.has(id)) return { code: "in two groups", name: student.name };
      placed.add(id);
    }
  }
  return null;
}

/** A set of groups can serve several assignments: one with the same names and members is used again. */
async function findOrInsertGroups(ctx: ContextIn, courseId: string, title: string, groups: NewAssignment["groups"]): Promise<NewGroupSet> {
  const rows = await ctx.db.select({ setId: groupSet.id, setTitle: groupSet.title, id: courseGroup.id, name: courseGroup.name, member: groupMember.personId })
    .from(groupSet)
    .innerJoin(courseGroup, and(eq(courseGroup.courseId, groupSet.courseId), eq(courseGroup.setId, groupSet.id)))
    .innerJoin(groupMember, and(eq(groupMember.courseId, groupSet.courseId), eq(groupMember.groupId, courseGroup.id)))
    .where(eq(groupSet.courseId, courseId)).orderBy(asc(courseGroup.position), asc(groupMember.position));
  const wanted = JSON.stringify(groups.map((group) => [group.name, [...group.members].sort()]));
  for (const setId of new Set(rows.map((row) => row.setId))) {
    const known = new Map<string, { id: string; name: string; members: string[] }>();
    for (const row of rows) {
      if (row.setId !== setId) continue;
      const group = known.get(row.id) ?? { id: row.id, name: row.name, members: [] };
      group.members.push(row.member);
      known.set(row.id, group);
    }
    const same = JSON.stringify([...known.values()].map((group) => [group.name, [...group.members].sort()])) === wanted;
    if (same) return { id: setId, title: rows.find((row) => row.setId === setId)!.setTitle, groups: [...known.values()] };
  }
  const set = { id: ctx.newId(), title: `Groups of ${title}`, groups: groups.map((group) => ({ ...group, id: ctx.newId() })) };
  await insertGroupSet(ctx.db, courseId, set, ctx.now);
  return set;
}

/** The assignment's times are rules like any other: they stand in the log, and the access screen names them. */
async function setTimes(ctx: ContextIn, courseId: string, assignmentId: string, opensAt: Date, closesAt: Date | null): Promise<void> {
  const rule = { courseId, scope: "assignment" as const, place: assignmentId, whoKind: "group" as const, madeAt: ctx.now, madeBy: ctx.viewer.id };
  await ctx.db.insert(accessRule).values([
    { ...rule, id: ctx.newId(), level: "hidden", until: opensAt },
    ...(closesAt ? [{ ...rule, id: ctx.newId(), level: "comment" as const, from: closesAt }] : []),
  ]);
}

interface NewWiki {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly owner: Owner;
  readonly position: number;
  readonly pages: readonly { readonly title: string; readonly document: PageDocument }[];
  readonly at: Date;
}

async function makeWiki(ctx: ContextIn, { courseId, assignmentId, owner, position, pages, at }: NewWiki): Promise<void> {
  const db: Queryable = ctx.db;
  const wikiId = ctx.newId();
  const pageIds = pages.map(() => ctx.newId());
  await db.insert(wiki).values({ courseId, id: wikiId, assignmentId, ...owner, position, homePageId: pageIds[0]! });
  for (const [index, { title, document }] of pages.entries()) {
    await recordEntry(db, {
      courseId, wikiId, pageId: pageIds[index]!, kind: "started", authorId: null, at, note: "Starter page", title, document, base: 0,
      restoredFrom: null, newBlockId: ctx.newId,
    });
  }
}
