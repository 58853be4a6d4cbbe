/**
 * Finding stretches of one text again in another, in any order: the search behind moved, carried over and
 * restored.
 *
 * Runs of equal words are found first (see `findRuns`). Those that follow each other on both sides (see
 * `JoinedRuns`), with at most a few other words between, are one chain: a paragraph that was moved and
 * polished is one move with small changes, not three accidents. Chains are taken by what they prove (see
 * `Evidence`), the strongest first, so that of several near-identical sources the one that explains most
 * wins; each word of the target is explained once.
 */
import { longSample, mostLinked } from "./budgets";
import type { Vocabulary } from "../text/vocabulary";
import { passing } from "../text/room";
import { bitsInRun, bitsOfSearch, type Evidence, likelyBitsOfRun, mostBeyondPriors } from "./evidence";
import { bitsOfStep, type Chain, extentOf, keepLikeliest, JoinedRuns } from "./joined-runs";
import { countOpen, Needed } from "./needed";
import { findRuns } from "./find-runs";
import type { Run, Source, Target } from "./runs";
import { seedLength } from "./seeds";

export interface Search {
  /** What may explain more is later. */
  readonly sources: readonly Source[];
  /** Whether a word may be taken more than once: text may be copied often, but moved only once. */
  readonly reuse: boolean;
  /**
   * What a chain must prove beyond the search, in bits: the more, the less likely it is that text comes from
   * here at all.
   */
  readonly margin: number;
  readonly vocabulary: Vocabulary;
  /** How many words stand in the texts that evidence is taken from. */
  readonly searched: number;
  /** What runs made of the words `asked` prove. */
  readonly evidence: (asked: Int32Array) => Evidence;
}

/**
 * Takes chains of the sources that stand in open places of `target`. Marks what they explain (and, without
 * `reuse`, what they use up) as no longer open. O(sources + target + runs · log runs) in words; at equal
 * strength the later source wins.
 */
export function takeChains(search: Search, target: Target): Chain[] {
  const { sources, reuse } = search;
  const runs = findRuns(sources, target);
  keepLikeliest(runs, mostLinked);
  if (runs.count === 0) return [];
  const needed = new Needed(sources, target, search.margin);
  const joined = new JoinedRuns(runs, sources, target.words, search.vocabulary);
  // Most runs are chance. Those that could not prove enough even if all their words were rare are dropped.
  const ends = joined.endsOf((end, bits) => needed.isWithin(bits, () => joined.extentOf(end)));
  // The strongest chain is taken first, and whole. So if no whole chain proves enough, none is taken at all,
  // and nothing needs to be counted. This bound is cheap and settles most searches.
  const likely: Wanted[] = [];
  for (const end of ends) {
    const extent = joined.extentOf(end);
    const bits = needed.by(extent);
    if (joined.bits[end]! + mostBeyondPriors(extent.words, extent.runs, search.searched) >= bits)
      likely.push({ chain: joined.chainOf(end), bits });
  }
  if (!provesAny(likely, search, target)) return [];
  const chains = ends.map((end) => joined.chainOf(end));
  const weights = new Weights(target, search.evidence(wordsOf(chains, target)));
  const candidates = chains.map((chain) => ({ chain, bits: weights.ofChain(chain) }));
  const taken: Chain[] = [];
  candidates.sort(
    (one, other) =>
      other.bits - one.bits ||
      other.chain[0]!.of - one.chain[0]!.of ||
      other.chain[0]!.source - one.chain[0]!.source,
  );
  for (const { chain } of candidates) {
    const source = sources[chain[0]!.of]!;
    const open = openPart(chain, source, target);
    if (open.length === 0) continue;
    if (weights.ofChain(open) < needed.by(extentOf(open))) continue;
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

/**
 * Whether any of the chains proves as much as it must. Pairs of words take longer to count than single words,
 * so what single words can prove at most is asked first.
 */
function provesAny(wanted: readonly Wanted[], search: Search, target: Target): boolean {
  if (wanted.length === 0) return false;
  const evidence = search.evidence(
    wordsOf(
      wanted.map(({ chain }) => chain),
      target,
    ),
  );
  const most = (chain: Chain) =>
    chain.reduce(
      (sum, run) => sum + evidence.mostBitsOfRun(target.words, run.target, run.target + run.length),
      -bitsOfStep * (chain.length - 1),
    );
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

/**
 * Whether any open stretch of the target could prove enough, if it were found among `places` words: a quick
 * look before a search.
 */
export function isWorthSearching(
  target: Target,
  places: number,
  margin: number,
  vocabulary: Vocabulary,
): boolean {
  const { open, words } = target;
  const needed = bitsOfSearch(places, countOpen(open, target.from, target.to)) + margin;
  for (let at = target.from; at < target.to;) {
    if (!open[at]) {
      at++;
      continue;
    }
    const from = at;
    while (at < target.to && open[at]) at++;
    if (
      at - from >= seedLength &&
      likelyBitsOfRun(words, from, Math.min(at, from + longSample), vocabulary) >= needed
    )
      return true;
  }
  return false;
}

/** What of a chain is still open on both sides. */
function openPart(chain: Chain, source: Source, target: Target): Chain {
  const parts: Run[] = [];
  for (const run of chain) {
    let length = 0;
    for (let at = 0; at <= run.length; at++) {
      const isOpen =
        at < run.length &&
        target.open[run.target + at] === 1 &&
        (!source.open || source.open[run.source + at] === 1);
      if (isOpen) {
        length++;
        continue;
      }
      if (length > 0)
        parts.push({
          of: run.of,
          source: run.source + at - length,
          target: run.target + at - length,
          length,
        });
      length = 0;
    }
  }
  return parts;
}

/** What chains prove. They share words, so what each word proves is asked once. */
class Weights {
  /**
   * By place in the target: what its word proves where a run begins with it, and behind the word before it; 0
   * if that was not asked yet.
   */
  readonly #first: Float64Array;
  readonly #further: Float64Array;

  constructor(
    readonly target: Target,
    readonly evidence: Evidence,
  ) {
    this.#first = new Float64Array(target.to - target.from);
    this.#further = new Float64Array(target.to - target.from);
  }

  ofChain(chain: Chain): number {
    const {
      target: { words, from },
      evidence,
    } = this;
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
