/** What people did in wikis within a period, from stored figures: added up in the database, by an index. */
import "server-only";
import { and, eq, gte, inArray, isNull, lt, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { evidenceOf } from "@/core/credit/figures";
import { type Deed, indexOf } from "@/core/credit/work";
import { dueTimes } from "../access/more-time";
import { discussedIn } from "../comments/discussion";
import { comment, entryCredit, standing, standingChange } from "../db/tables/wikis";
import { sharedEntries, shifts } from "../ledger/shared";
import type { ContextIn } from "../session/context";
import type { Period } from "./period";
import { loadWork } from "./work";

/** What one person did in one wiki. */
export interface Sums {
  readonly entries: number;
  readonly comments: number;
  /** Of the comments, those that answer others. */
  readonly replies: number;
  /** Words. */
  readonly added: number;
  /** Of these, those that were saved when it was due already, more time that was given left out. */
  readonly addedLate: number;
  /** Words that stand where the period ends. */
  readonly standing: number;
  readonly corrections: number;
  readonly moved: number;
  readonly restored: number;
  /** Entries on pages that somebody else started, by who that was. */
  readonly onPagesOf: ReadonlyMap<string, number>;
  /** Entries and comments of each day (YYYY-MM-DD by the course's clocks) that had some. */
  readonly days: ReadonlyMap<string, number>;
  readonly lastAt: Date | null;
}

const nothing: Sums = { entries: 0, comments: 0, replies: 0, added: 0, addedLate: 0, standing: 0, corrections: 0, moved: 0, restored: 0, onPagesOf: new Map(), days: new Map(), lastAt: null };

/** By wiki, by person; starter text under "". */
export type SumsOfWikis = ReadonlyMap<string, ReadonlyMap<string, Sums>>;

export interface SummedAssignment {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly timeZone: string;
  readonly dueAt: Date;
}

/** For whoever may review these wikis, which the caller has asked. Cost: seven queries for all wikis together, and the work of each in which something was marked as discussion. */
export async function sumsOf(ctx: ContextIn, of: SummedAssignment, wikis: readonly string[], period: Period): Promise<SumsOfWikis> {
  const sums = new Map<string, Map<string, Sums>>(wikis.map((id) => [id, new Map()]));
  if (wikis.length === 0) return sums;
  const { courseId, timeZone } = of;
  const add = (wikiId: string, person: string | null, change: (known: Sums) => Partial<Sums>) => {
    const ofWiki = sums.get(wikiId)!;
    const known = ofWiki.get(person ?? "") ?? nothing;
    ofWiki.set(person ?? "", { ...known, ...change(known) });
  };
  const dayOf = (at: typeof entryCredit.at | typeof comment.at) => sql<string>`(${at} at time zone ${timeZone})::date::text`;
  const written = await ctx.db.select({
    wikiId: entryCredit.wikiId, person: entryCredit.authorId, day: dayOf(entryCredit.at), entries: sql<number>`count(*)::int`, added: sql<number>`sum(${entryCredit.added})::int`,
    corrections: summedFigure("corrected"), moved: summedFigure("moved"), restored: summedFigure("restored"), lastAt: sql<string>`max(${entryCredit.at})`,
  }).from(entryCredit).where(within(courseId, wikis, entryCredit, period)).groupBy(entryCredit.wikiId, entryCredit.authorId, sql`3`);
  for (const { wikiId, person, day, entries, added, corrections, moved, restored, lastAt } of written) {
    add(wikiId, person, (known) => ({ entries: known.entries + entries, added: known.added + added, corrections: known.corrections + corrections, moved: known.moved + moved, restored: known.restored + restored, days: moreOn(known.days, day, entries), lastAt: later(known.lastAt, new Date(lastAt)) }));
  }
  const said = await ctx.db.select({
    wikiId: comment.wikiId, person: comment.authorId, day: dayOf(comment.at), comments: sql<number>`count(*)::int`, replies: sql<number>`count(${comment.parentId})::int`, lastAt: sql<string>`max(${comment.at})`,
  }).from(comment).where(and(within(courseId, wikis, comment, period), isNull(comment.withdrawnAt))).groupBy(comment.wikiId, comment.authorId, sql`3`);
  for (const { wikiId, person, day, comments, replies, lastAt } of said) {
    add(wikiId, person, (known) => ({ comments: known.comments + comments, replies: known.replies + replies, days: moreOn(known.days, day, comments), lastAt: later(known.lastAt, new Date(lastAt)) }));
  }
  for (const { wikiId, person, words } of await standings(ctx, courseId, wikis, period)) add(wikiId, person, (known) => ({ standing: known.standing + words }));
  const first = alias(entryCredit, "first");
  const onPages = await ctx.db.select({ wikiId: entryCredit.wikiId, person: entryCredit.authorId, starter: first.authorId, entries: sql<number>`count(*)::int` }).from(entryCredit)
    .innerJoin(first, and(eq(first.courseId, entryCredit.courseId), eq(first.pageId, entryCredit.pageId), eq(first.number, 1)))
    .where(and(within(courseId, wikis, entryCredit, period), sql`${first.authorId} <> ${entryCredit.authorId}`)).groupBy(entryCredit.wikiId, entryCredit.authorId, first.authorId);
  for (const { wikiId, person, starter, entries } of onPages) add(wikiId, person, (known) => ({ onPagesOf: new Map([...known.onPagesOf, [starter!, entries]]) }));
  const isLate = await lateEntries(ctx, of, wikis, period, (wikiId, person, words) => add(wikiId, person, (known) => ({ addedLate: known.addedLate + words })));
  await share(ctx, courseId, wikis, period, isLate, add);
  await setApart(ctx, courseId, wikis, period, isLate, sums);
  return sums;
}

const summedFigure = (name: "corrected" | "moved" | "restored") => sql<number>`sum((${entryCredit.figures}->>${sql.raw(`'${name}'`)})::int)::int`;

/** Rows of these wikis within the period. */
function within(courseId: string, wikis: readonly string[], of: typeof entryCredit | typeof comment, { from, until }: Period) {
  return and(eq(of.courseId, courseId), inArray(of.wikiId, [...wikis]), from ? gte(of.at, from) : undefined, until ? lt(of.at, until) : undefined);
}

const moreOn = (days: Sums["days"], day: string, acts: number): Sums["days"] => new Map([...days, [day, (days.get(day) ?? 0) + acts]]);
const later = (one: Date | null, other: Date): Date => (one && one > other ? one : other);

/** The words that stand where the period ends. */
function standings({ db }: ContextIn, courseId: string, wikis: readonly string[], { until }: Period): Promise<{ wikiId: string; person: string | null; words: number }[]> {
  if (!until) {
    return db.select({ wikiId: standing.wikiId, person: standing.authorId, words: sql<number>`sum(${standing.words})::int` }).from(standing)
      .where(and(eq(standing.courseId, courseId), inArray(standing.wikiId, [...wikis]))).groupBy(standing.wikiId, standing.authorId);
  }
  return db.select({ wikiId: standingChange.wikiId, person: standingChange.authorId, words: sql<number>`sum(${standingChange.words})::int` }).from(standingChange)
    .where(and(eq(standingChange.courseId, courseId), inArray(standingChange.wikiId, [...wikis]), lt(standingChange.at, until))).groupBy(standingChange.wikiId, standingChange.authorId);
}

/** Whether an entry of a wiki was late, by its author. */
type IsLate = (wikiId: string, author: string | null, at: Date) => boolean;

/** Finds the entries that were saved when it was due already: one by one, because more time may have been given. */
async function lateEntries({ db }: ContextIn, { courseId, assignmentId, dueAt }: SummedAssignment, wikis: readonly string[], period: Period, found: (wikiId: string, person: string, words: number) => void): Promise<IsLate> {
  const rows = await db.select({ wikiId: entryCredit.wikiId, person: entryCredit.authorId, at: entryCredit.at, words: entryCredit.added }).from(entryCredit)
    .where(and(within(courseId, wikis, entryCredit, period), gte(entryCredit.at, dueAt), sql`${entryCredit.added} > 0`));
  if (rows.length === 0) return () => false;
  const due = await dueTimes(db, courseId, assignmentId);
  const isLate: IsLate = (wikiId, author, at) => author !== null && at >= due(wikiId, author);
  for (const { wikiId, person, at, words } of rows) if (isLate(wikiId, person, at)) found(wikiId, person!, words);
  return isLate;
}

/** Gives co-writers who confirmed their parts. */
async function share({ db }: ContextIn, courseId: string, wikis: readonly string[], { from, until }: Period, isLate: IsLate, add: (wikiId: string, person: string, change: (known: Sums) => Partial<Sums>) => void): Promise<void> {
  const shared = (await sharedEntries(db, courseId, wikis, { until })).filter(({ at }) => !until || at < until);
  for (const wikiId of new Set(shared.map((each) => each.wikiId))) {
    const here = shared.filter((each) => each.wikiId === wikiId);
    for (const [person, words] of shifts(here, ({ standing: stands }) => stands)) add(wikiId, person, (known) => ({ standing: known.standing + words }));
    const inPeriod = here.filter(({ at }) => !from || at >= from);
    for (const [person, words] of shifts(inPeriod, ({ added }) => added)) add(wikiId, person, (known) => ({ added: known.added + words }));
    for (const [person, words] of shifts(inPeriod.filter(({ author, at }) => isLate(wikiId, author, at)), ({ added }) => added)) add(wikiId, person, (known) => ({ addedLate: known.addedLate + words }));
  }
}

/** Where something was marked as discussion, its words are taken out, in the one way in which that is done. */
async function setApart(ctx: ContextIn, courseId: string, wikis: readonly string[], period: Period, isLate: IsLate, sums: Map<string, Map<string, Sums>>): Promise<void> {
  for (const wikiId of (await discussedIn(ctx.db, courseId, wikis)).keys()) {
    const loaded = await loadWork(ctx, courseId, wikiId, period, "reviewers");
    if (!loaded) continue;
    const { work } = loaded;
    const { deeds } = indexOf(work);
    const of = (person: string, figure: "added" | "standing", counts = (_: Deed) => true) => evidenceOf(work, person, figure).reduce((sum, { entry, amount }) => sum + (counts(deeds.get(entry)!) ? amount : 0), 0);
    const late = ({ author, at }: Deed) => isLate(wikiId, author, new Date(at));
    const starter = work.deeds.filter(({ author }) => author === null).reduce((sum, { entry: rev }) => sum + (indexOf(work).standing.get(rev) ?? 0), 0);
    for (const [person, known] of sums.get(wikiId)!) sums.get(wikiId)!.set(person, person === "" ? { ...known, standing: starter } : { ...known, added: of(person, "added"), addedLate: of(person, "added", late), standing: of(person, "standing") });
  }
}
