/** Access as the data layer asks for it: the place, the person and the rules are loaded, the core decides. */
import "server-only";
import { and, eq, inArray, isNull, or, sql } from "drizzle-orm";
import { type Action, allows, decide, type Decision, type Person, type Place, type Closed, type Role, type Rule, whenClosed } from "@/core/access/may";
import { accessRule, page, wiki } from "../db/tables/wikis";
import { assistantGroup, course, enrolment, groupMember } from "../db/tables/courses";
import type { AnyPgColumn } from "drizzle-orm/pg-core";
import type { ContextIn } from "../session/context";
import type { Queryable } from "../db/client";

/** A person at a wiki or one of its pages, with what they may do there. */
export interface Standpoint {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly wikiId: string;
  readonly pageId: string | null;
  readonly person: Person;
  readonly decision: Decision;
  /** Why nobody changes anything here any more; null: it is open. */
  readonly closed: Closed | null;
}

/** The viewer's role on the course, or null if they are not on it. */
export async function roleOn(ctx: ContextIn, courseId: string): Promise<Role | null> {
  const [found] = await ctx.db.select({ role: enrolment.role }).from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, ctx.viewer.id), isNull(enrolment.leftAt)));
  return found?.role ?? null;
}

/** Whether the viewer runs the course: sets up, changes access, restores, reviews all. */
export async function isInstructor(ctx: ContextIn, courseId: string): Promise<boolean> {
  return (await roleOn(ctx, courseId)) === "instructor";
}

/** Where the viewer stands at a wiki; null if they are not on the course, may not read it, or it does not exist. */
export async function standAtWiki(ctx: ContextIn, courseId: string, wikiId: string): Promise<Standpoint | null> {
  return stand(ctx, courseId, wikiId, null);
}

/** Where the viewer stands at a page; null if they may not read it or it does not exist. */
export async function standAtPage(ctx: ContextIn, courseId: string, pageId: string): Promise<Standpoint | null> {
  const [found] = await ctx.db.select({ id: page.id, wikiId: page.wikiId, ownerId: page.ownerId }).from(page).where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  return found ? stand(ctx, courseId, found.wikiId, found) : null;
}

async function stand(ctx: ContextIn, courseId: string, wikiId: string, at: { readonly id: string; readonly ownerId: string | null } | null): Promise<Standpoint | null> {
  const pageId = at?.id ?? null;
  const [found] = await ctx.db
    .select({
      assignmentId: wiki.assignmentId, role: enrolment.role, setAsideAt: wiki.setAsideAt, archivedAt: course.archivedAt,
      isMember: memberOfWiki(ctx), isGiven: givenToAssistant(ctx.viewer.id),
    })
    .from(wiki)
    .innerJoin(course, eq(course.id, wiki.courseId))
    .innerJoin(enrolment, and(eq(enrolment.courseId, wiki.courseId), eq(enrolment.personId, ctx.viewer.id), isNull(enrolment.leftAt)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  if (!found || (found.setAsideAt && found.role !== "instructor")) return null;
  const place: Place = { course: courseId, assignment: found.assignmentId, wiki: wikiId, ...(pageId ? { page: pageId } : {}) };
  const person: Person = { id: ctx.viewer.id, role: found.role, isMember: found.isMember, isGiven: found.isGiven, ...(at?.ownerId ? { owns: at.ownerId === ctx.viewer.id } : {}) };
  const rules = await rulesAt(ctx.db, courseId, Object.values(place));
  const closed = found.archivedAt ? "archived" : found.setAsideAt ? "set aside" : null;
  const decision = whenClosed(decide(rules, person, place, ctx.now.getTime()), closed);
  if (!allows(decision.level, "read")) return null;
  return { courseId, assignmentId: found.assignmentId, wikiId, pageId, person, decision, closed };
}

/** Whether the viewer runs a course that has not been archived: what changes anything asks this. */
export async function mayChangeCourse(ctx: ContextIn, courseId: string): Promise<boolean> {
  if (!(await isInstructor(ctx, courseId))) return false;
  const [found] = await ctx.db.select({ archivedAt: course.archivedAt }).from(course).where(eq(course.id, courseId));
  return found !== undefined && found.archivedAt === null;
}

/** Whether the viewer may act there. Reading is granted by the standpoint's being there at all. */
export function may(standpoint: Standpoint, action: Action): boolean {
  return allows(standpoint.decision.level, action);
}

/**
 * SQL: whether `personId` is one of those whose wiki it is. The wiki's columns are named with their table by hand: in
 * a query of one table the library leaves table names out, and inside the subquery they would mean another column.
 */
export function memberOfWiki({ viewer, now }: Pick<ContextIn, "viewer" | "now">) {
  const [courseId, groupId, owner] = ofWiki();
  return sql<boolean>`case
    when ${groupId} is not null then exists (select 1 from ${groupMember} m
      where m.course_id = ${courseId} and m.group_id = ${groupId} and m.person_id = ${viewer.id}
        and m.since <= ${now.toISOString()} and (m.until_at is null or m.until_at > ${now.toISOString()}))
    when ${owner} is not null then ${owner} = ${viewer.id}
    else exists (select 1 from ${enrolment} e
      where e.course_id = ${courseId} and e.person_id = ${viewer.id} and e.role = 'student' and e.left_at is null)
  end`;
}

/** SQL: whether the wiki is one that an assistant limited to some groups sees; true for everybody else. The person is an id or a column. */
export function givenToAssistant(personId: string | AnyPgColumn) {
  const [courseId, groupId, owner] = ofWiki();
  return sql<boolean>`(not exists (select 1 from ${enrolment} e
      where e.course_id = ${courseId} and e.person_id = ${personId} and e.role = 'assistant' and e.only_given_groups)
    or (${groupId} is null and ${owner} is null)
    or exists (select 1 from ${assistantGroup} a
      where a.course_id = ${courseId} and a.person_id = ${personId} and (a.group_id = ${groupId} or exists (select 1 from ${groupMember} m
        where m.course_id = a.course_id and m.group_id = a.group_id and m.person_id = ${owner}))))`;
}

function ofWiki() {
  return ["course_id", "group_id", "person_id"].map((column) => sql`${wiki}.${sql.identifier(column)}`);
}

/** The rules in force at any of `places`. */
export async function rulesAt(db: Queryable, courseId: string, places: readonly string[]): Promise<Rule[]> {
  const rows = await db.select().from(accessRule)
    .where(and(eq(accessRule.courseId, courseId), inArray(accessRule.place, [...places]), isNull(accessRule.endedAt)));
  return rows.map(toRule);
}

function toRule(row: typeof accessRule.$inferSelect): Rule {
  return {
    id: row.id, scope: row.scope, place: row.place, level: row.level,
    who: row.whoKind === "person" ? { kind: "person", person: row.whoPerson! } : { kind: row.whoKind },
    from: row.from?.getTime() ?? null, until: row.until?.getTime() ?? null, madeAt: row.madeAt.getTime(),
  };
}

/** Of the pages of one wiki, those that the person at `standpoint` may read. O(pages × rules). */
export async function readablePages<Row extends { id: string }>(ctx: ContextIn, standpoint: Standpoint, pages: readonly Row[]): Promise<Row[]> {
  const { courseId, assignmentId, wikiId, person } = standpoint;
  const rules = await rulesAt(ctx.db, courseId, [courseId, assignmentId, wikiId, ...pages.map((each) => each.id)]);
  return pages.flatMap((each) => {
    const place = { course: courseId, assignment: assignmentId, wiki: wikiId, page: each.id };
    const { level } = decide(rules, person, place, ctx.now.getTime());
    return allows(level, "read") ? [each] : [];
  });
}

/** Rules of one place, past ones included, newest first: its access log. */
export async function ruleLog(db: Queryable, courseId: string, place: string) {
  return db.select().from(accessRule)
    .where(and(eq(accessRule.courseId, courseId), or(eq(accessRule.place, place))))
    .orderBy(sql`${accessRule.madeAt} desc`, sql`${accessRule.id} desc`);
}
