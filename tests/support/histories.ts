/** Histories of plain-text pages for tests of credit: by hand, and at random. */
import fc from "fast-check";
import { emptyWiki, recordEntry, type WikiCredit } from "@/core/credit/wiki";
import type { EntryFigures } from "@/core/credit/entry";
import { blockText } from "@/core/credit/text";
import { fromPlainText } from "@/core/document/plain";

export interface PlainEntry {
  readonly author: string | null;
  readonly text: string;
  readonly page?: string;
}

export interface Replayed {
  readonly wiki: WikiCredit;
  readonly figures: readonly EntryFigures[];
}

/** Records the entries one after the other on top of `from`, numbering them from where it ends. */
export function replay(entries: readonly PlainEntry[], from: WikiCredit = emptyWiki): Replayed {
  let wiki = from;
  const figures = entries.map(({ author, text, page = "home" }) => {
    const step = recordEntry(wiki, { entry: wiki.authors.size, author, page, text: blockText(fromPlainText(text)) });
    wiki = step.wiki;
    return step.figures;
  });
  return { wiki, figures };
}

/** `count` words that occur nowhere else: `prefix` keeps them apart from those of other calls. */
export function freshWords(prefix: string, count: number): string[] {
  return Array.from({ length: count }, (_, index) => `${prefix}${letters(index)}`);
}

function letters(number: number): string {
  const digits = number.toString(26).padStart(3, "0");
  return [...digits].map((digit) => String.fromCharCode(97 + parseInt(digit, 26))).join("");
}

const word = fc.constantFrom(..."the river bank willow flood plain of and trout gravel weir a meander culvert sluice reed".split(" "));
const paragraph = fc.array(word, { minLength: 1, maxLength: 25 }).map((words) => words.join(" "));

/** A page's text of up to eight paragraphs, over a small vocabulary, so that chance repetition is common. */
export const anyText = fc.array(paragraph, { maxLength: 8 }).map((paragraphs) => paragraphs.join("\n\n"));

/** A history of up to twelve entries by up to three students and nobody, on up to three pages. */
export const anyHistory = fc.array(
  fc.record({ author: fc.constantFrom("p", "q", "r", null), text: anyText, page: fc.constantFrom("home", "fish", "plants") }),
  { minLength: 1, maxLength: 12 },
);
