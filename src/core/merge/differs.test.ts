import fc from "fast-check";
import { expect, test } from "vitest";
import { fromPlainText } from "../document/plain";
import { words } from "../text/words";
import { differingWords } from "./differs";

const content = (text: string) => fromPlainText(text).content ?? [];
const shown = (text: string, ranges: readonly { from: number; to: number }[]) => {
  const all = words(text).map(({ from, to }) => text.slice(from, to));
  return ranges.map(({ from, to }) => all.slice(from, to).join(" "));
};

test("each side shows the words that the other has not", () => {
  const [one, other] = ["The old weir holds back the river.", "The weir holds the Whole river back."];
  const differing = differingWords(content(one), content(other));
  expect(shown(one, differing.one)).toEqual(["old", "back"]);
  expect(shown(other, differing.other)).toEqual(["Whole", "back"]);
});

test("without the words that differ both say the same, and equal passages show none", () => {
  const sentence = fc
    .array(fc.constantFrom("reed", "weir", "bank", "trout", "sluice", "eel"), { maxLength: 14 })
    .map((list) => list.join(" "));
  fc.assert(
    fc.property(sentence, sentence, (one, other) => {
      const differing = differingWords(content(one), content(other));
      const rest = (text: string, ranges: typeof differing.one) =>
        words(text)
          .filter((_, at) => !ranges.some(({ from, to }) => at >= from && at < to))
          .map(({ folded }) => folded);
      expect(rest(one, differing.one)).toEqual(rest(other, differing.other));
      if (one === other) expect(differing).toEqual({ one: [], other: [] });
    }),
    { seed: 352, numRuns: 500 },
  );
});
