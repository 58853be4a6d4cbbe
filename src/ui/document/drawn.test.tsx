import fc from "fast-check";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import { parseDocument } from "@/core/document/parse";
import type { DocumentMark, DocumentNode } from "@/core/document/model";
import type { FileDto } from "@/data/files/dto";
import { worstContents, worstDocument } from "../../../tests/support/worst-documents";
import { DocumentView, wikiLinks } from "./DocumentView";
import { EquationBudget, equationHtml } from "./equation";

const pages = Array.from({ length: 200 }, (_, at) => ({ id: `p${at}`, title: `Water quality ${at}` }));
const file: FileDto = {
  ...({} as FileDto),
  id: "f1",
  name: "weir.png",
  size: 2000,
  width: 4000,
  height: 600,
  source: "Own drawing",
  licence: "",
};
const links = wikiLinks("c", "w", { contents: pages, formerTitles: [] }, [file]);

describe("no document that the gate accepts is drawn larger than 20 MB", () => {
  test.each(Object.keys(worstContents))("%s", (name) => {
    const html = renderToStaticMarkup(<DocumentView document={worstDocument(name)} links={links} />);
    expect(Buffer.byteLength(html)).toBeLessThan(20_000_000);
    if (process.env.TIDY_SHOW_SIZES) console.error(name, Math.round(html.length / 1000), "kB");
  });
});

test("nor any that has some of each", () => {
  const names = Object.keys(worstContents);
  let accepted = 0;
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...names), fc.integer({ min: 1, max: 60 })), {
        minLength: 2,
        maxLength: 6,
      }),
      (parts) => {
        const content = parts.flatMap(([name, percent]) => {
          const all = worstContents[name]!();
          return all.slice(0, Math.ceil((all.length * percent) / 100));
        });
        const read = parseDocument({ type: "doc", content });
        if (read.kind === "refused") return;
        accepted++;
        expect(
          Buffer.byteLength(renderToStaticMarkup(<DocumentView document={read.document} links={links} />)),
        ).toBeLessThan(20_000_000);
      },
    ),
    { numRuns: 6, seed: 12 },
  );
  expect(accepted).toBeGreaterThan(2);
});

const refusalOf = (content: readonly DocumentNode[]) => {
  const read = parseDocument({ type: "doc", content });
  return read.kind === "refused" ? read.problem : null;
};
const many = <Part extends DocumentNode | DocumentMark>(count: number, node: Part) =>
  Array.from({ length: count }, () => node);
const equation: DocumentNode = { type: "equationBlock", attrs: { latex: "x" } };
const row = (count: number, attrs: object): DocumentNode => ({
  type: "tableRow",
  content: many(count, { type: "tableCell", attrs: { ...attrs }, content: [{ type: "paragraph" }] }),
});

test.each<[string, readonly DocumentNode[], string | undefined]>([
  ["equations", many(1001, equation), "equations"],
  [
    "long equations",
    many(31, { type: "equationBlock", attrs: { latex: "x".repeat(2000) } }),
    "characters in equations",
  ],
  ["cells", [{ type: "table", content: many(121, row(100, {})) }], "table cells"],
  ["columns", [{ type: "table", content: [row(2, { colspan: 101 })] }], "columns in a table"],
  [
    "columns that reach down",
    [{ type: "table", content: [row(1, { colspan: 150, rowspan: 3 }), row(0, {}), row(1, { colspan: 51 })] }],
    "columns in a table",
  ],
  ["lists of headings", many(4, { type: "contentsList" }), "lists of the headings"],
  [
    "marks",
    many(6000, {
      type: "paragraph",
      content: [{ type: "text", text: "x", marks: many(9, { type: "bold" }) }],
    }),
    undefined,
  ],
  [
    "long alternative texts",
    many(401, {
      type: "figure",
      attrs: { file: "f1", alt: "x".repeat(1000), width: 60, place: "left", showsOrigin: true },
    }),
    "characters in notes, addresses and alternative texts",
  ],
  [
    "characters",
    many(201, { type: "paragraph", content: [{ type: "text", text: "y".repeat(10_000) }] }),
    undefined,
  ],
])("too many %s are refused, and named", (_, content, what) => {
  expect(refusalOf(content)).toMatchObject({ kind: "too large", ...(what ? { what } : {}) });
});

test("an equation is set as long as the page's budget lasts, and is shown as it was typed afterwards", () => {
  expect(new EquationBudget(0, 1e6).draw("never = seen", false)).toBeNull();
  const html = equationHtml("once = drawn", false);
  expect(new EquationBudget(10_000, 1e6).draw("once = drawn", false)).toBe(html);
  // What was drawn before costs no time; what is too long for the page is not put into it.
  expect(new EquationBudget(0, 1e6).draw("once = drawn", false)).toBe(html);
  expect(new EquationBudget(0, 10).draw("once = drawn", false)).toBeNull();
});
