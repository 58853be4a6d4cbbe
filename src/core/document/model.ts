/**
 * The vocabulary of a page's document: ProseMirror JSON of the one schema in `schema.ts`, as plain values. A
 * `PageDocument` is only ever made by `parseDocument`, by `fromMarkdown`, `fromHtml` or by `fromPlainText`,
 * all of which check it.
 */

import type { MarkType, NodeType } from "./parts";

interface MarkOf<Type extends MarkType> {
  readonly type: Type;
  readonly attrs?: Readonly<Record<string, unknown>>;
}

/** One of each type: what looks at `type` is told by the compiler which there are. */
export type DocumentMark = { [Type in MarkType]: MarkOf<Type> }[MarkType];

interface NodeOf<Type extends NodeType> {
  readonly type: Type;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly DocumentNode[];
  /** Of text alone. */
  readonly text?: Type extends "text" ? string : undefined;
  readonly marks?: readonly DocumentMark[];
}

/** One of each type, as for marks. */
export type DocumentNode = { [Type in NodeType]: NodeOf<Type> }[NodeType];

export type PageDocument = NodeOf<"doc">;

export const emptyDocument: PageDocument = { type: "doc", content: [{ type: "paragraph" }] };

/**
 * The tones that text can have and be highlighted in: named, so that each look chooses what can be read in
 * it.
 */
export const tones = ["red", "amber", "green", "blue", "violet", "grey"] as const;
export type Tone = (typeof tones)[number];

/** Where paragraphs and headings are set; null: from the left. */
export const alignments = ["center", "right", "justify"] as const;

/** Where a picture stands: text flows past it on its left or its right side, or it takes the whole width. */
export const figurePlaces = ["centre", "left", "right", "full"] as const;
export type FigurePlace = (typeof figurePlaces)[number];

/** Narrower than this, in per cent of the text's width, a picture is not set. */
export const narrowestFigure = 10;
/** How far paragraphs can be indented. */
export const mostIndent = 4;
/** The most UTF-16 code units of an equation's LaTeX, and of a note. */
export const longestEquation = 2000;
export const longestNote = 2000;

/** Calls `visit` for `node` and all below it, parents first. */
export function eachNode(node: DocumentNode, visit: (node: DocumentNode) => void): void {
  visit(node);
  for (const child of node.content ?? []) eachNode(child, visit);
}

/** The headings of a page in reading order, for its list of contents and for links to one of them. */
export function headingsOf(
  document: DocumentNode,
): { readonly id: string | null; readonly level: number; readonly text: string }[] {
  const found: { id: string | null; level: number; text: string }[] = [];
  eachNode(document, (node) => {
    if (node.type !== "heading") return;
    const text = (node.content ?? [])
      .map((child) => child.text ?? "")
      .join("")
      .trim();
    if (text !== "")
      found.push({
        id: typeof node.attrs?.id === "string" ? node.attrs.id : null,
        level: Number(node.attrs?.level ?? 2),
        text,
      });
  });
  return found;
}
