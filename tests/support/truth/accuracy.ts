/** How right the engine is, against histories of which the truth is known. */
import { plainBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import type { History } from "./history";

export interface Accuracy {
  /** Words of the last texts, and those of them with the right entry. */
  words: number;
  right: number;
  /** Sums over all authors of how far their figures are from the truth, and of the truth. */
  figureErrors: { added: number; removedOwn: number; removedOthers: number };
  figureTruth: { added: number; removedOwn: number; removedOthers: number };
}

export function noAccuracy(): Accuracy {
  const none = () => ({ added: 0, removedOwn: 0, removedOthers: 0 });
  return { words: 0, right: 0, figureErrors: none(), figureTruth: none() };
}

/** Credits a history and adds what came out to `sum`. */
export function measure(
  { entries, truth, figures }: History,
  sum: Accuracy,
  onWrong?: (page: string, at: number, rev: number, wanted: number) => void,
): void {
  const wiki = new CreditedWiki();
  const found = new Map<string, { added: number; removedOwn: number; removedOthers: number }>();
  for (const { rev, author, page, text } of entries) {
    const own = wiki.record({ entry: rev, author, page, blocks: plainBlocks(text) });
    const known = found.get(author) ?? { added: 0, removedOwn: 0, removedOthers: 0 };
    found.set(author, {
      added: known.added + own.added,
      removedOwn: known.removedOwn + own.removedOwn - own.broughtOverOwn,
      removedOthers: known.removedOthers + own.removedOthers - own.broughtOverOthers,
    });
  }
  for (const [page, revs] of truth) {
    const credited = wiki.pages.get(page)!.origins.entries;
    if (credited.length !== revs.length)
      throw new Error(`Page ${page} has ${credited.length} words, not ${revs.length}`);
    sum.words += revs.length;
    revs.forEach((wanted, at) => {
      if (credited[at] === wanted) sum.right++;
      else onWrong?.(page, at, credited[at]!, wanted);
    });
  }
  for (const [author, wanted] of figures) {
    for (const figure of ["added", "removedOwn", "removedOthers"] as const) {
      sum.figureErrors[figure] += Math.abs((found.get(author)?.[figure] ?? 0) - wanted[figure]);
      sum.figureTruth[figure] += wanted[figure];
    }
  }
}
