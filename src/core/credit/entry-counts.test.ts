import fc from "fast-check";
import { expect, test } from "vitest";
import { EntryCounts } from "./entry-counts";

test("words counted by entry are what a plain map holds, one count after the other", () => {
  const counted = new EntryCounts();
  const words = fc.record({
    entry: fc.oneof(fc.nat(5), fc.nat(3000)),
    words: fc.integer({ min: -3, max: 3 }).filter((number) => number !== 0),
  });
  fc.assert(
    fc.property(fc.array(words, { maxLength: 30 }), (all) => {
      const plain = new Map<number, number>();
      for (const { entry, words: count } of all) {
        counted.add(entry, count);
        plain.set(entry, (plain.get(entry) ?? 0) + count);
      }
      expect(counted.take()).toEqual(
        [...plain].filter(([, sum]) => sum !== 0).sort(([one], [other]) => one - other),
      );
    }),
    { numRuns: 1000, seed: 18 },
  );
});

test("runs of entries count each word once", () => {
  const counted = new EntryCounts();
  counted.addAll(Int32Array.of(9, 4, 4, 7, 4, 9), 1, 5, 1);
  counted.addAll(Int32Array.of(7, 2), 0, 2, -1);
  expect(counted.take()).toEqual([
    [2, -1],
    [4, 3],
  ]);
});
