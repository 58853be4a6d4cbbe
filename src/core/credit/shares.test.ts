import fc from "fast-check";
import { expect, test } from "vitest";
import { balance, shares, wholePercents } from "./shares";

const runs = { numRuns: 1000, seed: 19 };

test("balance at its ends", () => {
  expect(balance([10, 10, 10])).toBeCloseTo(1);
  expect(balance([10, 0, 0])).toBe(0);
  expect(balance([10])).toBeNull();
  expect(balance([0, 0])).toBeNull();
});
test("shares of nothing are not nought", () => expect(shares([0, 0])).toEqual([null, null]));
test("shares and what is unassigned make a whole", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(1000), { minLength: 1 }),
      fc.integer({ min: 1, max: 500 }),
      (standing, unassigned) => {
        const sum = standing.reduce((total, words) => total + words, unassigned);
        const parts = shares(standing, unassigned).reduce<number>((total, share) => total + share!, 0);
        expect(parts + unassigned / sum).toBeCloseTo(1);
      },
    ),
    runs,
  );
});
test("whole per cent add up to a hundred, none further than one off", () => {
  fc.assert(
    fc.property(
      fc
        .array(fc.nat(1000), { minLength: 1, maxLength: 9 })
        .filter((standing) => standing.some((words) => words > 0)),
      (standing) => {
        const parts = shares(standing);
        const percents = wholePercents(parts);
        expect(percents.reduce<number>((total, each) => total + each!, 0)).toBe(100);
        percents.forEach((each, index) => expect(Math.abs(each! - 100 * parts[index]!)).toBeLessThan(1));
      },
    ),
    runs,
  );
});
