/** Parts of a text that was put together of what others wrote, or removed, as a whole. */
import { blockBreak } from "../text/breaks";
import { partAt } from "./part-at";

export interface Parts {
  /** The first word of each, and at the end the number of all words. Each begins like a block. */
  readonly starts: Int32Array;
  /**
   * The part that one goes on from, and the one that goes on from it, however many others lie between the
   * two; -1 if there is none.
   */
  readonly before: Int32Array;
  readonly after: Int32Array;
  /** The parts from which one goes on that does not lie next to them. */
  readonly joints: readonly number[];
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

/**
 * The word that one goes on from, and the one that goes on from it, over whatever lies between the parts; -1
 * if there is none.
 */
export function wordBefore({ starts, before }: Parts, word: number): number {
  const part = partAt(starts, word);
  if (word > starts[part]!) return word - 1;
  return before[part]! < 0 ? -1 : starts[before[part]! + 1]! - 1;
}

export function wordAfter({ starts, after }: Parts, word: number): number {
  const part = partAt(starts, word);
  if (word + 1 < starts[part + 1]!) return word + 1;
  return after[part]! < 0 ? -1 : starts[after[part]!]!;
}
