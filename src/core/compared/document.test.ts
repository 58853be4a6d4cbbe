import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyText } from "../../../tests/support/histories";
import { plainText } from "../document/leaves";
import { fromMarkdown } from "../document/markdown";
import type { PageDocument } from "../document/model";
import { parseDocument } from "../document/parse";
import { fromPlainText } from "../document/plain";
import { type Change, type ComparedBlock, compareDocuments } from "./document";

const signs: Record<Change, (text: string) => string> = {
  kept: (text) => text,
  restyled: (text) => `{${text}}`,
  came: (text) => `+${text}+`,
  went: (text) => `-${text}-`,
  moved: (text) => `~${text}~`,
  "moved away": (text) => `<${text}>`,
};
const shown = (blocks: readonly ComparedBlock[]) =>
  blocks.map((block) => block.segments.map((segment) => signs[segment.change](segment.text)).join(""));
const compared = (before: string, after: string) =>
  shown(compareDocuments(fromMarkdown(before), fromMarkdown(after)));

describe("a comparison to look at", () => {
  test("words within a sentence", () =>
    expect(compared("The weir was built", "The old weir is built")).toEqual([
      "The +old +weir -was-+is+ built",
    ]));
  test("a spelling put right shows both", () =>
    expect(compared("much sedimant here", "much sediment here")).toEqual(["much -sedimant-+sediment+ here"]));
  test("punctuation alone is shown, though it counts nothing", () =>
    expect(compared("Bank and bed", "Bank, and bed")).toEqual(["Bank+,+ and bed"]));
  test("a mark that was put on", () =>
    expect(compared("the river bank", "the **river** bank")).toEqual(["the {river} bank"]));
  test("blocks that came and went stand in their places", () => {
    expect(
      compared("alpha beta\n\ngone for good\n\ngamma delta", "alpha beta\n\ngamma delta\n\nquite new words"),
    ).toEqual(["alpha beta", "-gone for good-", "gamma delta", "+quite new words+"]);
  });
  test("a moved paragraph is shown at both places", () => {
    expect(
      compared(
        "one two three\n\nfour five six\n\nseven eight",
        "four five six\n\nseven eight\n\none two three",
      ),
    ).toEqual(["<one two three>", "four five six", "seven eight", "~one two three~"]);
  });
  test("a paragraph that became a heading is restyled", () => {
    const [block] = compareDocuments(fromMarkdown("Fish passage"), fromMarkdown("## Fish passage"));
    expect(block).toMatchObject({ state: "restyled", look: { kind: "heading" } });
  });

  const textOf = (blocks: readonly ComparedBlock[], without: readonly Change[]) =>
    blocks
      .map((block) =>
        block.segments
          .filter((segment) => !without.includes(segment.change))
          .map((segment) => segment.text)
          .join(""),
      )
      .filter((text) => text !== "")
      .join("\n\n");

  test("without what went, it reads as the page after", () => {
    fc.assert(
      fc.property(anyText, anyText, (one, other) => {
        const [before, after] = [fromPlainText(one), fromPlainText(other)];
        expect(textOf(compareDocuments(before, after), ["went", "moved away"])).toBe(plainText(after));
      }),
      { seed: 41, numRuns: 300 },
    );
  });
});

describe("what is no text, in a comparison", () => {
  const text = (value: string) => ({ type: "text", text: value });
  const page = (...content: unknown[]): PageDocument => {
    const parsed = parseDocument({ type: "doc", content });
    if (parsed.kind === "refused") throw new Error(JSON.stringify(parsed.problem));
    return parsed.document;
  };
  const figure = (attrs: object = {}, caption = "") => ({
    type: "figure",
    attrs: { id: "f", file: "one", alt: "", width: 100, place: "centre", showsOrigin: false, ...attrs },
    content: caption ? [text(caption)] : [],
  });
  const line = (...content: unknown[]) => ({ type: "paragraph", attrs: { id: "p" }, content });
  const states = (before: PageDocument, after: PageDocument) =>
    compareDocuments(before, after).map(({ look, state, was }) => [
      look.kind,
      state,
      was?.attrs?.file ?? was?.attrs?.latex ?? null,
    ]);

  test("a picture that came, went, was set otherwise or became another one says so, with or without a caption", () => {
    for (const caption of ["", "The weir below the mill"]) {
      expect(states(page(line(text("a"))), page(line(text("a")), figure({}, caption)))).toContainEqual([
        "figure",
        "came",
        null,
      ]);
      expect(states(page(line(text("a")), figure({}, caption)), page(line(text("a"))))).toContainEqual([
        "figure",
        "went",
        null,
      ]);
      expect(states(page(figure({}, caption)), page(figure({ width: 50 }, caption)))).toEqual([
        ["figure", "restyled", null],
      ]);
      expect(states(page(figure({}, caption)), page(figure({ file: "two" }, caption)))).toEqual([
        ["figure", "changed", "one"],
      ]);
      expect(states(page(figure({}, caption)), page(figure({}, caption)))).toEqual([
        ["figure", "same", null],
      ]);
    }
  });
  test("pictures without words are the ones with their ids, wherever they stand and whatever stands beside", () => {
    const [mill, gate] = [figure({ id: "m", file: "mill" }), figure({ id: "g", file: "gate" })];
    const changed = figure({ id: "g", file: "newgate" });
    expect(states(page(mill, gate), page(mill, changed))).toEqual([
      ["figure", "same", null],
      ["figure", "changed", "gate"],
    ]);
    // Of two, the one whose words were kept is known by them, and the other by its id.
    const [told, bare] = [
      figure({ id: "m", file: "mill" }, "The mill in May"),
      figure({ id: "g", file: "gate" }),
    ];
    const other = states(page(told, bare), page(told, figure({ id: "x", file: "gate" })));
    expect(other.map(([, state]) => state).sort()).toEqual(["came", "same", "went"]);
    // A picture that is known by its words is not known by its id as well.
    const caption = "The mill in May, before the gate was built";
    const moved = states(
      page(figure({ id: "m", file: "mill" }, caption)),
      page(figure({ id: "m", file: "mill" }), figure({ id: "n", file: "mill" }, caption)),
    );
    expect(moved.map(([, state]) => state).sort()).toEqual(["came", "same"]);
  });
  test("an equation within a line that was changed went and came", () => {
    const equation = (latex: string) => ({ type: "equation", attrs: { latex } });
    const [block] = compareDocuments(
      page(line(text("Flow is "), equation("a"), text(" here"))),
      page(line(text("Flow is "), equation("b"), text(" here"))),
    );
    expect(
      block!.segments
        .filter(({ object }) => object)
        .map(({ object, change }) => [object!.attrs?.latex, change]),
    ).toEqual([
      ["a", "went"],
      ["b", "came"],
    ]);
  });
  test("a note’s text is compared word by word behind its block", () => {
    const note = (said: string) => ({
      type: "note",
      attrs: { id: "n", kind: "source", text: said, href: null },
    });
    expect(
      shown(
        compareDocuments(
          page(line(text("Eels"), note("Board of rivers 2023"))),
          page(line(text("Eels"), note("Board of rivers 2024"))),
        ),
      ),
    ).toEqual([expect.stringContaining("Eels"), "Board of rivers -2023-+2024+"]);
  });
  test("a row that was added to a table came as its cells, the others stayed", () => {
    const row = (id: string, ...said: string[]) => ({
      type: "tableRow",
      attrs: { id },
      content: said.map((each) => ({
        type: "tableCell",
        content: [{ type: "paragraph", content: [text(each)] }],
      })),
    });
    const table = (...rows: unknown[]) => ({ type: "table", attrs: { id: "t" }, content: rows });
    const blocks = compareDocuments(
      page(table(row("a", "weir", "three metres"), row("c", "ramp", "none"))),
      page(
        table(
          row("a", "weir", "three metres"),
          row("b", "culvert", "four hundred"),
          row("c", "ramp", "none"),
        ),
      ),
    );
    expect(
      blocks.map(({ look, state }) => [look.frames[0]?.kind === "cell" && look.frames[0].row, state]),
    ).toEqual([
      ["a", "same"],
      ["a", "same"],
      ["b", "came"],
      ["b", "came"],
      ["c", "same"],
      ["c", "same"],
    ]);
  });
});
