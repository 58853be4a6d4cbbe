/** Access as the data layer asks for it: the place, the person and the rules are loaded, the core decides. */
import { runsCourse } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, isNull, or, sql } from "drizzle-orm";
import { Ahead } from "@/core/access/ahead";
import {
  type Action,
  allows,
  type Closed,
  type Decision,
  type Level,
  mayAct,
  mayUse,
  type Person,
  type Place,
  type Power,
  type PowerRule,
  type Role,
  type Rule,
  Rulebook,
  type Who,
  whenClosed,
  whenIn,
} from "@/core/access/may";
import { person } from "../db/tables/accounts";
import { accessRule, assignment, page, wiki } from "../db/tables/wikis";
import { course, enrolment } from "../db/tables/courses";
import { sheetVersion } from "../db/tables/marks";
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
  /** The wiki, as it was read with the standpoint. */
  readonly wiki: WikiRow;
  /** The names of those who made the rules at the place and above it, by the rules' ids. */
  readonly makers: ReadonlyMap<string, string>;
  /** Why nobody changes anything here any more; null: it is open. */
  readonly closed: Closed | null;
}

/** What is asked of a wiki with each standpoint: all that its screens say of it besides its pages. */
export interface WikiRow {
  readonly name: string;
  readonly groupId: string | null;
  readonly personId: string | null;
  readonly homePageId: string | null;
  readonly timeZone: string;
  readonly courseTitle: string;
  readonly assignmentTitle: string;
  readonly dueAt: Date;
  readonly commentsOn: boolean;
  /** Whether its assignment has a criteria sheet. */
  readonly hasCriteria: boolean;
}

/** The viewer's role on the course, or null if they are not on it. */
export const roleOn = onceADrawing(async (ctx: ContextIn, courseId: string): Promise<Role | null> => {
  if (ctx.door || !isWithinLook(ctx, courseId)) return null;
  const [found] = await ctx.db
    .select({ role: enrolment.role })
    .from(enrolment)
    .innerJoin(course, and(eq(course.id, enrolment.courseId), isNull(course.removedAt)))
    .where(
      and(eq(enrolment.courseId, courseId), eq(enrolment.personId, ctx.viewer.id), isNull(enrolment.leftAt)),
    );
  return found?.role ?? null;
});

/** Whoever looks as somebody else sees one course of theirs, and nothing of the others. */
function isWithinLook({ lookingAs }: ContextIn, courseId: string): boolean {
  return lookingAs === undefined || lookingAs.courseId === courseId;
}

/** Whether the viewer runs the course: sets up, changes access, restores, reviews all. */
export async function isInstructor(ctx: ContextIn, courseId: string): Promise<boolean> {
  return runsCourse(await roleOn(ctx, courseId));
}

/**
 * Where the viewer stands at a wiki; null if they are not on the course, may not read it, or it does not
 * exist.
 */
export const standAtWiki = onceADrawing(
  async (ctx: ContextIn, courseId: string, wikiId: string): Promise<Standpoint | null> => {
    return stand(ctx, courseId, wikiId, null);
  },
);

/** Where the viewer stands at a page; null if they may not read it or it does not exist. */
export const standAtPage = onceADrawing(
  async (ctx: ContextIn, courseId: string, pageId: string): Promise<Standpoint | null> => {
    if (ctx.door) {
      const [found] = await ctx.db
        .select({ id: page.id, wikiId: page.wikiId, ownerId: page.ownerId })
        .from(page)
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
      return found ? stand(ctx, courseId, found.wikiId, found) : null;
    }
    if (!isWithinLook(ctx, courseId)) return null;
    const [found] = await seats(ctx, { onPage: true })
      .innerJoin(page, and(eq(page.courseId, wiki.courseId), eq(page.wikiId, wiki.id), eq(page.id, pageId)))
      .where(eq(wiki.courseId, courseId));
    return found ? sit(ctx, courseId, found.wikiId, found, { id: pageId, ownerId: found.ownerId }) : null;
  },
);

/** Where the person at a page stands at its wiki; null: they may not read it. Nothing is asked for that. */
export function above(standpoint: Standpoint): Standpoint | null {
  const { page: _, ...place } = standpoint.place;
  const { owns: __, ...person } = standpoint.person;
  const decision = whenClosed(standpoint.ahead.now.decide(person, place), standpoint.closed);
  return allows(decision.level, "read") ? { ...standpoint, pageId: null, place, person, decision } : null;
}

const wikiColumns = {
  assignmentId: wiki.assignmentId,
  setAsideAt: wiki.setAsideAt,
  archivedAt: course.archivedAt,
  name: wiki.name,
  groupId: wiki.groupId,
  personId: wiki.personId,
  homePageId: wiki.homePageId,
  timeZone: course.timeZone,
  courseTitle: course.title,
  assignmentTitle: assignment.title,
  dueAt: assignment.dueAt,
  commentsOn: assignment.commentsOn,
  hasCriteria: sql<boolean>`exists (select 1 from ${sheetVersion} v where v.course_id = ${wiki.courseId}
    and v.assignment_id = ${wiki.assignmentId})`,
};
const assignmentOfWiki = and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId));

async function stand(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  at: { readonly id: string; readonly ownerId: string | null } | null,
): Promise<Standpoint | null> {
  if (!isWithinLook(ctx, courseId)) return null;
  if (ctx.door) return standAtDoor(ctx, ctx.door, courseId, wikiId, at);
  const [found] = await seats(ctx).where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  return found ? sit(ctx, courseId, wikiId, found, at) : null;
}

type Seat = Awaited<ReturnType<typeof seats>>[number];

function sit(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  found: Omit<Seat, "ownerId" | "wikiId">,
  at: { readonly id: string; readonly ownerId: string | null } | null,
): Promise<Standpoint | null> | null {
  if (found.setAsideAt && !runsCourse(found.role)) return null;
  const person: Person = {
    id: ctx.viewer.id,
    role: found.role,
    isMember: found.isMember,
    isGiven: found.isGiven,
    groups: found.groups,
    ...ownership(at?.ownerId ?? null, ctx.viewer.id),
  };
  return standing(ctx, { courseId, wikiId, pageId: at?.id ?? null, ...found }, person);
}

/**
 * Who the viewer is at wikis, and what these are; at none whose course they are not on. With `onPage` the
 * page is joined by the caller.
 */
function seats(ctx: ContextIn, { onPage = false } = {}) {
  return ctx.db
    .select({
      ...wikiColumns,
      wikiId: wiki.id,
      ownerId: onPage ? page.ownerId : sql<string | null>`null`,
      role: enrolment.role,
      isMember: memberOfWiki(ctx),
      isGiven: givenToAssistant(ctx.viewer.id),
      groups: groupsOf(wiki.courseId, ctx.viewer.id, ctx.now),
    })
    .from(wiki)
    .innerJoin(course, and(eq(course.id, wiki.courseId), isNull(course.removedAt), isNull(wiki.removedAt)))
    .innerJoin(assignment, assignmentOfWiki)
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, wiki.courseId),
        eq(enrolment.personId, ctx.viewer.id),
        isNull(enrolment.leftAt),
      ),
    );
}

/**
 * The same for somebody without an account: the rules about their door decide, and nothing that is asked
 * about people on the course.
 */
async function standAtDoor(
  ctx: ContextIn,
  door: Door,
  courseId: string,
  wikiId: string,
  at: { readonly id: string } | null,
): Promise<Standpoint | null> {
  if (door.courseId !== courseId) return null;
  const [found] = await ctx.db
    .select(wikiColumns)
    .from(wiki)
    .innerJoin(course, and(eq(course.id, wiki.courseId), isNull(course.removedAt)))
    .innerJoin(assignment, assignmentOfWiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId), isNull(wiki.setAsideAt)));
  return found
    ? standing(
        ctx,
        { courseId, wikiId, pageId: at?.id ?? null, ...found },
        { id: ctx.viewer.id, role: "guest", isMember: false, door: door.id },
      )
    : null;
}

type Where = Pick<Standpoint, "courseId" | "assignmentId" | "wikiId" | "pageId"> &
  WikiRow & { readonly archivedAt: Date | null; readonly setAsideAt: Date | null };

async function standing(
  ctx: ContextIn,
  { courseId, assignmentId, wikiId, pageId, archivedAt, setAsideAt, ...wikiRow }: Where,
  person: Person,
): Promise<Standpoint | null> {
  const place: Place = {
    course: courseId,
    assignment: assignmentId,
    wiki: wikiId,
    ...(pageId ? { page: pageId } : {}),
  };
  const { ahead, makers } = await rulesOfWiki(ctx, courseId, assignmentId, wikiId, wikiRow.timeZone);
  const closed = archivedAt ? "archived" : setAsideAt ? "set aside" : null;
  const decision = whenClosed(ahead.now.decide(person, place), closed);
  return allows(decision.level, "read")
    ? {
        courseId,
        assignmentId,
        wikiId,
        pageId,
        person,
        place,
        ahead,
        decision,
        wiki: wikiRow,
        makers,
        closed,
      }
    : null;
}

/**
 * The rules in force at a wiki, above it, and on each of its pages: read once for all that is asked about it
 * while a page is drawn.
 */
const rulesOfWiki = onceADrawing(
  async (ctx: ContextIn, courseId: string, assignmentId: string, wikiId: string, timeZone: string) => {
    const rows = await ctx.db
      .select({ rule: accessRule, maker: person.name })
      .from(accessRule)
      .leftJoin(person, eq(person.id, accessRule.madeBy))
      .where(
        and(
          eq(accessRule.courseId, courseId),
          isNull(accessRule.endedAt),
          or(
            inArray(accessRule.place, [courseId, assignmentId, wikiId]),
            sql`${accessRule.place} in (select p.id from ${page} p where p.course_id = ${courseId}
              and p.wiki_id = ${wikiId})`,
          ),
        ),
      );
    return {
      ahead: new Ahead(
        rows.map(({ rule }) => toRule(rule)),
        timeZone,
        ctx.now.getTime(),
      ),
      makers: new Map(rows.map(({ rule, maker }) => [rule.id, maker ?? ""])),
    };
  },
);

/** Whether the viewer runs a course that has not been archived: what changes anything asks this. */
export async function mayChangeCourse(ctx: ContextIn, courseId: string): Promise<boolean> {
  if (!(await isInstructor(ctx, courseId))) return false;
  const [found] = await ctx.db
    .select({ archivedAt: course.archivedAt })
    .from(course)
    .where(eq(course.id, courseId));
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
export async function rulesAt(
  db: Queryable,
  courseId: string,
  places: readonly string[],
): Promise<(Rule | PowerRule)[]> {
  const rows = await db
    .select()
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        inArray(accessRule.place, [...places]),
        isNull(accessRule.endedAt),
      ),
    );
  return rows.map(toRule);
}

/** The same, ready to be asked about the present. */
export async function rulebookAt(
  ctx: ContextIn,
  courseId: string,
  places: readonly string[],
): Promise<Rulebook> {
  return new Rulebook(
    await rulesAt(ctx.db, courseId, places),
    whenIn(await zoneOf(ctx, courseId), ctx.now.getTime()),
  );
}

const zoneOf = onceADrawing(async (ctx: ContextIn, courseId: string): Promise<string> => {
  const [found] = await ctx.db
    .select({ timeZone: course.timeZone })
    .from(course)
    .where(eq(course.id, courseId));
  return found?.timeZone ?? "UTC";
});

/** A rule as the core knows it. */
export function toRule(row: typeof accessRule.$inferSelect): Rule | PowerRule {
  const common = {
    id: row.id,
    scope: row.scope,
    place: row.place,
    who: toWho(row),
    isOfAssignment: row.origin === "assignment",
    from: row.from?.getTime() ?? null,
    until: row.until?.getTime() ?? null,
    weekly: row.weekly,
    madeAt: row.madeAt.getTime(),
  };
  return row.level !== null
    ? { ...common, level: row.level }
    : { ...common, power: row.power!, given: row.given! };
}

/**
 * A rule's people as its row names them: the one column that the kind asks for, and nothing in the others.
 */
export function whoColumns(
  who: Who,
): Pick<typeof accessRule.$inferSelect, "whoKind" | "whoPerson" | "whoGroup" | "whoDoor"> {
  return {
    whoKind: who.kind,
    whoPerson: who.kind === "person" ? who.person : null,
    whoGroup: who.kind === "members" ? who.group : null,
    whoDoor: who.kind === "guests" ? who.door : null,
  };
}

function toWho({ whoKind, whoPerson, whoGroup, whoDoor }: ReturnType<typeof whoColumns>): Who {
  switch (whoKind) {
    case "person":
      return { kind: whoKind, person: whoPerson! };
    case "members":
      return { kind: whoKind, group: whoGroup! };
    case "guests":
      return { kind: whoKind, door: whoDoor! };
    default:
      return { kind: whoKind };
  }
}

/** Of the pages of one wiki, those that the person at `standpoint` may read. O(pages). */
export function readablePages<Row extends { id: string; ownerId: string | null }>(
  standpoint: Standpoint,
  pages: readonly Row[],
): Row[] {
  const levels = levelsOnPages(standpoint, pages);
  return pages.filter(({ id }) => allows(levels.get(id)!, "read"));
}

/**
 * What the wiki's pages are called, as far as the person at `standpoint` may read them: by id; null for
 * others. One query.
 */
export async function readableTitles(
  { db }: ContextIn,
  standpoint: Standpoint,
): Promise<(pageId: string) => string | null> {
  const rows = await db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId })
    .from(page)
    .where(and(eq(page.courseId, standpoint.courseId), eq(page.wikiId, standpoint.wikiId)));
  const titles = new Map(readablePages(standpoint, rows).map(({ id, title }) => [id, title]));
  return (id) => titles.get(id) ?? null;
}

/** What the person at `standpoint` may do on each of the pages of one wiki, by its id. O(pages). */
export function levelsOnPages(
  { courseId, assignmentId, wikiId, person, closed, ahead: { now: book } }: Standpoint,
  pages: readonly { readonly id: string; readonly ownerId: string | null }[],
): Map<string, Level> {
  const { owns: _, ...asked } = person;
  return new Map(
    pages.map(({ id, ownerId }) => {
      const decision = book.decide(
        { ...asked, ...ownership(ownerId, person.id) },
        { course: courseId, assignment: assignmentId, wiki: wikiId, page: id },
      );
      return [id, whenClosed(decision, closed).level];
    }),
  );
}

/** What a page's belonging to one member means for a person's question; nothing if it belongs to all. */
export function ownership(ownerId: string | null, personId: string): Pick<Person, "owns"> {
  return ownerId === null ? {} : { owns: ownerId === personId };
}
