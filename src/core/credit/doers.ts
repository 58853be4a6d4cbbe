/** Who did what between two states of a page, from the origins of its words at each entry between them. */
import type { Doers } from "../diff/document";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";

export interface Step {
  /** The entry's number in the wiki. */
  readonly entry: number;
  /** Of the page's words after it. */
  readonly origins: Origins;
}

/**
 * Of a word that came, the first entry between the two states after which it stands there to stay; of one that went, the
 * last entry before which it stood there. Words are told from each other by their origins.
 * @param steps the entries behind the earlier state up to the later one, oldest first. O(words of all states).
 */
export function doersBetween(before: Origins, steps: readonly Step[]): Doers {
  const after = steps.at(-1)?.origins;
  const sets = [before, ...steps.map(({ origins }) => origins)].map((origins) => { const set = new OriginSet(); set.addAll(origins, () => true); return set; });
  return {
    came: (word) => {
      if (!after) return undefined;
      const [entry, ordinal] = [after.entries[word]!, after.ordinals[word]!];
      let at = sets.length - 1;
      while (at > 1 && sets[at - 1]!.has(entry, ordinal)) at--;
      return steps[at - 1]?.entry;
    },
    went: (word) => {
      const [entry, ordinal] = [before.entries[word]!, before.ordinals[word]!];
      for (let at = sets.length - 1; at > 0; at--) if (sets[at - 1]!.has(entry, ordinal) && !sets[at]!.has(entry, ordinal)) return steps[at - 1]!.entry;
      return undefined;
    },
  };
}
