import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { leaves, plainText, styleOf } from "./leaves";
import { fromMarkdown } from "./markdown";
import { eachNode, type PageDocument } from "./model";
import { mostLevels } from "./limits";
import { identifyBlocks, parseDocument } from "./parse";
import { fromPlainText } from "./plain";

const doc = (...content: unknown[]) => ({ type: "doc", content });
const paragraph = (...content: unknown[]) => ({ type: "paragraph", content });
const problemOf = (input: unknown) => {
  const parsed = parseDocument(input);
  return parsed.kind === "refused" ? parsed.problem : null;
};

describe("what arrives from outside", () => {
  test.each([
    [
      "a script address",
      doc(
        paragraph({
          type: "text",
          text: "x",
          marks: [{ type: "link", attrs: { href: "javascript:alert(1)" } }],
        }),
      ),
      { kind: "bad attribute", part: "link", attribute: "href" },
    ],
    [
      "a heading of no level",
      doc({ type: "heading", attrs: { level: "zz" } }),
      { kind: "bad attribute", part: "heading", attribute: "level" },
    ],
    [
      "an attribute nobody named",
      doc({ type: "paragraph", attrs: { style: "x" } }),
      { kind: "bad attribute", part: "paragraph", attribute: "unknown" },
    ],
    ["a node nobody named", doc({ type: "iframe" }), { kind: "unknown part", part: "iframe" }],
    ["an inherited name", doc({ type: "constructor" }), { kind: "unknown part", part: "constructor" }],
    ["half a character", doc(paragraph({ type: "text", text: "a\ud800" })), { kind: "bad characters" }],
    ["no document", [], { kind: "not a document" }],
    ["a block as the whole", paragraph(), { kind: "not a document" }],
  ])("%s is refused", (_, input, problem) => expect(problemOf(input)).toEqual(problem));

  test("a list item outside a list is misplaced", () =>
    expect(problemOf(doc({ type: "listItem", content: [paragraph()] }))?.kind).toBe("misplaced part"));
  test("nesting has an end", () => {
    let node: unknown = paragraph();
    for (let level = 0; level < mostLevels + 2; level++) node = { type: "blockquote", content: [node] };
    expect(problemOf(doc(node))?.kind).toBe("too deep");
  });
  test("any JSON gets an answer", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (input) => {
        parseDocument(input);
      }),
      { seed: 31 },
    );
  });
  test("parsing what was parsed changes nothing", () => {
    const parsed = fromMarkdown(
      "## A\n\n1. one\n2. **two** [[Home]] [x](https://a.example/)\n\n> said\n\n---\n",
    );
    expect(parseDocument(JSON.parse(JSON.stringify(parsed)))).toEqual({ kind: "document", document: parsed });
  });
});

describe("ids of blocks", () => {
  const newIds = () => {
    let next = 0;
    return () => `n${next++}`;
  };
  const idsOf = (document: PageDocument) => {
    const ids: unknown[] = [];
    eachNode(document, (node) => {
      if (node.attrs && "id" in node.attrs) ids.push(node.attrs.id);
    });
    return ids;
  };
  test("each block has one, each once; the first keeps its own", () => {
    const document = parseDocument(
      doc({ type: "paragraph", attrs: { id: "a" } }, { type: "paragraph", attrs: { id: "a" } }, paragraph()),
    );
    if (document.kind !== "document") throw new Error("refused");
    expect(idsOf(identifyBlocks(document.document, newIds()))).toEqual(["a", "n0", "n1"]);
  });
  test("a document that has them all comes back as it is", () => {
    const identified = identifyBlocks(fromMarkdown("a\n\n- b\n- c"), newIds());
    expect(identifyBlocks(identified, newIds())).toBe(identified);
  });
});

describe("leaves", () => {
  const document = fromMarkdown("## Head\n\n- one\n\n  more\n- two\n\n> 3. said [[Home]]");
  test("in reading order with their frames", () => {
    expect(leaves(document).map((leaf) => [leaf.text, leaf.kind, leaf.frames])).toEqual([
      ["Head", "heading", []],
      ["one", "paragraph", [{ kind: "bullet", opens: true }]],
      ["more", "paragraph", [{ kind: "bullet", opens: false }]],
      ["two", "paragraph", [{ kind: "bullet", opens: true }]],
      ["said Home", "paragraph", [{ kind: "quote" }, { kind: "ordered", opens: true, sign: "3." }]],
    ]);
  });
  test("a split that nobody sees makes no difference to the look", () => {
    const split = doc(
      paragraph({ type: "text", text: "ab" }, { type: "text", text: "cd" }),
    ) as unknown as PageDocument;
    expect(styleOf(leaves(split)[0]!)).toBe(styleOf(leaves(fromPlainText("abcd"))[0]!));
  });
  test("a block that nothing marks has the look that is written out for others", () => {
    const [head, plain, marked] = leaves(fromMarkdown("## Head\n\nplain\n\n**set** apart"));
    expect(JSON.parse(styleOf(head!))).toEqual(["heading", 2, [], [[4, "[]"]]]);
    expect(JSON.parse(styleOf(plain!))).toEqual(["paragraph", 0, [], [[5, "[]"]]]);
    expect(JSON.parse(styleOf(marked!))).toEqual([
      "paragraph",
      0,
      [],
      [
        [3, '[{"type":"bold"}]'],
        [6, "[]"],
      ],
    ]);
    const set = { ...plain!, node: { ...plain!.node, attrs: { ...plain!.node.attrs, textAlign: "right" } } };
    expect(styleOf(set)).not.toBe(styleOf(plain!));
  });
  test("plain text comes back as it went in", () =>
    expect(plainText(fromPlainText("a\nb\n\nc"))).toBe("a\nb\n\nc"));
});
