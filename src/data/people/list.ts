/** Reading a list of people: a dry run that changes nothing, then all of it or nothing. */
import "server-only";
import { id } from "@/core/text/id";
import { and, eq, inArray, or, sql } from "drizzle-orm";
import * as z from "zod";
import { readAddress } from "@/core/roster/address";
import { columnKinds, type ColumnKind } from "@/core/roster/columns";
import { type ListedPerson, listedPeople } from "@/core/roster/listed";
import { type KnownPerson, type PlannedRow, planPeople } from "@/core/roster/plan";
import { mostColumns, mostRows } from "@/core/roster/table";
import { cleanText } from "@/core/text/clean";
import { mayChangeCourse } from "../access/read";
import { assignmentsToBringUp } from "../assignments/wikis";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupSet } from "../db/tables/courses";
import { mostGroups } from "../groups/input";
import { lockSet, membershipOf, putMembers, withMoved } from "../groups/members";
import { askForAll } from "../jobs/ask";
import type { Context, ContextIn } from "../session/context";
import type { ListPlanned, ListRead, PeopleProblem } from "./dto";
import { endInvitations, invite } from "./invitations";
import { mergedInto } from "./merged";
import { hasPassword } from "./read";
import { type Refused, refused } from "../refusal";

const cell = z.string().max(2000).transform(cleanText);

export const listInput = z.object({
  table: z
    .object({
      headings: z.array(cell).max(mostColumns).nullable(),
      rows: z.array(z.array(cell).max(mostColumns)).min(1).max(mostRows),
      lines: z.array(z.number().int().min(1)).max(mostRows),
    })
    .refine(({ rows, lines }) => rows.length === lines.length),
  kinds: z.array(z.enum(columnKinds)).max(mostColumns),
  /** Where the column of groups leads: to a set that exists, to a new one of this title, or nowhere. */
  groups: z.union([
    z.object({ setId: id }),
    z.object({ title: z.string().trim().min(1).max(200) }),
    z.null(),
  ]),
});

export type ListInput = z.input<typeof listInput>;

/** Rows of each kind that a plan carries to the screen. */
const shownOfEach = 300;

type Plan =
  | {
      readonly kind: "plan";
      readonly rows: readonly PlannedRow[];
      readonly newGroups: readonly string[];
      readonly groups: Groups;
    }
  | Refused<PeopleProblem>;
type Groups = z.output<typeof listInput>["groups"];

/** What reading the list would do. Changes nothing. O(rows), one query for the people known. */
export async function planList(ctx: Context, courseId: string, input: ListInput): Promise<ListPlanned> {
  const plan = await makePlan(ctx, courseId, input);
  if (plan.kind === "refused") return plan;
  const counts = { new: 0, changed: 0, unchanged: 0, faulty: 0 };
  const rows = plan.rows.filter((row) => counts[row.kind]++ < shownOfEach);
  return { kind: "planned", plan: { counts, rows, newGroups: plan.newGroups } };
}

export interface ListOptions {
  /** What the dry run showed: if reading would now do something else, it does nothing. */
  readonly expected: { readonly new: number; readonly changed: number; readonly faulty: number };
  /** Faulty rows are left out; without this a list with one is refused as a whole. */
  readonly leaveOutFaulty: boolean;
  /** Whether those who are new get an invitation. */
  readonly invites: boolean;
}

/** Reads the list, in one transaction: statements by the thousand rows, not by the row. */
export async function readList(
  ctx: Context,
  courseId: string,
  input: ListInput,
  options: ListOptions,
): Promise<ListRead> {
  return ctx.db.transaction(async (tx): Promise<ListRead> => {
    const inside = { ...ctx, db: tx };
    // Two lists read at once come one after the other.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`people of ${courseId}`}))`);
    const plan = await makePlan(inside, courseId, input);
    if (plan.kind === "refused") return plan;
    const count = (kind: PlannedRow["kind"]) => plan.rows.filter((row) => row.kind === kind).length;
    if (count("faulty") > 0 && !options.leaveOutFaulty)
      return refused({ code: "faulty rows", count: count("faulty") });
    const { expected } = options;
    if (
      count("new") !== expected.new ||
      count("changed") !== expected.changed ||
      count("faulty") !== expected.faulty
    )
      return refused({ code: "changed since" });
    const added = await addPeople(inside, courseId, plan.rows);
    await changePeople(inside, courseId, plan.rows);
    const ids = new Map(
      plan.rows.flatMap((row) =>
        row.kind === "faulty"
          ? []
          : [[row.listed.line, row.kind === "new" ? added.get(row.listed.line)! : row.person]],
      ),
    );
    const setId = plan.groups ? await placeByList(inside, courseId, plan.groups, plan.rows, ids) : null;
    if (options.invites) await invite(inside, courseId, [...added.values()]);
    const assignments = [
      ...(await assignmentsToBringUp(tx, courseId, null)),
      ...(setId ? await assignmentsToBringUp(tx, courseId, setId) : []),
    ];
    await askForAll(
      tx,
      "wikis",
      [...new Set(assignments)].map((assignmentId) => ({ courseId, assignmentId })),
    );
    return { kind: "read", added: added.size, changed: count("changed"), setId };
  });
}

const fieldOf: Partial<Record<ColumnKind, string>> = {
  "given name": "given",
  "family name": "family",
  "preferred name": "preferred",
};

async function makePlan(ctx: ContextIn, courseId: string, input: ListInput): Promise<Plan> {
  if (!(await mayChangeCourse(ctx, courseId))) return refused({ code: "not allowed" });
  const parsed = listInput.safeParse(input);
  if (!parsed.success) return refused({ code: "bad input", message: "What arrived is not a list" });
  const { table, kinds, groups } = parsed.data;
  if (!kinds.includes("address")) return refused({ code: "no address column" });
  const listed = listedPeople(table, kinds);
  const holds = new Set<string>(kinds.map((kind) => fieldOf[kind] ?? kind));
  if (
    ["given", "family", "preferred", "name"].some((field) => holds.has(field)) ||
    listed.some(({ name }) => name !== "")
  )
    holds.add("name");
  const known = await knownPeople(ctx.db, courseId, listed);
  const namesOfSet =
    groups && "setId" in groups
      ? (
          await ctx.db
            .select({ name: courseGroup.name })
            .from(courseGroup)
            .where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, groups.setId)))
        ).map(({ name }) => name)
      : null;
  const rows = planPeople(listed, known, { groups: namesOfSet, holds });
  const wanted =
    groups && !("setId" in groups)
      ? rows.flatMap((row) => (row.kind === "faulty" || row.listed.group === "" ? [] : [row.listed.group]))
      : [];
  const newGroups = namesInOrder(wanted);
  if (newGroups.length > mostGroups)
    return refused({
      code: "bad input",
      message: `The list names ${newGroups.length} groups, and a set has at most ${mostGroups}. Look whether that column holds the groups`,
    });
  return { kind: "plan", rows, groups: kinds.includes("group") ? groups : null, newGroups };
}

function namesInOrder(names: readonly string[]): string[] {
  const byKey = new Map(names.map((name) => [name.toLowerCase(), name]));
  return [...byKey.values()].sort((one, other) => one.localeCompare(other, "en", { numeric: true }));
}

/** Everybody on the course, and whoever has an address of the list. */
async function knownPeople(
  db: Queryable,
  courseId: string,
  listed: readonly ListedPerson[],
): Promise<KnownPerson[]> {
  const addresses = [...new Set(listed.flatMap(({ address }) => readAddress(address) ?? []))];
  const rows = await db
    .select({
      id: person.id,
      address: person.email,
      name: person.name,
      role: enrolment.role,
      leftAt: enrolment.leftAt,
      isActive: hasPassword,
      given: enrolment.givenName,
      family: enrolment.familyName,
      preferred: enrolment.preferredName,
      section: enrolment.section,
      number: enrolment.number,
      own: enrolment.own,
      mergedInto,
      elsewhere: sql<boolean>`exists (select 1 from ${enrolment} e where e.person_id = ${person.id}
        and e.course_id <> ${courseId})`,
    })
    .from(person)
    .leftJoin(enrolment, and(eq(enrolment.personId, person.id), eq(enrolment.courseId, courseId)))
    .where(
      or(sql`${enrolment.courseId} is not null`, sql`${person.email} = any(${sql.param(addresses)}::text[])`),
    );
  return rows.map(
    ({ leftAt, elsewhere, isActive, given, family, preferred, section, number, own, ...row }) => ({
      // Another course's people are not ours to rename: they count as having an account of their own.
      ...row,
      isActive: isActive || elsewhere,
      hasLeft: leftAt !== null,
      given: given ?? "",
      family: family ?? "",
      preferred: preferred ?? "",
      section: section ?? "",
      number: number ?? "",
      own: own ?? {},
    }),
  );
}

const rowsAtOnce = 2000;

async function inBatches<Row>(rows: readonly Row[], store: (rows: Row[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += rowsAtOnce) await store(rows.slice(from, from + rowsAtOnce));
}

/** Adds the plan's new people; returns their ids by line. */
async function addPeople(
  { db, now, newId }: ContextIn,
  courseId: string,
  rows: readonly PlannedRow[],
): Promise<Map<number, string>> {
  const added = new Map<number, string>();
  const accounts: (typeof person.$inferInsert)[] = [];
  const enrolments: (typeof enrolment.$inferInsert)[] = [];
  for (const row of rows) {
    if (row.kind !== "new") continue;
    const id = row.person ?? newId();
    added.set(row.listed.line, id);
    if (!row.person)
      accounts.push({ id, name: row.listed.name, email: row.address, createdAt: now, updatedAt: now });
    const { given, family, preferred, section, number, own } = row.listed;
    enrolments.push({
      courseId,
      personId: id,
      role: row.role,
      since: now,
      givenName: given,
      familyName: family,
      preferredName: preferred,
      section,
      number,
      own,
    });
  }
  await inBatches(accounts, (batch) => db.insert(person).values(batch));
  await inBatches(enrolments, (batch) => db.insert(enrolment).values(batch));
  return added;
}

const columnOf: Readonly<
  Record<string, "givenName" | "familyName" | "preferredName" | "section" | "number">
> = {
  given: "givenName",
  family: "familyName",
  preferred: "preferredName",
  section: "section",
  number: "number",
};

async function changePeople(
  { db, now }: ContextIn,
  courseId: string,
  rows: readonly PlannedRow[],
): Promise<void> {
  const changed = rows.flatMap((row) => (row.kind === "changed" ? [row] : []));
  if (changed.length === 0) return;
  const ids = changed.map((row) => row.person);
  const before = new Map<string, typeof enrolment.$inferSelect>();
  const accounts = new Map<string, typeof person.$inferSelect>();
  await inBatches(ids, async (batch) => {
    for (const row of await db
      .select()
      .from(enrolment)
      .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, batch))))
      before.set(row.personId, row);
    for (const row of await db.select().from(person).where(inArray(person.id, batch)))
      accounts.set(row.id, row);
  });
  const renamed: (typeof person.$inferInsert)[] = [];
  const enrolments = changed.map(({ person: id, changes }) => {
    const row = { ...before.get(id)!, own: { ...before.get(id)!.own } };
    const named = { ...accounts.get(id)!, updatedAt: now };
    for (const { field, to } of changes) {
      if (field === "name") named.name = to;
      else if (field === "address") named.email = to;
      else if (field === "back on the course") row.leftAt = null;
      else if (columnOf[field]) row[columnOf[field]] = to;
      else (row.own as Record<string, string>)[field] = to;
    }
    if (changes.some(({ field }) => field === "name" || field === "address")) renamed.push(named);
    return row;
  });
  await endInvitations(
    db,
    changed
      .filter(({ changes }) => changes.some(({ field }) => field === "address"))
      .map((row) => row.person),
  );
  await inBatches(renamed, (batch) =>
    db
      .insert(person)
      .values(batch)
      .onConflictDoUpdate({
        target: person.id,
        set: { name: sql`excluded.name`, email: sql`excluded.email`, updatedAt: now },
      }),
  );
  await inBatches(enrolments, (batch) =>
    db
      .insert(enrolment)
      .values(batch)
      .onConflictDoUpdate({
        target: [enrolment.courseId, enrolment.personId],
        set: {
          leftAt: sql`excluded.left_at`,
          givenName: sql`excluded.given_name`,
          familyName: sql`excluded.family_name`,
          preferredName: sql`excluded.preferred_name`,
          section: sql`excluded.section`,
          number: sql`excluded.number`,
          own: sql`excluded.own`,
        },
      }),
  );
}

/**
 * Puts people into the groups that their rows name. Who is in a group of the set already moves only if the
 * row names another.
 */
async function placeByList(
  { db, now, newId }: ContextIn,
  courseId: string,
  groups: NonNullable<Groups>,
  rows: readonly PlannedRow[],
  ids: ReadonlyMap<number, string>,
): Promise<string | null> {
  const wanted = rows.flatMap((row) =>
    row.kind !== "faulty" && row.listed.group !== ""
      ? [{ personId: ids.get(row.listed.line)!, group: row.listed.group }]
      : [],
  );
  if (wanted.length === 0) return null;
  const setId = "setId" in groups ? groups.setId : newId();
  if ("setId" in groups) await lockSet(db, courseId, setId);
  else {
    await db.insert(groupSet).values({ courseId, id: setId, title: groups.title });
    await db.insert(courseGroup).values(
      namesInOrder(wanted.map(({ group }) => group)).map((name, position) => ({
        courseId,
        id: newId(),
        setId,
        name,
        position,
      })),
    );
  }
  const known = await membershipOf(db, courseId, setId);
  const idOf = new Map(known.map(({ id, name }) => [name.toLowerCase(), id]));
  await putMembers(
    db,
    courseId,
    withMoved(
      known,
      new Map(wanted.map(({ personId, group }) => [personId, idOf.get(group.toLowerCase())!])),
    ),
    [],
    now,
  );
  return setId;
}
