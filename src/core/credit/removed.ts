/**
 * Removed text, kept where it stood.
 *
 * Whoever brings text back gives it back to its author, and the surest sign of bringing back is the place: a word that
 * comes again between the same two words is that word, even if it is "the". So a page remembers what was removed from
 * it in reading order, each run after the standing word that it followed. Text that comes back elsewhere is found by
 * searching what all pages of the wiki remember.
 */
import type { Range } from "../diff/align";
import { blockBreak } from "../text/breaks";
import { emptyOrigins, type Origins } from "./origins";

/** Removed runs in the order of the page, laid out flat. Never changed in place. */
export interface RemovedText {
  readonly words: Int32Array;
  /** The break before each word; a run begins like a block, for nothing is known of what stood before it. */
  readonly breaks: Uint8Array;
  readonly origins: Origins;
  /** The first word of each run, and at the end the number of all words. */
  readonly starts: Int32Array;
  /** For each run the entry that removed it. */
  readonly at: Int32Array;
  /** For each run the standing word that it follows, or -1 at the top of the page; never decreasing. */
  readonly anchors: Int32Array;
}

export const nothingRemoved: RemovedText = {
  words: new Int32Array(0), breaks: new Uint8Array(0), origins: emptyOrigins(0), starts: new Int32Array(1), at: new Int32Array(0), anchors: new Int32Array(0),
};

/**
 * The most removed words that a page remembers. When it is full, what left first is forgotten first, and counts as
 * added by whoever writes it again. At 16,000 words, all of a page of 3,000 must have been replaced five
 * times over before that can happen. What the last entry removed is never forgotten at once: removing a
 * whole page and restoring it must leave no trace.
 */
export const mostRemembered = 16_000;
const forgottenAtOnce = 2000;

/** A page's words as they stood before an entry. */
interface Stood {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  readonly origins: Origins;
}

interface Fate {
  readonly entry: number;
  /** For each word that stood: where it stands now, or -1. */
  readonly toAfter: Int32Array;
  /** For each removed word: where it stands now, or -1; null if none came back. */
  readonly removedToAfter: Int32Array | null;
  /** The words that may have changed their place; those behind `aTo` all stand `bTo - aTo` further on. */
  readonly changed: Range;
}

/**
 * Runs that are to be remembered, each part of what stood or part of what was remembered: in plain arrays, because there
 * may be thousands of them and most stay as they are.
 */
class Pieces {
  length = 0;
  from: Int32Array;
  to: Int32Array;
  /** 1 for parts of what stood. */
  stood: Uint8Array;
  at: Int32Array;
  anchor: Int32Array;

  constructor(capacity: number) {
    this.from = new Int32Array(capacity);
    this.to = new Int32Array(capacity);
    this.stood = new Uint8Array(capacity);
    this.at = new Int32Array(capacity);
    this.anchor = new Int32Array(capacity);
  }

  put(from: number, to: number, stood: 0 | 1, at: number, anchor: number): void {
    const index = this.length++;
    this.from[index] = from;
    this.to[index] = to;
    this.stood[index] = stood;
    this.at[index] = at;
    this.anchor[index] = anchor;
  }

  /** Some of the pieces, in the order given. */
  pick(wanted: ArrayLike<number> & Iterable<number>): Pieces {
    const picked = new Pieces(wanted.length);
    for (const index of wanted) picked.put(this.from[index]!, this.to[index]!, this.stood[index] as 0 | 1, this.at[index]!, this.anchor[index]!);
    return picked;
  }
}

/**
 * What is remembered after an entry: what went is put where it stood, what came back is taken out, and each run follows
 * the word before it to wherever that stands now. O(what changed + runs), and copying.
 */
export function rememberRemoved(stood: Stood, removed: RemovedText, fate: Fate): RemovedText {
  const { entry, toAfter, removedToAfter } = fate;
  const { aFrom, aTo, bFrom, bTo } = removedToAfter ? { aFrom: 0, aTo: toAfter.length, bFrom: 0, bTo: 0 } : fate.changed;
  // Runs after a word in front of what changed stay as they are, runs after a word behind it slide along.
  const [head, tail] = removedToAfter ? [0, removed.at.length] : [firstRunFrom(removed.anchors, aFrom), firstRunFrom(removed.anchors, aTo)];
  const gone = countGone(toAfter, aFrom, aTo);
  const isUntouched = gone === 0 && !removedToAfter;
  const pieces = new Pieces(removed.at.length + gone + (removedToAfter?.length ?? 0));
  let [nextRun, anchor, wentFrom] = [0, -1, -1];
  for (; nextRun < head; nextRun++) putRun(removed.anchors[nextRun]!);
  anchor = bFrom - 1;
  putRunsAfter(-1);
  for (let word = aFrom; word < aTo; word++) {
    const to = toAfter[word]!;
    if (to >= 0) {
      putGone(word);
      anchor = to;
    } else if (wentFrom < 0) wentFrom = word;
    if (nextRun < tail && removed.anchors[nextRun] === word) {
      putGone(word + 1);
      putRunsAfter(word);
    }
  }
  putGone(aTo);
  for (; nextRun < removed.at.length; nextRun++) putRun(removed.anchors[nextRun]! + bTo - aTo);
  if (isUntouched && isOrdered(pieces)) return { ...removed, anchors: pieces.anchor.slice(0, pieces.length) };
  return layOut(forget(inOrder(pieces), entry), stood, removed);

  function putRun(at: number): void {
    pieces.put(removed.starts[nextRun]!, removed.starts[nextRun + 1]!, 0, removed.at[nextRun]!, at);
  }

  function putGone(to: number): void {
    if (wentFrom >= 0) pieces.put(wentFrom, to, 1, entry, anchor);
    wentFrom = -1;
  }

  function putRunsAfter(word: number): void {
    for (; nextRun < tail && removed.anchors[nextRun] === word; nextRun++) {
      if (!removedToAfter) putRun(anchor);
      else putLeft(removed.starts[nextRun]!, removed.starts[nextRun + 1]!, removed.at[nextRun]!, removedToAfter);
    }
  }

  /** The parts of a run that did not come back, each after the part that did. */
  function putLeft(from: number, to: number, at: number, back: Int32Array): void {
    for (let word = from; word < to; word++) {
      if (back[word]! < 0) continue;
      if (word > from) pieces.put(from, word, 0, at, anchor);
      anchor = back[word]!;
      from = word + 1;
    }
    if (to > from) pieces.put(from, to, 0, at, anchor);
  }
}

/** The first run whose anchor is `anchor` or later. */
export function firstRunFrom(anchors: Int32Array, anchor: number): number {
  let [low, high] = [0, anchors.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (anchors[middle]! < anchor) low = middle + 1;
    else high = middle;
  }
  return low;
}

function countGone(toAfter: Int32Array, from: number, to: number): number {
  let sum = 0;
  for (let word = from; word < to; word++) if (toAfter[word]! < 0) sum++;
  return sum;
}

function isOrdered({ anchor, length }: Pieces): boolean {
  for (let index = 1; index < length; index++) if (anchor[index]! < anchor[index - 1]!) return false;
  return true;
}

/** Words that moved took their runs along; the runs are put back in the order of the page, by counting. */
function inOrder(pieces: Pieces): Pieces {
  if (isOrdered(pieces)) return pieces;
  let last = -1;
  for (let index = 0; index < pieces.length; index++) last = Math.max(last, pieces.anchor[index]!);
  const places = new Int32Array(last + 3);
  for (let index = 0; index < pieces.length; index++) places[pieces.anchor[index]! + 2]!++;
  for (let anchor = 1; anchor < places.length; anchor++) places[anchor]! += places[anchor - 1]!;
  const order = new Int32Array(pieces.length);
  for (let index = 0; index < pieces.length; index++) order[places[pieces.anchor[index]! + 1]!++] = index;
  return pieces.pick(order);
}

/** Forgets the oldest runs once there are too many; some more than needed, so that it is not done at every entry. */
function forget(pieces: Pieces, entry: number): Pieces {
  let words = 0;
  for (let index = 0; index < pieces.length; index++) if (pieces.at[index] !== entry) words += pieces.to[index]! - pieces.from[index]!;
  if (words <= mostRemembered) return pieces;
  const byEntry = new Map<number, number>();
  for (let index = 0; index < pieces.length; index++) {
    byEntry.set(pieces.at[index]!, (byEntry.get(pieces.at[index]!) ?? 0) + pieces.to[index]! - pieces.from[index]!);
  }
  let last = -1;
  for (const [at, length] of [...byEntry].sort(([one], [other]) => one - other)) {
    if (words <= mostRemembered - forgottenAtOnce) break;
    words -= length;
    last = at;
  }
  const left: number[] = [];
  for (let index = 0; index < pieces.length; index++) if (pieces.at[index]! > last) left.push(index);
  return pieces.pick(left);
}

function layOut(pieces: Pieces, stood: Stood, removed: RemovedText): RemovedText {
  const { from, to, length } = pieces;
  const starts = new Int32Array(length + 1);
  for (let index = 0; index < length; index++) starts[index + 1] = starts[index]! + to[index]! - from[index]!;
  const words = starts[length]!;
  const next = {
    words: new Int32Array(words), breaks: new Uint8Array(words), origins: emptyOrigins(words),
    starts, at: pieces.at.slice(0, length), anchors: pieces.anchor.slice(0, length),
  };
  // Runs that lay side by side are copied together: most of them did.
  for (let index = 0; index < length; ) {
    const first = index++;
    while (index < length && pieces.stood[index] === pieces.stood[first] && from[index] === to[index - 1]) index++;
    copy(pieces.stood[first] ? stood : removed, from[first]!, to[index - 1]!, next, starts[first]!);
  }
  for (let index = 0; index < length; index++) next.breaks[starts[index]!] = blockBreak;
  return next;
}

/** Longer stretches are copied by the machine: a call of it takes longer than a few words do. */
const fewWords = 24;

function copy(source: Stood, from: number, to: number, target: Stood, at: number): void {
  if (to - from <= fewWords) {
    const [{ words, breaks, origins: { entries, ordinals } }, next] = [source, target];
    for (let word = from; word < to; word++, at++) {
      next.words[at] = words[word]!;
      next.breaks[at] = breaks[word]!;
      next.origins.entries[at] = entries[word]!;
      next.origins.ordinals[at] = ordinals[word]!;
    }
    return;
  }
  target.words.set(source.words.subarray(from, to), at);
  target.breaks.set(source.breaks.subarray(from, to), at);
  target.origins.entries.set(source.origins.entries.subarray(from, to), at);
  target.origins.ordinals.set(source.origins.ordinals.subarray(from, to), at);
}

/** The run that a removed word lies in. */
export function runOf({ starts }: RemovedText, word: number): number {
  let [low, high] = [0, starts.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (starts[middle]! <= word) low = middle;
    else high = middle;
  }
  return low;
}
