import "server-only";
import { and, asc, eq, isNotNull, isNull } from "drizzle-orm";
import type { Role } from "@/core/access/may";
import { dateAfter, instantAt, wallClockAt } from "@/core/time/zone";
import { dayLength } from "@/core/time/lengths";
import { isInstructor } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { file } from "../db/tables/files";
import { accessChange, assignment, starterPage } from "../db/tables/wikis";
import type { Context, ContextIn } from "../session/context";
import type { CourseSaved } from "./dto";
import { type CourseInput, courseInput } from "./input";
import { mayMakeCourses } from "./read";
import { refused } from "../refusal";


/** Makes a course with its people. For set-up by a command; nobody can reach it from a screen. */
export async function insertCourse(
  db: Queryable, given: typeof course.$inferInsert, people: readonly { readonly id: string; readonly role: Role }[], since: Date,
): Promise<void> {
  await db.insert(course).values(given);
  await db.insert(enrolment).values(people.map(({ id, role }) => ({ courseId: given.id, personId: id, role, since })));
}

/** Makes a course, its maker being its instructor. */
export async function makeCourse(ctx: Context, input: CourseInput): Promise<CourseSaved> {
  return ctx.db.transaction(async (tx) => insertFor({ ...ctx, db: tx }, input));
}

async function insertFor(ctx: ContextIn, input: CourseInput): Promise<CourseSaved> {
  if (!(await mayMakeCourses(ctx))) return refused({ code: "not allowed" });
  const parsed = read(input);
  if (parsed.kind === "refused") return parsed;
  const courseId = ctx.newId();
  await insertCourse(ctx.db, { id: courseId, ...parsed.course }, [{ id: ctx.viewer.id, role: "instructor" }], ctx.now);
  return { kind: "saved", courseId };
}

function read(input: CourseInput): { kind: "read"; course: CourseInput } | Extract<CourseSaved, { kind: "refused" }> {
  const parsed = courseInput.safeParse(input);
  if (parsed.success) return { kind: "read", course: parsed.data };
  const issue = parsed.error.issues[0]!;
  return refused({ code: "bad input", field: issue.path.join("."), message: issue.message });
}

/** Changes what a course is called and when it is. Instants stay what they are: a new time zone changes only how they read. */
export async function changeCourse(ctx: Context, courseId: string, input: CourseInput): Promise<CourseSaved> {
  if (!(await isInstructor(ctx, courseId))) return refused({ code: "not allowed" });
  const parsed = read(input);
  if (parsed.kind === "refused") return parsed;
  await ctx.db.update(course).set(parsed.course).where(eq(course.id, courseId));
  return { kind: "saved", courseId };
}

/** Archives a course, or opens it again. An archived one can be read as before, and changed by nobody. */
export async function setArchived(ctx: Context, courseId: string, archived: boolean): Promise<CourseSaved> {
  if (!(await isInstructor(ctx, courseId))) return refused({ code: "not allowed" });
  return ctx.db.transaction(async (tx): Promise<CourseSaved> => {
    const [found] = await tx.select({ archivedAt: course.archivedAt }).from(course).where(eq(course.id, courseId)).for("update");
    if (!found || (found.archivedAt !== null) === archived) return { kind: "saved", courseId };
    await tx.update(course).set({ archivedAt: archived ? ctx.now : null }).where(eq(course.id, courseId));
    const assignments = await tx.select({ id: assignment.id }).from(assignment).where(and(eq(assignment.courseId, courseId), isNotNull(assignment.publishedAt)));
    if (assignments.length > 0) {
      await tx.insert(accessChange).values(assignments.map(({ id }) => ({ courseId, id: ctx.newId(), assignmentId: id, byId: ctx.viewer.id, at: ctx.now, kind: archived ? "archived" as const : "reopened" as const, told: [] })));
    }
    return { kind: "saved", courseId };
  });
}

/**
 * Makes a course with the assignments of an earlier one: briefs, starter pages and settings, times moved by as many days
 * as lie between the first days of the two (the clock time stays). Nobody's work comes along, and nobody but the maker;
 * all assignments are there to be looked over, none is published.
 */
export async function copyCourse(ctx: Context, fromCourseId: string, input: CourseInput): Promise<CourseSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    if (!(await isInstructor(inside, fromCourseId))) return refused({ code: "not allowed" });
    const [from] = await tx.select().from(course).where(eq(course.id, fromCourseId));
    const made = await insertFor(inside, input);
    if (made.kind === "refused") return made;
    const [to] = await tx.select().from(course).where(eq(course.id, made.courseId));
    const days = Math.round((Date.parse(to!.startsOn) - Date.parse(from!.startsOn)) / dayLength);
    const move = (instant: Date) => instantAt(later(wallClockAt(instant, from!.timeZone), days), to!.timeZone)!;
    // Files of starter pages keep their ids: the texts that name them are copied as they are.
    const files = await tx.select().from(file).where(and(eq(file.courseId, fromCourseId), isNull(file.wikiId)));
    if (files.length > 0) await tx.insert(file).values(files.map((each) => ({ ...each, courseId: made.courseId, uploadedBy: ctx.viewer.id, at: ctx.now })));
    const rows = await tx.select().from(assignment).where(eq(assignment.courseId, fromCourseId)).orderBy(asc(assignment.dueAt));
    for (const row of rows) {
      const assignmentId = ctx.newId();
      await tx.insert(assignment).values({
        ...row, courseId: made.courseId, id: assignmentId, setId: null, publishedAt: null, createdAt: ctx.now,
        opensAt: move(row.opensAt), dueAt: move(row.dueAt), cutOffAt: row.cutOffAt && move(row.cutOffAt), othersReadFrom: row.othersReadFrom && move(row.othersReadFrom),
        expected: row.expected.map((each) => (each.of === "student" && each.by !== null ? { ...each, by: later(each.by, days) } : each)),
      });
      const pages = await tx.select().from(starterPage)
        .where(and(eq(starterPage.courseId, fromCourseId), eq(starterPage.assignmentId, row.id))).orderBy(asc(starterPage.position));
      const ids = new Map(pages.map(({ id }) => [id, ctx.newId()]));
      if (pages.length === 0) continue;
      await tx.insert(starterPage).values(pages.map((page) => ({
        ...page, courseId: made.courseId, assignmentId, id: ids.get(page.id)!, parentId: page.parentId && (ids.get(page.parentId) ?? null),
      })));
    }
    return made;
  });
}


/** The same clock time so many days later: "2026-03-29T17:00" and 7 give "2026-04-05T17:00". */
function later(clock: string, days: number): string {
  const [date, time] = clock.split("T") as [string, string];
  return `${dateAfter(date, days)}T${time}`;
}

/** Lets a person make courses. For operators. False if nobody has the address. */
export async function letMakeCourses(db: Queryable, address: string): Promise<boolean> {
  const changed = await db.update(person).set({ mayMakeCourses: true }).where(eq(person.email, address.toLowerCase())).returning({ id: person.id });
  return changed.length > 0;
}
