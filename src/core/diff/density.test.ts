import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { costOfChange, isDenselyChanged } from "./density";
import { Matching } from "./matching";
import { readBlocks } from "./sequence";
import { kept } from "./ways";

/**
 * What a change costs in a block of which some words were replaced and the others are known to have stayed.
 */
function costOf(isReplaced: readonly boolean[]): number {
  const words = freshWords("w", isReplaced.length);
  const vocabulary = new Vocabulary();
  const [a, b] = [words, words.map((word, at) => (isReplaced[at] ? `${word}new` : word))].map((each) =>
    readBlocks(plainBlocks(each.join(" ")), [], vocabulary),
  );
  const matching = new Matching(a!, b!, vocabulary, {
    aFrom: 0,
    aTo: words.length,
    bFrom: 0,
    bTo: words.length,
  });
  isReplaced.forEach((is, at) => {
    if (!is) matching.continueWord(at, at, kept);
  });
  return costOfChange(matching, 0, words.length);
}

const every = (words: number, from: number, to: number) =>
  Array.from({ length: 120 }, (_, at) => at >= from && at < to && at % words === 0);

describe("what a change costs", () => {
  test("is what it usually does where little changed, or all of it in one place, or nothing is known", () => {
    expect(costOf(every(1, 0, 0))).toBe(1);
    expect(costOf(every(1, 0, 120))).toBe(1);
    expect(costOf(every(1, 40, 42))).toBe(1);
    expect(costOf(every(1, 30, 60))).toBe(1);
  });
  test("is the less, the more often changes begin and end", () => {
    const costs = [60, 20, 10, 5, 3, 2].map((words) => costOf(every(words, 0, 120)));
    expect(costs).toEqual([...costs].sort((one, other) => other - one));
    expect(costs.at(-1)).toBeLessThan(0.3);
    expect(costs[2]).toBeGreaterThan(0.5);
  });
  test("a paragraph gone through word by word is told from one of which sentences were replaced, by what is surely the same", () => {
    const runs = (...lengths: number[]) => lengths.map((length) => ({ length }));
    expect(isDenselyChanged(90, 90, runs(5, 4, 3, 7, 3, 6, 4, 5))).toBe(true);
    expect(isDenselyChanged(90, 88, runs(15, 16, 14))).toBe(false);
    expect(isDenselyChanged(90, 90, [])).toBe(false);
  });
  test("is never more than usual, and never nothing", () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 80 }), (isReplaced) => {
        expect(costOf(isReplaced)).toBeLessThanOrEqual(1);
        expect(costOf(isReplaced)).toBeGreaterThan(0);
      }),
      { numRuns: 1000, seed: 11 },
    );
  });
});
