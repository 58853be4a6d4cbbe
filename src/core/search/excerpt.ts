/** A line of text around the words that were looked for. */
import { words } from "../text/words";
import { searchForm } from "./form";

/** Whether a word is one that was looked for. */
export type IsFound = (form: string) => boolean;

export interface Excerpt {
  /** Text and found words in turn; the found ones are marked. */
  readonly pieces: readonly { readonly text: string; readonly isFound: boolean }[];
  /** Whether the text goes on in front of it, and behind it. */
  readonly isCutBefore: boolean;
  readonly isCutAfter: boolean;
  /** The line that it was taken from, and how many different words of the query stand in it. */
  readonly line: number;
  readonly found: number;
}

/** Words of an excerpt, and how many of them stand in front of the first one that was found. */
const wordsOfExcerpt = 26;
const wordsBefore = 5;

/**
 * The excerpt of `lines` in which the most different words that were looked for stand; of equals the first.
 * Null if none does. O(text).
 */
export function excerptOf(lines: readonly string[], isFound: IsFound): Excerpt | null {
  let best: { line: number; first: number; found: number } | null = null;
  lines.forEach((text, line) => {
    const forms = words(text).map(({ folded }) => searchForm(folded));
    const at = forms.flatMap((form, index) => (isFound(form) ? [index] : []));
    for (const first of at) {
      const within = at.filter((each) => each >= first && each < first + wordsOfExcerpt - wordsBefore);
      const found = new Set(within.map((each) => forms[each])).size;
      if (!best || found > best.found) best = { line, first, found };
      // The words behind it can only be fewer, unless the line is longer than an excerpt.
      if (within.length === at.length) break;
    }
  });
  return best && around(lines[(best as { line: number }).line]!, best, isFound);
}

/** The beginning of a text, where nothing in it was looked for. */
export function beginningOf(lines: readonly string[]): Excerpt | null {
  const line = lines.findIndex((text) => words(text).length > 0);
  return line < 0 ? null : around(lines[line]!, { line, first: 0, found: 0 }, () => false);
}

function around(
  text: string,
  { line, first, found }: { line: number; first: number; found: number },
  isFound: IsFound,
): Excerpt {
  const all = words(text);
  const start = Math.max(0, Math.min(first - wordsBefore, all.length - wordsOfExcerpt));
  const end = Math.min(all.length, start + wordsOfExcerpt);
  const pieces: { text: string; isFound: boolean }[] = [];
  const put = (part: string, isMarked: boolean) => {
    const shown = part.replace(/[\s\ufffc]+/g, " ");
    if (shown === "") return;
    const last = pieces.at(-1);
    if (last && last.isFound === isMarked)
      pieces[pieces.length - 1] = { text: last.text + shown, isFound: isMarked };
    else pieces.push({ text: shown, isFound: isMarked });
  };
  let at = start === 0 ? 0 : all[start]!.from;
  for (const { from, to, folded } of all.slice(start, end)) {
    put(text.slice(at, from), false);
    put(text.slice(from, to), isFound(searchForm(folded)));
    at = to;
  }
  const isCutAfter = end < all.length;
  if (!isCutAfter) put(text.slice(at).trimEnd(), false);
  return { pieces, isCutBefore: start > 0, isCutAfter, line, found };
}
