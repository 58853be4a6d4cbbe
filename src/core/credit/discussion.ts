/**
 * Words on a page that were marked as discussion: they count as such, and not as text. They are known by the acts of
 * writing them (their origins), so they stay marked wherever their text goes, and what is written between them later does
 * not become discussion by itself.
 */
import type { WordRange } from "../text/words";
import type { OriginSet } from "./origin-set";
import type { Origins } from "./origins";
import type { Deed } from "./work";

/** Where marked words stand in a text, as runs of neighbours. O(words of the text). */
export function rangesOf({ entries, ordinals }: Origins, marked: OriginSet): WordRange[] {
  const ranges: WordRange[] = [];
  for (let at = 0; at < entries.length; at++) {
    if (!marked.has(entries[at]!, ordinals[at]!)) continue;
    const from = at;
    while (at < entries.length && marked.has(entries[at]!, ordinals[at]!)) at++;
    ranges.push({ from, to: at });
  }
  return ranges;
}

/** The marked words of a text by the entry that wrote them. O(words of the text). */
function markedIn({ entries, ordinals }: Origins, marked: OriginSet): Map<number, number> {
  const counts = new Map<number, number>();
  for (let at = 0; at < entries.length; at++) {
    const entry = entries[at]!;
    if (marked.has(entry, ordinals[at]!)) counts.set(entry, (counts.get(entry) ?? 0) + 1);
  }
  return counts;
}

/**
 * The deeds of a wiki with the marked words taken out of what they added and of what stands after them, and counted as
 * `discussed` instead: every figure that is made from them leaves these words out, at any time in the past as well.
 * `after` has, by entry, the origins of its page's words after it, for each entry of every page on which marked words
 * ever stood. O(words of these texts).
 */
export function setDiscussionApart(deeds: readonly Deed[], marked: OriginSet, after: ReadonlyMap<number, Origins>): readonly Deed[] {
  if (marked.isEmpty) return deeds;
  const onPage = new Map<string, ReadonlyMap<number, number>>();
  return deeds.map((deed) => {
    const { entry, page, figures } = deed;
    const origins = after.get(entry);
    const discussed = Math.min(marked.countOf(entry), figures.added);
    if (!origins) return discussed === 0 ? deed : { ...deed, discussed, figures: { ...figures, added: figures.added - discussed } };
    const before = onPage.get(page) ?? new Map<number, number>(), now = markedIn(origins, marked);
    onPage.set(page, now);
    const changes = new Map(figures.standingChange);
    for (const rev of new Set([...before.keys(), ...now.keys()])) {
      const change = (now.get(rev) ?? 0) - (before.get(rev) ?? 0);
      if (change !== 0) changes.set(rev, (changes.get(rev) ?? 0) - change);
    }
    const standingChange = [...changes].filter(([, words]) => words !== 0);
    return { ...deed, ...(discussed === 0 ? {} : { discussed }), figures: { ...figures, added: figures.added - discussed, standingChange } };
  });
}
