/**
 * What an assignment's members may do with pages apart from writing them: start, rename, upload and the like.
 */
import "server-only";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { type Power, type PowerRule, powers } from "@/core/access/may";
import { type Cell, cellKey, planPowers, type PowerSetting } from "@/core/access/setting";
import { putTimes } from "../assignments/rules";
import { assignmentHere } from "../assignments/here";
import { accessChange, assignment, type ToldChange, type ToldPowers } from "../db/tables/wikis";
import type { Context, ContextIn } from "../session/context";
import type { AccessChanged } from "./dto";
import { placesKnown } from "./places";
import { mayChangeCourse, rulesAt } from "./read";
import { endRules, lockWikis, makePowerRules } from "./record";
import { wikisOf } from "./sheet";
import { refused, refusedFor } from "../refusal";

export const powersInput = z.array(z.enum(powers)).max(powers.length);

/**
 * Gives members exactly `given`, in all wikis of the assignment; rules about single places and people come
 * before it still. Stands in the log.
 */
export async function setMemberPowers(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  given: readonly Power[],
): Promise<AccessChanged> {
  return ctx.db.transaction(async (tx): Promise<AccessChanged> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    return changePowers(inside, courseId, assignmentId, given, null);
  });
}

export const powerSettingInput = z.object(
  Object.fromEntries(powers.map((power) => [power, z.boolean().nullable().optional()])) as Record<
    Power,
    z.ZodOptional<z.ZodNullable<z.ZodBoolean>>
  >,
);

/**
 * Gives or takes powers for all of `cells`, or leaves them to what the lines above say: one change in the
 * log, that can be undone.
 */
export async function setCellPowers(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  cells: readonly Cell[],
  wanted: PowerSetting,
): Promise<AccessChanged> {
  return ctx.db.transaction(async (tx): Promise<AccessChanged> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refusedFor("not allowed");
    if (cells.length === 0 || powers.every((power) => wanted[power] === undefined))
      return refusedFor("nothing chosen");
    // Guests of an open room do nothing but read and write: see `core/access/may`.
    if (cells.some(({ who }) => who.kind === "guests")) return refusedFor("guests have no powers");
    const known = await placesKnown(tx, courseId, assignmentId, cells);
    if (!known) return refusedFor("not found");
    await lockWikis(tx, courseId, known.wikis);
    const rules = (await rulesAt(tx, courseId, [...new Set(cells.map(({ place }) => place))])).filter(
      (rule): rule is PowerRule => "power" in rule,
    );
    const planned = planPowers(rules, cells, wanted);
    if (planned.end.length === 0 && planned.make.length === 0) return { kind: "unchanged" };
    const changeId = ctx.newId();
    await endRules(inside, courseId, planned.end, changeId);
    await makePowerRules(inside, courseId, planned.make, changeId);
    await tx.insert(accessChange).values({
      courseId,
      id: changeId,
      assignmentId,
      byId: ctx.viewer.id,
      at: ctx.now,
      kind: "set",
      told: toldPowers(rules, cells, wanted),
    });
    return { kind: "changed", changeId, cells: cells.length };
  });
}

function toldPowers(rules: readonly PowerRule[], cells: readonly Cell[], wanted: PowerSetting): ToldChange[] {
  const byHand = new Map(
    rules.flatMap((rule) =>
      rule.isOfAssignment ? [] : [[`${cellKey(rule)} ${rule.power}`, rule.given] as const],
    ),
  );
  const named = powers.filter((power) => wanted[power] !== undefined);
  return [...new Map(cells.map((cell) => [cellKey(cell), cell])).entries()].flatMap(([key, cell]) => {
    const changed = named.filter((power) => (byHand.get(`${key} ${power}`) ?? null) !== wanted[power]);
    const of = (given: (power: Power) => boolean | null) =>
      Object.fromEntries(changed.map((power) => [power, given(power)]));
    if (changed.length === 0) return [];
    return [
      {
        cell,
        before: [],
        after: [],
        powers: {
          before: of((power) => byHand.get(`${key} ${power}`) ?? null),
          after: of((power) => wanted[power] ?? null),
        },
      },
    ];
  });
}

/** Puts back what a change of powers changed; refused where they have been changed since. */
export async function undoPowers(
  inside: ContextIn,
  courseId: string,
  assignmentId: string,
  changeId: string,
  { before, after }: ToldPowers,
): Promise<AccessChanged> {
  const [found] = await inside.db
    .select({ now: assignment.membersMay })
    .from(assignment)
    .where(assignmentHere(courseId, assignmentId));
  if (!found || !same(found.now, after)) return refused({ code: "not as it was left" });
  await inside.db
    .update(accessChange)
    .set({ undoneAt: inside.now })
    .where(and(eq(accessChange.courseId, courseId), eq(accessChange.id, changeId)));
  return changePowers(inside, courseId, assignmentId, before, changeId);
}

/** Notes in the log that a set-up changed what members may do; nothing where it did not. */
export async function logPowers(
  { db, viewer, now, newId }: ContextIn,
  courseId: string,
  assignmentId: string,
  before: readonly Power[],
  after: readonly Power[],
): Promise<void> {
  if (same(before, after)) return;
  await db.insert(accessChange).values({
    courseId,
    id: newId(),
    assignmentId,
    byId: viewer.id,
    at: now,
    kind: "powers",
    told: [],
    powers: { before: [...before], after: [...after] },
  });
}

async function changePowers(
  inside: ContextIn,
  courseId: string,
  assignmentId: string,
  given: readonly Power[],
  undoes: string | null,
): Promise<AccessChanged> {
  const here = assignmentHere(courseId, assignmentId);
  const [found] = await inside.db.select().from(assignment).where(here).for("update");
  if (!found) return refused({ code: "not found" });
  const after = powers.filter((power) => given.includes(power));
  if (same(found.membersMay, after)) return { kind: "unchanged" };
  await lockWikis(inside.db, courseId, await wikisOf(inside.db, courseId, assignmentId));
  await inside.db.update(assignment).set({ membersMay: after }).where(here);
  await putTimes(inside, { ...found, membersMay: after });
  const changeId = inside.newId();
  await inside.db.insert(accessChange).values({
    courseId,
    id: changeId,
    assignmentId,
    byId: inside.viewer.id,
    at: inside.now,
    kind: undoes === null ? "powers" : "undo",
    undoes,
    told: [],
    powers: { before: [...found.membersMay], after },
  });
  return { kind: "changed", changeId, cells: 0 };
}

function same(one: readonly Power[], other: readonly Power[]): boolean {
  return one.length === other.length && one.every((power) => other.includes(power));
}
