/** Runs: stretches of a text that stand word by word in another, wherever they do. Every three equal words begin one. */
import { tripleHash } from "./anchors";
import { hashOfPair, type TextIndex } from "./pairs";
import { type Parts, wordAfter, wordBefore } from "./parts";
import { seedLength, type Seeds, seedsOf } from "./seeds";

/** A text in which stretches are looked for. */
export interface Source {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  /** 1 for words that may be taken; all may, if null. */
  readonly open: Uint8Array | null;
  /** No word before this one may be used; if not given, that is said by `open` alone. */
  readonly from?: number;
  /** What it is made of, if it was put together. */
  readonly parts?: Parts;
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

/** A triple that stands in more places of the target than this says nothing about which of them it is. */
const mostPlaces = 12;
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

  /** Keeps the runs for which that is said, in their order. O(runs). */
  keep(isWanted: (run: number) => boolean): void {
    let kept = 0;
    for (let run = 0; run < this.count; run++) {
      if (!isWanted(run)) continue;
      this.of[kept] = this.of[run]!;
      this.source[kept] = this.source[run]!;
      this.target[kept] = this.target[run]!;
      this.length[kept++] = this.length[run]!;
    }
    this.count = kept;
  }

  at(run: number): Run {
    return { of: this.of[run]!, source: this.source[run]!, target: this.target[run]!, length: this.length[run]! };
  }
}

/** All runs, source by source, to be used before the next search; O(sources + target + runs) in words. */
export function findRuns(sources: readonly Source[], target: Target): Runs {
  const finder = new RunFinder(target, mostEffort * sources.reduce((sum, { words }) => sum + words.length, target.to - target.from));
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
  readonly #seeds: Seeds;
  readonly #step: number;
  /** By the last word of a part and its place in the target, what was grown over the joint behind it. */
  readonly #crossed = new Set<number>();

  constructor(readonly target: Target, private effort: number) {
    this.runs.count = 0;
    this.#seeds = seedsOf(target);
    this.#step = target.to - target.from > longTarget ? 2 : 1;
  }

  get isSpent(): boolean {
    return this.runs.count === mostRuns || this.effort < 0;
  }

  find(source: Source, of: number): void {
    const { words } = source;
    const known = this.runs.count;
    reached = withRoom(reached, words.length + this.target.to);
    this.#findIn(source, of);
    if (source.parts) this.#findAcross(source, source.parts, of);
    for (let run = known; run < this.runs.count; run++) reached[this.#diagonal(this.runs.source[run]!, this.runs.target[run]!)] = 0;
  }

  #findIn(source: Source, of: number): void {
    const { words, open, index, from = 0 } = source;
    const seeds = this.#seeds;
    if (index) {
      places = withRoom(places, words.length);
      const count = index.placesOf(seeds.pairs, places);
      for (let at = 0; at < count && !this.isSpent; at++) this.#look(source, of, places[at]!);
      if (count >= 0) return;
    }
    // Every triple has a pair that begins at an odd word: where none of the target's begins there, neither of its two triples is looked up.
    const last = words.length - seedLength;
    // Asked for every second word of a wiki: what belongs to the seeds is slower to reach than what is at hand.
    const { isMet, metMask } = seeds;
    for (let odd = from | 1; odd <= last + 1; odd += 2) {
      if ((open !== null && open[odd] === 0) || isMet[hashOfPair(words[odd]!, words[odd + 1]!) & metMask] === 0 || (open !== null && open[odd + 1] === 0)) continue;
      if (isMet[hashOfPair(words[odd - 1]!, words[odd]!) & metMask] === 1) this.#look(source, of, odd - 1);
      if (this.isSpent) return;
      if (this.#step === 1 && odd <= last && isMet[hashOfPair(words[odd + 1]!, words[odd + 2]!) & metMask] === 1) this.#look(source, of, odd);
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
    const { next } = this.#seeds;
    let at = this.#seeds.firstOf(tripleHash(s, from));
    for (let seen = 0; at > 0 && seen < mostPlaces; at = next[at - 1 - first]!) {
      const to = at - 1;
      if (s[from] !== t[to] || s[from + 1] !== t[to + 1] || s[from + 2] !== t[to + 2]) continue;
      seen++;
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

  /** Finds runs that lead from one part into the next, over whatever lies between: the last word of the one and the first of the other are a pair. */
  #findAcross(source: Source, parts: Parts, of: number): void {
    const { words, open } = source;
    const { isMet, metMask } = this.#seeds;
    this.#crossed.clear();
    for (const part of parts.joints) {
      const last = parts.starts[part + 1]! - 1, next = parts.starts[parts.after[part]!]!;
      if (isMet[hashOfPair(words[last]!, words[next]!) & metMask] === 0 || (open !== null && (open[last] === 0 || open[next] === 0))) continue;
      for (const place of this.#placesOf(words, wordBefore(parts, last), last, next)) this.#growAcross(source, parts, of, last, place + 1);
      for (const place of this.#placesOf(words, last, next, wordAfter(parts, next))) this.#growAcross(source, parts, of, last, place);
      if (this.isSpent) return;
    }
  }

  /** Where in the target three words of a source stand one behind the other; nowhere if one of them is -1. */
  #placesOf(words: Int32Array, one: number, two: number, three: number): number[] {
    const found: number[] = [];
    if (one < 0 || three < 0) return found;
    joined.set([words[one]!, words[two]!, words[three]!]);
    const { words: t, from } = this.target;
    for (let at = this.#seeds.firstOf(tripleHash(joined, 0)); at > 0 && found.length < mostPlaces; at = this.#seeds.next[at - 1 - from]!) {
      if (t[at - 1] === joined[0] && t[at] === joined[1] && t[at + 1] === joined[2]) found.push(at - 1);
    }
    return found;
  }

  /**
   * A run for each part that reads on like the target on both sides of the word `from` of a source, which is the word `to` of the target. Some of
   * them may be known as parts of longer ones, which go on into what lies between the parts: by chance, for a word or two.
   */
  #growAcross({ words: s, open: sourceOpen }: Source, parts: Parts, of: number, from: number, to: number): void {
    const { words: t, open, from: first, to: end } = this.target;
    const crossing = (word: number, at: number) => word * end + at;
    // What leads over many joints is grown from the first of them that is met, and from no other.
    if (this.#crossed.has(crossing(from, to))) return;
    const isSame = (word: number, at: number) => word >= 0 && at >= first && at < end && s[word] === t[at] && open[at] === 1 && sourceOpen?.[word] !== 0;
    let word = from, at = to;
    for (let earlier = wordBefore(parts, word); isSame(earlier, at - 1); earlier = wordBefore(parts, word)) { word = earlier; at--; }
    while (isSame(word, at)) {
      const start = word, target = at;
      do { word = wordAfter(parts, word); at++; } while (word === start + at - target && isSame(word, at));
      this.#crossed.add(crossing(start + at - target - 1, at - 1));
      this.runs.put(of, start, target, at - target);
      this.effort -= at - target;
    }
  }
}

/** Three words that stand one behind the other, but not next to each other. */
const joined = new Int32Array(seedLength);
