/** What credit sees of a document: its blocks with their text and look. */
import { type Leaf, leaves, styleOf } from "../document/leaves";
import type { PageDocument } from "../document/model";
import type { WrittenBlock } from "../diff/sequence";

/** The blocks of `document`, in reading order. */
export function writtenBlocks(document: PageDocument): WrittenBlock[] {
  return leaves(document).map(writtenBlock);
}

function writtenBlock(leaf: Leaf): WrittenBlock {
  return { id: leaf.id, text: leaf.text, style: styleOf(leaf) };
}

/**
 * Where the blocks of a text without format lie: blank lines part them, line ends may be of any kind.
 * O(length).
 */
export function plainBlockPlaces(text: string): [from: number, to: number][] {
  const places: [number, number][] = [];
  const isEnd = (at: number) => text[at] === "\n" || text[at] === "\r";
  const isBlank = (at: number) => text[at] === " " || text[at] === "\t";
  const next = text.includes("\r")
    ? (at: number) => {
        while (at < text.length && !isEnd(at)) at++;
        return at;
      }
    : (at: number) => {
        const found = text.indexOf("\n", at);
        return found < 0 ? text.length : found;
      };
  let from = 0;
  for (let end = next(0); end < text.length;) {
    let at = end + (text[end] === "\r" && text[end + 1] === "\n" ? 2 : 1);
    while (isBlank(at)) at++;
    if (at < text.length && !isEnd(at)) {
      end = next(at);
      continue;
    }
    if (end > from) places.push([from, end]);
    while (isBlank(at) || isEnd(at)) at++;
    from = at;
    end = next(at);
  }
  if (text.length > from) places.push([from, text.length]);
  return places;
}

/** Text without format as blocks. */
export function plainBlocks(text: string): WrittenBlock[] {
  return plainBlockPlaces(text).map(([from, to]) => ({ id: null, text: text.slice(from, to), style: "" }));
}
