/** Who did what between two states of a page, from the origins of its words at each entry between them. */
import type { Doers } from "../compared/document";
import { eachStoredRun, readStoredOrigins } from "./origins";

export interface Step {
  /** The entry's number in the wiki. */
  readonly entry: number;
  /** Of the page's words after it, as they are stored. */
  readonly origins: Uint8Array;
}

/**
 * Of a word that came, the first entry between the two states after which it stands there to stay; of one
 * that went, the last entry before which it stood there. Words are told from each other by their origins; one
 * that stood there all the time and only changed its place is nobody's.
 * @param before the stored origins of the earlier state; null: there was nothing.
 * @param steps the entries behind the earlier state up to the later one, oldest first.
 * @throws RangeError if origins are none. O(words of all states), one pass over each.
 */
export function doersBetween(before: Uint8Array | null, steps: readonly Step[]): Doers {
  const after = steps.at(-1)?.origins;
  const [there, here] = [before, after].map((stored) => (stored ? readStoredOrigins(stored) : null));
  const times = new Times(steps.length);
  for (const stored of [before, after])
    if (stored) eachStoredRun(stored, (entry, ordinal, words) => times.makeRoom(entry, ordinal + words));
  [before, ...steps.map(({ origins }) => origins)].forEach((stored, step) => {
    if (stored) eachStoredRun(stored, (entry, ordinal, words) => times.see(entry, ordinal, words, step));
  });
  return {
    came: (word) =>
      here ? steps[times.of(here.entries[word]!, here.ordinals[word]!).since - 1]?.entry : undefined,
    went: (word) =>
      there ? steps[times.of(there.entries[word]!, there.ordinals[word]!).until - 1]?.entry : undefined,
  };
}

/** When words stood on the page, in states that are counted from 0, the earlier of the two. */
class Times {
  /**
   * By entry, for each ordinal, each plus one and 0 for never: the state since which it stands there, the
   * last in which it did, the one that had it no longer when it last went and came back.
   */
  readonly #known = new Map<number, { since: Int32Array; last: Int32Array; gone: Int32Array }>();

  constructor(readonly newest: number) {}

  /** To be called for all words that will be asked about, before any is seen. */
  makeRoom(entry: number, ordinals: number): void {
    const known = this.#known.get(entry);
    if (known && known.since.length >= ordinals) return;
    const size = Math.max(16, 2 * ordinals);
    this.#known.set(entry, {
      since: new Int32Array(size),
      last: new Int32Array(size),
      gone: new Int32Array(size),
    });
  }

  /** Words that stand in a state; states in their order. */
  see(entry: number, ordinal: number, words: number, state: number): void {
    const known = this.#known.get(entry);
    if (!known) return;
    const { since, last, gone } = known;
    const to = Math.min(ordinal + words, since.length);
    for (let at = ordinal; at < to; at++) {
      // Copies stand in one state more than once.
      const stoodBefore = last[at]! > state || (state > 0 && last[at] === state);
      if (!stoodBefore) {
        if (last[at]! > 0) gone[at] = last[at]! + 1;
        since[at] = state + 1;
      }
      last[at] = state + 1;
    }
  }

  /**
   * The state since which a word has stood there, and the one that had it no longer when it last went;
   * negative for none.
   */
  of(entry: number, ordinal: number): { since: number; until: number } {
    const known = this.#known.get(entry);
    if (!known) return { since: -1, until: -1 };
    const since = known.since[ordinal]!,
      last = known.last[ordinal]!,
      gone = known.gone[ordinal]!;
    return { since: since - 1, until: last > 0 && last <= this.newest ? last : gone - 1 };
  }
}
