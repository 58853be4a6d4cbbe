import fc from "fast-check";
import { expect, test } from "vitest";
import { itemSign } from "./item-signs";

test.each([
  [3, null, "3."],
  [3, "1", "3."],
  [1, "a", "a."],
  [26, "a", "z."],
  [27, "a", "aa."],
  [52, "A", "AZ."],
  [53, "a", "ba."],
  [703, "a", "aaa."],
  [4, "i", "iv."],
  [9, "I", "IX."],
  [40, "i", "xl."],
  [1998, "i", "mcmxcviii."],
  [3999, "I", "MMMCMXCIX."],
  [4000, "i", "4000."],
  [0, "a", "0."],
  [0, "I", "0."],
] as const)("item %i of a list that counts in %s is %s", (number, counting, sign) =>
  expect(itemSign(number, counting)).toBe(sign),
);

test("no two items of a list have one sign", () => {
  const number = fc.integer({ min: 0, max: 20_000 });
  fc.assert(
    fc.property(
      number,
      number,
      fc.constantFrom("1", "a", "A", "i", "I"),
      (one, other, counting) => (itemSign(one, counting) === itemSign(other, counting)) === (one === other),
    ),
    { seed: 17, numRuns: 2000 },
  );
});
