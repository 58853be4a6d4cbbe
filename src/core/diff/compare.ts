/**
 * Two texts, word by word: what is kept, moved, corrected, and what came or went.
 *
 * Blocks are aligned first, by content and then by id, and words within what is left, so that a page of many
 * alike sentences is not compared across its paragraphs. What stays in order is decided in `stretch`, what
 * moved in `moves`; blocks that were put in another order and changed are known again by `block-pairs`.
 */
import type { Vocabulary } from "../text/vocabulary";
import { passing } from "../text/room";
import { align } from "./align";
import type { Range } from "./range";
import { pairBlocks } from "./block-pairs";
import { correct } from "./correct";
import { costInDense, isDenselyChanged } from "./density";
import { bitsOfSearch } from "./evidence";
import { fillBlocks } from "./fill";
import { increasing } from "./increasing";
import { type Comparison, Matching, openWords } from "./matching";
import { moveRuns } from "./moves";
import { keepIfOnlyReflowed, keepOverBreaks } from "./reflow";
import { type Block, sameWords, type Sequence } from "./sequence";
import { kept, moved } from "./ways";

export type { Comparison } from "./matching";

/**
 * A whole block that left one place and stands in another has no stray words at its edges: it proves more
 * than its words. Without it, single digits of a table of which the halves change places would count as new.
 */
const bitsOfWholeBlock = 10;
/**
 * Blocks with the same id are compared with each other if at least this part of the shorter one's words is
 * shared.
 */
const alikePart = 0.4;

/**
 * Compares `before` with `after`, both read with `vocabulary`. Never throws.
 * O(n) for what is the same, and for what changed as `align` and `takeChains` say.
 */
export function compare(before: Sequence, after: Sequence, vocabulary: Vocabulary): Comparison {
  const { first, aTo, bTo } = equalEnds(before, after);
  const matching = new Matching(before, after, vocabulary, {
    aFrom: before.starts[first]!,
    aTo: before.starts[aTo]!,
    bFrom: after.starts[first]!,
    bTo: after.starts[bTo]!,
  });
  for (let block = 0; block < first; block++) matching.countRestyled(block, block);
  for (let aBlock = aTo, bBlock = bTo; bBlock < after.blocks.length; aBlock++, bBlock++)
    matching.countRestyled(aBlock, bBlock);
  if (first < aTo && first < bTo && !keepIfOnlyReflowed(matching)) {
    new BlockWork(matching).alignBlocks(first, aTo, bTo);
    keepOverBreaks(matching);
    moveRuns(matching);
    fillBlocks(matching, first, bTo);
    correct(before, after, vocabulary, matching);
  }
  return matching;
}

/** The blocks between the equal ones at both ends: the first on both sides, and behind the last. */
function equalEnds(
  { blocks: a }: Sequence,
  { blocks: b }: Sequence,
): { first: number; aTo: number; bTo: number } {
  let first = 0;
  while (first < a.length && first < b.length && sameWords(a[first]!, b[first]!)) first++;
  let aTo = a.length,
    bTo = b.length;
  while (aTo > first && bTo > first && sameWords(a[aTo - 1]!, b[bTo - 1]!)) {
    aTo--;
    bTo--;
  }
  return { first, aTo, bTo };
}

/** Blocks of both texts compared with each other. */
class BlockWork {
  readonly #a: Sequence;
  readonly #b: Sequence;

  constructor(readonly matching: Matching) {
    [this.#a, this.#b] = [matching.a, matching.b];
  }

  alignBlocks(first: number, aTo: number, bTo: number): void {
    const staying = this.equalBlocks(first, aTo, bTo);
    let aAt = first,
      bAt = first;
    for (const [aBlock, bBlock] of [...staying, [aTo, bTo] as const]) {
      this.alignBetween(aAt, aBlock, bAt, bBlock);
      aAt = aBlock + 1;
      bAt = bBlock + 1;
    }
  }

  /**
   * Continues the blocks that read the same: those in order, which are returned, and those that moved as a
   * whole.
   */
  private equalBlocks(from: number, aTo: number, bTo: number): [number, number][] {
    const { a, b } = this.symbols(from, aTo, bTo);
    const partner = passing.numbers(b.length).fill(-1);
    align({ a, b }, { aFrom: 0, aTo: a.length, bFrom: 0, bTo: b.length }, (aAt, bAt) => {
      partner[bAt] = aAt;
    });
    const staying: [number, number][] = [];
    const isPaired = passing.bytes(a.length);
    partner.forEach((aAt, bAt) => {
      if (aAt < 0) return;
      isPaired[aAt] = 1;
      staying.push([from + aAt, from + bAt]);
      this.matching.continueBlock(from + aAt, from + bAt, kept);
    });
    const left = new Map<number, number[]>();
    let blocksLeft = 0,
      blocksNew = 0;
    for (let at = a.length - 1; at >= 0; at--) {
      if (isPaired[at]) continue;
      blocksLeft++;
      const known = left.get(a[at]!);
      if (known) known.push(at);
      else left.set(a[at]!, [at]);
    }
    for (let at = 0; at < b.length; at++) if (partner[at]! < 0) blocksNew++;
    for (let at = 0; at < b.length; at++) {
      const source = partner[at]! < 0 ? left.get(b[at]!)?.at(-1) : undefined;
      if (source === undefined) continue;
      const words = this.#b.blocks[from + at]!.words;
      const proof = this.matching.evidence().bitsOfRun(words, 0, words.length) + bitsOfWholeBlock;
      if (proof < bitsOfSearch(blocksLeft, blocksNew)) continue;
      left.get(b[at]!)!.pop();
      this.matching.continueBlock(from + source, from + at, moved);
    }
    return staying;
  }

  /** The blocks of both middles as numbers, equal for blocks of the same words. */
  private symbols(from: number, aTo: number, bTo: number): { a: Int32Array; b: Int32Array } {
    const known: Block[] = [];
    const byKey = new Map<number, number[]>();
    const symbol = (block: Block): number => {
      const key = block.wordsKey(this.matching.vocabulary);
      const alike = byKey.get(key);
      const same = alike?.find((each) => sameWords(known[each]!, block));
      if (same !== undefined) return same;
      if (alike) alike.push(known.length);
      else byKey.set(key, [known.length]);
      return known.push(block) - 1;
    };
    return {
      a: Int32Array.from(this.#a.blocks.slice(from, aTo), symbol),
      b: Int32Array.from(this.#b.blocks.slice(from, bTo), symbol),
    };
  }

  /**
   * Compares the blocks between two that stay: those of the same id with each other, and then what is left
   * between them.
   */
  private alignBetween(aFrom: number, aTo: number, bFrom: number, bTo: number): void {
    if (aFrom >= aTo || bFrom >= bTo) return;
    let aAt = aFrom,
      bAt = bFrom;
    for (const [aBlock, bBlock] of this.pairsById(aFrom, aTo, bFrom, bTo)) {
      this.alignRest({ aFrom: aAt, aTo: aBlock, bFrom: bAt, bTo: bBlock });
      this.matching.alignWords(this.matching.openOf(aBlock, bBlock), kept);
      aAt = aBlock + 1;
      bAt = bBlock + 1;
    }
    this.alignRest({ aFrom: aAt, aTo, bFrom: bAt, bTo });
  }

  /**
   * Compares blocks of which none is known by its words or its id: as one text, by pairs if they stand in
   * another order, or not at all.
   */
  private alignRest(range: Range): void {
    const { aFrom, aTo, bFrom, bTo } = range;
    const { fromBefore, toAfter } = this.matching;
    const { pairs, areChangedAllOver, areOtherTexts } = pairBlocks(
      this.#a,
      this.#b,
      range,
      (block) => fromBefore[this.#b.starts[block]!]! < 0,
    );
    if (areOtherTexts) return;
    for (const { a, b, isMoved, runs } of pairs) {
      const isDense =
        areChangedAllOver &&
        isDenselyChanged(this.#a.blocks[a]!.words.length, this.#b.blocks[b]!.words.length, runs);
      this.matching.alignWords(this.matching.openOf(a, b), isMoved ? moved : kept, {
        known: runs,
        cost: isDense ? costInDense : 1,
      });
      if (!areChangedAllOver) continue;
      if (!isDense) fillBlocks(this.matching, b, b + 1);
      this.matching.takeForNew(b);
    }
    const pairedA = new Set(pairs.map(({ a }) => a)),
      pairedB = new Set(pairs.map(({ b }) => b));
    let aAt = aFrom,
      bAt = bFrom;
    for (const { a, b } of [...pairs.filter(({ isMoved }) => !isMoved), { a: aTo, b: bTo }]) {
      this.matching.alignWords(
        {
          a: openWords(toAfter, this.#a, aAt, a, pairedA),
          b: openWords(fromBefore, this.#b, bAt, b, pairedB),
        },
        kept,
      );
      aAt = a + 1;
      bAt = b + 1;
    }
  }

  /** Blocks with the same id that are alike, increasing on both sides. */
  private pairsById(aFrom: number, aTo: number, bFrom: number, bTo: number): [number, number][] {
    const places = new Map<string, number>();
    for (let block = aFrom; block < aTo; block++)
      if (this.#a.blocks[block]!.id !== null) places.set(this.#a.blocks[block]!.id!, block);
    const pairs: [number, number][] = [];
    for (let block = bFrom; block < bTo && places.size > 0; block++) {
      const source = places.get(this.#b.blocks[block]!.id ?? "");
      if (source !== undefined && areAlike(this.#a.blocks[source]!, this.#b.blocks[block]!))
        pairs.push([source, block]);
    }
    return increasing(pairs, ([source]) => source);
  }
}

function areAlike(one: Block, other: Block): boolean {
  const shorter = Math.min(one.words.length, other.words.length);
  const words = new Set(one.words);
  let shared = 0;
  for (const word of other.words) if (words.has(word)) shared++;
  return shorter > 0 && shared >= alikePart * shorter;
}
