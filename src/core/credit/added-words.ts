/** What is told of the words that an entry added, beside how many they are. */
import type { Explaining } from "./explaining";
import { added } from "./explaining";
import { factor } from "../diff/rolling";

/** So many words in a row that read the same are no chance. */
const repeatedRun = 8;

/**
 * Words that repeat a run of words which the same entry had added before them. O(added words · the run's
 * length).
 */
export function repeatedWords({ reasons, comparison: { changed }, step: { after } }: Explaining): number {
  const { words } = after;
  const firstOf = new FirstRuns(words, changed.bTo - changed.bFrom);
  let repeated = 0,
    covered = changed.bFrom;
  for (let word = changed.bFrom, run = 0; word < changed.bTo; word++) {
    run = reasons[word] === added ? run + 1 : 0;
    if (run < repeatedRun) continue;
    const from = word - repeatedRun + 1;
    if (firstOf.run(from) + repeatedRun > from) continue;
    repeated += word + 1 - Math.max(from, covered);
    covered = word + 1;
  }
  return repeated;
}

/** Where a run of words stood first: a hash table in one array, which takes a fifth of a map's time. */
class FirstRuns {
  /** Places from 1 on; 0: free. */
  readonly #places: Int32Array;

  constructor(
    readonly words: Int32Array,
    runs: number,
  ) {
    this.#places = new Int32Array(2 ** (33 - Math.clz32(Math.max(1, runs))));
  }

  /** Where a run that reads as the one from `from` on stood first: `from` itself, if it is the first. */
  run(from: number): number {
    let hash = 0;
    for (let at = from; at < from + repeatedRun; at++) hash = (Math.imul(hash, factor) + this.words[at]!) | 0;
    const mask = this.#places.length - 1;
    for (let slot = (hash ^ (hash >>> 15)) & mask; ; slot = (slot + 1) & mask) {
      const first = this.#places[slot]! - 1;
      if (first < 0) this.#places[slot] = from + 1;
      if (first < 0) return from;
      if (readsSame(this.words, first, from)) return first;
    }
  }
}

function readsSame(words: Int32Array, one: number, other: number): boolean {
  for (let at = 0; at < repeatedRun; at++) if (words[one + at] !== words[other + at]) return false;
  return true;
}

/**
 * Words of others that went where as many of the author's own came: other words in their place. By the entry
 * that wrote them. O(changed words).
 */
export function rewordedFrom({
  reasons,
  comparison: { toAfter, changed },
  step: { before, authorOf, author },
}: Explaining): [entry: number, words: number][] {
  const counts = new Map<number, number>();
  for (let word = changed.aFrom; word < changed.aTo; word++) {
    if (toAfter[word]! >= 0) continue;
    const from = word;
    while (word < changed.aTo && toAfter[word]! < 0) word++;
    // The place is behind the word that stood before them, or in front of the one behind them.
    const [behind, front] = [from > 0 ? toAfter[from - 1]! : -1, word < toAfter.length ? toAfter[word]! : -1];
    let room =
      behind >= 0 || from === 0
        ? addedFrom(reasons, behind + 1, 1)
        : front > 0
          ? addedFrom(reasons, front - 1, -1)
          : 0;
    for (let gone = from; gone < word && room > 0; gone++) {
      const entry = before.origins.entries[gone]!,
        owner = authorOf(entry);
      if (owner === null || owner === author) continue;
      counts.set(entry, (counts.get(entry) ?? 0) + 1);
      room--;
    }
  }
  return [...counts].sort(([one], [other]) => one - other);
}

/** How many added words stand in a row from a word on, in a direction. */
function addedFrom(reasons: Uint8Array, word: number, step: 1 | -1): number {
  let count = 0;
  for (let at = word; at >= 0 && at < reasons.length && reasons[at] === added; at += step) count++;
  return count;
}
