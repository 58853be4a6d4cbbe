/** Of pages that were found, where words of one author stand that were looked for. */
import "server-only";
import { and, eq, inArray, sql } from "drizzle-orm";
import { readPage } from "@/core/credit/stored";
import { searchForm } from "@/core/search/form";
import { Vocabulary } from "@/core/text/vocabulary";
import type { Queryable } from "../db/client";
import { entry, entryCredit, page } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import type { Asked } from "./asked";

/**
 * By page, the blocks in which a word that is asked for stands that counts as the author's; pages without one
 * are not there. O(words of the pages): two questions, by index.
 */
export async function blocksBy(
  db: Queryable,
  courseId: string,
  pages: readonly string[],
  author: string,
  asked: Asked,
): Promise<Map<string, Set<string>>> {
  if (pages.length === 0) return new Map();
  const rows = await db
    .select({ id: page.id, wikiId: page.wikiId, credit: page.credit })
    .from(page)
    .where(and(eq(page.courseId, courseId), inArray(page.id, [...pages])));
  const wikis = [...new Set(rows.map(({ wikiId }) => wikiId))];
  const written = await db
    .select({ wikiId: entry.wikiId, revs: sql<number[]>`array_agg(${entry.rev})` })
    .from(entryCredit)
    .innerJoin(entry, creditOfEntry)
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        inArray(entryCredit.wikiId, wikis),
        eq(entryCredit.authorId, author),
      ),
    )
    .groupBy(entry.wikiId);
  const revsOf = new Map(written.map(({ wikiId, revs }) => [wikiId, new Set(revs)]));
  const found = new Map<string, Set<string>>();
  for (const { id, wikiId, credit } of rows) {
    const revs = revsOf.get(wikiId);
    if (!revs || credit.length === 0) continue;
    const vocabulary = new Vocabulary();
    const { text, origins } = readPage(credit, vocabulary);
    const forms = vocabulary.folded.map(searchForm);
    const isFound = await asked.finder(forms);
    const blocks = new Set<string>();
    let at = 0;
    for (const block of text.blocks)
      for (const word of block.words)
        if (revs.has(origins.entries[at++]!) && isFound(forms[word]!)) blocks.add(block.id ?? "");
    if (blocks.size > 0) found.set(id, blocks);
  }
  return found;
}
