/** The search for runs in one source after the other. Every three equal words begin one. */
import { longTarget, mostPlaces } from "./budgets";
import { tripleHash } from "./anchors";
import { LongRunFinder } from "./long-runs";
import { hashOfPair } from "./pairs";
import { type Parts, wordAfter, wordBefore } from "./parts";
import { Runs, type Source, type Target, withRoom } from "./runs";
import { seedLength, type Seeds, seedsOf } from "./seeds";

/**
 * All runs, source by source, to be used before the next search; of a target that is made of phrases only
 * those that belong to long ones (see `LongRunFinder`). O(sources + target + runs) in words.
 */
export function findRuns(sources: readonly Source[], target: Target): Runs {
  found.begin(sources.reduce((sum, { words }) => sum + words.length, target.to - target.from));
  const seeds = seedsOf(target);
  const finder = seeds.areOfPhrases
    ? new LongRunFinder(target, found)
    : new RunFinder(target, found, seeds, target.to - target.from > longTarget ? 2 : 1);
  for (let of = 0; of < sources.length && !found.isSpent; of++) finder.find(sources[of]!, of);
  return found;
}

// Room that one search after the other uses: to ask the machine for it takes longer than the search of a
// short text.
/** By diagonal, how far runs go in the target; all 0 between two sources. */
let reached = new Int32Array(1024);
/** Where pairs begin in the source. */
let places = new Int32Array(1024);
const found = new Runs();

/** Finds runs in one source after the other, until there are too many. */
class RunFinder {
  /** By the last word of a part and its place in the target, what was grown over the joint behind it. */
  readonly #crossed = new Set<number>();

  /** Of the triples of a source, every one or every second is looked up. */
  constructor(
    readonly target: Target,
    readonly runs: Runs,
    readonly seeds: Seeds,
    readonly step: 1 | 2,
  ) {}

  find(source: Source, of: number): void {
    const { words } = source;
    const known = this.runs.count;
    reached = withRoom(reached, words.length + this.target.to);
    this.#findIn(source, of);
    if (source.parts) this.#findAcross(source, source.parts, of);
    for (let run = known; run < this.runs.count; run++)
      reached[this.#diagonal(this.runs.source[run]!, this.runs.target[run]!)] = 0;
  }

  #findIn(source: Source, of: number): void {
    const { words, open, index, from = 0 } = source;
    const { seeds } = this;
    if (index) {
      places = withRoom(places, words.length);
      const count = index.placesOf(seeds.pairs, places);
      for (let at = 0; at < count && !this.runs.isSpent; at++) this.#look(source, of, places[at]!);
      if (count >= 0) return;
    }
    // Every triple has a pair that begins at an odd word: where none of the target's begins there, neither of
    // its two triples is looked up.
    const last = words.length - seedLength;
    // Asked for every second word of a wiki: what belongs to the seeds is slower to reach than what is at
    // hand.
    const { isMet, metMask } = seeds;
    for (let odd = from | 1; odd <= last + 1; odd += 2) {
      if (
        (open !== null && open[odd] === 0) ||
        isMet[hashOfPair(words[odd]!, words[odd + 1]!) & metMask] === 0 ||
        (open !== null && open[odd + 1] === 0)
      )
        continue;
      if (isMet[hashOfPair(words[odd - 1]!, words[odd]!) & metMask] === 1) this.#look(source, of, odd - 1);
      if (this.runs.isSpent) return;
      if (
        this.step === 1 &&
        odd <= last &&
        isMet[hashOfPair(words[odd + 1]!, words[odd + 2]!) & metMask] === 1
      )
        this.#look(source, of, odd);
      if (this.runs.isSpent) return;
    }
  }

  #diagonal(source: number, target: number): number {
    return source - target + this.target.to;
  }

  /** Grows runs from the three words of a source from `from` on, wherever they stand in the target. */
  #look({ words: s, open: sourceOpen }: Source, of: number, from: number): void {
    const step = this.step;
    if ((from + seedLength - 1) % step !== 0 || from + seedLength > s.length) return;
    if (sourceOpen && !(sourceOpen[from] && sourceOpen[from + 1] && sourceOpen[from + 2])) return;
    const { words: t, open, from: first, to: end } = this.target;
    const { next } = this.seeds;
    let at = this.seeds.firstOf(tripleHash(s, from));
    for (let seen = 0; at > 0 && seen < mostPlaces; at = next[at - 1 - first]!) {
      const to = at - 1;
      if (s[from] !== t[to] || s[from + 1] !== t[to + 1] || s[from + 2] !== t[to + 2]) continue;
      seen++;
      const diagonal = this.#diagonal(from, to);
      if (reached[diagonal]! > to) continue;
      let length = seedLength;
      while (
        from + length < s.length &&
        to + length < end &&
        s[from + length] === t[to + length] &&
        (!sourceOpen || sourceOpen[from + length]) &&
        open[to + length]
      )
        length++;
      let lead = 0;
      while (
        lead < step - 1 &&
        from > lead &&
        to - lead > first &&
        s[from - lead - 1] === t[to - lead - 1] &&
        (!sourceOpen || sourceOpen[from - lead - 1]) &&
        open[to - lead - 1]
      )
        lead++;
      reached[diagonal] = to + length;
      this.runs.put(of, from - lead, to - lead, length + lead);
      if (this.runs.isSpent) return;
    }
  }

  /**
   * Finds runs that lead from one part into the next, over whatever lies between: the last word of the one
   * and the first of the other are a pair.
   */
  #findAcross(source: Source, parts: Parts, of: number): void {
    const { words, open } = source;
    const { isMet, metMask } = this.seeds;
    this.#crossed.clear();
    for (const part of parts.joints) {
      const last = parts.starts[part + 1]! - 1,
        next = parts.starts[parts.after[part]!]!;
      if (
        isMet[hashOfPair(words[last]!, words[next]!) & metMask] === 0 ||
        (open !== null && (open[last] === 0 || open[next] === 0))
      )
        continue;
      for (const place of this.#placesOf(words, wordBefore(parts, last), last, next))
        this.#growAcross(source, parts, of, last, place + 1);
      for (const place of this.#placesOf(words, last, next, wordAfter(parts, next)))
        this.#growAcross(source, parts, of, last, place);
      if (this.runs.isSpent) return;
    }
  }

  /** Where in the target three words of a source stand one behind the other; nowhere if one of them is -1. */
  #placesOf(words: Int32Array, one: number, two: number, three: number): number[] {
    const found: number[] = [];
    if (one < 0 || three < 0) return found;
    joined.set([words[one]!, words[two]!, words[three]!]);
    const { words: t, from } = this.target;
    for (
      let at = this.seeds.firstOf(tripleHash(joined, 0));
      at > 0 && found.length < mostPlaces;
      at = this.seeds.next[at - 1 - from]!
    ) {
      if (t[at - 1] === joined[0] && t[at] === joined[1] && t[at + 1] === joined[2]) found.push(at - 1);
    }
    return found;
  }

  /**
   * A run for each part that reads on like the target on both sides of the word `from` of a source, which is
   * the word `to` of the target. Some of them may be known as parts of longer ones, which go on into what
   * lies between the parts: by chance, for a word or two.
   */
  #growAcross(
    { words: s, open: sourceOpen }: Source,
    parts: Parts,
    of: number,
    from: number,
    to: number,
  ): void {
    const { words: t, open, from: first, to: end } = this.target;
    const crossing = (word: number, at: number) => word * end + at;
    // What leads over many joints is grown from the first of them that is met, and from no other.
    if (this.#crossed.has(crossing(from, to))) return;
    const isSame = (word: number, at: number) =>
      word >= 0 && at >= first && at < end && s[word] === t[at] && open[at] === 1 && sourceOpen?.[word] !== 0;
    let word = from,
      at = to;
    for (let earlier = wordBefore(parts, word); isSame(earlier, at - 1); earlier = wordBefore(parts, word)) {
      word = earlier;
      at--;
    }
    while (isSame(word, at)) {
      const start = word,
        target = at;
      do {
        word = wordAfter(parts, word);
        at++;
      } while (word === start + at - target && isSame(word, at));
      this.#crossed.add(crossing(start + at - target - 1, at - 1));
      this.runs.put(of, start, target, at - target);
    }
  }
}

/** Three words that stand one behind the other, but not next to each other. */
const joined = new Int32Array(seedLength);
