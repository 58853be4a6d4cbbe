/**
 * Seeds: the open triples of a text that is to be explained, and the pairs that they are made of; what other
 * texts are asked for.
 */
import { tripleHash } from "./anchors";
import { hashOfPair, PairSet } from "./pairs";
import type { Target } from "./runs";

export const seedLength = 3;
/**
 * What part of the triples of a text may stand in it again. Of what students write it is 1 to 5 in 100, of
 * text with many tables 13; of prose of which half stands in phrases that everybody uses it is half.
 */
const partInPhrases = 0.25;
/** Of fewer triples nothing is said: whoever pastes a sentence three times writes no phrases. */
const fewestInPhrases = 300;

/** The seeds of one text after the other, in the same room. */
export class Seeds {
  /** Triples by hash: the first place of each bucket plus one. */
  #heads = new Int32Array(64);
  #mask = 63;
  /** By place, less that of the target's first word, the next place of its bucket plus one, or 0. */
  next = new Int32Array(64);
  /** By part of the hash of a pair, 1 if any may be in a seed. Most pairs of a wiki are not. */
  isMet = new Uint8Array(256);
  metMask = 255;
  /** How many triples there are, and how many stood before where they stand again. */
  #count = 0;
  #again = 0;
  #target: Pick<Target, "words" | "open" | "from" | "to"> | null = null;
  #open = new Uint8Array(64);
  #pairs: PairSet | null = null;

  /** Whether these are the seeds of a target as it is. */
  areOf({ words, open, from, to }: Target): boolean {
    const known = this.#target;
    if (!known || known.words !== words || known.from !== from || known.to !== to) return false;
    for (let at = from; at < to; at++) if (open[at] !== this.#open[at - from]) return false;
    return true;
  }

  read(target: Target): void {
    const { words, open, from, to } = target;
    let size = 64;
    while (size < 2 * (to - from)) size *= 2;
    this.#makeRoom(size);
    this.#target = target;
    this.#pairs = null;
    const heads = this.#heads,
      next = this.next,
      isMet = this.isMet;
    const mask = (this.#mask = size - 1),
      metMask = (this.metMask = 4 * size - 1);
    heads.fill(0, 0, size);
    isMet.fill(0, 0, 4 * size);
    this.#open.set(open.subarray(from, to));
    // How many words from `at` on are open.
    let run = 0,
      count = 0,
      again = 0;
    for (let at = to - 1; at >= from; at--) {
      run = open[at] === 0 ? 0 : run + 1;
      if (run < seedLength) continue;
      isMet[hashOfPair(words[at]!, words[at + 1]!) & metMask] = 1;
      // The last pair of the run; those between are marked with the triple that they begin.
      if (run === seedLength) isMet[hashOfPair(words[at + 1]!, words[at + 2]!) & metMask] = 1;
      const bucket = tripleHash(words, at) & mask;
      count++;
      // Another triple may have come into the same bucket since: some that stand again are missed.
      const last = heads[bucket]! - 1;
      if (
        last >= 0 &&
        words[last] === words[at] &&
        words[last + 1] === words[at + 1] &&
        words[last + 2] === words[at + 2]
      )
        again++;
      next[at - from] = heads[bucket]!;
      heads[bucket] = at + 1;
    }
    this.#count = count;
    this.#again = again;
  }

  /**
   * Whether there is so much text, and so much of it stands in it more than once, that short runs say
   * nothing.
   */
  get areOfPhrases(): boolean {
    return this.#count >= fewestInPhrases && this.#again > partInPhrases * this.#count;
  }

  #makeRoom(size: number): void {
    if (this.#heads.length >= size) return;
    this.#heads = new Int32Array(size);
    this.next = new Int32Array(size);
    this.isMet = new Uint8Array(4 * size);
    this.#open = new Uint8Array(size);
  }

  /** The first place of the triples with a hash plus one, or 0; others may be among them. */
  firstOf(hash: number): number {
    return this.#heads[hash & this.#mask]!;
  }

  /** The pairs themselves. */
  get pairs(): PairSet {
    if (this.#pairs) return this.#pairs;
    const { words, from, to } = this.#target!;
    const open = this.#open;
    this.#pairs = new PairSet(to - from);
    for (let at = from; at + 1 < to; at++)
      if (open[at - from] && open[at - from + 1]) this.#pairs.add(words[at]!, words[at + 1]!);
    return this.#pairs;
  }
}

const seeds = new Seeds();

/**
 * The seeds of a target as it is now, until those of another are asked for. The same text is mostly searched
 * for twice in a row: first for what moved within its page, then in the rest of the wiki.
 */
export function seedsOf(target: Target): Seeds {
  if (!seeds.areOf(target)) seeds.read(target);
  return seeds;
}
