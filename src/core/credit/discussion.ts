/**
 * Words on a page that were marked as discussion: they count as such, and not as text. They are known by the
 * acts of writing them (their origins), so they stay marked wherever their text goes, and what is written
 * between them later does not become discussion by itself.
 */
import type { WordRange } from "../text/words";
import type { WordsByEntry } from "./entry-counts";
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

type Marked = ReadonlyMap<string, { readonly entry: number; readonly count: number }>;

/** How often each marked word stands in a text. O(words of the text). */
function markedIn({ entries, ordinals }: Origins, marked: OriginSet): Marked {
  const counts = new Map<string, { readonly entry: number; readonly count: number }>();
  for (let at = 0; at < entries.length; at++) {
    const entry = entries[at]!,
      ordinal = ordinals[at]!;
    if (!marked.has(entry, ordinal)) continue;
    const word = `${entry} ${ordinal}`;
    counts.set(word, { entry, count: (counts.get(word)?.count ?? 0) + 1 });
  }
  return counts;
}

/** By entry, what is left of changes when those of marked words are taken out. */
function without(changes: WordsByEntry, marked: ReadonlyMap<number, number>): WordsByEntry {
  const left = new Map(changes);
  for (const [entry, change] of marked) left.set(entry, (left.get(entry) ?? 0) - change);
  return [...left].filter(([, words]) => words !== 0);
}

/**
 * The deeds of a wiki with the marked words taken out of what they added and of what stands after them, and
 * counted as `discussed` instead: every figure that is made from them leaves these words out, at any time in
 * the past as well. `after` has, by entry, the origins of its page's words after it, for each entry of every
 * page on which marked words ever stood. O(words of these texts).
 */
export function setDiscussionApart(
  deeds: readonly Deed[],
  marked: OriginSet,
  after: ReadonlyMap<number, Origins>,
): readonly Deed[] {
  if (marked.isEmpty) return deeds;
  const onPage = new Map<string, Marked>();
  const inWiki = new Map<string, number>();
  return deeds.map((deed) => {
    const { entry, page, figures } = deed;
    const origins = after.get(entry);
    const discussed = Math.min(marked.countOf(entry), figures.added);
    if (!origins)
      return discussed === 0
        ? deed
        : { ...deed, discussed, figures: { ...figures, added: figures.added - discussed } };
    const before: Marked = onPage.get(page) ?? new Map(),
      now = markedIn(origins, marked);
    onPage.set(page, now);
    const stood = new Map<number, number>(),
      copied = new Map<number, number>();
    const add = (sums: Map<number, number>, rev: number, change: number) => {
      if (change !== 0) sums.set(rev, (sums.get(rev) ?? 0) + change);
    };
    for (const word of new Set([...before.keys(), ...now.keys()])) {
      const rev = (now.get(word) ?? before.get(word))!.entry,
        change = (now.get(word)?.count ?? 0) - (before.get(word)?.count ?? 0);
      const was = inWiki.get(word) ?? 0;
      inWiki.set(word, was + change);
      add(stood, rev, change);
      add(copied, rev, Math.max(0, was + change - 1) - Math.max(0, was - 1));
    }
    return {
      ...deed,
      ...(discussed === 0 ? {} : { discussed }),
      figures: {
        ...figures,
        added: figures.added - discussed,
        standingChange: without(figures.standingChange, stood),
        copiesChange: without(figures.copiesChange, copied),
      },
    };
  });
}
