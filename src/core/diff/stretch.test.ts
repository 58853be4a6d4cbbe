import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { Vocabulary } from "../text/vocabulary";
import { Evidence, longRun } from "./evidence";
import { alignStretch } from "./stretch";

function aligned(
  before: string,
  after: string,
): { from: number[]; a: Int32Array; b: Int32Array; name: (word: number) => string } {
  const vocabulary = new Vocabulary();
  const [a, b] = [vocabulary.read(before), vocabulary.read(after)];
  const evidence = () => new Evidence(vocabulary, [a], b.words);
  const from = alignStretch({ a: a.words, b: b.words, aBreaks: a.breaks, bBreaks: b.breaks }, evidence);
  return { from: [...from], a: a.words, b: b.words, name: (word) => vocabulary.folded[word]! };
}

/** The words of `after` that are new. */
function came(before: string, after: string): string {
  const { from, b, name } = aligned(before, after);
  return [...b]
    .filter((_, at) => from[at]! < 0)
    .map(name)
    .join(" ");
}

const sentence = fc
  .array(fc.constantFrom(..."the weir eel of reed and a gauge osier was in trout".split(" ")), {
    minLength: 1,
    maxLength: 14,
  })
  .map((words) => `${words.join(" ")}.`);
const text = fc.array(sentence, { maxLength: 6 }).map((sentences) => sentences.join(" "));

describe("words kept in order", () => {
  test("are equal, each once, and increase on both sides", () => {
    fc.assert(
      fc.property(text, text, (before, after) => {
        const { from, a, b } = aligned(before, after);
        const kept = from.flatMap((source, at) => (source < 0 ? [] : [{ source, at }]));
        for (const { source, at } of kept) expect(a[source]).toBe(b[at]);
        for (let at = 1; at < kept.length; at++)
          expect(kept[at]!.source).toBeGreaterThan(kept[at - 1]!.source);
      }),
      { seed: 21, numRuns: 1000 },
    );
  });

  test("are all of them where nothing changed", () => {
    fc.assert(
      fc.property(text, (same) => {
        const { from } = aligned(same, same);
        expect(from).toEqual(from.map((_, at) => at));
      }),
      { seed: 22, numRuns: 300 },
    );
  });

  test("are all that stood, where sentences of new words came between sentences", () => {
    fc.assert(
      fc.property(
        fc.array(sentence, { minLength: 1, maxLength: 6 }),
        fc.nat({ max: 6 }),
        fc.integer({ min: 1, max: 9 }),
        (sentences, place, count) => {
          const at = Math.min(place, sentences.length);
          const fresh = freshWords("q", count);
          expect(
            came(
              sentences.join(" "),
              [...sentences.slice(0, at), `${fresh.join(" ")}.`, ...sentences.slice(at)].join(" "),
            ),
          ).toBe(fresh.join(" "));
        },
      ),
      { seed: 23, numRuns: 500 },
    );
  });

  test("are a long run wherever it stayed between others, be its words ever so common", () => {
    const run = Array.from({ length: longRun }, () => "the").join(" ");
    expect(
      came(
        `${freshWords("x", 9).join(" ")} ${run} ${freshWords("y", 9).join(" ")}`,
        `${freshWords("z", 9).join(" ")} ${run} ${freshWords("w", 9).join(" ")}`,
      ).split(" "),
    ).not.toContain("the");
  });

  test("are no crumbs of a sentence that was replaced", () => {
    const [around, behind] = ["Rain fell on the upper reach for eleven days.", "Nobody counted the eels."];
    expect(
      came(
        `${around} The gauge of the mill was read by two of us. ${behind}`,
        `${around} A group of pupils wrote that the ford is a danger. ${behind}`,
      ),
    ).toBe("a group of pupils wrote that the ford is a danger");
  });

  test("leave what came where a person would see it: whole sentences, whichever of two equal ends is taken", () => {
    const { from, b, name } = aligned(
      "The bank slid. The weir held.",
      "The bank slid. The flood came. The weir held.",
    );
    expect([...b].map((word, at) => (from[at]! < 0 ? name(word).toUpperCase() : name(word))).join(" ")).toBe(
      "the bank slid THE FLOOD CAME the weir held",
    );
  });
});
