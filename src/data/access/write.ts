/**
 * Changing access: whole selections at once, looked at before, with a line in the log, and undone as a whole.
 */
import "server-only";
import { id } from "@/core/text/id";
import { and, desc, eq, inArray, isNull } from "drizzle-orm";
import * as z from "zod";
import { Ahead } from "@/core/access/ahead";
import { levels, type Person, type Rule } from "@/core/access/may";
import { type Cell, cellKey, planSetting, type Planned, type Setting } from "@/core/access/setting";
import { effects, type SheetRow } from "@/core/access/sheet";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { accessChange, accessRule, type ToldChange } from "../db/tables/wikis";
import { membersOfWikis } from "../pages/members";
import type { Context } from "../session/context";
import type { AccessChanged, AccessPreview, AccessProblem } from "./dto";
import { groupsOf } from "./people";
import { mayChangeCourse, rulesAt } from "./read";
import { placesKnown } from "./places";
import { undoPowers } from "./powers";
import { undoTimes } from "./times";
import { endRules, lockWikis, makeRules, tell } from "./record";
import { assignmentAt, pagesOf, wikisOf } from "./sheet";
import { refused } from "../refusal";

export const cellInput = z.object({
  scope: z.enum(["assignment", "wiki", "page"]),
  place: id,
  who: z.union([
    z.object({ kind: z.enum(["course", "students", "assistants", "observers", "group"]) }),
    z.object({ kind: z.literal("guests"), door: id }),
    z.object({ kind: z.literal("members"), group: id }),
    z.object({ kind: z.literal("person"), person: id }),
  ]),
});

const instant = z.number().int().min(0).max(8.64e15).nullable();

export const settingInput = z.object({
  level: z.enum(levels).nullable(),
  from: instant,
  until: instant,
  weekly: z
    .object({
      days: z.array(z.int().min(0).max(6)).min(1).max(7),
      from: z.int().min(0).max(1439),
      until: z.int().min(1).max(1440),
    })
    .nullable(),
});

/** More than a sheet of 200 pages and 40 people has. */
export const mostCells = 10_000;

/** Sets the same for all of `cells`: one change in the log, that can be undone. */
export async function setAccess(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  cells: readonly Cell[],
  setting: Setting,
  kind: "set" | "more time" = "set",
): Promise<AccessChanged> {
  return ctx.db.transaction(async (tx): Promise<AccessChanged> => {
    const inside = { ...ctx, db: tx };
    const problem = (await mayChangeCourse(inside, courseId))
      ? faultIn(cells, setting)
      : ({ code: "not allowed" } as const);
    if (problem) return refused(problem);
    const known = await placesKnown(tx, courseId, assignmentId, cells);
    if (!known) return refused({ code: "not found" });
    await lockWikis(tx, courseId, known.wikis);
    const rules = await levelRules(tx, courseId, cells);
    const planned = planSetting(rules, cells, setting);
    if (changesNothing(rules, planned)) return { kind: "unchanged" };
    const changeId = ctx.newId();
    await endRules(inside, courseId, planned.end, changeId);
    await makeRules(inside, courseId, planned.make, changeId, kind === "more time" ? kind : null);
    await tx.insert(accessChange).values({
      courseId,
      id: changeId,
      assignmentId,
      byId: ctx.viewer.id,
      at: ctx.now,
      kind,
      told: told(rules, cells, planned),
    });
    return { kind: "changed", changeId, cells: cells.length };
  });
}

/** What `setAccess` would do, without doing it. */
export async function previewAccess(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  cells: readonly Cell[],
  setting: Setting,
): Promise<AccessPreview> {
  if (!(await mayChangeCourse(ctx, courseId))) return refused({ code: "not allowed" });
  const problem = faultIn(cells, setting);
  if (problem) return refused(problem);
  const known = await placesKnown(ctx.db, courseId, assignmentId, cells);
  const found = await assignmentAt(ctx.db, courseId, assignmentId);
  if (!known || !found) return refused({ code: "not found" });
  const wikis = known.wikis;
  const pages = await pagesOf(
    ctx.db,
    courseId,
    wikis.map((each) => each.id),
  );
  const places = [courseId, assignmentId, ...wikis.map((each) => each.id), ...pages.map((each) => each.id)];
  const before = (await rulesAt(ctx.db, courseId, places)).filter((rule): rule is Rule => "level" in rule);
  const planned = planSetting(before, cells, setting);
  const made: Rule[] = planned.make.map((each, at) => ({
    ...each,
    id: `new ${at}`,
    madeAt: ctx.now.getTime(),
    isOfAssignment: false,
  }));
  const after = [...before.filter((rule) => !planned.end.includes(rule.id)), ...made];
  const from = setting.from !== null && setting.from > ctx.now.getTime() ? setting.from : null;
  const at = from ?? ctx.now.getTime();
  const people = await peopleAt(ctx.db, courseId, wikis, ctx.now);
  const asked = pages.map((each) => {
    const row: SheetRow = {
      place: { course: courseId, assignment: assignmentId, wiki: each.wikiId, page: each.id },
      scope: "page",
      ownerId: each.ownerId,
      groupId: null,
      closed: null,
    };
    return {
      row,
      people: people
        .get(each.wikiId)!
        .map((one): Person => (each.ownerId === null ? one : { ...one, owns: one.id === each.ownerId })),
    };
  });
  return {
    kind: "seen",
    cells: cells.length,
    ends: planned.end.length,
    from: from === null ? null : new Date(from),
    effects: effects(new Ahead(before, found.timeZone, at), new Ahead(after, found.timeZone, at), asked),
  };
}

/**
 * Takes a change back: what it made ends, and what it ended holds again. Refused where something was set for
 * the same since.
 */
export async function undoAccess(ctx: Context, courseId: string, changeId: string): Promise<AccessChanged> {
  return ctx.db.transaction(async (tx): Promise<AccessChanged> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const [found] = await tx
      .select()
      .from(accessChange)
      .where(and(eq(accessChange.courseId, courseId), eq(accessChange.id, changeId)))
      .for("update");
    if (!found || !["set", "more time", "powers", "times"].includes(found.kind))
      return refused({ code: "not found" });
    if (found.undoneAt) return refused({ code: "undone already" });
    if (found.times) return undoTimes(inside, courseId, found.assignmentId, changeId, found.times);
    if (found.powers) return undoPowers(inside, courseId, found.assignmentId, changeId, found.powers);
    const known = await placesKnown(
      tx,
      courseId,
      found.assignmentId,
      found.told.map(({ cell }) => cell),
      true,
    );
    await lockWikis(tx, courseId, known?.wikis ?? []);
    const touched = new Set(found.told.flatMap(touchedKeys));
    const later = await tx
      .select({ id: accessChange.id, at: accessChange.at, by: person.name, told: accessChange.told })
      .from(accessChange)
      .innerJoin(person, eq(person.id, accessChange.byId))
      .where(
        and(
          eq(accessChange.courseId, courseId),
          eq(accessChange.assignmentId, found.assignmentId),
          isNull(accessChange.undoneAt),
          inArray(accessChange.kind, ["set", "more time"]),
        ),
      )
      .orderBy(desc(accessChange.at), desc(accessChange.id));
    const since = later
      .slice(
        0,
        later.findIndex((each) => each.id === changeId),
      )
      .find((each) => each.told.some((one) => touchedKeys(one).some((key) => touched.has(key))));
    if (since) return refused({ code: "changed since", at: since.at, by: since.by });
    const undoId = ctx.newId();
    const made = await tx
      .select({ id: accessRule.id })
      .from(accessRule)
      .where(
        and(eq(accessRule.courseId, courseId), eq(accessRule.changeId, changeId), isNull(accessRule.endedAt)),
      );
    await endRules(
      inside,
      courseId,
      made.map((rule) => rule.id),
      undoId,
    );
    await tx
      .update(accessRule)
      .set({ endedAt: null, endedBy: null, endedChangeId: null })
      .where(and(eq(accessRule.courseId, courseId), eq(accessRule.endedChangeId, changeId)));
    await tx
      .update(accessChange)
      .set({ undoneAt: ctx.now })
      .where(and(eq(accessChange.courseId, courseId), eq(accessChange.id, changeId)));
    await tx.insert(accessChange).values({
      courseId,
      id: undoId,
      assignmentId: found.assignmentId,
      byId: ctx.viewer.id,
      at: ctx.now,
      kind: "undo",
      undoes: changeId,
      told: found.told.map(({ cell, before, after, powers }) => ({
        cell,
        before: after,
        after: before,
        ...(powers ? { powers: { before: powers.after, after: powers.before } } : {}),
      })),
    });
    return { kind: "changed", changeId: undoId, cells: found.told.length };
  });
}

/** What a told change touched: its cell's level, or each of the cell's powers that it set. */
function touchedKeys({ cell, powers }: ToldChange): string[] {
  return powers ? Object.keys(powers.after).map((power) => `${cellKey(cell)} ${power}`) : [cellKey(cell)];
}

function faultIn(cells: readonly Cell[], { level, from, until, weekly }: Setting): AccessProblem | null {
  if (cells.length === 0) return { code: "nothing chosen" };
  if (from !== null && until !== null && from >= until) return { code: "window ends before it begins" };
  if (weekly !== null && weekly.from >= weekly.until) return { code: "no hours" };
  return level === null && (from !== null || until !== null || weekly !== null)
    ? { code: "nothing chosen" }
    : null;
}

async function levelRules(db: Queryable, courseId: string, cells: readonly Cell[]): Promise<Rule[]> {
  return (await rulesAt(db, courseId, [...new Set(cells.map(({ place }) => place))])).filter(
    (rule): rule is Rule => "level" in rule,
  );
}

/** Whether all that would come is what ends: setting again what stands is no change. */
function changesNothing(rules: readonly Rule[], { end, make }: Planned): boolean {
  const keyOf = (rule: Cell & Setting) =>
    [cellKey(rule), rule.level, rule.from, rule.until, JSON.stringify(rule.weekly)].join("|");
  const ending = rules
    .filter((rule) => end.includes(rule.id))
    .map(keyOf)
    .sort();
  const coming = make.map(keyOf).sort();
  return ending.length === coming.length && ending.every((key, at) => key === coming[at]);
}

function told(rules: readonly Rule[], cells: readonly Cell[], { end, make }: Planned): ToldChange[] {
  const ended = new Set(end);
  const byCell = new Map<string, Rule[]>();
  for (const rule of rules)
    if (!rule.isOfAssignment) byCell.set(cellKey(rule), [...(byCell.get(cellKey(rule)) ?? []), rule]);
  const made = new Map(make.map((each) => [cellKey(each), each]));
  const seen = new Set<string>();
  return cells.flatMap((cell) => {
    const key = cellKey(cell);
    if (seen.has(key)) return [];
    seen.add(key);
    const before = byCell.get(key) ?? [];
    const coming = made.get(key);
    return [
      {
        cell,
        before: before.map(tell),
        after: [...before.filter((rule) => !ended.has(rule.id)).map(tell), ...(coming ? [tell(coming)] : [])],
      },
    ];
  });
}

/**
 * Those whose pages a change concerns, by wiki: its members, staff other than instructors, and one for all
 * other students.
 */
async function peopleAt(
  db: Queryable,
  courseId: string,
  wikis: Awaited<ReturnType<typeof wikisOf>>,
  now: Date,
): Promise<Map<string, Person[]>> {
  const members = await membersOfWikis(db, courseId, wikis);
  const everybody = await db
    .select({
      id: enrolment.personId,
      role: enrolment.role,
      groups: groupsOf(enrolment.courseId, enrolment.personId, now),
    })
    .from(enrolment)
    .where(
      and(
        eq(enrolment.courseId, courseId),
        isNull(enrolment.leftAt),
        inArray(enrolment.role, ["student", "assistant", "observer"]),
      ),
    );
  return new Map(
    wikis.map((each, at) => {
      const own = new Set(
        members[at]!.filter(({ until }) => until === null || until > now).map((member) => member.id),
      );
      return [
        each.id,
        everybody.map(({ id: personId, role, groups }): Person => ({
          id: personId,
          role,
          groups,
          isMember: own.has(personId),
        })),
      ];
    }),
  );
}
