import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyText } from "../../../tests/support/histories";
import { plainText } from "../document/leaves";
import { fromMarkdown } from "../document/markdown";
import { fromPlainText } from "../document/plain";
import { type Change, type ComparedBlock, compareDocuments } from "./document";

const signs: Record<Change, (text: string) => string> = {
  kept: (text) => text, restyled: (text) => `{${text}}`, came: (text) => `+${text}+`, went: (text) => `-${text}-`,
  moved: (text) => `~${text}~`, "moved away": (text) => `<${text}>`,
};
const shown = (blocks: readonly ComparedBlock[]) => blocks.map((block) => block.segments.map((segment) => signs[segment.change](segment.text)).join(""));
const compared = (before: string, after: string) => shown(compareDocuments(fromMarkdown(before), fromMarkdown(after)));

describe("a comparison to look at", () => {
  test("words within a sentence", () => expect(compared("The weir was built", "The old weir is built")).toEqual(["The +old +weir -was-+is+ built"]));
  test("a spelling put right shows both", () => expect(compared("much sedimant here", "much sediment here")).toEqual(["much -sedimant-+sediment+ here"]));
  test("punctuation alone is shown, though it counts nothing", () => expect(compared("Bank and bed", "Bank, and bed")).toEqual(["Bank+,+ and bed"]));
  test("a mark that was put on", () => expect(compared("the river bank", "the **river** bank")).toEqual(["the {river} bank"]));
  test("blocks that came and went stand in their places", () => {
    expect(compared("alpha beta\n\ngone for good\n\ngamma delta", "alpha beta\n\ngamma delta\n\nquite new words")).toEqual([
      "alpha beta", "-gone for good-", "gamma delta", "+quite new words+",
    ]);
  });
  test("a moved paragraph is shown at both places", () => {
    expect(compared("one two three\n\nfour five six\n\nseven eight", "four five six\n\nseven eight\n\none two three")).toEqual([
      "<one two three>", "four five six", "seven eight", "~one two three~",
    ]);
  });
  test("a paragraph that became a heading is restyled", () => {
    const [block] = compareDocuments(fromMarkdown("Fish passage"), fromMarkdown("## Fish passage"));
    expect(block).toMatchObject({ state: "restyled", look: { kind: "heading" } });
  });

  const textOf = (blocks: readonly ComparedBlock[], without: readonly Change[]) =>
    blocks.map((block) => block.segments.filter((segment) => !without.includes(segment.change)).map((segment) => segment.text).join("")).filter((text) => text !== "").join("\n\n");

  test("without what went, it reads as the page after", () => {
    fc.assert(fc.property(anyText, anyText, (one, other) => {
      const [before, after] = [fromPlainText(one), fromPlainText(other)];
      expect(textOf(compareDocuments(before, after), ["went", "moved away"])).toBe(plainText(after));
    }), { seed: 41, numRuns: 300 });
  });
});
