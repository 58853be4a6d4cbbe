/**
 * Which elements of one sequence are kept in another, in order: a shortest edit script where that is affordable, and a
 * coarser, still correct answer where it is not.
 *
 * The method is the greedy O((n + m) · d) algorithm of Myers, "An O(ND) difference algorithm and its variations" (1986),
 * on what is left after equal ends are cut off. It departs from the paper in its budget: past it, the ranges are cut at
 * runs of three that occur once on each side, the heaviest chain of them that is in order (the idea of patience
 * comparison), and what lies between is compared again. Where there are no such runs nothing is kept; the search for
 * moved runs then still finds long ones that stayed. A linear-space version was not needed: the budget bounds the
 * memory (4 bytes · budget² / 2 = 32 KB).
 */

/** The most differences that one call of the exact method may find. */
export const editBudget = 128;
/** Two ranges that share less than a sixth of their elements are no edit of each other: not worth an exact search. */
const leastShared = 0.67;
/** How often a range may be cut at anchors and its parts compared again. */
const deepestCut = 4;
const anchorLength = 3;
const longRange = 300;

/** Elements are compared by `===`; `hashes` gives for each a number that does not depend on how elements are numbered. */
export interface Alignable {
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly hashes: Int32Array;
}

export interface Range {
  readonly aFrom: number;
  readonly aTo: number;
  readonly bFrom: number;
  readonly bTo: number;
}

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
  if (most === 0 || isOtherText(inner, most) || alignExactly(a, b, inner, most, keep) || cuts === deepestCut || most < anchorLength) return;
  const anchors = chainOfAnchors(given, inner);
  let [aAt, bAt] = [aFrom, bFrom];
  for (const anchor of anchors) {
    const [skip, length] = [Math.max(0, aAt - anchor.a, bAt - anchor.b), anchor.length];
    if (skip >= length) continue;
    align(given, { aFrom: aAt, aTo: anchor.a + skip, bFrom: bAt, bTo: anchor.b + skip }, keep, cuts + 1);
    for (let at = skip; at < length; at++) keep(anchor.a + at, anchor.b + at);
    [aAt, bAt] = [anchor.a + length, anchor.b + length];
  }
  if (anchors.length > 0) align(given, { aFrom: aAt, aTo, bFrom: bAt, bTo }, keep, cuts + 1);
}

/** Calls `keep` along a shortest edit script and returns true, or calls nothing and returns false when the budget ran out. */
function alignExactly(a: Int32Array, b: Int32Array, { aFrom, aTo, bFrom, bTo }: Range, mostKept: number, keep: Keep): boolean {
  const n = aTo - aFrom;
  const m = bTo - bFrom;
  const most = Math.min(editBudget, Math.ceil(leastShared * (n + m)) + 4, n + m);
  if (n + m - 2 * mostKept > most) return false;
  const furthest = new Int32Array(2 * most + 3);
  const middle = most + 1;
  const trace: Int32Array[] = [];
  for (let d = 0; d <= most; d++) {
    for (let k = -d; k <= d; k += 2) {
      const down = k === -d || (k !== d && furthest[middle + k - 1]! < furthest[middle + k + 1]!);
      let x = down ? furthest[middle + k + 1]! : furthest[middle + k - 1]! + 1;
      while (x < n && x - k < m && a[aFrom + x] === b[bFrom + x - k]) x++;
      furthest[middle + k] = x;
      if (x >= n && x - k >= m) {
        walkBack(trace, d, k, n, m, (x, y) => keep(aFrom + x, bFrom + y));
        return true;
      }
    }
    trace.push(furthest.slice(middle - d, middle + d + 1));
  }
  return false;
}

/** Whether two long ranges share so little that only common elements are in both; runs that moved are found in other ways. */
function isOtherText({ aFrom, aTo, bFrom, bTo }: Range, mostKept: number): boolean {
  const shorter = Math.min(aTo - aFrom, bTo - bFrom);
  return shorter > longRange && mostKept < shorter / 2;
}

/** The most elements that can stay if order does not matter, by a hash of small range: never too few. */
function shared(a: Int32Array, b: Int32Array, { aFrom, aTo, bFrom, bTo }: Range): number {
  counts.fill(0);
  for (let at = aFrom; at < aTo; at++) counts[a[at]! & countsMask]!++;
  let sum = 0;
  for (let at = bFrom; at < bTo; at++) {
    const slot = b[at]! & countsMask;
    if (counts[slot]! > 0) { counts[slot]!--; sum++; }
  }
  return sum;
}

const countsMask = 0xfff;
const counts = new Int32Array(countsMask + 1);

/** Follows the path back from (n, m). `trace[d]` holds the furthest x on diagonals -d to d after d differences. */
function walkBack(trace: readonly Int32Array[], d: number, k: number, n: number, m: number, keep: Keep): void {
  let [x, y] = [n, m];
  for (; d > 0; d--) {
    const before = trace[d - 1]!;
    const at = (diagonal: number) => (Math.abs(diagonal) > d - 1 ? -1 : before[diagonal + d - 1]!);
    const down = k === -d || (k !== d && at(k - 1) < at(k + 1));
    const fromK = down ? k + 1 : k - 1;
    const fromX = at(fromK);
    const startX = down ? fromX : fromX + 1;
    while (x > startX) keep(--x, --y);
    x = fromX;
    y = fromX - fromK;
    k = fromK;
  }
  while (x > 0 && y > 0) keep(--x, --y);
}

interface Anchor {
  readonly a: number;
  readonly b: number;
  readonly length: number;
}

/** Runs around triples that occur once on each side, chosen so that both sides increase and the words are most. */
function chainOfAnchors({ a, b, hashes }: Alignable, range: Range): Anchor[] {
  const inA = new TriplePlaces(a, range.aFrom, range.aTo, hashes);
  const inB = new TriplePlaces(b, range.bFrom, range.bTo, hashes);
  const anchors: Anchor[] = [];
  const reached = new Map<number, number>();
  for (let at = range.bFrom; at + anchorLength <= range.bTo; at++) {
    const key = tripleHash(b, at, hashes);
    const from = inA.only(key);
    if (from < 0 || inB.only(key) !== at || (reached.get(from - at) ?? -1) > at) continue;
    let [start, end] = [0, 0];
    while (from - start > range.aFrom && at - start > range.bFrom && a[from - start - 1] === b[at - start - 1]) start++;
    while (from + end < range.aTo && at + end < range.bTo && a[from + end] === b[at + end]) end++;
    if (end < anchorLength) continue;
    reached.set(from - at, at + end);
    anchors.push({ a: from - start, b: at - start, length: start + end });
  }
  return heaviestChain(anchors);
}

/** Where each triple of a range lies, if it occurs once: a hash table with open addressing. */
class TriplePlaces {
  readonly #keys: Int32Array;
  /** The place plus one, 0 for none, -1 for several. */
  readonly #places: Int32Array;
  readonly #mask: number;

  constructor(sequence: Int32Array, from: number, to: number, hashes: Int32Array) {
    let size = 16;
    while (size < 2 * (to - from)) size *= 2;
    this.#mask = size - 1;
    this.#keys = new Int32Array(size);
    this.#places = new Int32Array(size);
    for (let at = from; at + anchorLength <= to; at++) {
      const key = tripleHash(sequence, at, hashes);
      const slot = this.#slot(key);
      this.#keys[slot] = key;
      this.#places[slot] = this.#places[slot] === 0 ? at + 1 : -1;
    }
  }

  /** The one place of a triple, or -1 if it has none or several. */
  only(key: number): number {
    const place = this.#places[this.#slot(key)]!;
    return place > 0 ? place - 1 : -1;
  }

  #slot(key: number): number {
    let slot = key & this.#mask;
    while (this.#places[slot] !== 0 && this.#keys[slot] !== key) slot = (slot + 1) & this.#mask;
    return slot;
  }
}

/** A hash of the three elements from `at` on. */
export function tripleHash(sequence: Int32Array, at: number, hashes: Int32Array): number {
  const one = Math.imul(hashes[sequence[at]!]! ^ 0x2545f491, 0x9e3779b1);
  const two = Math.imul((one ^ (one >>> 15)) + hashes[sequence[at + 1]!]!, 0x85ebca77);
  const three = Math.imul((two ^ (two >>> 13)) + hashes[sequence[at + 2]!]!, 0xc2b2ae3d);
  return three ^ (three >>> 16);
}

/** Of anchors in the order of `b`, those that increase in `a` too and have the most elements together. O(k log k). */
function heaviestChain(anchors: readonly Anchor[]): Anchor[] {
  const order = [...anchors.keys()].sort((one, other) => anchors[one]!.b - anchors[other]!.b || anchors[one]!.a - anchors[other]!.a);
  const ranks = new Int32Array(anchors.length);
  [...anchors.keys()].sort((one, other) => anchors[one]!.a - anchors[other]!.a).forEach((index, rank) => { ranks[index] = rank + 1; });
  // A Fenwick tree over ranks in `a`: the best chain that ends at or before a rank.
  const best = new Int32Array(anchors.length + 1).fill(-1);
  const weight = new Float64Array(anchors.length);
  const before = new Int32Array(anchors.length).fill(-1);
  let last = -1;
  for (const index of order) {
    for (let at = ranks[index]! - 1; at > 0; at -= at & -at) {
      const candidate = best[at]!;
      if (candidate >= 0 && (before[index]! < 0 || weight[candidate]! > weight[before[index]!]!)) before[index] = candidate;
    }
    weight[index] = anchors[index]!.length + (before[index]! < 0 ? 0 : weight[before[index]!]!);
    for (let at = ranks[index]!; at < best.length; at += at & -at) if (best[at]! < 0 || weight[best[at]!]! < weight[index]!) best[at] = index;
    if (last < 0 || weight[index]! > weight[last]!) last = index;
  }
  const chain: Anchor[] = [];
  for (let at = last; at >= 0; at = before[at]!) chain.push(anchors[at]!);
  return chain.reverse();
}
