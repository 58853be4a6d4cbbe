/** An assignment as those who set it up see it: all its settings, and what is missing or odd about them. */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import { checkSetUp, type SetUpFinding } from "@/core/assignment/check";
import { plainText } from "@/core/document/leaves";
import { linkedPages, titleKey } from "@/core/links/titles";
import { hashText } from "@/core/text/hash";
import { wallClockAt } from "@/core/time/zone";
import { isInstructor } from "../access/read";
import { groupSets } from "../groups/read";
import { person } from "../db/tables/accounts";
import { byName } from "../db/order";
import { course, enrolment } from "../db/tables/courses";
import { assignment, starterPage } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { assignmentHere } from "./here";
import type { Progress, SetUpDto } from "./dto";
import type { AssignmentInput } from "./input";
import { hasStarted } from "./started";
import { wikiProgress } from "./wikis";

/** For instructors; null for anybody else, and where there is no such assignment. */
export async function findSetUp(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<SetUpDto | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const [found] = await ctx.db
    .select({
      row: assignment,
      hasStarted: hasStarted(ctx.now),
      zone: course.timeZone,
      endsOn: course.endsOn,
    })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  if (!found) return null;
  const { row, zone, endsOn } = found;
  const pages = await ctx.db
    .select()
    .from(starterPage)
    .where(and(eq(starterPage.courseId, courseId), eq(starterPage.assignmentId, assignmentId)))
    .orderBy(asc(starterPage.position));
  const clock = (instant: Date) => wallClockAt(instant, zone);
  const input: AssignmentInput = {
    title: row.title,
    brief: row.brief,
    opensAt: clock(row.opensAt),
    dueAt: clock(row.dueAt),
    closesAtDue: row.closesAtDue,
    cutOffAt: row.cutOffAt && clock(row.cutOffAt),
    commentsOn: row.commentsOn,
    othersReadFrom: row.othersReadFrom && clock(row.othersReadFrom),
    membersMay: [...row.membersMay],
    sharing: row.sharing,
    setId: row.setId,
    expected: [...row.expected],
    counts: [...row.counts],
    starterPages: pages.map(
      ({ id, title, document, parentId, forEachMember, isTemplate, readOnly, hiddenUntil }) => ({
        id,
        title,
        document,
        parentId,
        forEachMember,
        isTemplate,
        readOnly,
        hiddenUntil: hiddenUntil && clock(hiddenUntil),
      }),
    ),
  };
  const progress = row.publishedAt
    ? await wikiProgress(ctx.db, { courseId, assignmentId })
    : { made: 0, wanted: 0 };
  return {
    id: assignmentId,
    input,
    state: hashText(JSON.stringify(input)).toString(36),
    publishedAt: row.publishedAt,
    hasStarted: found.hasStarted,
    findings: await findingsOf(ctx, courseId, input, pages, clock(ctx.now), endsOn),
    progress,
  };
}

async function findingsOf(
  ctx: ContextIn,
  courseId: string,
  input: AssignmentInput,
  pages: readonly (typeof starterPage.$inferSelect)[],
  now: string,
  endsOn: string,
): Promise<SetUpFinding[]> {
  const students = await ctx.db
    .select({ id: person.id, name: person.name })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"), isNull(enrolment.leftAt)))
    .orderBy(byName);
  const set =
    input.setId === null
      ? null
      : ((await groupSets(ctx, courseId)).find(({ id }) => id === input.setId) ?? null);
  const byTitle = new Map(pages.map(({ id, title }) => [titleKey(title), id]));
  const isEmpty = (document: unknown) => plainText(document as Parameters<typeof plainText>[0]).trim() === "";
  return checkSetUp({
    sharing: input.sharing,
    students,
    now,
    opensAt: input.opensAt,
    dueAt: input.dueAt,
    cutOffAt: input.cutOffAt,
    endsOn,
    briefIsEmpty: isEmpty(input.brief),
    groups: set && set.groups.map(({ name, members }) => ({ name, members: members.map(({ id }) => id) })),
    pages: pages
      .filter(({ isTemplate }) => !isTemplate)
      .map(({ id, title, document, forEachMember }) => ({
        id,
        title,
        forEachMember,
        isEmpty: isEmpty(document),
        links: linkedPages(document).flatMap((link) => byTitle.get(titleKey(link.title)) ?? []),
      })),
  });
}

/** How far the making of an assignment's wikis has come; null for those who do not set it up. */
export async function findProgress(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<Progress | null> {
  return (await isInstructor(ctx, courseId)) ? wikiProgress(ctx.db, { courseId, assignmentId }) : null;
}
