import { editBudget } from "./budgets";
import fc from "fast-check";
import { expect, test } from "vitest";
import { align, alignAround } from "./align";
import { chainOfAnchors } from "./anchors";
import { increasing } from "./increasing";

const sequence = fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 40 });

/** For each element of `b` the index in `a` of the one that it keeps, or -1. */
function kept(a: readonly number[], b: readonly number[], areRelated = false): Int32Array {
  const from = new Int32Array(b.length).fill(-1);
  align(
    { a: Int32Array.from(a), b: Int32Array.from(b), areRelated },
    { aFrom: 0, aTo: a.length, bFrom: 0, bTo: b.length },
    (at, to) => {
      from[to] = at;
    },
  );
  return from;
}

/** The slow and obvious length of a longest common subsequence. */
function longestCommon(a: readonly number[], b: readonly number[]): number {
  const table = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0));
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      table[i]![j] =
        a[i - 1] === b[j - 1] ? table[i - 1]![j - 1]! + 1 : Math.max(table[i - 1]![j]!, table[i]![j - 1]!);
    }
  }
  return table[a.length]![b.length]!;
}

test("keeps in order, equal for equal, and as much as can be kept where two belong together and enough is shared", () => {
  fc.assert(
    fc.property(sequence, sequence, fc.boolean(), (a, b, areRelated) => {
      const pairs = [...kept(a, b, areRelated)]
        .map((from, to) => ({ from, to }))
        .filter(({ from }) => from >= 0);
      for (const { from, to } of pairs) expect(a[from]).toBe(b[to]);
      for (let at = 1; at < pairs.length; at++) expect(pairs[at]!.from).toBeGreaterThan(pairs[at - 1]!.from);
      const most = longestCommon(a, b);
      expect(pairs.length).toBeLessThanOrEqual(most);
      if (areRelated && 3 * most >= a.length + b.length - 2 * most) expect(pairs.length).toBe(most);
    }),
    { numRuns: 800, seed: 3 },
  );
});

test("takes what little two have in common for chance, unless they are known to belong together", () => {
  // Of 30 elements each second or third stays, none beside another.
  const a = Array.from({ length: 30 }, (_, at) => at);
  const b = (every: number) =>
    a
      .map((at) => (at % every === 1 ? at : at + 100))
      .flatMap((number, at) => (at === 0 ? [number, 200] : [number]));
  expect(kept(a, b(2)).filter((from) => from >= 0)).toHaveLength(15);
  expect(kept(a, b(3)).filter((from) => from >= 0)).toHaveLength(0);
  expect(kept(a, b(3), true).filter((from) => from >= 0)).toHaveLength(10);
  // Three of which each stands in a text three times as long: much was put in.
  expect([...kept([1, 2, 3], [9, 1, 8, 7, 2, 9, 8, 3, 7])].filter((from) => from >= 0)).toEqual([0, 1, 2]);
});

test("keeps the runs that are known, and around them in order and equal for equal", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 60 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 10 }),
      fc.nat(60),
      (a, put, at) => {
        const b = [...a.slice(0, at), ...put, ...a.slice(at + put.length)];
        const [given, whole] = [
          { a: Int32Array.from(a), b: Int32Array.from(b) },
          { aFrom: 0, aTo: a.length, bFrom: 0, bTo: b.length },
        ];
        const known = chainOfAnchors(given, whole);
        const from = new Int32Array(b.length).fill(-1);
        let last = -1;
        alignAround(known, given, whole, (source, target) => {
          from[target] = source;
        });
        from.forEach((source, target) => {
          if (source < 0) return;
          expect(a[source]).toBe(b[target]);
          expect(source).toBeGreaterThan(last);
          last = source;
        });
        // Of runs that overlap, the second begins where the first ends.
        const [first] = known;
        for (let each = 0; first && each < first.length; each++)
          expect(from[first.b + each]).toBe(first.a + each);
      },
    ),
    { numRuns: 500, seed: 73 },
  );
});

test("past its budget it stays correct, and keeps the runs that occur once", () => {
  const stays = Array.from({ length: 4 * editBudget }, (_, index) => 1 + index);
  const gone = stays.map((number) => number + 5000);
  const came = stays.map((number) => number + 10_000);
  const from = kept([...gone, ...stays], [...came.slice(0, editBudget), ...stays, ...came.slice(editBudget)]);
  expect([...from.slice(editBudget, editBudget + stays.length)]).toEqual(
    stays.map((_, index) => gone.length + index),
  );
  expect(from.filter((word) => word >= 0).length).toBe(stays.length);
});

test("what is kept does not depend on how elements are numbered", () => {
  const long = fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 100, maxLength: 700 });
  fc.assert(
    fc.property(
      long,
      long,
      fc.array(fc.nat(5), { minLength: 1, maxLength: 30 }),
      fc.integer({ min: 1, max: 60_000 }),
      (a, rest, cuts, factor) => {
        // Much of the one in the other, in another order, and often more than the exact method may change.
        const b = cuts.flatMap((cut, at) => [
          ...a.slice((at * cut * 17) % a.length, ((at + 2) * cut * 17) % a.length),
          ...rest.slice(0, 40 * cut),
        ]);
        const other = (number: number) => (number * factor + 7) % 61_681;
        expect(kept(a.map(other), b.map(other))).toEqual(kept(a, b));
      },
    ),
    { numRuns: 500, seed: 5 },
  );
  // Where less than half is shared, but numbers end alike.
  const a = Array.from({ length: 1000 }, (_, at) => at);
  const b = (news: (at: number) => number) => a.map((at) => (at % 20 >= 5 && at % 20 < 13 ? at : news(at)));
  expect(
    kept(
      a,
      b((at) => at + 2 ** 16),
    ),
  ).toEqual(
    kept(
      a,
      b((at) => 3 * at + 5001),
    ),
  );
});

test("a longest increasing subsequence", () => {
  expect(increasing([5, 1, 4, 2, 3, 3], (n) => n)).toEqual([1, 2, 3]);
  expect(increasing([], (n: number) => n)).toEqual([]);
});
