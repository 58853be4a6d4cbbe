/**
 * How much it proves that the same words stand in two places.
 *
 * "as a result of this" stands everywhere; "sediment trap below Osier Weir" does not. Every decision about
 * where words came from weighs two things, both in bits (a bit halves a probability): how unlikely the words
 * are by chance, and how many places were searched for them. Words are taken as the same words when the first
 * outweighs the second. This puts one rule in the place of a table of shortest lengths: a single rare word is
 * enough where one gap was searched, eight common ones are not enough in a whole wiki.
 *
 * How likely words are comes from the text that is searched, so that no language is built in: how often the
 * word stands there, and how often it follows the word before it. A stock phrase shows itself by standing in
 * several places that were written independently; once its first word is there, the others prove next to
 * nothing. A short text says little about single words; there a prior by length stands in, since in every
 * alphabetic language the common words are the short ones (Zipf, "Human Behavior and the Principle of Least
 * Effort", 1949).
 */
import { fewRuns } from "./budgets";
import type { Vocabulary } from "../text/vocabulary";
import { countPairs, PairSet, type SearchedText } from "./pairs";

/** As many words as the prior weighs: below it a text's own counts say less than the length of words. */
const priorWords = 1000;
/** By length in code units, from 1 on: how likely a word of that length is before anything is known. */
const priorByLength = [0.01, 0.01, 0.006, 0.0015, 0.0006, 0.0004];
const priorOfLong = 0.0002;

/**
 * In a run each further word proves less than it would alone, because words come in phrases of which this
 * text may hold the first example. Half is what natural prose has: its entropy is about half of what the
 * frequencies of single words give (Shannon, "Prediction and Entropy of Printed English", 1951).
 */
const partInRun = 0.5;
/** How much the word before is trusted to foretell a word, against the word's own frequency. */
const trustInPairs = 0.5;
/** How much more a word can prove behind the one before it than elsewhere. */
const mostBitsOfPair = -Math.log2(1 - trustInPairs);

/** A run of as many words that stays in its place is never chance, however common each of them is. */
export const longRun = 12;

/**
 * Pairs of words; by the number of a pair, how often it stands in what is searched, and what its second word
 * proves behind its first, or 0 if that was not asked yet.
 */
interface CountedPairs {
  readonly pairs: PairSet;
  readonly together: Int32Array;
  readonly bits: Float64Array;
}

export class Evidence {
  readonly #counts: Int32Array;
  readonly #priors: Float64Array;
  readonly #total: number;
  readonly #known: Float64Array;
  /** The pairs of all words that are asked for, once more than a few runs were. */
  #pairs: CountedPairs | undefined;
  #runsWeighed = 0;

  /**
   * `searched` are the texts that are searched; `asked` holds, in their order, all words that runs may be
   * made of: of others nothing is known where a text has an index. O(words searched), and as much again when
   * runs are first weighed.
   */
  constructor(
    readonly vocabulary: Vocabulary,
    readonly searched: readonly SearchedText[],
    readonly asked: Int32Array,
  ) {
    const counts = (this.#counts = new Int32Array(vocabulary.folded.length));
    this.#known = new Float64Array(vocabulary.folded.length);
    this.#priors = priorsOf(vocabulary).priors;
    this.#total = searched.reduce((sum, { words }) => sum + words.length, 0);
    for (const { words, index, copies } of searched) {
      if (!index) for (let at = 0; at < words.length; at++) counts[words[at]!]!++;
      if (copies)
        for (let each = 0; each < copies.length; each += 2)
          for (let at = copies[each]!; at < copies[each + 1]!; at++) counts[words[at]!]!--;
    }
    if (!searched.some(({ index }) => index)) return;
    const isCounted = new Uint8Array(counts.length);
    for (let at = 0; at < asked.length; at++) {
      const word = asked[at]!;
      if (isCounted[word]) continue;
      isCounted[word] = 1;
      for (let text = 0; text < searched.length; text++)
        counts[word]! += searched[text]!.index?.countOf(word) ?? 0;
    }
  }

  /** -log2 of how likely the word is at any one place, apart from the one place where it was found. */
  bits(word: number): number {
    const known = this.#known[word];
    if (known) return known;
    return (this.#known[word] = -Math.log2(this.#chance(word)));
  }

  #chance(word: number): number {
    return (
      (Math.max(0, (this.#counts[word] ?? 0) - 1) + priorWords * this.#priors[word]!) /
      (this.#total + priorWords)
    );
  }

  /**
   * What a run of words proves: its most telling word in full, the others in part. `from` included, `to`
   * excluded. O(to - from); of the first few runs O(words searched).
   */
  bitsOfRun(words: Int32Array, from: number, to: number): number {
    if (from >= to) return 0;
    let most = this.bits(words[from]!);
    let sum = most;
    const pairs = to - from > 1 ? this.#pairsFor(words.subarray(from, to)) : null;
    for (let at = from + 1; at < to; at++) {
      const own = this.#bitsBehind(words[at - 1]!, words[at]!, pairs!);
      sum += own;
      if (own > most) most = own;
    }
    return bitsInRun(sum, most);
  }

  /** What a run of words proves at most, as far as single words tell. O(to - from). */
  mostBitsOfRun(words: Int32Array, from: number, to: number): number {
    let sum = 0,
      most = 0;
    for (let at = from; at < to; at++) {
      const own = this.bits(words[at]!) + mostBitsOfPair;
      sum += own;
      if (own > most) most = own;
    }
    return bitsInRun(sum, most);
  }

  /**
   * The same at least: nothing is surer behind the word before it than where it always follows. O(to - from).
   */
  leastBitsOfRun(words: Int32Array, from: number, to: number): number {
    if (from >= to) return 0;
    let most = this.bits(words[from]!);
    let sum = most;
    for (let at = from + 1; at < to; at++) {
      const own = -Math.log2(trustInPairs + (1 - trustInPairs) * this.#chance(words[at]!));
      sum += own;
      if (own > most) most = own;
    }
    return bitsInRun(sum, most);
  }

  /** The same of a word behind the one before it. */
  bitsAfter(before: number, word: number): number {
    return this.#bitsBehind(before, word, (this.#pairs ??= this.#countPairs(this.asked)));
  }

  #bitsBehind(before: number, word: number, { pairs, together, bits }: CountedPairs): number {
    const pair = pairs.numberOf(before, word);
    return pair < 0 ? this.bits(word) : (bits[pair] ||= this.#bitsOfPair(before, word, together[pair]! - 1));
  }

  #bitsOfPair(before: number, word: number, together: number): number {
    if (together <= 0) return this.bits(word);
    return -Math.log2(
      trustInPairs * (together / Math.max(together, this.#counts[before]! - 1)) +
        (1 - trustInPairs) * this.#chance(word),
    );
  }

  /**
   * Those of a run at least: most texts are asked about a run or two, and to count all pairs takes as long as
   * to count those of twenty.
   */
  #pairsFor(run: Int32Array): CountedPairs {
    if (!this.#pairs && this.#runsWeighed++ < fewRuns) return this.#countPairs(run);
    return (this.#pairs ??= this.#countPairs(this.asked));
  }

  #countPairs(words: Int32Array): CountedPairs {
    const pairs = new PairSet(words.length);
    for (let at = 1; at < words.length; at++) pairs.add(words[at - 1]!, words[at]!);
    return { pairs, together: countPairs(this.searched, pairs), bits: new Float64Array(pairs.count) };
  }
}

function priorOf(word: string): number {
  return priorByLength[word.length - 1] ?? priorOfLong;
}

/** What a run proves of which the words alone prove `sum` together and `most` at most. */
export function bitsInRun(sum: number, most: number): number {
  return partInRun * sum + (1 - partInRun) * most;
}

/** What a run of words proves by their priors, before anything is known of the text that is searched. */
export function likelyBitsOfRun(words: Int32Array, from: number, to: number, vocabulary: Vocabulary): number {
  const { bits: priors } = priorsOf(vocabulary);
  let sum = 0,
    most = 0;
  for (let at = from; at < to; at++) {
    const own = priors[words[at]!]!;
    sum += own;
    if (own > most) most = own;
  }
  return bitsInRun(sum, most);
}

/**
 * How much more than by the priors `length` words in `runs` runs can prove in `searched` words: where each of
 * them stands once alone (see `Evidence.bits`), and what follows is rarer behind the word before it than
 * elsewhere.
 */
export function mostBeyondPriors(length: number, runs: number, searched: number): number {
  return (
    (Math.log2((searched + priorWords) / priorWords) + mostBitsOfPair) *
    (partInRun * length + (1 - partInRun) * runs)
  );
}

/** By word its prior, and the bits of it. */
interface Priors {
  priors: Float64Array;
  bits: Float64Array;
  /** For how many words of the vocabulary they are known. */
  count: number;
}

const knownPriors = new WeakMap<Vocabulary, Priors>();

function priorsOf(vocabulary: Vocabulary): Priors {
  let known = knownPriors.get(vocabulary);
  if (!known)
    knownPriors.set(
      vocabulary,
      (known = { priors: new Float64Array(1024), bits: new Float64Array(1024), count: 0 }),
    );
  const size = vocabulary.folded.length;
  if (known.bits.length < size) {
    for (const side of ["priors", "bits"] as const) {
      const longer = new Float64Array(2 * size);
      longer.set(known[side]);
      known[side] = longer;
    }
  }
  for (; known.count < size; known.count++) {
    const prior = priorOf(vocabulary.folded[known.count]!);
    known.priors[known.count] = prior;
    known.bits[known.count] = -Math.log2(prior);
  }
  return known;
}

/** What it takes to outweigh a search through `places` for any of `starts` runs, before margins. */
export function bitsOfSearch(places: number, starts: number): number {
  return Math.log2(places + 1) + Math.log2(starts + 1);
}
