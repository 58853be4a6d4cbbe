import "server-only";
import { and, asc, eq, isNotNull, isNull } from "drizzle-orm";
import type { Role } from "@/core/access/may";
import { instantAt, wallClockAt } from "@/core/time/zone";
import { dayLength } from "@/core/time/lengths";
import { isInstructor } from "../access/read";
import { clockLater, copyFiles, copyOne } from "../assignments/copy";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { accessChange, assignment } from "../db/tables/wikis";
import { askFor } from "../jobs/ask";
import { forgetIndex } from "../search/bring-up";
import type { Context, ContextIn } from "../session/context";
import type { CourseSaved } from "./dto";
import { type CourseFields, type CourseInput, courseInput } from "./input";
import { mayMakeCourses } from "./read";
import { refused } from "../refusal";

/** Makes a course with its people. For set-up by a command; nobody can reach it from a screen. */
export async function insertCourse(
  db: Queryable,
  given: typeof course.$inferInsert,
  people: readonly { readonly id: string; readonly role: Role }[],
  since: Date,
): Promise<void> {
  await db.insert(course).values(given);
  await db
    .insert(enrolment)
    .values(people.map(({ id, role }) => ({ courseId: given.id, personId: id, role, since })));
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
  await insertCourse(
    ctx.db,
    { id: courseId, ...parsed.course },
    [{ id: ctx.viewer.id, role: "instructor" }],
    ctx.now,
  );
  return { kind: "saved", courseId };
}

function read(
  input: CourseInput,
): { kind: "read"; course: CourseFields } | Extract<CourseSaved, { kind: "refused" }> {
  const parsed = courseInput.safeParse(input);
  if (parsed.success) return { kind: "read", course: parsed.data };
  const issue = parsed.error.issues[0]!;
  return refused({ code: "bad input", field: issue.path.join("."), message: issue.message });
}

/**
 * Changes what a course is called and when it is. Instants stay what they are: a new time zone changes only
 * how they read. In another language its wikis are indexed anew, which a job does.
 */
export async function changeCourse(ctx: Context, courseId: string, input: CourseInput): Promise<CourseSaved> {
  if (!(await isInstructor(ctx, courseId))) return refused({ code: "not allowed" });
  const parsed = read(input);
  if (parsed.kind === "refused") return parsed;
  return ctx.db.transaction(async (tx): Promise<CourseSaved> => {
    const here = eq(course.id, courseId);
    const [before] = await tx.select({ language: course.language }).from(course).where(here).for("update");
    await tx.update(course).set(parsed.course).where(here);
    if (before && before.language !== parsed.course.language) {
      await forgetIndex(tx, courseId);
      await askFor(tx, "search", { courseId });
    }
    return { kind: "saved", courseId };
  });
}

/** Archives a course, or opens it again. An archived one can be read as before, and changed by nobody. */
export async function setArchived(ctx: Context, courseId: string, archived: boolean): Promise<CourseSaved> {
  if (!(await isInstructor(ctx, courseId))) return refused({ code: "not allowed" });
  return ctx.db.transaction(async (tx): Promise<CourseSaved> => {
    const [found] = await tx
      .select({ archivedAt: course.archivedAt })
      .from(course)
      .where(eq(course.id, courseId))
      .for("update");
    if (!found || (found.archivedAt !== null) === archived) return { kind: "saved", courseId };
    await tx
      .update(course)
      .set({ archivedAt: archived ? ctx.now : null })
      .where(eq(course.id, courseId));
    const assignments = await tx
      .select({ id: assignment.id })
      .from(assignment)
      .where(
        and(
          eq(assignment.courseId, courseId),
          isNotNull(assignment.publishedAt),
          isNull(assignment.removedAt),
        ),
      );
    if (assignments.length > 0) {
      await tx.insert(accessChange).values(
        assignments.map(({ id }) => ({
          courseId,
          id: ctx.newId(),
          assignmentId: id,
          byId: ctx.viewer.id,
          at: ctx.now,
          kind: archived ? ("archived" as const) : ("reopened" as const),
          told: [],
        })),
      );
    }
    return { kind: "saved", courseId };
  });
}

/**
 * Makes a course with the assignments of an earlier one: briefs, starter pages and settings, times moved by
 * as many days as lie between the first days of the two (the clock time stays). Nobody's work comes along,
 * and nobody but the maker; all assignments are there to be looked over, none is published.
 */
export async function copyCourse(
  ctx: Context,
  fromCourseId: string,
  input: CourseInput,
): Promise<CourseSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    if (!(await isInstructor(inside, fromCourseId))) return refused({ code: "not allowed" });
    const [from] = await tx.select().from(course).where(eq(course.id, fromCourseId));
    const made = await insertFor(inside, input);
    if (made.kind === "refused") return made;
    const [to] = await tx.select().from(course).where(eq(course.id, made.courseId));
    const days = Math.round((Date.parse(to!.startsOn) - Date.parse(from!.startsOn)) / dayLength);
    const move = (instant: Date) =>
      instantAt(clockLater(wallClockAt(instant, from!.timeZone), days), to!.timeZone)!;
    await copyFiles(inside, fromCourseId, made.courseId);
    const rows = await tx
      .select()
      .from(assignment)
      .where(and(eq(assignment.courseId, fromCourseId), isNull(assignment.removedAt)))
      .orderBy(asc(assignment.dueAt));
    for (const row of rows)
      await copyOne(inside, row, {
        toCourse: made.courseId,
        instant: move,
        clock: (at) => clockLater(at, days),
        setId: null,
      });
    return made;
  });
}

/** Lets a person make courses. For operators. False if nobody has the address. */
export async function letMakeCourses(db: Queryable, address: string): Promise<boolean> {
  const changed = await db
    .update(person)
    .set({ mayMakeCourses: true })
    .where(eq(person.email, address.toLowerCase()))
    .returning({ id: person.id });
  return changed.length > 0;
}
