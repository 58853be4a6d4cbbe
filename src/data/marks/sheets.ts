/**
 * Criteria sheets: each change is a new version, and nothing that was given under an earlier one is touched.
 */
import "server-only";
import { and, asc, desc, eq, isNull, sql } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import { expectationInput } from "../assignments/input";
import { type CriteriaSheet, criteriaSheet, emptySheet } from "@/core/marks/criteria";
import { type SheetChange, sheetChanges } from "@/core/marks/judged";
import { mayChangeCourse, roleOn } from "../access/read";
import { findAssignment } from "../assignments/read";
import { assignmentHere } from "../assignments/here";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { judgement, sheetVersion } from "../db/tables/marks";
import { assignment } from "../db/tables/wikis";
import { type Refused, refused } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { inTurn } from "./place";

export interface SheetDto {
  readonly assignmentId: string;
  readonly title: string;
  /** Null: there is none yet. */
  readonly version: number | null;
  readonly sheet: CriteriaSheet;
  readonly by: string | null;
  readonly at: Date | null;
}

/** The sheet as it holds, for whoever may read the brief; null for anybody else. */
export async function findSheet(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<SheetDto | null> {
  const found = await findAssignment(ctx, courseId, assignmentId);
  if (!found) return null;
  const newest = await newestVersion(ctx.db, courseId, assignmentId);
  return {
    assignmentId,
    title: found.title,
    version: newest?.version ?? null,
    sheet: newest?.sheet ?? emptySheet,
    by: newest?.by ?? null,
    at: newest?.at ?? null,
  };
}

export async function newestVersion(db: Queryable, courseId: string, assignmentId: string) {
  const [found] = await db
    .select({
      version: sheetVersion.version,
      sheet: sheetVersion.sheet,
      by: person.name,
      at: sheetVersion.at,
    })
    .from(sheetVersion)
    .innerJoin(person, eq(person.id, sheetVersion.byId))
    .where(and(eq(sheetVersion.courseId, courseId), eq(sheetVersion.assignmentId, assignmentId)))
    .orderBy(desc(sheetVersion.version))
    .limit(1);
  return found ?? null;
}

/** All versions, by number. The caller has asked whether they may be seen. */
export async function versionsOf(
  db: Queryable,
  courseId: string,
  assignmentId: string,
): Promise<ReadonlyMap<number, CriteriaSheet>> {
  const rows = await db
    .select({ version: sheetVersion.version, sheet: sheetVersion.sheet })
    .from(sheetVersion)
    .where(and(eq(sheetVersion.courseId, courseId), eq(sheetVersion.assignmentId, assignmentId)))
    .orderBy(asc(sheetVersion.version));
  return new Map(rows.map(({ version, sheet }) => [version, sheet]));
}

export type SheetProblem =
  | { readonly code: "not found" | "only looking" }
  | { readonly code: "bad input"; readonly where: string; readonly message: string }
  /** Somebody else has changed it since it was shown. */
  | { readonly code: "changed since"; readonly by: string };
export type SheetSaved = { readonly kind: "saved"; readonly version: number } | Refused<SheetProblem>;

/** What a sheet in somebody's hands would change, before it is stored. */
export interface SheetEffect extends SheetChange {
  /** How many groups or students have been judged by it. */
  readonly judged: number;
}
export type SheetPlanned =
  { readonly kind: "planned"; readonly effects: readonly SheetEffect[] } | Refused<SheetProblem>;

function readSheet(
  given: unknown,
): { readonly kind: "read"; readonly sheet: CriteriaSheet } | Refused<SheetProblem> {
  const read = criteriaSheet.safeParse(given);
  if (!read.success)
    return refused({
      code: "bad input",
      where: read.error.issues[0]!.path.join("."),
      message: read.error.issues[0]!.message,
    });
  for (const [at, { title, of, judging }] of read.data.criteria.entries()) {
    if (judging.by !== "expectation") continue;
    const expectation = expectationInput.safeParse(fromText(judging.expectation));
    if (!expectation.success)
      return refused({
        code: "bad input",
        where: `criteria.${at}`,
        message: `“${title}” names nothing that can be checked`,
      });
    if ((expectation.data.of === "student") !== (of === "student")) {
      return refused({
        code: "bad input",
        where: `criteria.${at}`,
        message: `What “${title}” checks is expected of ${expectation.data.of === "student" ? "each student" : "the wiki"}, and the criterion is for ${of === "student" ? "each student" : "the group’s work"}`,
      });
    }
  }
  return { kind: "read", sheet: read.data };
}

function fromText(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Says what storing a sheet would do to what was judged already. For those who run the course. */
export async function planSheet(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  given: unknown,
): Promise<SheetPlanned> {
  const read = readSheet(given);
  if (read.kind === "refused") return read;
  const [found] = runsCourse(await roleOn(ctx, courseId))
    ? await ctx.db
        .select({ id: assignment.id })
        .from(assignment)
        .where(assignmentHere(courseId, assignmentId))
    : [];
  if (!found) return refused({ code: "not found" });
  const before = await newestVersion(ctx.db, courseId, assignmentId);
  const changes = before ? sheetChanges(before.sheet, read.sheet) : [];
  const judged =
    changes.length === 0 ? new Map<string, number>() : await judgedSubjects(ctx.db, courseId, assignmentId);
  return {
    kind: "planned",
    effects: changes.map((change) => ({ ...change, judged: judged.get(change.id) ?? 0 })),
  };
}

/** How many groups or students have a judgement that holds, by criterion. */
async function judgedSubjects(
  db: Queryable,
  courseId: string,
  assignmentId: string,
): Promise<Map<string, number>> {
  const newest = db
    .selectDistinctOn([judgement.wikiId, judgement.personId, judgement.criterion], {
      criterion: judgement.criterion,
      level: judgement.level,
      points: judgement.points,
    })
    .from(judgement)
    .where(and(eq(judgement.courseId, courseId), eq(judgement.assignmentId, assignmentId)))
    .orderBy(judgement.wikiId, judgement.personId, judgement.criterion, desc(judgement.order))
    .as("newest");
  const rows = await db
    .select({ criterion: newest.criterion, count: sql<number>`count(*)::int` })
    .from(newest)
    .where(sql`${newest.level} is not null or ${newest.points} is not null`)
    .groupBy(newest.criterion);
  return new Map(rows.map(({ criterion, count }) => [criterion, count]));
}

/** Stores a sheet as the newest version. `seen`: the version that its maker had before them. */
export const saveSheet = act(
  async (
    ctx,
    courseId: string,
    assignmentId: string,
    given: unknown,
    seen: number | null,
  ): Promise<SheetSaved> => {
    const read = readSheet(given);
    if (read.kind === "refused") return read;
    if (!(await mayChangeCourse(ctx, courseId))) return refused({ code: "not found" });
    return ctx.db.transaction(async (tx): Promise<SheetSaved> => {
      const [found] = await tx
        .select({ id: assignment.id })
        .from(assignment)
        .where(assignmentHere(courseId, assignmentId));
      if (!found) return refused({ code: "not found" });
      await inTurn(tx, courseId, assignmentId);
      const before = await newestVersion(tx, courseId, assignmentId);
      if ((before?.version ?? null) !== seen) return refused({ code: "changed since", by: before?.by ?? "" });
      if (before && JSON.stringify(before.sheet) === JSON.stringify(read.sheet))
        return { kind: "saved", version: before.version };
      const version = (before?.version ?? 0) + 1;
      await putSheet({ ...ctx, db: tx }, courseId, assignmentId, version, read.sheet);
      return { kind: "saved", version };
    });
  },
);

export async function putSheet(
  { db, viewer, now }: ContextIn,
  courseId: string,
  assignmentId: string,
  version: number,
  sheet: CriteriaSheet,
): Promise<void> {
  await db.insert(sheetVersion).values({ courseId, assignmentId, version, sheet, byId: viewer.id, at: now });
}

/**
 * Copies the newest sheet of an assignment to one that has none, within a transaction. The caller has asked
 * whether that may be.
 */
export async function copySheet(
  ctx: ContextIn,
  from: { readonly courseId: string; readonly assignmentId: string },
  to: { readonly courseId: string; readonly assignmentId: string },
): Promise<void> {
  const found = await newestVersion(ctx.db, from.courseId, from.assignmentId);
  if (found) await putSheet(ctx, to.courseId, to.assignmentId, 1, found.sheet);
}

export interface SheetElsewhereDto {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly course: string;
  readonly assignment: string;
  readonly sheet: CriteriaSheet;
}

/** Sheets of other assignments in courses that the viewer runs: to begin from. The newest first. */
export async function sheetsElsewhere(ctx: ContextIn, assignmentId: string): Promise<SheetElsewhereDto[]> {
  const rows = await ctx.db
    .selectDistinctOn([sheetVersion.courseId, sheetVersion.assignmentId], {
      courseId: sheetVersion.courseId,
      assignmentId: sheetVersion.assignmentId,
      course: course.title,
      assignment: assignment.title,
      sheet: sheetVersion.sheet,
      at: sheetVersion.at,
    })
    .from(sheetVersion)
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, sheetVersion.courseId),
        eq(enrolment.personId, ctx.viewer.id),
        eq(enrolment.role, "instructor"),
        isNull(enrolment.leftAt),
      ),
    )
    .innerJoin(course, and(eq(course.id, sheetVersion.courseId), isNull(course.removedAt)))
    .innerJoin(
      assignment,
      and(
        eq(assignment.courseId, sheetVersion.courseId),
        eq(assignment.id, sheetVersion.assignmentId),
        isNull(assignment.removedAt),
      ),
    )
    .where(sql`${sheetVersion.assignmentId} <> ${assignmentId}`)
    .orderBy(sheetVersion.courseId, sheetVersion.assignmentId, desc(sheetVersion.version));
  return rows
    .toSorted((one, other) => other.at.getTime() - one.at.getTime())
    .slice(0, 50)
    .map(({ at: _, ...row }) => row);
}
