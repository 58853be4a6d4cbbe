import { desc, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { dice } from "@/core/roster/dice";
import { readStoredOrigins } from "@/core/credit/origins";
import { entry, entryCredit } from "@/data/db/tables/wikis";
import { creditOfEntry } from "@/data/ledger/credit";
import { findDifferences } from "@/data/ledger/check";
import { db, later, makeCourse, pageNamed, type TestCourse, write } from "../support/course";
import { insert, remove, replace } from "../support/truth/edits";
import { type History, history } from "../support/truth/history";
import { stockProse, zipfProse } from "../support/truth/prose";

/**
 * Saves texts on pages of a course, in a history's order; `partRight` says how much of the stored credit is
 * as the history knows it.
 */
async function savingHistory(
  { entries, truthAt }: History,
  { courseId, as }: TestCourse,
  pageIds: ReadonlyMap<string, string>,
) {
  const last = new Map<string, string>();
  const revs = new Map<number, number>();
  const newest = async () =>
    (
      await db
        .select({ rev: entry.rev })
        .from(entry)
        .where(eq(entry.courseId, courseId))
        .orderBy(desc(entry.rev))
        .limit(1)
    )[0]!.rev;
  const save = async (author: string, at: number, page: string, text: string) => {
    const saved = await write(
      as(author === "a1" ? "mira" : "jonas", later(at)),
      courseId,
      pageIds.get(page)!,
      text,
    );
    expect(saved.kind).toBe("saved");
    last.set(page, text);
  };
  const saveEntry = async (index: number) => {
    const { author, page, text } = entries[index]!;
    if (text !== last.get(page)) await save(author, 1 + index, page, text);
    revs.set(index, await newest());
  };
  const partRight = async () => {
    const stored = await db
      .select({ pageId: entry.pageId, rev: entry.rev, origins: entryCredit.origins })
      .from(entry)
      .innerJoin(entryCredit, creditOfEntry)
      .where(eq(entry.courseId, courseId));
    const originsOf = new Map(
      stored.map(({ pageId, rev, origins }) => [`${pageId} ${rev}`, readStoredOrigins(origins).entries]),
    );
    let [right, words] = [0, 0];
    truthAt.forEach((wanted, index) => {
      const credited = originsOf.get(`${pageIds.get(entries[index]!.page)} ${revs.get(index)}`)!;
      expect(credited.length).toBe(wanted.length);
      wanted.forEach((by, word) => {
        if (credited[word] === revs.get(by)) right++;
      });
      words += wanted.length;
    });
    return right / words;
  };
  return { save, saveEntry, last, partRight };
}

test("pages that are brought back and changed have the credit of then where they read as then, computed with each save or anew", async () => {
  const course = await makeCourse();
  const told = history(
    44,
    zipfProse(dice(5)),
    {
      edits: [
        [insert, 3],
        [remove, 2],
        [replace, 1],
      ],
      editsAtOnce: 3,
      reverting: 1,
      revertingWithEdit: 3,
      blanking: 2,
    },
    { authors: 2, entries: 60, words: 250 },
  );
  const { save, saveEntry, last, partRight } = await savingHistory(
    told,
    course,
    new Map([["p1", course.homeId]]),
  );
  for (const index of told.entries.keys()) {
    // Before the one that brings most back, the page is emptied and put back more often than states are kept.
    for (let times = index === 42 ? 25 : 0; times > 0; times--) {
      const stands = last.get("p1")!;
      await save("a1", 1 + index, "p1", "");
      await save("a2", 1 + index, "p1", stands);
    }
    await saveEntry(index);
  }
  expect(await partRight()).toBeGreaterThan(0.999);
  expect(await findDifferences(db, course.courseId)).toEqual([]);
});

test("pages that exchange their texts have the credit that the other had, computed with each save or anew", async () => {
  const course = await makeCourse();
  const planId = await pageNamed(course.as("mira"), course.courseId, course.wikiId, "Plan");
  const told = history(
    8,
    stockProse,
    {
      edits: [
        [insert, 2],
        [replace, 1],
      ],
      exchanging: 1,
    },
    { authors: 2, entries: 50, words: 400, pages: 2 },
  );
  const { saveEntry, partRight } = await savingHistory(
    told,
    course,
    new Map([
      ["p1", course.homeId],
      ["p2", planId],
    ]),
  );
  for (const index of told.entries.keys()) await saveEntry(index);
  expect(await partRight()).toBeGreaterThan(0.995);
  expect(await findDifferences(db, course.courseId)).toEqual([]);
});
