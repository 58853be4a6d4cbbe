/**
 * Finding stretches of one text again in another, in any order: the search behind moved, carried over and restored.
 *
 * Runs of equal words are found first (see `findRuns`). Those that follow each other on both sides (see `Links`), with at most a few
 * other words between, are one chain: a paragraph that was moved and polished is one move with small changes, not three
 * accidents. Chains are taken by what they prove (see `Evidence`), the strongest first, so that of several near-identical
 * sources the one that explains most wins; each word of the target is explained once.
 */
import type { Vocabulary } from "../text/vocabulary";
import { sentenceBreak } from "../text/breaks";
import { passing } from "../text/room";
import { bitsInRun, bitsOfSearch, type Evidence, likelyBitsOfRun, mostBeyondPriors } from "./evidence";
import { bitsOfStep, type Chain, type Extent, extentOf, Links } from "./links";
import { findRuns, type Run, type Source, type Target } from "./runs";
import { seedLength } from "./seeds";

export interface Search {
  /** What may explain more is later. */
  readonly sources: readonly Source[];
  /** Whether a word may be taken more than once: text may be copied often, but moved only once. */
  readonly reuse: boolean;
  /** What a chain must prove beyond the search, in bits: the more, the less likely it is that text comes from here at all. */
  readonly margin: number;
  readonly vocabulary: Vocabulary;
  /** How many words stand in the texts that evidence is taken from. */
  readonly searched: number;
  /** What runs made of the words `asked` prove. */
  readonly evidence: (asked: Int32Array) => Evidence;
}

/**
 * What a chain that has strange words around it on both sides must prove more, by the part of its sentence that it
 * leaves unexplained: this is what a stock phrase looks like.
 */
const bitsOfFragment = 60;

/**
 * Takes chains of the sources that stand in open places of `target`. Marks what they explain (and, without `reuse`, what
 * they use up) as no longer open. O(sources + target + runs · log runs) in words; at equal strength the later source wins.
 */
export function takeChains(search: Search, target: Target): Chain[] {
  const { sources, reuse } = search;
  const runs = findRuns(sources, target);
  if (runs.count === 0) return [];
  const places = sources.reduce((sum, { words, open, from = 0 }) => sum + (open ? countOpen(open, from, open.length) : words.length), 0);
  const needed = bitsOfSearch(places, countOpen(target.open, target.from, target.to)) + search.margin;
  const links = new Links(runs, target.words, search.vocabulary);
  // Most runs are chance; those that could not prove enough even if their words were rare need no closer look.
  const ends = links.endsOf(needed);
  // The first chain that is taken is whole, so there is none unless one proves enough with what it leaves unexplained.
  // Of most it is plain before anything is counted that they do not.
  const likely: Wanted[] = [];
  for (const end of ends) {
    const extent = links.extentOf(end);
    const bits = needed + bitsOfFragment * unexplainedPart(extent, sources[extent.of]!, target);
    if (links.bits[end]! + mostBeyondPriors(extent.words, extent.runs, search.searched) >= bits) likely.push({ chain: links.chainOf(end), bits });
  }
  if (!provesAny(likely, search, target)) return [];
  const chains = ends.map((end) => links.chainOf(end));
  const weights = new Weights(target, search.evidence(wordsOf(chains, target)));
  const candidates = chains.map((chain) => ({ chain, bits: weights.ofChain(chain) }));
  const taken: Chain[] = [];
  candidates.sort((one, other) => other.bits - one.bits || other.chain[0]!.of - one.chain[0]!.of || other.chain[0]!.source - one.chain[0]!.source);
  for (const { chain } of candidates) {
    const source = sources[chain[0]!.of]!;
    const open = openPart(chain, source, target);
    if (open.length === 0 || weights.ofChain(open) < needed + bitsOfFragment * unexplainedPart(extentOf(open), source, target)) continue;
    for (const run of open) {
      target.open.fill(0, run.target, run.target + run.length);
      if (!reuse) source.open?.fill(0, run.source, run.source + run.length);
    }
    taken.push(open);
  }
  return taken;
}

/** A chain, and the bits that it must prove. */
interface Wanted {
  readonly chain: Chain;
  readonly bits: number;
}

/** Whether any of the chains, as they are, proves what is wanted of it. What single words prove is asked first: pairs take longer to count. */
function provesAny(wanted: readonly Wanted[], search: Search, target: Target): boolean {
  if (wanted.length === 0) return false;
  const evidence = search.evidence(wordsOf(wanted.map(({ chain }) => chain), target));
  const most = (chain: Chain) => chain.reduce((sum, run) => sum + evidence.mostBitsOfRun(target.words, run.target, run.target + run.length), -bitsOfStep * (chain.length - 1));
  const likely = wanted.filter(({ chain, bits }) => most(chain) >= bits);
  const weights = likely.length > 0 ? new Weights(target, evidence) : null;
  return likely.some(({ chain, bits }) => weights!.ofChain(chain) >= bits);
}

/** The words of all chains one after the other; at most those of the target. */
function wordsOf(chains: readonly Chain[], { words, from, to }: Target): Int32Array {
  let length = 0;
  for (const chain of chains) for (const run of chain) length += run.length;
  if (length >= to - from) return words.subarray(from, to);
  const all = passing.numbers(length);
  let at = 0;
  for (const chain of chains) {
    for (const run of chain) {
      for (let word = 0; word < run.length; word++) all[at++] = words[run.target + word]!;
    }
  }
  return all;
}

/** So many words always prove enough, if they are found at all. */
const longSample = 40;

/** Whether any open stretch of the target could prove enough, if it were found among `places` words: a quick look before a search. */
export function isWorthSearching(target: Target, places: number, margin: number, vocabulary: Vocabulary): boolean {
  const { open, words } = target;
  const needed = bitsOfSearch(places, countOpen(open, target.from, target.to)) + margin;
  for (let at = target.from; at < target.to; ) {
    if (!open[at]) { at++; continue; }
    const from = at;
    while (at < target.to && open[at]) at++;
    if (at - from >= seedLength && likelyBitsOfRun(words, from, Math.min(at, from + longSample), vocabulary) >= needed) return true;
  }
  return false;
}

/** What of a chain is still open on both sides; of a run that was cut in two the longer part. */
function openPart(chain: Chain, source: Source, target: Target): Chain {
  const parts: Run[] = [];
  for (const run of chain) {
    let best = 0, bestLength = 0, length = 0;
    for (let at = 0; at <= run.length; at++) {
      const isOpen = at < run.length && target.open[run.target + at] === 1 && (!source.open || source.open[run.source + at] === 1);
      if (isOpen) { length++; continue; }
      if (length > bestLength) {
        best = at - length;
        bestLength = length;
      }
      length = 0;
    }
    if (bestLength > 0) parts.push({ of: run.of, source: run.source + best, target: run.target + best, length: bestLength });
  }
  return parts;
}

/** What chains prove. They share words, so what each word proves is asked once. */
class Weights {
  /** By place in the target: what its word proves where a run begins with it, and behind the word before it; 0 if that was not asked yet. */
  readonly #first: Float64Array;
  readonly #further: Float64Array;

  constructor(readonly target: Target, readonly evidence: Evidence) {
    this.#first = new Float64Array(target.to - target.from);
    this.#further = new Float64Array(target.to - target.from);
  }

  ofChain(chain: Chain): number {
    const { target: { words, from }, evidence } = this;
    let bits = -bitsOfStep * (chain.length - 1);
    for (const { target, length } of chain) {
      let most = (this.#first[target - from] ||= evidence.bits(words[target]!));
      let sum = most;
      for (let at = target + 1; at < target + length; at++) {
        const own = (this.#further[at - from] ||= evidence.bitsAfter(words[at - 1]!, words[at]!));
        sum += own;
        if (own > most) most = own;
      }
      bits += bitsInRun(sum, most);
    }
    return bits;
  }
}

/** A sentence or gap is not looked through beyond so many times the words of a chain: nearly all of it is unexplained then. */
const widestAround = 32;

/** Of the sentence or gap that a chain stands in, the part that it leaves unexplained; the smaller one of both sides. O(widestAround · words). */
function unexplainedPart({ words, sourceFrom, sourceTo, targetFrom, targetTo }: Extent, source: Source, target: Target): number {
  const inTarget = stretch(target, targetFrom, targetTo, widestAround * words);
  return 1 - words / Math.max(words, stretch(source, sourceFrom, sourceTo, inTarget));
}

/** The open words around `from` to `to`, out to the ends of the sentences that they begin and end in; `most` if they are more. */
function stretch({ open, breaks }: Pick<Source, "open" | "breaks">, from: number, to: number, most: number): number {
  while (to - from < most && from > 0 && (!open || open[from - 1]) && breaks[from]! < sentenceBreak) from--;
  while (to - from < most && to < breaks.length && (!open || open[to]) && breaks[to]! < sentenceBreak) to++;
  return Math.min(most, to - from);
}

function countOpen(flags: Uint8Array, from: number, to: number): number {
  let sum = 0;
  for (let at = from; at < to; at++) sum += flags[at]!;
  return sum;
}
