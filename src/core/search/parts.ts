/**
 * A page cut into parts of some hundred words: what the index of a page is made of. Parts begin where
 * headings do, so that an edit changes one or two of them and leaves the others as they are.
 */
import { type Leaf, leaves } from "../document/leaves";
import type { PageDocument } from "../document/model";
import { hashText } from "../text/hash";
import { wordPlaces } from "../text/words";

/** What a line of a part is: words in headings and captions count for more, or less, than those of the text. */
export type LineKind = "text" | "heading" | "caption";

export interface Line {
  /** The block that it is, or stands behind; null: a block without an id. */
  readonly block: string | null;
  readonly kind: LineKind;
  readonly text: string;
}

export interface Part {
  /** Equal for two parts exactly when they are. */
  readonly key: string;
  readonly lines: readonly Line[];
}

/** A part ends at a heading once it has so many words, and anywhere between blocks once it has twice as many. */
const wordsOfPart = 150;
/** A longer block, in words, is cut. */
const longestLine = 600;

/** The parts of a page, in reading order; those without words are left out. O(text). */
export function searchParts(document: PageDocument): Part[] {
  const parts: Part[] = [];
  let lines: Line[] = [];
  let count = 0;
  const end = () => {
    if (count > 0) parts.push(partOf(lines));
    lines = [];
    count = 0;
  };
  let block: string | null = null;
  for (const leaf of leaves(document)) {
    // The text of a note stands behind the block that refers to it.
    if (leaf.kind !== "note") block = leaf.id;
    for (const { text, count: within } of pieces(leaf.text)) {
      if (count >= (leaf.kind === "heading" ? wordsOfPart : 2 * wordsOfPart)) end();
      lines.push({ block, kind: kindOf(leaf), text });
      count += within;
    }
  }
  end();
  return parts;
}

function partOf(lines: readonly Line[]): Part {
  return {
    lines,
    key: hashText(JSON.stringify(lines.map(({ block, kind, text }) => [block, kind, text]))).toString(36),
  };
}

function kindOf({ kind }: Leaf): LineKind {
  if (kind === "heading") return "heading";
  return kind === "figure" || kind === "media" || kind === "note" || kind === "linkCard" ? "caption" : "text";
}

/** A block's text in pieces of `longestLine` words at most; none where it has no words. */
function pieces(text: string): { readonly text: string; readonly count: number }[] {
  const { from } = wordPlaces(text);
  if (from.length === 0) return [];
  if (from.length <= longestLine) return [{ text, count: from.length }];
  const cut: { text: string; count: number }[] = [];
  for (let first = 0; first < from.length; first += longestLine) {
    const next = Math.min(from.length, first + longestLine);
    cut.push({
      text: text.slice(first === 0 ? 0 : from[first], next === from.length ? undefined : from[next]),
      count: next - first,
    });
  }
  return cut;
}
