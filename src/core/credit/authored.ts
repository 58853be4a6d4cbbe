/** A page's text with the entry that wrote each stretch of it: what "who wrote what" is drawn from. */
import type { ComparedBlock, Segment } from "../compared/document";
import { slice } from "../compared/document";
import { leaves } from "../document/leaves";
import type { PageDocument } from "../document/model";
import { wordPlaces } from "../text/words";
import type { Origins } from "./origins";

/**
 * The blocks of a document, each cut where the entry changes that its words were first written in. What is no
 * word goes with the word before it, at the beginning of a block with the one behind it. Every word is in one
 * segment.
 * @param origins of the document's words, in order; words beyond them have no entry. O(length of the text).
 */
export function authoredBlocks(document: PageDocument, { entries }: Origins): ComparedBlock[] {
  let word = 0;
  return leaves(document).map((leaf): ComparedBlock => {
    const segments: Segment[] = [];
    let at = 0,
      entry = undefined as number | undefined;
    const push = (until: number) => {
      segments.push(
        ...slice(leaf, at, until).map((piece): Segment => ({
          ...piece,
          change: "kept",
          ...(entry === undefined ? {} : { entry }),
        })),
      );
      at = until;
    };
    for (const from of wordPlaces(leaf.text).from) {
      const own = entries[word++];
      if (entry !== undefined && own !== entry) push(from);
      entry = own;
    }
    push(leaf.text.length);
    return { look: leaf, state: "same", segments };
  });
}
