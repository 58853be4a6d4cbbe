/**
 * How many words: apart from the rest of `words.ts`, so that a browser that only counts loads no table of how
 * words compare.
 */
import { scanWords } from "./scan";

/** The number of words in `text`. */
export function countWords(text: string): number {
  return scanWords(text).count;
}
