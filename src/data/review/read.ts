/** The review of an assignment: stored figures, added up in the database. */
import "server-only";
import { and, asc, eq, inArray, isNull, or, sql, type SQL } from "drizzle-orm";
import { balance, shares, wholePercents } from "@/core/credit/shares";
import { givenToAssistant } from "../access/people";
import { lateness } from "../access/more-time";
import { roleOn } from "../access/read";
import { comment, entry, entryCredit, page, standing, wiki } from "../db/tables/wikis";
import { guestsOfCourse } from "../doors/guests";
import { creditOfEntry } from "../ledger/credit";
import { partOfEach, sharedEntries, sharedWith, shifts } from "../ledger/shared";
import { membersOfWikis, wikiMembers } from "../pages/members";
import { mergedAccounts } from "../people/merged";
import type { ContextIn } from "../session/context";
import { type EvidenceDto, type EvidenceLineDto, type GroupReviewDto, type ReviewFigure, unassigned } from "./dto";

async function mayReview(ctx: ContextIn, courseId: string): Promise<boolean> {
  const role = await roleOn(ctx, courseId);
  return role === "instructor" || role === "assistant";
}

/** Every group of the assignment with every member, those who did nothing included; null for people who may not review. */
export async function assignmentReview(ctx: ContextIn, courseId: string, assignmentId: string): Promise<GroupReviewDto[] | null> {
  if (!(await mayReview(ctx, courseId))) return null;
  const wikis = await ctx.db.select().from(wiki).where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt), givenToAssistant(ctx.viewer.id))).orderBy(asc(wiki.position));
  const ofAssignment = sql`(select ${wiki.id} from ${wiki} where ${wiki.courseId} = ${courseId} and ${wiki.assignmentId} = ${assignmentId})`;
  const entries = await ctx.db
    .select({
      wikiId: entryCredit.wikiId, authorId: entryCredit.authorId, entries: sql<number>`count(*)::int`, added: sql<number>`sum(${entryCredit.added})::int`,
      lastAt: sql<string>`max(${entryCredit.at})`,
    })
    .from(entryCredit).where(and(eq(entryCredit.courseId, courseId), sql`${entryCredit.wikiId} in ${ofAssignment}`)).groupBy(entryCredit.wikiId, entryCredit.authorId);
  const comments = await ctx.db.select({ wikiId: comment.wikiId, authorId: comment.authorId, comments: sql<number>`count(*)::int`, lastAt: sql<string>`max(${comment.at})` })
    .from(comment).where(and(eq(comment.courseId, courseId), isNull(comment.withdrawnAt), sql`${comment.wikiId} in ${ofAssignment}`)).groupBy(comment.wikiId, comment.authorId);
  const stands = await ctx.db.select({ wikiId: standing.wikiId, authorId: standing.authorId, words: sql<number>`sum(${standing.words})::int` })
    .from(standing).where(and(eq(standing.courseId, courseId), sql`${standing.wikiId} in ${ofAssignment}`)).groupBy(standing.wikiId, standing.authorId);

  const guests = await guestsOfCourse(ctx.db, courseId);
  const shared = await sharedEntries(ctx.db, courseId, wikis.map(({ id }) => id));
  const result: GroupReviewDto[] = [];
  const membersOf = await membersOfWikis(ctx.db, courseId, wikis);
  for (const [position, each] of wikis.entries()) {
    const isHere = (id: string) => [entries, comments, stands].some((rows) => rows.some((row) => row.wikiId === each.id && row.authorId === id));
    // Whoever went elsewhere stays in the list of those with whom they wrote, if they did.
    const members = membersOf[position]!.filter(({ id, until }) => until === null || until > ctx.now || isHere(id));
    const here = stands.filter((row) => row.wikiId === each.id);
    const sharedHere = shared.filter(({ wikiId }) => wikiId === each.id);
    const [standingShift, addedShift] = [shifts(sharedHere, ({ standing: words }) => words), shifts(sharedHere, ({ added }) => added)];
    const words = members.map((member) => (here.find((row) => row.authorId === member.id)?.words ?? 0) + (standingShift.get(member.id) ?? 0));
    const open = unassignedIn(guests, entries.filter((row) => row.wikiId === each.id), here);
    // Unassigned words stand in the sum, last: with them the shares make a whole.
    const parts = shares([...words, open?.standing ?? 0]);
    const percents = wholePercents(parts);
    const sumOver = (rows: typeof here) => rows.reduce((sum, row) => sum + row.words, 0);
    result.push({
      wikiId: each.id, name: each.name, homePageId: each.homePageId, balance: balance(words),
      starterWords: sumOver(here.filter((row) => row.authorId === null)),
      othersWords: sumOver(here.filter((row) => row.authorId !== null && !guests.has(row.authorId) && !members.some((member) => member.id === row.authorId))),
      unassigned: open && { ...open, share: parts.at(-1)!, sharePercent: percents.at(-1)! },
      members: members.map((member, index) => {
        const wrote = entries.find((row) => row.wikiId === each.id && row.authorId === member.id);
        const said = comments.find((row) => row.wikiId === each.id && row.authorId === member.id);
        const last = [wrote?.lastAt, said?.lastAt].filter((at) => at !== undefined).map((at) => new Date(at)).sort((one, other) => other.getTime() - one.getTime())[0];
        return {
          member, entries: wrote?.entries ?? 0, comments: said?.comments ?? 0, added: (wrote?.added ?? 0) + (addedShift.get(member.id) ?? 0),
          standing: words[index]!, share: parts[index]!, sharePercent: percents[index]!, lastAt: last ?? null,
        };
      }),
    });
  }
  return result;
}

/** What guests did in one wiki that counts as nobody's; null for nothing. */
function unassignedIn(
  guests: ReadonlySet<string>, entries: readonly { authorId: string | null; entries: number; added: number; lastAt: string }[], stands: readonly { authorId: string | null; words: number }[],
) {
  const wrote = entries.filter(({ authorId }) => authorId !== null && guests.has(authorId));
  const standingWords = stands.filter(({ authorId }) => authorId !== null && guests.has(authorId)).reduce((sum, row) => sum + row.words, 0);
  if (wrote.length === 0 && standingWords === 0) return null;
  const sum = (of: (row: (typeof wrote)[number]) => number) => wrote.reduce((total, row) => total + of(row), 0);
  return {
    entries: sum((row) => row.entries), added: sum((row) => row.added), standing: standingWords,
    lastAt: wrote.map(({ lastAt }) => new Date(lastAt)).sort((one, other) => other.getTime() - one.getTime())[0] ?? null,
  };
}

/** The lines behind one figure of one student in one wiki, oldest first; null if there are none such for the viewer. */
export async function findEvidence(ctx: ContextIn, courseId: string, wikiId: string, personId: string, figure: ReviewFigure): Promise<EvidenceDto | null> {
  if (!(await mayReview(ctx, courseId))) return null;
  const [found] = await ctx.db.select().from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId), isNull(wiki.setAsideAt), givenToAssistant(ctx.viewer.id)));
  if (!found) return null;
  const members = await wikiMembers(ctx.db, found);
  const guests = await guestsOfCourse(ctx.db, courseId);
  const member = members.find((each) => each.id === personId) ?? null;
  if (!member && personId !== unassigned) return null;
  const of = { courseId, wikiId, authors: member ? [member.id] : [...guests, ""] };
  const isLate = await lateness(ctx.db, { courseId, assignmentId: found.assignmentId, wikiId });
  const told = figure === "comments" ? await commentLines(ctx, of)
    : figure === "entries" ? await entryLines(ctx, of, sql<number>`1`)
    : figure === "added" ? (await entryLines(ctx, of, sql<number>`((${entryCredit.figures}->>'added')::int * ${partOfEach()})::float8`, true)).filter((line) => line.amount !== 0)
    : await standingLines(ctx, of);
  const lines = told.map((line) => ({ ...line, isLate: line.number !== null && isLate(personId, line.at) }));
  const standings = figure === "share" ? await standingsOf(ctx, courseId, wikiId, [...members.map((each) => [each.id]), [...guests]]) : [];
  return {
    figure, member, groupName: found.name, lines,
    groupStanding: standings.reduce((sum, words) => sum + words, 0),
    sharePercent: wholePercents(shares(standings))[member ? members.indexOf(member) : members.length] ?? null,
  };
}

type Told = Omit<EvidenceLineDto, "isLate">;

interface Scope {
  readonly courseId: string;
  readonly wikiId: string;
  /** Those whose figure it is: one student, or all guests. */
  readonly authors: readonly string[];
}

/** `inParts`: entries that others saved and they wrote too are theirs as well. */
async function entryLines(ctx: ContextIn, { courseId, wikiId, authors }: Scope, amount: SQL<number>, inParts = false): Promise<Told[]> {
  const isTheirs = inArray(entryCredit.authorId, [...authors]);
  return ctx.db.select({ pageId: entry.pageId, page: page.title, at: entry.at, number: entry.number, kind: entry.kind, note: entry.note, amount })
    .from(entry).innerJoin(entryCredit, creditOfEntry).innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId), inParts ? or(isTheirs, sharedWith(await accountsOf(ctx, courseId, authors))) : isTheirs)).orderBy(asc(entry.at), asc(entry.rev));
}

/** The accounts of these people, those that were merged into theirs included. */
async function accountsOf({ db }: ContextIn, courseId: string, people: readonly string[]): Promise<string[]> {
  return [...people, ...[...await mergedAccounts(db, courseId)].flatMap(([gone, kept]) => (people.includes(kept) ? [gone] : []))];
}

/** The entries of which words still stand, wherever those words stand now. */
async function standingLines(ctx: ContextIn, { courseId, wikiId, authors }: Scope): Promise<Told[]> {
  const amount = sql<number>`(sum(${standing.words}) * ${partOfEach()})::float8`;
  return ctx.db.select({ pageId: entry.pageId, page: page.title, at: entry.at, number: entry.number, kind: entry.kind, note: entry.note, amount })
    .from(standing)
    .innerJoin(entry, and(eq(entry.courseId, standing.courseId), eq(entry.wikiId, standing.wikiId), eq(entry.rev, standing.rev)))
    .innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .where(and(eq(standing.courseId, courseId), eq(standing.wikiId, wikiId), or(inArray(standing.authorId, [...authors]), sharedWith(await accountsOf(ctx, courseId, authors)))))
    .groupBy(entry.courseId, entry.pageId, entry.number, page.title, entry.at, entry.kind, entry.note, entry.rev).orderBy(asc(entry.at), asc(entry.rev));
}

async function commentLines(ctx: ContextIn, { courseId, wikiId, authors }: Scope): Promise<Told[]> {
  const rows = await ctx.db.select({ pageId: comment.pageId, page: page.title, at: comment.at, parentId: comment.parentId, note: comment.body })
    .from(comment).innerJoin(page, and(eq(page.courseId, comment.courseId), eq(page.id, comment.pageId)))
    .where(and(eq(comment.courseId, courseId), eq(comment.wikiId, wikiId), isNull(comment.withdrawnAt), inArray(comment.authorId, [...authors]))).orderBy(asc(comment.at));
  return rows.map(({ parentId, ...row }) => ({ ...row, number: null, kind: parentId === null ? "commented" : "answered", amount: 1 }));
}

/** The standing words of each set of authors, in the order given. */
async function standingsOf(ctx: ContextIn, courseId: string, wikiId: string, sets: readonly (readonly string[])[]): Promise<number[]> {
  const rows = await ctx.db.select({ authorId: standing.authorId, words: sql<number>`sum(${standing.words})::int` }).from(standing)
    .where(and(eq(standing.courseId, courseId), eq(standing.wikiId, wikiId))).groupBy(standing.authorId);
  const shift = shifts(await sharedEntries(ctx.db, courseId, [wikiId]), ({ standing: words }) => words);
  const shifted = (ids: readonly string[]) => ids.reduce((sum, id) => sum + (shift.get(id) ?? 0), 0);
  return sets.map((ids) => rows.filter((row) => row.authorId !== null && ids.includes(row.authorId)).reduce((sum, row) => sum + row.words, 0) + shifted(ids));
}
