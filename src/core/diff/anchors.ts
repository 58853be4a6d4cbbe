/** Anchors: runs of elements around triples that occur once in each of two ranges, by which long ranges are cut where they are the same. */
import type { Alignable, Range } from "./align";

export const anchorLength = 3;

export interface Anchor {
  readonly a: number;
  readonly b: number;
  readonly length: number;
}

/** Anchors of two ranges, chosen so that both sides increase and the elements are most. O(n + m) and the sorting of the anchors. */
export function chainOfAnchors({ a, b, hashes }: Alignable, range: Range): Anchor[] {
  const [inA, inB] = sharedTriples({ a, b, hashes }, range);
  const [onceInA, onceInB] = [new PlacesOfKeys(inA), new PlacesOfKeys(inB)];
  const anchors: Anchor[] = [];
  const reached = new Map<number, number>();
  for (let each = 0; each < inB.count; each++) {
    const at = inB.places[each]!;
    const from = onceInA.only(inB.keys[each]!);
    if (from < 0 || onceInB.only(inB.keys[each]!) !== at || (reached.get(from - at) ?? -1) > at) continue;
    let [start, end] = [0, 0];
    while (from - start > range.aFrom && at - start > range.bFrom && a[from - start - 1] === b[at - start - 1]) start++;
    while (from + end < range.aTo && at + end < range.bTo && a[from + end] === b[at + end]) end++;
    if (end < anchorLength) continue;
    reached.set(from - at, at + end);
    anchors.push({ a: from - start, b: at - start, length: start + end });
  }
  return heaviestChain(anchors);
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
  { count: 0, keys: new Int32Array(1024), places: new Int32Array(1024) }, { count: 0, keys: new Int32Array(1024), places: new Int32Array(1024) },
];
let isMet = new Uint8Array(8192);

/** The triples of both ranges that may stand in the other one too: most do not, and are told by a flag for part of their keys. */
function sharedTriples({ a, b, hashes }: Alignable, { aFrom, aTo, bFrom, bTo }: Range): readonly [Triples, Triples] {
  let size = 64;
  while (size < 8 * Math.max(aTo - aFrom, bTo - bFrom)) size *= 2;
  if (isMet.length < size) isMet = new Uint8Array(size);
  readTriples(triplesOfA, a, aFrom, aTo, hashes);
  readTriples(triplesOfB, b, bFrom, bTo, hashes);
  keepMet(triplesOfB, triplesOfA, size);
  keepMet(triplesOfA, triplesOfB, size);
  return [triplesOfA, triplesOfB];
}

function readTriples(triples: Triples, sequence: Int32Array, from: number, to: number, hashes: Int32Array): void {
  const count = (triples.count = Math.max(0, to - from - anchorLength + 1));
  if (triples.keys.length < count) [triples.keys, triples.places] = [new Int32Array(2 * count), new Int32Array(2 * count)];
  const { keys, places } = triples;
  for (let each = 0; each < count; each++) {
    keys[each] = tripleHash(sequence, from + each, hashes);
    places[each] = from + each;
  }
}

/** Keeps of some triples those that may be among others. */
function keepMet(triples: Triples, others: Triples, size: number): void {
  const [{ keys, places }, flags, mask] = [triples, isMet, size - 1];
  flags.fill(0, 0, size);
  for (let each = 0; each < others.count; each++) flags[others.keys[each]! & mask] = 1;
  let left = 0;
  for (let each = 0; each < triples.count; each++) {
    if (flags[keys[each]! & mask] === 0) continue;
    keys[left] = keys[each]!;
    places[left++] = places[each]!;
  }
  triples.count = left;
}

/** Where each of some triples lies, if it occurs once: a hash table with open addressing. */
class PlacesOfKeys {
  readonly #keys: Int32Array;
  /** The place plus one, 0 for none, -1 for several. */
  readonly #places: Int32Array;
  readonly #mask: number;

  constructor({ keys, places, count }: Triples) {
    let size = 16;
    while (size < 2 * count) size *= 2;
    this.#mask = size - 1;
    this.#keys = new Int32Array(size);
    this.#places = new Int32Array(size);
    for (let each = 0; each < count; each++) {
      const slot = this.#slot(keys[each]!);
      this.#keys[slot] = keys[each]!;
      this.#places[slot] = this.#places[slot] === 0 ? places[each]! + 1 : -1;
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
