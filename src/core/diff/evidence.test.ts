import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { Vocabulary } from "../text/vocabulary";
import { bitsOfSearch, Evidence, mostBitsOfRun } from "./evidence";

const vocabulary = new Vocabulary();
const read = (text: string) => vocabulary.read(text);
const text = read(`${"The reed grows by the weir. ".repeat(40)}A lamprey was seen. ${freshWords("q", 200).join(" ")}`);
const asked = read("the reed grows by the weir a lamprey was seen");
const evidence = new Evidence(vocabulary, [text], asked.words);
const bits = (phrase: string, beginsSentence = false) => {
  const { words } = read(phrase);
  return evidence.bitsOfRun(words, 0, words.length, beginsSentence);
};

describe("what equal words prove", () => {
  test("rare words more than common ones", () => expect(bits("lamprey")).toBeGreaterThan(bits("the") + 4));
  test("more words more than fewer", () => expect(bits("a lamprey was seen")).toBeGreaterThan(bits("a lamprey")));
  test("what always follows adds next to nothing", () => expect(bits("reed grows by the weir") - bits("reed")).toBeLessThan(4));
  test("the usual first word of a sentence proves little as one", () => expect(bits("the", true)).toBeLessThan(bits("the")));
  test("never more than before the text was known, by more than the one place where they stand", () => {
    for (const phrase of ["the reed", "a lamprey was seen", "weir"]) {
      const { words } = read(phrase);
      expect(bits(phrase)).toBeLessThanOrEqual(mostBitsOfRun(words, 0, words.length, vocabulary) + 2 * words.length);
    }
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
