import "server-only";
import { type SQL, sql } from "drizzle-orm";
import { assignment, entry, wiki } from "../db/tables/wikis";

/**
 * SQL, on an assignment's row: whether students could start already, or did: it was published and has opened
 * once, whatever its opening time says now.
 */
export function hasStarted(now: Date): SQL<boolean> {
  return sql<boolean>`(${assignment.publishedAt} is not null
    and (${assignment.opensAt} <= ${now.toISOString()}::timestamptz
    or exists (select 1 from ${wiki} w join ${entry} e on e.course_id = w.course_id and e.wiki_id = w.id
    where w.course_id = ${assignment}.course_id and w.assignment_id = ${assignment}.id
    and e.author_id is not null)))`;
}
