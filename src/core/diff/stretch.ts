/**
 * Keeping words in order within one stretch of text, so that a person would agree with it: aligned as far as
 * possible, with the ends of changes where sentences end, and without what is only chance.
 */
import { fewPairs } from "./budgets";
import { blockBreak } from "../text/breaks";
import { passing } from "../text/room";
import { alignAround } from "./align";
import type { Alignable } from "./range";
import type { Anchor } from "./anchors";
import { type Evidence, longRun } from "./evidence";

/** The open words of a stretch on both sides, in order. */
export interface Stretch extends Alignable {
  readonly aBreaks: Uint8Array;
  readonly bBreaks: Uint8Array;
}

/**
 * For each word of `b` the index in `a` of the word that it keeps, or -1; indices increase. `known` are runs
 * that stay, if any are known; `cost` is what part of its usual cost a change has here (see `costOfChange`).
 */
export function alignStretch(
  stretch: Stretch,
  evidence: () => Evidence,
  known: readonly Anchor[] = [],
  cost = 1,
): Int32Array {
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
  if (!dropChance(stretch, runs, evidence, cost)) return from;
  from.fill(-1);
  if (runs.count === 0) return from;
  for (let run = 1; run <= runs.count; run++)
    for (let at = 0; at < runs.length[run]!; at++) from[runs.b[run]! + at] = runs.a[run]! + at;
  growRuns(stretch, runs, from);
  slideChanges(stretch, from);
  return from;
}

/** Whether two stretches may have a word in common: most short ones have none, and need no comparison. */
export function mayShareWord(
  a: Int32Array,
  aFrom: number,
  aTo: number,
  b: Int32Array,
  bFrom: number,
  bTo: number,
): boolean {
  if ((aTo - aFrom) * (bTo - bFrom) > fewPairs) return true;
  for (let at = aFrom; at < aTo; at++)
    for (let other = bFrom; other < bTo; other++) if (a[at] === b[other]) return true;
  return false;
}

/**
 * Takes the equal words at both ends of each change into the runs beside it: they may have been kept in what
 * was let go.
 */
function growRuns({ a, b }: Stretch, runs: KeptRuns, from: Int32Array): void {
  let aAt = 0,
    bAt = 0;
  for (let next = 1; next <= runs.count + 1; next++) {
    let aTo = runs.a[next]!,
      bTo = runs.b[next]!;
    if (bAt > 0) while (aAt < aTo && bAt < bTo && a[aAt] === b[bAt]) from[bAt++] = aAt++;
    if (next <= runs.count) while (aAt < aTo && bAt < bTo && a[aTo - 1] === b[bTo - 1]) from[--bTo] = --aTo;
    aAt = runs.a[next]! + runs.length[next]!;
    bAt = runs.b[next]! + runs.length[next]!;
  }
}

/**
 * Runs of kept words, numbered from 1 on, with a run of no words before and behind them for the ends of the
 * stretch.
 */
interface KeptRuns {
  count: number;
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly length: Int32Array;
}

function keptRuns({ a, b }: Stretch, from: Int32Array): KeptRuns {
  let count = 0;
  for (let at = 0, next = -1; at < b.length; at++) {
    if (from[at]! >= 0 && from[at] !== next) count++;
    next = from[at]! < 0 ? -1 : from[at]! + 1;
  }
  const runs = {
    count,
    a: passing.numbers(count + 2),
    b: passing.numbers(count + 2),
    length: passing.numbers(count + 2),
  };
  for (let at = 0, run = 0, next = -1; at < b.length; at++) {
    if (from[at]! < 0) {
      next = -1;
      continue;
    }
    if (from[at] !== next) {
      runs.a[++run] = from[at]!;
      runs.b[run] = at;
    }
    runs.length[run]!++;
    next = from[at]! + 1;
  }
  runs.a[count + 1] = a.length;
  runs.b[count + 1] = b.length;
  return runs;
}

/** What one more place of change costs, in bits, before its size and its ends. */
const bitsOfChange = 3;
/**
 * What an end of a change costs where the text goes on without a break, or breaks for a clause, a sentence, a
 * block.
 */
const bitsOfEnd = [5, 3, 1, 0];
/**
 * A change of fewer words, on both sides together, may be a slip put right in the middle of a sentence: its
 * ends cost less.
 */
const smallChange = 3;
/**
 * Lets go of kept runs that prove less than they cost. A sentence that was replaced shares "the" and "of"
 * with its successor; to keep those would show a change of a sentence as crumbs, and credit the old author
 * with them.
 *
 * Which runs to keep is a question of the shorter description (Rissanen, "Modeling by shortest data
 * description", 1978): a run saves the bits of its words and costs a second place of change. To let go of one
 * makes its neighbours cost more, never less, so the order does not matter. O(runs). Returns whether any was
 * let go.
 */
function dropChance(
  stretch: Stretch,
  runs: KeptRuns,
  evidence: () => Evidence,
  costOfChange: number,
): boolean {
  const { count, a, b, length } = runs,
    end = count + 1;
  // What is left in front of each run, and behind it; 0 behind one that was let go.
  const before = passing.numbers(end + 1),
    after = passing.numbers(end + 1);
  // By run what the change in front of it costs.
  bitsBefore = bitsBefore.length > end ? bitsBefore : new Float64Array(2 * end);
  for (let run = 1; run <= end; run++) {
    before[run] = run - 1;
    after[run - 1] = run;
    bitsBefore[run] = bitsOfChangeBetween(run - 1, run);
  }
  let left = count;
  for (let first = 1; first <= count; first++) {
    for (let run = first; run > 0 && after[run]! > 0;) {
      const front = before[run]!,
        behind = after[run]!;
      const together = bitsOfChangeBetween(front, behind);
      if (!isChance(run, bitsBefore[run]! + bitsBefore[behind]! - together)) break;
      left--;
      bitsBefore[behind] = together;
      after[front] = behind;
      before[behind] = front;
      after[run] = 0;
      // The neighbour behind is looked at in its turn; the one in front has to be looked at again.
      run = front;
    }
  }
  if (left === count) return false;
  runs.count = left;
  for (let run = after[0]!, to = 1; to <= left + 1; run = after[run]!, to++) {
    a[to] = a[run]!;
    b[to] = b[run]!;
    length[to] = length[run]!;
  }
  return true;

  /** `saved` is what two changes cost beyond the one that they would be without the run. */
  function isChance(run: number, saved: number): boolean {
    const cost = costOfChange * saved;
    if (cost <= 0 || length[run]! >= longRun) return false;
    const from = b[run]!,
      to = from + length[run]!;
    // Of most it is plain by their first word: how often pairs stand need not be counted for them.
    if (cost <= evidence().bits(stretch.b[from]!)) return false;
    if (length[run] === 1 || cost > evidence().mostBitsOfRun(stretch.b, from, to)) return true;
    return (
      cost > evidence().leastBitsOfRun(stretch.b, from, to) &&
      cost > evidence().bitsOfRun(stretch.b, from, to)
    );
  }

  /** What the change between two runs costs. */
  function bitsOfChangeBetween(left: number, right: number): number {
    const aFrom = a[left]! + length[left]!,
      aTo = a[right]!,
      bFrom = b[left]! + length[left]!,
      bTo = b[right]!;
    if (aFrom === aTo && bFrom === bTo) return 0;
    const gone = aTo - aFrom,
      here = bTo - bFrom;
    const ends = bitsOfEnd[breakAt(stretch, aFrom, bFrom)]! + bitsOfEnd[breakAt(stretch, aTo, bTo)]!;
    return bitsOfChange + log2(gone + 1) + log2(here + 1) + ends * Math.min(1, (gone + here) / smallChange);
  }
}

/** Room that one stretch after the other uses. */
let bitsBefore = new Float64Array(256);

/** Asked again and again for small numbers, for which it is known. */
function log2(number: number): number {
  return number < knownLogs.length ? knownLogs[number]! : Math.log2(number);
}

const knownLogs = Float64Array.from({ length: 256 }, (_, number) => Math.log2(number));

/** The stronger of the breaks before two words; the end of a stretch is the end of a block. */
function breakAt({ aBreaks, bBreaks }: Stretch, a: number, b: number): number {
  return Math.max(
    a < aBreaks.length ? aBreaks[a]! : blockBreak,
    b < bBreaks.length ? bBreaks[b]! : blockBreak,
  );
}

/**
 * Slides what only came, or only went, to where a person would see it. "the weir. | The flood. | The bank"
 * may as well be read as "The | flood. The | bank"; both are right word by word, only one is a sentence.
 */
function slideChanges(stretch: Stretch, from: Int32Array): void {
  const { a, b } = stretch;
  const to = passing.numbers(a.length).fill(-1);
  for (let at = 0; at < from.length; at++) if (from[at]! >= 0) to[from[at]!] = at;
  slide(b, stretch.bBreaks, stretch.aBreaks, from, to);
  slide(a, stretch.aBreaks, stretch.bBreaks, to, from);
}

/**
 * `partner` says for each word of `words` which word of the other side it is, or -1; `back` the other way
 * round.
 */
function slide(
  words: Int32Array,
  breaks: Uint8Array,
  otherBreaks: Uint8Array,
  partner: Int32Array,
  back: Int32Array,
): void {
  for (let from = 0; from < words.length;) {
    if (partner[from]! >= 0) {
      from++;
      continue;
    }
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

  /**
   * How far to slide the change from `from` to `to`, which lies before the word `after` of the other side.
   */
  function shiftFor(from: number, to: number, after: number): number {
    const cost = (shift: number) => {
      const there = otherBreaks[after + shift] ?? blockBreak;
      return (
        bitsOfEnd[Math.max(there, breaks[from + shift]!)]! +
        bitsOfEnd[Math.max(there, breaks[to + shift] ?? blockBreak)]!
      );
    };
    let best = 0,
      bestCost = cost(0);
    for (
      let shift = 1;
      to + shift <= words.length &&
      partner[to + shift - 1] === after + shift - 1 &&
      words[from + shift - 1] === words[to + shift - 1];
      shift++
    ) {
      if (cost(shift) < bestCost) [best, bestCost] = [shift, cost(shift)];
    }
    for (
      let shift = -1;
      from + shift >= 0 &&
      partner[from + shift] === after + shift &&
      words[from + shift] === words[to + shift];
      shift--
    ) {
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
