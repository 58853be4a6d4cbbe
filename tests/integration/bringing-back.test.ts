import { and, desc, eq } from "drizzle-orm";
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
  const { entries, truthAt } = history(44, zipfProse(dice(5)), { edits: [[insert, 3], [remove, 2], [replace, 1]], editsAtOnce: 3, reverting: 1, revertingWithEdit: 3, blanking: 2 }, { authors: 2, entries: 60, words: 250 });
  let last = "";
  const revs = new Map<number, number>();
  const save = async (author: string, at: number, text: string) => {
    const saved = await write(as(author === "a1" ? "mira" : "jonas", later(at)), courseId, homeId, text);
    expect(saved.kind).toBe("saved");
    last = text;
  };
  const newest = async () => (await db.select({ rev: entry.rev }).from(entry).where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId))).orderBy(desc(entry.number)).limit(1))[0]!.rev;
  for (const [index, { author, text }] of entries.entries()) {
    // Before the one that brings most back, the page is emptied and put back more often than states are kept.
    for (let times = index === 42 ? 25 : 0; times > 0; times--) {
      const stands = last;
      await save("a1", 1 + index, "");
      await save("a2", 1 + index, stands);
    }
    if (text !== last) await save(author, 1 + index, text);
    revs.set(index, await newest());
  }
  const stored = await db.select({ rev: entry.rev, origins: entryCredit.origins }).from(entry).innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId)));
  const originsOf = new Map(stored.map(({ rev, origins }) => [rev, readStoredOrigins(origins).entries]));
  let [right, words] = [0, 0];
  truthAt.forEach((wanted, index) => {
    const credited = originsOf.get(revs.get(index)!)!;
    expect(credited.length).toBe(wanted.length);
    wanted.forEach((by, word) => { if (credited[word] === revs.get(by)) right++; });
    words += wanted.length;
  });
  expect(right / words).toBeGreaterThan(0.999);
  expect(await findDifferences(db, courseId)).toEqual([]);
});
