import fc from "fast-check";
import { expect, test } from "vitest";
import { fromPlainText } from "./plain";
import { takesMuch } from "./taken";

const words = (count: number, from = 0) =>
  Array.from({ length: count }, (_, at) => `word${from + at}`).join(" ");
const page = (...blocks: string[]) => fromPlainText(blocks.join("\n\n"));

test.each([
  ["a beginning is anybody's to begin again", page(words(50)), page("Other."), undefined, false],
  ["a third may go", page(words(90)), page(words(60)), undefined, false],
  ["more than a third is asked about", page(words(90)), page(words(59)), undefined, true],
  ["also where as much comes", page(words(90)), page(words(50), words(40, 500)), undefined, true],
  ["one's own words may go from a long page", page(words(900)), page(words(860)), 40, false],
  ["as many of others' are asked about", page(words(900)), page(words(860)), 0, true],
] as const)("%s", (_, before, after, ownWords, asked) => {
  expect(takesMuch(before, after, ownWords)).toBe(asked);
});

test("what is only put elsewhere, or written in capitals, takes nothing", () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom("weir", "eel", "bank", "gauge", "flood"), { minLength: 70, maxLength: 200 }),
      fc.integer(),
      (all, turn) => {
        const at = Math.abs(turn) % all.length;
        expect(
          takesMuch(
            page(all.join(" ")),
            page([...all.slice(at), ...all.slice(0, at)].join(" ").toUpperCase()),
            0,
          ),
        ).toBe(false);
      },
    ),
    { seed: 3, numRuns: 200 },
  );
});
