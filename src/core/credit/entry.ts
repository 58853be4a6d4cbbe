/**
 * One entry's step: from the credit before it and the text after it to the credit after it and the entry's
 * figures.
 *
 * A word after the entry is explained by the first of these that fits:
 *   1. brought back whole, or with changes: the page reads as it, or another page, did after an earlier
 *      entry, and each word has the credit that it had then,
 *   2. kept on the page, moved within it, or corrected in spelling (`compare`),
 *   3. put back: it stands in a gap that reads exactly as what was removed there,
 *   4. carried over: it stands elsewhere on the page, or stands on another page of the wiki,
 *   5. restored: it was removed from the wiki before (carried over too, if the same author took it off
 *      another page),
 *   6. added: it is new, and its author is the entry's.
 * Text nobody is credited with (starter text) is explained in the same way and stays nobody's.
 */
import { compare } from "../diff/compare";
import { account, type EntryFigures } from "./account";
import { Explaining } from "./explaining";
import { continueRuns } from "./origins";
import { putBack } from "./put-back";
import { recallLike } from "./near-states";
import { isMuch, recall, recallElsewhere } from "./recall";
import { rememberRemoved } from "./removed";
import { correctedWords, rememberSpellings } from "./respelled";
import { search } from "./search";
import type { EntryStep } from "./step";
import type { CreditedPage } from "./page";

export interface CreditedEntry {
  readonly page: CreditedPage;
  readonly figures: EntryFigures;
  /** Entries of which words now may stand in more than one place: what `isSpread` must say from now on. */
  readonly spread: readonly number[];
}

/**
 * Never throws, whatever the texts. O(n) for copying the page's arrays, plus the comparison of what changed,
 * plus one pass over the wiki's standing and remembered words if enough came that the page itself does not
 * explain, plus up to three comparisons with earlier states if much came back.
 */
export function creditEntry(step: EntryStep): CreditedEntry {
  const comparison = compare(step.before.text, step.after, step.vocabulary);
  const work = new Explaining(step, comparison);
  bringBackState(work);
  putBack(work);
  work.addNew();
  if (work.isOpen()) search(work);
  work.addRest();
  continueRuns(step.before.origins, work.origins, work.changed);
  const { text, origins, removed } = step.before;
  const remembered = rememberRemoved({ words: text.words, breaks: text.breaks, origins }, removed, {
    entry: step.entry,
    toAfter: work.toAfter,
    removedToAfter: work.removedToAfter,
    changed: work.changed,
    mayForget: step.after.words.length > 0 && !step.sameBefore,
    standing: work.origins,
    isSpread: (entry) => step.isSpread(entry) || work.spread.has(entry),
  });
  const correctedNow = correctedWords(work);
  return {
    page: {
      text: step.after,
      origins: work.origins,
      removed: remembered,
      respelled: rememberSpellings(work),
    },
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
