/** Passages of a page: found by what they say, and marked so that they can be seen. */
import { type WordRange, words } from "../text/words";
import { leaves, objectMark } from "./leaves";
import type { DocumentNode, PageDocument } from "./model";

/** The most words of a passage that is spoken of. */
export const longestPassage = 400;

/**
 * The words of a page that read as `quote` does, whatever its capitals: of several such places the one
 * nearest to the word number `near`, counted without the words of notes, which stand elsewhere than where
 * they are read. Words that the quote has only the end or the beginning of, at its own ends, are taken whole.
 * Null if there is no such place, or if the quote has no words or more than `longestPassage`. O(words of the
 * text), in texts that do not repeat.
 */
export function findQuote(document: PageDocument, quote: string, near: number): WordRange | null {
  const sought = words(quote).map(({ folded }) => folded);
  if (sought.length === 0 || sought.length > longestPassage) return null;
  let number = 0;
  const read = leaves(document).flatMap(({ kind, text }) => {
    const own = words(text).map(({ folded }) => ({ folded, number: number++ }));
    return kind === "note" ? [] : own;
  });
  let best = -1;
  for (let at = 0; at + sought.length <= read.length; at++) {
    if (best >= 0 && Math.abs(at - near) >= Math.abs(best - near)) continue;
    if (
      sought.every((word, index) =>
        isQuoted(read[at + index]!.folded, word, index === 0, index === sought.length - 1),
      )
    )
      best = at;
  }
  return best < 0 ? null : { from: read[best]!.number, to: read[best + sought.length - 1]!.number + 1 };
}

function isQuoted(word: string, quoted: string, isFirst: boolean, isLast: boolean): boolean {
  if (isFirst && isLast) return word.includes(quoted);
  return isFirst ? word.endsWith(quoted) : isLast ? word.startsWith(quoted) : word === quoted;
}

/**
 * What stands in a range of a page's words, from the first to the last, in one line. O(length of the text).
 */
export function textOf(document: PageDocument, { from, to }: WordRange): string {
  let first = 0;
  const parts = leaves(document).flatMap(({ kind, text }) => {
    const own = words(text);
    const [one, other] = [Math.max(from - first, 0), Math.min(to - first, own.length)];
    first += own.length;
    return one < other && kind !== "note" ? [text.slice(own[one]!.from, own[other - 1]!.to)] : [];
  });
  return parts.join(" ").replaceAll(objectMark, "").replace(/\s+/g, " ").trim();
}

/** A passage, and what it is called. */
export interface PlacedPassage extends WordRange {
  readonly id: string;
}

/** Stretch of a block's text, in UTF-16 code units, that lies in a passage. */
interface Stretch {
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

/**
 * The document with its passages marked, to be drawn: text in one carries a mark of the type "passage" with
 * the passage's `id`, and the first text in it says that it `opens` it. No document of the schema. O(text ×
 * passages).
 */
export function markPassages(document: PageDocument, passages: readonly PlacedPassage[]): PageDocument {
  const stretches = stretchesOf(document, passages);
  if (stretches.size === 0) return document;
  const opened = new Set<string>();
  const marks = (own: readonly Stretch[]) =>
    own.map(({ id }) => {
      const opens = !opened.has(id);
      opened.add(id);
      return { type: "passage", attrs: { id, opens } } as const;
    });
  const marked = (node: DocumentNode): DocumentNode => {
    const own = stretches.get(node);
    if (!own) return node.content ? { ...node, content: node.content.map(marked) } : node;
    let at = 0;
    const content = (node.content ?? []).flatMap((child): readonly DocumentNode[] => {
      const start = at;
      at += child.type === "text" ? child.text!.length : 1;
      if (child.type !== "text") return [child];
      return cutAt(start, at, own).map(([from, to]) => {
        const inside = own.filter((each) => each.from <= from && to <= each.to);
        return {
          ...child,
          text: child.text!.slice(from - start, to - start),
          marks: [...marks(inside), ...(child.marks ?? [])],
        };
      });
    });
    return { ...node, content };
  };
  return { ...document, content: (document.content ?? []).map(marked) };
}

/** The parts of a text from `from` to `to` that the stretches' ends cut it into. */
function cutAt(from: number, to: number, stretches: readonly Stretch[]): [from: number, to: number][] {
  const ends = stretches.flatMap((each) => [each.from, each.to]).filter((end) => from < end && end < to);
  const cuts = [from, ...[...new Set(ends)].sort((one, other) => one - other), to];
  return cuts.slice(1).map((cut, index) => [cuts[index]!, cut]);
}

/** For each block in which a passage lies, by its node, where. */
function stretchesOf(
  document: PageDocument,
  passages: readonly PlacedPassage[],
): Map<DocumentNode, Stretch[]> {
  const found = new Map<DocumentNode, Stretch[]>();
  let first = 0;
  for (const leaf of passages.length === 0 ? [] : leaves(document)) {
    const own = words(leaf.text);
    const stretches =
      leaf.kind === "note"
        ? []
        : passages.flatMap(({ id, from, to }): Stretch[] => {
            const [one, other] = [Math.max(from - first, 0), Math.min(to - first, own.length)];
            return one < other ? [{ id, from: own[one]!.from, to: own[other - 1]!.to }] : [];
          });
    if (stretches.length > 0) found.set(leaf.node, stretches);
    first += own.length;
  }
  return found;
}
