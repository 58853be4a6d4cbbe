import fc from "fast-check";
import { expect, test } from "vitest";
import { words } from "../text/words";
import { leaves } from "./leaves";
import { fromMarkdown } from "./markdown";
import { eachNode, type PageDocument } from "./model";
import { findQuote, longestPassage, markPassages, textOf } from "./passages";

const page = fromMarkdown(
  "## The weir\n\nThe **old weir** stands at the mill. Nobody repairs the weir.\n\n- Eels climb the weir.\n- Trout do not.",
);

/** What carries the mark of a passage, stretch by stretch. */
function marked(document: PageDocument, id: string): string[] {
  const found: string[] = [];
  eachNode(document, (node) => {
    if (node.marks?.some(({ type, attrs }) => type === "passage" && attrs?.id === id))
      found.push(node.text ?? "");
  });
  return found;
}

test("a quote is found by its words, the nearest of several, across formats and blocks", () => {
  expect(findQuote(page, "old WEIR stands", 0)).toEqual({ from: 3, to: 6 });
  expect(findQuote(page, "the weir", 0)).toEqual({ from: 0, to: 2 });
  expect(findQuote(page, "the weir", 11)).toEqual({ from: 11, to: 13 });
  expect(findQuote(page, "repairs the weir.\nEels", 3)).toEqual({ from: 10, to: 14 });
  expect(findQuote(page, "ld weir stan", 0)).toEqual({ from: 3, to: 6 });
  expect(findQuote(page, "ill", 0)).toEqual({ from: 8, to: 9 });
  expect(textOf(page, { from: 12, to: 15 })).toBe("weir Eels climb");
  expect(findQuote(page, "the eels of the weir", 0)).toBeNull();
  expect(findQuote(page, " … ", 0)).toBeNull();
  expect(
    findQuote(fromMarkdown("weir ".repeat(longestPassage + 1)), "weir ".repeat(longestPassage + 1), 0),
  ).toBeNull();
});

test("a passage is marked where it stands, through marks and blocks, and opens once", () => {
  const drawn = markPassages(page, [
    { id: "one", from: 2, to: 5 },
    { id: "two", from: 4, to: 15 },
  ]);
  expect(marked(drawn, "one")).toEqual(["The ", "old ", "weir"]);
  expect(marked(drawn, "two").join("|")).toBe("weir| stands at the mill. Nobody repairs the weir|Eels climb");
  let opening = 0;
  eachNode(drawn, (node) => {
    opening += node.marks?.filter(({ attrs }) => attrs?.opens === true).length ?? 0;
  });
  expect(opening).toBe(2);
  expect(markPassages(page, [])).toBe(page);
});

test("marking changes no word, whatever is marked", () => {
  const texts = (document: PageDocument) => leaves(document).map(({ text }) => text);
  const count = texts(page).reduce((sum, text) => sum + words(text).length, 0);
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ id: fc.constantFrom("a", "b", "c"), from: fc.nat(count), length: fc.nat(count) }),
        { maxLength: 4 },
      ),
      (given) => {
        const passages = given.map(({ id, from, length }) => ({ id, from, to: from + length }));
        expect(texts(markPassages(page, passages))).toEqual(texts(page));
      },
    ),
    { seed: 42, numRuns: 300 },
  );
});
