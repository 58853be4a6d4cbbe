/**
 * Which pages somebody may read, as SQL: for questions about many pages at once, such as search. It says the
 * same as `core/access` does of each page, which a test holds with random rules, people and pages.
 */
import "server-only";
import { eq, sql, type SQL } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import { isAbout } from "@/core/access/rule";
import { type Role, whenIn } from "@/core/access/may";
import { course } from "../db/tables/courses";
import type { ContextIn } from "../session/context";
import { givenToAssistant, groupsOf, memberOfWiki } from "./people";
import { onceADrawing } from "../session/once";
import { roleOn } from "./read";

export interface ReadablePage {
  readonly pageId: string;
  readonly wikiId: string;
  readonly assignmentId: string;
}

/**
 * The pages of a course that the viewer may read now; those in the bin are not among them. None for people who
 * are not on the course. Three questions, the last of which costs O(pages + wikis × rules).
 *
 * @param narrowed conditions on `p`, a page, and `wiki`, its wiki: what is not asked about is not looked at
 */
export const pagesToRead = onceADrawing(
  async (ctx: ContextIn, courseId: string, narrowed: SQL = everything): Promise<readonly ReadablePage[]> => {
    const role = ctx.door ? ("guest" as const) : await roleOn(ctx, courseId);
    if (role === null || (ctx.door && ctx.door.courseId !== courseId)) return [];
    const [found] = await ctx.db
      .select({ timeZone: course.timeZone, removedAt: course.removedAt })
      .from(course)
      .where(eq(course.id, courseId));
    if (!found || found.removedAt) return [];
    // Who runs the course reads all of it, what is set aside as well.
    const readable =
      role !== "guest" && runsCourse(role)
        ? sql`readable as materialized (
            select p.id as page_id, p.wiki_id, wiki.assignment_id from page p
            join wiki on wiki.course_id = p.course_id and wiki.id = p.wiki_id
            where p.course_id = ${courseId} and p.removed_at is null and wiki.removed_at is null
              and ${narrowed})`
        : byRules(ctx, courseId, role, found.timeZone, narrowed);
    const { rows } = await ctx.db.execute<{ page_id: string; wiki_id: string; assignment_id: string }>(
      sql`with ${readable} select page_id, wiki_id, assignment_id from readable`,
    );
    return rows.map((row) => ({
      pageId: row.page_id,
      wikiId: row.wiki_id,
      assignmentId: row.assignment_id,
    }));
  },
);

const everything = sql`true`;

/** As in `core/access/rule`: of two rules of one place the more specific people first. */
const weightOfWho = sql.raw(`case who_kind when 'person' then 4 when 'owner' then 3 when 'group' then 2
  when 'members' then 2 when 'students' then 1 when 'assistants' then 1 when 'observers' then 1 else 0 end`);
const weightOfScope = sql.raw(
  `case scope when 'page' then 3 when 'wiki' then 2 when 'assignment' then 1 else 0 end`,
);
const strongestFirst = sql.raw(
  `h.by_scope desc, h.by_who desc, h.of_assignment asc, h.made_at desc, h.id collate "C" desc`,
);

function byRules(
  ctx: ContextIn,
  courseId: string,
  role: Role | "guest",
  timeZone: string,
  narrowed: SQL,
): SQL {
  const now = ctx.now.toISOString();
  const { day, minute } = whenIn(timeZone, ctx.now.getTime());
  const isGuest = role === "guest";
  const person = ctx.viewer.id;
  const aboutRole = (["course", "students", "assistants", "observers"] as const).filter((kind) =>
    isAbout({ kind }, { id: person, role, isMember: false }),
  );
  // Whom a rule `h` is about, where `s` is the viewer's seat at a wiki.
  const isAboutViewer = (owns: SQL) =>
    isGuest
      ? sql`(h.who_kind = 'guests' and h.who_door = ${ctx.door!.id})`
      : sql`(case when h.who_kind = any(${sql.param(aboutRole)}::text[]) then true else case h.who_kind
          when 'group' then s.is_member
          when 'members' then h.who_group = any(s.groups)
          when 'owner' then ${owns}
          when 'person' then h.who_person = ${person}
          else false end end)`;
  /** A member who is nobody in particular: what is hidden from them is hidden from a wiki's guests. */
  const isAboutMember = sql`h.who_kind in ('course', 'students', 'group')`;
  const levelAt = (isAbout: SQL) => sql`(select h.level from held h
    where h.place = any(array[${courseId}, s.assignment_id, s.id]) and h.scope <> 'page' and ${isAbout}
    order by ${strongestFirst} limit 1)`;
  const ofPage = (isAbout: SQL) => sql`select distinct on (p.id) p.id as page_id, h.level
    from held h join page p on p.course_id = ${courseId} and p.id = h.place
    join seat s on s.id = p.wiki_id
    where h.scope = 'page' and ${isAbout}
    order by p.id, ${strongestFirst}`;
  const unruled = {
    guest: sql`'hidden'`,
    assistant: sql`case when s.is_given then 'comment' else 'hidden' end`,
    student: sql`case when s.is_member then 'write' else 'hidden' end`,
    observer: sql`'read'`,
    instructor: sql`'write'`,
  }[role];
  return sql`held as materialized (
      select scope, place, level, who_kind, who_person, who_group, who_door, made_at, id,
        ${weightOfScope} as by_scope, ${weightOfWho} as by_who,
        coalesce(origin = 'assignment', false) as of_assignment
      from access_rule where course_id = ${courseId} and ended_at is null and level is not null
        and (from_at is null or from_at <= ${now}) and (until_at is null or until_at > ${now})
        and (weekly is null or (weekly -> 'days' @> ${String(day)}::jsonb
          and (weekly ->> 'from')::int <= ${minute} and (weekly ->> 'until')::int > ${minute}))),
    seat as materialized (
      select wiki.id, wiki.assignment_id,
        ${isGuest ? sql`false` : memberOfWiki(ctx)} as is_member,
        ${isGuest ? sql`true` : givenToAssistant(person)} as is_given,
        ${isGuest ? sql`array[]::text[]` : groupsOf(courseId, person, ctx.now)} as groups
      from wiki where course_id = ${courseId} and set_aside_at is null and removed_at is null),
    by_wiki as materialized (
      select s.*, ${levelAt(isAboutViewer(sql`false`))} as plain, ${levelAt(isAboutViewer(sql`true`))} as owned,
        ${isGuest ? levelAt(isAboutMember) : sql`null::text`} as member
      from seat s),
    by_page as materialized (${ofPage(isAboutViewer(sql`p.owner_id = ${person}`))}),
    ${isGuest ? sql`member_by_page as materialized (${ofPage(isAboutMember)}),` : sql``}
    readable as materialized (
      select p.id as page_id, p.wiki_id, s.assignment_id
      from page p join by_wiki s on s.id = p.wiki_id
      join wiki on wiki.course_id = p.course_id and wiki.id = p.wiki_id
      left join by_page b on b.page_id = p.id
      ${isGuest ? sql`left join member_by_page m on m.page_id = p.id` : sql``}
      where p.course_id = ${courseId} and p.removed_at is null and ${narrowed}
        and coalesce(b.level, case when p.owner_id = ${person} then s.owned else s.plain end, ${unruled})
          <> 'hidden'
        ${
          isGuest ? sql`and (b.level is not null or coalesce(m.level, s.member, 'write') <> 'hidden')` : sql``
        })`;
}
