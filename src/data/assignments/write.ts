/** Setting up an assignment: prepared in any order, changed at any time, published in one step. */
import "server-only";
import { and, asc, eq, notInArray } from "drizzle-orm";
import { mustMend } from "@/core/assignment/check";
import { contributionKinds } from "@/core/assignment/kinds";
import type { PageDocument } from "@/core/document/model";
import { identifyBlocks, parseDocument } from "@/core/document/parse";
import { titleKey } from "@/core/links/titles";
import { instantAt } from "@/core/time/zone";
import { logPowers } from "../access/powers";
import { mayChangeCourse } from "../access/read";
import { logTimes } from "../access/times";
import { findCourse } from "../courses/read";
import { groupSet } from "../db/tables/courses";
import { assignment, starterPage } from "../db/tables/wikis";
import { askFor } from "../jobs/ask";
import { announce } from "./announce";
import type { Context, ContextIn } from "../session/context";
import type { AssignmentProblem, AssignmentSaved } from "./dto";
import { assignmentHere } from "./here";
import { type AssignmentInput, assignmentInput } from "./input";
import { putTimes } from "./rules";
import { findSetUp } from "./set-up";
import { putStarterAccess } from "./starter-access";
import { hasStarted } from "./started";
import { type Refused, refused } from "../refusal";

type Stored = Omit<typeof assignment.$inferInsert, "courseId" | "id" | "createdAt">;
type StoredPage = Omit<typeof starterPage.$inferInsert, "courseId" | "assignmentId">;
type Read =
  | { readonly kind: "read"; readonly row: Stored; readonly pages: readonly StoredPage[] }
  | Refused<AssignmentProblem>;

/** Stores a new assignment, which nobody but instructors sees until it is published. */
export async function prepareAssignment(
  ctx: Context,
  courseId: string,
  input: AssignmentInput,
): Promise<AssignmentSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    const read = await readInput(inside, courseId, input);
    if (read.kind === "refused") return read;
    const assignmentId = ctx.newId();
    await tx.insert(assignment).values({ courseId, id: assignmentId, createdAt: ctx.now, ...read.row });
    await putPages(inside, courseId, assignmentId, read.pages);
    return { kind: "saved", assignmentId };
  });
}

/**
 * Changes an assignment. If it has been published, its times hold from now on, and its wikis are brought up
 * to it beside this request: new starter pages come to all of them, wikis that nobody shares any more are set
 * aside with all they hold. With `tells`, those who take part are told by mail and in the news. With `seen`,
 * the state in which it was shown, nothing is changed if somebody else has changed it since.
 */
export async function changeAssignment(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  input: AssignmentInput,
  seen?: string,
  tells = false,
): Promise<AssignmentSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    const read = await readInput(inside, courseId, input);
    if (read.kind === "refused") return read;
    const at = assignmentHere(courseId, assignmentId);
    const [before] = await tx.select().from(assignment).where(at).for("update");
    if (seen !== undefined && (await findSetUp(inside, courseId, assignmentId))?.state !== seen)
      return refused({ code: "changed since" });
    const [stored] = await tx
      .select({ counts: assignment.counts, hasStarted: hasStarted(ctx.now) })
      .from(assignment)
      .where(at);
    if (
      stored?.hasStarted &&
      contributionKinds.some((kind) => stored.counts.includes(kind) !== read.row.counts?.includes(kind))
    ) {
      return refused({
        code: "bad input",
        field: "counts",
        message: "Students have started: what counts stays as they were told",
      });
    }
    const [changed] = await tx.update(assignment).set(read.row).where(at).returning();
    if (!changed) return refused({ code: "not found" });
    await putPages(inside, courseId, assignmentId, read.pages);
    if (changed.publishedAt && before) {
      await logTimes(inside, before, changed);
      await logPowers(inside, courseId, assignmentId, before.membersMay, changed.membersMay);
      if (tells) await announce(inside, before, changed);
      await putTimes(inside, changed);
      await putStarterAccess(inside, { courseId, assignmentId });
      await askFor(tx, "wikis", { courseId, assignmentId });
    }
    return { kind: "saved", assignmentId };
  });
}

/**
 * Publishes a prepared assignment: its times hold, and a job makes its wikis. Refused while something must be
 * mended.
 */
export async function publishAssignment(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  tells = false,
): Promise<AssignmentSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const [locked] = await tx
      .select()
      .from(assignment)
      .where(assignmentHere(courseId, assignmentId))
      .for("update");
    const setUp = locked && (await findSetUp(inside, courseId, assignmentId));
    if (!locked || !setUp) return refused({ code: "not found" });
    const findings = setUp.findings.filter(mustMend);
    if (findings.length > 0) return refused({ code: "to be mended", findings });
    if (locked.publishedAt === null) {
      await tx.update(assignment).set({ publishedAt: ctx.now }).where(assignmentHere(courseId, assignmentId));
      await putTimes(inside, locked);
      if (tells) await announce(inside, null, locked);
    }
    await askFor(tx, "wikis", { courseId, assignmentId });
    return { kind: "saved", assignmentId };
  });
}

async function readInput(ctx: ContextIn, courseId: string, input: AssignmentInput): Promise<Read> {
  const course = await findCourse(ctx, courseId);
  if (!course || !(await mayChangeCourse(ctx, courseId))) return refused({ code: "not allowed" });
  const parsed = assignmentInput.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refused({ code: "bad input", field: issue.path.join("."), message: issue.message });
  }
  const { starterPages, brief: givenBrief, opensAt, dueAt, cutOffAt, othersReadFrom, ...rest } = parsed.data;
  const times: Partial<Record<"opensAt" | "dueAt" | "cutOffAt" | "othersReadFrom", Date | null>> = {};
  for (const [field, value] of Object.entries({ opensAt, dueAt, cutOffAt, othersReadFrom }) as [
    keyof typeof times,
    string | null,
  ][]) {
    const instant = value === null ? null : instantAt(value, course.timeZone);
    if (value !== null && !instant)
      return refused({ code: "bad input", field, message: "There is no such day" });
    times[field] = instant;
  }
  if (rest.setId !== null) {
    const [set] = await ctx.db
      .select({ id: groupSet.id })
      .from(groupSet)
      .where(and(eq(groupSet.courseId, courseId), eq(groupSet.id, rest.setId)));
    if (!set)
      return refused({ code: "bad input", field: "setId", message: "The set of groups is no longer there" });
  }
  const brief = parseDocument(givenBrief);
  if (brief.kind === "refused")
    return refused({ code: "bad document", where: "the brief", problem: brief.problem });
  const pages = readPages(starterPages, ctx.newId, (at) => instantAt(at, course.timeZone));
  if (!Array.isArray(pages)) return refused(pages);
  return {
    kind: "read",
    pages,
    row: {
      ...rest,
      brief: identifyBlocks(brief.document, ctx.newId),
      opensAt: times.opensAt!,
      dueAt: times.dueAt!,
      cutOffAt: times.cutOffAt ?? null,
      othersReadFrom: times.othersReadFrom ?? null,
    },
  };
}

function readPages(
  given: readonly (AssignmentInput["starterPages"][number] & { title: string })[],
  newId: () => string,
  instant: (clock: string) => Date | null,
): StoredPage[] | AssignmentProblem {
  const pages: StoredPage[] = [];
  const keys = new Set<string>();
  for (const [
    position,
    {
      id,
      title,
      document,
      parentId,
      forEachMember,
      isTemplate = false,
      readOnly = false,
      hiddenUntil = null,
    },
  ] of given.entries()) {
    const parsed = parseDocument(document);
    if (parsed.kind === "refused")
      return { code: "bad document", where: `the starter page “${title}”`, problem: parsed.problem };
    if (keys.has(titleKey(title))) return { code: "starter page twice", title };
    keys.add(titleKey(title));
    const shownFrom = hiddenUntil === null ? null : instant(hiddenUntil);
    if (hiddenUntil !== null && shownFrom === null)
      return {
        code: "bad input",
        field: "starterPages",
        message: `There is no such day as that up to which “${title}” is hidden`,
      };
    const isBefore = pages.some((page) => page.id === parentId);
    pages.push({
      id,
      position,
      title,
      document: identifyBlocks(parsed.document as PageDocument, newId),
      parentId: isBefore ? parentId : null,
      // The home page is everybody's, and there from the beginning.
      forEachMember: position > 0 && forEachMember && !isTemplate,
      isTemplate: position > 0 && isTemplate,
      // Where a wiki begins is there from the beginning; a template is on no page, and a member's own page is
      // theirs to write.
      readOnly: readOnly && !isTemplate && !(position > 0 && forEachMember),
      hiddenUntil: position > 0 && !isTemplate ? shownFrom : null,
    });
  }
  return pages;
}

async function putPages(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  pages: readonly StoredPage[],
): Promise<void> {
  const kept = pages.map(({ id }) => id);
  const ofAssignment = and(eq(starterPage.courseId, courseId), eq(starterPage.assignmentId, assignmentId));
  await ctx.db.delete(starterPage).where(and(ofAssignment, notInArray(starterPage.id, kept)));
  const known = new Set(
    (
      await ctx.db
        .select({ id: starterPage.id })
        .from(starterPage)
        .where(ofAssignment)
        .orderBy(asc(starterPage.position))
    ).map(({ id }) => id),
  );
  for (const page of pages) {
    if (known.has(page.id))
      await ctx.db
        .update(starterPage)
        .set(page)
        .where(and(ofAssignment, eq(starterPage.id, page.id)));
    else await ctx.db.insert(starterPage).values({ courseId, assignmentId, ...page });
  }
}
