import { and, asc, eq, isNotNull, sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, test } from "vitest";
import postgres from "postgres";
import { parseDocument } from "@/core/document/parse";
import { courseAssignments } from "@/data/assignments/read";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { entry, entryCredit, page, standing, wiki } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { verifyPage, verifyWiki } from "@/data/ledger/verify";
import { checkMarks } from "@/data/marks/check";
import { askForRecompute, recomputeStale } from "@/data/ledger/recompute";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import type { GroupReviewDto } from "@/data/review/dto";
import type { Context } from "@/data/session/context";
import { largeCourseId, makeLarge } from "@/demo/large/course";
import { demoCourseId, hasDemo, makeDemo } from "@/demo/make";
import { instructor, riverNames, student } from "@/demo/people";
import { assignmentTitle } from "@/demo/starter";

const today = new Date("2026-05-20T12:00:00Z");

function counter(): () => string {
  let next = 0;
  return () => `id${String(next++).padStart(8, "0")}`;
}

/** A database of its own beside the run's: the demo's ids are always the same. */
async function demoDatabase(name: string) {
  const url = new URL(inject("databaseUrl"));
  const admin = postgres(url.href, { max: 1, onnotice: () => {} });
  const own = `${url.pathname.slice(1)}_${name}`;
  await admin.unsafe(`create database ${own}`);
  url.pathname = own;
  await migrateDatabase(url.href);
  const opened = openDatabase(url.href, 3);
  return {
    url: url.href,
    db: opened.db,
    drop: async () => {
      await opened.close();
      await admin.unsafe(`drop database ${own} with (force)`);
      await admin.end();
    },
  };
}

describe("the demo course", () => {
  let made: Awaited<ReturnType<typeof demoDatabase>>;
  let ctx: Context;
  let groups: readonly GroupReviewDto[];
  const member = (name: string) =>
    groups.flatMap((group) => group.members).find((each) => each.member.name === name)!;

  beforeAll(async () => {
    made = await demoDatabase("demo");
    await makeDemo(made.db, today, counter());
    ctx = { db: made.db, viewer: instructor, now: today, newId: counter() };
    const assignment = (await courseAssignments(ctx, demoCourseId)).find(
      ({ title }) => title === assignmentTitle,
    );
    groups = (await assignmentReview(ctx, demoCourseId, assignment!.id))!;
  });
  afterAll(() => made.drop());

  test("six groups of four on the invented rivers", async () => {
    expect(groups.map((group) => group.name)).toEqual(riverNames);
    expect(groups.map((group) => group.members.length)).toEqual([4, 4, 4, 4, 4, 4]);
    expect(await hasDemo(made.db)).toBe(true);
  });

  test("the marks of the assignment that is over come to what was computed when they were given", async () => {
    expect(await checkMarks(made.db, demoCourseId, today)).toEqual({
      checked: 24,
      skipped: 0,
      differences: [],
    });
    const tampered = async (set: string) =>
      made.db.transaction(async (tx) => {
        // Past the trigger that keeps acts as they are: as somebody with the database in hand could.
        await tx.execute(sql.raw("set local session_replication_role = replica"));
        await tx.execute(sql.raw(set));
      });
    await tampered("update mark_act set computed = '99' where kind = 'overridden'");
    expect((await checkMarks(made.db, demoCourseId, today)).differences).toMatchObject([
      {
        personId: student("Omar Benhadi").id,
        stored: expect.stringMatching(/^99 \(/) as string,
        computed: expect.stringMatching(/^73 \(/) as string,
      },
    ]);
    await tampered("update mark_act set computed = '73' where kind = 'overridden'");
    // A level that was exchanged changes what all four of its party come to.
    await tampered(
      "update judgement set level = 'lost' where criterion = 'place' and wiki_id = (select id from wiki where name = 'Weir Lane')",
    );
    expect((await checkMarks(made.db, demoCourseId, today)).differences).toHaveLength(4);
    await tampered(
      "update judgement set level = 'sure' where criterion = 'place' and wiki_id = (select id from wiki where name = 'Weir Lane')",
    );
    expect((await checkMarks(made.db, null, today)).differences).toEqual([]);
  });

  test("the habits it tells of show in the figures", async () => {
    expect(groups.find((group) => group.name === "Alder Brook")!.balance).toBeGreaterThan(0.95);
    expect(groups.find((group) => group.name === "Millrace")!.balance).toBeLessThan(0.3);
    expect(member("Elin Sorby")).toMatchObject({
      figures: { entries: 0, comments: 0, standing: 0 },
      sharePercent: 0,
      lastAt: null,
    });
    expect(member("Felix Oduya")).toMatchObject({ figures: { entries: 0, standing: 0 } });
    expect(member("Felix Oduya").figures.comments).toBeGreaterThanOrEqual(4);
    const saltmere = groups.find((group) => group.name === "Saltmere")!;
    const pasted = await findEvidence(
      ctx,
      demoCourseId,
      saltmere.wikiId,
      student("Rory McAllan").id,
      "added",
    );
    expect(pasted?.lines.map((line) => line.amount)).toEqual([member("Rory McAllan").figures.added]);
    expect(member("Rory McAllan").figures.added).toBeGreaterThan(200);
  });

  test("undoing back and forth leaves nobody with words they did not write", async () => {
    const thornbeck = groups.find((group) => group.name === "Thornbeck")!;
    const spat = await made.db
      .select({ kind: entry.kind, figures: entryCredit.figures })
      .from(entry)
      .innerJoin(
        entryCredit,
        and(
          eq(entryCredit.courseId, entry.courseId),
          eq(entryCredit.pageId, entry.pageId),
          eq(entryCredit.number, entry.number),
        ),
      )
      .where(
        and(
          eq(entry.courseId, demoCourseId),
          eq(entry.wikiId, thornbeck.wikiId),
          isNotNull(entry.restoredFrom),
        ),
      );
    expect(spat).toHaveLength(2);
    for (const { figures } of spat) expect(figures).toMatchObject({ added: 0, tookBackOwn: 0 });
  });

  test("every chain fits", async () => {
    const pages = await made.db.select({ id: page.id }).from(page).where(eq(page.courseId, demoCourseId));
    expect(pages.length).toBeGreaterThan(20);
    for (const { id } of pages) expect(await verifyPage(ctx, demoCourseId, id)).toBeNull();
  });

  // What is stored was computed save by save, each from the state before; the core alone, from the ledger,
  // must agree.
  test("the ledger computed anew gives what was stored, to the word", async () => {
    expect(await findDifferences(made.db, demoCourseId)).toEqual([]);
  });

  test("what was tampered with is named, and computing anew puts it right", async () => {
    const [one] = await made.db
      .select()
      .from(entryCredit)
      .orderBy(asc(entryCredit.pageId), asc(entryCredit.number))
      .limit(1);
    const here = and(
      eq(entryCredit.courseId, one!.courseId),
      eq(entryCredit.pageId, one!.pageId),
      eq(entryCredit.number, one!.number),
    );
    await made.db
      .update(entryCredit)
      .set({ figures: { ...one!.figures, added: 999_999 } })
      .where(here);
    const stands = await made.db.select().from(standing).where(eq(standing.pageId, one!.pageId));
    await made.db.delete(standing).where(eq(standing.pageId, one!.pageId));
    const differences = await findDifferences(made.db, demoCourseId);
    expect(differences.map(({ pageId, number, what, stored }) => ({ pageId, number, what, stored }))).toEqual(
      [
        { pageId: one!.pageId, number: one!.number, what: "added", stored: `[${one!.added},999999]` },
        { pageId: one!.pageId, number: null, what: "standing words", stored: "[]" },
      ],
    );
    await askForRecompute(made.db, demoCourseId);
    const stopped = new AbortController();
    const first = await recomputeStale(made.db, demoCourseId, () => stopped.abort(), stopped.signal);
    expect(first.wikis).toBe(12);
    expect([1, 2]).toContain(first.wikisDone);
    expect(await recomputeStale(made.db, demoCourseId)).toMatchObject({
      wikisDone: 12 - first.wikisDone,
      wikis: 12 - first.wikisDone,
    });
    expect(await findDifferences(made.db, demoCourseId)).toEqual([]);
    expect((await made.db.select().from(standing).where(eq(standing.pageId, one!.pageId))).length).toBe(
      stands.length,
    );
  });

  test("several may compute it anew at the same time: each wiki is computed once, and none is through before all are", async () => {
    await askForRecompute(made.db, demoCourseId);
    let computed = 0;
    const all = [1, 2, 3].map(() =>
      recomputeStale(made.db, demoCourseId, () => {
        computed++;
      }),
    );
    for (const one of all)
      expect(
        await one.then(async ({ wikisDone, wikis }) => [
          wikis - wikisDone,
          (await made.db.select().from(wiki).where(eq(wiki.creditVersion, 0))).length,
        ]),
      ).toEqual([0, 0]);
    expect(computed).toBe(12);
    expect(await findDifferences(made.db, demoCourseId)).toEqual([]);
  });

  test("made twice on one day it is the same, entry by entry", async () => {
    const again = await demoDatabase("again");
    try {
      await makeDemo(again.db, today, counter());
      const hashes = (db: Context["db"]) =>
        db
          .select({ page: entry.pageId, number: entry.number, hash: entry.hash })
          .from(entry)
          .orderBy(asc(entry.pageId), asc(entry.number));
      expect(await hashes(again.db)).toEqual(await hashes(made.db));
    } finally {
      await again.drop();
    }
  });

  test("migrating again, twice at once, changes nothing", async () => {
    await Promise.all([migrateDatabase(made.url), migrateDatabase(made.url)]);
    expect(await hasDemo(made.db)).toBe(true);
  });
});

test("a large course is one that saves would have made: its chains fit, its credit is its ledger's, and its people differ", async () => {
  const made = await demoDatabase("large");
  try {
    const newId = counter();
    await makeDemo(made.db, today, newId);
    const told: string[] = [];
    await makeLarge(
      made.db,
      today,
      newId,
      { groups: 3, membersEach: 5, entriesEach: 60 },
      recomputeStale,
      (progress) => told.push(progress),
    );
    expect(told[0]).toBe("3 of 3 wikis written");
    expect(told.at(-1)).toMatch(/^the credit of 3 of 3 wikis computed/);
    const ctx: Context = { db: made.db, viewer: instructor, now: today, newId };
    const [assignment] = await courseAssignments(ctx, largeCourseId);
    const groups = (await assignmentReview(ctx, largeCourseId, assignment!.id))!;
    const members = groups.flatMap((group) => group.members);
    expect(groups).toHaveLength(3);
    expect(new Set(members.map(({ member }) => member.name)).size).toBe(15);
    expect(members.reduce((sum, { figures }) => sum + (figures.entries ?? 0), 0)).toBeGreaterThan(150);
    expect(members.some(({ figures }) => (figures.comments ?? 0) > 0)).toBe(true);
    expect(await findDifferences(made.db, largeCourseId)).toEqual([]);
    for (const { wikiId } of groups)
      expect(await verifyWiki(ctx, largeCourseId, wikiId)).toMatchObject({ faults: [] });
    // What the generator writes is what the gate for documents would have let in, as it is.
    for (const { document } of await made.db
      .select({ document: entry.document })
      .from(entry)
      .where(eq(entry.courseId, largeCourseId))
      .limit(60))
      expect(parseDocument(document)).toEqual({ kind: "document", document });
  } finally {
    await made.drop();
  }
});
