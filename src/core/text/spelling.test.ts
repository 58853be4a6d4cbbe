import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { isCorrection, spellingDistance } from "./spelling";

/** The definition, without bound and without thrift: the fewest single steps from one word to the other. */
function slowDistance(one: string, other: string): number {
  const table = Array.from({ length: one.length + 1 }, (_, i) =>
    Array.from({ length: other.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0)),
  );
  for (let i = 1; i <= one.length; i++) {
    for (let j = 1; j <= other.length; j++) {
      const steps = [
        table[i - 1]![j]! + 1,
        table[i]![j - 1]! + 1,
        table[i - 1]![j - 1]! + (one[i - 1] === other[j - 1] ? 0 : 1),
      ];
      if (i > 1 && j > 1 && one[i - 1] === other[j - 2] && one[i - 2] === other[j - 1])
        steps.push(table[i - 2]![j - 2]! + 1);
      table[i]![j] = Math.min(...steps);
    }
  }
  return table[one.length]![other.length]!;
}

const word = fc
  .array(fc.constantFrom("a", "b", "c", "d"), { maxLength: 10 })
  .map((letters) => letters.join(""));

describe("spelling distance", () => {
  test("agrees with its definition up to the bound", () => {
    fc.assert(
      fc.property(word, word, fc.nat(5), (one, other, most) => {
        expect(spellingDistance(one, other, most)).toBe(Math.min(slowDistance(one, other), most + 1));
      }),
      { seed: 73, numRuns: 800 },
    );
  });
});

describe("corrections", () => {
  test.each([
    ["sedimant", "sediment"],
    ["recieve", "receive"],
    ["beleive", "believe"],
    ["enviroment", "environment"],
    ["river", "rivers"],
  ])("%s, %s", (wrong, right) => {
    expect(isCorrection(wrong, right)).toBe(true);
  });
  test.each([
    ["cat", "car"],
    ["1998", "1999"],
    ["willow", "gravel"],
    ["bank", "bank"],
    ["12a4", "12b4"],
    ["reed", "weeds"],
  ])("%s, %s are two words", (one, other) => {
    expect(isCorrection(one, other)).toBe(false);
  });
  test("it makes no difference which way round", () => {
    fc.assert(
      fc.property(word, word, (one, other) => {
        expect(isCorrection(one, other)).toBe(isCorrection(other, one));
      }),
      { seed: 74 },
    );
  });
});
