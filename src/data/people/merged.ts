/** Whose an act counts as, where two accounts of one person have been merged. */
import "server-only";
import { and, eq, isNull, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { accountMerge, enrolment } from "../db/tables/courses";

/** The accounts of a course that count as others, with those others. */
export async function mergedAccounts(db: Queryable, courseId: string): Promise<ReadonlyMap<string, string>> {
  const rows = await db
    .select({ goneId: accountMerge.goneId, keptId: accountMerge.keptId })
    .from(accountMerge)
    .where(and(eq(accountMerge.courseId, courseId), isNull(accountMerge.undoneAt)));
  return new Map(rows.map(({ goneId, keptId }) => [goneId, keptId]));
}

/** SQL: the name of the person as whom an account counts; null if it counts for itself. */
export const mergedInto = sql<
  string | null
>`(select k.name from ${accountMerge} m join ${person} k on k.id = m.kept_id
  where m.course_id = ${enrolment}.course_id and m.gone_id = ${person}.id and m.undone_at is null)`;
