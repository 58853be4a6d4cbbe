/** Parts of a text that was put together of what others wrote, or removed, as a whole. */
import { blockBreak } from "../text/breaks";
import { partAt } from "./part-at";

export interface Parts {
  /** The first word of each, and at the end the number of all words. Each begins like a block. */
  readonly starts: Int32Array;
  /** The part that one goes on from, and the one that goes on from it, however many others lie between the two; -1 if there is none. */
  readonly before: (part: number) => number;
  readonly after: (part: number) => number;
}

interface TextInParts {
  readonly breaks: Uint8Array;
  readonly parts?: Parts;
}

/** The part that begins with a word, or -1. */
export function partFrom({ breaks, parts }: TextInParts, word: number): number {
  // Asked of thousands of runs, of which few begin anything.
  if (!parts || breaks[word] !== blockBreak) return -1;
  const part = partAt(parts.starts, word);
  return parts.starts[part] === word ? part : -1;
}

/** Whether a part ends before a word. */
export function isPartEnd(text: TextInParts, word: number): boolean {
  return text.parts !== undefined && (word === text.breaks.length || partFrom(text, word) >= 0);
}
