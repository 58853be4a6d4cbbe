/**
 * Blocks that stand in another order than before, and were changed as well, or that were changed all over.
 * Compared as one text, two such pages have little in order and much to search; block by block each is soon
 * compared. Blocks are known again by runs that only they have.
 */
import { passing } from "../text/room";
import { areOneText, isShort } from "./align";
import type { Range } from "./range";
import { type Anchor, anchorsOf, heaviestChain } from "./anchors";
import type { Sequence } from "./sequence";

export interface BlockPair {
  readonly a: number;
  readonly b: number;
  /** Whether it stands in another order than most. */
  readonly isMoved: boolean;
  /** Runs that are the same in both, by their places in the blocks, increasing on both sides. */
  readonly runs: readonly Anchor[];
}

export interface PairedBlocks {
  /** In the order of `b`. */
  readonly pairs: readonly BlockPair[];
  /** Whether so much of them changed that not every word is looked for everywhere. */
  readonly areChangedAllOver: boolean;
  /**
   * Whether what stands between is another text: it is not compared in order, which would take long and find
   * chance.
   */
  readonly areOtherTexts: boolean;
}

const none: PairedBlocks = { pairs: [], areChangedAllOver: false, areOtherTexts: false };

/** Of fewer blocks than this on a side the order is no question. */
const fewestBlocks = 3;
/** What part of the shorter of two blocks must be in runs that only they have. */
const partInRuns = 0.15;
/**
 * What part of the words must stand in blocks that moved; where fewer do, comparing the text as a whole finds
 * what stayed, and searching what moved.
 */
const partMoved = 0.2;

/**
 * So many words of paired blocks that are in no run of both are looked for everywhere. Where there are more,
 * each block is compared with its partner, and the few words that came between others are new.
 */
const mostSearched = 300;

/**
 * Pairs of blocks; none unless much of what stands between is in another order, or changed all over. `range`
 * counts blocks, `isOpen` says which of `b` are not explained yet. O(words).
 */
export function pairBlocks(
  a: Sequence,
  b: Sequence,
  range: Range,
  isOpen: (block: number) => boolean,
): PairedBlocks {
  const { aFrom, aTo, bFrom, bTo } = range;
  if (aTo - aFrom < fewestBlocks || bTo - bFrom < fewestBlocks) return none;
  const words = {
    aFrom: a.starts[aFrom]!,
    aTo: a.starts[aTo]!,
    bFrom: b.starts[bFrom]!,
    bTo: b.starts[bTo]!,
  };
  const texts = { a: a.words, b: b.words };
  if (isShort(words)) return none;
  if (!areOneText(texts, words)) return { ...none, areOtherTexts: true };
  const common = inCommon(a, b, range, anchorsOf(texts, words));
  const pairs = mutual(common).filter(
    (pair) =>
      isOpen(pair.b) && pair.length >= partInRuns * Math.min(lengthOf(a, pair.a), lengthOf(b, pair.b)),
  );
  const staying = new Set(heaviestChain(pairs).map((pair) => pair.b));
  const movedWords = pairs.reduce((sum, pair) => (staying.has(pair.b) ? sum : sum + lengthOf(b, pair.b)), 0);
  const found = pairs.map((pair) => ({
    a: pair.a,
    b: pair.b,
    isMoved: !staying.has(pair.b),
    runs: heaviestChain(common[pair.b]!.get(pair.a)!),
  }));
  const changed = found.reduce((sum, pair) => sum + lengthOf(b, pair.b) - wordsIn(pair.runs), 0);
  const areChangedAllOver = changed > mostSearched;
  return areChangedAllOver || movedWords >= partMoved * (words.bTo - words.bFrom)
    ? { ...none, pairs: found, areChangedAllOver }
    : none;
}

function lengthOf({ starts }: Sequence, block: number): number {
  return starts[block + 1]! - starts[block]!;
}

function wordsIn(runs: readonly Anchor[]): number {
  return runs.reduce((sum, { length }) => sum + length, 0);
}

/** By block of `b` and block of `a`, what of the runs around anchors they have in common. */
function inCommon(
  a: Sequence,
  b: Sequence,
  { aFrom, aTo, bFrom, bTo }: Range,
  anchors: readonly Anchor[],
): Map<number, Anchor[]>[] {
  const ofA = blocksOf(a, aFrom, aTo),
    ofB = blocksOf(b, bFrom, bTo);
  const common = Array.from({ length: bTo }, () => new Map<number, Anchor[]>());
  for (const anchor of anchors) {
    for (let at = 0; at < anchor.length;) {
      const inA = ofA[anchor.a + at - a.starts[aFrom]!]!,
        inB = ofB[anchor.b + at - b.starts[bFrom]!]!;
      // A run may go on into the next block, on either side.
      const length = Math.min(
        anchor.length - at,
        a.starts[inA + 1]! - anchor.a - at,
        b.starts[inB + 1]! - anchor.b - at,
      );
      const run = { a: anchor.a + at - a.starts[inA]!, b: anchor.b + at - b.starts[inB]!, length };
      const known = common[inB]!.get(inA);
      if (known) known.push(run);
      else common[inB]!.set(inA, [run]);
      at += length;
    }
  }
  return common;
}

/** For each word of some blocks the block that it is in. */
function blocksOf({ starts }: Sequence, from: number, to: number): Int32Array {
  const blocks = passing.numbers(starts[to]! - starts[from]!);
  for (let block = from; block < to; block++)
    blocks.fill(block, starts[block]! - starts[from]!, starts[block + 1]! - starts[from]!);
  return blocks;
}

/** The blocks that have more in common with each other than with any other, in the order of `b`. */
function mutual(common: readonly Map<number, readonly Anchor[]>[]): Anchor[] {
  const bestOfA = new Map<number, { readonly b: number; readonly length: number }>();
  const pairs = common.flatMap((runsOf, b) => {
    let best: Anchor | null = null;
    for (const [a, runs] of runsOf) {
      const length = wordsIn(runs);
      if (!best || length > best.length) best = { a, b, length };
      if (length > (bestOfA.get(a)?.length ?? 0)) bestOfA.set(a, { b, length });
    }
    return best ? [best] : [];
  });
  return pairs.filter(({ a, b }) => bestOfA.get(a)!.b === b);
}
