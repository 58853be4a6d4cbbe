/**
 * Finding stretches of one text again in another, in any order: the search behind moved, carried over and restored.
 *
 * Runs of equal words are found first (see `findRuns`). Those that follow each other on both sides, with at most a few
 * other words between, are one chain: a paragraph that was moved and polished is one move with small changes, not three
 * accidents. Chains are taken by what they prove (see `Evidence`), the strongest first, so that of several near-identical
 * sources the one that explains most wins; each word of the target is explained once.
 */
import type { Vocabulary } from "../text/vocabulary";
import { sentenceBreak } from "../text/words";
import { bitsInRun, bitsOfSearch, type Evidence, likelyBitsOfRun, mostBeyondPriors } from "./evidence";
import { findRuns, type Run, type Runs, seedLength, type Source, type Target, withRoom } from "./runs";

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

/** Runs that continue each other, in the order of the target. */
export type Chain = readonly Run[];

/** How many other words may lie between two runs of a chain, on each side. */
const widestStep = 4;
/** What a step over other words costs, in bits. */
const bitsOfStep = 3;
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
  const runs = findRuns(sources, target, search.vocabulary);
  if (runs.count === 0) return [];
  const places = sources.reduce((sum, { words, open }) => sum + (open ? countOpen(open, 0, open.length) : words.length), 0);
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
  const all = new Int32Array(length);
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

/** By diagonal, the number of the last run plus one; all 0 between two searches. */
let lastOnDiagonal = new Int32Array(1024);

/** Runs joined to chains, each run to the strongest chain that it can continue, by the priors of their words. */
class Links {
  /** By run, what the chain that ends with it proves by the priors of its words. */
  readonly bits: Float64Array;
  /** By run, the run that it continues, or -1. */
  readonly #before: Int32Array;
  /** The runs in the order of where they stand in the target. */
  readonly #order: Int32Array;

  constructor(readonly runs: Runs, words: Int32Array, vocabulary: Vocabulary) {
    const { count, source, target, length } = runs;
    const order = (this.#order = byTarget(runs));
    const bits = (this.bits = new Float64Array(count));
    const before = (this.#before = new Int32Array(count).fill(-1));
    const { size, shift } = placesOfDiagonals(runs);
    lastOnDiagonal = withRoom(lastOnDiagonal, size);
    for (let at = 0; at < count; at++) {
      const run = order[at]!;
      const diagonal = source[run]! - target[run]! + shift[runs.of[run]!]!;
      for (let near = diagonal - widestStep; near <= diagonal + widestStep; near++) {
        const other = lastOnDiagonal[near]! - 1;
        if (other < 0) continue;
        const [inSource, inTarget] = [source[run]! - source[other]! - length[other]!, target[run]! - target[other]! - length[other]!];
        if (inSource < 0 || inTarget < 0 || inSource > widestStep || inTarget > widestStep) continue;
        if (before[run]! < 0 || bits[other]! > bits[before[run]!]!) before[run] = other;
      }
      bits[run] = likelyBitsOfRun(words, target[run]!, target[run]! + length[run]!, vocabulary);
      if (before[run]! >= 0) bits[run]! += bits[before[run]!]! - bitsOfStep;
      lastOnDiagonal[diagonal] = run + 1;
    }
    for (let run = 0; run < count; run++) lastOnDiagonal[source[run]! - target[run]! + shift[runs.of[run]!]!] = 0;
  }

  /** The last runs of the chains that prove `needed` bits by their priors, in the order of the target. */
  endsOf(needed: number): number[] {
    const isContinued = new Uint8Array(this.runs.count);
    for (const from of this.#before) if (from >= 0) isContinued[from] = 1;
    const ends: number[] = [];
    for (const run of this.#order) if (!isContinued[run] && this.bits[run]! >= needed) ends.push(run);
    return ends;
  }

  chainOf(end: number): Chain {
    const chain: Run[] = [];
    for (let run = end; run >= 0; run = this.#before[run]!) chain.push(this.runs.at(run));
    return chain.reverse();
  }

  extentOf(end: number): Extent {
    const { of, source, target, length } = this.runs;
    let [first, words, runs] = [end, 0, 0];
    for (let run = end; run >= 0; run = this.#before[run]!) {
      words += length[run]!;
      runs++;
      first = run;
    }
    return {
      of: of[end]!, words, runs,
      sourceFrom: source[first]!, sourceTo: source[end]! + length[end]!, targetFrom: target[first]!, targetTo: target[end]! + length[end]!,
    };
  }
}

/** Where a chain begins and ends, and how many words in how many runs it is. */
interface Extent {
  readonly of: number;
  readonly words: number;
  readonly runs: number;
  readonly sourceFrom: number;
  readonly sourceTo: number;
  readonly targetFrom: number;
  readonly targetTo: number;
}

function extentOf(chain: Chain): Extent {
  const [first, last] = [chain[0]!, chain.at(-1)!];
  return {
    of: first.of, words: chain.reduce((sum, { length }) => sum + length, 0), runs: chain.length,
    sourceFrom: first.source, sourceTo: last.source + last.length, targetFrom: first.target, targetTo: last.target + last.length,
  };
}

/** The runs in the order of where they stand in the target, by counting. */
function byTarget({ count, target }: Runs): Int32Array {
  let [from, to] = [target[0]!, 0];
  for (let run = 0; run < count; run++) {
    if (target[run]! < from) from = target[run]!;
    if (target[run]! >= to) to = target[run]! + 1;
  }
  const starts = new Int32Array(to - from + 1);
  for (let run = 0; run < count; run++) starts[target[run]! - from + 1]!++;
  for (let at = 1; at < starts.length; at++) starts[at]! += starts[at - 1]!;
  const order = new Int32Array(count);
  for (let run = 0; run < count; run++) order[starts[target[run]! - from]!++] = run;
  return order;
}

/**
 * For each source a stretch of places, one for each diagonal (source less target) near which it has runs: how many places, and by source what
 * to add to a diagonal for its place.
 */
function placesOfDiagonals({ count, of, source, target }: Runs): { readonly size: number; readonly shift: Int32Array } {
  let sources = 0;
  for (let run = 0; run < count; run++) if (of[run]! >= sources) sources = of[run]! + 1;
  const [lowest, highest, shift] = [new Int32Array(sources).fill(0x7fffffff), new Int32Array(sources).fill(-0x80000000), new Int32Array(sources)];
  for (let run = 0; run < count; run++) {
    const [each, diagonal] = [of[run]!, source[run]! - target[run]!];
    if (diagonal < lowest[each]!) lowest[each] = diagonal;
    if (diagonal > highest[each]!) highest[each] = diagonal;
  }
  let size = 0;
  for (let each = 0; each < sources; each++) {
    if (highest[each]! < lowest[each]!) continue;
    shift[each] = size + widestStep - lowest[each]!;
    size += highest[each]! - lowest[each]! + 1 + 2 * widestStep;
  }
  return { size, shift };
}

/** What of a chain is still open on both sides; of a run that was cut in two the longer part. */
function openPart(chain: Chain, source: Source, target: Target): Chain {
  const parts: Run[] = [];
  for (const run of chain) {
    let [best, bestLength, length] = [0, 0, 0];
    for (let at = 0; at <= run.length; at++) {
      const isOpen = at < run.length && target.open[run.target + at] === 1 && (!source.open || source.open[run.source + at] === 1);
      if (isOpen) { length++; continue; }
      if (length > bestLength) [best, bestLength] = [at - length, length];
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

/** Of the sentence or gap that a chain stands in, the part that it leaves unexplained; the smaller one of both sides. */
function unexplainedPart({ words, sourceFrom, sourceTo, targetFrom, targetTo }: Extent, source: Source, target: Target): number {
  const around = Math.min(stretch(target, targetFrom, targetTo), stretch(source, sourceFrom, sourceTo));
  return 1 - words / Math.max(words, around);
}

/** The open words around `from` to `to`, out to the ends of the sentences that they begin and end in. */
function stretch({ open, breaks }: Pick<Source, "open" | "breaks">, from: number, to: number): number {
  while (from > 0 && (!open || open[from - 1]) && breaks[from]! < sentenceBreak) from--;
  while (to < breaks.length && (!open || open[to]) && breaks[to]! < sentenceBreak) to++;
  return to - from;
}

function countOpen(flags: Uint8Array, from: number, to: number): number {
  let sum = 0;
  for (let at = from; at < to; at++) sum += flags[at]!;
  return sum;
}
