/**
 * How many words a text has as it is written: as the page will count them, with what its notes and sources
 * say.
 */
import type { Node } from "@tiptap/pm/model";
import { countWords } from "@/core/text/count";

/** Of the part between two places; of all of it, if none are given. O(text). */
export function wordsIn(text: Node, from = 0, to = text.content.size): number {
  return countWords(
    text.textBetween(from, to, "\n\n", (leaf) =>
      leaf.type.name === "note" ? ` ${String(leaf.attrs.text)} ` : " ",
    ),
  );
}
