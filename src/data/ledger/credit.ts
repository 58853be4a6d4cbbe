/** Credit beside the ledger: computed with each entry, in its transaction, from what was computed before. */
import { longestRecall, mostStates } from "@/core/diff/budgets";
import "server-only";
import { and, desc, eq, gte, lt, ne, sql } from "drizzle-orm";
import type { EntryFigures } from "@/core/credit/account";
import type { Author } from "@/core/credit/step";
import { type AtRest, type CreditedAtRest, EntryAtRest } from "@/core/credit/entry-at-rest";
import { storedVersion } from "@/core/credit/stored";
import { noWords } from "@/core/credit/wiki";
import type { PageDocument } from "@/core/document/model";
import type { Queryable } from "../db/client";
import { insertMany, replaceMany } from "../db/put-rows";
import { entry, entryCredit, page, standing, standingChange, wiki } from "../db/tables/wikis";
import { heavily, isLightWork } from "../heavy/threads";
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
export interface Credited extends CreditedAtRest {
  /** As whom its writer counts. */
  readonly authorId: Author;
  readonly stateKey: string;
  readonly authorOf: (rev: number) => Author;
}

/** Joins an entry with what was computed about it. */
export const creditOfEntry = and(
  eq(entryCredit.courseId, entry.courseId),
  eq(entryCredit.pageId, entry.pageId),
  eq(entryCredit.number, entry.number),
);

/**
 * Computes an entry's credit. Cost: the page's own state; only if words came that it does not explain or
 * words went of which copies were made, the other pages' states; and only if much came back that the page's
 * last entries had removed, its last states. Of a long page it is computed beside the thread that answers.
 */
export async function computeCredit(tx: Queryable, given: EntryToCredit): Promise<Credited> {
  const { courseId, wikiId, rev, before, document } = given;
  const countsAs = await authorsThatCount(tx, courseId, wikiId);
  const author = countsAs(given.authorId, rev);
  const isLight = isLightWork(before, document);
  const atHand = isLight ? new EntryAtRest(before, document) : null;
  const key = atHand ? atHand.key : await heavily("stateKey", before, document);
  const [authors, then] = await Promise.all([
    authorsOf(tx, courseId, wikiId, countsAs),
    earlierCredit(tx, given, key),
  ]);
  let known: AtRest = { rev, author, authors, spread: given.spread, then, others: null, states: null };
  for (;;) {
    const step = atHand ? atHand.credit(known) : await heavily("credit", before, document, known);
    if (step.kind === "needs")
      known =
        step.what === "others"
          ? { ...known, others: await otherPages(tx, given) }
          : { ...known, states: await lastStates(tx, given) };
    else {
      const { credited } = step;
      return {
        ...credited,
        spread: credited.spread.length === given.spread.length ? given.spread : credited.spread,
        authorId: author,
        stateKey: key,
        authorOf: (each) => (each === rev ? author : (authors.get(each) ?? null)),
      };
    }
  }
}

async function otherPages(tx: Queryable, { courseId, wikiId, pageId }: EntryToCredit): Promise<Uint8Array[]> {
  const stored = await tx
    .select({ credit: page.credit })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), ne(page.id, pageId)))
    .orderBy(page.id);
  return stored.map(({ credit }) => credit);
}

async function lastStates(
  tx: Queryable,
  { courseId, pageId, rev }: EntryToCredit,
): Promise<NonNullable<AtRest["states"]>> {
  const ofPage = and(eq(entryCredit.courseId, courseId), eq(entryCredit.pageId, pageId));
  const last = sql`(select max(${entryCredit.number}) from ${entryCredit} where ${ofPage}
    and ${entryCredit.stateKey} not like ${`${noWords}%`}
    group by ${entryCredit.stateKey} order by 1 desc limit ${mostStates})`;
  return tx
    .select({ document: entry.document, origins: entryCredit.origins })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(
      and(
        eq(entry.courseId, courseId),
        eq(entry.pageId, pageId),
        lt(entry.rev, rev),
        sql`${entry.number} in ${last}`,
      ),
    )
    .orderBy(desc(entry.number));
}

/** Stores what was computed, except the page's own row. `number` is the entry's number on its page. */
export async function storeCredit(
  tx: Queryable,
  { courseId, wikiId, pageId, at, spread }: EntryToCredit,
  number: number,
  credited: Credited,
): Promise<void> {
  const { authorId, stateKey, origins, figures, stood, stands, authorOf } = credited;
  await tx.insert(entryCredit).values({
    courseId,
    pageId,
    number,
    wikiId,
    authorId,
    at,
    ...summedOf(figures),
    stateKey,
    origins,
    figures,
  });
  if (credited.spread !== spread)
    await tx
      .update(wiki)
      .set({ spread: credited.spread })
      .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  await insertMany(
    tx,
    standingChange,
    changeRows({ courseId, wikiId, pageId }, [{ number, at, ...changesIn(figures) }], authorOf),
  );
  const gone = [...stood.keys()].filter((rev) => !stands.has(rev));
  if (gone.length > 0) {
    await tx
      .delete(standing)
      .where(
        and(
          eq(standing.courseId, courseId),
          eq(standing.pageId, pageId),
          sql`${standing.rev} = any(${sql.param(gone)}::int[])`,
        ),
      );
  }
  await replaceMany(
    tx,
    standing,
    null,
    standingRows(
      { courseId, wikiId, pageId },
      [...stands].filter(([rev, words]) => stood.get(rev) !== words),
      authorOf,
    ),
  );
}

/** The figures that the review adds up, where an index reaches them. */
export function summedOf({ added, corrected, moved, gaveBack, onOthers }: EntryFigures) {
  return { added, corrected, moved, gaveBack, onOthers };
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
  readonly copies: EntryFigures["copiesChange"];
}

/** Of an entry's figures what is stored of how it changed the words that stand. */
export const changesIn = ({
  standingChange: changes,
  copiesChange: copies,
}: EntryFigures): Omit<ChangesOfEntry, "number" | "at"> => ({ changes, copies });

const standingRows = (
  place: PageIn,
  stands: readonly (readonly [rev: number, words: number])[],
  authorOf: (rev: number) => Author,
) => stands.map(([rev, words]) => ({ ...place, rev, words, authorId: authorOf(rev) }));

const changeRows = (place: PageIn, entries: readonly ChangesOfEntry[], authorOf: (rev: number) => Author) =>
  entries.flatMap(({ number, at, changes, copies }) => {
    const copied = new Map(copies),
      stood = new Map(changes);
    return [...new Set([...stood.keys(), ...copied.keys()])].map((rev) => ({
      ...place,
      number,
      at,
      rev,
      words: stood.get(rev) ?? 0,
      copies: copied.get(rev) ?? 0,
      authorId: authorOf(rev),
    }));
  });

export interface StandingOfPage {
  readonly pageId: string;
  readonly stands: readonly (readonly [rev: number, words: number])[];
  readonly entries: readonly ChangesOfEntry[];
}

/** Stores anew what stands on all pages of a wiki, by entry, and how each entry changed that. */
export async function replaceStanding(
  tx: Queryable,
  place: Omit<PageIn, "pageId">,
  pages: readonly StandingOfPage[],
  authorOf: (rev: number) => Author,
): Promise<void> {
  const { courseId, wikiId } = place;
  await replaceMany(
    tx,
    standing,
    and(eq(standing.courseId, courseId), eq(standing.wikiId, wikiId))!,
    pages.flatMap(({ pageId, stands }) => standingRows({ ...place, pageId }, stands, authorOf)),
  );
  await replaceMany(
    tx,
    standingChange,
    and(eq(standingChange.courseId, courseId), eq(standingChange.wikiId, wikiId))!,
    pages.flatMap(({ pageId, entries }) => changeRows({ ...place, pageId }, entries, authorOf)),
  );
}

/** Whether a wiki's stored credit follows the rules of this version. */
export function isCurrent(creditVersion: number): boolean {
  return creditVersion === storedVersion;
}

async function authorsOf(
  tx: Queryable,
  courseId: string,
  wikiId: string,
  countsAs: CountsAs,
): Promise<Map<number, Author>> {
  const rows = await tx
    .select({ authorId: entry.authorId, revs: sql<number[]>`array_agg(${entry.rev})` })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId)))
    .groupBy(entry.authorId);
  const authors = new Map<number, Author>();
  for (const { authorId, revs } of rows) for (const rev of revs) authors.set(rev, countsAs(authorId, rev));
  return authors;
}

/**
 * The credit that the page had the last time it read so, or else that another had, if that is not too long
 * ago.
 */
async function earlierCredit(
  tx: Queryable,
  { courseId, wikiId, pageId, rev }: EntryToCredit,
  key: string,
): Promise<AtRest["then"]> {
  const [found] = await tx
    .select({ pageId: entryCredit.pageId, origins: entryCredit.origins })
    .from(entryCredit)
    .innerJoin(entry, creditOfEntry)
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        eq(entryCredit.wikiId, wikiId),
        eq(entryCredit.stateKey, key),
        gte(entry.rev, rev - longestRecall),
      ),
    )
    .orderBy(desc(eq(entryCredit.pageId, pageId)), sql`${entryCredit.pageId} collate "C"`, desc(entry.rev))
    .limit(1);
  return found ? { isHere: found.pageId === pageId, origins: found.origins } : null;
}
