/**
 * A document as a flat list of leaves: the blocks that hold text (or a rule), each with the frames (lists, quotes)
 * it stands in. Words, comparison and display all walk this list, so they agree on positions.
 */
import type { DocumentMark, DocumentNode, PageDocument } from "./model";

export interface Piece {
  readonly text: string;
  readonly marks: readonly DocumentMark[];
}

export type Frame =
  | { readonly kind: "quote" }
  | { readonly kind: "bullet"; readonly opens: boolean }
  | { readonly kind: "ordered"; readonly opens: boolean; readonly number: number };

export interface Leaf {
  readonly id: string | null;
  readonly kind: "paragraph" | "heading" | "codeBlock" | "horizontalRule";
  /** The heading's level, and 0 for all else. */
  readonly level: number;
  /** From the outside in. `opens` says that the leaf is the first of its list item, the one beside the bullet. */
  readonly frames: readonly Frame[];
  readonly pieces: readonly Piece[];
  /** The text of all pieces; a line break inside the block is "\n". */
  readonly text: string;
}

/** The leaves of `document`, in reading order. */
export function leaves(document: PageDocument): Leaf[] {
  const found: Leaf[] = [];
  for (const node of document.content ?? []) collect(node, [], found);
  return found;
}

function collect(node: DocumentNode, frames: readonly Frame[], found: Leaf[]): void {
  switch (node.type) {
    case "blockquote":
      for (const child of node.content ?? []) collect(child, [...frames, { kind: "quote" }], found);
      return;
    case "bulletList":
      for (const item of node.content ?? []) collectItem(item, (opens) => [...frames, { kind: "bullet", opens }], found);
      return;
    case "orderedList": {
      let number = typeof node.attrs?.start === "number" ? node.attrs.start : 1;
      for (const item of node.content ?? []) {
        const own = number++;
        collectItem(item, (opens) => [...frames, { kind: "ordered", opens, number: own }], found);
      }
      return;
    }
    default:
      found.push(leaf(node, frames));
  }
}

function collectItem(item: DocumentNode, framesOf: (opens: boolean) => readonly Frame[], found: Leaf[]): void {
  (item.content ?? []).forEach((child, index) => collect(child, framesOf(index === 0), found));
}

function leaf(node: DocumentNode, frames: readonly Frame[]): Leaf {
  const pieces = (node.content ?? []).map((child): Piece => ({
    text: child.type === "hardBreak" ? "\n" : (child.text ?? ""),
    marks: child.marks ?? [],
  }));
  return {
    id: typeof node.attrs?.id === "string" ? node.attrs.id : null,
    kind: node.type as Leaf["kind"],
    level: node.type === "heading" && typeof node.attrs?.level === "number" ? node.attrs.level : 0,
    frames,
    pieces,
    text: pieces.map((piece) => piece.text).join(""),
  };
}

/** The text of a document, its blocks parted by blank lines. */
export function plainText(document: PageDocument): string {
  return leaves(document).map((each) => each.text).join("\n\n");
}

/** What a leaf looks like apart from its words: two leaves of equal text that differ here were restyled. */
export function styleOf(each: Leaf): string {
  const marks = joined(each.pieces).map((piece) => [piece.text.length, piece.marks]);
  return JSON.stringify([each.kind, each.level, each.frames.map((frame) => frame.kind), marks]);
}

/** Neighbouring pieces with the same marks as one, so that a split that nobody sees makes no difference. */
function joined(pieces: readonly Piece[]): { text: string; marks: string }[] {
  const result: { text: string; marks: string }[] = [];
  for (const piece of pieces) {
    const marks = JSON.stringify(piece.marks);
    const last = result.at(-1);
    if (last && last.marks === marks) last.text += piece.text;
    else result.push({ text: piece.text, marks });
  }
  return result;
}
