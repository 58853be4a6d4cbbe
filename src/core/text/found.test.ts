import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { foundIn } from "./found";

const any = { matchCase: false, wholeWords: false };

describe("finding", () => {
  test.each([
    [
      "whatever its capitals",
      "The Weir and the weir",
      { ...any, text: "WEIR" },
      [
        [4, 8],
        [17, 21],
      ],
    ],
    ["as it was typed", "The Weir and the weir", { ...any, text: "weir", matchCase: true }, [[17, 21]]],
    ["as whole words", "weir weirs we’re", { ...any, text: "weir", wholeWords: true }, [[0, 4]]],
    [
      "several words at once",
      "below the weir, the weir pool",
      { ...any, text: "the weir", wholeWords: true },
      [
        [6, 14],
        [16, 24],
      ],
    ],
    [
      "places that would overlap once",
      "aaaa",
      { ...any, text: "aa" },
      [
        [0, 2],
        [2, 4],
      ],
    ],
    ["nothing for nothing", "abc", { ...any, text: "" }, []],
    ["letters that get longer when made small, where they are", "İs is", { ...any, text: "is" }, [[3, 5]]],
  ])("%s", (_, text, wanted, places) => expect(foundIn(text, wanted)).toEqual(places));

  test("what is found reads as what was wanted, and all of it is found that can be", () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom("a", "b", "B", " ", "é") }),
        fc.string({ unit: fc.constantFrom("a", "b"), minLength: 1, maxLength: 3 }),
        fc.boolean(),
        (text, wanted, matchCase) => {
          const places = foundIn(text, { text: wanted, matchCase, wholeWords: false });
          for (const [from, to] of places)
            expect(matchCase ? text.slice(from, to) : text.slice(from, to).toLowerCase()).toBe(wanted);
          let rest = matchCase ? text : text.toLowerCase();
          for (const [from, to] of [...places].reverse()) rest = `${rest.slice(0, from)}|${rest.slice(to)}`;
          expect(rest.split("|").some((part) => part.includes(wanted))).toBe(false);
        },
      ),
      { seed: 61, numRuns: 1000 },
    );
  });
});
