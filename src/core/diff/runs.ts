/** Runs: stretches of a text that stand word by word in another, wherever they do. Every three equal words begin one. */
import type { Vocabulary } from "../text/vocabulary";
import { tripleHash } from "./align";
import { PairSet, type TextIndex } from "./pairs";

/** A text in which stretches are looked for. */
export interface Source {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  /** 1 for words that may be taken; all may, if null. */
  readonly open: Uint8Array | null;
  /** Where its pairs stand, if that is known: what is found is the same, sooner. */
  readonly index?: TextIndex | null;
}

/** The text that is to be explained. */
export interface Target {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  /** 1 for words that are still to be explained. Set to 0 as they are. */
  readonly open: Uint8Array;
  /** All open words lie between these two; the second is excluded. */
  readonly from: number;
  readonly to: number;
}

export interface Run {
  /** Which of the sources, and the word in it. */
  readonly of: number;
  readonly source: number;
  readonly target: number;
  readonly length: number;
}

export const seedLength = 3;
/** A triple that stands in more places of the target than this says nothing about which of them it came from. */
const mostPlaces = 24;
/** More runs than this are met only in texts that repeat themselves; the rest then goes unexplained. */
const mostRuns = 20_000;
/** The words of all runs together, in parts of the words of all texts: past it the text repeats itself as well. */
const mostEffort = 8;
/** Where more words than this are to be explained, only every second triple of a source is looked up: runs of three are chance there. */
const longTarget = 500;

/** Runs, laid out flat: there may be thousands, and most are chance. */
export class Runs {
  count = 0;
  of = new Int32Array(256);
  source = new Int32Array(256);
  target = new Int32Array(256);
  length = new Int32Array(256);

  put(of: number, source: number, target: number, length: number): void {
    if (this.count === this.of.length) {
      for (const side of ["of", "source", "target", "length"] as const) {
        const longer = new Int32Array(2 * this.count);
        longer.set(this[side]);
        this[side] = longer;
      }
    }
    this.of[this.count] = of;
    this.source[this.count] = source;
    this.target[this.count] = target;
    this.length[this.count++] = length;
  }

  at(run: number): Run {
    return { of: this.of[run]!, source: this.source[run]!, target: this.target[run]!, length: this.length[run]! };
  }
}

/** All runs, source by source, to be used before the next search; O(sources + target + runs) in words. */
export function findRuns(sources: readonly Source[], target: Target, { hashes }: Vocabulary): Runs {
  const finder = new RunFinder(target, hashes, mostEffort * sources.reduce((sum, { words }) => sum + words.length, target.to - target.from));
  for (let of = 0; of < sources.length && !finder.isSpent; of++) finder.find(sources[of]!, of);
  return finder.runs;
}

// Room that one search after the other uses: to ask the machine for it takes longer than the search of a short text.
/** By diagonal, how far runs go in the target; all 0 between two sources. */
let reached = new Int32Array(1024);
/** Where pairs begin in the source. */
let places = new Int32Array(1024);
const found = new Runs();

/** The same numbers, or longer ones of 0. */
export function withRoom(numbers: Int32Array<ArrayBuffer>, length: number): Int32Array<ArrayBuffer> {
  return numbers.length < length ? new Int32Array(2 * length) : numbers;
}

/** Finds runs in one source after the other, until there are too many. */
class RunFinder {
  readonly runs = found;
  readonly #heads: Int32Array;
  readonly #next: Int32Array;
  readonly #mask: number;
  /** The pairs of open triples: most of a wiki are not among them. */
  readonly #pairs: PairSet;
  readonly #step: number;

  constructor(readonly target: Target, readonly hashes: Int32Array, private effort: number) {
    const { words, open, from, to } = target;
    this.runs.count = 0;
    const { heads, next, mask } = targetTriples(target, hashes);
    [this.#heads, this.#next, this.#mask] = [heads, next, mask];
    this.#step = to - from > longTarget ? 2 : 1;
    this.#pairs = new PairSet(to - from);
    for (let at = from; at + 1 < to; at++) if (open[at] && open[at + 1]) this.#pairs.add(words[at]!, words[at + 1]!);
  }

  get isSpent(): boolean {
    return this.runs.count === mostRuns || this.effort < 0;
  }

  find(source: Source, of: number): void {
    const { words } = source;
    const known = this.runs.count;
    reached = withRoom(reached, words.length + this.target.to);
    this.#findIn(source, of);
    for (let run = known; run < this.runs.count; run++) reached[this.#diagonal(this.runs.source[run]!, this.runs.target[run]!)] = 0;
  }

  #findIn(source: Source, of: number): void {
    const { words, open, index } = source;
    const pairs = this.#pairs;
    if (index) {
      places = withRoom(places, words.length);
      const count = index.placesOf(pairs, places);
      for (let at = 0; at < count && !this.isSpent; at++) this.#look(source, of, places[at]!);
      if (count >= 0) return;
    }
    let follow = 0;
    for (let end = 1; end < words.length; end++) {
      follow = (!open || (open[end] && open[end - 1])) && pairs.mayHave(words[end - 1]!, words[end]!) ? follow + 1 : 0;
      if (follow < seedLength - 1) continue;
      this.#look(source, of, end - seedLength + 1);
      if (this.isSpent) return;
    }
  }

  #diagonal(source: number, target: number): number {
    return source - target + this.target.to;
  }

  /** Grows runs from the three words of a source from `from` on, wherever they stand in the target. */
  #look({ words: s, open: sourceOpen }: Source, of: number, from: number): void {
    const step = this.#step;
    if ((from + seedLength - 1) % step !== 0 || from + seedLength > s.length) return;
    if (sourceOpen && !(sourceOpen[from] && sourceOpen[from + 1] && sourceOpen[from + 2])) return;
    const { words: t, open, from: first, to: end } = this.target;
    const next = this.#next;
    let at = this.#heads[tripleHash(s, from, this.hashes) & this.#mask]!;
    for (let seen = 0; at > 0 && seen < mostPlaces; at = next[at - 1 - first]!, seen++) {
      const to = at - 1;
      if (s[from] !== t[to] || s[from + 1] !== t[to + 1] || s[from + 2] !== t[to + 2]) continue;
      const diagonal = this.#diagonal(from, to);
      if (reached[diagonal]! > to) continue;
      let length = seedLength;
      while (from + length < s.length && to + length < end && s[from + length] === t[to + length]
        && (!sourceOpen || sourceOpen[from + length]) && open[to + length]) length++;
      let lead = 0;
      while (lead < step - 1 && from > lead && to - lead > first && s[from - lead - 1] === t[to - lead - 1]
        && (!sourceOpen || sourceOpen[from - lead - 1]) && open[to - lead - 1]) lead++;
      reached[diagonal] = to + length;
      this.runs.put(of, from - lead, to - lead, length + lead);
      this.effort -= length;
      if (this.isSpent) return;
    }
  }
}

/** Open triples of the target by hash: the first place of each bucket plus one, and from each place the next. */
function targetTriples({ words, open, from, to }: Target, hashes: Int32Array): { heads: Int32Array; next: Int32Array; mask: number } {
  let size = 64;
  while (size < 2 * (to - from)) size *= 2;
  const heads = new Int32Array(size);
  const next = new Int32Array(to - from);
  for (let at = to - seedLength; at >= from; at--) {
    if (!open[at] || !open[at + 1] || !open[at + 2]) continue;
    const bucket = tripleHash(words, at, hashes) & (size - 1);
    next[at - from] = heads[bucket]!;
    heads[bucket] = at + 1;
  }
  return { heads, next, mask: size - 1 };
}
