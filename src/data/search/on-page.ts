/** The words of a text that a query finds, for marking them where somebody came to by searching. */
import "server-only";
import { longestQuery, readQuery, wanted } from "@/core/search/query";
import { formsOf } from "@/core/search/form";
import type { Queryable } from "../db/client";
import { readyFor } from "./asked";
import { languageOf } from "./index-pages";

/** A block's text, as it is read. */
export interface ReadBlock {
  readonly id: string | null;
  readonly text: string;
}

export interface FoundWords {
  /** The forms of words that were found, each once. */
  readonly forms: readonly string[];
  /**
   * Which of the places where they stand to begin with, from 0: the first one in `from`, or behind it. Found words
   * of one block that stand side by side are one place.
   */
  readonly first: number;
}

/**
 * What `find`, a query, finds in a text that the viewer may read: the caller has asked. Null if it finds
 * nothing. O(text).
 *
 * @param from the id of the block in which to begin
 */
export async function foundWords(
  db: Queryable,
  courseId: string,
  find: string,
  blocks: readonly ReadBlock[],
  from: string | null,
): Promise<FoundWords | null> {
  const query = readQuery(find.slice(0, longestQuery), { isTyped: true });
  if (wanted(query).length === 0) return null;
  const asked = await readyFor(db, await languageOf(db, courseId), query);
  const formsByBlock = blocks.map(({ text }) => formsOf(text));
  const isFound = await asked.finder(new Set(formsByBlock.flat()));
  const forms = new Set<string>();
  let count = 0,
    first = 0,
    isBehind = from === null;
  blocks.forEach(({ id }, index) => {
    if (id !== null && id === from && !isBehind) {
      isBehind = true;
      first = count;
    }
    let isRun = false;
    for (const form of formsByBlock[index]!) {
      const isOne = isFound(form);
      if (isOne) forms.add(form);
      // Words that stand side by side are one place.
      if (isOne && !isRun) count++;
      isRun = isOne;
    }
  });
  return count === 0 ? null : { forms: [...forms], first: Math.min(first, count - 1) };
}
