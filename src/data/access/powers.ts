/** What an assignment's members may do with pages apart from writing them: start, rename, upload and the like. */
import "server-only";
import { and, eq } from "drizzle-orm";
import { z } from "zod";
import { type Power, powers } from "@/core/access/may";
import { putTimes } from "../assignments/rules";
import { accessChange, assignment, type ToldPowers } from "../db/tables/wikis";
import type { Context, ContextIn } from "../session/context";
import type { AccessChanged } from "./dto";
import { mayChangeCourse } from "./read";
import { lockWikis } from "./record";
import { wikisOf } from "./sheet";

export const powersInput = z.array(z.enum(powers)).max(powers.length);

/** Gives members exactly `given`, in all wikis of the assignment; rules about single places and people come before it still. Stands in the log. */
export async function setMemberPowers(ctx: Context, courseId: string, assignmentId: string, given: readonly Power[]): Promise<AccessChanged> {
  return ctx.db.transaction(async (tx): Promise<AccessChanged> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return { kind: "refused", problem: { code: "not allowed" } };
    return changePowers(inside, courseId, assignmentId, given, null);
  });
}

/** Puts back what a change of powers changed; refused where they have been changed since. */
export async function undoPowers(inside: ContextIn, courseId: string, assignmentId: string, changeId: string, { before, after }: ToldPowers): Promise<AccessChanged> {
  const [found] = await inside.db.select({ now: assignment.membersMay }).from(assignment).where(and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId)));
  if (!found || !same(found.now, after)) return { kind: "refused", problem: { code: "not as it was left" } };
  await inside.db.update(accessChange).set({ undoneAt: inside.now }).where(and(eq(accessChange.courseId, courseId), eq(accessChange.id, changeId)));
  return changePowers(inside, courseId, assignmentId, before, changeId);
}

async function changePowers(inside: ContextIn, courseId: string, assignmentId: string, given: readonly Power[], undoes: string | null): Promise<AccessChanged> {
  const here = and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId));
  const [found] = await inside.db.select().from(assignment).where(here).for("update");
  if (!found) return { kind: "refused", problem: { code: "not found" } };
  const after = powers.filter((power) => given.includes(power));
  if (same(found.membersMay, after)) return { kind: "unchanged" };
  await lockWikis(inside.db, courseId, await wikisOf(inside.db, courseId, assignmentId));
  await inside.db.update(assignment).set({ membersMay: after }).where(here);
  await putTimes(inside, { ...found, membersMay: after });
  const changeId = inside.newId();
  await inside.db.insert(accessChange).values({
    courseId, id: changeId, assignmentId, byId: inside.viewer.id, at: inside.now, kind: undoes === null ? "powers" : "undo", undoes, told: [], powers: { before: [...found.membersMay], after },
  });
  return { kind: "changed", changeId, cells: 0 };
}

function same(one: readonly Power[], other: readonly Power[]): boolean {
  return one.length === other.length && one.every((power) => other.includes(power));
}
