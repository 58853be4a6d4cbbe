/** What stands in pages and is no running text: tables, pictures, recordings, cards, equations, notes. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countWords } from "../text/count";
import { filesIn } from "./files";
import { leaves, objectMark, plainText, styleOf } from "./leaves";
import { type DocumentNode, headingsOf, type PageDocument } from "./model";
import { noteLabel, notesOf } from "./notes";
import { parseDocument } from "./parse";

const text = (value: string, ...marks: DocumentNode["marks"] & object[]): DocumentNode => ({
  type: "text",
  text: value,
  ...(marks.length > 0 ? { marks } : {}),
});
const p = (...content: DocumentNode[]): DocumentNode => ({ type: "paragraph", content });
const cell = (
  said: string,
  attrs: Record<string, unknown> = {},
  type: "tableCell" | "tableHeader" = "tableCell",
): DocumentNode => ({ type, attrs, content: [p(...(said ? [text(said)] : []))] });
const table = (...rows: DocumentNode[][]): DocumentNode => ({
  type: "table",
  attrs: { id: "t" },
  content: rows.map((content, index) => ({ type: "tableRow", attrs: { id: `r${index}` }, content })),
});
const note = (id: string, said: string, kind = "source", href: string | null = null): DocumentNode => ({
  type: "note",
  attrs: { id, kind, text: said, href },
});
const figure = (attrs: Record<string, unknown> = {}, caption = "The weir"): DocumentNode => ({
  type: "figure",
  attrs: { id: "f", file: "file1", alt: "A weir", width: 60, place: "left", showsOrigin: true, ...attrs },
  content: [text(caption)],
});
const doc = (...content: DocumentNode[]): PageDocument & { readonly content: readonly DocumentNode[] } => ({
  type: "doc",
  content,
});
function parsed(...content: DocumentNode[]): PageDocument {
  const result = parseDocument(doc(...content));
  if (result.kind === "refused") throw new Error(JSON.stringify(result.problem));
  return result.document;
}

const every = [
  table([cell("Site", { colspan: 2 }, "tableHeader")], [cell("Weir"), cell("3.4 mg")]),
  figure(),
  {
    type: "media",
    attrs: { id: "m", file: "film1", kind: "video", poster: "file1", captions: null },
    content: [text("Eels")],
  },
  { type: "linkCard", attrs: { id: "c", href: "https://maps.example/alder" }, content: [text("Map")] },
  { type: "equationBlock", attrs: { id: "e", latex: "Q = A v" } },
  { type: "contentsList", attrs: { id: "l" } },
  { type: "heading", attrs: { id: "h", level: 2, textAlign: "center", indent: 1 }, content: [text("Flow")] },
  p(
    text("With "),
    { type: "equation", attrs: { latex: "v^2" } },
    note("n1", "Board, 2024"),
    text(
      " tinted",
      { type: "textTone", attrs: { tone: "blue" } },
      { type: "highlight", attrs: { tone: "amber" } },
    ),
    text("2", { type: "superscript" }),
    text("plan", { type: "fileLink", attrs: { file: "doc1" } }),
  ),
] as const;

describe("parts of a page", () => {
  test("each comes back as it went in", () => {
    const document = parsed(...every);
    expect(parseDocument(JSON.parse(JSON.stringify(document)))).toEqual({ kind: "document", document });
    expect(leaves(document).map(({ kind }) => kind)).toEqual([
      "paragraph",
      "paragraph",
      "paragraph",
      "figure",
      "media",
      "linkCard",
      "equationBlock",
      "contentsList",
      "heading",
      "paragraph",
      "note",
    ]);
  });
  test.each<[string, DocumentNode]>([
    ["a picture wider than the page", figure({ width: 101 })],
    ["a picture of no width", figure({ width: 0 })],
    ["a picture somewhere else", figure({ place: "behind" })],
    ["a picture from an address", figure({ file: "https://evil.example/x.png" })],
    ["a picture with a style", figure({ style: "x" })],
    ["a film of another kind", { type: "media", attrs: { file: "f", kind: "game" } }],
    ["a card that leads to a script", { type: "linkCard", attrs: { href: "javascript:alert(1)" } }],
    ["an equation as long as a book", { type: "equationBlock", attrs: { latex: "x".repeat(2001) } }],
    ["a note with an address that is none", p(note("n", "x", "source", "data:text/html,x"))],
    ["a note of another kind", p(note("n", "x", "joke"))],
    [
      "a tone that nobody named",
      p(text("x", { type: "textTone", attrs: { tone: "red;background:url(x)" } })),
    ],
    ["a cell over a thousand columns", table([cell("x", { colspan: 1000 })])],
    ["a paragraph set by a style", { type: "paragraph", attrs: { textAlign: "left;color:red" } }],
    ["a paragraph far out", { type: "paragraph", attrs: { indent: 40 } }],
    ["half a letter in an equation", { type: "equationBlock", attrs: { latex: "\ud800" } }],
    ["a table in a cell", table([{ type: "tableCell", content: [table([cell("x")])] }])],
    ["a table in a quote", { type: "blockquote", content: [table([cell("x")])] }],
    ["a row without a table", { type: "tableRow", content: [cell("x")] }],
  ])("%s is refused", (_, node) => expect(parseDocument(doc(node)).kind).toBe("refused"));

  test("what went without saying before there were settings is still not said", () => {
    const set = parsed({
      type: "paragraph",
      attrs: { id: "a", textAlign: null, indent: 0 },
      content: [text("x", { type: "pageLink", attrs: { page: null, title: "Home", heading: null } })],
    });
    expect(set).toEqual(
      parsed({
        type: "paragraph",
        attrs: { id: "a" },
        content: [text("x", { type: "pageLink", attrs: { page: null, title: "Home" } })],
      }),
    );
    expect(JSON.stringify(set)).not.toMatch(/textAlign|indent|heading/);
  });
  test("words in cells, captions and notes count; descriptions, addresses and equations do not", () => {
    expect(
      plainText(parsed(...every))
        .split(/\s+/)
        .join(" "),
    ).toBe("Site Weir 3.4 mg The weir Eels Map Flow With tinted2plan Board, 2024");
    expect(countWords(plainText(parsed(figure({ alt: "four words of description" }, "two words"))))).toBe(2);
  });
  test("files are named wherever a page shows them, each once", () =>
    expect(filesIn(parsed(...every, figure({ id: "f2" })))).toEqual(["file1", "film1", "doc1"]));
  test("headings make the list of contents", () =>
    expect(headingsOf(parsed(...every))).toEqual([{ id: "h", level: 2, text: "Flow" }]));
  test("cells know their columns, whatever reaches into them from above", () => {
    const document = parsed(
      table(
        [cell("a", { rowspan: 2 }), cell("b", { colspan: 2 })],
        [cell("c"), cell("d", { rowspan: 2 })],
        [cell("e"), cell("f")],
      ),
    );
    expect(
      leaves(document).map(({ text: said, frames }) => [
        said,
        frames[0]?.kind === "cell" && frames[0].column,
      ]),
    ).toEqual([
      ["a", 0],
      ["b", 1],
      ["c", 1],
      ["d", 2],
      ["e", 0],
      ["f", 1],
    ]);
  });
  test("a picture that is set otherwise looks otherwise, and so does another picture", () => {
    const styles = [figure(), figure({ width: 50 }), figure({ file: "file2" }), figure({ alt: "Other" })].map(
      (node) => styleOf(leaves(parsed(node))[0]!),
    );
    expect(new Set(styles).size).toBe(4);
    expect(styleOf(leaves(parsed(figure({ id: "other" })))[0]!)).toBe(styles[0]);
  });
  test("no word ever holds what stands for an equation or a note", () =>
    expect(countWords(`flow${objectMark}rate`)).toBe(2));
});

describe("notes number themselves", () => {
  const labels = (...nodes: DocumentNode[]) => {
    const document = doc(p(...nodes));
    const { of } = notesOf(document);
    return document.content[0]!.content!.map((node) => noteLabel(of.get(node)!));
  };
  test("in the order of the text, notes and sources apart", () =>
    expect(
      labels(note("a", "One"), note("b", "Said", "note"), note("c", "Two"), note("d", "More", "note")),
    ).toEqual(["[1]", "1", "[2]", "2"]));
  test("a source that is named again keeps its number; another address is another source", () => {
    expect(
      labels(
        note("a", "One"),
        note("b", "Two"),
        note("c", "One "),
        note("d", "One", "source", "https://a.example/"),
      ),
    ).toEqual(["[1]", "[2]", "[1]", "[3]"]);
    expect(notesOf(doc(p(note("a", "One"), note("b", "One")))).all).toEqual([
      { kind: "source", number: 1, text: "One", href: null, ids: ["a", "b"] },
    ]);
  });
  test("numbers are those from 1 on, in order of first naming, whatever is moved", () => {
    const any = fc.array(
      fc.record({ said: fc.constantFrom("A", "B", "C", "D"), kind: fc.constantFrom("note", "source") }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(any, (given) => {
        const nodes = given.map(({ said, kind }, index) => note(`n${index}`, said, kind));
        const { all, of } = notesOf(doc(p(...nodes)));
        for (const kind of ["note", "source"])
          expect(all.filter((each) => each.kind === kind).map(({ number }) => number)).toEqual(
            all.filter((each) => each.kind === kind).map((_, index) => index + 1),
          );
        expect(new Set(nodes.map((node) => of.get(node))).size).toBe(all.length);
        expect(all.flatMap(({ ids }) => ids).sort()).toEqual(
          nodes.map(({ attrs }) => attrs!.id as string).sort(),
        );
      }),
      { seed: 91, numRuns: 500 },
    );
  });
});
