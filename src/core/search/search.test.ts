import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { identifyBlocks } from "../document/parse";
import { excerptOf } from "./excerpt";
import { searchForm } from "./form";
import { searchParts } from "./parts";
import { readQuery } from "./query";
import { formsOf } from "./form";
import { termQuery, vectorOf } from "./vector";

const terms = (text: string, isTyped = false) =>
  readQuery(text, { isTyped }).terms.map(
    ({ words, isNot, isOpen }) => `${isNot ? "-" : ""}${words.join("+")}${isOpen ? "…" : ""}`,
  );

describe("a query", () => {
  test.each([
    ["Weir gravel", ["weir", "gravel"]],
    ['mill "along the Bank" ford', ["mill", "along+the+bank", "ford"]],
    ["“not closed", ["not+closed"]],
    ["weir -mill -“old ford”", ["weir", "-mill", "-old+ford"]],
    ["long-term - plan", ["long+term", "plan"]],
    ['""  ', []],
    ["", []],
  ])("%s", (text, read) => expect(terms(text)).toEqual(read));

  test("what is being typed may go on, unless something stands behind it", () => {
    expect(terms("mill we", true)).toEqual(["mill", "we…"]);
    expect(terms("mill we ", true)).toEqual(["mill", "we"]);
    expect(terms('mill "we', true)).toEqual(["mill", "we"]);
    expect(terms("mill -we", true)).toEqual(["mill", "-we"]);
  });

  test("is bounded, and says so", () => {
    const { terms: read, isCut } = readQuery("weir ".repeat(1000));
    expect(read).toHaveLength(12);
    expect(isCut).toBe(true);
  });

  test("no text makes it throw or go on for ever", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary", maxLength: 400 }), (text) => {
        for (const { words } of readQuery(text).terms) expect(words.length).toBeGreaterThan(0);
      }),
      { seed: 1 },
    );
  });
});

test.each([
  ["Rivière", "riviere"],
  ["ŁÓDŹ", "lodz"],
  ["Straße", "strasse"],
  ["Ἀθῆναι", "αθηναι"],
  // Here the marks are letters.
  ["नदी", "नदी"],
  ["йод", "йод"],
])("%s is found as %s", (word, form) => expect(searchForm(word)).toBe(form));

describe("vectors", () => {
  const plain = (form: string) => form;
  test("have the places and weights of words; lines stand apart", () => {
    expect(
      vectorOf(
        [
          { forms: ["old", "weir"], weight: "A" },
          { forms: ["weir", "it's"], weight: "D" },
        ],
        plain,
      ),
    ).toBe("'old':1A 'weir':2A,43 'it''s':44");
  });

  test("queries name stems, beginnings and what else may be meant", () => {
    const stem = (form: string) => form.replace(/s$/, "");
    expect(termQuery({ words: ["old", "weirs"], isNot: false, isOpen: false }, stem)).toBe(
      "'old' <-> 'weir'",
    );
    expect(termQuery({ words: ["weirs"], isNot: false, isOpen: true }, stem, ["weirside"])).toBe(
      "('weir' | 'weirs':* | 'weirside')",
    );
    expect(termQuery({ words: ["a\\'b"], isNot: false, isOpen: false }, plain)).toBe("'a\\\\''b'");
  });
});

describe("parts of a page", () => {
  let id = 0;
  const page = (text: string) => identifyBlocks(fromMarkdown(text), () => `b${id++}`);
  const sentence = "The river runs from the moor to the mill and on to the sea. ";

  test("hold all of its words, each with its block", () => {
    const document = page(
      `## Where it rises\n\n${sentence.repeat(30)}\n\n${sentence}\n\n## Below\n\n- ${sentence}`,
    );
    const parts = searchParts(document);
    const lines = parts.flatMap((part) => part.lines);
    expect(lines.map(({ kind }) => kind)).toEqual(["heading", "text", "text", "heading", "text"]);
    expect(parts.length).toBeGreaterThan(1);
    expect(lines.every(({ block }) => block !== null)).toBe(true);
  });

  test("an edit leaves those that it does not touch as they are", () => {
    const before = page(
      Array.from({ length: 12 }, (_, at) => `## Reach ${at}\n\n${sentence.repeat(12)}`).join("\n\n"),
    );
    const content = [...before.content!];
    content[1] = { ...content[1]!, content: [{ type: "text", text: "Dry." }] };
    const [one, other] = [before, { ...before, content }].map(
      (document) => new Set(searchParts(document).map(({ key }) => key)),
    );
    expect([...other!].filter((key) => !one!.has(key))).toHaveLength(1);
  });

  test("a paragraph without end is cut between words", () => {
    const words = Array.from({ length: 5000 }, (_, at) => `word${at}`).join(" ");
    const parts = searchParts(page(words));
    expect(parts.flatMap(({ lines }) => lines.flatMap(({ text }) => formsOf(text)))).toEqual(formsOf(words));
    expect(Math.max(...parts.map(({ lines }) => lines.length))).toBeLessThanOrEqual(2);
  });
});

test("an excerpt shows where the most different words stand together, and marks them", () => {
  const found = excerptOf(
    [
      "The weir is old.",
      `${"Nothing here. ".repeat(20)}The gravel lies below the weir, and more gravel beside it.`,
    ],
    (form) => form === "weir" || form === "gravel",
  )!;
  expect(found.line).toBe(1);
  expect(found.pieces.filter(({ isFound }) => isFound).map(({ text }) => text)).toEqual([
    "gravel",
    "weir",
    "gravel",
  ]);
  expect(found.isCutBefore).toBe(true);
  expect(found.isCutAfter).toBe(false);
  expect(excerptOf(["Nothing."], () => false)).toBeNull();
});
