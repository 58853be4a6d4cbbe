/**
 * Two texts, word by word: what is kept, moved, corrected, and what came or went.
 *
 * Blocks are aligned first, by content and then by id, and words within what is left, so that a page of many alike
 * sentences is not compared across its paragraphs. What stays in order is decided in `stretch`, what moved in `chains`.
 */
import type { ReadText, Vocabulary } from "../text/vocabulary";
import { align, type Range } from "./align";
import { takeChains } from "./chains";
import { correct } from "./correct";
import { bitsOfSearch, Evidence } from "./evidence";
import { increasing } from "./increasing";
import type { Chain } from "./links";
import { type Block, sameWords, type Sequence } from "./sequence";
import { makeRoom, type Side } from "./slide";
import { alignStretch } from "./stretch";
import { came, kept, moved } from "./ways";

export interface Comparison {
  /** For each word after: the word before that it continues, or -1. No word before is continued twice. */
  readonly fromBefore: Int32Array;
  /** For each word before: the word after that continues it, or -1 if it went. */
  readonly toAfter: Int32Array;
  /** For each word after: `came`, `kept`, `moved` or `corrected`. */
  readonly how: Uint8Array;
  /** Blocks that have their words as before and look different: format, capitals or punctuation changed. */
  readonly restyled: number;
  /** The words between the equal blocks at both ends; all before and after them is kept. */
  readonly changed: Range;
  /** What the two texts prove; made when first asked for. */
  readonly evidence: () => Evidence;
}

/** Blocks with the same id are compared with each other if at least this part of the shorter one's words is shared. */
const alikePart = 0.4;
/** A whole block that left one place and stands in another has no stray words at its edges; it proves more than its words. */
const bitsOfWholeBlock = 10;
/** What a run must prove to have moved: little, because its words left the page in the same entry. */
const marginOfMove = 2;
const mostRounds = 4;

/**
 * Compares `before` with `after`, both read with `vocabulary`. Never throws.
 * O(n) for what is the same, and for what changed as `align` and `takeChains` say.
 */
export function compare(before: Sequence, after: Sequence, vocabulary: Vocabulary): Comparison {
  let evidence: Evidence | undefined;
  const { first, aTo, bTo } = equalEnds(before, after);
  const changed = { aFrom: before.starts[first]!, aTo: before.starts[aTo]!, bFrom: after.starts[first]!, bTo: after.starts[bTo]! };
  const result = {
    fromBefore: new Int32Array(after.words.length).fill(-1),
    toAfter: new Int32Array(before.words.length).fill(-1),
    how: new Uint8Array(after.words.length),
    restyled: 0, changed,
    evidence: () => (evidence ??= new Evidence(vocabulary, [before], after.words.subarray(changed.bFrom, changed.bTo))),
  };
  const work = new Work(before, after, vocabulary, result);
  work.keepEnds(first, aTo, bTo);
  if (first < aTo && first < bTo) {
    work.alignBlocks(first, aTo, bTo);
    work.moveRuns();
    correct(before, after, vocabulary, result);
  }
  return result;
}

/** The blocks between the equal ones at both ends: the first on both sides, and behind the last. */
function equalEnds({ blocks: a }: Sequence, { blocks: b }: Sequence): { first: number; aTo: number; bTo: number } {
  let first = 0;
  while (first < a.length && first < b.length && sameWords(a[first]!, b[first]!)) first++;
  let [aTo, bTo] = [a.length, b.length];
  while (aTo > first && bTo > first && sameWords(a[aTo - 1]!, b[bTo - 1]!)) { aTo--; bTo--; }
  return { first, aTo, bTo };
}

interface Result extends Comparison {
  restyled: number;
}

/** One comparison while it is made. */
class Work {
  constructor(readonly a: Sequence, readonly b: Sequence, readonly vocabulary: Vocabulary, readonly result: Result) {}

  keepEnds(first: number, aTo: number, bTo: number): void {
    for (let block = 0; block < first; block++) this.continueBlock(block, block, kept);
    for (let aBlock = aTo, bBlock = bTo; bBlock < this.b.blocks.length; aBlock++, bBlock++) this.continueBlock(aBlock, bBlock, kept);
  }

  alignBlocks(first: number, aTo: number, bTo: number): void {
    const staying = this.equalBlocks(first, aTo, bTo);
    let [aAt, bAt] = [first, first];
    for (const [aBlock, bBlock] of [...staying, [aTo, bTo] as const]) {
      this.alignBetween(aAt, aBlock, bAt, bBlock);
      [aAt, bAt] = [aBlock + 1, bBlock + 1];
    }
  }

  /** Continues the blocks that read the same: those in order, which are returned, and those that moved as a whole. */
  private equalBlocks(from: number, aTo: number, bTo: number): [number, number][] {
    const { a, b } = this.symbols(from, aTo, bTo);
    const partner = new Int32Array(b.length).fill(-1);
    align({ a, b }, { aFrom: 0, aTo: a.length, bFrom: 0, bTo: b.length }, (aAt, bAt) => { partner[bAt] = aAt; });
    const staying: [number, number][] = [];
    const isPaired = new Uint8Array(a.length);
    partner.forEach((aAt, bAt) => {
      if (aAt < 0) return;
      isPaired[aAt] = 1;
      staying.push([from + aAt, from + bAt]);
      this.continueBlock(from + aAt, from + bAt, kept);
    });
    const left = new Map<number, number[]>();
    let [blocksLeft, blocksNew] = [0, 0];
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
      const words = this.b.blocks[from + at]!.words;
      const proof = this.result.evidence().bitsOfRun(words, 0, words.length) + bitsOfWholeBlock;
      if (proof < bitsOfSearch(blocksLeft, blocksNew)) continue;
      left.get(b[at]!)!.pop();
      this.continueBlock(from + source, from + at, moved);
    }
    return staying;
  }

  /** The blocks of both middles as numbers, equal for blocks of the same words. */
  private symbols(from: number, aTo: number, bTo: number): { a: Int32Array; b: Int32Array } {
    const known: Block[] = [];
    const byKey = new Map<number, number[]>();
    const symbol = (block: Block): number => {
      const key = block.wordsKey(this.vocabulary);
      const alike = byKey.get(key);
      const same = alike?.find((each) => sameWords(known[each]!, block));
      if (same !== undefined) return same;
      if (alike) alike.push(known.length);
      else byKey.set(key, [known.length]);
      return known.push(block) - 1;
    };
    return { a: Int32Array.from(this.a.blocks.slice(from, aTo), symbol), b: Int32Array.from(this.b.blocks.slice(from, bTo), symbol) };
  }

  /** Compares the blocks between two that stay: those of the same id with each other, what is left as one stretch. */
  private alignBetween(aFrom: number, aTo: number, bFrom: number, bTo: number): void {
    if (aFrom >= aTo || bFrom >= bTo) return;
    let [aAt, bAt] = [aFrom, bFrom];
    for (const [aBlock, bBlock] of this.pairsById(aFrom, aTo, bFrom, bTo)) {
      this.alignWords(aAt, aBlock, bAt, bBlock);
      this.alignWords(aBlock, aBlock + 1, bBlock, bBlock + 1);
      [aAt, bAt] = [aBlock + 1, bBlock + 1];
    }
    this.alignWords(aAt, aTo, bAt, bTo);
  }

  /** Blocks with the same id that are alike, increasing on both sides. */
  private pairsById(aFrom: number, aTo: number, bFrom: number, bTo: number): [number, number][] {
    const places = new Map<string, number>();
    for (let block = aFrom; block < aTo; block++) if (this.a.blocks[block]!.id !== null) places.set(this.a.blocks[block]!.id!, block);
    const pairs: [number, number][] = [];
    for (let block = bFrom; block < bTo && places.size > 0; block++) {
      const source = places.get(this.b.blocks[block]!.id ?? "");
      if (source !== undefined && areAlike(this.a.blocks[source]!, this.b.blocks[block]!)) pairs.push([source, block]);
    }
    return increasing(pairs, ([source]) => source);
  }

  /** Keeps what can be kept in order among the words of some blocks that are not explained yet. */
  private alignWords(aFrom: number, aTo: number, bFrom: number, bTo: number): void {
    if (aFrom >= aTo || bFrom >= bTo) return;
    const aOpen = openWords(this.result.toAfter, this.a.starts[aFrom]!, this.a.starts[aTo]!);
    const bOpen = openWords(this.result.fromBefore, this.b.starts[bFrom]!, this.b.starts[bTo]!);
    if (aOpen.length === 0 || bOpen.length === 0) return;
    const [a, b] = [pick(this.a, aOpen), pick(this.b, bOpen)];
    const found = alignStretch({ a: a.words, aBreaks: a.breaks, b: b.words, bBreaks: b.breaks }, this.result.evidence);
    for (let at = 0; at < found.length; at++) if (found[at]! >= 0) this.continueWord(aOpen[found[at]!]!, bOpen[at]!, kept);
  }

  /**
   * Finds what moved, the strongest chains first. What is explained is no longer searched, so that what is left has to
   * prove less in the next round.
   */
  moveRuns(): void {
    const { result: { toAfter, how, evidence, changed: { aFrom, aTo, bFrom: from, bTo: to } }, a, b, vocabulary } = this;
    for (let round = 0; round < mostRounds; round++) {
      const gone = new Uint8Array(aTo);
      const open = new Uint8Array(b.words.length);
      let [isAnyGone, isAnyOpen] = [false, false];
      for (let word = aFrom; word < aTo; word++) if (toAfter[word]! < 0) { gone[word] = 1; isAnyGone = true; }
      for (let word = from; word < to; word++) if (how[word] === came) { open[word] = 1; isAnyOpen = true; }
      if (!isAnyGone || !isAnyOpen) return;
      const source = { words: a.words.subarray(0, aTo), breaks: a.breaks.subarray(0, aTo), open: gone };
      const chains = takeChains({ sources: [source], reuse: false, margin: marginOfMove, vocabulary, searched: a.words.length, evidence }, { words: b.words, breaks: b.breaks, open, from, to });
      if (chains.length === 0) return;
      for (const run of chains.flat()) for (let at = 0; at < run.length; at++) this.continueWord(run.source + at, run.target + at, moved);
      for (const chain of chains) this.extendMove(chain);
    }
  }

  /**
   * Takes the words at both ends of a move along that were kept in its place by chance: where "the flood. The" moved away
   * from before "The bank", one of the two "The" stays, and it is the other one.
   */
  private extendMove(chain: Chain): void {
    const { a, b, result } = this;
    const before: Side = { words: a.words, partner: result.toAfter, back: result.fromBefore, how: result.how, isAfter: false };
    const after: Side = { words: b.words, partner: result.fromBefore, back: result.toAfter, how: result.how, isAfter: true };
    const [first, last] = [chain[0]!, chain.at(-1)!];
    for (let s = last.source + last.length, t = last.target + last.length; s < a.words.length && a.words[s] === b.words[t]; s++, t++) {
      if (makeRoom(after, t, -1) < 0 || makeRoom(before, s, -1) < 0) break;
      this.continueWord(s, t, moved);
    }
    for (let s = first.source - 1, t = first.target - 1; s >= 0 && t >= 0 && a.words[s] === b.words[t]; s--, t--) {
      if (makeRoom(after, t, 1) < 0 || makeRoom(before, s, 1) < 0) break;
      this.continueWord(s, t, moved);
    }
  }

  private continueBlock(aBlock: number, bBlock: number, how: number): void {
    const [before, after] = [this.a.blocks[aBlock]!, this.b.blocks[bBlock]!];
    if (!before.readsLike(after) || before.styleKey !== after.styleKey) this.result.restyled++;
    const [aStart, bStart] = [this.a.starts[aBlock]!, this.b.starts[bBlock]!];
    const { fromBefore, toAfter, how: ways } = this.result;
    const length = after.words.length;
    ways.fill(how, bStart, bStart + length);
    for (let word = 0; word < length; word++) {
      fromBefore[bStart + word] = aStart + word;
      toAfter[aStart + word] = bStart + word;
    }
  }

  private continueWord(from: number, to: number, how: number): void {
    this.result.fromBefore[to] = from;
    this.result.toAfter[from] = to;
    this.result.how[to] = how;
  }
}

/** Some words of a text, given by their places in ascending order. */
function pick({ words, breaks }: ReadText, wanted: Int32Array): ReadText {
  const [first, length] = [wanted[0]!, wanted.length];
  if (wanted[length - 1] === first + length - 1) return { words: words.subarray(first, first + length), breaks: breaks.subarray(first, first + length) };
  const picked = { words: new Int32Array(length), breaks: new Uint8Array(length) };
  for (let at = 0; at < length; at++) {
    picked.words[at] = words[wanted[at]!]!;
    picked.breaks[at] = breaks[wanted[at]!]!;
  }
  return picked;
}

function openWords(partner: Int32Array, from: number, to: number): Int32Array {
  const found = new Int32Array(to - from);
  let count = 0;
  for (let word = from; word < to; word++) if (partner[word]! < 0) found[count++] = word;
  return found.subarray(0, count);
}

function areAlike(one: Block, other: Block): boolean {
  const shorter = Math.min(one.words.length, other.words.length);
  const words = new Set(one.words);
  let shared = 0;
  for (const word of other.words) if (words.has(word)) shared++;
  return shorter > 0 && shared >= alikePart * shorter;
}
