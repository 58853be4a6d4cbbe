import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fold, segmentedWords, words } from "./words";

const folded = (text: string) => words(text).map((word) => word.folded);

describe("words", () => {
  test("punctuation and spaces are no words", () => expect(folded("The bank – eroded, again.")).toEqual(["the", "bank", "eroded", "again"]));
  test("an apostrophe or a decimal point joins", () => expect(folded("it's 3.5 m")).toEqual(["it's", "3.5", "m"]));
  test("scripts without spaces are segmented", () => expect(words("河流修复").length).toBeGreaterThan(1));
  test("composed and decomposed letters are the same word", () => expect(fold("e\u0301tang")).toBe(fold("\u00c9TANG")));
  test("offsets cut the words out of the text", () => {
    const text = "Ufer (sö) 12";
    expect(words(text).map((word) => text.slice(word.from, word.to))).toEqual(["Ufer", "sö", "12"]);
  });

  const anyText = fc.oneof(
    fc.string({ unit: "binary" }), fc.string({ unit: "grapheme" }),
    fc.array(fc.constantFrom("a", "Z", "9", "'", ".", ",", ":", ";", "_", "-", " ", "ß", "·", "ª", "\u00ad", "\ud800", "é")).map((parts) => parts.join("")),
  );
  test("the fast way finds what the segmenter finds", () => {
    fc.assert(fc.property(anyText, (text) => { expect(words(text)).toEqual(segmentedWords(text)); }), { numRuns: 2000, seed: 11 });
  });
});
