/** Whether a text has a long run of another at all, which is asked in a few steps a word, before it is looked for where. */
import { factor, factorOfFirst, spread } from "./rolling";
import { type Source, type Target, withRoom } from "./runs";

// Room that one question after the other uses.
/** The hashes of the target's runs, made of each word's number plus one, each in the first free slot from its own on; 0 is free. */
let slots = new Int32Array(4096);

/**
 * Whether `length` open words of the target stand one behind the other in any of the sources, whatever of these is open. Runs of one hash count as the same,
 * so that once in some hundred thousand questions the answer is yes where it is no. O(sources + target) in words.
 */
export function shareRun(sources: readonly Source[], { words, open, from, to }: Target, length: number): boolean {
  let size = 256;
  while (size < 4 * (to - from)) size *= 2;
  slots = withRoom(slots, size).fill(0, 0, size);
  const mask = size - 1, ofFirst = factorOfFirst(length);
  let run = 0, hash = 0, isAny = false;
  for (let at = from; at < to; at++) {
    if (open[at] === 0) { run = hash = 0; continue; }
    hash = (Math.imul(hash, factor) + words[at]! + 1) | 0;
    if (++run < length) continue;
    if (run > length) hash = (hash - Math.imul(words[at - length]! + 1, ofFirst)) | 0;
    slots[slotOf(hash || 1, mask)] = hash || 1;
    isAny = true;
  }
  return isAny && sources.some((source) => standsIn(source, length, ofFirst, mask));
}

function standsIn({ words }: Source, length: number, ofFirst: number, mask: number): boolean {
  let hash = 0;
  for (let at = 0; at < words.length; at++) {
    hash = (Math.imul(hash, factor) + words[at]! + 1) | 0;
    if (at >= length) hash = (hash - Math.imul(words[at - length]! + 1, ofFirst)) | 0;
    if (at >= length - 1 && slots[slotOf(hash || 1, mask)] !== 0) return true;
  }
  return false;
}

/** Where a hash is, or the free slot where it would be. */
function slotOf(hash: number, mask: number): number {
  const table = slots;
  let slot = spread(hash) & mask;
  while (table[slot] !== 0 && table[slot] !== hash) slot = (slot + 1) & mask;
  return slot;
}
