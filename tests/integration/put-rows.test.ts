import { and, eq, sql } from "drizzle-orm";
import fc from "fast-check";
import { expect, test } from "vitest";
import { insertMany, replaceMany } from "@/data/db/put-rows";
import { entryCredit, standing, standingChange } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { askForRecompute, recomputeStale } from "@/data/ledger/recompute";
import { db, later, makeCourse, write } from "../support/course";

interface Stands {
  readonly rev: number;
  readonly words: number;
  readonly authorId: string | null;
}

const sets = fc.uniqueArray(
  fc.record({ rev: fc.nat(12), words: fc.nat(3), authorId: fc.constantFrom(null, "mira", 'o\'brien "jo"') }),
  { selector: ({ rev }) => rev, maxLength: 8 },
);
const byRev = (rows: readonly Stands[]) => [...rows].sort((one, other) => one.rev - other.rev);

test("after rows are replaced there are those that were given; what was the same is not written, and what lies outside stays", async () => {
  const { courseId, wikiId, homeId } = await makeCourse();
  const otherId = "of another page";
  const place = { courseId, wikiId, pageId: homeId };
  const here = and(eq(standing.courseId, courseId), eq(standing.pageId, homeId))!;
  const outside = { ...place, pageId: otherId, rev: 1, words: 9, authorId: "jonas" };
  await db.delete(standing).where(eq(standing.courseId, courseId));
  await insertMany(db, standing, [outside]);
  const stored = async (pageId: string) =>
    await db
      .select({
        rev: standing.rev,
        words: standing.words,
        authorId: standing.authorId,
        version: sql<string>`xmin::text`,
      })
      .from(standing)
      .where(and(eq(standing.courseId, courseId), eq(standing.pageId, pageId)))
      .orderBy(standing.rev);
  await fc.assert(
    fc.asyncProperty(sets, async (wanted) => {
      const before = new Map((await stored(homeId)).map((row) => [row.rev, row]));
      await replaceMany(
        db,
        standing,
        here,
        wanted.map((row) => ({ ...place, ...row })),
      );
      const after = await stored(homeId);
      expect(after.map(({ version: _, ...row }) => row)).toEqual(byRev(wanted));
      for (const { version, ...row } of after) {
        const was = before.get(row.rev);
        if (was && was.words === row.words && was.authorId === row.authorId)
          expect(version).toBe(was.version);
      }
      expect((await stored(otherId)).map(({ words }) => words)).toEqual([9]);
    }),
    { numRuns: 60, seed: 81 },
  );
});

test("computing anew puts right what was changed, lost or made up behind its back, and leaves all else as it was written", async () => {
  const { courseId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "The gauge stood at forty centimetres.");
  await write(as("jonas", later(2)), courseId, homeId, "The gauge stood at fifty centimetres, and rose.");
  await write(
    as("mira", later(3)),
    courseId,
    homeId,
    "The gauge stood at fifty centimetres, and rose. Nobody came.",
  );
  const rows = async () =>
    await db
      .select({
        number: entryCredit.number,
        added: entryCredit.added,
        figures: entryCredit.figures,
        version: sql<string>`xmin::text`,
      })
      .from(entryCredit)
      .where(and(eq(entryCredit.courseId, courseId), eq(entryCredit.pageId, homeId)))
      .orderBy(entryCredit.number);
  const [before, changes] = [
    await rows(),
    await db
      .select()
      .from(standingChange)
      .where(eq(standingChange.courseId, courseId))
      .orderBy(standingChange.pageId, standingChange.number, standingChange.rev),
  ];
  expect(before.length).toBeGreaterThan(2);
  await db.execute(
    sql`update entry_credit set added = added + 1, figures = jsonb_set(figures, '{added}', '77')
      where course_id = ${courseId} and page_id = ${homeId} and number = 2`,
  );
  await db.execute(
    sql`insert into standing_change select course_id, wiki_id, page_id, number, at, 900, author_id, 5
      from standing_change where course_id = ${courseId} and number = 2 limit 1`,
  );
  await db.execute(sql`delete from standing_change where course_id = ${courseId} and number = 3`);
  await db.execute(
    sql`insert into standing select course_id, wiki_id, page_id, 900, author_id, 5 from standing
      where course_id = ${courseId} limit 1`,
  );
  expect(await findDifferences(db, courseId)).not.toEqual([]);
  await askForRecompute(db, courseId);
  await recomputeStale(db, courseId);
  expect(await findDifferences(db, courseId)).toEqual([]);
  expect(
    await db
      .select()
      .from(standingChange)
      .where(eq(standingChange.courseId, courseId))
      .orderBy(standingChange.pageId, standingChange.number, standingChange.rev),
  ).toEqual(changes);
  const after = await rows();
  expect(after.map(({ version: _, ...row }) => row)).toEqual(before.map(({ version: _, ...row }) => row));
  for (const [at, { number, version }] of after.entries())
    if (number !== 2) expect(version).toBe(before[at]!.version);
});
