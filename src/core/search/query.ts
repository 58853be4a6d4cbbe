/**
 * What somebody typed into the search field, as what is looked for: words in any order, "words in a line",
 * and -words that must not be there.
 */
import { cleanText } from "../text/clean";
import { formsOf } from "./form";

export interface Term {
  /** The forms of its words, in order; several stand in a line. */
  readonly words: readonly string[];
  /** Whether pages that have it are left out. */
  readonly isNot: boolean;
  /** Whether the last word may go on: somebody is still typing it. */
  readonly isOpen: boolean;
}

export interface Query {
  readonly terms: readonly Term[];
  /** Whether more was asked for than is looked for. */
  readonly isCut: boolean;
}

/** UTF-16 code units of a query, and terms of it, that are looked at. */
export const longestQuery = 300;
export const mostTerms = 12;
const mostWordsInLine = 40;

const quotes = /["“”„«»]/;

/**
 * Reads a query. What stands between quotation marks is one term, as is what is written without a space and
 * is several words ("long-term", or any text of a script without spaces). A "-" in front of a term leaves out
 * what has it. With `isTyped` the last term, unless it is quoted or something stands behind it, may go on.
 * O(length).
 */
export function readQuery(given: string, { isTyped = false } = {}): Query {
  const text = cleanText(given.slice(0, longestQuery));
  const terms: Term[] = [];
  let isCut = given.length > longestQuery;
  const add = (part: string, isNot: boolean, isOpen: boolean) => {
    const forms = formsOf(part);
    if (forms.length === 0) return;
    if (terms.length === mostTerms || forms.length > mostWordsInLine) isCut = true;
    if (terms.length < mostTerms) terms.push({ words: forms.slice(0, mostWordsInLine), isNot, isOpen });
  };
  for (let at = 0; at < text.length;) {
    if (isSpace(text[at]!)) {
      at++;
      continue;
    }
    const isNot = isMinus(text[at]!) && at + 1 < text.length && !isSpace(text[at + 1]!);
    if (isNot) at++;
    const isQuoted = quotes.test(text[at]!);
    if (isQuoted) at++;
    let end = at;
    while (end < text.length && !quotes.test(text[end]!) && (isQuoted || !isSpace(text[end]!))) end++;
    add(text.slice(at, end), isNot, isTyped && !isQuoted && !isNot && end === text.length);
    at = isQuoted && end < text.length ? end + 1 : Math.max(end, at + Number(end === at));
  }
  return { terms, isCut };
}

const isSpace = (letter: string) => /\s/.test(letter);
const isMinus = (letter: string) => letter === "-" || letter === "−";

/** What must be there. */
export function wanted({ terms }: Query): Term[] {
  return terms.filter(({ isNot }) => !isNot);
}
