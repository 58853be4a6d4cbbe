/**
 * What comes again, word for word, where it was removed: somebody undid a change. However little it is, its
 * place is proof.
 */
import { bitsOfSearch } from "../diff/evidence";
import { type Explaining, unexplained } from "./explaining";
import { firstRunFrom, type RemovedText } from "./removed";

/**
 * Restores each gap between two words that stayed which reads exactly as what was removed there, from the
 * beginning of a removed run to the end of one. Where hundreds of words were changed, a common one comes to
 * where it was removed by chance: a gap must prove as much as a search for all gaps, each in its one place,
 * costs. O(words that came, and those removed in their places).
 */
export function putBack(work: Explaining): void {
  const {
    step: { after },
    comparison: { evidence },
  } = work;
  const gaps = openGaps(work);
  for (const { from, to } of gaps) {
    const flat = removedThere(work, from, to);
    if (flat < 0 || evidence().bitsOfRun(after.words, from, to) < bitsOfSearch(1, gaps.length)) continue;
    for (let at = from; at < to; at++) work.restoreInPlace(at, flat + at - from);
  }
}

function openGaps({
  reasons,
  comparison: {
    changed: { bFrom, bTo },
  },
}: Explaining): { from: number; to: number }[] {
  const gaps: { from: number; to: number }[] = [];
  for (let word = bFrom; word < bTo;) {
    const from = word++;
    if (reasons[from] !== unexplained) continue;
    while (word < bTo && reasons[word] === unexplained) word++;
    gaps.push({ from, to: word });
  }
  return gaps;
}

/**
 * Where the words of a gap are remembered as removed between the same two words, the newest first; -1 if they
 * are not.
 */
function removedThere(
  {
    step: {
      before: { removed },
      after,
    },
    comparison: { fromBefore, toAfter },
  }: Explaining,
  from: number,
  to: number,
): number {
  const first = from > 0 ? fromBefore[from - 1]! : -1;
  // Behind a word that came from elsewhere, nothing says where on the page this is.
  if (from > 0 && first < 0) return -1;
  let last = first;
  while (last + 1 < toAfter.length && toAfter[last + 1]! < 0) last++;
  const end = firstRunFrom(removed.anchors, last + 1);
  for (let run = end - 1; run >= 0 && removed.anchors[run]! >= first; run--) {
    const flat = removed.starts[run]!;
    if (isRunEnd(removed, run, flat + to - from) && readsLike(removed.words, flat, after.words, from, to))
      return flat;
  }
  return -1;
}

function isRunEnd({ starts }: RemovedText, run: number, flat: number): boolean {
  while (run < starts.length - 1 && starts[run]! < flat) run++;
  return starts[run] === flat;
}

function readsLike(words: Int32Array, flat: number, now: Int32Array, from: number, to: number): boolean {
  for (let at = from; at < to; at++) if (words[flat + at - from] !== now[at]) return false;
  return true;
}
