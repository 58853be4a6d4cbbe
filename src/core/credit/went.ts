/** The words that entries took off a page, as the page remembers them. */
import type { Vocabulary } from "../text/vocabulary";
import type { CreditedPage } from "./page";

export interface Went {
  /** The words of each run in their folded form, a space between two. */
  readonly runs: readonly string[];
  /** The entries, by their number in the wiki, in which they were written; ascending, each once. */
  readonly came: readonly number[];
}

/**
 * By the number in the wiki of the entry that took them off; of `only` one, if it is given. What was brought
 * back since is not among them, nor what a page has forgotten (see `forgetting`). O(removed words).
 */
export function wordsThatWent(
  { removed }: CreditedPage,
  vocabulary: Vocabulary,
  only?: number,
): Map<number, Went> {
  const found = new Map<number, { runs: string[]; came: Set<number> }>();
  for (let run = 0; run < removed.at.length; run++) {
    const entry = removed.at[run]!;
    if (only !== undefined && entry !== only) continue;
    const known = found.get(entry) ?? found.set(entry, { runs: [], came: new Set() }).get(entry)!;
    const [from, to] = [removed.starts[run]!, removed.starts[run + 1]!];
    known.runs.push(
      Array.from(removed.words.subarray(from, to), (word) => vocabulary.folded[word]!).join(" "),
    );
    for (let at = from; at < to; at++) known.came.add(removed.origins.entries[at]!);
  }
  return new Map(
    [...found].map(([entry, { runs, came }]) => [
      entry,
      { runs, came: [...came].sort((one, other) => one - other) },
    ]),
  );
}
