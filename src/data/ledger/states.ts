/**
 * Any two states of a page beside each other, and any one state with who wrote what. No history is replayed:
 * both are stored.
 */
import "server-only";
import { and, asc, desc, eq, gt, gte, inArray, lte, max, min, sql } from "drizzle-orm";
import { readStoredOrigins } from "@/core/credit/origins";
import type { ComparedBlock } from "@/core/compared/document";
import { filesIn } from "@/core/document/files";
import type { Between } from "@/core/heavy/work";
import { emptyDocument } from "@/core/document/model";
import { standAtPage } from "../access/read";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { entry, entryCredit, standingChange } from "../db/tables/wikis";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import { heavily } from "../heavy/threads";
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
  /**
   * Who saved the entries between the two, the later state's own included, in the order in which they first
   * did.
   */
  readonly authors: readonly Pick<StepDto, "author" | "authorId">[];
  /**
   * By its number in the wiki, which of them a stretch that came or went is owed to; empty where one author
   * alone was at work, or too many entries lie between.
   */
  readonly doneBy: ReadonlyMap<number, StepDto>;
}

/**
 * Between states that lie further apart it is not looked for who did what: each entry between them has to be
 * read.
 */
const mostAttributed = 400;

/**
 * What changed from the state after entry `from` (0: before there was anything) to the one after `to`; null
 * if there are none such for the viewer. Cost: one comparison.
 */
export async function compareStates(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  from: number,
  to: number,
): Promise<ComparedStatesDto | null> {
  if (from >= to || !(await standAtPage(ctx, courseId, pageId))) return null;
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const documents = await ctx.db
    .select({ number: entry.number, document: entry.document })
    .from(entry)
    .where(and(ofPage, inArray(entry.number, [from, to])));
  const after = documents.find(({ number }) => number === to)?.document;
  const before = from === 0 ? emptyDocument : documents.find(({ number }) => number === from)?.document;
  if (!before || !after) return null;
  const authors = await ctx.db
    .select({ author: person.name, authorId: entryCredit.authorId })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(ofPage, gt(entry.number, from), lte(entry.number, to)))
    .groupBy(person.name, entryCredit.authorId)
    .orderBy(min(entry.number));
  const done =
    authors.length > 1 && to - from <= mostAttributed ? await doersOf(ctx, courseId, pageId, from, to) : null;
  return {
    blocks: await heavily("compare", before, after, done?.between ?? null, null),
    doneBy: done?.steps ?? new Map(),
    files: await filesNamed(ctx.db, courseId, [...new Set([...filesIn(before), ...filesIn(after)])]),
    authors,
  };
}

/**
 * Who did what between two states, and the entries between them by their numbers in the wiki. Reads the
 * stored origins of each.
 */
async function doersOf(
  { db }: ContextIn,
  courseId: string,
  pageId: string,
  from: number,
  to: number,
): Promise<{ between: Between; steps: Map<number, StepDto> }> {
  const rows = await db
    .select({
      number: entry.number,
      rev: entry.rev,
      at: entry.at,
      author: person.name,
      authorId: entryCredit.authorId,
      origins: entryCredit.origins,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(
      and(
        eq(entry.courseId, courseId),
        eq(entry.pageId, pageId),
        gte(entry.number, from),
        lte(entry.number, to),
      ),
    )
    .orderBy(asc(entry.number));
  const between = rows.filter(({ number }) => number > from);
  const before = rows.find(({ number }) => number === from)?.origins ?? null;
  return {
    between: { before, steps: between.map(({ rev, origins }) => ({ entry: rev, origins })) },
    steps: new Map(between.map(({ rev, origins: _, ...step }) => [rev, step])),
  };
}

/** The steps of a page's ledger, oldest first: what states can be chosen from. */
export async function statesOf(ctx: ContextIn, courseId: string, pageId: string): Promise<StepDto[] | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  return ctx.db
    .select({ number: entry.number, at: entry.at, author: person.name, authorId: entryCredit.authorId })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId)))
    .orderBy(asc(entry.number));
}

/**
 * The newest entry that the page had at the end of the viewer's visit before this one; null if they had not
 * been on the course, or nothing came since.
 */
export async function sinceLastVisit(
  { db, viewer }: ContextIn,
  courseId: string,
  states: readonly StepDto[],
): Promise<number | null> {
  const [visit] = await db
    .select({ before: enrolment.visitedBefore })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, viewer.id)));
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
  /**
   * The entries that wrote what stands, by their number in the wiki: of this page, or of others that text was
   * brought from.
   */
  readonly wrote: ReadonlyMap<number, WroteDto>;
  /**
   * Words by author after entries of the page, oldest first, the newest among them; of a long history some
   * hundreds. Starter text under "".
   */
  readonly growth: readonly {
    readonly at: Date;
    readonly number: number;
    readonly words: Readonly<Record<string, number>>;
  }[];
}

/**
 * A page as it stood after an entry, each word with the entry that wrote it; null if there is none such for
 * the viewer.
 */
export async function whoWroteWhat(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
): Promise<WhoWroteDto | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const [found] = await ctx.db
    .select({ document: entry.document, origins: entryCredit.origins, wikiId: entry.wikiId })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(and(ofPage, eq(entry.number, number)));
  if (!found) return null;
  const origins = readStoredOrigins(found.origins);
  const revs = [...new Set(origins.entries)];
  const rows =
    revs.length === 0
      ? []
      : await ctx.db
          .select({
            rev: entry.rev,
            pageId: entry.pageId,
            number: entry.number,
            at: entry.at,
            author: person.name,
            authorId: entryCredit.authorId,
          })
          .from(entry)
          .innerJoin(entryCredit, creditOfEntry)
          .leftJoin(person, eq(person.id, entryCredit.authorId))
          .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, found.wikiId), inArray(entry.rev, revs)))
          .orderBy(desc(entry.rev));
  const wrote = new Map(rows.map((row) => [row.rev, row]));
  const growth = await growthOf(ctx, courseId, pageId);
  return {
    number,
    blocks: await heavily("authored", found.document, found.origins),
    files: await filesNamed(ctx.db, courseId, filesIn(found.document)),
    wrote,
    growth,
  };
}

/** Points that a chart of growth is drawn from, at most. */
const pointsAtMost = 400;

/**
 * Summed up, by an index, from what each entry changed of the words that stand; of many entries every so many
 * as one.
 */
async function growthOf({ db }: ContextIn, courseId: string, pageId: string): Promise<WhoWroteDto["growth"]> {
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const [newest] = await db
    .select({ number: max(entry.number) })
    .from(entry)
    .where(ofPage);
  const last = newest?.number ?? 0;
  const every = Math.max(1, Math.ceil(last / pointsAtMost));
  const points = await db
    .select({ number: entry.number, at: entry.at })
    .from(entry)
    .where(and(ofPage, sql`(${last} - ${entry.number}) % ${every} = 0`))
    .orderBy(asc(entry.number));
  const point = sql<number>`(${last} - (${last} - ${standingChange.number}) / ${every} * ${every})::int`;
  const changes = await db
    .select({
      number: point,
      author: standingChange.authorId,
      words: sql<number>`sum(${standingChange.words})::int`,
    })
    .from(standingChange)
    .where(and(eq(standingChange.courseId, courseId), eq(standingChange.pageId, pageId)))
    .groupBy(sql`1`, standingChange.authorId);
  const changed = new Map<number, { readonly author: string | null; readonly words: number }[]>();
  for (const { number, ...change } of changes) changed.set(number, [...(changed.get(number) ?? []), change]);
  const words: Record<string, number> = {};
  return points.map(({ number, at }) => {
    for (const { author, words: more } of changed.get(number) ?? [])
      words[author ?? ""] = (words[author ?? ""] ?? 0) + more;
    return { at, number, words: { ...words } };
  });
}
