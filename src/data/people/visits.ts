/** When people were last on a course, whatever they did there. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { enrolment } from "../db/tables/courses";

/** In milliseconds since 1970, to the minute; null: never. Who is not on the course is not among them. One query, by key. */
export async function lastVisits(db: Queryable, courseId: string, people: readonly string[]): Promise<Map<string, number | null>> {
  if (people.length === 0) return new Map();
  const rows = await db.select({ id: enrolment.personId, at: enrolment.visitedAt }).from(enrolment).where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, [...people])));
  return new Map(rows.map(({ id, at }) => [id, at?.getTime() ?? null]));
}
