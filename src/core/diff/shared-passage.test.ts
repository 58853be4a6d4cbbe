import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readTexts } from "../../../tests/support/runs";
import { seedOfPassage, sharePassage, widestBetween } from "./shared-passage";

const length = 80;
const flags = fc.array(
  fc.nat(29).map((number) => number > 0),
  { minLength: length, maxLength: length },
);
/**
 * Parts of one text, one after the other, here and there with another word: passages are rare where words are
 * drawn one by one.
 */
const parts = fc.array(fc.tuple(fc.nat(length - 1), fc.integer({ min: 10, max: 60 })), {
  minLength: 1,
  maxLength: 4,
});
const changes = fc.array(fc.nat(length - 1), { minLength: 1, maxLength: 4 });
const texts = fc
  .record({
    words: fc.array(fc.constantFrom(..."weir eel silt dam reed bank".split(" ")), {
      minLength: length,
      maxLength: length,
    }),
    sources: fc.array(parts, { minLength: 1, maxLength: 3 }),
    target: parts,
    changes,
  })
  .map(({ words, sources, target, changes: changed }) => {
    const put = (wanted: [number, number][]) =>
      wanted.flatMap(([from, count]) => words.slice(from, from + count)).slice(0, length);
    return {
      sourceTexts: sources.map(put),
      targetText: put(target).map((word, at) => (changed.includes(at) ? "otter" : word)),
    };
  });

/**
 * Slowly: on each diagonal, the words of the target that seeds cover where it has them first, in stretches
 * that are no farther from each other than they may be.
 */
function mostInLine(
  sources: readonly (readonly string[])[],
  target: readonly string[],
  open: readonly boolean[],
): number {
  const seedsOf = (text: readonly string[]) =>
    text.slice(seedOfPassage - 1).map((_, at) => text.slice(at, at + seedOfPassage).join(" "));
  const seeds = seedsOf(target).map((seed, at) =>
    open.slice(at, at + seedOfPassage).every(Boolean) ? seed : null,
  );
  const first = seeds.flatMap((seed, at) => (seed !== null && seeds.indexOf(seed) === at ? [at] : []));
  let most = 0;
  for (const source of sources.map(seedsOf)) {
    for (let diagonal = -target.length; diagonal < source.length; diagonal++) {
      let covered = 0,
        end = -Infinity;
      for (const at of first) {
        if (source[at + diagonal] !== seeds[at]) continue;
        covered = at - end > widestBetween ? seedOfPassage : covered + at + seedOfPassage - Math.max(at, end);
        end = at + seedOfPassage;
        most = Math.max(most, covered);
      }
    }
  }
  return most;
}

describe("whether two texts share a passage", () => {
  test("is what is found by trying every seed on every diagonal", () => {
    let shared = 0,
      overGaps = 0;
    fc.assert(
      fc.property(
        texts,
        flags,
        fc.integer({ min: 1, max: 40 }),
        ({ sourceTexts, targetText }, targetOpen, words) => {
          const { sources, target } = readTexts(sourceTexts, targetText, { targetOpen });
          const most = mostInLine(sourceTexts, targetText, targetOpen);
          expect(sharePassage(sources, target, words)).toBe(most >= words);
          if (most < words) return;
          shared++;
          const longest = Math.max(
            0,
            ...targetText.map((_, at) =>
              targetOpen.slice(at, at + words).every(Boolean) &&
              targetText.length >= at + words &&
              sourceTexts.some((source) =>
                ` ${source.join(" ")} `.includes(` ${targetText.slice(at, at + words).join(" ")} `),
              )
                ? words
                : 0,
            ),
          );
          if (longest < words) overGaps++;
        },
      ),
      { seed: 41, numRuns: 1000 },
    );
    expect(shared).toBeGreaterThan(150);
    expect(shared).toBeLessThan(850);
    expect(overGaps, "over words that differ").toBeGreaterThan(20);
  });
  test("does not depend on what was asked before", () => {
    const words = Array.from({ length: 40 }, (_, at) => `reed${at}`);
    const { sources, target } = readTexts([words.slice(0, 12), words.slice(12, 24), words], words);
    expect(sharePassage(sources.slice(0, 2), target, 20)).toBe(false);
    expect(sharePassage(sources.slice(0, 2), target, 12)).toBe(true);
    expect(sharePassage(sources, target, 40)).toBe(true);
    expect(sharePassage(sources, { ...target, open: new Uint8Array(target.words.length) }, 1)).toBe(false);
  });
});
