/**
 * Keeping words in order within one stretch of text, so that a person would agree with it: aligned as far as possible,
 * with the ends of changes where sentences end, and without what is only chance.
 */
import { blockBreak, sentenceBreak } from "../text/breaks";
import { passing } from "../text/room";
import { type Alignable, alignAround } from "./align";
import type { Anchor } from "./anchors";
import { type Evidence, longRun } from "./evidence";

/** The open words of a stretch on both sides, in order. */
export interface Stretch extends Alignable {
  readonly aBreaks: Uint8Array;
  readonly bBreaks: Uint8Array;
}

/**
 * For each word of `b` the index in `a` of the word that it keeps, or -1; indices increase. `known` are runs that stay, if any are known;
 * `cost` is what part of its usual cost a change has here (see `costOfChange`).
 */
export function alignStretch(stretch: Stretch, evidence: () => Evidence, known: readonly Anchor[] = [], cost = 1): Int32Array {
  const from = passing.numbers(stretch.b.length).fill(-1);
  const whole = { aFrom: 0, aTo: stretch.a.length, bFrom: 0, bTo: stretch.b.length };
  let isAnyKept = false;
  alignAround(known, stretch, whole, (a, b) => {
    from[b] = a;
    isAnyKept = true;
  });
  if (!isAnyKept) return from;
  slideChanges(stretch, from);
  const runs = keptRuns(stretch, from);
  const left = withoutChance(stretch, runs, evidence, cost);
  if (left.length === runs.length) return from;
  from.fill(-1);
  if (left.length === 0) return from;
  for (const run of left) for (let at = 0; at < run.length; at++) from[run.b + at] = run.a + at;
  growRuns(stretch, left, from);
  slideChanges(stretch, from);
  return from;
}

/** So many pairs of words are looked at before two stretches are compared; of longer ones it is taken for granted that they share a word. */
const fewPairs = 400;

/** Whether two stretches may have a word in common: most short ones have none, and need no comparison. */
export function mayShareWord(a: Int32Array, aFrom: number, aTo: number, b: Int32Array, bFrom: number, bTo: number): boolean {
  if ((aTo - aFrom) * (bTo - bFrom) > fewPairs) return true;
  for (let at = aFrom; at < aTo; at++) for (let other = bFrom; other < bTo; other++) if (a[at] === b[other]) return true;
  return false;
}

/** Takes the equal words at both ends of each change into the runs beside it: they may have been kept in what was let go. */
function growRuns({ a, b }: Stretch, runs: readonly Kept[], from: Int32Array): void {
  let aAt = 0, bAt = 0;
  for (const next of [...runs, { a: a.length, b: b.length, length: 0 }]) {
    let aTo = next.a, bTo = next.b;
    if (bAt > 0) while (aAt < aTo && bAt < bTo && a[aAt] === b[bAt]) from[bAt++] = aAt++;
    if (next.length > 0) while (aAt < aTo && bAt < bTo && a[aTo - 1] === b[bTo - 1]) from[--bTo] = --aTo;
    aAt = next.a + next.length;
    bAt = next.b + next.length;
  }
}

interface Kept {
  readonly a: number;
  readonly b: number;
  readonly length: number;
}

function keptRuns({ b }: Stretch, from: Int32Array): Kept[] {
  const runs: Kept[] = [];
  for (let at = 0; at < b.length; ) {
    if (from[at]! < 0) { at++; continue; }
    const start = at;
    do at++; while (at < b.length && from[at] === from[start]! + at - start);
    runs.push({ a: from[start]!, b: start, length: at - start });
  }
  return runs;
}

/** What one more place of change costs, in bits, before its size and its ends. */
const bitsOfChange = 3;
/** What an end of a change costs where the text goes on without a break, or breaks for a clause, a sentence, a block. */
const bitsOfEnd = [5, 3, 1, 0];
/** A change of fewer words, on both sides together, may be a slip put right in the middle of a sentence: its ends cost less. */
const smallChange = 3;
/** A whole block that stays between others that change is that block, even if it is one common word: a heading, a cell. */
const bitsOfWholeBlock = 6;

/**
 * Lets go of kept runs that prove less than they cost. A sentence that was replaced shares "the" and "of" with its
 * successor; to keep those would show a change of a sentence as crumbs, and credit the old author with them.
 *
 * Which runs to keep is a question of the shorter description (Rissanen, "Modeling by shortest data description",
 * 1978): a run saves the bits of its words and costs a second place of change. To let go of one makes its neighbours
 * cost more, never less, so the order does not matter. O(runs).
 */
function withoutChance(stretch: Stretch, runs: readonly Kept[], evidence: () => Evidence, costOfChange: number): readonly Kept[] {
  const before = passing.numbers(runs.length), after = passing.numbers(runs.length);
  for (let index = 0; index < runs.length; index++) {
    before[index] = index - 1;
    after[index] = index + 1;
  }
  const isGone = passing.bytes(runs.length);
  // By run what the change in front of it costs, and at the end the last one.
  const bitsBefore = new Float64Array(runs.length + 1);
  for (let index = 0; index <= runs.length; index++) bitsBefore[index] = bitsOfChangeBetween(runs[index - 1], runs[index]);
  let gone = 0;
  for (let first = 0; first < runs.length; first++) {
    for (let index = first; index >= 0 && isGone[index] === 0; ) {
      const left = before[index]!, right = after[index]!;
      const together = bitsOfChangeBetween(runs[left], runs[right]);
      if (!isChance(runs[index]!, bitsBefore[index]! + bitsBefore[right]! - together)) break;
      isGone[index] = 1;
      gone++;
      bitsBefore[right] = together;
      if (left >= 0) after[left] = right;
      if (right < runs.length) before[right] = left;
      // The neighbour behind is looked at in its turn; the one in front has to be looked at again.
      index = left;
    }
  }
  return gone === 0 ? runs : runs.filter((_, index) => isGone[index] === 0);

  /** `saved` is what two changes cost beyond the one that they would be without the run. */
  function isChance(run: Kept, saved: number): boolean {
    const cost = costOfChange * saved - (isWholeBlock(run) ? bitsOfWholeBlock : 0);
    if (cost <= 0 || run.length >= longRun) return false;
    const from = run.b, to = run.b + run.length;
    const beginsSentence = stretch.bBreaks[from]! >= sentenceBreak;
    // Of most it is plain by their single words: how often pairs stand need not be counted for them.
    if (!beginsSentence && cost <= evidence().bits(stretch.b[from]!)) return false;
    return cost > evidence().mostBitsOfRun(stretch.b, from, to) || cost > evidence().bitsOfRun(stretch.b, from, to, beginsSentence);
  }

  /** What the change between two runs costs; undefined stands for the ends of the stretch. */
  function bitsOfChangeBetween(left: Kept | undefined, right: Kept | undefined): number {
    const aFrom = left ? left.a + left.length : 0, bFrom = left ? left.b + left.length : 0;
    return right ? bitsOfGap(aFrom, right.a, bFrom, right.b) : bitsOfGap(aFrom, stretch.a.length, bFrom, stretch.b.length);
  }

  function bitsOfGap(aFrom: number, aTo: number, bFrom: number, bTo: number): number {
    if (aFrom === aTo && bFrom === bTo) return 0;
    const gone = aTo - aFrom, here = bTo - bFrom;
    const ends = bitsOfEnd[breakAt(stretch, aFrom, bFrom)]! + bitsOfEnd[breakAt(stretch, aTo, bTo)]!;
    return bitsOfChange + log2(gone + 1) + log2(here + 1) + ends * Math.min(1, (gone + here) / smallChange);
  }

  function isWholeBlock({ a, b, length }: Kept): boolean {
    return startsBlock(stretch.aBreaks, a) && startsBlock(stretch.bBreaks, b)
      && startsBlock(stretch.aBreaks, a + length) && startsBlock(stretch.bBreaks, b + length);
  }
}

/** Asked again and again for small numbers, for which it is known. */
function log2(number: number): number {
  return number < knownLogs.length ? knownLogs[number]! : Math.log2(number);
}

const knownLogs = Float64Array.from({ length: 256 }, (_, number) => Math.log2(number));

function startsBlock(breaks: Uint8Array, at: number): boolean {
  return at >= breaks.length || breaks[at] === blockBreak;
}

/** The stronger of the breaks before two words; the end of a stretch is the end of a block. */
function breakAt({ aBreaks, bBreaks }: Stretch, a: number, b: number): number {
  return Math.max(a < aBreaks.length ? aBreaks[a]! : blockBreak, b < bBreaks.length ? bBreaks[b]! : blockBreak);
}

/**
 * Slides what only came, or only went, to where a person would see it. "the weir. | The flood. | The bank" may as well
 * be read as "The | flood. The | bank"; both are right word by word, only one is a sentence.
 */
function slideChanges(stretch: Stretch, from: Int32Array): void {
  const { a, b } = stretch;
  const to = passing.numbers(a.length).fill(-1);
  for (let at = 0; at < from.length; at++) if (from[at]! >= 0) to[from[at]!] = at;
  slide(b, stretch.bBreaks, stretch.aBreaks, from, to);
  slide(a, stretch.aBreaks, stretch.bBreaks, to, from);
}

/** `partner` says for each word of `words` which word of the other side it is, or -1; `back` the other way round. */
function slide(words: Int32Array, breaks: Uint8Array, otherBreaks: Uint8Array, partner: Int32Array, back: Int32Array): void {
  for (let from = 0; from < words.length; ) {
    if (partner[from]! >= 0) { from++; continue; }
    let to = from;
    while (to < words.length && partner[to]! < 0) to++;
    const next = to;
    const before = from > 0 ? partner[from - 1]! : -1;
    const after = to < words.length ? partner[to]! : back.length;
    // Only where the other side has nothing: there each slide is as good a reading as the other.
    if (after === before + 1) {
      const shift = shiftFor(from, to, after);
      for (let step = 0; step < shift; step++) hand(to + step, from + step);
      for (let step = 0; step < -shift; step++) hand(from - 1 - step, to - 1 - step);
    }
    from = next;
  }

  /** How far to slide the change from `from` to `to`, which lies before the word `after` of the other side. */
  function shiftFor(from: number, to: number, after: number): number {
    const cost = (shift: number) => {
      const there = otherBreaks[after + shift] ?? blockBreak;
      return bitsOfEnd[Math.max(there, breaks[from + shift]!)]! + bitsOfEnd[Math.max(there, breaks[to + shift] ?? blockBreak)]!;
    };
    let best = 0, bestCost = cost(0);
    for (let shift = 1; to + shift <= words.length && partner[to + shift - 1] === after + shift - 1 && words[from + shift - 1] === words[to + shift - 1]; shift++) {
      if (cost(shift) < bestCost) [best, bestCost] = [shift, cost(shift)];
    }
    for (let shift = -1; from + shift >= 0 && partner[from + shift] === after + shift && words[from + shift] === words[to + shift]; shift--) {
      if (cost(shift) < bestCost) [best, bestCost] = [shift, cost(shift)];
    }
    return best;
  }

  function hand(giver: number, taker: number): void {
    partner[taker] = partner[giver]!;
    back[partner[taker]!] = taker;
    partner[giver] = -1;
  }
}
