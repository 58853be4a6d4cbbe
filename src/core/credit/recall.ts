/**
 * Pages that read as one did before: each word has the credit that it had then.
 *
 * The state may be one of the page itself, or of another: whoever gives a text another page (under a better
 * title, or because two pages change their places) wrote none of it, and that is certain of the words too
 * that prove nothing by themselves.
 */
import { longRun } from "../diff/evidence";
import { came, kept } from "../diff/ways";
import { blockBreak } from "../text/breaks";
import { passing } from "../text/room";
import { type Explaining, onPage, unexplained } from "./explaining";
import { OriginPlaces } from "./origin-numbers";
import type { Origins } from "./origins";

/** The entry of a word of which the state says nothing. */
export const notKnown = -1;

/**
 * Gives words the credit that they had in an earlier state. Also words that were kept: of two equal words, of
 * which one is gone, the comparison cannot know which, and the earlier state does. A word of which that state
 * knows nothing gives the word before that it was taken for back, if that is needed for another. O(words).
 */
export function recall(work: Explaining, then: Origins): void {
  const {
    comparison: {
      fromBefore,
      toAfter: compared,
      how,
      changed: { bFrom, bTo },
    },
    reasons,
    step: { before },
  } = work;
  if (then.entries.length !== fromBefore.length) return;
  const { entries, ordinals } = before.origins;
  const toAfter = passing.numbers(before.text.words.length).fill(-1);
  const isSettled = (word: number, from: number) =>
    from >= 0 && entries[from] === then.entries[word] && ordinals[from] === then.ordinals[word];
  for (let word = 0; word < fromBefore.length; word++)
    if (isSettled(word, fromBefore[word]!)) toAfter[fromBefore[word]!] = word;
  // What the comparison found equal at both ends stays: the entry's account is of what lies between.
  const isWithin = (word: number) => word >= bFrom && word < bTo;
  const standing = new OriginPlaces(before.origins, (word) => toAfter[word]! < 0);
  const removed = new OriginPlaces(before.removed.origins, () => true);
  for (let word = 0; word < fromBefore.length; word++) {
    const from = fromBefore[word]!;
    const entry = then.entries[word]!,
      ordinal = then.ordinals[word]!;
    if (entry === notKnown || isSettled(word, from)) continue;
    const wasHere = standing.take(entry, ordinal);
    const wasRemoved = wasHere < 0 ? removed.take(entry, ordinal) : -1;
    if (wasHere >= 0) {
      toAfter[wasHere] = word;
      if (isWithin(word) && isWithin(compared[wasHere]!) && then.entries[compared[wasHere]!] === notKnown)
        takeFrom(compared[wasHere]!, word);
    }
    if (fromBefore[word]! >= 0) work.recredit(word, entry, ordinal, wasRemoved);
    else if (wasHere >= 0) work.carry(word, entry, ordinal);
    else if (wasRemoved >= 0) work.restoreInPlace(word, wasRemoved);
    else work.bringOver(word, entry, ordinal);
  }
  for (let word = 0; word < fromBefore.length; word++)
    if (then.entries[word] === notKnown && fromBefore[word]! >= 0) toAfter[fromBefore[word]!] = word;
  work.moveAll(toAfter);

  /** The word before that `other` was taken for is `word` now. */
  function takeFrom(other: number, word: number): void {
    const from = fromBefore[other]!,
      was = fromBefore[word]!;
    fromBefore[other] = -1;
    reasons[other] = unexplained;
    if (was >= 0) compared[was] = -1;
    else how[word] = kept;
    how[other] = came;
    fromBefore[word] = from;
    compared[from] = word;
    reasons[word] = onPage;
  }
}

/**
 * Whether so much came that a whole page may have been brought over: a few words may be what two pages have
 * in common by chance.
 */
export function isMuch({
  reasons,
  comparison: {
    changed: { bFrom, bTo },
  },
}: Explaining): boolean {
  let open = 0;
  for (let word = bFrom; word < bTo && open < longRun; word++) if (reasons[word] === unexplained) open++;
  return open >= longRun;
}

/**
 * Gives words the credit that they had on another page. What the two texts have in common did not stay,
 * unless it is a whole paragraph: a heading stays whose it was. O(words, and what is remembered in the wiki).
 */
export function recallElsewhere(work: Explaining, then: Origins): void {
  const {
    origins,
    reasons,
    step: {
      after: { breaks },
    },
    comparison: {
      changed: { bFrom, bTo },
    },
  } = work;
  if (then.entries.length !== reasons.length) return;
  const entries = then.entries.slice();
  const isOther = (word: number) =>
    reasons[word] === onPage &&
    (origins.entries[word] !== entries[word] || origins.ordinals[word] !== then.ordinals[word]);
  const isBetweenBlocks = (word: number) => word === breaks.length || breaks[word] === blockBreak;
  entries.fill(notKnown, 0, bFrom).fill(notKnown, bTo);
  for (let word = bFrom; word < bTo; word++) {
    if (!isOther(word)) continue;
    const from = word;
    while (word + 1 < bTo && isOther(word + 1) && !isBetweenBlocks(word + 1)) word++;
    if (isBetweenBlocks(from) && isBetweenBlocks(word + 1)) entries.fill(notKnown, from, word + 1);
    else for (let each = from; each <= word; each++) work.letGo(each);
  }
  recall(work, { entries, ordinals: then.ordinals });
}
