/**
 * Documents that the gate just accepts, each the worst of its kind: as much as there may be of what costs
 * most.
 */
import type { DocumentMark, DocumentNode, PageDocument } from "@/core/document/model";
import { parseDocument } from "@/core/document/parse";

const text = (said: string, ...marks: readonly DocumentMark[]): DocumentNode => ({
  type: "text",
  text: said,
  ...(marks.length > 0 ? { marks } : {}),
});
const line = (...content: readonly DocumentNode[]): DocumentNode => ({ type: "paragraph", content });
const times = <Made>(count: number, make: (at: number) => Made): Made[] =>
  Array.from({ length: count }, (_, at) => make(at));
const filled = (sign: string, length: number) => sign.repeat(Math.floor(length / sign.length));
const equation = (latex: string): DocumentNode => ({ type: "equationBlock", attrs: { latex } });
const cell = (attrs: object, content: readonly DocumentNode[] = [{ type: "paragraph" }]): DocumentNode => ({
  type: "tableCell",
  attrs: { ...attrs },
  content,
});
const matrix = (at: number, length: number) =>
  `\\begin{matrix}${at}${filled("&\\\\", length - 40)}\\end{matrix}`;

const everyMark: readonly DocumentMark[] = [
  { type: "bold" },
  { type: "italic" },
  { type: "underline" },
  { type: "strike" },
  { type: "superscript" },
  { type: "textTone", attrs: { tone: "violet" } },
  { type: "highlight", attrs: { tone: "violet" } },
];

/** By name, what stands in the document. */
export const worstContents: Readonly<Record<string, () => readonly DocumentNode[]>> = {
  "equations of matrices": () => times(30, (at) => equation(matrix(at, 1990))),
  "a thousand small equations": () => [
    line(
      ...times(1000, (at): DocumentNode => ({ type: "equation", attrs: { latex: filled(`x_{${at}}`, 58) } })),
    ),
  ],
  "equations of stacked roots": () =>
    times(30, (at) => equation(`${at}${filled("\\sqrt{", 900)}x${"}".repeat(150)}`)),
  "equations of fractions in fractions": () =>
    times(30, (at) => equation(`${at}${filled("\\frac{1}{", 1200)}x${"}".repeat(133)}`)),
  "equations that cannot be read": () => times(30, (at) => equation(`\\left(${at}${filled("{", 1900)}`)),
  "equations that define themselves": () =>
    times(30, (at) => equation(`\\def\\a{\\a\\a}${at}\\a${filled("\\a", 1900)}`)),
  "every mark on every letter": () =>
    times(900, () => line(...times(8, (at) => text("x", ...(at % 2 ? everyMark : everyMark.slice(0, -1)))))),
  "a paragraph for each letter": () => times(29_900, () => line(text("x"))),
  "signs that HTML writes longer": () => times(40, () => line(text(filled('"&<', 49_000)))),
  "lists in lists": () => times(200, () => nested("bulletList", 11)),
  "links to pages that are not there": () =>
    times(25, (block) =>
      line(
        ...times(190, (at) =>
          text("x", { type: "pageLink", attrs: { page: null, title: `Page ${block} ${at}` } }),
        ),
      ),
    ),
  "links to addresses": () =>
    times(200, (at) =>
      line(text("x", { type: "link", attrs: { href: `https://gauge.example/${filled("a&", 1900)}${at}` } }), {
        type: "hardBreak",
      }),
    ),
  "notes with long texts": () =>
    times(20, () =>
      line(
        ...times(10, (at): DocumentNode => ({
          type: "note",
          attrs: { kind: at % 2 ? "note" : "source", text: filled('"<', 1990) },
        })),
      ),
    ),
  "short notes": () =>
    times(100, () =>
      line(
        ...times(50, (at): DocumentNode => ({
          type: "note",
          attrs: { kind: "source", text: `Sheet ${at}` },
        })),
      ),
    ),
  "headings, and lists of them": () => [
    ...times(3, (): DocumentNode => ({ type: "contentsList" })),
    ...times(2000, (): DocumentNode => ({
      type: "heading",
      attrs: { level: 2 },
      content: [text(filled("a&", 940))],
    })),
  ],
  "a wide table": () => [
    {
      type: "table",
      content: times(60, () => ({
        type: "tableRow",
        content: times(200, () => cell({ colwidth: [100] }, [line(text("x"))])),
      })),
    },
  ],
  "cells that reach over each other": () => [
    {
      type: "table",
      content: times(5900, () => ({ type: "tableRow", content: [cell({ colspan: 100, rowspan: 2 })] })),
    },
  ],
  pictures: () =>
    times(1000, () => ({
      type: "figure",
      attrs: { file: "f1", alt: filled('"', 390), width: 60, place: "left", showsOrigin: true },
      content: [text("x")],
    })),
  "addresses of their own": () =>
    times(200, (at) => ({
      type: "linkCard",
      attrs: { href: `https://gauge.example/${filled("a&", 1900)}${at}` },
    })),
  "code of many lines": () =>
    times(20, () => ({ type: "codeBlock", content: [text(filled("x\n", 99_000))] })),
  "line breaks": () => [line(...times(59_000, (): DocumentNode => ({ type: "hardBreak" })))],
  "one long paragraph of Chinese": () => [line(text(filled("河流修复项目需要仔细规划", 300_000)))],
  "one long word": () => [line(text(filled("x", 1_900_000)))],
  "sentences of one sign": () => [line(text(filled(". ", 1_900_000)))],
};

function nested(type: "bulletList" | "orderedList", depth: number): DocumentNode {
  const inner = depth === 0 ? [] : [nested(type, depth - 1)];
  return {
    type,
    content: times(3, (at) => ({ type: "listItem", content: [line(text("x")), ...(at === 0 ? inner : [])] })),
  };
}

/** @throws Error if the gate refuses it: then it is not the worst that there can be. */
export function worstDocument(name: string): PageDocument {
  const read = parseDocument({ type: "doc", content: worstContents[name]!() });
  if (read.kind === "refused") throw new Error(`“${name}” is refused: ${JSON.stringify(read.problem)}`);
  return read.document;
}
