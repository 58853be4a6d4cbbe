/**
 * How far what an assignment expects has been met: for a student of themselves and their wiki, for staff of
 * everybody.
 */
import { reviewsWork, takesPart } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, isNull, lt, ne, sql, type SQL } from "drizzle-orm";
import {
  checkWiki,
  type Expectation,
  isMet,
  type Met,
  type StudentExpectation,
  type WikiExpectation,
  type WikiPage,
} from "@/core/assignment/expected";
import { instantAt } from "@/core/time/zone";
import { givenToAssistant } from "../access/people";
import { readablePages, roleOn, standAtWiki } from "../access/read";
import { discussedWords } from "../comments/discussion";
import { course } from "../db/tables/courses";
import { file } from "../db/tables/files";
import {
  assignment,
  comment,
  entry,
  entryCredit,
  formerTitle,
  page,
  standing,
  wiki,
} from "../db/tables/wikis";
import { sharedEntries, shifts } from "../ledger/shared";
import { membersOfWikis } from "../pages/members";
import type { ContextIn } from "../session/context";
import type { ExpectedDto } from "./dto";
import { Known } from "../review/known";
import { assignmentHere } from "./here";
import { readableWikis } from "./read";

async function expectedIn({ db }: ContextIn, courseId: string, assignmentId: string) {
  const [found] = await db
    .select({ expected: assignment.expected, zone: course.timeZone })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  return found;
}

/**
 * What is expected and how far it has been met, as the viewer may know it; null if nothing is, or nothing
 * that they see.
 */
export async function findExpected(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ExpectedDto | null> {
  const role = await roleOn(ctx, courseId);
  const found = await expectedIn(ctx, courseId, assignmentId);
  if (!role || !found || found.expected.length === 0) return null;
  const wikis = await readableWikis(ctx, courseId, assignmentId);
  if (reviewsWork(role))
    return { mine: null, everyone: await metByAll(ctx, courseId, assignmentId, found.expected, found.zone) };
  const shown = found.expected.filter((each) => each.shown);
  const own = wikis.find((each) => each.isMine);
  if (!takesPart(role) || !own || shown.length === 0) return null;
  const standpoint = await standAtWiki(ctx, courseId, own.id);
  const pages = standpoint ? readablePages(standpoint, await pagesOf(ctx, courseId, [own.id])) : [];
  const ofWiki = new Map<Expectation, Met>(
    checkWiki(
      shown.filter((each) => each.of === "wiki"),
      pages,
      own.homePageId,
    ).map((met) => [met.expectation, met]),
  );
  const mine: Met[] = [];
  for (const expectation of shown) {
    if (expectation.of === "wiki") mine.push(ofWiki.get(expectation)!);
    else
      mine.push({
        expectation,
        want: expectation.number,
        missing: [],
        have:
          (await countsOf(ctx, courseId, [own.id], expectation, found.zone)).get(
            `${own.id} ${ctx.viewer.id}`,
          ) ?? 0,
      });
  }
  return { mine, everyone: null };
}

async function metByAll(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  expected: readonly Expectation[],
  zone: string,
): Promise<ExpectedDto["everyone"]> {
  const wikis = await ctx.db
    .select()
    .from(wiki)
    .where(
      and(
        eq(wiki.courseId, courseId),
        eq(wiki.assignmentId, assignmentId),
        sql`${wiki.setAsideAt} is null`,
        givenToAssistant(ctx.viewer.id),
      ),
    )
    .orderBy(wiki.position);
  const ids = wikis.map(({ id }) => id);
  const members = (await membersOfWikis(ctx.db, courseId, wikis)).map((list) =>
    list.filter(({ until }) => until === null || until > ctx.now),
  );
  const ofWikis = expected.filter((each): each is WikiExpectation => each.of === "wiki");
  const pages = ofWikis.length > 0 ? await pagesOf(ctx, courseId, ids) : [];
  const checked = wikis.map((each) =>
    checkWiki(
      ofWikis,
      pages.filter(({ wikiId }) => wikiId === each.id),
      each.homePageId,
    ),
  );
  const result: NonNullable<ExpectedDto["everyone"]>[number][] = [];
  for (const expectation of expected) {
    if (expectation.of === "wiki") {
      const mets = checked.map((list) => list[ofWikis.indexOf(expectation)]!);
      result.push({
        expectation,
        of: wikis.length,
        notYet: wikis.flatMap(({ id, name }, at) =>
          isMet(mets[at]!)
            ? []
            : [{ wikiId: id, name, have: mets[at]!.have, want: mets[at]!.want, missing: mets[at]!.missing }],
        ),
      });
      continue;
    }
    const counts = await countsOf(ctx, courseId, ids, expectation, zone);
    const people = wikis.flatMap(({ id }, at) =>
      members[at]!.map((member) => ({
        wikiId: id,
        name: member.name,
        have: counts.get(`${id} ${member.id}`) ?? 0,
        want: expectation.number,
        missing: [],
      })),
    );
    result.push({ expectation, of: people.length, notYet: people.filter(({ have, want }) => have < want) });
  }
  return result;
}

export interface ExpectedOfEach {
  /** How much is expected of each student. */
  readonly of: number;
  /** How much of it has been met, by "wiki student". */
  readonly met: ReadonlyMap<string, number>;
}

const known = new Known<ReadonlyMap<string, number>>({ name: "met", most: 3000 });

/**
 * How much of what is expected of each student they have met, shown to them or not; null if nothing is. For
 * those who review these wikis, which the caller has asked. Cost: two queries, and one for each expectation
 * of the wikis in which something happened since they were asked about last.
 */
export async function metByEach(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  wikis: readonly string[],
): Promise<ExpectedOfEach | null> {
  const found = await expectedIn(ctx, courseId, assignmentId);
  const ofStudents = (found?.expected ?? []).filter(
    (each): each is StudentExpectation => each.of === "student",
  );
  if (!found || ofStudents.length === 0) return null;
  const met = await known.of(
    ctx,
    courseId,
    wikis,
    `met ${found.zone} ${JSON.stringify(ofStudents)}`,
    async (missing) => {
      const inEach = new Map(missing.map((wikiId) => [wikiId, new Map<string, number>()]));
      const counts = await Promise.all(
        ofStudents.map((expectation) => countsOf(ctx, courseId, missing, expectation, found.zone)),
      );
      ofStudents.forEach(({ number }, at) => {
        for (const [who, have] of counts[at]!) {
          const here = inEach.get(who.slice(0, who.indexOf(" ")))!;
          if (have >= number) here.set(who, (here.get(who) ?? 0) + 1);
        }
      });
      return inEach;
    },
  );
  return { of: ofStudents.length, met: new Map([...met.values()].flatMap((here) => [...here])) };
}

export interface ExpectedOfWiki {
  /** The wiki's pages with their newest text. */
  readonly pages: Awaited<ReturnType<typeof pagesOf>>;
  readonly ofWiki: readonly Met[];
  readonly ofMembers: ReadonlyMap<string, readonly Met[]>;
}

/**
 * How far a wiki and its members meet what is expected of them, shown to students or not. For those who
 * review it, which the caller has asked.
 */
export async function expectedOf(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  wikiId: string,
  homePageId: string | null,
  members: readonly string[],
): Promise<ExpectedOfWiki> {
  const [found, pages] = await Promise.all([
    expectedIn(ctx, courseId, assignmentId),
    pagesOf(ctx, courseId, [wikiId]),
  ]);
  const expected = found?.expected ?? [];
  const ofStudents = expected.filter((each): each is StudentExpectation => each.of === "student");
  const counts = await Promise.all(
    ofStudents.map((expectation) => countsOf(ctx, courseId, [wikiId], expectation, found!.zone)),
  );
  const ofMembers = new Map(
    members.map((id) => [
      id,
      ofStudents.map((expectation, at): Met => ({
        expectation,
        want: expectation.number,
        have: counts[at]!.get(`${wikiId} ${id}`) ?? 0,
        missing: [],
      })),
    ]),
  );
  return {
    pages,
    ofMembers,
    ofWiki: checkWiki(
      expected.filter((each): each is WikiExpectation => each.of === "wiki"),
      pages,
      homePageId,
    ),
  };
}

/** The pages of wikis with their newest text; of pages in `earlier`, the text after that entry. */
export async function pagesOf(
  { db }: Pick<ContextIn, "db">,
  courseId: string,
  wikis: readonly string[],
  earlier: ReadonlyMap<string, number> = new Map(),
): Promise<(WikiPage & { readonly wikiId: string; readonly ownerId: string | null })[]> {
  if (wikis.length === 0) return [];
  const numbers = sql.join(
    [...earlier].map(([id, number]) => sql`(${id}, ${number}::int)`),
    sql`, `,
  );
  const shown =
    earlier.size === 0
      ? page.entries
      : sql`coalesce((select e.number from (values ${numbers}) e(page_id, number)
        where e.page_id = ${page.id}), ${page.entries})`;
  const rows = await db
    .select({
      id: page.id,
      wikiId: page.wikiId,
      ownerId: page.ownerId,
      title: page.title,
      document: entry.document,
      words: sql<number>`coalesce((select sum(s.words) from ${standing} s where s.course_id = ${page.courseId}
        and s.page_id = ${page.id} and s.author_id is not null), 0)::int`,
    })
    .from(page)
    .innerJoin(
      entry,
      and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, shown)),
    )
    .where(and(eq(page.courseId, courseId), inArray(page.wikiId, [...wikis]), isNull(page.removedAt)))
    .orderBy(page.position);
  const known = await db
    .select({ id: file.id })
    .from(file)
    .where(and(eq(file.courseId, courseId), inArray(file.wikiId, [...wikis]), ne(file.source, "")));
  const withOrigin = new Set(known.map(({ id }) => id));
  const former = await db
    .select({ id: formerTitle.pageId, title: formerTitle.title })
    .from(formerTitle)
    .where(and(eq(formerTitle.courseId, courseId), inArray(formerTitle.wikiId, [...wikis])));
  const formerOf = new Map<string, string[]>();
  for (const { id, title } of former) formerOf.set(id, [...(formerOf.get(id) ?? []), title]);
  return rows.map((row) => ({ ...row, withOrigin, formerTitles: formerOf.get(row.id) ?? [] }));
}

/**
 * What each author did in these wikis, by "wiki author"; up to the time by which it is expected (excluded).
 * One query.
 */
export async function countsOf(
  { db }: ContextIn,
  courseId: string,
  wikis: readonly string[],
  { measure, by }: StudentExpectation,
  zone: string,
): Promise<Map<string, number>> {
  const until = by === null ? null : instantAt(by, zone);
  if (wikis.length === 0) return new Map();
  if (measure === "comments" || measure === "replies") {
    const rows = await db
      .select({ wikiId: comment.wikiId, authorId: comment.authorId, number: sql<number>`count(*)::int` })
      .from(comment)
      .where(
        and(
          eq(comment.courseId, courseId),
          inArray(comment.wikiId, [...wikis]),
          isNull(comment.withdrawnAt),
          until ? lt(comment.at, until) : undefined,
          measure === "replies" ? sql`${comment.parentId} is not null` : undefined,
        ),
      )
      .groupBy(comment.wikiId, comment.authorId);
    return new Map(rows.map((row) => [`${row.wikiId} ${row.authorId}`, row.number]));
  }
  const rows = await db
    .select({
      wikiId: entryCredit.wikiId,
      authorId: entryCredit.authorId,
      number: entryMeasure(measure, zone),
    })
    .from(entryCredit)
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        inArray(entryCredit.wikiId, [...wikis]),
        until ? lt(entryCredit.at, until) : undefined,
      ),
    )
    .groupBy(entryCredit.wikiId, entryCredit.authorId);
  const counts = new Map(rows.map((row) => [`${row.wikiId} ${row.authorId}`, row.number]));
  if (measure !== "words") return counts;
  const shared = (await sharedEntries(db, courseId, wikis)).filter(({ at }) => !until || at < until);
  for (const { wikiId, author, words, pageId, number } of await discussedWords(db, courseId, wikis, until)) {
    const people = [
      author,
      ...(shared.find((each) => each.pageId === pageId && each.number === number)?.with ?? []),
    ];
    for (const id of people)
      counts.set(`${wikiId} ${id}`, (counts.get(`${wikiId} ${id}`) ?? 0) - words / people.length);
  }
  for (const wikiId of wikis) {
    for (const [id, words] of shifts(
      shared.filter((each) => each.wikiId === wikiId),
      ({ added }) => added,
    ))
      counts.set(`${wikiId} ${id}`, (counts.get(`${wikiId} ${id}`) ?? 0) + words);
  }
  return counts;
}

function entryMeasure(
  measure: Exclude<StudentExpectation["measure"], "comments" | "replies">,
  zone: string,
): SQL<number> {
  switch (measure) {
    case "entries":
      return sql<number>`count(*)::int`;
    case "days":
      return sql<number>`count(distinct (${entryCredit.at} at time zone ${zone})::date)::int`;
    case "pages":
      return sql<number>`count(distinct ${entryCredit.pageId})::int`;
    case "words":
      return sql<number>`sum(${entryCredit.added})::int`;
    // Words of others that were put right; one's own slips do not count. The columns are named with their
    // table by hand: in a query of one table the library leaves table names out, and inside the subquery they
    // would mean the entry's.
    case "corrections":
      return sql<number>`sum((select coalesce(sum((c->>1)::int), 0)
        from jsonb_array_elements(${entryCredit}.figures->'correctedFrom') c
      join ${entry} e on e.course_id = ${entryCredit}.course_id and e.wiki_id = ${entryCredit}.wiki_id
      and e.rev = (c->>0)::int
      join ${entryCredit} w on w.course_id = e.course_id and w.page_id = e.page_id and w.number = e.number
      where w.author_id <> ${entryCredit}.author_id))::int`;
    default:
      return measure satisfies never;
  }
}
