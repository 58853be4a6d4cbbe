/** People and assignments by their names: few enough to be looked through. */
import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { leaves } from "@/core/document/leaves";
import type { IsFound } from "@/core/search/excerpt";
import { type Query, wanted } from "@/core/search/query";
import { formsOf } from "@/core/search/form";
import { courseAssignments } from "../assignments/read";
import { byName } from "../db/order";
import { person } from "../db/tables/accounts";
import { courseGroup, enrolment, groupMember } from "../db/tables/courses";
import type { ContextIn } from "../session/context";
import type { AssignmentHit, PersonHit } from "./dto";

/** Names are found by how their words begin, in any order, whatever the language of the course. */
function names(query: Query, text: string): boolean {
  const forms = formsOf(text);
  return query.terms.every(
    ({ words, isNot }) => words.every((word) => forms.some((form) => form.startsWith(word))) !== isNot,
  );
}

/**
 * People of the course, for whoever may see their list: the caller has asked. Those who left are not among
 * them. O(people).
 */
export async function findPeople(
  ctx: ContextIn,
  courseId: string,
  query: Query,
  most: number,
): Promise<PersonHit[]> {
  if (wanted(query).length === 0) return [];
  const rows = await ctx.db
    .select({
      personId: person.id,
      name: person.name,
      role: enrolment.role,
      groups: sql<string[]>`array(select g.name from ${groupMember} m
        join ${courseGroup} g on g.course_id = m.course_id and g.id = m.group_id
        where m.course_id = ${enrolment.courseId} and m.person_id = ${person.id} and m.until_at is null
        order by g.position)`,
    })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)))
    .orderBy(byName, asc(person.id));
  return rows
    .filter(({ name }) => names(query, name))
    .slice(0, most)
    .map((row) => ({ kind: "person", ...row }));
}

/** Assignments that the viewer sees, by their title or their brief. O(briefs). */
export async function findAssignments(
  ctx: ContextIn,
  courseId: string,
  query: Query,
  isFoundIn: (forms: readonly string[]) => Promise<IsFound>,
  most: number,
): Promise<AssignmentHit[]> {
  const terms = wanted(query);
  if (terms.length === 0 || ctx.door) return [];
  const all = await courseAssignments(ctx, courseId);
  const texts = all.map(({ title, brief }) =>
    [title, ...leaves(brief).map(({ text }) => text)].flatMap(formsOf),
  );
  const isFound = await isFoundIn(texts.flat());
  return all
    .filter(
      (each, index) =>
        names(query, each.title) ||
        (query.terms.length === 1 && !query.terms[0]!.isNot && texts[index]!.some(isFound)),
    )
    .slice(0, most)
    .map(({ id, title }) => ({ kind: "assignment", assignmentId: id, title }));
}
