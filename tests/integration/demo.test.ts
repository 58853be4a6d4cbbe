import { and, asc, eq, isNotNull } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, test } from "vitest";
import postgres from "postgres";
import { packOrigins } from "@/core/credit/origins";
import { blockText, packText } from "@/core/credit/text";
import { emptyWiki, recordEntry, standingByAuthor } from "@/core/credit/wiki";
import { courseAssignments } from "@/data/assignments/read";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { entry, page, wiki } from "@/data/db/tables/wikis";
import { verifyPage } from "@/data/ledger/read";
import { assignmentReview, findEvidence } from "@/data/review/read";
import type { GroupReviewDto } from "@/data/review/dto";
import type { Context } from "@/data/session/context";
import { demoCourseId, hasDemo, makeDemo } from "@/demo/make";
import { instructor, riverNames, student } from "@/demo/people";

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
    url: url.href, db: opened.db,
    drop: async () => { await opened.close(); await admin.unsafe(`drop database ${own} with (force)`); await admin.end(); },
  };
}

describe("the demo course", () => {
  let made: Awaited<ReturnType<typeof demoDatabase>>;
  let ctx: Context;
  let groups: readonly GroupReviewDto[];
  const member = (name: string) => groups.flatMap((group) => group.members).find((each) => each.member.name === name)!;

  beforeAll(async () => {
    made = await demoDatabase("demo");
    await makeDemo(made.db, today, counter());
    ctx = { db: made.db, viewer: instructor, now: today, newId: counter() };
    const [assignment] = await courseAssignments(ctx, demoCourseId);
    groups = (await assignmentReview(ctx, demoCourseId, assignment!.id))!;
  });
  afterAll(() => made.drop());

  test("six groups of four on the invented rivers", async () => {
    expect(groups.map((group) => group.name)).toEqual(riverNames);
    expect(groups.map((group) => group.members.length)).toEqual([4, 4, 4, 4, 4, 4]);
    expect(await hasDemo(made.db)).toBe(true);
  });

  test("the habits it tells of show in the figures", async () => {
    expect(groups.find((group) => group.name === "Alder Brook")!.balance).toBeGreaterThan(0.95);
    expect(groups.find((group) => group.name === "Millrace")!.balance).toBeLessThan(0.3);
    expect(member("Elin Sorby")).toMatchObject({ entries: 0, comments: 0, standing: 0, sharePercent: 0, lastAt: null });
    expect(member("Felix Oduya")).toMatchObject({ entries: 0, standing: 0 });
    expect(member("Felix Oduya").comments).toBeGreaterThanOrEqual(4);
    const saltmere = groups.find((group) => group.name === "Saltmere")!;
    const pasted = await findEvidence(ctx, demoCourseId, saltmere.wikiId, student("Rory McAllan").id, "added");
    expect(pasted?.lines.map((line) => line.amount)).toEqual([member("Rory McAllan").added]);
    expect(member("Rory McAllan").added).toBeGreaterThan(200);
  });

  test("undoing back and forth leaves nobody with words they did not write", async () => {
    const thornbeck = groups.find((group) => group.name === "Thornbeck")!;
    const spat = await made.db.select({ kind: entry.kind, figures: entry.figures }).from(entry)
      .where(and(eq(entry.courseId, demoCourseId), eq(entry.wikiId, thornbeck.wikiId), isNotNull(entry.restoredFrom)));
    expect(spat).toHaveLength(2);
    for (const { figures } of spat) expect(figures).toMatchObject({ added: 0, tookBackOwn: 0 });
  });

  test("every chain fits", async () => {
    const pages = await made.db.select({ id: page.id }).from(page).where(eq(page.courseId, demoCourseId));
    expect(pages.length).toBeGreaterThan(20);
    for (const { id } of pages) expect(await verifyPage(ctx, demoCourseId, id)).toBeNull();
  });

  // What is stored was computed save by save, each from the state before; the core alone, from the ledger, must agree.
  test("the ledger computed anew gives what was stored, to the word", async () => {
    for (const { id: wikiId } of await made.db.select({ id: wiki.id }).from(wiki).where(eq(wiki.courseId, demoCourseId))) {
      const entries = await made.db.select().from(entry).where(and(eq(entry.courseId, demoCourseId), eq(entry.wikiId, wikiId))).orderBy(asc(entry.rev));
      let state = emptyWiki;
      for (const each of entries) {
        const step = recordEntry(state, { entry: each.rev, author: each.authorId, page: each.pageId, text: blockText(each.document) });
        state = step.wiki;
        expect(step.figures).toEqual(each.figures);
        expect(packOrigins(state.pages.get(each.pageId)!.origins)).toEqual(each.origins);
      }
      for (const stored of await made.db.select({ id: page.id, credit: page.credit }).from(page).where(and(eq(page.courseId, demoCourseId), eq(page.wikiId, wikiId)))) {
        expect(packText(state.pages.get(stored.id)!)).toEqual(stored.credit);
      }
      const standing = standingByAuthor(state);
      for (const row of groups.find((group) => group.wikiId === wikiId)!.members) expect(row.standing).toBe(standing.get(row.member.id) ?? 0);
    }
  });

  test("made twice on one day it is the same, entry by entry", async () => {
    const again = await demoDatabase("again");
    try {
      await makeDemo(again.db, today, counter());
      const hashes = (db: Context["db"]) => db.select({ page: entry.pageId, number: entry.number, hash: entry.hash }).from(entry).orderBy(asc(entry.pageId), asc(entry.number));
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
