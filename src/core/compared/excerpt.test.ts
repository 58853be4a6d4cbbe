import fc from "fast-check";
import { expect, test } from "vitest";
import { fromPlainText } from "../document/plain";
import { compareDocuments } from "./document";
import { excerptOf } from "./excerpt";

const word = fc.constantFrom(
  "the",
  "weir",
  "of",
  "Alder",
  "an",
  "eel",
  "ladder",
  "𝒜lder",
  "näher",
  "and",
  "mill",
);
const paragraph = fc.array(word, { maxLength: 120 }).map((words) => words.join(" "));
const text = fc.array(paragraph, { maxLength: 5 }).map((paragraphs) => paragraphs.join("\n\n"));

test("nothing that came or went is left out, what stays is cut only where it is long, and nothing is made up", () => {
  fc.assert(
    fc.property(text, text, fc.boolean(), (before, after, isNear) => {
      const blocks = compareDocuments(
        fromPlainText(before),
        fromPlainText(isNear ? `${before} with a new end` : after),
      );
      const told = excerptOf(blocks);
      const changed = blocks.filter(({ state }) => state !== "same");
      expect(told.map(({ state }) => state)).toEqual(changed.map(({ state }) => state));
      changed.forEach(({ segments }, at) => {
        const { pieces } = told[at]!;
        for (const change of ["came", "went", "moved", "moved away"] as const) {
          const all = (parts: readonly { change: string; text: string }[]) =>
            parts
              .filter((part) => part.change === change)
              .map((part) => part.text)
              .join("");
          expect(all(pieces)).toBe(all(segments));
        }
        const whole = segments.map((segment) => segment.text).join("");
        let from = 0;
        for (const piece of pieces) {
          if (piece.change === "cut") continue;
          const found = whole.indexOf(piece.text, from);
          expect(found, piece.text).toBeGreaterThanOrEqual(from);
          from = found + piece.text.length;
          if (piece.change === "kept") expect(piece.text.length).toBeLessThanOrEqual(180);
          expect(piece.text).not.toMatch(/^[\uDC00-\uDFFF]|[\uD800-\uDBFF]$/);
        }
        // Two cuts never follow each other, and without one nothing is missing.
        if (!pieces.some(({ change }) => change === "cut"))
          expect(pieces.map((piece) => piece.text).join("")).toBe(whole);
      });
    }),
    { seed: 12, numRuns: 300 },
  );
});

test("a word that was put into a long paragraph stands between the words around it", () => {
  const words = Array.from({ length: 60 }, (_, at) => `word${at}`);
  const before = words.join(" ");
  const [block] = excerptOf(
    compareDocuments(fromPlainText(before), fromPlainText(before.replace("word30 ", "word30 weir "))),
  );
  expect(block!.pieces.map(({ change }) => change)).toEqual(["cut", "kept", "came", "kept", "cut"]);
  expect(block!.pieces[1]!.text).toMatch(/^word\d+ .* word30 ?$/);
});
