/** Small histories carried out by the engine itself, for the page that explains the figures. */
import type { EntryFigures } from "@/core/credit/account";
import { plainBlockPlaces, plainBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import { wordPlaces } from "@/core/text/words";

export interface Step {
  /** Null for starter text. */
  readonly who: string | null;
  /** What they do, as it follows their name: "writes two sentences". */
  readonly does: string;
  /** The page, if it is not the first. */
  readonly page?: string;
  readonly text: string;
}

/** A stretch of a page credited to one author. */
export interface CreditedStretch {
  readonly who: string | null;
  readonly text: string;
}

export interface CarriedOut extends Step {
  readonly figures: EntryFigures;
  /** The page's blocks after the step. */
  readonly blocks: readonly (readonly CreditedStretch[])[];
}

const firstPage = "first";

/** Each step with what the engine makes of it. O(steps × words). */
export function carryOut(steps: readonly Step[]): CarriedOut[] {
  const wiki = new CreditedWiki();
  return steps.map((step, entry) => {
    const page = step.page ?? firstPage;
    const figures = wiki.record({ entry, author: step.who, page, blocks: plainBlocks(step.text) });
    const { entries } = wiki.pages.get(page)!.origins;
    return {
      ...step,
      figures,
      blocks: creditedBlocks(
        step.text,
        Array.from(entries, (each) => wiki.authors.get(each) ?? null),
      ),
    };
  });
}

function creditedBlocks(text: string, authors: readonly (string | null)[]): CreditedStretch[][] {
  let word = 0;
  return plainBlockPlaces(text).map(([from, to]) => {
    const block = text.slice(from, to);
    const places = wordPlaces(block);
    const stretches: CreditedStretch[] = [];
    let [start, who] = [0, authors[word] ?? null];
    for (let at = 0; at < places.from.length; at++, word++) {
      if (authors[word] === who) continue;
      stretches.push({ who, text: block.slice(start, places.from[at]) });
      [start, who] = [places.from[at]!, authors[word] ?? null];
    }
    return [...stretches, { who, text: block.slice(start) }];
  });
}
