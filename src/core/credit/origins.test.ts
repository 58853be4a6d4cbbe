import fc from "fast-check";
import { expect, test } from "vitest";
import { continueRuns, originRuns, type Origins, packOrigins, unpackOrigins } from "./origins";

const pairs = fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { maxLength: 40 });

function laidOut(words: readonly (readonly [number, number])[]): Origins {
  return {
    entries: Int32Array.from(words, ([entry]) => entry),
    ordinals: Int32Array.from(words, ([, ordinal]) => ordinal),
  };
}

test("runs that are carried along past a change are those that packing all anew gives", () => {
  // Much runs on, so that runs are cut by the change, and joined by it.
  const running = fc
    .array(fc.tuple(fc.nat(2), fc.nat(60), fc.integer({ min: 1, max: 9 })), { maxLength: 12 })
    .map((runs) =>
      runs.flatMap(([entry, first, length]) =>
        Array.from({ length }, (_, at) => [entry, first + at] as const),
      ),
    );
  fc.assert(
    fc.property(running, fc.oneof(pairs, running), fc.nat(60), fc.nat(20), (before, news, place, gone) => {
      const from = Math.min(place, before.length);
      const to = Math.min(from + gone, before.length);
      const was = laidOut(before);
      const now = laidOut([...before.slice(0, from), ...news, ...before.slice(to)]);
      originRuns(was);
      continueRuns(was, now, { aFrom: from, aTo: to, bFrom: from, bTo: from + news.length });
      expect(originRuns(now)).toEqual(packOrigins(now));
    }),
    { numRuns: 2000, seed: 71 },
  );
});

test("where the runs before are not known, they are packed when asked for", () => {
  const [was, now] = [
    laidOut([[1, 0]]),
    laidOut([
      [1, 0],
      [2, 0],
    ]),
  ];
  continueRuns(was, now, { aFrom: 1, aTo: 1, bFrom: 1, bTo: 2 });
  expect([...originRuns(now)]).toEqual([1, 0, 1, 2, 0, 1]);
});

test("thousands of runs are as good as few", () => {
  for (const count of [1023, 1024, 1025, 5000]) {
    const origins = laidOut(Array.from({ length: count }, (_, at) => [at % 7, (at * 13) % 11] as const));
    expect(unpackOrigins(packOrigins(origins))).toEqual(origins);
  }
});
