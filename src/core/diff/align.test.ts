import fc from "fast-check";
import { expect, test } from "vitest";
import { align, increasing } from "./align";

const sequence = fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 40 });

/** The slow and obvious length of a longest common subsequence. */
function longestCommon(a: readonly number[], b: readonly number[]): number {
  const table = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0));
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      table[i]![j] = a[i - 1] === b[j - 1] ? table[i - 1]![j - 1]! + 1 : Math.max(table[i - 1]![j]!, table[i]![j - 1]!);
    }
  }
  return table[a.length]![b.length]!;
}

test("keeps as much as can be kept, in order, equal for equal", () => {
  fc.assert(fc.property(sequence, sequence, (a, b) => {
    const kept = [...align(a, b)].map((from, to) => ({ from, to })).filter(({ from }) => from >= 0);
    for (const { from, to } of kept) expect(a[from]).toBe(b[to]);
    for (let at = 1; at < kept.length; at++) expect(kept[at]!.from).toBeGreaterThan(kept[at - 1]!.from);
    expect(kept.length).toBe(longestCommon(a, b));
  }), { numRuns: 500, seed: 3 });
});

test("past its budget it stays correct, and keeps the runs that occur once", () => {
  const rewritten = Array.from({ length: 3000 }, (_, index) => 10_000 + index);
  const other = Array.from({ length: 3000 }, (_, index) => 20_000 + index);
  const middle = [1, 2, 3, 4, 5, 6, 7, 8];
  const from = align([...rewritten, ...middle, ...rewritten.map((n) => n + 50_000)], [...other, ...middle, ...other.map((n) => n + 50_000)]);
  expect([...from.slice(3000, 3008)]).toEqual(middle.map((_, index) => 3000 + index));
  expect(from.filter((word) => word >= 0).length).toBe(8);
});

test("a longest increasing subsequence", () => {
  expect(increasing([5, 1, 4, 2, 3, 3], (n) => n)).toEqual([1, 2, 3]);
  expect(increasing([], (n: number) => n)).toEqual([]);
});
