import fc from "fast-check";
import { expect, test } from "vitest";
import { compareDocuments } from "../compared/document";
import { canonical, canonicalContent } from "./canonical";
import { leaves, objectKey, styleOf } from "./leaves";
import type { DocumentNode, PageDocument } from "./model";
import { identifyBlocks, parseDocument } from "./parse";

const text = (said: string): DocumentNode => ({
  type: "text",
  text: said,
  marks: [
    { type: "link", attrs: { href: "https://gauge.example/" } },
    { type: "highlight", attrs: { tone: "red" } },
  ],
});
const blocks: readonly DocumentNode[] = [
  {
    type: "paragraph",
    attrs: { textAlign: "center", indent: 2 },
    content: [
      text("Osier Weir"),
      { type: "note", attrs: { kind: "source", text: "Field sheet", href: "https://sheets.example/9" } },
    ],
  },
  {
    type: "figure",
    attrs: { file: "f1", alt: "A weir", width: 60, place: "left", showsOrigin: true },
    content: [text("In May")],
  },
  {
    type: "table",
    content: [
      {
        type: "tableRow",
        content: [
          {
            type: "tableHeader",
            attrs: { colspan: 1, rowspan: 1, colwidth: [180], align: "right" },
            content: [{ type: "paragraph", content: [text("mg/l")] }],
          },
        ],
      },
    ],
  },
  { type: "heading", attrs: { level: 3, textAlign: "right" }, content: [{ type: "text", text: "Sources" }] },
  {
    type: "orderedList",
    attrs: { start: 3, type: "a" },
    content: [
      {
        type: "listItem",
        content: [{ type: "paragraph", content: [text("x"), { type: "equation", attrs: { latex: "x^2" } }] }],
      },
    ],
  },
  { type: "media", attrs: { file: "f1", kind: "audio", poster: null, captions: "c1" } },
];

/** The same with the keys of every object in another order, as a database hands it back. */
function turned<Value>(value: Value, by: number): Value {
  if (Array.isArray(value)) return value.map((each) => turned(each as unknown, by)) as Value;
  if (typeof value !== "object" || value === null) return value;
  const entries = Object.entries(value).map(([key, each]) => [key, turned(each as unknown, by)] as const);
  return Object.fromEntries(
    [...entries.slice(by % entries.length), ...entries.slice(0, by % entries.length)].reverse(),
  ) as Value;
}

test("documents whose keys stand in another order are the same to whatever compares them", () => {
  const read = parseDocument({ type: "doc", content: blocks });
  if (read.kind === "refused") throw new Error(JSON.stringify(read.problem));
  let id = 0;
  const document = identifyBlocks(read.document, () => `b${id++}`);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }), (one, other) => {
      const [before, after]: PageDocument[] = [turned(document, one), turned(document, other)];
      expect(canonicalContent(before!)).toBe(canonicalContent(after!));
      expect(leaves(before!).map(styleOf)).toEqual(leaves(after!).map(styleOf));
      expect(leaves(before!).map(({ node }) => objectKey(node))).toEqual(
        leaves(after!).map(({ node }) => objectKey(node)),
      );
      expect(compareDocuments(before!, after!).every(({ state }) => state === "same")).toBe(true);
    }),
    { numRuns: 200, seed: 3 },
  );
});

test("what differs is written differently", () => {
  expect(canonical({ b: 1, a: [2, { d: null, c: "x" }] })).toBe('{"a":[2,{"c":"x","d":null}],"b":1}');
  const written = blocks.map(canonicalContent);
  expect(new Set(written).size).toBe(blocks.length);
  expect(canonicalContent({ type: "paragraph", attrs: { id: "a" } })).toBe(
    canonicalContent({ type: "paragraph", attrs: { id: "b" } }),
  );
  expect(canonicalContent({ type: "paragraph", attrs: { indent: 1 } })).not.toBe(
    canonicalContent({ type: "paragraph", attrs: { indent: 2 } }),
  );
});
