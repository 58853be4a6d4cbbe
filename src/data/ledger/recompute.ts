/**
 * Credit computed anew from the ledger alone, wiki by wiki: what brings stored figures to new rules, and what
 * proves that stored and computed figures agree.
 */
import "server-only";
import { and, asc, eq, gt, inArray, isNull, ne, sql } from "drizzle-orm";
import type { EntryFigures } from "@/core/credit/account";
import { type Origins, storeOrigins, wordsByEntry } from "@/core/credit/origins";
import { storedVersion, storePage } from "@/core/credit/stored";
import { writtenBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import { type ThingChange, thingChanges, thingsIn } from "@/core/document/things";
import type { Database, Queryable } from "../db/client";
import { replaceMany } from "../db/put-rows";
import { givenEntry } from "../db/tables/doors";
import { entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { refreshDiscussions } from "../comments/discussion";
import { refreshPassages } from "../comments/passages";
import { refreshPins } from "../marks/pins";
import { authorsThatCount } from "./authors";
import { replaceThings } from "./things";
import { changesIn, replaceStanding, type StandingOfPage, summedOf } from "./credit";

/** One entry as the rules of this version see it. */
export interface Recomputed {
  readonly pageId: string;
  readonly number: number;
  readonly rev: number;
  readonly authorId: string | null;
  readonly at: Date;
  readonly stateKey: string;
  readonly origins: Origins;
  readonly figures: EntryFigures;
  readonly things: readonly ThingChange[];
}

const entriesAtOnce = 200;
/** While one wiki waits for the database another is computed. */
const wikisAtOnce = 2;

/**
 * Computes a wiki's credit from its entries, oldest first, without storing anything; `each` is told of every
 * batch.
 */
export async function replayWiki(
  tx: Queryable,
  courseId: string,
  wikiId: string,
  each: (batch: readonly Recomputed[]) => Promise<void>,
): Promise<CreditedWiki> {
  const credited = new CreditedWiki();
  const countsAs = await authorsThatCount(tx, courseId, wikiId);
  const things = new Map<string, ReturnType<typeof thingsIn>>();
  for (let after = 0; ;) {
    const entries = await tx
      .select({
        pageId: entry.pageId,
        number: entry.number,
        rev: entry.rev,
        authorId: entry.authorId,
        at: entry.at,
        document: entry.document,
      })
      .from(entry)
      .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId), gt(entry.rev, after)))
      .orderBy(asc(entry.rev))
      .limit(entriesAtOnce);
    const batch = entries.map(({ pageId, number, rev, authorId: writer, at, document }): Recomputed => {
      const authorId = countsAs(writer, rev);
      const figures = credited.record({
        entry: rev,
        author: authorId,
        page: pageId,
        blocks: writtenBlocks(document),
      });
      const { origins } = credited.pages.get(pageId)!;
      const had = things.get(pageId) ?? new Map();
      const has = thingsIn(document);
      things.set(pageId, has);
      return {
        pageId,
        number,
        rev,
        authorId,
        at,
        stateKey: credited.stateKeyOf(pageId)!,
        origins,
        figures,
        things: thingChanges(had, has),
      };
    });
    if (batch.length > 0) await each(batch);
    if (entries.length < entriesAtOnce) return credited;
    after = entries.at(-1)!.rev;
  }
}

/**
 * Computes a wiki's credit anew and stores it. The wiki is locked until the transaction ends. Returns the
 * number of its entries.
 */
export async function recomputeWiki(tx: Queryable, courseId: string, wikiId: string): Promise<number> {
  const here = and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId));
  await tx.select({ id: wiki.id }).from(wiki).where(here).for("update");
  let count = 0;
  const withThings: Parameters<typeof replaceThings>[2][number][] = [];
  const changes = new Map<string, StandingOfPage["entries"][number][]>();
  const credited = await replayWiki(tx, courseId, wikiId, async (batch) => {
    count += batch.length;
    for (const { pageId, number, at, figures } of batch) {
      const known = changes.get(pageId) ?? changes.set(pageId, []).get(pageId)!;
      known.push({ number, at, ...changesIn(figures) });
    }
    // Every entry has its credit, and has it for good: there is nothing to delete.
    await replaceMany(
      tx,
      entryCredit,
      null,
      batch.map(({ pageId, number, authorId, at, stateKey, origins, figures }) => ({
        courseId,
        pageId,
        number,
        wikiId,
        authorId,
        at,
        ...summedOf(figures),
        stateKey,
        origins: storeOrigins(origins),
        figures,
      })),
    );
    for (const { pageId, number, rev, things } of batch)
      if (things.length > 0) withThings.push({ pageId, number, rev, things });
  });
  await replaceThings(tx, { courseId, wikiId }, withThings);
  for (const [pageId, state] of credited.pages) {
    await tx
      .update(page)
      .set({ words: state.text.words.length, credit: storePage(state, credited.vocabulary) })
      .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  }
  const pages = [...credited.pages].map(([pageId, { origins }]) => ({
    pageId,
    stands: [...wordsByEntry(origins)],
    entries: changes.get(pageId) ?? [],
  }));
  await replaceStanding(tx, { courseId, wikiId }, pages, (rev) => credited.authors.get(rev) ?? null);
  await refreshPassages(tx, courseId, wikiId);
  await refreshPins(tx, courseId, wikiId);
  await refreshDiscussions(tx, courseId, wikiId);
  await tx
    .update(wiki)
    .set({
      spread: [...credited.spread].sort((one, other) => one - other),
      creditVersion: storedVersion,
      creditRound: sql`${wiki.creditRound} + 1`,
    })
    .where(here);
  return count;
}

/**
 * Computes the wikis anew in which an account wrote entries, or was given a guest's: for when these come to
 * count as somebody else's.
 */
export async function recomputeWikisOf(tx: Queryable, courseId: string, writer: string): Promise<void> {
  const given = await tx
    .select({ id: givenEntry.guestId })
    .from(givenEntry)
    .where(and(eq(givenEntry.courseId, courseId), eq(givenEntry.toId, writer), isNull(givenEntry.undoneAt)));
  const writers = [writer, ...given.map(({ id }) => id)];
  const rows = await tx
    .selectDistinct({ wikiId: entry.wikiId })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), inArray(entry.authorId, writers)))
    .orderBy(entry.wikiId);
  for (const { wikiId } of rows) await recomputeWiki(tx, courseId, wikiId);
}

export interface RecomputeProgress {
  readonly wikisDone: number;
  readonly wikis: number;
  readonly entriesDone: number;
  readonly entries: number;
}

/** Marks all of a course's wikis (of all courses, if null) to be computed anew. Saving goes on meanwhile. */
export async function askForRecompute(db: Database, courseId: string | null): Promise<void> {
  await db
    .update(wiki)
    .set({ creditVersion: 0 })
    .where(courseId === null ? undefined : eq(wiki.courseId, courseId));
}

/**
 * Computes every wiki anew whose credit does not follow this version's rules, each in a transaction of its
 * own. Several processes may do so at the same time: each takes what no other is at, and none returns before
 * all is done. May be stopped by `signal` when the wikis begun are done, and goes on from there when called
 * again. Tells, and returns, how far they came together since this call began.
 */
export async function recomputeStale(
  db: Database,
  courseId: string | null,
  onProgress: (progress: RecomputeProgress) => void = () => {},
  signal?: AbortSignal,
): Promise<RecomputeProgress> {
  const stale = await staleWikis(db, courseId);
  const asked = new Set(stale.map(({ id }) => id));
  const entries = entriesOf(stale);
  let left = stale;
  const look = async (): Promise<RecomputeProgress> => {
    left = (await staleWikis(db, courseId)).filter(({ id }) => asked.has(id));
    return {
      wikisDone: stale.length - left.length,
      wikis: stale.length,
      entriesDone: entries - entriesOf(left),
      entries,
    };
  };
  // First what nobody else is at; then, once they are through with it, what they left.
  for (const waits of [false, true]) {
    const waiting = [...left];
    const work = async () => {
      for (let each = waiting.shift(); each && !signal?.aborted; each = waiting.shift()) {
        const { courseId: ofCourse, id } = each;
        const isDone = await db.transaction(
          async (tx) =>
            (await takeStale(tx, ofCourse, id, waits)) && (await recomputeWiki(tx, ofCourse, id)) > 0,
        );
        if (isDone) onProgress(await look());
      }
    };
    await Promise.all(Array.from({ length: wikisAtOnce }, work));
    await look();
  }
  return look();
}

/** Whether anything has to be computed anew. */
export async function hasStale(db: Database): Promise<boolean> {
  return (await staleWikis(db, null).limit(1)).length > 0;
}

type StaleWiki = Awaited<ReturnType<typeof staleWikis>>[number];

const entriesOf = (wikis: readonly StaleWiki[]) => wikis.reduce((sum, each) => sum + each.entries, 0);

const isStale = and(ne(wiki.creditVersion, storedVersion), gt(wiki.entries, 0));

function staleWikis(db: Queryable, courseId: string | null) {
  return db
    .select({ courseId: wiki.courseId, id: wiki.id, entries: wiki.entries })
    .from(wiki)
    .where(and(courseId === null ? undefined : eq(wiki.courseId, courseId), isStale))
    .orderBy(asc(wiki.courseId), asc(wiki.id));
}

/**
 * Locks a wiki if it still has to be computed anew; one that somebody else holds is waited for or left alone.
 */
async function takeStale(tx: Queryable, courseId: string, id: string, waits: boolean): Promise<boolean> {
  const rows = await tx
    .select({ id: wiki.id })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, id), isStale))
    .for("update", waits ? {} : { skipLocked: true });
  return rows.length > 0;
}
