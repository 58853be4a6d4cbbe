/**
 * Whether a text has a passage of another in it at all, which is asked in a few steps a word, before it is
 * looked for what it is, and where.
 */
import { factor, factorOfFirst, spread } from "./rolling";
import { type Source, type Target, withRoom } from "./runs";

/** So many equal words count. */
export const seedOfPassage = 7;
/** Between those of a passage lie no more others than this, on both sides the same. */
export const widestBetween = 12;

const ofFirst = factorOfFirst(seedOfPassage);

// Room that one question after the other uses.
/**
 * The target's seeds, each in the first free slot from its own on: the hash, and the word behind the first
 * place where it stands; 0 is free.
 */
let hashes = new Int32Array(4096);
let ends = new Int32Array(4096);
/**
 * By diagonal, the word of the target behind the last that was met, all 0 between two sources; and how many
 * were met since there was a wide gap.
 */
let reached = new Int32Array(1024);
let met = new Int32Array(1024);

/**
 * Whether so many words of the target stand in one of the sources in a line, in stretches of `seedOfPassage`
 * open words and more with a few others between, whatever of the sources is open. A seed counts where the
 * target has it first: so does a passage that was pasted twice. Of two different seeds of one hash the second
 * is taken for the first, which hardly ever says yes where it is no. O(sources + target) in words.
 */
export function sharePassage(sources: readonly Source[], target: Target, words: number): boolean {
  const mask = readSeeds(target);
  return mask > 0 && sources.some((source) => standsIn(source, target.to, words, mask));
}

/** Returns the mask of the table, or 0 if the target has no seeds. */
function readSeeds({ words, open, from, to }: Target): number {
  let size = 256;
  while (size < 4 * (to - from)) size *= 2;
  hashes = withRoom(hashes, size).fill(0, 0, size);
  ends = withRoom(ends, size);
  const mask = size - 1;
  let run = 0,
    hash = 0,
    isAny = false;
  for (let at = from; at < to; at++) {
    if (open[at] === 0) {
      run = hash = 0;
      continue;
    }
    hash = (Math.imul(hash, factor) + words[at]! + 1) | 0;
    if (++run < seedOfPassage) continue;
    if (run > seedOfPassage) hash = (hash - Math.imul(words[at - seedOfPassage]! + 1, ofFirst)) | 0;
    const slot = slotOf(hashes, hash || 1, mask);
    if (hashes[slot] !== 0) continue;
    hashes[slot] = hash || 1;
    ends[slot] = at + 1;
    isAny = true;
  }
  return isAny ? mask : 0;
}

function standsIn({ words }: Source, targetEnd: number, wanted: number, mask: number): boolean {
  reached = withRoom(reached, words.length + targetEnd);
  met = withRoom(met, words.length + targetEnd);
  // Asked for every word of a wiki: what belongs to the module is slower to reach than what is at hand.
  const table = hashes,
    places = ends,
    last = reached,
    sums = met;
  const entered: number[] = [];
  let hash = 0,
    isFound = false;
  for (let at = 0; at < words.length && !isFound; at++) {
    hash = (Math.imul(hash, factor) + words[at]! + 1) | 0;
    if (at >= seedOfPassage) hash = (hash - Math.imul(words[at - seedOfPassage]! + 1, ofFirst)) | 0;
    else if (at < seedOfPassage - 1) continue;
    const slot = slotOf(table, hash || 1, mask);
    if (table[slot] === 0) continue;
    const end = places[slot]!,
      diagonal = at + 1 - end + targetEnd,
      before = last[diagonal]!;
    if (before === 0) entered.push(diagonal);
    const isNear = before > 0 && end - seedOfPassage - before <= widestBetween;
    sums[diagonal] = isNear ? sums[diagonal]! + Math.min(seedOfPassage, end - before) : seedOfPassage;
    last[diagonal] = end;
    isFound = sums[diagonal]! >= wanted;
  }
  for (const diagonal of entered) last[diagonal] = 0;
  return isFound;
}

/** Where a hash is, or the free slot where it would be. */
function slotOf(table: Int32Array, hash: number, mask: number): number {
  let slot = spread(hash) & mask;
  while (table[slot] !== 0 && table[slot] !== hash) slot = (slot + 1) & mask;
  return slot;
}
