/** Access as the data layer asks for it: the place, the person and the rules are loaded, the core decides. */
import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { Ahead } from "@/core/access/ahead";
import {
  type Action, allows, type Closed, type Decision, type Level, mayAct, mayUse, type Person, type Place, type Power, type PowerRule, type Role, type Rule, Rulebook, type Who, whenClosed, whenIn,
} from "@/core/access/may";
import { accessRule, page, wiki } from "../db/tables/wikis";
import { course, enrolment } from "../db/tables/courses";
import type { ContextIn, Door } from "../session/context";
import { onceADrawing } from "../session/once";
import type { Queryable } from "../db/client";
import { givenToAssistant, groupsOf, memberOfWiki } from "./people";

/** A person at a wiki or one of its pages, with what they may do there. */
export interface Standpoint {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly wikiId: string;
  readonly pageId: string | null;
  readonly person: Person;
  readonly place: Place;
  /** The rules at the place and above it, from now on, by the course's clocks. */
  readonly ahead: Ahead;
  readonly decision: Decision;
  /** Why nobody changes anything here any more; null: it is open. */
  readonly closed: Closed | null;
}

/** The viewer's role on the course, or null if they are not on it. */
export const roleOn = onceADrawing(async (ctx: ContextIn, courseId: string): Promise<Role | null> => {
  if (ctx.door || !isWithinLook(ctx, courseId)) return null;
  const [found] = await ctx.db.select({ role: enrolment.role }).from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, ctx.viewer.id), isNull(enrolment.leftAt)));
  return found?.role ?? null;
});

/** Whoever looks as somebody else sees one course of theirs, and nothing of the others. */
function isWithinLook({ lookingAs }: ContextIn, courseId: string): boolean {
  return lookingAs === undefined || lookingAs.courseId === courseId;
}

/** Whether the viewer runs the course: sets up, changes access, restores, reviews all. */
export async function isInstructor(ctx: ContextIn, courseId: string): Promise<boolean> {
  return (await roleOn(ctx, courseId)) === "instructor";
}

/** Where the viewer stands at a wiki; null if they are not on the course, may not read it, or it does not exist. */
export const standAtWiki = onceADrawing(async (ctx: ContextIn, courseId: string, wikiId: string): Promise<Standpoint | null> => {
  return stand(ctx, courseId, wikiId, null);
});

/** Where the viewer stands at a page; null if they may not read it or it does not exist. */
export const standAtPage = onceADrawing(async (ctx: ContextIn, courseId: string, pageId: string): Promise<Standpoint | null> => {
  const [found] = await ctx.db.select({ id: page.id, wikiId: page.wikiId, ownerId: page.ownerId }).from(page).where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  return found ? stand(ctx, courseId, found.wikiId, found) : null;
});

async function stand(ctx: ContextIn, courseId: string, wikiId: string, at: { readonly id: string; readonly ownerId: string | null } | null): Promise<Standpoint | null> {
  if (!isWithinLook(ctx, courseId)) return null;
  if (ctx.door) return standAtDoor(ctx, ctx.door, courseId, wikiId, at);
  const pageId = at?.id ?? null;
  const [found] = await ctx.db
    .select({
      assignmentId: wiki.assignmentId, role: enrolment.role, setAsideAt: wiki.setAsideAt, archivedAt: course.archivedAt,
      isMember: memberOfWiki(ctx), isGiven: givenToAssistant(ctx.viewer.id), groups: groupsOf(wiki.courseId, ctx.viewer.id, ctx.now), timeZone: course.timeZone,
    })
    .from(wiki)
    .innerJoin(course, eq(course.id, wiki.courseId))
    .innerJoin(enrolment, and(eq(enrolment.courseId, wiki.courseId), eq(enrolment.personId, ctx.viewer.id), isNull(enrolment.leftAt)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  if (!found || (found.setAsideAt && found.role !== "instructor")) return null;
  const person: Person = { id: ctx.viewer.id, role: found.role, isMember: found.isMember, isGiven: found.isGiven, groups: found.groups, ...ownership(at?.ownerId ?? null, ctx.viewer.id) };
  return standing(ctx, { courseId, wikiId, pageId, ...found }, person);
}

/** The same for somebody without an account: the rules about their door decide, and nothing that is asked about people on the course. */
async function standAtDoor(ctx: ContextIn, door: Door, courseId: string, wikiId: string, at: { readonly id: string } | null): Promise<Standpoint | null> {
  if (door.courseId !== courseId) return null;
  const [found] = await ctx.db.select({ assignmentId: wiki.assignmentId, setAsideAt: wiki.setAsideAt, archivedAt: course.archivedAt, timeZone: course.timeZone })
    .from(wiki).innerJoin(course, eq(course.id, wiki.courseId)).where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId), isNull(wiki.setAsideAt)));
  return found ? standing(ctx, { courseId, wikiId, pageId: at?.id ?? null, ...found }, { id: ctx.viewer.id, role: "guest", isMember: false, door: door.id }) : null;
}

type Where = Pick<Standpoint, "courseId" | "assignmentId" | "wikiId" | "pageId"> & { readonly archivedAt: Date | null; readonly setAsideAt: Date | null; readonly timeZone: string };

async function standing(ctx: ContextIn, { courseId, assignmentId, wikiId, pageId, archivedAt, setAsideAt, timeZone }: Where, person: Person): Promise<Standpoint | null> {
  const place: Place = { course: courseId, assignment: assignmentId, wiki: wikiId, ...(pageId ? { page: pageId } : {}) };
  const ahead = new Ahead(await rulesAt(ctx.db, courseId, Object.values(place)), timeZone, ctx.now.getTime());
  const closed = archivedAt ? "archived" : setAsideAt ? "set aside" : null;
  const decision = whenClosed(ahead.now.decide(person, place), closed);
  return allows(decision.level, "read") ? { courseId, assignmentId, wikiId, pageId, person, place, ahead, decision, closed } : null;
}

/** Whether the viewer runs a course that has not been archived: what changes anything asks this. */
export async function mayChangeCourse(ctx: ContextIn, courseId: string): Promise<boolean> {
  if (!(await isInstructor(ctx, courseId))) return false;
  const [found] = await ctx.db.select({ archivedAt: course.archivedAt }).from(course).where(eq(course.id, courseId));
  return found !== undefined && found.archivedAt === null;
}

/** Whether the viewer may act there. Reading is granted by the standpoint's being there at all. */
export function may(standpoint: Standpoint, action: Action): boolean {
  return mayAct(standpoint.person, standpoint.decision.level, action);
}

/** Whether the viewer may use a power there: it is given, and so is leave to write. */
export function mayUsePower({ ahead, person, place, decision }: Standpoint, power: Power): boolean {
  return mayUse(decision.level, power, ahead.now.power(person, place, power));
}

/** The rules in force at any of `places`: not ended; whether they hold now is the core's to say. */
export async function rulesAt(db: Queryable, courseId: string, places: readonly string[]): Promise<(Rule | PowerRule)[]> {
  const rows = await db.select().from(accessRule)
    .where(and(eq(accessRule.courseId, courseId), inArray(accessRule.place, [...places]), isNull(accessRule.endedAt)));
  return rows.map(toRule);
}

/** The same, ready to be asked about the present. */
export async function rulebookAt(ctx: ContextIn, courseId: string, places: readonly string[]): Promise<Rulebook> {
  return new Rulebook(await rulesAt(ctx.db, courseId, places), whenIn(await zoneOf(ctx, courseId), ctx.now.getTime()));
}

const zoneOf = onceADrawing(async (ctx: ContextIn, courseId: string): Promise<string> => {
  const [found] = await ctx.db.select({ timeZone: course.timeZone }).from(course).where(eq(course.id, courseId));
  return found?.timeZone ?? "UTC";
});

/** A rule as the core knows it. */
export function toRule(row: typeof accessRule.$inferSelect): Rule | PowerRule {
  const common = {
    id: row.id, scope: row.scope, place: row.place, who: toWho(row), isOfAssignment: row.origin === "assignment",
    from: row.from?.getTime() ?? null, until: row.until?.getTime() ?? null, weekly: row.weekly, madeAt: row.madeAt.getTime(),
  };
  return row.level !== null ? { ...common, level: row.level } : { ...common, power: row.power!, given: row.given! };
}

/** A rule's people as its row names them: the one column that the kind asks for, and nothing in the others. */
export function whoColumns(who: Who): Pick<typeof accessRule.$inferSelect, "whoKind" | "whoPerson" | "whoGroup" | "whoDoor"> {
  return { whoKind: who.kind, whoPerson: who.kind === "person" ? who.person : null, whoGroup: who.kind === "members" ? who.group : null, whoDoor: who.kind === "guests" ? who.door : null };
}

function toWho({ whoKind, whoPerson, whoGroup, whoDoor }: ReturnType<typeof whoColumns>): Who {
  switch (whoKind) {
    case "person": return { kind: whoKind, person: whoPerson! };
    case "members": return { kind: whoKind, group: whoGroup! };
    case "guests": return { kind: whoKind, door: whoDoor! };
    default: return { kind: whoKind };
  }
}

/** Of the pages of one wiki, those that the person at `standpoint` may read. O(pages). */
export async function readablePages<Row extends { id: string; ownerId: string | null }>(ctx: ContextIn, standpoint: Standpoint, pages: readonly Row[]): Promise<Row[]> {
  const levels = await levelsOnPages(ctx, standpoint, pages);
  return pages.filter(({ id }) => allows(levels.get(id)!, "read"));
}

/** What the person at `standpoint` may do on each of the pages of one wiki, by its id. O(pages). */
export async function levelsOnPages(
  ctx: ContextIn, { courseId, assignmentId, wikiId, person, closed }: Standpoint, pages: readonly { readonly id: string; readonly ownerId: string | null }[],
): Promise<Map<string, Level>> {
  const book = await rulebookAt(ctx, courseId, [courseId, assignmentId, wikiId, ...pages.map((each) => each.id)]);
  const { owns: _, ...asked } = person;
  return new Map(pages.map(({ id, ownerId }) => {
    const decision = book.decide({ ...asked, ...ownership(ownerId, person.id) }, { course: courseId, assignment: assignmentId, wiki: wikiId, page: id });
    return [id, whenClosed(decision, closed).level];
  }));
}

/** What a page's belonging to one member means for a person's question; nothing if it belongs to all. */
export function ownership(ownerId: string | null, personId: string): Pick<Person, "owns"> {
  return ownerId === null ? {} : { owns: ownerId === personId };
}
