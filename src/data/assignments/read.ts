import { runsCourse, takesPart } from "@/core/access/role";
import "server-only";
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { allows } from "@/core/access/may";
import { givenToAssistant, groupsOf, memberOfWiki } from "../access/people";
import { roleOn, rulebookAt } from "../access/read";
import { person } from "../db/tables/accounts";
import { groupMember } from "../db/tables/courses";
import { assignment, entry, page, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { onceADrawing } from "../session/once";
import type { AssignmentDto, WikiListDto } from "./dto";

const columns = {
  id: assignment.id,
  title: assignment.title,
  brief: assignment.brief,
  opensAt: assignment.opensAt,
  dueAt: assignment.dueAt,
  sharing: assignment.sharing,
  publishedAt: assignment.publishedAt,
  cutOffAt: assignment.cutOffAt,
  counts: assignment.counts,
};

/**
 * The course's assignments, by due time. Nothing for people who are not on the course; only instructors see
 * those that are being prepared, and students those that have opened.
 */
export const courseAssignments = onceADrawing(
  async (ctx: ContextIn, courseId: string): Promise<AssignmentDto[]> => {
    const role = await roleOn(ctx, courseId);
    if (!role) return [];
    const all = await ctx.db
      .select(columns)
      .from(assignment)
      .where(and(eq(assignment.courseId, courseId), isNull(assignment.removedAt)))
      .orderBy(asc(assignment.dueAt), asc(assignment.title));
    if (runsCourse(role)) return all;
    return all.filter((each) => each.publishedAt !== null && (!takesPart(role) || each.opensAt <= ctx.now));
  },
);

/** One assignment, or null if there is none such for the viewer. */
export async function findAssignment(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<AssignmentDto | null> {
  return (await courseAssignments(ctx, courseId)).find((each) => each.id === assignmentId) ?? null;
}

/** The wikis of a course, or of one of its assignments, that the viewer may read, in their order. */
async function visibleWikis(ctx: ContextIn, courseId: string, assignmentId?: string) {
  const role = await roleOn(ctx, courseId);
  if (!role) return [];
  const rows = await ctx.db
    .select({
      id: wiki.id,
      assignmentId: wiki.assignmentId,
      name: wiki.name,
      homePageId: wiki.homePageId,
      groupId: wiki.groupId,
      personId: wiki.personId,
      entries: wiki.entries,
      isMine: memberOfWiki(ctx),
      isGiven: givenToAssistant(ctx.viewer.id),
      groups: groupsOf(wiki.courseId, ctx.viewer.id, ctx.now),
    })
    .from(wiki)
    .where(
      and(
        eq(wiki.courseId, courseId),
        isNull(wiki.setAsideAt),
        assignmentId ? eq(wiki.assignmentId, assignmentId) : undefined,
      ),
    )
    .orderBy(asc(wiki.position));
  const book = await rulebookAt(ctx, courseId, [
    courseId,
    ...rows.flatMap((row) => [row.assignmentId, row.id]),
  ]);
  return rows.filter(({ id, assignmentId: assignment, isMine, isGiven, groups }) =>
    allows(
      book.levelOf(
        { id: ctx.viewer.id, role, isMember: isMine, isGiven, groups },
        { course: courseId, assignment, wiki: id },
      ),
      "read",
    ),
  );
}

/** The names of an assignment's wikis that the viewer may read. */
export async function wikiNames(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<{ id: string; name: string }[]> {
  return (await visibleWikis(ctx, courseId, assignmentId)).map(({ id, name }) => ({ id, name }));
}

/** The same wikis with what is in them. */
export const readableWikis = onceADrawing(
  async (ctx: ContextIn, courseId: string, assignmentId?: string): Promise<WikiListDto[]> => {
    const visible = await visibleWikis(ctx, courseId, assignmentId);
    if (visible.length === 0) return [];
    const ids = visible.map((row) => row.id);
    const counts = await ctx.db
      .select({
        wikiId: page.wikiId,
        pages: sql<number>`count(*)::int`,
        words: sql<number>`sum(${page.words})::int`,
      })
      .from(page)
      .where(and(eq(page.courseId, courseId), inArray(page.wikiId, ids), isNull(page.removedAt)))
      .groupBy(page.wikiId);
    // Starter text is nobody's work: its entries are not counted, here as in the review.
    const last = await ctx.db
      .select({
        wikiId: entry.wikiId,
        at: sql<string>`max(${entry.at})`,
        written: sql<number>`count(${entry.authorId})::int`,
      })
      .from(entry)
      .where(and(eq(entry.courseId, courseId), inArray(entry.wikiId, ids)))
      .groupBy(entry.wikiId);
    const members = await ctx.db
      .select({ groupId: groupMember.groupId, name: person.name })
      .from(groupMember)
      .innerJoin(person, eq(person.id, groupMember.personId))
      .where(and(eq(groupMember.courseId, courseId), isNull(groupMember.until)))
      .orderBy(asc(groupMember.position));
    const countOf = new Map(counts.map((each) => [each.wikiId, each]));
    const lastOf = new Map(last.map((each) => [each.wikiId, each]));
    const namesOf = new Map<string, string[]>();
    for (const { groupId, name } of members) namesOf.set(groupId, [...(namesOf.get(groupId) ?? []), name]);
    return visible.map(({ groupId, personId, ...row }) => {
      const count = countOf.get(row.id);
      const { at = null, written = 0 } = lastOf.get(row.id) ?? {};
      return {
        ...row,
        entries: written,
        pages: count?.pages ?? 0,
        words: count?.words ?? 0,
        lastAt: at ? new Date(at) : null,
        members: groupId ? (namesOf.get(groupId) ?? []) : personId ? [row.name] : [],
      };
    });
  },
);
