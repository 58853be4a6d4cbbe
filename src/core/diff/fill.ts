/**
 * What stayed or moved along beside what is known of a block: words that are found nowhere else than between
 * two that are.
 */
import { mostFillings, widestGap } from "./budgets";
import { passing } from "../text/room";
import { costOfChange } from "./density";
import type { Matching } from "./matching";
import { partAt } from "./part-at";
import { mayShareWord } from "./stretch";
import { came, kept, moved } from "./ways";

/**
 * Looks within the blocks that are known by now, beside what is known of them, for words that stayed or moved
 * along. Whoever moves a paragraph and changes it leaves runs that are too short to be found anywhere else
 * than between two that moved; and whoever goes through it word by word leaves such that only chance would
 * explain, were not all of it like that.
 */
export function fillBlocks(matching: Matching, from: number, to: number): void {
  const { starts } = matching.b;
  for (let block = from; block < to; block++) {
    const first = starts[block]!,
      end = starts[block + 1]!;
    if (!isKnownInPart(matching, first, end)) continue;
    for (let round = 0; round < mostFillings; round++) {
      const cost = costOfChange(matching, first, end);
      if (fillGaps(matching, first, end, cost) === 0 || cost === 1) break;
    }
  }
}

/** Whether some of a block's words are known, and others may be found beside them. */
function isKnownInPart({ how, newWords }: Matching, first: number, end: number): boolean {
  let isAnyOpen = false,
    isAnyKnown = false;
  for (let word = first; word < end && !(isAnyOpen && isAnyKnown); word++) {
    if (how[word] !== came) isAnyKnown = true;
    else if (newWords?.[word] !== 1) isAnyOpen = true;
  }
  return isAnyOpen && isAnyKnown;
}

/** Returns how many words were found. */
function fillGaps(matching: Matching, first: number, end: number, cost: number): number {
  const { how } = matching;
  let found = 0;
  for (let word = first; word < end;) {
    if (how[word] !== came || matching.isNew(word)) {
      word++;
      continue;
    }
    const gap = word;
    while (word < end && how[word] === came) word++;
    found += fillGap(matching, gap > first ? gap - 1 : -1, gap, word, word < end ? word : -1, cost);
  }
  return found;
}

/**
 * `before` and `after` are the words around the gap, or -1 where it is at the edge of its block. Returns how
 * many words were found.
 */
function fillGap(
  matching: Matching,
  before: number,
  from: number,
  to: number,
  after: number,
  cost: number,
): number {
  const {
    a: { starts, words },
    b,
    fromBefore,
    toAfter,
    how,
  } = matching;
  const beside = before >= 0 ? before : after;
  if (beside < 0) return 0;
  const way = how[beside]!;
  const isBetween = before >= 0 && after >= 0;
  // Between two that stayed, the comparison in order has looked already, as if changes were rare.
  if (!(way === moved || (way === kept && (!isBetween || cost < 1))) || (isBetween && how[after] !== way))
    return 0;
  const source = partAt(starts, fromBefore[beside]!);
  let aFrom = before >= 0 ? fromBefore[before]! + 1 : starts[source]!,
    aTo = after >= 0 ? fromBefore[after]! : starts[source + 1]!;
  if (aFrom >= aTo || aTo - aFrom > widestGap) return 0;
  // What stays, stays in order: past another word that does, none of the gap can.
  const stays = (word: number) => toAfter[word]! >= 0 && how[toAfter[word]!] === kept;
  if (way === kept && before < 0)
    for (let word = aTo - 1; word >= aFrom; word--) if (stays(word)) aFrom = word + 1;
  if (way === kept && after < 0) for (let word = aFrom; word < aTo; word++) if (stays(word)) aTo = word;
  if (
    aFrom >= aTo ||
    aFrom < starts[source]! ||
    aTo > starts[source + 1]! ||
    !mayShareWord(words, aFrom, aTo, b.words, from, to)
  )
    return 0;
  return matching.alignWords(
    { a: openBetween(toAfter, aFrom, aTo), b: openBetween(fromBefore, from, to) },
    way,
    { cost },
  );
}

function openBetween(partner: Int32Array, from: number, to: number): Int32Array {
  const found = passing.numbers(to - from);
  let count = 0;
  for (let word = from; word < to; word++) if (partner[word]! < 0) found[count++] = word;
  return found.subarray(0, count);
}
