/** Credit beside the ledger: computed with each entry, in its transaction, from what was computed before. */
import "server-only";
import { and, desc, eq, gte, lt, ne, sql } from "drizzle-orm";
import type { EntryFigures } from "@/core/credit/account";
import { type Author, creditEntry, type CreditedEntry, type EntryStep } from "@/core/credit/entry";
import { readStoredOrigins, storeOrigins, wordsByEntry } from "@/core/credit/origins";
import { type EarlierState, mostStates } from "@/core/credit/recall";
import { readPage, storedVersion, storePage } from "@/core/credit/stored";
import { type CreditedPage, emptyPage, writtenBlocks } from "@/core/credit/text";
import { longestRecall, noWords, stateKey } from "@/core/credit/wiki";
import { type Block, readBlocks } from "@/core/diff/sequence";
import type { PageDocument } from "@/core/document/model";
import { Vocabulary } from "@/core/text/vocabulary";
import type { Queryable } from "../db/client";
import { insertMany, replaceMany } from "../db/put-rows";
import { entry, entryCredit, page, standing, standingChange, wiki } from "../db/tables/wikis";
import { authorsThatCount, type CountsAs } from "./authors";

export interface EntryToCredit {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  /** The entry's number in its wiki. */
  readonly rev: number;
  /** Who wrote it. */
  readonly authorId: Author;
  readonly at: Date;
  readonly document: PageDocument;
  /** The page's stored credit before the entry; null if the entry starts it. */
  readonly before: Uint8Array | null;
  readonly spread: readonly number[];
}

/** What is to be stored with an entry. */
export interface Credited {
  readonly page: Uint8Array;
  /** As whom its writer counts. */
  readonly authorId: Author;
  readonly words: number;
  readonly stateKey: string;
  readonly origins: Uint8Array;
  readonly figures: EntryFigures;
  readonly spread: readonly number[];
  /** The standing words by entry, before and after. */
  readonly stood: ReadonlyMap<number, number>;
  readonly stands: ReadonlyMap<number, number>;
  readonly authorOf: (rev: number) => Author;
}

/** Joins an entry with what was computed about it. */
export const creditOfEntry = and(eq(entryCredit.courseId, entry.courseId), eq(entryCredit.pageId, entry.pageId), eq(entryCredit.number, entry.number));

/** Thrown where credit turns out to depend on what was not read yet. */
class Needed extends Error {
  constructor(readonly what: "others" | "states") {
    super(`Credit needs the ${what}`);
  }
}

/**
 * Computes an entry's credit. Cost: the page's own state; only if words came that it does not explain or words went of which
 * copies were made, the other pages' states; and only if much came back that the page's last entries had removed, its last states.
 */
export async function computeCredit(tx: Queryable, given: EntryToCredit): Promise<Credited> {
  const { courseId, wikiId, rev } = given;
  const countsAs = await authorsThatCount(tx, courseId, wikiId);
  const authorId = countsAs(given.authorId, rev);
  const vocabulary = new Vocabulary();
  const before = given.before ? readPage(given.before, vocabulary) : emptyPage;
  const after = readBlocks(writtenBlocks(given.document), before.text.blocks, vocabulary);
  const key = stateKey(after, vocabulary);
  const [authors, earlier] = await Promise.all([authorsOf(tx, courseId, wikiId, countsAs), earlierCredit(tx, given, key)]);
  const authorOf = (each: number) => (each === rev ? authorId : (authors.get(each) ?? null));
  const spread = new Set(given.spread);
  let [others, states]: [CreditedPage[] | null, EarlierState[] | null] = [null, null];
  const need = <Known>(known: Known | null, what: Needed["what"]): Known => {
    if (known === null) throw new Needed(what);
    return known;
  };
  let credited: CreditedEntry | null = null;
  while (!credited) {
    try {
      credited = creditEntry({
        entry: rev, author: authorId, vocabulary, before, after, ...earlier, authorOf, isSpread: (each) => spread.has(each),
        others: () => need(others, "others"), lastStates: { areAtHand: () => false, read: () => need(states, "states") },
      });
    } catch (problem) {
      if (!(problem instanceof Needed)) throw problem;
      if (problem.what === "others") others = await otherPages(tx, given, vocabulary);
      else states = await lastStates(tx, given, vocabulary);
    }
  }
  const isNew = credited.spread.some((each) => !spread.has(each));
  return {
    page: storePage(credited.page, vocabulary), authorId, words: after.words.length, stateKey: key, origins: storeOrigins(credited.page.origins), figures: credited.figures,
    spread: isNew ? [...new Set([...given.spread, ...credited.spread])].sort((one, other) => one - other) : given.spread,
    stood: wordsByEntry(before.origins), stands: wordsByEntry(credited.page.origins), authorOf,
  };
}

async function otherPages(tx: Queryable, { courseId, wikiId, pageId }: EntryToCredit, vocabulary: Vocabulary): Promise<CreditedPage[]> {
  const stored = await tx.select({ credit: page.credit }).from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), ne(page.id, pageId))).orderBy(page.id);
  return stored.map((other) => readPage(other.credit, vocabulary));
}

async function lastStates(tx: Queryable, { courseId, pageId, rev }: EntryToCredit, vocabulary: Vocabulary): Promise<EarlierState[]> {
  const ofPage = and(eq(entryCredit.courseId, courseId), eq(entryCredit.pageId, pageId));
  const last = sql`(select max(${entryCredit.number}) from ${entryCredit} where ${ofPage} and ${entryCredit.stateKey} not like ${`${noWords}%`}
    group by ${entryCredit.stateKey} order by 1 desc limit ${mostStates})`;
  const stored = await tx.select({ document: entry.document, origins: entryCredit.origins }).from(entry).innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), lt(entry.rev, rev), sql`${entry.number} in ${last}`)).orderBy(desc(entry.number));
  let known: readonly Block[] = [];
  return stored.map(({ document, origins }) => {
    // Most blocks are those of the state after it.
    known = readBlocks(writtenBlocks(document), known, vocabulary).blocks;
    return { blocks: known, origins: () => readStoredOrigins(origins) };
  });
}

/** Stores what was computed, except the page's own row. `number` is the entry's number on its page. */
export async function storeCredit(tx: Queryable, { courseId, wikiId, pageId, at, spread }: EntryToCredit, number: number, credited: Credited): Promise<void> {
  const { authorId, stateKey, origins, figures, stood, stands, authorOf } = credited;
  await tx.insert(entryCredit).values({ courseId, pageId, number, wikiId, authorId, at, ...summedOf(figures), stateKey, origins, figures });
  if (credited.spread !== spread) await tx.update(wiki).set({ spread: credited.spread }).where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  await insertMany(tx, standingChange, changeRows({ courseId, wikiId, pageId }, [{ number, at, changes: figures.standingChange }], authorOf));
  const gone = [...stood.keys()].filter((rev) => !stands.has(rev));
  if (gone.length > 0) {
    await tx.delete(standing).where(and(eq(standing.courseId, courseId), eq(standing.pageId, pageId), sql`${standing.rev} = any(${sql.param(gone)}::int[])`));
  }
  await replaceMany(tx, standing, null, standingRows({ courseId, wikiId, pageId }, [...stands].filter(([rev, words]) => stood.get(rev) !== words), authorOf));
}

/** The figures that the review adds up, where an index reaches them. */
export function summedOf({ added, corrected, moved, restored }: EntryFigures) {
  return { added, corrected, moved, restored };
}

interface PageIn {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
}

interface ChangesOfEntry {
  readonly number: number;
  readonly at: Date;
  readonly changes: EntryFigures["standingChange"];
}

const standingRows = (place: PageIn, stands: readonly (readonly [rev: number, words: number])[], authorOf: (rev: number) => Author) => (
  stands.map(([rev, words]) => ({ ...place, rev, words, authorId: authorOf(rev) }))
);

const changeRows = (place: PageIn, entries: readonly ChangesOfEntry[], authorOf: (rev: number) => Author) => (
  entries.flatMap(({ number, at, changes }) => changes.map(([rev, words]) => ({ ...place, number, at, rev, words, authorId: authorOf(rev) })))
);

export interface StandingOfPage {
  readonly pageId: string;
  readonly stands: readonly (readonly [rev: number, words: number])[];
  readonly entries: readonly ChangesOfEntry[];
}

/** Stores anew what stands on all pages of a wiki, by entry, and how each entry changed that. */
export async function replaceStanding(
  tx: Queryable, place: Omit<PageIn, "pageId">, pages: readonly StandingOfPage[], authorOf: (rev: number) => Author,
): Promise<void> {
  const { courseId, wikiId } = place;
  await replaceMany(tx, standing, and(eq(standing.courseId, courseId), eq(standing.wikiId, wikiId))!,
    pages.flatMap(({ pageId, stands }) => standingRows({ ...place, pageId }, stands, authorOf)));
  await replaceMany(tx, standingChange, and(eq(standingChange.courseId, courseId), eq(standingChange.wikiId, wikiId))!,
    pages.flatMap(({ pageId, entries }) => changeRows({ ...place, pageId }, entries, authorOf)));
}

/** Whether a wiki's stored credit follows the rules of this version. */
export function isCurrent(creditVersion: number): boolean {
  return creditVersion === storedVersion;
}

async function authorsOf(tx: Queryable, courseId: string, wikiId: string, countsAs: CountsAs): Promise<Map<number, Author>> {
  const rows = await tx.select({ authorId: entry.authorId, revs: sql<number[]>`array_agg(${entry.rev})` }).from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId))).groupBy(entry.authorId);
  const authors = new Map<number, Author>();
  for (const { authorId, revs } of rows) for (const rev of revs) authors.set(rev, countsAs(authorId, rev));
  return authors;
}

/** The credit that the page had the last time it read so, or else that another had, if that is not too long ago. */
async function earlierCredit(tx: Queryable, { courseId, wikiId, pageId, rev }: EntryToCredit, key: string): Promise<Pick<EntryStep, "sameBefore" | "sameElsewhere">> {
  const [found] = await tx.select({ pageId: entryCredit.pageId, origins: entryCredit.origins }).from(entryCredit).innerJoin(entry, creditOfEntry)
    .where(and(eq(entryCredit.courseId, courseId), eq(entryCredit.wikiId, wikiId), eq(entryCredit.stateKey, key), gte(entry.rev, rev - longestRecall)))
    .orderBy(desc(eq(entryCredit.pageId, pageId)), sql`${entryCredit.pageId} collate "C"`, desc(entry.rev)).limit(1);
  const then = found ? readStoredOrigins(found.origins) : null;
  return found?.pageId === pageId ? { sameBefore: then } : { sameBefore: null, sameElsewhere: () => then };
}
