/**
 * Recording an entry: the one way in which a page's text changes. In one transaction the wiki is locked, the
 * entry is credited and chained, and all that is kept about the page is brought up to date.
 */
import "server-only";
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import { storedVersion } from "@/core/credit/stored";
import { canonical } from "@/core/document/canonical";
import type { PageDocument } from "@/core/document/model";
import { identifyBlocks } from "@/core/document/parse";
import { thingChanges, thingsIn } from "@/core/document/things";
import { chainStart, entryHash, type EntryKind } from "@/core/ledger/chain";
import { titleKey } from "@/core/links/titles";
import type { Queryable } from "../db/client";
import { entry, page, wiki } from "../db/tables/wikis";
import { computeCredit, type EntryToCredit, isCurrent, storeCredit } from "./credit";
import { storeUses } from "../files/use";
import { send } from "../live/signal";
import { recomputeWiki } from "./recompute";
import { indexPageNames, indexPageText, indexPast } from "../search/index-pages";
import { putThings } from "./things";

export interface NewEntry {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  readonly kind: EntryKind;
  /** Null for starter text. */
  readonly authorId: string | null;
  readonly at: Date;
  readonly note: string;
  readonly title: string;
  readonly document: PageDocument;
  /** The entry that the author had before them. */
  readonly base: number;
  /**
   * The entry that the document stands on, where what came after the base has been merged into it; absent:
   * the base.
   */
  readonly on?: number;
  readonly restoredFrom: number | null;
  readonly newBlockId: () => string;
}

export type Recorded =
  | { readonly kind: "recorded"; readonly number: number }
  /** Somebody saved in between: nothing was written. */
  | { readonly kind: "stale"; readonly newest: number }
  | { readonly kind: "title taken"; readonly pageId: string }
  /** The page reads and looks as before: nothing was written. */
  | { readonly kind: "unchanged"; readonly number: number };

/** Acts that are entries only if they change the text. The others are acts even where it stays as it is. */
const savesText: Readonly<Record<EntryKind, boolean>> = {
  started: true,
  wrote: true,
  restored: true,
  renamed: false,
  removed: false,
  "brought back": false,
};

/** Acts after which a page is called something, or something else. */
const namesPage: Readonly<Record<EntryKind, boolean>> = {
  started: true,
  wrote: false,
  restored: false,
  renamed: true,
  removed: false,
  "brought back": true,
};

/**
 * Locks the wiki until the transaction ends, so that its entries are numbered and credited one after the
 * other.
 */
export async function lockWiki(tx: Queryable, courseId: string, wikiId: string) {
  const [locked] = await tx
    .select({ entries: wiki.entries, spread: wiki.spread, creditVersion: wiki.creditVersion })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)))
    .for("update");
  if (!locked) throw new RangeError(`No wiki ${wikiId}`);
  return locked;
}

/**
 * Locks the wiki of a page, so that what is asked about access holds until the entry is written. False if
 * there is none.
 */
export async function lockWikiOfPage(tx: Queryable, courseId: string, pageId: string): Promise<boolean> {
  const [found] = await tx
    .select({ wikiId: page.wikiId })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  if (found) await lockWiki(tx, courseId, found.wikiId);
  return found !== undefined;
}

/**
 * Records one entry inside the transaction `tx`. The caller has asked whether the author may. Cost: the
 * comparison, plus reading the credit of the wiki's other pages if words have come that the page itself does
 * not explain.
 */
export async function recordEntry(tx: Queryable, given: NewEntry): Promise<Recorded> {
  const { courseId, wikiId, pageId } = given;
  const locked = await lockCurrentWiki(tx, courseId, wikiId);
  const [known] = await tx
    .select({ entries: page.entries, credit: page.credit })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const number = (known?.entries ?? 0) + 1;
  if ((given.on ?? given.base) !== number - 1) return { kind: "stale", newest: number - 1 };
  if (!known || given.kind === "renamed" || given.kind === "brought back") {
    const taken = await pageByTitle(tx, courseId, wikiId, given.title);
    if (taken && taken !== pageId) return { kind: "title taken", pageId: taken };
  }
  const document = identifyBlocks(given.document, given.newBlockId);
  const newest = known ? await newestEntry(tx, courseId, pageId) : null;
  if (newest && savesText[given.kind] && canonical(newest.document) === canonical(document))
    return { kind: "unchanged", number: number - 1 };

  const rev = locked.entries + 1;
  const toCredit: EntryToCredit = {
    courseId,
    wikiId,
    pageId,
    rev,
    authorId: given.authorId,
    at: given.at,
    document,
    before: known?.credit ?? null,
    spread: locked.spread,
  };
  const credited = await computeCredit(tx, toCredit);
  const state = {
    entries: number,
    words: credited.words,
    credit: credited.page,
    ...(given.kind === "renamed" || given.kind === "brought back"
      ? { title: given.title, titleKey: titleKey(given.title), removedAt: null }
      : {}),
    ...(given.kind === "removed" ? { removedAt: given.at } : {}),
  };
  if (known)
    await tx
      .update(page)
      .set(state)
      .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  else {
    await tx.insert(page).values({
      courseId,
      id: pageId,
      wikiId,
      title: given.title,
      titleKey: titleKey(given.title),
      startedBy: given.authorId,
      ...state,
      removedAt: null,
      position: sql`(select count(*)::int from ${page} where ${page.courseId} = ${courseId}
        and ${page.wikiId} = ${wikiId})`,
    });
  }
  const chained = {
    page: pageId,
    number,
    base: given.base,
    kind: given.kind,
    author: given.authorId,
    at: given.at.toISOString(),
    note: given.note,
    title: given.title,
    restoredFrom: given.restoredFrom,
    document,
  };
  await tx.insert(entry).values({
    courseId,
    pageId,
    number,
    wikiId,
    rev,
    base: given.base,
    kind: given.kind,
    authorId: given.authorId,
    at: given.at,
    note: given.note,
    title: given.title,
    restoredFrom: given.restoredFrom,
    document,
    hash: entryHash(chained, newest?.hash ?? chainStart),
  });
  await tx
    .update(wiki)
    .set({ entries: rev, creditVersion: storedVersion })
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  await storeCredit(tx, toCredit, number, credited);
  await putThings(
    tx,
    { courseId, wikiId },
    {
      pageId,
      number,
      rev,
      things: thingChanges(newest ? thingsIn(newest.document) : new Map(), thingsIn(document)),
    },
  );
  await storeUses(tx, courseId, pageId, newest?.document ?? null, document);
  await indexPageText(tx, given, document);
  if (namesPage[given.kind]) await indexPageNames(tx, courseId, pageId);
  if (credited.went) await indexPast(tx, given, number, credited.went);
  await send(tx, { courseId, pageId, kind: "entry", by: given.authorId, number });
  return { kind: "recorded", number };
}

/**
 * Locks the wiki, its credit computed by the rules of this version: by older ones, the next entry can't be
 * computed.
 */
async function lockCurrentWiki(tx: Queryable, courseId: string, wikiId: string) {
  const locked = await lockWiki(tx, courseId, wikiId);
  if (locked.entries === 0 || isCurrent(locked.creditVersion)) return locked;
  await recomputeWiki(tx, courseId, wikiId);
  return lockWiki(tx, courseId, wikiId);
}

/** The id of the wiki's page with this title, or null. */
export async function pageByTitle(
  db: Queryable,
  courseId: string,
  wikiId: string,
  title: string,
): Promise<string | null> {
  const [found] = await db
    .select({ id: page.id })
    .from(page)
    .where(
      and(
        eq(page.courseId, courseId),
        eq(page.wikiId, wikiId),
        eq(page.titleKey, titleKey(title)),
        isNull(page.removedAt),
      ),
    );
  return found?.id ?? null;
}

async function newestEntry(tx: Queryable, courseId: string, pageId: string) {
  const [found] = await tx
    .select({ hash: entry.hash, document: entry.document })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId)))
    .orderBy(desc(entry.number))
    .limit(1);
  return found ?? null;
}
