/**
 * Copying an assignment, alone or with its course: its brief, starter pages and templates with their access,
 * what is expected, what counts, thresholds, its criteria sheet, and the access that was set for it as a
 * whole, all times moved alike. People, groups (unless they are wanted), wikis and work stay behind, and so
 * does access that was set for single wikis, pages and people.
 */
import "server-only";
import { indexFileNames } from "../search/index-beside";
import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import * as z from "zod";
import { dateAfter, instantAt, wallClockAt } from "@/core/time/zone";
import { isInstructor, mayChangeCourse } from "../access/read";
import { course } from "../db/tables/courses";
import { file } from "../db/tables/files";
import { accessRule, assignment, starterPage } from "../db/tables/wikis";
import { copySheet } from "../marks/sheets";
import { refused } from "../refusal";
import type { Context, ContextIn } from "../session/context";
import { assignmentHere } from "./here";
import type { AssignmentSaved } from "./dto";
import { titleOf } from "./input";

export interface Moved {
  readonly toCourse: string;
  /** Moves an instant, and a wall clock. */
  readonly instant: (at: Date) => Date;
  readonly clock: (at: string) => string;
  /** The set of groups that it comes with; null: none. */
  readonly setId: string | null;
  readonly title?: string;
}

/** Rules about people and doors are left behind: who they are about is not known elsewhere. */
const movable = ["course", "students", "assistants", "observers", "group", "owner"] as const;

/** Copies one assignment, unpublished, within a transaction. The caller has asked whether that may be. */
export async function copyOne(
  ctx: ContextIn,
  row: typeof assignment.$inferSelect,
  { toCourse, instant, clock, setId, title = row.title }: Moved,
): Promise<string> {
  const { db, now, newId, viewer } = ctx;
  const assignmentId = newId();
  await db.insert(assignment).values({
    ...row,
    title,
    courseId: toCourse,
    id: assignmentId,
    setId,
    publishedAt: null,
    createdAt: now,
    opensAt: instant(row.opensAt),
    dueAt: instant(row.dueAt),
    cutOffAt: row.cutOffAt && instant(row.cutOffAt),
    othersReadFrom: row.othersReadFrom && instant(row.othersReadFrom),
    expected: row.expected.map((each) =>
      each.of === "student" && each.by !== null ? { ...each, by: clock(each.by) } : each,
    ),
  });
  const pages = await db
    .select()
    .from(starterPage)
    .where(and(eq(starterPage.courseId, row.courseId), eq(starterPage.assignmentId, row.id)))
    .orderBy(asc(starterPage.position));
  const ids = new Map(pages.map(({ id }) => [id, newId()]));
  if (pages.length > 0) {
    await db.insert(starterPage).values(
      pages.map((page) => ({
        ...page,
        courseId: toCourse,
        assignmentId,
        id: ids.get(page.id)!,
        parentId: page.parentId && (ids.get(page.parentId) ?? null),
        hiddenUntil: page.hiddenUntil && instant(page.hiddenUntil),
      })),
    );
  }
  const rules = await db
    .select()
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, row.courseId),
        eq(accessRule.place, row.id),
        eq(accessRule.scope, "assignment"),
        isNull(accessRule.origin),
        isNull(accessRule.endedAt),
        inArray(accessRule.whoKind, [...movable]),
      ),
    );
  if (rules.length > 0) {
    await db.insert(accessRule).values(
      rules.map((rule) => ({
        ...rule,
        courseId: toCourse,
        id: newId(),
        place: assignmentId,
        changeId: null,
        madeAt: now,
        madeBy: viewer.id,
        from: rule.from && instant(rule.from),
        until: rule.until && instant(rule.until),
      })),
    );
  }
  await copySheet(
    ctx,
    { courseId: row.courseId, assignmentId: row.id },
    { courseId: toCourse, assignmentId },
  );
  return assignmentId;
}

/**
 * Files of starter pages keep their ids, so that the texts which name them are copied as they are; those that
 * are there already stay.
 */
export async function copyFiles(
  { db, viewer, now }: ContextIn,
  fromCourse: string,
  toCourse: string,
): Promise<void> {
  if (fromCourse === toCourse) return;
  const files = await db
    .select()
    .from(file)
    .where(and(eq(file.courseId, fromCourse), isNull(file.wikiId)));
  if (files.length > 0)
    await db
      .insert(file)
      .values(files.map((each) => ({ ...each, courseId: toCourse, uploadedBy: viewer.id, at: now })))
      .onConflictDoNothing();
  for (const { id } of files) await indexFileNames(db, toCourse, id);
}

/** The same clock time so many days later: "2026-03-29T17:00" and 7 give "2026-04-05T17:00". */
export function clockLater(clock: string, days: number): string {
  const [date, time] = clock.split("T") as [string, string];
  return `${dateAfter(date, days)}T${time}`;
}

export const copyInput = z.object({
  title: titleOf("The title"),
  toCourse: z.string().regex(/^[0-9a-z]{1,60}$/),
  /** The day on which the copy opens; all its times move by as many days. */
  opensOn: z.iso.date({ error: "The day on which it opens is no day" }),
  withGroups: z.boolean(),
});
export type CopyInput = z.input<typeof copyInput>;

/**
 * Copies an assignment into the same course or another one that the viewer runs; it is there to be looked
 * over, and not published.
 */
export async function copyAssignment(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  given: CopyInput,
): Promise<AssignmentSaved> {
  const parsed = copyInput.safeParse(given);
  if (!parsed.success)
    return refused({
      code: "bad input",
      field: parsed.error.issues[0]!.path.join("."),
      message: parsed.error.issues[0]!.message,
    });
  const { title, toCourse, opensOn, withGroups } = parsed.data;
  return ctx.db.transaction(async (tx): Promise<AssignmentSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await isInstructor(inside, courseId)) || !(await mayChangeCourse(inside, toCourse)))
      return refused({ code: "not allowed" });
    const [row] = await tx.select().from(assignment).where(assignmentHere(courseId, assignmentId));
    const zones = new Map(
      (
        await tx
          .select({ id: course.id, zone: course.timeZone })
          .from(course)
          .where(inArray(course.id, [courseId, toCourse]))
      ).map(({ id, zone }) => [id, zone]),
    );
    const [from, to] = [zones.get(courseId), zones.get(toCourse)];
    if (!row || !from || !to) return refused({ code: "not found" });
    const days = Math.round(
      (Date.parse(opensOn) - Date.parse(wallClockAt(row.opensAt, from).slice(0, 10))) / 86_400_000,
    );
    const clock = (at: string) => clockLater(at, days);
    const instant = (at: Date) => instantAt(clock(wallClockAt(at, from)), to)!;
    await copyFiles(inside, courseId, toCourse);
    return {
      kind: "saved",
      assignmentId: await copyOne(inside, row, {
        toCourse,
        instant,
        clock,
        title,
        setId: withGroups && toCourse === courseId ? row.setId : null,
      }),
    };
  });
}
