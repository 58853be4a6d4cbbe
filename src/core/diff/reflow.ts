/**
 * Blocks that were joined or split: words that go on behind the same word as before, over a break that came
 * or went. Blocks are aligned as wholes, so that a heading which was joined to the paragraph above it is
 * nowhere to be found among the blocks.
 */
import { blockBreak } from "../text/breaks";
import type { Matching } from "./matching";
import { kept } from "./ways";

/**
 * So many words behind a break that came or went are proof; fewer, if they are all that there was of their
 * block.
 */
const fewestWords = 3;

/**
 * Whether the changed words are the same in the same order: then only breaks have changed. Keeps all of them
 * if so. O(changed words).
 */
export function keepIfOnlyReflowed(matching: Matching): boolean {
  const {
    a,
    b,
    fromBefore,
    toAfter,
    how,
    changed: { aFrom, aTo, bFrom, bTo },
  } = matching;
  if (aTo - aFrom !== bTo - bFrom) return false;
  for (let at = 0; at < aTo - aFrom; at++) if (a.words[aFrom + at] !== b.words[bFrom + at]) return false;
  for (let at = 0; at < aTo - aFrom; at++) {
    fromBefore[bFrom + at] = aFrom + at;
    toAfter[aFrom + at] = bFrom + at;
    how[bFrom + at] = kept;
  }
  return true;
}

/** Keeps what goes on over such a break. O(changed words). */
export function keepOverBreaks({ a, b, fromBefore, toAfter, how, changed }: Matching): void {
  const isBreak = (breaks: Uint8Array, word: number) => breaks[word] === blockBreak;
  for (let word = Math.max(1, changed.aFrom); word < changed.aTo; word++) {
    const before = toAfter[word - 1]!;
    if (toAfter[word]! >= 0 || before < 0) continue;
    const next = before + 1;
    if (next >= changed.bTo || fromBefore[next]! >= 0 || isBreak(a.breaks, word) === isBreak(b.breaks, next))
      continue;
    let length = 0;
    const goesOn = (at: number) =>
      word + at < changed.aTo &&
      next + at < changed.bTo &&
      toAfter[word + at]! < 0 &&
      fromBefore[next + at]! < 0 &&
      a.words[word + at] === b.words[next + at];
    while (goesOn(length)) length++;
    const endsBlock = (at: number, breaks: Uint8Array) => at >= breaks.length || isBreak(breaks, at);
    if (
      length === 0 ||
      (length < fewestWords && !endsBlock(word + length, a.breaks) && !endsBlock(next + length, b.breaks))
    )
      continue;
    for (let at = 0; at < length; at++) {
      fromBefore[next + at] = word + at;
      toAfter[word + at] = next + at;
      how[next + at] = kept;
    }
    word += length - 1;
  }
}
