import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { Vocabulary } from "../text/vocabulary";
import { bitsOfSearch, Evidence, likelyBitsOfRun, mostBeyondPriors } from "./evidence";

const vocabulary = new Vocabulary();
const read = (text: string) => vocabulary.read(text);
const text = read(
  `${"The reed grows by the weir. ".repeat(40)}A lamprey was seen. ${freshWords("q", 200).join(" ")}`,
);
const asked = read("the reed grows by the weir a lamprey was seen");
const evidence = new Evidence(vocabulary, [text], asked.words);
const bits = (phrase: string) => {
  const { words } = read(phrase);
  return evidence.bitsOfRun(words, 0, words.length);
};

describe("what equal words prove", () => {
  test("rare words more than common ones", () => expect(bits("lamprey")).toBeGreaterThan(bits("the") + 4));
  test("more words more than fewer", () =>
    expect(bits("a lamprey was seen")).toBeGreaterThan(bits("a lamprey")));
  test("what always follows adds next to nothing", () =>
    expect(bits("reed grows by the weir") - bits("reed")).toBeLessThan(4));
  test("a run never less than its least and never more than by its single words, and these never more than by their priors and what lies beyond, whatever is searched", () => {
    // Few words, so that they follow each other often, and rarely, and not at all.
    const word = fc.constantFrom("the", "a", "of", "weir", "reed", "lamprey", "was", "seen", "sediment", "i");
    const sentences = fc.array(
      fc.array(word, { minLength: 1, maxLength: 9 }).map((words) => `${words.join(" ")}.`),
      { minLength: 1, maxLength: 40 },
    );
    fc.assert(
      fc.property(sentences, fc.array(word, { minLength: 1, maxLength: 12 }), (searched, asked) => {
        const known = new Vocabulary();
        const among = known.read(searched.join(" "));
        const { words } = known.read(asked.join(" "));
        const most =
          likelyBitsOfRun(words, 0, words.length, known) +
          mostBeyondPriors(words.length, 1, among.words.length);
        const found = new Evidence(known, [among], words);
        expect(found.mostBitsOfRun(words, 0, words.length)).toBeLessThanOrEqual(most + 1e-9);
        expect(found.bitsOfRun(words, 0, words.length)).toBeGreaterThanOrEqual(
          found.leastBitsOfRun(words, 0, words.length) - 1e-9,
        );
        expect(found.leastBitsOfRun(words, 0, words.length)).toBeGreaterThanOrEqual(
          found.bits(words[0]!) - 1e-9,
        );
        expect(found.bitsOfRun(words, 0, words.length)).toBeLessThanOrEqual(
          found.mostBitsOfRun(words, 0, words.length) + 1e-9,
        );
        // The first runs are counted one by one, those after them together.
        const first = Array.from({ length: 6 }, () => found.bitsOfRun(words, 0, words.length));
        expect(first).toEqual(first.map(() => first[0]));
      }),
      { seed: 8, numRuns: 1000 },
    );
  });
  test("no words prove nothing", () => {
    const { words } = read("lamprey");
    expect([evidence.bitsOfRun(words, 1, 1), evidence.leastBitsOfRun(words, 1, 1)]).toEqual([0, 0]);
    expect(evidence.mostBitsOfRun(words, 1, 1)).toBe(0);
  });
  test("words met later than the text are weighed all the same", () => {
    const later = read("kingfisher");
    expect(evidence.bitsOfRun(later.words, 0, 1)).toBeGreaterThan(8);
  });
  test("a larger search asks for more", () => {
    expect(bitsOfSearch(1, 1)).toBe(2);
    expect(bitsOfSearch(100_000, 20)).toBeGreaterThan(bitsOfSearch(100, 20) + 9);
  });
});
