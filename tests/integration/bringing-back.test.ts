import { and, asc, eq } from "drizzle-orm";
import { afterAll, expect, test } from "vitest";
import { dice } from "@/core/roster/dice";
import { readStoredOrigins } from "@/core/credit/origins";
import { entry, entryCredit } from "@/data/db/tables/wikis";
import { creditOfEntry } from "@/data/ledger/credit";
import { findDifferences } from "@/data/ledger/check";
import { closeDatabase, db, later, makeCourse, write } from "../support/course";
import { insert, remove, replace } from "../support/truth/edits";
import { history } from "../support/truth/history";
import { zipfProse } from "../support/truth/prose";

afterAll(closeDatabase);

test("pages that are brought back and changed have the credit of then where they read as then, computed with each save or anew", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const { entries, truthAt } = history(42, zipfProse(dice(5)), { edits: [[insert, 3], [remove, 2], [replace, 1]], editsAtOnce: 3, reverting: 1, revertingWithEdit: 3 }, { authors: 2, entries: 40, words: 250 });
  let last = "";
  const kept: number[] = [];
  for (const [index, { author, text }] of entries.entries()) {
    if (text === last) continue;
    last = text;
    expect((await write(as(author === "a1" ? "mira" : "jonas", later(1 + index)), courseId, homeId, text)).kind).toBe("saved");
    kept.push(index);
  }
  const stored = await db.select({ rev: entry.rev, origins: entryCredit.origins }).from(entry).innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId))).orderBy(asc(entry.number));
  const saved = stored.slice(-kept.length);
  // The entry of the database that each entry of the history became; one that changed nothing became none.
  const revOf = (index: number) => saved[kept.findLastIndex((each) => each <= index)]!.rev;
  let [right, words] = [0, 0];
  saved.forEach(({ origins }, at) => {
    const { entries: credited } = readStoredOrigins(origins);
    const wanted = truthAt[kept[at]!]!;
    expect(credited.length).toBe(wanted.length);
    wanted.forEach((rev, word) => { if (credited[word] === revOf(rev)) right++; });
    words += wanted.length;
  });
  expect(right / words).toBeGreaterThan(0.998);
  expect(await findDifferences(db, courseId)).toEqual([]);
});
