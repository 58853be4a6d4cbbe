import fc from "fast-check";
import { expect, test } from "vitest";
import { keepRuns, type KeptRuns, runsOf } from "./kept-runs";
import type { OriginRuns } from "./origins";

/** Where the next state differs from the one before, and by what. */
const change = fc.tuple(fc.nat(60), fc.nat(6), fc.array(fc.nat(5), { maxLength: 6 }));

test("each of many states is had again as it was, and most are kept as little more than what changed", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(5), { minLength: 30, maxLength: 60 }),
      fc.array(change, { maxLength: 80 }),
      (first, changes) => {
        const states: OriginRuns[] = [Int32Array.from(first)];
        for (const [at, gone, come] of changes) {
          const next = [...states.at(-1)!];
          next.splice(at, gone, ...come);
          states.push(Int32Array.from(next));
        }
        let last: { runs: OriginRuns; kept: KeptRuns } | null = null;
        const all = states.map((runs) => (last = { runs, kept: keepRuns(runs, last) }).kept);
        expect(all.map(runsOf)).toEqual(states);
        all.forEach(({ base, middle }, index) => {
          if (index === 0 || states[index]!.length <= 24) return;
          const isWhole = all[index - 1]!.depth === 32;
          expect(base).toBe(isWhole ? null : all[index - 1]);
          if (!isWhole) expect(middle.length).toBeLessThanOrEqual(6);
        });
      },
    ),
    { numRuns: 1000, seed: 63 },
  );
});
