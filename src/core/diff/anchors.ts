/**
 * Anchors: runs of elements around triples that occur once in each of two ranges, by which long ranges are
 * cut where they are the same.
 */
import { passing } from "../text/room";
import type { Alignable, Range } from "./range";

export const anchorLength = 3;

export interface Anchor {
  readonly a: number;
  readonly b: number;
  readonly length: number;
}

/**
 * Anchors of two ranges, chosen so that both sides increase and the elements are most. O(n + m) and the
 * sorting of the anchors.
 */
export function chainOfAnchors(given: Alignable, range: Range): readonly Anchor[] {
  return heaviestChain(anchorsOf(given, range));
}

/** All anchors of two ranges, in the order of `b`. O(n + m). */
export function anchorsOf({ a, b }: Alignable, range: Range): Anchor[] {
  const [inA, inB] = sharedTriples({ a, b }, range);
  const onceInA = new TriplePlaces(a, inA),
    onceInB = new TriplePlaces(b, inB);
  const anchors: Anchor[] = [];
  const reached = new Map<number, number>();
  for (let each = 0; each < inB.count; each++) {
    const at = inB.places[each]!;
    const from = onceInA.only(b, at, inB.keys[each]!);
    if (from < 0 || onceInB.only(b, at, inB.keys[each]!) < 0 || (reached.get(from - at) ?? -1) > at) continue;
    let start = 0,
      end = 0;
    while (
      from - start > range.aFrom &&
      at - start > range.bFrom &&
      a[from - start - 1] === b[at - start - 1]
    )
      start++;
    while (from + end < range.aTo && at + end < range.bTo && a[from + end] === b[at + end]) end++;
    if (end < anchorLength) continue;
    reached.set(from - at, at + end);
    anchors.push({ a: from - start, b: at - start, length: start + end });
  }
  return anchors;
}

/** Some triples of a range, in order: only the first `count` are meant. */
interface Triples {
  count: number;
  keys: Int32Array;
  /** Where each begins. */
  places: Int32Array;
}

// Room that one range after the other uses.
const [triplesOfA, triplesOfB]: readonly [Triples, Triples] = [
  { count: 0, keys: new Int32Array(1024), places: new Int32Array(1024) },
  { count: 0, keys: new Int32Array(1024), places: new Int32Array(1024) },
];
/** By part of the key of a triple, whether any is meant; all 0 between two calls. */
let isMet = new Uint8Array(8192);

/**
 * The triples of both ranges that may stand in the other one too: most do not, and are told by a flag for
 * part of their keys.
 */
function sharedTriples({ a, b }: Alignable, { aFrom, aTo, bFrom, bTo }: Range): readonly [Triples, Triples] {
  let size = 64;
  while (size < 8 * Math.max(aTo - aFrom, bTo - bFrom)) size *= 2;
  if (isMet.length < size) isMet = new Uint8Array(size);
  const mask = size - 1;
  flagTriples(a, aFrom, aTo, mask);
  readTriples(triplesOfB, b, bFrom, bTo, mask);
  isMet.fill(0, 0, size);
  for (let each = 0; each < triplesOfB.count; each++) isMet[triplesOfB.keys[each]! & mask] = 1;
  readTriples(triplesOfA, a, aFrom, aTo, mask);
  isMet.fill(0, 0, size);
  return [triplesOfA, triplesOfB];
}

/** Flags the triples of a range. */
function flagTriples(sequence: Int32Array, from: number, to: number, mask: number): void {
  const flags = isMet;
  for (let at = from; at + anchorLength <= to; at++) flags[tripleHash(sequence, at) & mask] = 1;
}

/** Reads the triples of a range of which the flag is set. */
function readTriples(triples: Triples, sequence: Int32Array, from: number, to: number, mask: number): void {
  const most = Math.max(0, to - from - anchorLength + 1);
  if (triples.keys.length < most) {
    triples.keys = new Int32Array(2 * most);
    triples.places = new Int32Array(2 * most);
  }
  const { keys, places } = triples;
  const flags = isMet;
  let count = 0;
  for (let at = from; at + anchorLength <= to; at++) {
    const key = tripleHash(sequence, at);
    if (flags[key & mask] === 0) continue;
    keys[count] = key;
    places[count++] = at;
  }
  triples.count = count;
}

/** Where each of some triples of a sequence lies, if it occurs once: a hash table with open addressing. */
class TriplePlaces {
  /** The place plus one, or 0. */
  readonly #places: Int32Array;
  readonly #isSeveral: Uint8Array;
  readonly #mask: number;

  constructor(
    readonly sequence: Int32Array,
    { keys, places, count }: Triples,
  ) {
    let size = 16;
    while (size < 2 * count) size *= 2;
    this.#mask = size - 1;
    this.#places = passing.numbers(size);
    this.#isSeveral = passing.bytes(size);
    for (let each = 0; each < count; each++) {
      const slot = this.#slot(sequence, places[each]!, keys[each]!);
      if (this.#places[slot]! > 0) this.#isSeveral[slot] = 1;
      else this.#places[slot] = places[each]! + 1;
    }
  }

  /** The one place of the triple that stands in `other` from `at` on, or -1 if it has none or several. */
  only(other: Int32Array, at: number, key: number): number {
    const slot = this.#slot(other, at, key);
    return this.#isSeveral[slot] ? -1 : this.#places[slot]! - 1;
  }

  #slot(other: Int32Array, at: number, key: number): number {
    const places = this.#places,
      sequence = this.sequence;
    let slot = key & this.#mask;
    for (
      let place = places[slot]! - 1;
      place >= 0 &&
      (sequence[place] !== other[at] ||
        sequence[place + 1] !== other[at + 1] ||
        sequence[place + 2] !== other[at + 2]);
      place = places[slot]! - 1
    )
      slot = (slot + 1) & this.#mask;
    return slot;
  }
}

/** A hash of the three elements from `at` on: where they may stand, and nothing that is decided by. */
export function tripleHash(sequence: Int32Array, at: number): number {
  const sum =
    Math.imul(sequence[at]!, 0x9e3779b1) +
    Math.imul(sequence[at + 1]!, 0x85ebca77) +
    Math.imul(sequence[at + 2]!, 0xc2b2ae3d);
  const mixed = Math.imul(sum ^ (sum >>> 16), 0x7feb352d);
  return mixed ^ (mixed >>> 15);
}

function areIncreasing(anchors: readonly Anchor[]): boolean {
  for (let at = 1; at < anchors.length; at++)
    if (anchors[at]!.a <= anchors[at - 1]!.a || anchors[at]!.b <= anchors[at - 1]!.b) return false;
  return true;
}

/**
 * Of anchors in the order of `b`, those that increase in `a` too and have the most elements together. O(k log
 * k).
 */
export function heaviestChain(anchors: readonly Anchor[]): readonly Anchor[] {
  if (areIncreasing(anchors)) return anchors;
  const order = [...anchors.keys()].sort(
    (one, other) => anchors[one]!.b - anchors[other]!.b || anchors[one]!.a - anchors[other]!.a,
  );
  const ranks = passing.numbers(anchors.length);
  [...anchors.keys()]
    .sort((one, other) => anchors[one]!.a - anchors[other]!.a)
    .forEach((index, rank) => {
      ranks[index] = rank + 1;
    });
  // A Fenwick tree over ranks in `a`: the best chain that ends at or before a rank.
  const best = passing.numbers(anchors.length + 1).fill(-1);
  const weight = new Float64Array(anchors.length);
  const before = passing.numbers(anchors.length).fill(-1);
  let last = -1;
  for (const index of order) {
    for (let at = ranks[index]! - 1; at > 0; at -= at & -at) {
      const candidate = best[at]!;
      if (candidate >= 0 && (before[index]! < 0 || weight[candidate]! > weight[before[index]!]!))
        before[index] = candidate;
    }
    weight[index] = anchors[index]!.length + (before[index]! < 0 ? 0 : weight[before[index]!]!);
    for (let at = ranks[index]!; at < best.length; at += at & -at)
      if (best[at]! < 0 || weight[best[at]!]! < weight[index]!) best[at] = index;
    if (last < 0 || weight[index]! > weight[last]!) last = index;
  }
  const chain: Anchor[] = [];
  for (let at = last; at >= 0; at = before[at]!) chain.push(anchors[at]!);
  return chain.reverse();
}
