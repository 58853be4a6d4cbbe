/**
 * Two words that follow each other: the smallest thing by which a text can be looked up. Most pairs of a wiki
 * are not in what came, so whoever knows where a pair stands need not look at the rest.
 */
import type { ReadText } from "../text/vocabulary";
import { passing } from "../text/room";

/** A text that is searched. */
export interface SearchedText extends ReadText {
  /**
   * Stretches of words that are copies of others and say nothing on their own: the first of each and the one
   * behind it, ascending.
   */
  readonly copies?: readonly number[] | null;
  /** Where its words and pairs stand, if that is known; with it only the places are looked at that matter. */
  readonly index?: TextIndex | null;
}

export function hashOfPair(first: number, second: number): number {
  const mixed = Math.imul(Math.imul(first, 0x9e3779b1) + second, 0x85ebca6b);
  return mixed ^ (mixed >>> 15);
}

/**
 * How often each word stands in a text, and where each pair begins: chains of places, one for each hash. Made
 * in one pass.
 */
export class TextIndex {
  readonly #words: Int32Array;
  /** The first place of each bucket plus one, and from each place the next, ascending. */
  readonly #heads: Int32Array;
  readonly #next: Int32Array;
  readonly #mask: number;
  /** By word, up to the highest number that stands in the text. */
  readonly #counts: Int32Array;

  constructor(words: Int32Array) {
    let size = 64,
      highest = -1;
    while (size < words.length) size *= 2;
    for (let at = 0; at < words.length; at++) if (words[at]! > highest) highest = words[at]!;
    this.#counts = new Int32Array(highest + 1);
    for (let at = 0; at < words.length; at++) this.#counts[words[at]!]!++;
    this.#words = words;
    this.#mask = size - 1;
    this.#heads = new Int32Array(size);
    this.#next = new Int32Array(words.length);
    const heads = this.#heads,
      next = this.#next,
      mask = this.#mask;
    for (let at = words.length - 2; at >= 0; at--) {
      const bucket = hashOfPair(words[at]!, words[at + 1]!) & mask;
      next[at] = heads[bucket]!;
      heads[bucket] = at + 1;
    }
  }

  /** How often the word stands in the text. */
  countOf(word: number): number {
    return this.#counts[word] ?? 0;
  }

  /**
   * Adds to `counts` how often each of some pairs stands in the text, apart from where one of its words is in
   * `copies`. O(places of the pairs · log copies).
   */
  countPairs(asked: PairSet, copies: readonly number[], counts: Int32Array): void {
    const words = this.#words,
      next = this.#next,
      heads = this.#heads,
      mask = this.#mask;
    for (let each = 0; each < asked.count; each++) {
      const first = asked.first[each]!,
        second = asked.second[each]!;
      for (let at = heads[asked.hashes[each]! & mask]!; at > 0; at = next[at - 1]!) {
        if (
          words[at - 1] === first &&
          words[at] === second &&
          (copies.length === 0 || !(isIn(copies, at - 1) || isIn(copies, at)))
        )
          counts[each]!++;
      }
    }
  }

  /**
   * Puts into `places` where any of some pairs begins, ascending. Returns in how many places, or -1 if these
   * are so many, an eighth of the text, that looking at all is as good. `places` must have room for as many.
   */
  placesOf(asked: PairSet, places: Int32Array): number {
    const words = this.#words,
      next = this.#next,
      heads = this.#heads,
      mask = this.#mask;
    const most = words.length >> 3;
    let found = 0;
    for (let each = 0; each < asked.count; each++) {
      const first = asked.first[each]!,
        second = asked.second[each]!;
      for (let at = heads[asked.hashes[each]! & mask]!; at > 0; at = next[at - 1]!) {
        if (words[at - 1] !== first || words[at] !== second) continue;
        if (found === most) return -1;
        places[found++] = at - 1;
      }
    }
    sortFirst(places, found);
    return found;
  }
}

/**
 * Sorts the first numbers of an array: a few by hand, because a call into the machine's sort takes longer
 * than that.
 */
function sortFirst(numbers: Int32Array, count: number): void {
  if (count > 40) {
    numbers.subarray(0, count).sort();
    return;
  }
  for (let at = 1; at < count; at++) {
    const number = numbers[at]!;
    let to = at;
    for (; to > 0 && numbers[to - 1]! > number; to--) numbers[to] = numbers[to - 1]!;
    numbers[to] = number;
  }
}

const known = new WeakMap<Int32Array, TextIndex>();

/** The index of a text that is never changed: made once, and kept as long as the text. */
export function indexOfText(words: Int32Array): TextIndex {
  const index = known.get(words) ?? new TextIndex(words);
  known.set(words, index);
  return index;
}

/** Distinct pairs, numbered from 0 as they came: a hash table with open addressing. */
export class PairSet {
  count = 0;
  readonly first: Int32Array;
  readonly second: Int32Array;
  readonly hashes: Int32Array;
  /** By hash the number of a pair plus one. */
  readonly #numbers: Int32Array;
  readonly #mask: number;
  /** By more of the hash whether any pair may be meant: read for every word of a wiki, so it is sparse. */
  readonly #isMet: Uint8Array;
  readonly #metMask: number;

  /** @param most the most pairs that will be added. */
  constructor(most: number) {
    let size = 64;
    while (size < 4 * most) size *= 2;
    this.#mask = size - 1;
    this.#numbers = passing.numbers(size);
    this.#metMask = 4 * size - 1;
    this.#isMet = passing.bytes(4 * size);
    this.first = passing.numbers(most);
    this.second = passing.numbers(most);
    this.hashes = passing.numbers(most);
  }

  add(first: number, second: number): void {
    const slot = this.#slot(first, second);
    if (this.#numbers[slot]! > 0) return;
    this.first[this.count] = first;
    this.second[this.count] = second;
    this.hashes[this.count] = hashOfPair(first, second);
    this.#isMet[this.hashes[this.count]! & this.#metMask] = 1;
    this.#numbers[slot] = ++this.count;
  }

  /** The number of a pair, or -1. */
  numberOf(first: number, second: number): number {
    return this.#numbers[this.#slot(first, second)]! - 1;
  }

  /**
   * Adds to `counts` how often each pair stands in a text, apart from those that end within `apart`,
   * ascending stretches. O(words).
   */
  addCounts(words: Int32Array, apart: readonly number[], counts: Int32Array): void {
    const isMet = this.#isMet,
      mask = this.#metMask;
    for (let at = 1, next = 0; at < words.length; at++) {
      if (isMet[hashOfPair(words[at - 1]!, words[at]!) & mask] === 0) continue;
      while (next < apart.length && apart[next + 1]! < at) next += 2;
      if (next < apart.length && apart[next]! <= at) continue;
      const number = this.numberOf(words[at - 1]!, words[at]!);
      if (number >= 0) counts[number]!++;
    }
  }

  /** How many of the pairs stand in a text; it is not read further than `most` of them. O(words). */
  countIn(words: Int32Array, most: number): number {
    const isMet = this.#isMet,
      mask = this.#metMask;
    const isFound = passing.bytes(this.count);
    let found = 0;
    for (let at = 1; at < words.length && found < most; at++) {
      if (isMet[hashOfPair(words[at - 1]!, words[at]!) & mask] === 0) continue;
      const number = this.numberOf(words[at - 1]!, words[at]!);
      if (number < 0 || isFound[number]) continue;
      isFound[number] = 1;
      found++;
    }
    return found;
  }

  /** Where the pair is, or the free place where it would be. */
  #slot(first: number, second: number): number {
    const numbers = this.#numbers,
      mask = this.#mask;
    let slot = hashOfPair(first, second) & mask;
    for (
      let number = numbers[slot]!;
      number > 0 && (this.first[number - 1] !== first || this.second[number - 1] !== second);
      number = numbers[slot]!
    )
      slot = (slot + 1) & mask;
    return slot;
  }
}

/** Whether a place lies in any of some ascending stretches. */
function isIn(stretches: readonly number[], place: number): boolean {
  let low = 0,
    high = stretches.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (stretches[middle]! <= place) low = middle + 1;
    else high = middle;
  }
  // Behind the beginning of a stretch, and not behind its end.
  return (low & 1) === 1;
}

/**
 * How often each of some pairs stands in what is searched. O(words of texts without an index + places of the
 * pairs in the others).
 */
export function countPairs(searched: readonly SearchedText[], asked: PairSet): Int32Array {
  const counts = passing.numbers(asked.count);
  for (const { words, copies, index } of searched) {
    if (index) index.countPairs(asked, copies ?? [], counts);
    else asked.addCounts(words, copies ?? [], counts);
  }
  return counts;
}
