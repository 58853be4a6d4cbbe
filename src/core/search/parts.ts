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

/**
 * A part ends at a heading, unless it has hardly any text yet, and anywhere between blocks once it has so much,
 * in UTF-16 code units: counting words would take longer than all else. What one edit changes is then one
 * section, and what follows is cut as before.
 */
const leastOfPart = 200;
const textOfPart = 1800;
/** A longer block is cut, between two words. */
const longestLine = 4000;

/** The parts of a page, in reading order; blocks without text are left out. O(text). */
export function searchParts(document: PageDocument): Part[] {
  const parts: Part[] = [];
  let lines: Line[] = [];
  let length = 0;
  const end = () => {
    if (length > 0) parts.push(partOf(lines));
    lines = [];
    length = 0;
  };
  let block: string | null = null;
  for (const leaf of leaves(document)) {
    // The text of a note stands behind the block that refers to it.
    if (leaf.kind !== "note") block = leaf.id;
    for (const text of pieces(leaf.text)) {
      if (length >= (leaf.kind === "heading" ? leastOfPart : textOfPart)) end();
      lines.push({ block, kind: kindOf(leaf), text });
      length += text.length;
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

/** A block's text in pieces; none where there is none. */
function pieces(text: string): string[] {
  if (text.length <= longestLine) return text.trim() === "" ? [] : [text];
  const { from } = wordPlaces(text);
  const cut: string[] = [];
  let start = 0;
  for (const word of from)
    if (word - start > longestLine) {
      cut.push(text.slice(start, word));
      start = word;
    }
  return [...cut, text.slice(start)];
}
