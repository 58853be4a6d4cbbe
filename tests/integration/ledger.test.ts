/** Looking through a ledger, and checking that it is what was saved. */
import { sql } from "drizzle-orm";
import { expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import {
  type LedgerFilter,
  type LedgerScope,
  ledgerAuthors,
  ledgerLines,
  ledgerPage,
} from "@/data/ledger/list";
import { recordEntry } from "@/data/ledger/record";
import { answerShared } from "@/data/ledger/shared";
import { verifyPage, verifyWiki } from "@/data/ledger/verify";
import { renamePage } from "@/data/pages/places";
import { findPage } from "@/data/pages/read";
import { restoreEntry, savePage } from "@/data/pages/write";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, pageNamed, setGroupLevel, type TestCourse, write } from "../support/course";

const bank = "The **left** bank has slumped for thirty metres below the old weir, and nothing grows on it.";

/** A week on two pages: what is looked for below. */
async function aWeek() {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(10)), courseId, homeId, bank);
  await write(as("jonas", later(20)), courseId, homeId, bank.replace("slumped", "slumpd"));
  await write(as("mira", later(30)), courseId, homeId, "");
  await restoreEntry(as("jonas", later(40)), { courseId, pageId: homeId, number: 2, base: 4 });
  await write(as("mira", later(24 * 60)), courseId, planId, bank);
  await renamePage(as("jonas", later(25 * 60)), { courseId, pageId: planId, title: "The plan" });
  const looked = async (scope: LedgerScope, filter: LedgerFilter = {}) =>
    (await ledgerLines(as("mira", later(9999)), courseId, scope, filter))!.lines.map(
      ({ page, number }) => `${page} ${number}`,
    );
  return {
    ...course,
    planId,
    looked,
    home: { kind: "page", id: homeId } as const,
    wiki: { kind: "wiki", id: wikiId } as const,
  };
}

test("a wiki's ledger holds all pages' entries, and what is looked for is what is found", async () => {
  const { courseId, homeId, as, looked, home, wiki } = await aWeek();
  const jonas = as("jonas").viewer.id;
  expect(await looked(wiki)).toEqual([
    "The plan 3",
    "The plan 2",
    "Home 5",
    "Home 4",
    "Home 3",
    "Home 2",
    "The plan 1",
    "Home 1",
  ]);
  expect(await looked(wiki, { person: jonas })).toEqual(["The plan 3", "Home 5", "Home 3"]);
  expect(await looked(wiki, { person: "" })).toEqual(["The plan 1", "Home 1"]);
  expect(await looked(home, { act: "corrected" })).toEqual(["Home 3"]);
  expect(await looked(home, { act: "restored" })).toEqual(["Home 5"]);
  expect(await looked(home, { act: "removed" })).toEqual(["Home 4", "Home 2"]);
  expect(await looked(wiki, { act: "moved" })).toEqual(["The plan 2"]);
  expect(await looked(wiki, { act: "page" })).toEqual(["The plan 3", "The plan 1", "Home 1"]);
  expect(await looked(wiki, { from: later(30), until: later(24 * 60) })).toEqual(["Home 5", "Home 4"]);
  expect(await looked(wiki, { person: jonas, act: "page" })).toEqual(["The plan 3"]);
  // A phrase across bold words; what the bank never said is nowhere.
  expect(await looked(home, { phrase: "LEFT bank has" })).toEqual(["Home 5", "Home 4", "Home 2"]);
  expect(await looked(wiki, { phrase: "slumpd" })).toEqual(["Home 4", "Home 3"]);
  expect(await looked(home, { phrase: 'right "bank" % _ \'' })).toEqual([]);
  // Who wrote it too finds it as theirs.
  const page = (await findPage(as("mira"), courseId, homeId))!;
  const sending = { saveId: newId(), pasted: 0, largestPaste: 0, coWriters: [jonas] };
  await savePage(as("mira", later(9000)), {
    courseId,
    pageId: homeId,
    base: page.entries,
    document: fromMarkdown(`${bank}\n\nEels.`),
    note: "",
    sending,
  });
  expect(await looked(home, { person: jonas })).toEqual(["Home 5", "Home 3"]);
  await answerShared(as("jonas", later(9001)), { courseId, pageId: homeId, number: 6, isConfirmed: true });
  expect(await looked(home, { person: jonas })).toEqual(["Home 6", "Home 5", "Home 3"]);
});

test("nobody finds lines, or authors, of what they may not read", async () => {
  const course = await aWeek();
  const { courseId, planId, as, wiki } = course;
  for (const name of ["priya", "una"] as const) {
    expect(await ledgerLines(as(name), courseId, wiki)).toBeNull();
    expect(await ledgerAuthors(as(name), courseId, wiki)).toEqual([]);
    expect(await verifyWiki(as(name), courseId, wiki.id)).toBeNull();
  }
  expect((await ledgerAuthors(as("mira"), courseId, wiki)).map(({ name }) => name)).toEqual([
    "jonas",
    "mira",
  ]);
  await setGroupLevel(as("ines", later(9000)), course, planId, "hidden");
  const seen = (await ledgerLines(as("mira", later(9001)), courseId, wiki))!.lines;
  expect(new Set(seen.map(({ page }) => page))).toEqual(new Set(["Home"]));
  expect(await verifyWiki(as("mira", later(9001)), courseId, wiki.id)).toMatchObject({
    pages: 1,
    entries: 5,
  });
});

test("a long ledger is read piece by piece, each line once, in either scope", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  const author = as("mira").viewer.id;
  await db.transaction(async (tx) => {
    for (let number = 2; number <= ledgerPage + 20; number++) {
      await recordEntry(tx, {
        courseId,
        wikiId,
        pageId: homeId,
        kind: "wrote",
        authorId: author,
        at: later(number),
        note: "",
        title: "Home",
        document: fromMarkdown(`Line ${number}`),
        base: number - 1,
        restoredFrom: null,
        newBlockId: newId,
      });
    }
  });
  for (const scope of [
    { kind: "page", id: homeId },
    { kind: "wiki", id: wikiId },
  ] as const) {
    const numbers: number[] = [];
    for (let before: number | null = null; ;) {
      const piece: Awaited<ReturnType<typeof ledgerLines>> = await ledgerLines(
        as("jonas"),
        courseId,
        scope,
        {},
        before,
      );
      numbers.push(...piece!.lines.flatMap(({ page, number }) => (page === "Home" ? [number] : [])));
      before = piece!.next;
      if (before === null) break;
    }
    expect(numbers, scope.kind).toEqual(
      Array.from({ length: ledgerPage + 20 }, (_, at) => ledgerPage + 20 - at),
    );
  }
  expect(await verifyPage(as("jonas"), courseId, homeId)).toBeNull();
});

const ofHome = ({ courseId, homeId }: TestCourse) => sql`course_id = ${courseId} and page_id = ${homeId}`;
const renumber = (course: TestCourse, from: number, to: number) =>
  sql`update entry set number = ${to} where ${ofHome(course)} and number = ${from}`;

test.each([
  [
    "changed",
    (course: TestCourse) => [sql`update entry set note = 'forged' where ${ofHome(course)} and number = 3`],
    { kind: "changed", number: 3 },
  ],
  [
    "taken out of the middle",
    (course: TestCourse) => [sql`delete from entry where ${ofHome(course)} and number = 3`],
    { kind: "missing", number: 3 },
  ],
  [
    "cut off at the end",
    (course: TestCourse) => [sql`delete from entry where ${ofHome(course)} and number = 5`],
    { kind: "missing", number: 5 },
  ],
  [
    "put in another's place",
    (course: TestCourse) => [renumber(course, 3, 1003), renumber(course, 4, 3), renumber(course, 1003, 4)],
    { kind: "changed", number: 3 },
  ],
])(
  "an entry that was %s in the database is found in its wiki, and nowhere else",
  async (_, tamper, fault) => {
    const course = await aWeek();
    const { courseId, wikiId, otherWikiId, homeId, as } = course;
    expect(await verifyWiki(as("ines"), courseId, wikiId)).toEqual({ entries: 8, pages: 2, faults: [] });
    await db.transaction(async (tx) => {
      await tx.execute(sql`set local session_replication_role = replica`);
      for (const statement of tamper(course)) await tx.execute(statement);
    });
    expect(await verifyWiki(as("ines"), courseId, wikiId)).toMatchObject({
      faults: [{ pageId: homeId, page: "Home", fault }],
    });
    expect((await verifyWiki(as("ines"), courseId, otherWikiId))!.faults).toEqual([]);
    expect(await verifyPage(as("mira"), courseId, homeId)).toEqual(fault);
  },
);
