/** Whether a passage stands in another text, changed or not: by the rules by which credit is carried over. */
import type { WrittenBlock } from "../diff/sequence";
import { CreditedWiki } from "./wiki";

export interface Alike {
  /** Words of the passage. */
  readonly words: number;
  /** The words of the source that it has, by their numbers over all blocks; each once, ascending. */
  readonly inSource: readonly number[];
}

/**
 * The words of `source` that `passage` would have been given as carried over, had it been written into the same
 * wiki: equal words, and words that differ by spelling alone. None if they have too little in common to be told
 * from chance. Cost: that of one entry.
 */
export function wordsAlike(passage: readonly WrittenBlock[], source: readonly WrittenBlock[]): Alike {
  const wiki = new CreditedWiki();
  const [ofSource, ofPassage] = [1, 2];
  wiki.record({ entry: ofSource, author: "source", page: "source", blocks: source });
  wiki.record({ entry: ofPassage, author: "passage", page: "passage", blocks: passage });
  const { origins, text } = wiki.pages.get("passage")!;
  // The source's words are all new in its only entry, so that their ordinals are their places, as long as no
  // passage of it stands in it twice.
  const placeOf = placesByOrigin(wiki.pages.get("source")!.origins.ordinals);
  const found = new Set<number>();
  for (let at = 0; at < text.words.length; at++)
    if (origins.entries[at] === ofSource) {
      const place = placeOf.get(origins.ordinals[at]!);
      if (place !== undefined) found.add(place);
    }
  return { words: text.words.length, inSource: [...found].sort((one, other) => one - other) };
}

/** The first place of each of an entry's words. */
function placesByOrigin(ordinals: Int32Array): Map<number, number> {
  const places = new Map<number, number>();
  ordinals.forEach((ordinal, place) => {
    if (!places.has(ordinal)) places.set(ordinal, place);
  });
  return places;
}
