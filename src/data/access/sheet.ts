/** What the access sheet is made of. For instructors. */
import "server-only";
import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import type { Closed, PowerRule, Rule, Who } from "@/core/access/may";
import { whoKey } from "@/core/access/rule";
import { inOrder } from "@/core/contents/order";
import { titleKey } from "@/core/links/titles";
import { assignmentHere } from "../assignments/here";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, courseGroup, enrolment } from "../db/tables/courses";
import { accessRule, assignment, page, wiki } from "../db/tables/wikis";
import { doorNames } from "../doors/names";
import { membersOfWikis } from "../pages/members";
import type { MemberDto } from "../pages/dto";
import { homeFirst } from "../pages/read";
import type { ContextIn } from "../session/context";
import type { SheetColumnDto, SheetDto, SheetRowDto, SheetView } from "./dto";
import { groupsOf } from "./people";
import { isInstructor, rulesAt } from "./read";

/**
 * One wiki's pages against its people, or one page of every wiki against groups; null for people who do not
 * run the course, or if there is nothing such. Cost: a fixed number of queries, each by key.
 */
export async function accessSheet(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  view: SheetView | null,
): Promise<SheetDto | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const found = await assignmentAt(ctx.db, courseId, assignmentId);
  if (!found) return null;
  const wikis = await wikisOf(ctx.db, courseId, assignmentId);
  const asked = view ?? (wikis[0] ? { wiki: wikis[0].id } : null);
  const one = asked && "wiki" in asked ? wikis.find(({ id }) => id === asked.wiki) : undefined;
  if (asked && "wiki" in asked && !one) return null;
  const pages = await pagesOf(ctx.db, courseId, one ? [one.id] : wikis.map(({ id }) => id));
  const title = asked && "title" in asked ? titleKey(asked.title) : null;
  const closed: Closed | null = found.archivedAt ? "archived" : null;
  const top: SheetRowDto = {
    id: assignmentId,
    title: "Every wiki of the assignment",
    scope: "assignment",
    place: { course: courseId, assignment: assignmentId },
    ownerId: null,
    groupId: null,
    depth: 0,
    closed,
  };
  const wikiRow = (each: (typeof wikis)[number]): SheetRowDto => ({
    id: each.id,
    title: each.name,
    scope: "wiki",
    place: { course: courseId, assignment: assignmentId, wiki: each.id },
    ownerId: null,
    groupId: each.groupId,
    depth: 0,
    closed,
  });
  const pageRow = (each: (typeof pages)[number], named: string, depth: number): SheetRowDto => ({
    id: each.id,
    title: named,
    scope: "page",
    place: { course: courseId, assignment: assignmentId, wiki: each.wikiId, page: each.id },
    ownerId: each.ownerId,
    groupId: wikis.find(({ id }) => id === each.wikiId)!.groupId,
    depth,
    closed,
  });
  const rows = one
    ? [
        top,
        { ...wikiRow(one), title: "Every page of this wiki" },
        ...inOrder(homeFirst(pages, one.homePageId)).map((each) => pageRow(each, each.title, each.depth)),
      ]
    : [
        top,
        ...wikis.flatMap((each) => {
          const named = pages.filter(
            (one) =>
              one.wikiId === each.id &&
              (title === "" ? one.id === each.homePageId : titleKey(one.title) === title),
          );
          return named.map((found) =>
            pageRow(found, title === "" ? `${each.name}: ${found.title}` : each.name, 0),
          );
        }),
      ];
  const places = [
    courseId,
    ...new Set(
      rows.flatMap(({ place }) => [
        place.assignment!,
        ...(place.wiki ? [place.wiki] : []),
        ...(place.page ? [place.page] : []),
      ]),
    ),
  ];
  const rules = await rulesAt(ctx.db, courseId, places);
  const made = await ctx.db
    .select({ id: accessRule.id, name: person.name })
    .from(accessRule)
    .innerJoin(person, eq(person.id, accessRule.madeBy))
    .where(
      and(eq(accessRule.courseId, courseId), inArray(accessRule.place, places), isNull(accessRule.endedAt)),
    );
  const groups = await ctx.db
    .select({ id: courseGroup.id, name: courseGroup.name })
    .from(courseGroup)
    .where(eq(courseGroup.courseId, courseId))
    .orderBy(asc(courseGroup.name));
  const counts = new Map<string, number>();
  for (const each of await ctx.db
    .select({ title: page.title })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .where(
      and(
        eq(page.courseId, courseId),
        eq(wiki.assignmentId, assignmentId),
        isNull(wiki.setAsideAt),
        isNull(page.removedAt),
      ),
    )
    .orderBy(asc(page.position)))
    counts.set(each.title, (counts.get(each.title) ?? 0) + 1);
  const members = one
    ? (await membersOfWikis(ctx.db, courseId, [one]))[0]!.filter(
        ({ until }) => until === null || until > ctx.now,
      )
    : [];
  const isOver = ({ until }: Rule | PowerRule) => until !== null && until <= ctx.now.getTime();
  const levelRules = rules.filter((rule) => "level" in rule && !isOver(rule)).map(({ who }) => who);
  return {
    assignment: {
      id: assignmentId,
      title: found.title,
      dueAt: found.dueAt,
      closesAtDue: found.closesAtDue,
      membersMay: found.membersMay,
    },
    timeZone: found.timeZone,
    closed,
    rows,
    rules,
    makers: Object.fromEntries(made.map(({ id, name }) => [id, name])),
    columns: await columnsOf(ctx, courseId, wikis, one ?? null, members, levelRules),
    groups,
    members: members.map(({ id, name }) => ({ id, name })),
    wikis: wikis.map(({ id, name }) => ({ id, name })),
    titles: [...counts].filter(([, count]) => count > 1).map(([each]) => each),
  };
}

export async function assignmentAt(db: Queryable, courseId: string, assignmentId: string) {
  const [found] = await db
    .select({
      title: assignment.title,
      dueAt: assignment.dueAt,
      closesAtDue: assignment.closesAtDue,
      membersMay: assignment.membersMay,
      timeZone: course.timeZone,
      archivedAt: course.archivedAt,
    })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  return found ?? null;
}

/** The assignment's wikis in their order, without those that are set aside. */
export async function wikisOf(db: Queryable, courseId: string, assignmentId: string) {
  return db
    .select({
      courseId: wiki.courseId,
      id: wiki.id,
      name: wiki.name,
      groupId: wiki.groupId,
      personId: wiki.personId,
      homePageId: wiki.homePageId,
    })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt)))
    .orderBy(asc(wiki.position));
}

/** The pages of wikis, without those in the bin. */
export async function pagesOf(db: Queryable, courseId: string, wikis: readonly string[]) {
  if (wikis.length === 0) return [];
  return db
    .select({
      id: page.id,
      wikiId: page.wikiId,
      title: page.title,
      parentId: page.parentId,
      position: page.position,
      ownerId: page.ownerId,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), inArray(page.wikiId, [...wikis]), isNull(page.removedAt)))
    .orderBy(asc(page.position), asc(page.title));
}

/**
 * The group and each of its members where one wiki is looked at; others and staff always; and whom rules name
 * besides.
 */
async function columnsOf(
  ctx: ContextIn,
  courseId: string,
  wikis: Awaited<ReturnType<typeof wikisOf>>,
  one: (typeof wikis)[number] | null,
  members: readonly MemberDto[],
  named: readonly Who[],
): Promise<SheetColumnDto[]> {
  const present = new Set(
    (
      await ctx.db
        .selectDistinct({ role: enrolment.role })
        .from(enrolment)
        .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)))
    ).map(({ role }) => role),
  );
  const isShared = one !== null && !one.groupId && !one.personId;
  const columns: SheetColumnDto[] = [
    { who: { kind: "group" }, name: one ? one.name : "The group whose wiki it is", mark: null },
  ];
  const people = await peopleNamed(ctx, courseId, [
    ...members.map(({ id }) => id),
    ...named.flatMap((who) => (who.kind === "person" ? [who.person] : [])),
  ]);
  if (members.length > 1) {
    for (const { id, name, mark } of members)
      columns.push({
        who: { kind: "person", person: id },
        name,
        mark,
        person: { role: "student", wikis: [one!.id], groups: people.get(id)?.groups ?? [] },
      });
  }
  if (!isShared) columns.push({ who: { kind: "students" }, name: "Other students", mark: null });
  if (present.has("assistant")) columns.push({ who: { kind: "assistants" }, name: "Assistants", mark: null });
  if (present.has("observer")) columns.push({ who: { kind: "observers" }, name: "Observers", mark: null });
  const known = new Set(columns.map(({ who }) => whoKey(who)));
  const doors = await doorNames(
    ctx.db,
    courseId,
    named.flatMap((who) => (who.kind === "guests" ? [who.door] : [])),
  );
  const others = named.some((who) => who.kind === "person" && !known.has(whoKey(who)))
    ? await membersOfWikis(ctx.db, courseId, wikis)
    : [];
  const wikisOfPerson = (id: string) =>
    wikis.flatMap((each, at) =>
      others[at]?.some((member) => member.id === id && (member.until === null || member.until > ctx.now))
        ? [each.id]
        : [],
    );
  for (const who of named) {
    if (known.has(whoKey(who))) continue;
    known.add(whoKey(who));
    const door = who.kind === "guests" ? doors.find(({ id }) => id === who.door) : undefined;
    if (door)
      columns.push({
        who,
        name: door.kind === "room" ? `Guests${door.of ? `: ${door.of}` : ""}` : `Readers by link: ${door.of}`,
        mark: null,
      });
    if (who.kind === "course") columns.push({ who, name: "Everybody on the course", mark: null });
    if (who.kind === "members") {
      const [group] = await ctx.db
        .select({ name: courseGroup.name })
        .from(courseGroup)
        .where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.id, who.group)));
      if (group) columns.push({ who, name: group.name, mark: null });
    }
    const found = who.kind === "person" ? people.get(who.person) : undefined;
    if (found && who.kind === "person")
      columns.push({
        who,
        name: found.name,
        mark: null,
        person: { role: found.role, wikis: wikisOfPerson(who.person), groups: found.groups },
      });
  }
  return columns;
}

async function peopleNamed(ctx: ContextIn, courseId: string, ids: readonly string[]) {
  if (ids.length === 0) return new Map<string, never>();
  const rows = await ctx.db
    .select({
      id: person.id,
      name: person.name,
      role: enrolment.role,
      groups: groupsOf(enrolment.courseId, person.id, ctx.now),
    })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, [...new Set(ids)])));
  return new Map(rows.map((row) => [row.id, row]));
}
