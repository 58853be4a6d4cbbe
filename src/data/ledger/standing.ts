/** What stands in wikis, by author: each word once, however many places it stands in. */
import "server-only";
import { and, eq, inArray, lt, ne, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { standing, standingChange } from "../db/tables/wikis";

export interface StandingRow {
  readonly wikiId: string;
  /** Null: starter text. */
  readonly person: string | null;
  readonly words: number;
}

/**
 * At a time (excluded), or now. Sums by an index: at a time one query, now two, of which the second has few
 * rows.
 */
export async function standingsOf(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  until: Date | null,
): Promise<StandingRow[]> {
  if (wikis.length === 0) return [];
  const changes = and(eq(standingChange.courseId, courseId), inArray(standingChange.wikiId, [...wikis]));
  const changed = (words: ReturnType<typeof sql<number>>, where: typeof changes) =>
    db
      .select({ wikiId: standingChange.wikiId, person: standingChange.authorId, words })
      .from(standingChange)
      .where(where)
      .groupBy(standingChange.wikiId, standingChange.authorId);
  if (until)
    return changed(
      sql<number>`(sum(${standingChange.words}) - sum(${standingChange.copies}))::int`,
      and(changes, lt(standingChange.at, until)),
    );
  const [all, copies] = await Promise.all([
    db
      .select({
        wikiId: standing.wikiId,
        person: standing.authorId,
        words: sql<number>`sum(${standing.words})::int`,
      })
      .from(standing)
      .where(and(eq(standing.courseId, courseId), inArray(standing.wikiId, [...wikis])))
      .groupBy(standing.wikiId, standing.authorId),
    changed(sql<number>`(-sum(${standingChange.copies}))::int`, and(changes, ne(standingChange.copies, 0))),
  ]);
  return copies.length === 0 ? all : [...all, ...copies];
}
