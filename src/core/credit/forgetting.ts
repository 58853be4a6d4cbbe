/** What a page forgets of what was removed from it: first what it knows anyway, then what left first. */
import { forgottenAtOnce, mostRemembered, mostRememberedRuns, runsForgottenAtOnce } from "../diff/budgets";
import { passing } from "../text/room";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";
import type { Pieces } from "./pieces";

/** What a page knows beside the pieces. */
export interface Known {
  /** The credit of the words that stand. */
  readonly standing: Origins;
  /** A piece's words were part of what stood, or of what was remembered: their credit there. */
  readonly originsOf: (isStanding: boolean) => Origins;
  /** Whether words of an entry may stand, or be remembered, more than once. */
  readonly isSpread: (entry: number) => boolean;
}

/**
 * Forgets some more than needed, so that it is not done at every entry, and nothing that `entry` removed.
 * O(words remembered and standing).
 */
export function forget(pieces: Pieces, entry: number, known: Known): Pieces {
  return withoutOldest(withoutKnown(pieces, entry, known), entry);
}

/**
 * Text that went from page to page and came back, or that was written over and over, may be remembered many
 * times: the last time is enough.
 */
function withoutKnown(pieces: Pieces, entry: number, { standing, originsOf, isSpread }: Known): Pieces {
  const known = new OriginSet();
  const isKept = passing.bytes(pieces.length);
  let mayBeKnown = 0;
  for (let index = 0; index < pieces.length; index++) {
    // A piece of which the first word stands nowhere else is kept, whatever the others are.
    if (isSpread(originsOf(pieces.stood[index] === 1).entries[pieces.from[index]!]!)) mayBeKnown++;
    else isKept[index] = 1;
  }
  if (mayBeKnown === 0) return pieces;
  known.addAll(standing, isSpread);
  for (const index of latestFirst(pieces)) {
    const { entries, ordinals } = originsOf(pieces.stood[index] === 1);
    if (pieces.at[index] === entry) isKept[index] = 1;
    let writer = -1,
      isSeveral = false;
    for (let word = pieces.from[index]!; word < pieces.to[index]!; word++) {
      // Neighbours are mostly of one entry.
      if (entries[word] !== writer) isSeveral = isSpread((writer = entries[word]!));
      if (isSeveral) {
        if (known.has(writer, ordinals[word]!)) continue;
        known.add(writer, ordinals[word]!);
      }
      isKept[index] = 1;
    }
  }
  return pick(pieces, (index) => isKept[index] === 1);
}

/** The pieces by their numbers, those that were removed last first; of one entry in the order of the page. */
function latestFirst({ at, length }: Pieces): Float64Array {
  let last = 0;
  for (let index = 0; index < length; index++) last = Math.max(last, at[index]!);
  const keys = new Float64Array(length);
  for (let index = 0; index < length; index++) keys[index] = (last - at[index]!) * length + index;
  return keys.sort().map((key) => key % length);
}

interface Sum {
  words: number;
  runs: number;
}

function isFewEnough({ words, runs }: Sum): boolean {
  return words <= mostRemembered - forgottenAtOnce && runs <= mostRememberedRuns - runsForgottenAtOnce;
}

function withoutOldest(pieces: Pieces, entry: number): Pieces {
  const { byEntry, earlier } = sumUp(pieces, entry);
  if (isFewEnough(earlier)) return pieces;
  let last = -1;
  for (const [at, { words, runs }] of [...byEntry].sort(([one], [other]) => one - other)) {
    if (isFewEnough(earlier)) break;
    earlier.words -= words;
    earlier.runs -= runs;
    last = at;
  }
  return pick(pieces, (index) => pieces.at[index]! > last);
}

/** How much each entry removed, and all earlier ones than `entry` together. */
function sumUp(pieces: Pieces, entry: number): { readonly byEntry: Map<number, Sum>; readonly earlier: Sum } {
  const byEntry = new Map<number, Sum>();
  const earlier = { words: 0, runs: 0 };
  for (let index = 0; index < pieces.length; index++) {
    const at = pieces.at[index]!;
    let own = byEntry.get(at);
    if (!own) byEntry.set(at, (own = { words: 0, runs: 0 }));
    const words = pieces.to[index]! - pieces.from[index]!;
    own.words += words;
    own.runs++;
    if (at === entry) continue;
    earlier.words += words;
    earlier.runs++;
  }
  return { byEntry, earlier };
}

function pick(pieces: Pieces, isWanted: (index: number) => boolean): Pieces {
  const wanted: number[] = [];
  for (let index = 0; index < pieces.length; index++) if (isWanted(index)) wanted.push(index);
  return pieces.pick(wanted);
}
