/** Changing people of a course one by one, or some at once. */
import { ids } from "@/core/text/id";
import { runsCourse } from "@/core/access/role";
import "server-only";
import { and, count, eq, inArray, isNull, ne, sql } from "drizzle-orm";
import * as z from "zod";
import { roles, type Role } from "@/core/access/may";
import { longestMailbox, readAddress } from "@/core/roster/address";
import { longestName } from "@/core/roster/names";
import { typedText } from "@/core/text/typed";
import { mayChangeCourse } from "../access/read";
import { assignmentsToBringUp } from "../assignments/wikis";
import { person } from "../db/tables/accounts";
import { assistantGroup, courseGroup, enrolment } from "../db/tables/courses";
import { askForAll } from "../jobs/ask";
import type { Context, ContextIn } from "../session/context";
import type { PeopleProblem, PeopleSaved } from "./dto";
import { endInvitations, invite } from "./invitations";
import { mergedAccounts, mergedInto } from "./merged";
import { hasPassword } from "./read";
import { refused } from "../refusal";

const text = (what: string) =>
  typedText(longestName, { tooLong: `${what} has more than ${longestName} characters` });

export const personInput = z.object({
  name: text("The name").pipe(z.string().min(1, "The name is missing")),
  address: z
    .string()
    .max(longestMailbox, "This is no mail address")
    .transform(readAddress)
    .pipe(z.string({ error: "This is no mail address" })),
  role: z.enum(roles),
  section: text("The section"),
  number: text("The number"),
  onlyGivenGroups: z.boolean(),
  /** For assistants who see only these. */
  groups: ids(500),
});

export type PersonInput = z.input<typeof personInput>;

/** Adds one person, with an invitation. */
export async function addPerson(ctx: Context, courseId: string, input: PersonInput): Promise<PeopleSaved> {
  return changing(ctx, courseId, input, async (inside, given) => {
    const [known] = await inside.db
      .select({ id: person.id, role: enrolment.role, leftAt: enrolment.leftAt, mergedInto })
      .from(person)
      .leftJoin(enrolment, and(eq(enrolment.personId, person.id), eq(enrolment.courseId, courseId)))
      .where(eq(person.email, given.address));
    if (known?.role && !known.leftAt) return { code: "address taken" };
    if (known?.mergedInto) return { code: "merged already" };
    const id = known?.id ?? ctx.newId();
    if (!known)
      await inside.db
        .insert(person)
        .values({ id, name: given.name, email: given.address, createdAt: ctx.now, updatedAt: ctx.now });
    const row = {
      role: given.role,
      section: given.section,
      number: given.number,
      onlyGivenGroups: given.onlyGivenGroups,
      leftAt: null,
    };
    await inside.db
      .insert(enrolment)
      .values({ courseId, personId: id, since: ctx.now, ...row })
      .onConflictDoUpdate({ target: [enrolment.courseId, enrolment.personId], set: row });
    await giveGroups(inside, courseId, id, given.groups);
    await invite(inside, courseId, [id]);
    return null;
  });
}

/**
 * Changes one person. Name and address of somebody with an account of their own, or on other courses too,
 * stay theirs.
 */
export async function changePerson(
  ctx: Context,
  courseId: string,
  personId: string,
  input: PersonInput,
): Promise<PeopleSaved> {
  return changing(ctx, courseId, input, async (inside, given) => {
    const [known] = await inside.db
      .select({
        role: enrolment.role,
        isActive: hasPassword,
        elsewhere: sql<boolean>`exists (select 1 from ${enrolment} e where e.person_id = ${person.id}
          and e.course_id <> ${courseId})`,
      })
      .from(enrolment)
      .innerJoin(person, eq(person.id, enrolment.personId))
      .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, personId)));
    if (!known) return { code: "not found" };
    if (
      runsCourse(known.role) &&
      !runsCourse(given.role) &&
      (await otherInstructors(inside, courseId, [personId])) === 0
    )
      return { code: "last instructor" };
    if (!known.isActive && !known.elsewhere) {
      const [taken] = await inside.db
        .select({ id: person.id })
        .from(person)
        .where(and(eq(person.email, given.address), ne(person.id, personId)));
      if (taken) return { code: "address taken" };
      const [before] = await inside.db
        .select({ email: person.email })
        .from(person)
        .where(eq(person.id, personId));
      if (before?.email !== given.address) await endInvitations(inside.db, [personId]);
      await inside.db
        .update(person)
        .set({ name: given.name, email: given.address, updatedAt: ctx.now })
        .where(eq(person.id, personId));
    }
    await inside.db
      .update(enrolment)
      .set({
        role: given.role,
        section: given.section,
        number: given.number,
        onlyGivenGroups: given.onlyGivenGroups,
      })
      .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, personId)));
    await giveGroups(inside, courseId, personId, given.groups);
    return null;
  });
}

async function changing(
  ctx: Context,
  courseId: string,
  input: PersonInput,
  change: (inside: ContextIn, given: z.output<typeof personInput>) => Promise<PeopleProblem | null>,
): Promise<PeopleSaved> {
  return ctx.db.transaction(async (tx): Promise<PeopleSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const parsed = personInput.safeParse(input);
    if (!parsed.success) return refused({ code: "bad input", message: parsed.error.issues[0]!.message });
    const problem = await change(inside, parsed.data);
    if (problem) return refused(problem);
    await bringUp(inside, courseId);
    return { kind: "saved", count: 1 };
  });
}

async function giveGroups(
  { db }: ContextIn,
  courseId: string,
  personId: string,
  groups: readonly string[],
): Promise<void> {
  await db
    .delete(assistantGroup)
    .where(and(eq(assistantGroup.courseId, courseId), eq(assistantGroup.personId, personId)));
  const known = await db
    .select({ id: courseGroup.id })
    .from(courseGroup)
    .where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, [...groups, ""])));
  if (known.length > 0)
    await db.insert(assistantGroup).values(known.map(({ id }) => ({ courseId, personId, groupId: id })));
}

async function otherInstructors(
  { db }: ContextIn,
  courseId: string,
  people: readonly string[],
): Promise<number> {
  const rows = await db
    .select({ id: enrolment.personId })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "instructor"), isNull(enrolment.leftAt)));
  return rows.filter(({ id }) => !people.includes(id)).length;
}

async function bringUp({ db }: ContextIn, courseId: string): Promise<void> {
  await askForAll(
    db,
    "wikis",
    (await assignmentsToBringUp(db, courseId, null)).map((assignmentId) => ({ courseId, assignmentId })),
  );
}

/**
 * Takes people off the course, or brings them back. Their entries, comments and places in groups stay; off it
 * they see nothing.
 */
export async function setLeft(
  ctx: Context,
  courseId: string,
  people: readonly string[],
  left: boolean,
): Promise<PeopleSaved> {
  return ctx.db.transaction(async (tx): Promise<PeopleSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    if (left && (await otherInstructors(inside, courseId, people)) === 0)
      return refused({ code: "last instructor" });
    const at = and(
      eq(enrolment.courseId, courseId),
      inArray(enrolment.personId, [...people, ""]),
      left ? isNull(enrolment.leftAt) : sql`${enrolment.leftAt} is not null`,
    );
    // Whoever counts as somebody else comes back by undoing that alone.
    const merged = left ? new Map<string, string>() : await mergedAccounts(tx, courseId);
    if (people.some((id) => merged.has(id))) return refused({ code: "merged already" });
    const changed = await tx
      .update(enrolment)
      .set({ leftAt: left ? ctx.now : null })
      .where(at)
      .returning({ id: enrolment.personId });
    await bringUp(inside, courseId);
    return { kind: "saved", count: changed.length };
  });
}

/** Sends invitations to these people. */
export async function invitePeople(
  ctx: Context,
  courseId: string,
  people: readonly string[],
): Promise<PeopleSaved> {
  return ctx.db.transaction(async (tx): Promise<PeopleSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    return { kind: "saved", count: await invite(inside, courseId, people) };
  });
}

/** How many people the course has in each role, those who left not counted. For people on the course. */
export async function countPeople(
  { db }: ContextIn,
  courseId: string,
): Promise<Partial<Record<Role, number>>> {
  const rows = await db
    .select({ role: enrolment.role, people: count() })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)))
    .groupBy(enrolment.role);
  return Object.fromEntries(rows.map(({ role, people }) => [role, people]));
}
