/**
 * An assignment's times in the log of access: what they were before a change, what they are after it, and the
 * way back.
 */
import "server-only";
import { and, eq } from "drizzle-orm";
import { assignmentHere } from "../assignments/here";
import { putTimes } from "../assignments/rules";
import { accessChange, assignment, type ToldTimes } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { refused } from "../refusal";
import type { AccessChanged } from "./dto";
import { lockWikis } from "./record";
import { wikisOf } from "./sheet";

type Assignment = typeof assignment.$inferSelect;
type Times = Pick<Assignment, "opensAt" | "dueAt" | "closesAtDue" | "cutOffAt" | "othersReadFrom">;

export function tellTimes({ opensAt, dueAt, closesAtDue, cutOffAt, othersReadFrom }: Times): ToldTimes {
  return {
    opensAt: opensAt.toISOString(),
    dueAt: dueAt.toISOString(),
    closesAtDue,
    cutOffAt: cutOffAt?.toISOString() ?? null,
    othersReadFrom: othersReadFrom?.toISOString() ?? null,
  };
}

const same = (one: ToldTimes, other: ToldTimes) =>
  (Object.keys(one) as (keyof ToldTimes)[]).every((name) => one[name] === other[name]);

/** Notes that a published assignment's times were changed; nothing where they are as before. */
export async function logTimes(
  { db, viewer, now, newId }: ContextIn,
  before: Assignment,
  after: Assignment,
): Promise<void> {
  const [was, is] = [tellTimes(before), tellTimes(after)];
  if (same(was, is)) return;
  await db.insert(accessChange).values({
    courseId: after.courseId,
    id: newId(),
    assignmentId: after.id,
    byId: viewer.id,
    at: now,
    kind: "times",
    told: [],
    times: { before: was, after: is },
  });
}

/**
 * Puts the times back that a change had changed, more time that was given moved with them; refused where they
 * were changed again since.
 */
export async function undoTimes(
  inside: ContextIn,
  courseId: string,
  assignmentId: string,
  changeId: string,
  { before, after }: { readonly before: ToldTimes; readonly after: ToldTimes },
): Promise<AccessChanged> {
  const here = assignmentHere(courseId, assignmentId);
  const [found] = await inside.db.select().from(assignment).where(here).for("update");
  if (!found || !same(tellTimes(found), after)) return refused({ code: "not as it was left" });
  await lockWikis(inside.db, courseId, await wikisOf(inside.db, courseId, assignmentId));
  const date = (at: string | null) => (at === null ? null : new Date(at));
  const [changed] = await inside.db
    .update(assignment)
    .set({
      opensAt: new Date(before.opensAt),
      dueAt: new Date(before.dueAt),
      closesAtDue: before.closesAtDue,
      cutOffAt: date(before.cutOffAt),
      othersReadFrom: date(before.othersReadFrom),
    })
    .where(here)
    .returning();
  await putTimes(inside, changed!);
  await inside.db
    .update(accessChange)
    .set({ undoneAt: inside.now })
    .where(and(eq(accessChange.courseId, courseId), eq(accessChange.id, changeId)));
  const undoId = inside.newId();
  await inside.db.insert(accessChange).values({
    courseId,
    id: undoId,
    assignmentId,
    byId: inside.viewer.id,
    at: inside.now,
    kind: "undo",
    undoes: changeId,
    told: [],
    times: { before: after, after: before },
  });
  return { kind: "changed", changeId: undoId, cells: 0 };
}
