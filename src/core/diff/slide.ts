/**
 * Handing a kept word's place to its double at the other end of a change, so that a move or a restore gets its edge.
 *
 * "[the flood. The] bank" and "the flood. [The bank]": where the word after a change equals the change's first word,
 * both readings of the change are right word by word. Which of them is right as a whole shows when the change turns
 * out to be a move of "the flood. The".
 */
import { kept } from "./ways";

/** One side of a comparison, and how it is joined with the other. */
export interface Side {
  readonly words: Int32Array;
  /** For each word the word of the other side that it is, or -1; and the other way round. */
  readonly partner: Int32Array;
  readonly back: Int32Array;
  /** How each word of the text after came about; changed along where this side is the text after. */
  readonly how: Uint8Array;
  readonly isAfter: boolean;
  /** Of the text after: whether a word without partner is still to be explained. All are, if not given. */
  readonly isFree?: (word: number) => boolean;
}

/**
 * Makes the word `at` free, if it is kept and the change on its `from` side (-1 for before it, 1 for after it) begins,
 * or ends, with the same word. Returns the word that took its place, `at` itself if it was free, or -1 if it can't be made
 * free. O(length of the change).
 */
export function makeRoom(side: Side, at: number, from: -1 | 1): number {
  const { words, partner, back, how, isAfter } = side;
  if (at < 0 || at >= words.length) return -1;
  if (partner[at]! < 0) return (side.isFree?.(at) ?? true) ? at : -1;
  if (!isKept(at)) return -1;
  let double = at + from;
  while (double + from >= 0 && double + from < words.length && !isKept(double + from)) double += from;
  if (double < 0 || double >= words.length || isKept(double) || partner[double]! >= 0 || words[double] !== words[at]) return -1;
  if (side.isFree && !side.isFree(double)) return -1;
  partner[double] = partner[at]!;
  back[partner[double]!] = double;
  partner[at] = -1;
  if (isAfter) [how[double], how[at]] = [how[at]!, how[double]!];
  return double;

  function isKept(word: number): boolean {
    return isAfter ? how[word] === kept : partner[word]! >= 0 && how[partner[word]!] === kept;
  }
}
