/**
 * Words: the unit that everything else counts in.
 *
 * A word is a word-like segment of Unicode text segmentation (UAX #29), in NFC. Two words are the same word when
 * their folded forms are equal. Spaces, punctuation and symbols lie between words and are never counted.
 */

/** One word of a text. `from` (included) and `to` (excluded) count UTF-16 code units in the text given. */
export interface Word {
  readonly from: number;
  readonly to: number;
  /** The folded form: equal for two words exactly when they count as the same word. */
  readonly folded: string;
}

// Text segmentation does not depend on the locale for the scripts that it segments by dictionary; naming one keeps
// the result the same on every machine.
const segmenter = new Intl.Segmenter("en", { granularity: "word" });

// Runs of plain letters and digits between plain separators segment the same way without asking the segmenter.
// Apostrophes, full stops, colons, commas and underscores can join words, so a text that has one of them between
// two word characters takes the slow way, as does everything outside basic Latin and Latin-1.
const plainText = /^[\t\n\r -~\u00a0-\u00ac\u00ae-\u00ff]*$/;
const joiner = /[0-9A-Za-z\u00aa\u00b5\u00ba\u00c0-\u00ff_]['.:,;_\u00b7][0-9A-Za-z\u00aa\u00b5\u00ba\u00c0-\u00ff_]|_/;
const plainWord = /[0-9A-Za-z\u00aa\u00b5\u00ba\u00c0-\u00d6\u00d8-\u00f6\u00f8-\u00ff]+/g;

/**
 * The words of `text`, in order. Never throws, whatever the text (lone surrogates included).
 * Cost: one pass; about ten times faster for plain Latin text than for the rest.
 */
export function words(text: string): Word[] {
  return plainText.test(text) && !joiner.test(text) ? plainWords(text) : segmentedWords(text);
}

function plainWords(text: string): Word[] {
  const found: Word[] = [];
  for (const match of text.matchAll(plainWord)) {
    const from = match.index;
    found.push({ from, to: from + match[0].length, folded: fold(match[0]) });
  }
  return found;
}

/** The same as `words`, by the segmenter alone: the definition that the fast way is tested against. */
export function segmentedWords(text: string): Word[] {
  const found: Word[] = [];
  for (const { segment, index, isWordLike } of segmenter.segment(text)) {
    if (isWordLike) found.push({ from: index, to: index + segment.length, folded: fold(segment) });
  }
  return found;
}

/** The number of words in `text`. */
export function countWords(text: string): number {
  return words(text).length;
}

/**
 * The form by which words are compared: NFC after case folding. Upper-casing first joins what lower-casing alone
 * keeps apart (ß and ss, final and medial sigma), which is what full case folding asks for.
 */
export function fold(word: string): string {
  return word.normalize("NFC").toUpperCase().toLowerCase().normalize("NFC");
}
