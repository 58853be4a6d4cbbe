/** Any two states of a page beside each other, and any one state with who wrote what. No history is replayed: both are stored. */
import "server-only";
import { and, asc, desc, eq, gt, gte, inArray, lte, sql } from "drizzle-orm";
import { authoredBlocks } from "@/core/credit/authored";
import { doersBetween } from "@/core/credit/doers";
import { readStoredOrigins } from "@/core/credit/origins";
import { type ComparedBlock, compareDocuments, type Doers } from "@/core/diff/document";
import { filesIn } from "@/core/document/files";
import { emptyDocument } from "@/core/document/model";
import { standAtPage } from "../access/read";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { entry, entryCredit } from "../db/tables/wikis";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import type { ContextIn } from "../session/context";
import { creditOfEntry } from "./credit";

export interface StepDto {
  readonly number: number;
  readonly at: Date;
  readonly author: string | null;
  readonly authorId: string | null;
}

export interface ComparedStatesDto {
  readonly blocks: readonly ComparedBlock[];
  readonly files: readonly FileDto[];
  /** The entries that lie between the two, the later state's own included. */
  readonly between: readonly StepDto[];
  /** By its number in the wiki, which of them a stretch that came or went is owed to; empty where one author alone was at work, or too many entries lie between. */
  readonly doneBy: ReadonlyMap<number, StepDto>;
}

/** Between states that lie further apart it is not looked for who did what: each entry between them has to be read. */
const mostAttributed = 400;

/** What changed from the state after entry `from` (0: before there was anything) to the one after `to`; null if there are none such for the viewer. Cost: one comparison. */
export async function compareStates(ctx: ContextIn, courseId: string, pageId: string, from: number, to: number): Promise<ComparedStatesDto | null> {
  if (from >= to || !(await standAtPage(ctx, courseId, pageId))) return null;
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const documents = await ctx.db.select({ number: entry.number, document: entry.document }).from(entry).where(and(ofPage, inArray(entry.number, [from, to])));
  const after = documents.find(({ number }) => number === to)?.document;
  const before = from === 0 ? emptyDocument : documents.find(({ number }) => number === from)?.document;
  if (!before || !after) return null;
  const between = await ctx.db.select({ number: entry.number, at: entry.at, author: person.name, authorId: entryCredit.authorId }).from(entry).innerJoin(entryCredit, creditOfEntry).leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(ofPage, gt(entry.number, from), lte(entry.number, to))).orderBy(asc(entry.number));
  const doers = new Set(between.map(({ authorId }) => authorId)).size > 1 && between.length <= mostAttributed ? await doersOf(ctx, courseId, pageId, from, to) : null;
  return { blocks: compareDocuments(before, after, doers?.doers), doneBy: new Map(doers?.revs.map((rev, at) => [rev, between[at]!])), files: await filesNamed(ctx.db, courseId, [...new Set([...filesIn(before), ...filesIn(after)])]), between };
}

/** Who did what between two states, and the entries between them by their numbers in the wiki. Reads the stored origins of each. */
async function doersOf({ db }: ContextIn, courseId: string, pageId: string, from: number, to: number): Promise<{ doers: Doers; revs: number[] }> {
  const rows = await db.select({ number: entry.number, rev: entry.rev, origins: entryCredit.origins }).from(entry).innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), gte(entry.number, from), lte(entry.number, to))).orderBy(asc(entry.number));
  const steps = rows.filter(({ number }) => number > from).map(({ rev, origins }) => ({ entry: rev, origins }));
  return { doers: doersBetween(rows.find(({ number }) => number === from)?.origins ?? null, steps), revs: steps.map((step) => step.entry) };
}

/** The steps of a page's ledger, oldest first: what states can be chosen from. */
export async function statesOf(ctx: ContextIn, courseId: string, pageId: string): Promise<StepDto[] | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  return ctx.db.select({ number: entry.number, at: entry.at, author: person.name, authorId: entryCredit.authorId }).from(entry).innerJoin(entryCredit, creditOfEntry).leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId))).orderBy(asc(entry.number));
}

/** The newest entry that the page had at the end of the viewer's visit before this one; null if they had not been on the course, or nothing came since. */
export async function sinceLastVisit({ db, viewer }: ContextIn, courseId: string, states: readonly StepDto[]): Promise<number | null> {
  const [visit] = await db.select({ before: enrolment.visitedBefore }).from(enrolment).where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, viewer.id)));
  const seen = visit?.before ? states.filter(({ at }) => at <= visit.before!).at(-1) : undefined;
  return seen && seen.number < (states.at(-1)?.number ?? 0) ? seen.number : null;
}

export interface WroteDto extends StepDto {
  readonly rev: number;
  readonly pageId: string;
}

export interface WhoWroteDto {
  readonly number: number;
  readonly blocks: readonly ComparedBlock[];
  readonly files: readonly FileDto[];
  /** The entries that wrote what stands, by their number in the wiki: of this page, or of others that text was brought from. */
  readonly wrote: ReadonlyMap<number, WroteDto>;
  /** Words by author after each entry of the page, oldest first; starter text under "". */
  readonly growth: readonly { readonly at: Date; readonly number: number; readonly words: Readonly<Record<string, number>> }[];
}

/** A page as it stood after an entry, each word with the entry that wrote it; null if there is none such for the viewer. */
export async function whoWroteWhat(ctx: ContextIn, courseId: string, pageId: string, number: number): Promise<WhoWroteDto | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const [found] = await ctx.db.select({ document: entry.document, origins: entryCredit.origins, wikiId: entry.wikiId }).from(entry).innerJoin(entryCredit, creditOfEntry).where(and(ofPage, eq(entry.number, number)));
  if (!found) return null;
  const origins = readStoredOrigins(found.origins);
  const steps = await ctx.db.select({ at: entry.at, number: entry.number, figures: sql<[number, number][]>`${entryCredit.figures}->'standingChange'` }).from(entry).innerJoin(entryCredit, creditOfEntry).where(ofPage).orderBy(asc(entry.number));
  const revs = [...new Set([...origins.entries, ...steps.flatMap(({ figures }) => figures.map(([rev]) => rev))])];
  const rows = revs.length === 0 ? [] : await ctx.db.select({ rev: entry.rev, pageId: entry.pageId, number: entry.number, at: entry.at, author: person.name, authorId: entryCredit.authorId }).from(entry).innerJoin(entryCredit, creditOfEntry).leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, found.wikiId), inArray(entry.rev, revs))).orderBy(desc(entry.rev));
  const wrote = new Map(rows.map((row) => [row.rev, row]));
  const words: Record<string, number> = {};
  const growth = steps.map(({ at, number: step, figures }) => {
    for (const [rev, change] of figures) { const author = wrote.get(rev)?.authorId ?? ""; words[author] = (words[author] ?? 0) + change; }
    return { at, number: step, words: { ...words } };
  });
  return { number, blocks: authoredBlocks(found.document, origins), files: await filesNamed(ctx.db, courseId, filesIn(found.document)), wrote, growth };
}
