/** SQL about people and the wikis that are theirs, for queries that ask for both at once. */
import "server-only";
import { sql, type SQL } from "drizzle-orm";
import type { AnyPgColumn } from "drizzle-orm/pg-core";
import { assistantGroup, enrolment, groupMember } from "../db/tables/courses";
import { wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

/**
 * SQL: whether `personId` is one of those whose wiki it is. The wiki's columns are named with their table by
 * hand: in a query of one table the library leaves table names out, and inside the subquery they would mean
 * another column.
 */
export function memberOfWiki({ viewer, now }: Pick<ContextIn, "viewer" | "now">) {
  return isMemberOfWiki(viewer.id, now);
}

/** The same of any person, by an id or a column. */
export function isMemberOfWiki(person: string | AnyPgColumn, now: Date) {
  const [courseId, groupId, owner] = ofWiki();
  const personId = named(person);
  return sql<boolean>`case
    when ${groupId} is not null then exists (select 1 from ${groupMember} m
      where m.course_id = ${courseId} and m.group_id = ${groupId} and m.person_id = ${personId}
        and m.since <= ${now.toISOString()} and (m.until_at is null or m.until_at > ${now.toISOString()}))
    when ${owner} is not null then ${owner} = ${personId}
    else exists (select 1 from ${enrolment} e
      where e.course_id = ${courseId} and e.person_id = ${personId} and e.role = 'student'
      and e.left_at is null)
  end`;
}

/**
 * SQL: whether the wiki is one that an assistant limited to some groups sees; true for everybody else. The
 * person is an id or a column.
 */
export function givenToAssistant(personId: string | AnyPgColumn | SQL) {
  const [courseId, groupId, owner] = ofWiki();
  return sql<boolean>`(not exists (select 1 from ${enrolment} e
      where e.course_id = ${courseId} and e.person_id = ${personId} and e.role = 'assistant'
      and e.only_given_groups)
    or (${groupId} is null and ${owner} is null)
    or exists (select 1 from ${assistantGroup} a
      where a.course_id = ${courseId} and a.person_id = ${personId} and (a.group_id = ${groupId}
      or exists (select 1 from ${groupMember} m
        where m.course_id = a.course_id and m.group_id = a.group_id and m.person_id = ${owner}))))`;
}

/** A column with its table's name, which the library leaves out in queries of one table. */
function named(given: string | AnyPgColumn) {
  return typeof given === "string" ? sql`${given}` : sql`${given.table}.${sql.identifier(given.name)}`;
}

function ofWiki() {
  return ["course_id", "group_id", "person_id"].map((column) => sql`${wiki}.${sql.identifier(column)}`);
}

/**
 * SQL: the groups of a course that a person is a member of at `now`. The course is an id or a column, as is
 * the person.
 */
export function groupsOf(courseId: string | AnyPgColumn, personId: string | AnyPgColumn, now: Date) {
  return sql<string[]>`array(select m.group_id from ${groupMember} m
    where m.course_id = ${named(courseId)} and m.person_id = ${named(personId)}
    and m.since <= ${now.toISOString()} and (m.until_at is null or m.until_at > ${now.toISOString()}))`;
}
