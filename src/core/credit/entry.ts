/**
 * One entry's step: from the credit before it and the text after it to the credit after it and the entry's figures.
 *
 * A word after the entry is explained by the first of these that fits:
 *   1. brought back whole, or with changes: the page reads as it, or another page, did after an earlier entry, and each word has the credit
 *      that it had then,
 *   2. kept on the page, moved within it, or corrected in spelling (`compare`),
 *   3. brought back in place: it was removed from where it comes again,
 *   4. carried over: it stands elsewhere on the page, or stands on another page of the wiki,
 *   5. restored: it was removed from the wiki before (carried over too, if the same author took it off another page),
 *   6. added: it is new, and its author is the entry's.
 * Text nobody is credited with (starter text) is explained in the same way and stays nobody's.
 */
import { compare } from "../diff/compare";
import type { Sequence } from "../diff/sequence";
import type { Vocabulary } from "../text/vocabulary";
import { account, type EntryFigures } from "./account";
import { Explaining } from "./explaining";
import { bringBackInPlace, bringBackRest, cameBackInPlaces } from "./bring-back";
import { continueRuns, type Origins } from "./origins";
import { type LastStates, recall, recallLike } from "./recall";
import { isMuch, recallElsewhere } from "./recall-elsewhere";
import { rememberRemoved } from "./removed";
import { correctedWords, rememberSpellings } from "./respelled";
import { search } from "./search";
import type { CreditedPage } from "./text";

/** Who wrote an entry: a person's id, or null for text that nobody is credited with. */
export type Author = string | null;

export interface EntryStep {
  /** The entry's number in its wiki, above all numbers before. */
  readonly entry: number;
  readonly author: Author;
  /** What all texts of the step were read with. */
  readonly vocabulary: Vocabulary;
  /** The page before, and after. */
  readonly before: CreditedPage;
  readonly after: Sequence;
  /** The other pages of the wiki as they stand, read with the same vocabulary; asked for only if words are left to explain. */
  readonly others: () => readonly CreditedPage[];
  /** The credit of an earlier state of this page with exactly these words (see `stateKey`), or null. */
  readonly sameBefore: Origins | null;
  /** The credit of a state of another page with exactly these words, or null; asked for only if much came. */
  readonly sameElsewhere?: () => Origins | null;
  /** The page's last states; without them only what reads exactly as before is known again as a whole. */
  readonly lastStates?: LastStates;
  /** Whether others had more words on the page before than the entry's author. */
  readonly isMainlyOthers: () => boolean;
  /** The author of an earlier entry of the wiki. */
  readonly authorOf: (entry: number) => Author;
  /** Whether words of an entry may stand in more than one place, or on another page than they were written on. */
  readonly isSpread: (entry: number) => boolean;
}

export interface CreditedEntry {
  readonly page: CreditedPage;
  readonly figures: EntryFigures;
  /** Entries of which words now may stand in more than one place: what `isSpread` must say from now on. */
  readonly spread: readonly number[];
}

/**
 * Never throws, whatever the texts. O(n) for copying the page's arrays, plus the comparison of what changed, plus
 * one pass over the wiki's standing and remembered words if enough came that the page itself does not explain, plus
 * up to three comparisons with earlier states if much came back.
 */
export function creditEntry(step: EntryStep): CreditedEntry {
  const comparison = compare(step.before.text, step.after, step.vocabulary);
  const work = new Explaining(step, comparison);
  bringBackState(work);
  if (!cameBackInPlaces(work)) work.addNew();
  if (work.isOpen()) {
    const pending = bringBackInPlace(work);
    search(work);
    bringBackRest(work, pending);
  }
  work.addRest();
  continueRuns(step.before.origins, work.origins, work.changed);
  const { text, origins, removed } = step.before;
  const remembered = rememberRemoved(
    { words: text.words, breaks: text.breaks, origins }, removed,
    { entry: step.entry, toAfter: work.toAfter, removedToAfter: work.removedToAfter, changed: work.changed, mayForget: step.after.words.length > 0 && !step.sameBefore, standing: work.origins, isSpread: (entry) => step.isSpread(entry) || work.spread.has(entry) },
  );
  const correctedNow = correctedWords(work);
  return {
    page: { text: step.after, origins: work.origins, removed: remembered, respelled: rememberSpellings(work) },
    figures: account(work, correctedNow),
    spread: [...work.spread].sort((one, other) => one - other),
  };
}

/** A page, or most of it, that reads as it did before, or as another page did. */
function bringBackState(work: Explaining): void {
  const { step } = work;
  if (step.sameBefore) return recall(work, step.sameBefore);
  if (!work.isOpen()) return;
  const elsewhere = step.sameElsewhere && isMuch(work) ? step.sameElsewhere() : null;
  if (elsewhere) return recallElsewhere(work, elsewhere);
  const nearly = recallLike(work);
  if (nearly) recall(work, nearly);
}
