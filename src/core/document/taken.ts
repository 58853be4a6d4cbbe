/** Whether a change takes so much text away that its reason is worth asking for. */
import { plainText } from "./leaves";
import type { PageDocument } from "./model";
import { words } from "../text/words";

/** Texts shorter than this are beginnings, of which anybody may take anything. In words. */
const beginning = 60;
/** So many words that can't have been the writer's own are much of others' text. */
const muchOfOthers = 40;

/**
 * Whether more than a third of the words goes, or much that others wrote. `ownWords` is how many of the words
 * before are the writer's own (absent: perhaps all). Moved words do not go. O(words).
 */
export function takesMuch(before: PageDocument, after: PageDocument, ownWords?: number): boolean {
  const left = new Map<string, number>();
  for (const word of wordsOf(after)) left.set(word, (left.get(word) ?? 0) + 1);
  const was = wordsOf(before);
  let gone = 0;
  for (const word of was) {
    const there = left.get(word) ?? 0;
    if (there === 0) gone++;
    else left.set(word, there - 1);
  }
  return (
    (was.length > beginning && gone > was.length / 3) ||
    (ownWords !== undefined && gone - ownWords >= muchOfOthers)
  );
}

function wordsOf(document: PageDocument): string[] {
  return words(plainText(document)).map(({ folded }) => folded);
}
