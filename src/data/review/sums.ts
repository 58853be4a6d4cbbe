/** What people did in wikis within a period, from stored figures: added up in the database, by an index. */
import "server-only";
import { and, eq, gte, inArray, isNull, lt, type SQL, sql } from "drizzle-orm";
import { figureTable } from "@/core/credit/figure-table";
import { isLate } from "@/core/time/due";
import { wikisWithMoreTime, workTimes } from "../access/more-time";
import { discussedIn } from "../comments/discussion";
import { comment, entryCredit } from "../db/tables/wikis";
import { standingsOf } from "../ledger/standing";
import { sharedEntries, shifts } from "../ledger/shared";
import { thingsOfWikis } from "../ledger/things";
import type { ContextIn } from "../session/context";
import type { DayNumber } from "./dto";
import { Known } from "./known";
import type { Period } from "./period";
import { withThings } from "./evidence";
import { sumsOfWork } from "./sums-of-work";
import { nothing, type StoredClassFigure, storedClassFigures, type Sums } from "./sums-shape";
import { loadWork } from "./work";

/** By wiki, by person; starter text under "". */
export type SumsOfWikis = ReadonlyMap<string, ReadonlyMap<string, Sums>>;

export interface SummedAssignment {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly timeZone: string;
  readonly dueAt: Date;
  readonly cutOffAt: Date | null;
}

const known = new Known<ReadonlyMap<string, Sums>>({ name: "sums", most: 3000 });

/**
 * For whoever may review these wikis, which the caller has asked. Cost: one query, and `addUp` of the wikis
 * in which something happened since they were asked about last.
 */
export function sumsOf(
  ctx: ContextIn,
  of: SummedAssignment,
  wikis: readonly string[],
  period: Period,
): Promise<SumsOfWikis> {
  return known.of(
    ctx,
    of.courseId,
    wikis,
    `sums ${of.timeZone} ${period.from?.getTime()} ${period.until?.getTime()} ${period.eachAt}`,
    (missing) => addUp(ctx, of, missing, period),
  );
}

/**
 * The same, found anew. Cost: seven queries for all wikis together, and the work of each in which something
 * was marked as discussion, or whose lines are cut at different times.
 */
export async function addUp(
  ctx: ContextIn,
  of: SummedAssignment,
  wikis: readonly string[],
  asked: Period,
): Promise<SumsOfWikis> {
  const period = asked.eachAt
    ? { from: asked.from, until: asked.eachAt === "due" ? of.dueAt : of.cutOffAt }
    : asked;
  const sums = new Map<string, Map<string, Sums>>(wikis.map((id) => [id, new Map()]));
  if (wikis.length === 0) return sums;
  const { courseId } = of;
  const add = (wikiId: string, person: string | null, change: (known: Sums) => Partial<Sums>) => {
    const ofWiki = sums.get(wikiId)!;
    const known = ofWiki.get(person ?? "") ?? nothing;
    ofWiki.set(person ?? "", { ...known, ...change(known) });
  };
  const [written, said, stands, things] = await Promise.all([
    entriesOfEach(ctx, of, wikis, period),
    commentsOfEach(ctx, of, wikis, period),
    standingsOf(ctx.db, courseId, wikis, period.until),
    thingsOfWikis(ctx.db, courseId, wikis, period.until),
  ]);
  for (const { wikiId, person, days, lastAt, entries, added, ...stored } of written) {
    add(wikiId, person, () => ({
      entries,
      added,
      stored: stored as Sums["stored"],
      days: moreOn(new Map(), days),
      lastAt: new Date(lastAt),
    }));
  }
  for (const [wikiId, ofWiki] of things) {
    for (const [entry, kinds] of ofWiki.stands) {
      add(wikiId, ofWiki.authors.get(entry) ?? null, ({ things: known }) => ({
        things: addedTo(known, kinds),
      }));
    }
  }
  for (const { wikiId, person, days, lastAt, ...sum } of said)
    add(wikiId, person, (known) => ({
      ...sum,
      days: moreOn(known.days, days),
      lastAt: later(known.lastAt, new Date(lastAt)),
    }));
  for (const { wikiId, person, words } of stands)
    add(wikiId, person, (known) => ({ standing: known.standing + words }));
  const isLate = await lateEntries(ctx, of, wikis, period, (wikiId, person, words) =>
    add(wikiId, person, (known) => ({ addedLate: known.addedLate + words })),
  );
  await share(ctx, courseId, wikis, period, isLate, add);
  // What is more than a sum by the stored figures is added up from the work, in the one way in which that is
  // done.
  for (const wikiId of await notSummed(ctx, of, wikis, asked)) {
    const loaded = await loadWork(ctx, courseId, wikiId, asked, "reviewers");
    if (loaded) sums.set(wikiId, sumsOfWork((await withThings(ctx, loaded, asked)).work));
  }
  return sums;
}

/** Rows of these wikis within the period. */
function within(
  courseId: string,
  wikis: readonly string[],
  of: typeof entryCredit | typeof comment,
  { from, until }: Period,
) {
  return and(
    eq(of.courseId, courseId),
    inArray(of.wikiId, [...wikis]),
    from ? gte(of.at, from) : undefined,
    until ? lt(of.at, until) : undefined,
  );
}

/** Takes up days as `byDay` tells them. */
function moreOn(known: Sums["days"], told: string): Sums["days"] {
  const result = new Map(known);
  for (const each of told.split(",")) {
    const space = each.indexOf(" ");
    const day = Number(each.slice(0, space));
    result.set(day, (result.get(day) ?? 0) + Number(each.slice(space + 1)));
  }
  return result;
}

function addedTo<Key>(known: ReadonlyMap<Key, number>, more: ReadonlyMap<Key, number>): Map<Key, number> {
  return [...more].reduce(
    (sums, [key, count]) => sums.set(key, (sums.get(key) ?? 0) + count),
    new Map(known),
  );
}

const later = (one: Date | null, other: Date): Date => (one && one > other ? one : other);

/** The day by the course's clocks. */
const dayOf = (at: typeof entryCredit.at | typeof comment.at, { timeZone }: SummedAssignment) =>
  sql<DayNumber>`(${at} at time zone ${timeZone})::date - date '1970-01-01'`;

/**
 * The acts of each day, where each row is a day's: "20750 3,20751 1", which is read much faster than lists
 * are.
 */
const byDay = { days: sql<string>`string_agg(day || ' ' || acts, ',')`, lastAt: sql<string>`max(last_at)` };

/**
 * The sum of what is stored with an entry, by the signs that the table of figures gives it. An index has what
 * is a column.
 */
function storedSum(name: StoredClassFigure): SQL<number> {
  const parts = Object.entries(figureTable[name].stored).map(
    ([count, sign]) => sql`${sql.raw(String(sign))} * ${storedCount(count)}`,
  );
  return sql<number>`sum(${sql.join(parts, sql` + `)})::int`;
}

function storedCount(name: string): SQL {
  switch (name) {
    case "added":
    case "corrected":
    case "moved":
    case "gaveBack":
    case "onOthers":
      return sql`${entryCredit[name]}`;
    default:
      return sql`(${entryCredit.figures} ->> ${name})::int`;
  }
}

const storedSums = () =>
  Object.fromEntries(storedClassFigures.map((name) => [name, storedSum(name).as(name)])) as Record<
    StoredClassFigure,
    SQL.Aliased<number>
  >;
const sumsOfSums = () =>
  Object.fromEntries(
    storedClassFigures.map((name) => [name, sql<number>`sum(${sql.identifier(name)})::int`]),
  ) as Record<StoredClassFigure, SQL<number>>;

/** What the entries of each person come to; by an index that has it all. */
function entriesOfEach({ db }: ContextIn, of: SummedAssignment, wikis: readonly string[], period: Period) {
  const daily = db
    .select({
      wikiId: entryCredit.wikiId,
      person: entryCredit.authorId,
      day: dayOf(entryCredit.at, of).as("day"),
      acts: sql<number>`count(*)::int`.as("acts"),
      added: sql<number>`sum(${entryCredit.added})::int`.as("added"),
      ...storedSums(),
      lastAt: sql<string>`max(${entryCredit.at})`.as("last_at"),
    })
    .from(entryCredit)
    .where(within(of.courseId, wikis, entryCredit, period))
    .groupBy(entryCredit.wikiId, entryCredit.authorId, sql`3`)
    .as("daily");
  return db
    .select({
      wikiId: daily.wikiId,
      person: daily.person,
      ...byDay,
      entries: sql<number>`sum(acts)::int`,
      added: sql<number>`sum(${daily.added})::int`,
      ...sumsOfSums(),
    })
    .from(daily)
    .groupBy(daily.wikiId, daily.person);
}

function commentsOfEach({ db }: ContextIn, of: SummedAssignment, wikis: readonly string[], period: Period) {
  const daily = db
    .select({
      wikiId: comment.wikiId,
      person: comment.authorId,
      day: dayOf(comment.at, of).as("day"),
      acts: sql<number>`count(*)::int`.as("acts"),
      replies: sql<number>`count(${comment.parentId})::int`.as("replies"),
      lastAt: sql<string>`max(${comment.at})`.as("last_at"),
    })
    .from(comment)
    .where(and(within(of.courseId, wikis, comment, period), isNull(comment.withdrawnAt)))
    .groupBy(comment.wikiId, comment.authorId, sql`3`)
    .as("daily");
  return db
    .select({
      wikiId: daily.wikiId,
      person: daily.person,
      ...byDay,
      comments: sql<number>`sum(acts)::int`,
      replies: sql<number>`sum(${daily.replies})::int`,
    })
    .from(daily)
    .groupBy(daily.wikiId, daily.person);
}

/** Whether an entry of a wiki was late, by its author. */
type IsLate = (wikiId: string, author: string | null, at: Date) => boolean;

/**
 * Finds the entries that were saved when it was due already: one by one, because more time may have been
 * given.
 */
async function lateEntries(
  { db }: ContextIn,
  { courseId, assignmentId, dueAt }: SummedAssignment,
  wikis: readonly string[],
  period: Period,
  found: (wikiId: string, person: string, words: number) => void,
): Promise<IsLate> {
  const rows = await db
    .select({
      wikiId: entryCredit.wikiId,
      person: entryCredit.authorId,
      at: entryCredit.at,
      words: entryCredit.added,
    })
    .from(entryCredit)
    .where(
      and(
        within(courseId, wikis, entryCredit, period),
        gte(entryCredit.at, dueAt),
        sql`${entryCredit.added} > 0`,
      ),
    );
  if (rows.length === 0) return () => false;
  const timesOf = await workTimes(db, courseId, assignmentId);
  const wasLate: IsLate = (wikiId, author, at) =>
    author !== null && isLate(timesOf(wikiId, author), at.getTime());
  for (const { wikiId, person, at, words } of rows)
    if (wasLate(wikiId, person, at)) found(wikiId, person!, words);
  return wasLate;
}

/** Gives co-writers who confirmed their parts. */
async function share(
  { db }: ContextIn,
  courseId: string,
  wikis: readonly string[],
  { from, until }: Period,
  isLate: IsLate,
  add: (wikiId: string, person: string, change: (known: Sums) => Partial<Sums>) => void,
): Promise<void> {
  const shared = (await sharedEntries(db, courseId, wikis, { until })).filter(
    ({ at }) => !until || at < until,
  );
  for (const wikiId of new Set(shared.map((each) => each.wikiId))) {
    const here = shared.filter((each) => each.wikiId === wikiId);
    for (const [person, words] of shifts(here, ({ standing: stands }) => stands))
      add(wikiId, person, (known) => ({ standing: known.standing + words }));
    const inPeriod = here.filter(({ at }) => !from || at >= from);
    for (const [person, words] of shifts(inPeriod, ({ added }) => added))
      add(wikiId, person, (known) => ({ added: known.added + words }));
    for (const [person, words] of shifts(
      inPeriod.filter(({ author, at }) => isLate(wikiId, author, at)),
      ({ added }) => added,
    ))
      add(wikiId, person, (known) => ({ addedLate: known.addedLate + words }));
  }
}

/**
 * The wikis whose stored sums do not say it: where something was marked as discussion, or, as at the cut-off
 * or the due time, where somebody was given more time.
 */
async function notSummed(
  { db }: ContextIn,
  { courseId, assignmentId }: SummedAssignment,
  wikis: readonly string[],
  { eachAt }: Period,
): Promise<Set<string>> {
  const apart = new Set((await discussedIn(db, courseId, wikis)).keys());
  if (!eachAt) return apart;
  const given = await wikisWithMoreTime(db, courseId, assignmentId);
  return new Set([...apart, ...wikis.filter((id) => given.has(id))]);
}
