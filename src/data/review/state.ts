/** What the figures and findings of wikis depend on, told so that two states that differ read differently. */
import "server-only";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { accountMerge } from "../db/tables/courses";
import { discussion, findingAct } from "../db/tables/review";
import { accessRule, assignment, comment, wiki } from "../db/tables/wikis";
import { sharedCredit } from "../db/tables/writing";

/**
 * By wiki: entries and how often credit was computed anew, comments, shared credit, what was dismissed or
 * marked as discussion, the times and more time, the thresholds, accounts that were merged. What can be taken
 * back is counted, with the newest taking back: no two acts after another leave both as they were. One query,
 * by indexes.
 */
export async function statesOf(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<Map<string, string>> {
  if (wikis.length === 0) return new Map();
  const rows = await db
    .select({
      id: wiki.id,
      state: sql<string>`concat_ws('|', ${wiki.entries}, ${wiki.creditRound}, ${assignment.opensAt}, ${assignment.dueAt}, ${assignment.cutOffAt}, ${assignment.thresholds},
      (select concat_ws(' ', count(*), count(d.ended_at), max(d.ended_at)) from ${discussion} d
      where d.course_id = ${wiki.courseId} and d.wiki_id = ${wiki.id}),
      (select concat_ws(' ', count(*), count(c.withdrawn_at), max(c.withdrawn_at)) from ${comment} c
      where c.course_id = ${wiki.courseId} and c.wiki_id = ${wiki.id}),
      (select concat_ws(' ', count(*), max(s.answered_at)) from ${sharedCredit} s
      where s.course_id = ${wiki.courseId} and s.wiki_id = ${wiki.id}),
      (select count(*) from ${findingAct} f where f.course_id = ${wiki.courseId} and f.wiki_id = ${wiki.id}),
      (select concat_ws(' ', count(*), count(r.ended_at)) from ${accessRule} r
      where r.course_id = ${wiki.courseId} and r.place = ${wiki.id} and r.origin = 'more time'),
      (select concat_ws(' ', count(*), count(m.undone_at)) from ${accountMerge} m
      where m.course_id = ${wiki.courseId}))`,
    })
    .from(wiki)
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), inArray(wiki.id, [...wikis])));
  return new Map(rows.map(({ id, state }) => [id, state]));
}
