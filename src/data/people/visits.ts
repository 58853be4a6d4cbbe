/** When people were last on a course, whatever they did there. */
import "server-only";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { enrolment } from "../db/tables/courses";
import { pageVisit } from "../db/tables/news";

/**
 * In milliseconds since 1970, to the minute; null: never. Their visits of the course's desk and of its pages
 * count. Who is not on the course is not among them. Two queries, by key.
 */
export async function lastVisits(
  db: Queryable,
  courseId: string,
  people: readonly string[],
): Promise<Map<string, number | null>> {
  if (people.length === 0) return new Map();
  const [rows, pages] = await Promise.all([
    db
      .select({ id: enrolment.personId, at: enrolment.visitedAt })
      .from(enrolment)
      .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, [...people]))),
    db
      .select({ id: pageVisit.personId, at: sql<string>`max(${pageVisit.at})` })
      .from(pageVisit)
      .where(and(eq(pageVisit.courseId, courseId), inArray(pageVisit.personId, [...people])))
      .groupBy(pageVisit.personId),
  ]);
  const onPages = new Map(pages.map(({ id, at }) => [id, Date.parse(at)]));
  return new Map(
    rows.map(({ id, at }) => {
      const last = Math.max(at?.getTime() ?? -Infinity, onPages.get(id) ?? -Infinity);
      return [id, Number.isFinite(last) ? last : null];
    }),
  );
}
