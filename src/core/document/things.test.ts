import { expect, test } from "vitest";
import type { DocumentMark, DocumentNode, PageDocument } from "./model";
import { fromMarkdown } from "./markdown";
import { byKind, kindOfThing, thingChanges, thingsIn } from "./things";

const doc = (...content: DocumentNode[]): PageDocument => ({ type: "doc", content });
const said = (text: string, ...marks: NonNullable<DocumentNode["marks"]>[number][]): DocumentNode => ({
  type: "text",
  text,
  marks,
});
const link = (href: string): DocumentMark => ({ type: "link", attrs: { href } });
const paragraph = (...content: DocumentNode[]): DocumentNode => ({ type: "paragraph", content });

const countsOf = (document: PageDocument) => {
  const counts: Record<string, number> = {};
  for (const [key, count] of thingsIn(document))
    counts[kindOfThing(key)] = (counts[kindOfThing(key)] ?? 0) + count;
  return counts;
};

test("each kind of thing is counted where it stands, also in lists, tables and within a line", () => {
  const source = (kind: string): DocumentNode => ({
    type: "note",
    attrs: { id: "n", kind, text: "Gauge book, 1961", href: null },
  });
  expect(
    countsOf(
      doc(
        paragraph(
          said("See "),
          said("the gauge", link("https://gauge.example")),
          said(" and "),
          said("Fish", { type: "pageLink", attrs: { page: "p1", title: "Fish" } }),
          source("source"),
          source("note"),
        ),
        {
          type: "figure",
          attrs: { file: "f1", alt: "" },
          content: [said("The weir "), said("at noon", link("https://weir.example"))],
        },
        {
          type: "table",
          attrs: { id: "t1" },
          content: [
            {
              type: "tableRow",
              content: [
                {
                  type: "tableCell",
                  content: [
                    paragraph(
                      { type: "equation", attrs: { latex: "Q=vA" } },
                      said("plan.ods", { type: "fileLink", attrs: { file: "f2" } }),
                    ),
                  ],
                },
              ],
            },
          ],
        },
        { type: "equationBlock", attrs: { latex: "Q=vA" } },
        { type: "media", attrs: { file: "f3" } },
        { type: "linkCard", attrs: { href: "https://card.example" } },
      ),
    ),
  ).toEqual({ link: 4, source: 1, picture: 1, table: 1, equation: 2, file: 2 });
  expect(countsOf(fromMarkdown("Only words, **strong** ones."))).toEqual({});
});

test("a link across differently formatted words is one; two links side by side are two, and so is one that is written twice", () => {
  const one = link("https://gauge.example");
  expect(
    countsOf(doc(paragraph(said("the ", one), said("old", one, { type: "bold" }), said(" gauge", one)))),
  ).toEqual({ link: 1 });
  expect(
    countsOf(
      doc(paragraph(said("a", one), said("b", link("https://weir.example")), said(" and "), said("c", one))),
    ),
  ).toEqual({ link: 3 });
  expect(thingsIn(doc(paragraph(said("a", one)), paragraph(said("b", one)))).size).toBe(1);
});

test("what came and went between two states is told by thing, and nothing where both have the same", () => {
  const before = thingsIn(
    doc(paragraph(said("a", link("https://one.example")), said(" "), said("b", link("https://two.example")))),
  );
  const after = thingsIn(
    doc(
      paragraph(
        said("b, in other words", link("https://two.example")),
        said(" "),
        said("c", link("https://two.example")),
      ),
      { type: "figure", attrs: { file: "f1" } },
    ),
  );
  expect(
    thingChanges(before, after)
      .map(([key, change]) => [kindOfThing(key), change])
      .sort(),
  ).toEqual([
    ["link", -1],
    ["link", 1],
    ["picture", 1],
  ]);
  expect(byKind(thingChanges(before, after))).toEqual([
    { kind: "link", came: 1, went: 1 },
    { kind: "picture", came: 1, went: 0 },
  ]);
  expect(byKind(thingChanges(after, after))).toEqual([]);
});
