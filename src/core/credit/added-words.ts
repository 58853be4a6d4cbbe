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
  const firstAt = new Map<number, number>();
  let repeated = 0,
    covered = changed.bFrom;
  for (let word = changed.bFrom, run = 0; word < changed.bTo; word++) {
    run = reasons[word] === added ? run + 1 : 0;
    if (run < repeatedRun) continue;
    const from = word - repeatedRun + 1;
    let hash = 0;
    for (let at = from; at <= word; at++) hash = (Math.imul(hash, factor) + after.words[at]!) | 0;
    const first = firstAt.get(hash);
    if (first === undefined) firstAt.set(hash, from);
    else if (first + repeatedRun <= from && readsSame(after.words, first, from)) {
      repeated += word + 1 - Math.max(from, covered);
      covered = word + 1;
    }
  }
  return repeated;
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
