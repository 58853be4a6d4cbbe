/**
 * Words: the unit that everything else counts in.
 *
 * A word is a word-like segment of Unicode text segmentation (UAX #29), in NFC. Two words are the same word
 * when their folded forms are equal. Spaces, punctuation and symbols lie between words and are never counted;
 * what they say about sentences is kept as the break before each word.
 */

import { asItReads, inOneScript } from "./look-alikes";
import { scanWords } from "./scan";
import type { WordPlaces } from "./segmented";

/** One word of a text. `from` (included) and `to` (excluded) count UTF-16 code units in the text given. */
export interface Word {
  readonly from: number;
  readonly to: number;
  /** The folded form: equal for two words exactly when they count as the same word. */
  readonly folded: string;
}

/** Words of a text, by their numbers over the whole of it: `from` included, `to` excluded. */
export interface WordRange {
  readonly from: number;
  readonly to: number;
}

/** Where the words of `text` lie. */
export function wordPlaces(text: string): WordPlaces {
  const { count, from, to, breaks } = scanWords(text);
  return { from: from.slice(0, count), to: to.slice(0, count), breaks: breaks.slice(0, count) };
}

/** The words of `text`, in order. */
export function words(text: string): Word[] {
  const { from, to } = wordPlaces(text);
  return Array.from(from, (start, index) => ({
    from: start,
    to: to[index]!,
    folded: fold(text.slice(start, to[index])),
  }));
}

/**
 * The form by which words are compared: NFC after case folding. Upper-casing first joins what lower-casing
 * alone keeps apart (ß and ss, final and medial sigma), which is what full case folding asks for. Signs that
 * nobody sees, and letters of another script that look the same, make no other word.
 */
export function fold(word: string): string {
  return isBasic(word)
    ? word.toLowerCase()
    : inOneScript(asItReads(word).normalize("NFC").toUpperCase().toLowerCase().normalize("NFC"));
}

/** Whether a word has no letters but those of which each is one sign, large or small: most have not. */
function isBasic(word: string): boolean {
  for (let at = 0; at < word.length; at++) if (word.charCodeAt(at) > 0x7f) return false;
  return true;
}
