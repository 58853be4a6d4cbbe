/** One comparison of two texts while it is made: which words are joined with which so far, and how. */
import type { ReadText, Vocabulary } from "../text/vocabulary";
import { passing } from "../text/room";
import type { Range } from "./range";
import type { Anchor } from "./anchors";
import { Evidence, longRun } from "./evidence";
import type { Sequence } from "./sequence";
import { alignStretch } from "./stretch";
import { kept } from "./ways";

export interface Comparison {
  /** For each word after: the word before that it continues, or -1. No word before is continued twice. */
  readonly fromBefore: Int32Array;
  /** For each word before: the word after that continues it, or -1 if it went. */
  readonly toAfter: Int32Array;
  /** For each word after: `came`, `kept`, `moved` or `corrected`. */
  readonly how: Uint8Array;
  /**
   * For each word after 1 if it is taken for new, so that nobody need look for it elsewhere; null if none is.
   */
  readonly newWords: Uint8Array | null;
  /** Blocks that have their words as before and look different: format, capitals or punctuation changed. */
  readonly restyled: number;
  /** The words between the equal blocks at both ends; all before and after them is kept. */
  readonly changed: Range;
  /** What the two texts prove; made when first asked for. */
  readonly evidence: () => Evidence;
}

/** Words of both sides that are not explained yet, ascending. */
export interface Open {
  readonly a: Int32Array;
  readonly b: Int32Array;
}

export class Matching implements Comparison {
  readonly fromBefore: Int32Array;
  readonly toAfter: Int32Array;
  readonly how: Uint8Array;
  restyled = 0;
  newWords: Uint8Array | null = null;
  #evidence: Evidence | undefined;

  constructor(
    readonly a: Sequence,
    readonly b: Sequence,
    readonly vocabulary: Vocabulary,
    readonly changed: Range,
  ) {
    const { aFrom, aTo, bFrom, bTo } = changed;
    this.fromBefore = partners(b.words.length, bFrom, bTo, aTo);
    this.toAfter = partners(a.words.length, aFrom, aTo, bTo);
    this.how = passing.bytes(b.words.length).fill(kept, 0, bFrom).fill(kept, bTo);
  }

  readonly evidence = (): Evidence =>
    (this.#evidence ??= new Evidence(
      this.vocabulary,
      [this.a],
      this.b.words.subarray(this.changed.bFrom, this.changed.bTo),
    ));

  /** The words of two blocks that are not explained yet. */
  openOf(a: number, b: number): Open {
    return { a: openWords(this.toAfter, this.a, a, a + 1), b: openWords(this.fromBefore, this.b, b, b + 1) };
  }

  /**
   * Keeps, or moves, what can be kept in order among some words that are not explained yet; `known` runs of
   * them are, and a change has this part of its usual `cost` (see `alignStretch`). Returns how many words
   * were found.
   */
  alignWords(
    { a: aOpen, b: bOpen }: Open,
    how: number,
    { known, cost = 1 }: { readonly known?: readonly Anchor[]; readonly cost?: number } = {},
  ): number {
    if (aOpen.length === 0 || bOpen.length === 0) return 0;
    const a = pick(this.a, aOpen),
      b = pick(this.b, bOpen);
    const found = alignStretch(
      { a: a.words, aBreaks: a.breaks, b: b.words, bBreaks: b.breaks, areRelated: cost < 1 },
      this.evidence,
      known,
      cost,
    );
    let count = 0;
    for (let at = 0; at < found.length; at++) {
      if (found[at]! < 0) continue;
      this.continueWord(aOpen[found[at]!]!, bOpen[at]!, how);
      count++;
    }
    return count;
  }

  /**
   * Takes the words of a block that have no partner for new, where they are too few to have been brought from
   * anywhere.
   */
  takeForNew(block: number): void {
    this.newWords ??= passing.bytes(this.b.words.length);
    for (let word = this.b.starts[block]!, end = this.b.starts[block + 1]!; word < end;) {
      const from = word;
      while (word < end && this.fromBefore[word]! < 0) word++;
      if (word - from < longRun) for (let each = from; each < word; each++) this.newWords[each] = 1;
      word++;
    }
  }

  isNew(word: number): boolean {
    return this.newWords !== null && this.newWords[word] === 1;
  }

  /** Joins two blocks of the same words. */
  continueBlock(aBlock: number, bBlock: number, how: number): void {
    this.countRestyled(aBlock, bBlock);
    const aStart = this.a.starts[aBlock]!,
      bStart = this.b.starts[bBlock]!;
    const { fromBefore, toAfter, how: ways } = this;
    const { length } = this.b.blocks[bBlock]!.words;
    ways.fill(how, bStart, bStart + length);
    for (let word = 0; word < length; word++) {
      fromBefore[bStart + word] = aStart + word;
      toAfter[aStart + word] = bStart + word;
    }
  }

  /** Counts a block that has its words as before, if it looks different. */
  countRestyled(aBlock: number, bBlock: number): void {
    const before = this.a.blocks[aBlock]!,
      after = this.b.blocks[bBlock]!;
    if (!before.readsLike(after) || before.styleKey !== after.styleKey) this.restyled++;
  }

  continueWord(from: number, to: number, how: number): void {
    this.fromBefore[to] = from;
    this.toAfter[from] = to;
    this.how[to] = how;
  }
}

/**
 * For each word of a text its partner: in front of `from` the same word, behind `to` the words from `otherTo`
 * on, and none between.
 */
function partners(length: number, from: number, to: number, otherTo: number): Int32Array {
  const head = from,
    tail = length - to;
  while (ascending.length < Math.max(head, otherTo + tail))
    ascending = Int32Array.from({ length: 2 * ascending.length }, (_, at) => at);
  const partner = passing.numbers(length);
  partner.set(ascending.subarray(0, head));
  partner.fill(-1, from, to);
  partner.set(ascending.subarray(otherTo, otherTo + tail), to);
  return partner;
}

/** The numbers from 0 on. */
let ascending = Int32Array.from({ length: 4096 }, (_, at) => at);

/** Some words of a text, given by their places in ascending order. */
function pick({ words, breaks }: ReadText, wanted: Int32Array): ReadText {
  const first = wanted[0]!,
    length = wanted.length;
  if (wanted[length - 1] === first + length - 1)
    return { words: words.subarray(first, first + length), breaks: breaks.subarray(first, first + length) };
  const picked = { words: passing.numbers(length), breaks: passing.bytes(length) };
  for (let at = 0; at < length; at++) {
    picked.words[at] = words[wanted[at]!]!;
    picked.breaks[at] = breaks[wanted[at]!]!;
  }
  return picked;
}

/** The words of some blocks, apart from those in `without`, that have no partner. */
export function openWords(
  partner: Int32Array,
  { starts }: Sequence,
  from: number,
  to: number,
  without: ReadonlySet<number> = noBlocks,
): Int32Array {
  if (from >= to) return new Int32Array(0);
  const found = passing.numbers(starts[to]! - starts[from]!);
  let count = 0;
  for (let block = from; block < to; block++) {
    if (without.has(block)) continue;
    for (let word = starts[block]!; word < starts[block + 1]!; word++)
      if (partner[word]! < 0) found[count++] = word;
  }
  return found.subarray(0, count);
}

const noBlocks: ReadonlySet<number> = new Set();
