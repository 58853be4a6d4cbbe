import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { hasUnstorable } from "./clean";
import { Vocabulary } from "./vocabulary";
import { blockBreak, clauseBreak, noBreak, sentenceBreak } from "./breaks";
import { endOfPiece, segmentedPlaces } from "./segmented";
import { countWords } from "./count";
import { fold, wordPlaces, words } from "./words";

const folded = (text: string) => words(text).map((word) => word.folded);

describe("words", () => {
  const signs = [
    "a",
    "Z",
    "9",
    "0",
    "'",
    "’",
    "‘",
    ".",
    ",",
    ":",
    ";",
    "_",
    "-",
    " ",
    "ß",
    "·",
    "ª",
    "\u00ad",
    "\ud800",
    "é",
    "ł",
    "ǅ",
    "ƻ",
    "–",
    "“",
    "…",
    "€",
    "\n",
    "\u0301",
    "中",
    "\ufffd",
    "😀",
  ];
  /**
   * Longer texts are taken apart in another way than short ones; each of few signs, so that not all have one
   * that only the segmenter knows.
   */
  const long = fc
    .tuple(
      fc.subarray(signs, { minLength: 2, maxLength: 9 }),
      fc.array(fc.nat(1000), { minLength: 30, maxLength: 150 }),
    )
    .map(([some, picks]) => picks.map((pick) => some[pick % some.length]).join(""));
  const anyText = fc.oneof(
    long,
    fc.string({ unit: "binary" }),
    fc.string({ unit: "grapheme" }),
    fc.array(fc.constantFrom(...signs), { maxLength: 24 }).map((parts) => parts.join("")),
    fc
      .array(
        fc.integer({ min: 0, max: 0x250 }).map((code) => String.fromCharCode(code)),
        { maxLength: 24 },
      )
      .map((parts) => parts.join("")),
  );

  test("punctuation and spaces are no words", () =>
    expect(folded("The bank – eroded, again.")).toEqual(["the", "bank", "eroded", "again"]));
  test("an apostrophe or a decimal point joins", () =>
    expect(folded("it's 3.5 m")).toEqual(["it's", "3.5", "m"]));
  test("scripts without spaces are segmented", () => expect(countWords("河流修复")).toBeGreaterThan(1));
  test("composed and decomposed letters are the same word", () =>
    expect(fold("e\u0301tang")).toBe(fold("\u00c9TANG")));
  test("long texts of one-letter words, and one word as long as a text", () => {
    expect(countWords("中".repeat(5000))).toBe(segmentedPlaces("中".repeat(5000)).from.length);
    expect(countWords("a ".repeat(5000))).toBe(5000);
    expect(new Vocabulary().read("x".repeat(300_000)).words).toHaveLength(1);
  });
  test("interned words are equal as their folded forms are", () => {
    const vocabulary = new Vocabulary();
    fc.assert(
      fc.property(fc.array(anyText), (texts) => {
        for (const text of texts) {
          const read = vocabulary.read(text);
          expect([...read.words].map((word) => vocabulary.folded[word])).toEqual(folded(text));
          expect([...read.words]).toEqual(folded(text).map((word) => vocabulary.numberOf(word)));
        }
      }),
      { numRuns: 500, seed: 12 },
    );
  });
  test("words that are taken in folded, as they are stored, are those of the text", () => {
    fc.assert(
      fc.property(fc.array(anyText), (texts) => {
        const vocabulary = new Vocabulary();
        const numbers = texts.map((text) => folded(text).map((word) => vocabulary.numberOfFolded(word)));
        const met = vocabulary.folded.length;
        texts.forEach((text, at) => expect([...vocabulary.read(text).words]).toEqual(numbers[at]));
        expect(vocabulary.folded).toHaveLength(met);
      }),
      { numRuns: 500, seed: 14 },
    );
  });
  test("plain letters fold as full case folding has it", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary-ascii" }), (word) => {
        expect(fold(word)).toBe(word.normalize("NFC").toUpperCase().toLowerCase().normalize("NFC"));
      }),
      { numRuns: 500, seed: 15 },
    );
  });
  test("offsets cut the words out of the text", () => {
    const text = "Ufer (sö) 12";
    expect(words(text).map((word) => text.slice(word.from, word.to))).toEqual(["Ufer", "sö", "12"]);
  });
  test("the break before a word says what ended there", () => {
    expect([...wordPlaces("It rose, fast. Then 3.5 m\nmore").breaks]).toEqual([
      blockBreak,
      noBreak,
      clauseBreak,
      sentenceBreak,
      noBreak,
      noBreak,
      sentenceBreak,
    ]);
    expect(
      wordPlaces("河水上涨。人们离开").breaks.filter((strength) => strength === sentenceBreak),
    ).toHaveLength(1);
  });

  test("a long text is segmented in pieces as it would be as a whole", () => {
    const parts = [
      "Ufer",
      "it's",
      "3.5",
      "河流修复项目",
      "การฟื้นฟู",
      "カワセミ",
      "한강",
      "👩‍🔬",
      "🇪🇺",
      "e\u0301tang",
      "...",
      "a_b",
      "»x«",
      "1,000",
    ];
    const gaps = [" ", "\n", "。", "、", ". ", " – ", "  "];
    const long = fc
      .array(fc.tuple(fc.constantFrom(...parts), fc.constantFrom(...gaps)), {
        minLength: 400,
        maxLength: 900,
      })
      .map((pairs) => pairs.flat().join(""));
    fc.assert(
      fc.property(long, (text) => {
        const whole = [...new Intl.Segmenter("en", { granularity: "word" }).segment(text)]
          .filter(({ isWordLike }) => isWordLike)
          .map(({ index }) => index);
        expect([...segmentedPlaces(text).from]).toEqual(whole);
      }),
      { numRuns: 100, seed: 16 },
    );
  });
  test("where nothing parts a text, no character is cut, and no word of a script with spaces", () => {
    for (const sign of ["中", "👩‍🔬", "x\u0301", "한", "!", "a中", "ก", "🇪🇺"]) {
      const text = sign.repeat(4000);
      for (let start = 0; start < text.length;) {
        const end = endOfPiece(text, start);
        expect(end).toBeGreaterThan(start);
        expect(end - start).toBeLessThanOrEqual(4096);
        expect(hasUnstorable(text.slice(start, end))).toBe(false);
        start = end;
      }
    }
    expect(countWords("a中".repeat(4000))).toBe(8000);
  });

  test("the fast way finds what the segmenter finds", () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(wordPlaces(text)).toEqual(segmentedPlaces(text));
      }),
      { numRuns: 8000, seed: 11 },
    );
  });
});
