/** Keeps what was marked as discussion out of the figures of text. */
import "server-only";
import { and, asc, eq, inArray, lt } from "drizzle-orm";
import { setDiscussionApart } from "@/core/credit/discussion";
import { readStoredOrigins } from "@/core/credit/origins";
import type { Deed } from "@/core/credit/work";
import { discussedIn } from "../comments/discussion";
import type { Queryable } from "../db/client";
import { entry, entryCredit } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";

/**
 * A wiki's deeds without the words that were marked as discussion. Cost: one query where nothing is marked;
 * else the stored origins of the pages on which marked words ever stood are read, for every entry of theirs.
 */
export async function withoutDiscussion(
  db: Queryable,
  courseId: string,
  wikiId: string,
  deeds: readonly Deed[],
  until: Date | null,
): Promise<readonly Deed[]> {
  const marked = (await discussedIn(db, courseId, [wikiId])).get(wikiId);
  if (!marked) return deeds;
  const pages = new Set(
    deeds.flatMap(({ page, figures }) =>
      figures.standingChange.some(([rev]) => marked.countOf(rev) > 0) ? [page] : [],
    ),
  );
  const rows =
    pages.size === 0
      ? []
      : await db
          .select({ rev: entry.rev, origins: entryCredit.origins })
          .from(entry)
          .innerJoin(entryCredit, creditOfEntry)
          .where(
            and(
              eq(entry.courseId, courseId),
              eq(entry.wikiId, wikiId),
              inArray(entry.pageId, [...pages]),
              until ? lt(entry.at, until) : undefined,
            ),
          )
          .orderBy(asc(entry.rev));
  return setDiscussionApart(
    deeds,
    marked,
    new Map(rows.map(({ rev, origins }) => [rev, readStoredOrigins(origins)])),
  );
}
