/**
 * The passages that comments are about: kept by the words they had when they were spoken of, and found again
 * where these words stand now, on the same page or on another of the wiki.
 */
import "server-only";
import { and, eq, inArray, isNotNull, isNull, ne, or, sql } from "drizzle-orm";
import { type Origins, readStoredOrigins, storeOrigins } from "@/core/credit/origins";
import { findPassage, originsIn } from "@/core/credit/passage";
import { textOf } from "@/core/document/passages";
import type { WordRange } from "@/core/text/words";
import { standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { comment, entry, entryCredit, page, standing } from "../db/tables/wikis";
import { heavily } from "../heavy/threads";
import { creditOfEntry } from "../ledger/credit";
import type { ContextIn } from "../session/context";
import type { PassageDto } from "./dto";

/**
 * A passage as somebody points at it: what it says, after which entry they read it, and about which word of
 * the page it begins at.
 */
export interface GivenPassage {
  readonly quote: string;
  readonly entry: number;
  readonly near: number;
}

type PassageColumns = Pick<
  typeof comment.$inferInsert,
  "passageEntry" | "passageFrom" | "passageTo" | "passageQuote" | "passageOrigins"
>;

/** So much of what a passage said is kept with the comment, in UTF-16 code units. */
const longestQuote = 600;

/** The passage that somebody points at, as it is kept. */
export interface PointedAt extends WordRange {
  readonly quote: string;
  readonly origins: Uint8Array;
}

/** What is stored of a passage; null if the page did not read so after that entry. */
export async function passageColumns(
  db: Queryable,
  courseId: string,
  pageId: string,
  given: GivenPassage,
): Promise<PassageColumns | null> {
  const found = await pointedAt(db, courseId, pageId, given);
  return (
    found && {
      passageEntry: given.entry,
      passageFrom: found.from,
      passageTo: found.to,
      passageQuote: found.quote,
      passageOrigins: found.origins,
    }
  );
}

/** Null if the page did not read so after that entry. */
export async function pointedAt(
  db: Queryable,
  courseId: string,
  pageId: string,
  given: GivenPassage,
): Promise<PointedAt | null> {
  const [found] = await db
    .select({ document: entry.document, origins: entryCredit.origins })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), eq(entry.number, given.entry)));
  const range = found && (await heavily("quote", found.document, given.quote, given.near));
  if (!range) return null;
  const quote = textOf(found.document, range).slice(0, longestQuote);
  return { ...range, quote, origins: storeOrigins(originsIn(readStoredOrigins(found.origins), range)) };
}

/** Brings what is kept of a wiki's passages to its credit, after that was computed anew. */
export async function refreshPassages(tx: Queryable, courseId: string, wikiId: string): Promise<void> {
  const rows = await tx
    .select({
      id: comment.id,
      from: comment.passageFrom,
      to: comment.passageTo,
      origins: entryCredit.origins,
    })
    .from(comment)
    .innerJoin(
      entryCredit,
      and(
        eq(entryCredit.courseId, comment.courseId),
        eq(entryCredit.pageId, comment.pageId),
        eq(entryCredit.number, comment.passageEntry),
      ),
    )
    .where(and(eq(comment.courseId, courseId), eq(comment.wikiId, wikiId), isNotNull(comment.passageEntry)));
  for (const { id, from, to, origins } of rows) {
    await tx
      .update(comment)
      .set({ passageOrigins: storeOrigins(originsIn(readStoredOrigins(origins), { from: from!, to: to! })) })
      .where(and(eq(comment.courseId, courseId), eq(comment.id, id)));
  }
}

export interface PageHere {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  /** Of the words as they stand. */
  readonly origins: Uint8Array;
}

export interface PlacedThreads {
  /** By the comment that begins the thread. */
  readonly passages: ReadonlyMap<string, PassageDto>;
  /** Threads from other pages whose text stands here now. */
  readonly cameHere: readonly string[];
}

/**
 * Where the passages of a page's threads stand now, and which of other pages' threads have their text here.
 * What is said on a page that the viewer may not read is not among them. Cost: one query, and one more for
 * each page that a passage came from or went to.
 */
export async function placeThreads(ctx: ContextIn, here: PageHere): Promise<PlacedThreads> {
  const { courseId, wikiId, pageId } = here;
  const rows = await ctx.db
    .select({
      id: comment.id,
      pageId: comment.pageId,
      entry: comment.passageEntry,
      quote: comment.passageQuote,
      origins: comment.passageOrigins,
    })
    .from(comment)
    .where(
      and(
        eq(comment.courseId, courseId),
        eq(comment.wikiId, wikiId),
        isNotNull(comment.passageEntry),
        or(eq(comment.pageId, pageId), isNull(comment.withdrawnAt)),
      ),
    )
    .orderBy(comment.at, comment.id);
  const text = rows.length > 0 ? readStoredOrigins(here.origins) : null;
  const passages = new Map<string, PassageDto>();
  const cameHere: string[] = [];
  for (const row of text ? rows : []) {
    const sought = readStoredOrigins(row.origins!);
    const found = findPassage(text!, sought);
    const told = { quote: row.quote!, entry: row.entry! };
    if (row.pageId === pageId)
      passages.set(row.id, {
        ...told,
        stands: found ? { kind: "here", ...found } : await elsewhere(ctx, here, sought),
      });
    else if (
      found &&
      (await isGoneFrom(ctx, courseId, row.pageId, sought)) &&
      (await standAtPage(ctx, courseId, row.pageId))
    ) {
      passages.set(row.id, { ...told, stands: { kind: "here", ...found } });
      cameHere.push(row.id);
    }
  }
  return { passages, cameHere };
}

/** The page of the wiki to which a passage's text went, if the viewer may read it. */
async function elsewhere(
  ctx: ContextIn,
  { courseId, wikiId, pageId }: PageHere,
  sought: Origins,
): Promise<PassageDto["stands"]> {
  const revs = [...new Set(sought.entries)];
  const pages = await ctx.db
    .selectDistinct({ id: page.id, title: page.title })
    .from(standing)
    .innerJoin(page, and(eq(page.courseId, standing.courseId), eq(page.id, standing.pageId)))
    .where(
      and(
        eq(standing.courseId, courseId),
        eq(standing.wikiId, wikiId),
        ne(standing.pageId, pageId),
        inArray(standing.rev, revs),
        isNull(page.removedAt),
      ),
    )
    .orderBy(page.id);
  for (const { id, title } of pages) {
    const stands = findPassage(await newestOrigins(ctx.db, courseId, id), sought);
    if (stands && (await standAtPage(ctx, courseId, id))) return { kind: "on", pageId: id, title };
  }
  return { kind: "gone" };
}

async function isGoneFrom(
  { db }: ContextIn,
  courseId: string,
  pageId: string,
  sought: Origins,
): Promise<boolean> {
  const [found] = await db
    .select({ removedAt: page.removedAt })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  return (
    found === undefined ||
    found.removedAt !== null ||
    findPassage(await newestOrigins(db, courseId, pageId), sought) === null
  );
}

async function newestOrigins(db: Queryable, courseId: string, pageId: string): Promise<Origins> {
  const [found] = await db
    .select({ origins: entryCredit.origins })
    .from(entryCredit)
    .innerJoin(
      page,
      and(
        eq(page.courseId, entryCredit.courseId),
        eq(page.id, entryCredit.pageId),
        sql`${page.entries} = ${entryCredit.number}`,
      ),
    )
    .where(and(eq(entryCredit.courseId, courseId), eq(entryCredit.pageId, pageId)));
  return found ? readStoredOrigins(found.origins) : { entries: new Int32Array(), ordinals: new Int32Array() };
}
