/**
 * The search for long runs only, for a text that is made of phrases. There nearly each triple stands
 * somewhere, by chance: ten thousand runs are met that say nothing, and of a passage that was copied only the
 * long ones can be told from them. What lies beside those, over a few words that differ, is looked at as
 * well, so that a passage with a word changed here and there is found whole.
 */
import { mostPlaces } from "./budgets";
import { sentenceBreak } from "../text/breaks";
import { widestStep } from "./joined-runs";
import { factor, factorOfFirst, spread } from "./rolling";
import { type Runs, type Source, type Target, withRoom } from "./runs";
import { seedLength } from "./seeds";

/**
 * So many equal words begin a run. Phrases are shorter, mostly; of a passage of which one word in five was
 * changed, here and there so many stay together.
 */
export const longSeedLength = 7;
/**
 * A run of fewer words, beside which nothing else goes on, is a phrase that came again, unless it is a whole
 * sentence on both sides.
 */
export const fewestAlone = 12;

// Room that one search after the other uses.
/**
 * By hash, the first place of the target's seeds plus one; by place, less that of the target's first word,
 * the next of the same hash.
 */
let heads = new Int32Array(1024);
let next = new Int32Array(1024);
/** By part of the hash, 1 if any seed has it. */
let isMet = new Uint8Array(8192);
/** By diagonal, the word of the target behind the last that is in a run; all 0 between two sources. */
let reached = new Int32Array(1024);
/** By word, the hash of the seed that ends with it. */
let hashes = new Int32Array(1024);

export class LongRunFinder {
  readonly #mask: number;
  readonly #metMask: number;
  /** The diagonals of one source for which `reached` is set. */
  readonly #entered: number[] = [];

  /** What is found is put into `runs`. O(target). */
  constructor(
    readonly target: Target,
    readonly runs: Runs,
  ) {
    const { words, open, from, to } = target;
    let size = 64;
    while (size < 2 * (to - from)) size *= 2;
    this.#mask = size - 1;
    this.#metMask = 8 * size - 1;
    heads = withRoom(heads, size).fill(0, 0, size);
    next = withRoom(next, to - from);
    if (isMet.length < 8 * size) isMet = new Uint8Array(8 * size);
    isMet.fill(0, 0, 8 * size);
    hashSeeds(words, open, from, to);
    for (let at = to - 1; at >= from; at--) {
      const hash = hashes[at]!;
      if (hash === 0) continue;
      isMet[hash & this.#metMask] = 1;
      next[at - from] = heads[hash & this.#mask]!;
      heads[hash & this.#mask] = at + 1;
    }
  }

  /** O(source + runs) in words. */
  find(source: Source, of: number): void {
    const { words, open, from = 0 } = source;
    const metMask = this.#metMask,
      flags = isMet;
    reached = withRoom(reached, words.length + this.target.to);
    hashSeeds(words, open, from, words.length);
    for (let at = from; at < words.length && !this.runs.isSpent; at++) {
      const hash = hashes[at]!;
      if (hash !== 0 && flags[hash & metMask] === 1) this.#look(source, of, at, hash);
    }
    for (const diagonal of this.#entered) reached[diagonal] = 0;
    this.#entered.length = 0;
  }

  #diagonal(source: number, target: number): number {
    return source - target + this.target.to;
  }

  /**
   * Grows runs from the seed of a source that ends with the word `from`, wherever it stands in the target.
   */
  #look(source: Source, of: number, from: number, hash: number): void {
    const { words: s } = source;
    const { words: t, from: first } = this.target;
    for (
      let place = heads[hash & this.#mask]!, seen = 0;
      place > 0 && seen < mostPlaces;
      place = next[place - 1 - first]!
    ) {
      const to = place - 1;
      let length = 0;
      while (length < longSeedLength && s[from - length] === t[to - length]) length++;
      if (length < longSeedLength) continue;
      seen++;
      const diagonal = this.#diagonal(from, to);
      if (reached[diagonal]! > to) continue;
      while (this.#isSame(source, from - length, to - length)) length++;
      let ahead = 0;
      while (this.#isSame(source, from + ahead + 1, to + ahead + 1)) ahead++;
      const start = from - length + 1,
        target = to - length + 1,
        known = this.runs.count;
      this.#goOn(source, of, start, target, -1);
      this.#entered.push(diagonal);
      reached[diagonal] = this.#goOn(source, of, from + ahead, to + ahead, 1) + 1;
      length += ahead;
      const isAlone = this.runs.count === known;
      if (!isAlone || length >= fewestAlone || this.#isWholeSentence(source, start, target, length))
        this.runs.put(of, start, target, length);
      if (this.runs.isSpent) return;
    }
  }

  /** Whether a run is a sentence, or several, on both sides. */
  #isWholeSentence({ breaks: s }: Source, from: number, to: number, length: number): boolean {
    const { breaks: t } = this.target;
    return (
      startsSentence(s, from) &&
      startsSentence(s, from + length) &&
      startsSentence(t, to) &&
      startsSentence(t, to + length)
    );
  }

  /**
   * Puts what follows on one side of a run, behind a few words that differ. Returns the word of the target
   * that is farthest.
   */
  #goOn(source: Source, of: number, from: number, to: number, side: 1 | -1): number {
    const end = reached[this.#diagonal(from, to)]!;
    for (;;) {
      let step = 1;
      while (step <= widestStep + 1 && !this.#isSame(source, from + side * step, to + side * step)) step++;
      if (step > widestStep + 1) return to;
      let length = 1;
      while (this.#isSame(source, from + side * (step + length), to + side * (step + length))) length++;
      if (length < seedLength) return to;
      from += side * (step + length - 1);
      to += side * (step + length - 1);
      // In front of a run there may be one that is known.
      if (side < 0 && to < end) return to;
      if (side > 0) this.runs.put(of, from - length + 1, to - length + 1, length);
      else this.runs.put(of, from, to, length);
    }
  }

  #isSame({ words, open, from: first = 0 }: Source, from: number, to: number): boolean {
    const { target } = this;
    return (
      from >= first &&
      from < words.length &&
      to >= target.from &&
      to < target.to &&
      words[from] === target.words[to] &&
      target.open[to] === 1 &&
      (open === null || open[from] === 1)
    );
  }
}

/** Where a text ends, another sentence might start. */
function startsSentence(breaks: Uint8Array, at: number): boolean {
  return at >= breaks.length || breaks[at]! >= sentenceBreak;
}

const ofFirst = factorOfFirst(longSeedLength);

/**
 * Sets `hashes` for the words from `from` to `to`: 0 where fewer open words than a seed has come to an end.
 */
function hashSeeds(words: Int32Array, open: Uint8Array | null, from: number, to: number): void {
  hashes = withRoom(hashes, to);
  const into = hashes;
  let run = 0,
    hash = 0;
  for (let at = from; at < to; at++) {
    into[at] = 0;
    if (open !== null && open[at] === 0) {
      run = hash = 0;
      continue;
    }
    hash = (Math.imul(hash, factor) + words[at]!) | 0;
    if (run >= longSeedLength) hash = (hash - Math.imul(words[at - longSeedLength]!, ofFirst)) | 0;
    if (++run >= longSeedLength) into[at] = spread(hash) || 1;
  }
}
