import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { forget } from "./forgetting";
import { Pieces } from "./pieces";

const origins = (numbers: readonly number[]) => ({
  entries: Int32Array.from(numbers, (number) => number >>> 3),
  ordinals: Int32Array.from(numbers, (number) => number & 7),
});

describe("what a page forgets", () => {
  test("is first what stands again, or left once more since: of a page that is full of that, nothing is lost", () => {
    const number = fc.nat(60);
    const piece = fc.record({
      from: fc.nat(36),
      length: fc.integer({ min: 1, max: 4 }),
      at: fc.nat(9),
      isStood: fc.boolean(),
    });
    const numbers = fc.array(number, { minLength: 40, maxLength: 40 });
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 30 }),
        numbers,
        numbers,
        fc.array(number, { maxLength: 20 }),
        (given, stood, remembered, standing) => {
          const pieces = new Pieces(given.length);
          given.forEach(({ from, length, at, isStood }, index) =>
            pieces.put(from, from + length, isStood ? 1 : 0, at, index),
          );
          const left = forget(pieces, 9, {
            standing: origins(standing),
            originsOf: (isStanding) => origins(isStanding ? stood : remembered),
            isSpread: () => true,
          });
          const kept = [...left.anchor.subarray(0, left.length)];
          expect(kept).toEqual([...kept].sort((one, other) => one - other));
          const wordsOf = (index: number) =>
            (given[index]!.isStood ? stood : remembered).slice(
              given[index]!.from,
              given[index]!.from + given[index]!.length,
            );
          const known = (indices: readonly number[]) => new Set([...standing, ...indices.flatMap(wordsOf)]);
          expect(known(kept)).toEqual(known([...given.keys()]));
          for (const index of given.keys()) {
            const later = kept.filter((other) => given[other]!.at > given[index]!.at);
            const isKnown = wordsOf(index).every((word) => known(later).has(word));
            if (given[index]!.at === 9) expect(kept).toContain(index);
            else if (isKnown) expect(kept).not.toContain(index);
          }
        },
      ),
      { seed: 81, numRuns: 1000 },
    );
  });
});
