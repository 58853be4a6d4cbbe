import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyHistory, creditOf, freshWords, type PlainEntry, replay } from "../../../tests/support/histories";
import { readBlocks } from "../diff/sequence";
import { creditEntry } from "./entry";
import type { WordsByEntry } from "./entry-counts";
import type { CreditedPage } from "./page";
import { plainBlocks } from "./text";
import { CreditedWiki } from "./wiki";

const runs = { numRuns: 300, seed: 61 };

/** Every entry of a history with its figures, and with the origins of its page's words before and after. */
function steps(history: readonly PlainEntry[]) {
  const wiki = new CreditedWiki();
  const originsOf = (page: string) => (wiki.pages.has(page) ? creditOf(wiki, page) : []);
  return history.map(({ author, text, page = "home" }, entry) => {
    const before = originsOf(page);
    const figures = wiki.record({ entry, author, page, blocks: plainBlocks(text) });
    const elsewhere = new Set([...wiki.pages.keys()].filter((other) => other !== page).flatMap(originsOf));
    return { entry, author, figures, before, after: originsOf(page), elsewhere, wiki };
  });
}

const entryOf = (origin: string) => Number(origin.slice(0, origin.indexOf(".")));
const sumOf = (counts: WordsByEntry) => counts.reduce((sum, [, words]) => sum + words, 0);

/** By entry, how many more of some origins than of others there are. */
function byEntry(more: readonly string[], less: readonly string[] = []): [number, number][] {
  const counts = new Map<number, number>();
  for (const origin of more) counts.set(entryOf(origin), (counts.get(entryOf(origin)) ?? 0) + 1);
  for (const origin of less) counts.set(entryOf(origin), (counts.get(entryOf(origin)) ?? 0) - 1);
  return [...counts].filter(([, words]) => words !== 0).sort(([one], [other]) => one - other);
}

describe("what an entry's figures say of the words themselves", () => {
  test("added are those whose origin is the entry, each with a number of its own", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        for (const { entry, figures, after } of steps(history)) {
          const own = after.filter((origin) => entryOf(origin) === entry);
          expect(own).toHaveLength(figures.added);
          expect(new Set(own).size).toBe(figures.added);
        }
      }),
      runs,
    );
  });

  test("what stands changed by what is told of each entry's words, lower entries first", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        for (const { figures, before, after } of steps(history))
          expect(figures.standingChange).toEqual(byEntry(after, before));
      }),
      runs,
    );
  });

  test("removed are, of words that were never copied, those that are gone from the wiki", () => {
    let checked = 0;
    fc.assert(
      fc.property(anyHistory, (history) => {
        for (const { figures, before, after, elsewhere, wiki } of steps(history)) {
          if (wiki.spread.size > 0) return;
          const stands = new Set([...after, ...elsewhere]);
          const gone = before.filter((origin) => !stands.has(origin));
          expect(figures.removedFrom).toEqual(byEntry(gone));
          if (gone.length > 0) checked++;
        }
      }),
      runs,
    );
    expect(checked).toBeGreaterThan(500);
  });

  test("nothing is told of an entry that had not been written, or of an entry's own words as removed", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        for (const { entry, figures } of steps(history)) {
          const counts = [
            ...figures.removedFrom,
            ...figures.broughtOverFrom,
            ...figures.correctedFrom,
            ...figures.addedBeside,
          ];
          expect(counts.filter(([from, words]) => from >= entry || words <= 0)).toEqual([]);
          expect(sumOf(figures.correctedFrom)).toBe(figures.corrected);
          expect(sumOf(figures.addedBeside)).toBeLessThanOrEqual(figures.added);
          expect(figures.broughtOverOwn + figures.broughtOverOthers).toBeLessThanOrEqual(
            figures.carried + figures.restored,
          );
          expect(figures.tookBackOwn + figures.tookBackOthers).toBeLessThanOrEqual(
            figures.restored + figures.carried,
          );
        }
      }),
      runs,
    );
  });

  test("a page that is saved as it reads changes no figure but what stands", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        const last = history.at(-1)!;
        const figures = replay([...history, { ...last, author: "somebody else" }]).figures.at(-1)!;
        const { wordsAfter, onOthers: _, ...others } = figures;
        expect(wordsAfter).toBe(replay(history).figures.at(-1)!.wordsAfter);
        expect(
          Object.entries(others).filter(([, value]) => (Array.isArray(value) ? value.length : value) !== 0),
        ).toEqual([]);
      }),
      runs,
    );
  });

  test("an entry that was broken off, because the other pages had to be read first, leaves nothing in the account of the next", () => {
    const [own, copied] = [freshWords("w", 20).join(" "), freshWords("c", 20).join(" ")];
    const { wiki } = replay([
      { author: "p", text: `${own}\n\nstay` },
      { author: "p", text: `${own}\n\nstay\n\n${copied}` },
      { author: "q", text: copied, page: "other" },
    ]);
    const before = wiki.pages.get("home")!;
    const removing = (others: () => readonly CreditedPage[]) =>
      creditEntry({
        entry: 3,
        author: "q",
        vocabulary: wiki.vocabulary,
        before,
        after: readBlocks(plainBlocks("stay"), before.text.blocks, wiki.vocabulary),
        others,
        sameBefore: null,
        authorOf: (entry) => wiki.authors.get(entry) ?? null,
        isSpread: (entry) => wiki.spread.has(entry),
        isMainlyOthers: () => false,
      }).figures;
    expect(() =>
      removing(() => {
        throw new Error("not read yet");
      }),
    ).toThrow("not read yet");
    expect(removing(() => [wiki.pages.get("other")!])).toMatchObject({
      removedOthers: 20,
      removedFrom: [[0, 20]],
      standingChange: [
        [0, -20],
        [1, -20],
      ],
    });
  });
});
