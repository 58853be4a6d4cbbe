/**
 * Which elements of one sequence are kept in another, in order: a shortest edit script where that is
 * affordable, and a coarser, still correct answer where it is not.
 *
 * The method is the greedy O((n + m) · d) algorithm of Myers, "An O(ND) difference algorithm and its
 * variations" (1986), on what is left after equal ends are cut off. It departs from the paper in its budget:
 * past it, the ranges are cut at runs of three that occur once on each side, the heaviest chain of them that
 * is in order (the idea of patience comparison), and what lies between is compared again. Where there are no
 * such runs, or so few and short ones that they are chance, nothing is kept; the search for moved runs then
 * still finds long ones that stayed. A linear-space version was not needed: the budget bounds the memory (4
 * bytes · budget² / 2 = 8 KB).
 */

import { deepestCut, editBudget } from "./budgets";
import { type Anchor, anchorLength, chainOfAnchors } from "./anchors";
import type { Alignable, Range } from "./range";

/**
 * The most differences that are worth an exact search, in parts of the elements of both ranges. Two that
 * share, in any order, less than 45 in 100 of their elements are no edit of each other, and what an exact
 * search would find in common is chance. Not so if nearly all of the shorter one stands in the longer: then
 * something was put in, or taken out. Where they are known to belong together, even a third in order is worth
 * a search.
 */
const mostDifferent = 0.67;
const mostUnshared = 0.55;
const partOfShorter = 0.8;
const longRange = 300;

export type Keep = (a: number, b: number) => void;

/** Calls `keep` for each pair that stays, both sides increasing. O(n + m + budget²) for each cut. */
export function align(given: Alignable, range: Range, keep: Keep, cuts = 0): void {
  const { a, b } = given;
  let { aFrom, aTo, bFrom, bTo } = range;
  while (aFrom < aTo && bFrom < bTo && a[aFrom] === b[bFrom]) keep(aFrom++, bFrom++);
  while (aFrom < aTo && bFrom < bTo && a[aTo - 1] === b[bTo - 1]) keep(--aTo, --bTo);
  if (aFrom === aTo || bFrom === bTo) return;
  const inner = { aFrom, aTo, bFrom, bTo };
  const most = shared(a, b, inner);
  if (
    most === 0 ||
    alignAbreast(a, b, inner, most, keep) ||
    alignExactly(given, inner, most, keep) ||
    cuts === deepestCut ||
    most < anchorLength
  )
    return;
  const anchors = chainOfAnchors(given, inner);
  if (anchors.length > 0) alignAround(anchors, given, inner, keep, cuts + 1);
}

/** The same where some runs that stay are known: `anchors`, which increase on both sides but may overlap. */
export function alignAround(
  anchors: readonly Anchor[],
  given: Alignable,
  { aFrom, aTo, bFrom, bTo }: Range,
  keep: Keep,
  cuts = 0,
): void {
  let aAt = aFrom,
    bAt = bFrom;
  for (const anchor of anchors) {
    const skip = Math.max(0, aAt - anchor.a, bAt - anchor.b),
      length = anchor.length;
    if (skip >= length) continue;
    align(given, { aFrom: aAt, aTo: anchor.a + skip, bFrom: bAt, bTo: anchor.b + skip }, keep, cuts);
    for (let at = skip; at < length; at++) keep(anchor.a + at, anchor.b + at);
    aAt = anchor.a + length;
    bAt = anchor.b + length;
  }
  align(given, { aFrom: aAt, aTo, bFrom: bAt, bTo }, keep, cuts);
}

// Room that one call of the exact method after the other uses.
/** By diagonal, the furthest x reached on it. */
const furthest = new Int32Array(2 * editBudget + 3);
const middle = editBudget + 1;
/**
 * For each number of differences d the furthest x on the diagonals -d, -d + 2 to d, one row behind the other
 * (see `rowOf`).
 */
const trace = new Int32Array(((editBudget + 1) * (editBudget + 2)) / 2);

/** Where the row of d differences begins: the rows before it have 1 to d places. */
function rowOf(d: number): number {
  return (d * (d + 1)) / 2;
}

/**
 * Keeps what stands abreast, if nothing else could keep more: words that were replaced one by one. Returns
 * whether it could. O(n).
 */
function alignAbreast(
  a: Int32Array,
  b: Int32Array,
  { aFrom, aTo, bFrom, bTo }: Range,
  mostKept: number,
  keep: Keep,
): boolean {
  if (aTo - aFrom !== bTo - bFrom) return false;
  const shift = bFrom - aFrom;
  let equal = 0;
  for (let at = aFrom; at < aTo; at++) if (a[at] === b[at + shift]) equal++;
  if (equal < mostKept) return false;
  for (let at = aFrom; at < aTo; at++) if (a[at] === b[at + shift]) keep(at, at + shift);
  return true;
}

/**
 * Calls `keep` along a shortest edit script and returns true, or calls nothing and returns false when the
 * budget ran out.
 */
function alignExactly(
  { a, b, areRelated = false }: Alignable,
  { aFrom, aTo, bFrom, bTo }: Range,
  mostKept: number,
  keep: Keep,
): boolean {
  const n = aTo - aFrom;
  const m = bTo - bFrom;
  const most = Math.min(editBudget, Math.ceil(mostDifferent * (n + m)) + 4, n + m),
    least = n + m - 2 * mostKept;
  const isChance = !areRelated && least > mostUnshared * (n + m) && mostKept < partOfShorter * Math.min(n, m);
  if (least > most || isChance) return false;
  furthest[middle + 1] = 0;
  for (let d = 0, place = 0; d <= most; d++) {
    for (let k = -d; k <= d; k += 2) {
      const down = k === -d || (k !== d && furthest[middle + k - 1]! < furthest[middle + k + 1]!);
      let x = down ? furthest[middle + k + 1]! : furthest[middle + k - 1]! + 1;
      while (x < n && x - k < m && a[aFrom + x] === b[bFrom + x - k]) x++;
      trace[place++] = furthest[middle + k] = x;
      if (x >= n && x - k >= m) {
        walkBack(d, k, n, m, (x, y) => keep(aFrom + x, bFrom + y));
        return true;
      }
    }
  }
  return false;
}

/**
 * What part of the elements that one long text has once must stand once in another too, for both to be one
 * text that was worked on. Of one of which a third was replaced it is two thirds; of two texts by the same
 * people a quarter, by chance. (Of all elements half or nine tenths, by how many words they have.)
 */
const onceInOneText = 0.35;

/** Whether one of two ranges is too short to say of them whether they are one text. */
export function isShort({ aFrom, aTo, bFrom, bTo }: Range): boolean {
  return Math.min(aTo - aFrom, bTo - bFrom) <= longRange;
}

/**
 * Whether two ranges that are not short share enough to be one text that was worked on, in whatever order its
 * parts now stand. O(n + m).
 */
export function areOneText({ a, b }: Alignable, { aFrom, aTo, bFrom, bTo }: Range): boolean {
  let known = counts;
  // How often each stands in `a`, up to twice, and of those four times how often it stands in `b`.
  for (let at = aFrom; at < aTo; at++) {
    const element = a[at]!;
    if (element >= known.length) known = makeRoomFor(element);
    if (known[element]! < 2) known[element]!++;
  }
  for (let at = bFrom; at < bTo; at++) {
    const element = b[at]!;
    if (element < known.length && known[element]! > 0) known[element]! += 4;
  }
  let once = 0,
    onceInBoth = 0;
  for (let at = aFrom; at < aTo; at++) {
    const times = known[a[at]!]!;
    if ((times & 3) === 1) once++;
    if (times === 5) onceInBoth++;
    known[a[at]!] = 0;
  }
  return onceInBoth > onceInOneText * once * Math.min(1, (bTo - bFrom) / (aTo - aFrom));
}

/** The most elements that can stay if order does not matter. O(n + m). */
function shared(a: Int32Array, b: Int32Array, { aFrom, aTo, bFrom, bTo }: Range): number {
  // Asked for every word: what belongs to the module is slower to reach than what is at hand.
  let known = counts;
  for (let at = aFrom; at < aTo; at++) {
    const element = a[at]!;
    if (element >= known.length) known = makeRoomFor(element);
    known[element]!++;
  }
  let sum = 0;
  for (let at = bFrom; at < bTo; at++) {
    const element = b[at]!;
    if (element >= known.length || known[element] === 0) continue;
    known[element]!--;
    sum++;
  }
  for (let at = aFrom; at < aTo; at++) known[a[at]!] = 0;
  return sum;
}

/** By element how often it stands in a range; all 0 between two calls. */
let counts = new Int32Array(4096);

function makeRoomFor(element: number): Int32Array<ArrayBuffer> {
  const longer = new Int32Array(2 * element);
  longer.set(counts);
  counts = longer;
  return longer;
}

/** Follows the path back from (n, m), which lies on diagonal k after d differences. */
function walkBack(d: number, k: number, n: number, m: number, keep: Keep): void {
  let x = n,
    y = m;
  for (; d > 0; d--) {
    // The place, in the row before, of the diagonal below this one; the one above it is next to it.
    const below = rowOf(d - 1) + (k + d) / 2 - 1;
    const down = k === -d || (k !== d && trace[below]! < trace[below + 1]!);
    const fromX = trace[down ? below + 1 : below]!;
    const startX = down ? fromX : fromX + 1;
    k += down ? 1 : -1;
    while (x > startX) keep(--x, --y);
    x = fromX;
    y = fromX - k;
  }
  while (x > 0 && y > 0) keep(--x, --y);
}
