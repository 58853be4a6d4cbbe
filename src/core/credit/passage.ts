/**
 * A passage that somebody speaks of. It is known by the acts of writing its words (their origins), not by its
 * place, so that it is found again wherever its text goes: edited, moved, restored, or brought to another
 * page of the wiki.
 */
import type { WordRange } from "../text/words";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";

/** With fewer of its words than this part, a passage is no longer what was spoken of. */
const leastPart = 0.25;
/** So many other words may stand between two of a passage's words, apart from as many as the passage has. */
const widestGap = 12;

/** The origins of the words in a range. O(words of the range). */
export function originsIn({ entries, ordinals }: Origins, { from, to }: WordRange): Origins {
  return { entries: entries.slice(from, to), ordinals: ordinals.slice(from, to) };
}

/**
 * Where most of a passage's words stand close together in a text, from the first of them to the last; the
 * first such place if there are several. Null if fewer than a quarter of them do. O(words of both).
 */
export function findPassage(text: Origins, passage: Origins): WordRange | null {
  const length = passage.entries.length;
  const sought = new OriginSet();
  sought.addAll(passage, () => true);
  let best: WordRange = { from: 0, to: 0 };
  let most = 0;
  let from = -1,
    last = -1,
    count = 0;
  let met = new OriginSet();
  const close = () => {
    if (count <= most) return;
    best = { from, to: last + 1 };
    most = count;
  };
  for (let at = 0; at < text.entries.length; at++) {
    const entry = text.entries[at]!,
      ordinal = text.ordinals[at]!;
    if (!sought.has(entry, ordinal)) continue;
    // A word that was met already begins a copy of the passage, not a longer one.
    if (count === 0 || at - last > length + widestGap || met.has(entry, ordinal)) {
      close();
      [from, count, met] = [at, 0, new OriginSet()];
    }
    met.add(entry, ordinal);
    last = at;
    count++;
  }
  close();
  return most >= Math.max(1, length * leastPart) ? best : null;
}
