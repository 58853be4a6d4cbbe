/**
 * Removed text, kept where it stood.
 *
 * Whoever brings text back gives it back to its author, and the surest sign of bringing back is the place: a
 * word that comes again between the same two words is that word, even if it is "the". So a page remembers
 * what was removed from it in reading order, each run after the standing word that it followed. Text that
 * comes back elsewhere is found by searching what all pages of the wiki remember.
 */
import { mostRemembered, mostRememberedRuns, mostRunsBetween } from "../diff/budgets";
import type { Range } from "../diff/range";
import type { Parts } from "../diff/parts";
import { blockBreak } from "../text/breaks";
import { passing, Together } from "../text/room";
import { forget } from "./forgetting";
import { continueRuns, emptyOrigins, type Origins } from "./origins";
import { Pieces } from "./pieces";

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
  words: new Int32Array(0),
  breaks: new Uint8Array(0),
  origins: emptyOrigins(0),
  starts: new Int32Array(1),
  at: new Int32Array(0),
  anchors: new Int32Array(0),
};

/**
 * The runs as parts. What a later entry removed around what had been removed before goes on behind it, in the
 * order of the page: whoever brings it back brings it back in one piece. To be used within the step. O(runs).
 */
export function partsOf(removed: RemovedText): Parts {
  return joinRuns(removed, passing.numbers(removed.at.length), passing.numbers(removed.at.length));
}

const known = new WeakMap<RemovedText, Parts>();

/**
 * The same for a page that is searched by many entries before it changes: made once, and kept as long as its
 * runs.
 */
export function lastingPartsOf(removed: RemovedText): Parts {
  const parts =
    known.get(removed) ??
    joinRuns(removed, new Int32Array(removed.at.length), new Int32Array(removed.at.length));
  known.set(removed, parts);
  return parts;
}

function joinRuns({ starts, at, anchors }: RemovedText, before: Int32Array, after: Int32Array): Parts {
  before.fill(-1);
  after.fill(-1);
  const joints: number[] = [];
  for (let run = 1; run < at.length; run++) {
    // Most lie alone in their place.
    if (anchors[run - 1] !== anchors[run]) continue;
    const first = Math.max(0, run - mostRunsBetween);
    let other = run - 1;
    while (other >= first && anchors[other] === anchors[run] && at[other] !== at[run]) other--;
    if (other < first || anchors[other] !== anchors[run]) continue;
    before[run] = other;
    after[other] = run;
    if (run - other > 1) joints.push(other);
  }
  return { starts, before, after, joints };
}

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
  /**
   * False for an entry that emptied the page, or put it back as it was: the two together must leave no trace,
   * not even that something was forgotten.
   */
  readonly mayForget: boolean;
  /** The credit of the words that stand now. */
  readonly standing: Origins;
  /** Whether words of an entry may stand, or be remembered, more than once. */
  readonly isSpread: (entry: number) => boolean;
}

/**
 * What is remembered after an entry: what went is put where it stood, what came back is taken out, and each
 * run follows the word before it to wherever that stands now. O(what changed), and copying.
 */
export function rememberRemoved(stood: Stood, removed: RemovedText, fate: Fate): RemovedText {
  const { entry, toAfter, removedToAfter } = fate;
  const { aFrom, aTo, bFrom, bTo } = removedToAfter
    ? { aFrom: 0, aTo: toAfter.length, bFrom: 0, bTo: 0 }
    : fate.changed;
  // Runs after a word in front of what changed stay as they are, runs after a word behind it slide along.
  const head = removedToAfter ? 0 : firstRunFrom(removed.anchors, aFrom),
    tail = removedToAfter ? removed.at.length : firstRunFrom(removed.anchors, aTo);
  const gone = countGone(toAfter, aFrom, aTo);
  const pieces = new Pieces(tail - head + gone + (removedToAfter?.length ?? 0));
  let nextRun = head,
    anchor = bFrom - 1,
    wentFrom = -1;
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
  const remembered = { head, middle: inOrder(pieces), tail, shift: bTo - aTo };
  const earlier = before(entry, remembered, removed);
  if (!fate.mayForget || (earlier.words <= mostRemembered && earlier.runs <= mostRememberedRuns)) {
    if (gone === 0 && !removedToAfter && remembered.middle === pieces)
      return { ...removed, anchors: putAnchors(remembered, removed, new Int32Array(removed.at.length)) };
    return layOut(remembered, stood, removed);
  }
  const known = {
    standing: fate.standing,
    isSpread: fate.isSpread,
    originsOf: (isStanding: boolean) => (isStanding ? stood.origins : removed.origins),
  };
  return layOut(
    {
      head: 0,
      middle: forget(inOnePiece(remembered, removed), entry, known),
      tail: removed.at.length,
      shift: 0,
    },
    stood,
    removed,
  );

  function putGone(to: number): void {
    if (wentFrom >= 0) pieces.put(wentFrom, to, 1, entry, anchor);
    wentFrom = -1;
  }

  function putRunsAfter(word: number): void {
    for (; nextRun < tail && removed.anchors[nextRun] === word; nextRun++) {
      const from = removed.starts[nextRun]!,
        to = removed.starts[nextRun + 1]!,
        at = removed.at[nextRun]!;
      if (removedToAfter) putLeft(from, to, at, removedToAfter);
      else pieces.put(from, to, 0, at, anchor);
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

/**
 * What is to be remembered: the first runs as they are, then pieces, then the runs from `tail` on, whose
 * words slide by `shift`.
 */
interface Remembered {
  readonly head: number;
  readonly middle: Pieces;
  readonly tail: number;
  readonly shift: number;
}

/** How many words, and in how many runs, are to be remembered that earlier entries than `entry` removed. */
function before(
  entry: number,
  { head, middle, tail }: Remembered,
  { starts, words, at }: RemovedText,
): { readonly words: number; readonly runs: number } {
  let sum = starts[head]! + words.length - starts[tail]!,
    runs = head + at.length - tail;
  for (let index = 0; index < middle.length; index++) {
    if (middle.at[index] === entry) continue;
    sum += middle.to[index]! - middle.from[index]!;
    runs++;
  }
  return { words: sum, runs };
}

/** The same with every run as a piece. */
function inOnePiece({ head, middle, tail, shift }: Remembered, { starts, at, anchors }: RemovedText): Pieces {
  const all = new Pieces(head + middle.length + at.length - tail);
  for (let run = 0; run < head; run++) all.put(starts[run]!, starts[run + 1]!, 0, at[run]!, anchors[run]!);
  for (let index = 0; index < middle.length; index++)
    all.put(
      middle.from[index]!,
      middle.to[index]!,
      middle.stood[index] as 0 | 1,
      middle.at[index]!,
      middle.anchor[index]!,
    );
  for (let run = tail; run < at.length; run++)
    all.put(starts[run]!, starts[run + 1]!, 0, at[run]!, anchors[run]! + shift);
  return all;
}

/** The first run whose anchor is `anchor` or later. */
export function firstRunFrom(anchors: Int32Array, anchor: number): number {
  let low = 0,
    high = anchors.length;
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
  const places = passing.numbers(last + 3);
  for (let index = 0; index < pieces.length; index++) places[pieces.anchor[index]! + 2]!++;
  for (let anchor = 1; anchor < places.length; anchor++) places[anchor]! += places[anchor - 1]!;
  const order = passing.numbers(pieces.length);
  for (let index = 0; index < pieces.length; index++) order[places[pieces.anchor[index]! + 1]!++] = index;
  return pieces.pick(order);
}

function layOut(remembered: Remembered, stood: Stood, removed: RemovedText): RemovedText {
  const {
    head,
    middle: { from, to, length, ...middle },
    tail,
  } = remembered;
  const runs = head + length + removed.at.length - tail;
  let words = removed.starts[head]! + removed.words.length - removed.starts[tail]!;
  for (let index = 0; index < length; index++) words += to[index]! - from[index]!;
  const memory = new Together(3 * words + 3 * runs + 1, words);
  const starts = memory.numbers(runs + 1),
    at = memory.numbers(runs),
    anchors = memory.numbers(runs);
  starts.set(removed.starts.subarray(0, head + 1));
  for (let index = 0; index < length; index++)
    starts[head + index + 1] = starts[head + index]! + to[index]! - from[index]!;
  const slid = starts[head + length]! - removed.starts[tail]!;
  for (let run = tail; run < removed.at.length; run++)
    starts[run + head + length - tail + 1] = removed.starts[run + 1]! + slid;
  at.set(removed.at.subarray(0, head));
  at.set(middle.at.subarray(0, length), head);
  at.set(removed.at.subarray(tail), head + length);
  putAnchors(remembered, removed, anchors);
  const next = {
    words: memory.numbers(words),
    origins: { entries: memory.numbers(words), ordinals: memory.numbers(words) },
    breaks: memory.bytes(words),
    starts,
    at,
    anchors,
  };
  copy(removed, 0, removed.starts[head]!, next, 0);
  // Runs that lay side by side are copied together: most of them did.
  for (let index = 0; index < length;) {
    const first = index++;
    while (index < length && middle.stood[index] === middle.stood[first] && from[index] === to[index - 1])
      index++;
    copy(middle.stood[first] ? stood : removed, from[first]!, to[index - 1]!, next, starts[head + first]!);
  }
  copy(removed, removed.starts[tail]!, removed.words.length, next, starts[head + length]!);
  for (let index = head; index < head + length; index++) next.breaks[starts[index]!] = blockBreak;
  const first = removed.starts[head]!;
  continueRuns(removed.origins, next.origins, {
    aFrom: first,
    aTo: removed.starts[tail]!,
    bFrom: first,
    bTo: starts[head + length]!,
  });
  return next;
}

function putAnchors(
  { head, middle: { length, anchor }, tail, shift }: Remembered,
  { anchors }: RemovedText,
  all: Int32Array,
): Int32Array {
  all.set(anchors.subarray(0, head));
  all.set(anchor.subarray(0, length), head);
  for (let run = tail; run < anchors.length; run++) all[run + head + length - tail] = anchors[run]! + shift;
  return all;
}

/** Longer stretches are copied by the machine: a call of it takes longer than a few words do. */
const fewWords = 24;

function copy(source: Stood, from: number, to: number, target: Stood, at: number): void {
  if (to - from <= fewWords) {
    const {
        words,
        breaks,
        origins: { entries, ordinals },
      } = source,
      next = target;
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
