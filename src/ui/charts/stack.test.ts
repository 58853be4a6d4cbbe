import fc from "fast-check";
import { expect, test } from "vitest";
import { type GrowthPoint, outlines, pointAt, scalesOf, strokes } from "./stack";

const frame = { width: 1000, height: 260, left: 50, right: 10, top: 10, bottom: 30 };
const anyPoints = fc
  .array(
    fc.record({
      after: fc.integer({ min: 1, max: 1000 }),
      words: fc.tuple(fc.nat(900), fc.nat(900), fc.nat(900)),
    }),
    { minLength: 1, maxLength: 40 },
  )
  .map((steps) => {
    let at = 0;
    return steps.map(({ after, words }): GrowthPoint => ({ at: (at += after), words }));
  });

/** All y of a path, and all x. */
const numbers = (path: string) =>
  [...path.matchAll(/(?<![\d.-])(-?[\d.]+),(-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);

test("layers lie on one another inside the frame, and reach to the end of the time", () => {
  fc.assert(
    fc.property(anyPoints, (points) => {
      const to = points.at(-1)!.at + 100;
      const scales = scalesOf(points, [0, to], frame);
      const paths = outlines(points, 3, to, scales);
      expect(paths).toHaveLength(3);
      for (const path of paths) {
        const [xs, ys] = [numbers(path).map(([x]) => x), numbers(path).map(([, y]) => y)];
        expect(Math.min(...xs)).toBeGreaterThanOrEqual(frame.left - 0.01);
        expect(Math.max(...xs)).toBeCloseTo(frame.width - frame.right, 1);
        expect(Math.min(...ys)).toBeGreaterThanOrEqual(frame.top - 0.01);
        expect(Math.max(...ys)).toBeLessThanOrEqual(frame.height - frame.bottom + 0.01);
      }
      const sum = points.at(-1)!.words.reduce((total, each) => total + each, 0);
      expect(
        Math.min(
          ...numbers(paths[2]!)
            .filter(([x]) => x > scales.x(to) - 0.01)
            .map(([, y]) => y),
        ),
      ).toBeCloseTo(scales.y(sum), 1);
    }),
    { seed: 8, numRuns: 200 },
  );
});

test("the point that holds at a time is the newest that is not later", () => {
  fc.assert(
    fc.property(anyPoints, fc.integer({ min: 0, max: 50_000 }), (points, at) => {
      const slow = points.filter((point) => point.at <= at).length - 1;
      expect(pointAt(points, at)).toBe(Math.max(0, slow));
    }),
    { seed: 9, numRuns: 300 },
  );
});

test("strokes stand once at each place, whatever falls on it", () => {
  expect(strokes([10.4, 9.6, 30, 10], 5, 12)).toBe("M10 5v12M30 5v12");
  expect(strokes([], 5, 12)).toBe("");
});
