/**
 * Criteria that the product checks by itself: whether what a sheet names is met, in the state that counts.
 */
import "server-only";
import { and, asc, eq, gte, inArray, sql } from "drizzle-orm";
import {
  checkWiki,
  type Expectation,
  isMet,
  type StudentExpectation,
  type WikiExpectation,
} from "@/core/assignment/expected";
import type { CriteriaSheet } from "@/core/marks/criteria";
import { wallClockAt } from "@/core/time/zone";
import { workTimes } from "../access/more-time";
import { countsOf, pagesOf } from "../assignments/expected";
import { entry, entryCredit } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import { membersOfWikis } from "../pages/members";
import { countsIn } from "../review/counting";
import { atCutOff } from "../review/period";
import type { ContextIn } from "../session/context";
import { subjectKey } from "./acts";
import type { AssessedWiki, AssessPlace } from "./place";

/** Whether what was expected is met, by its stored form. */
export type Checks = Map<string, boolean>;

/**
 * By subject; empty where the sheet checks nothing. Cost: the pages of all these wikis, if it checks
 * something of wikis.
 */
export async function checksIn(
  ctx: ContextIn,
  place: AssessPlace,
  wikis: readonly AssessedWiki[],
  sheet: CriteriaSheet,
): Promise<Map<string, Checks>> {
  const asked = new Set(
    sheet.criteria.flatMap(({ judging }) => (judging.by === "expectation" ? [judging.expectation] : [])),
  );
  const found = new Map<string, Checks>();
  if (asked.size === 0 || wikis.length === 0) return found;
  const put = (subject: string, of: string, met: boolean) => {
    found.set(subject, (found.get(subject) ?? new Map<string, boolean>()).set(of, met));
  };
  const expectations = [...asked].map((text) => ({ text, expectation: JSON.parse(text) as Expectation }));
  const ofWikis = expectations.filter(({ expectation }) => expectation.of === "wiki");
  if (ofWikis.length > 0) {
    const pages = await pagesOf(
      ctx,
      place.courseId,
      wikis.map(({ id }) => id),
      await lastCounted(ctx, place, wikis),
    );
    for (const { id, homePageId } of wikis) {
      const mets = checkWiki(
        ofWikis.map(({ expectation }) => expectation as WikiExpectation),
        pages.filter(({ wikiId }) => wikiId === id),
        homePageId,
      );
      mets.forEach((met, at) => put(subjectKey(id, null), ofWikis[at]!.text, isMet(met)));
    }
  }
  const members = await membersOfWikis(ctx.db, place.courseId, wikis);
  for (const { text, expectation } of expectations) {
    if (expectation.of !== "student") continue;
    await checkStudents(
      ctx,
      place,
      wikis,
      members.map((each) => each.map(({ id }) => id)),
      expectation,
      (wikiId, person, met) => put(subjectKey(wikiId, person), text, met),
    );
  }
  return found;
}

/**
 * What came after somebody's own cut-off does not count for them. One query for each cut-off that anybody
 * has.
 */
async function checkStudents(
  ctx: ContextIn,
  { courseId, assignmentId, timeZone }: AssessPlace,
  wikis: readonly AssessedWiki[],
  members: readonly (readonly string[])[],
  expectation: StudentExpectation,
  put: (wikiId: string, person: string, met: boolean) => void,
): Promise<void> {
  const timesIn = await workTimes(ctx.db, courseId, assignmentId);
  const byCut = new Map<number | null, { readonly wikiId: string; readonly person: string }[]>();
  wikis.forEach(({ id }, at) =>
    members[at]!.forEach((person) => {
      const cut = timesIn(id, person).cutOffAt;
      byCut.set(cut, [...(byCut.get(cut) ?? []), { wikiId: id, person }]);
    }),
  );
  for (const [cut, people] of byCut) {
    const clock = cut === null ? null : wallClockAt(new Date(cut), timeZone).slice(0, 16);
    const by = clock === null || (expectation.by !== null && expectation.by < clock) ? expectation.by : clock;
    const counts = await countsOf(
      ctx,
      courseId,
      [...new Set(people.map(({ wikiId }) => wikiId))],
      { ...expectation, by },
      timeZone,
    );
    for (const { wikiId, person } of people)
      put(wikiId, person, (counts.get(subjectKey(wikiId, person)) ?? 0) >= expectation.number);
  }
}

/** Of pages that somebody saved after the cut-off: the newest entry that counts. Two queries. */
export async function lastCounted(
  { db, now }: ContextIn,
  { courseId, assignmentId, cutOffAt }: Pick<AssessPlace, "courseId" | "assignmentId" | "cutOffAt">,
  wikis: readonly Pick<AssessedWiki, "id">[],
): Promise<Map<string, number>> {
  const found = new Map<string, number>();
  if (cutOffAt === null || cutOffAt > now || wikis.length === 0) return found;
  const timesIn = await workTimes(db, courseId, assignmentId);
  const ofWikis = and(
    eq(entry.courseId, courseId),
    inArray(
      entry.wikiId,
      wikis.map(({ id }) => id),
    ),
  );
  const later = await db
    .select({
      wikiId: entry.wikiId,
      pageId: entry.pageId,
      number: entry.number,
      at: entry.at,
      author: entryCredit.authorId,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(and(ofWikis, gte(entry.at, cutOffAt)))
    .orderBy(asc(entry.pageId), asc(entry.number));
  if (later.length === 0) return found;
  const pages = [...new Set(later.map(({ pageId }) => pageId))];
  const before = await db
    .select({ pageId: entry.pageId, number: sql<number>`max(${entry.number})::int` })
    .from(entry)
    .where(and(ofWikis, inArray(entry.pageId, pages), sql`${entry.at} < ${cutOffAt.toISOString()}`))
    .groupBy(entry.pageId);
  for (const { pageId, number } of before) found.set(pageId, number);
  for (const { wikiId, pageId, number, at, author } of later)
    if (countsIn(atCutOff, wikiId, timesIn)(author, at)) found.set(pageId, number);
  return found;
}
