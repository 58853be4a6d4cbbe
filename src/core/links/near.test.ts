import fc from "fast-check";
import { expect, test } from "vitest";
import { nearTitles } from "./near";

const titles = ["Water quality", "Fish passage", "Flood plain", "The old weir", "Weirs and ramps"].map(
  (title) => ({ title }),
);
const near = (typed: string) => nearTitles(typed, titles, 3).map(({ title }) => title);

test.each([
  ["what begins so comes first", "weir", ["Weirs and ramps", "The old weir"]],
  ["capitals and spaces make no difference", "  WATER   q", ["Water quality"]],
  ["a slip of the fingers still finds it", "watre", ["Water quality"]],
  ["a slip within the second word does too", "old weri", ["The old weir"]],
  ["letters within a word are found last", "assag", ["Fish passage"]],
  ["nothing is near to nothing", " ", []],
  ["two letters are near to what has them alone", "xq", []],
])("%s", (_, typed, found) => expect(near(typed)).toEqual(found));

test("a title is nearest to itself", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.string({ minLength: 1, maxLength: 12 }).filter((text) => text.trim() !== ""),
        { minLength: 1, maxLength: 8 },
      ),
      fc.nat(),
      (all, which) => {
        const wanted = all[which % all.length]!;
        const [first] = nearTitles(
          wanted,
          all.map((title) => ({ title })),
          5,
        );
        expect(first!.title.normalize("NFC").trim().replace(/\s+/g, " ").toUpperCase().toLowerCase()).toBe(
          wanted.normalize("NFC").trim().replace(/\s+/g, " ").toUpperCase().toLowerCase(),
        );
      },
    ),
    { seed: 71, numRuns: 500 },
  );
});
