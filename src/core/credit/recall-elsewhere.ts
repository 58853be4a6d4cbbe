/**
 * Text that took its page: a page that reads, word for word, as another page did has the credit that the other had then.
 *
 * Whoever gives a text another page (under a better title, or because two pages change their places) wrote none of it, and that is
 * certain of the words too that prove nothing by themselves.
 */
import { longRun } from "../diff/evidence";
import { blockBreak } from "../text/breaks";
import { type Explaining, onPage, unexplained } from "./explaining";
import { OriginPlaces } from "./origin-numbers";
import type { Origins } from "./origins";

/** Whether so much came that a whole page may have been brought over: a few words may be what two pages have in common by chance. */
export function isMuch({ reasons, comparison: { changed: { bFrom, bTo } } }: Explaining): boolean {
  let open = 0;
  for (let word = bFrom; word < bTo && open < longRun; word++) if (reasons[word] === unexplained) open++;
  return open >= longRun;
}

/** Gives the words that came the credit that they had on another page. O(words, and what is remembered in the wiki). */
export function recallElsewhere(work: Explaining, then: Origins): void {
  const { reasons, step: { before }, comparison: { changed: { bFrom, bTo } } } = work;
  if (then.entries.length !== reasons.length) return;
  letGoOfPhrases(work, then);
  const removed = new OriginPlaces(before.removed.origins, () => true);
  for (let word = bFrom; word < bTo; word++) {
    if (reasons[word] !== unexplained) continue;
    const entry = then.entries[word]!, ordinal = then.ordinals[word]!;
    const flat = removed.take(entry, ordinal);
    if (flat >= 0) work.restoreInPlace(word, flat);
    else work.bringOver(word, entry, ordinal);
  }
}

/** What the two texts have in common did not stay, unless it is a whole paragraph: a heading stays whose it was. */
function letGoOfPhrases(work: Explaining, then: Origins): void {
  const { origins, reasons, step: { after: { breaks } }, comparison: { changed: { bFrom, bTo } } } = work;
  const isOther = (word: number) => reasons[word] === onPage && (origins.entries[word] !== then.entries[word] || origins.ordinals[word] !== then.ordinals[word]);
  const isBetweenBlocks = (word: number) => word === breaks.length || breaks[word] === blockBreak;
  for (let word = bFrom; word < bTo; word++) {
    if (!isOther(word)) continue;
    const from = word;
    while (word + 1 < bTo && isOther(word + 1) && !isBetweenBlocks(word + 1)) word++;
    if (!isBetweenBlocks(from) || !isBetweenBlocks(word + 1)) for (let each = from; each <= word; each++) work.letGo(each);
  }
}
