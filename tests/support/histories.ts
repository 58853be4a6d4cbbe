/** Histories of plain-text pages for tests of credit: by hand, and at random. */
import fc from "fast-check";
import type { EntryFigures } from "@/core/credit/account";
import { plainBlocks } from "@/core/credit/text";
import type { GroupWork } from "@/core/credit/work";
import { CreditedWiki } from "@/core/credit/wiki";

export interface PlainEntry {
  readonly author: string | null;
  readonly text: string;
  readonly page?: string;
}

export interface Replayed {
  readonly wiki: CreditedWiki;
  readonly figures: readonly EntryFigures[];
}

/**
 * Records the entries one after the other on top of `from`, which is left as it is, numbering them from where
 * it ends.
 */
export function replay(entries: readonly PlainEntry[], from?: CreditedWiki): Replayed {
  const wiki = from?.copy() ?? new CreditedWiki();
  const figures = entries.map(({ author, text, page = "home" }) =>
    wiki.record({ entry: wiki.authors.size, author, page, blocks: plainBlocks(text) }),
  );
  return { wiki, figures };
}

/** A replayed history as the work of a group: one entry an hour, from `start` on. */
export function workOf(
  entries: readonly PlainEntry[],
  { figures }: Replayed,
  over: Partial<GroupWork> = {},
): GroupWork {
  const members = [...new Set(entries.flatMap(({ author }) => (author === null ? [] : [author])))].sort();
  const deeds = entries.map(({ author, page = "home" }, entry) => ({
    entry,
    author,
    page,
    at: start + entry * hour,
    figures: figures[entry]!,
  }));
  return {
    members,
    deeds,
    guests: [],
    remarks: [],
    timesOf: () => null,
    dayOf: (at) => new Date(at).toISOString().slice(0, 10),
    ...over,
  };
}

/** Work that is due at `dueAt`, of everybody alike. */
export const dueAt = (at: number): Pick<GroupWork, "timesOf"> => ({
  timesOf: () => ({ opensAt: -Infinity, dueAt: at, cutOffAt: null }),
});

export const hour = 60 * 60 * 1000;
export const start = Date.UTC(2026, 2, 2, 9);

/** The entry that each word of a page is credited to, and which of its words it is. */
export function creditOf(wiki: CreditedWiki, page = "home"): string[] {
  const { entries, ordinals } = wiki.pages.get(page)!.origins;
  return [...entries].map((entry, word) => `${entry}.${ordinals[word]}`);
}

/** `count` words that occur nowhere else: `prefix` keeps them apart from those of other calls. */
export function freshWords(prefix: string, count: number): string[] {
  return Array.from({ length: count }, (_, index) => `${prefix}${letters(index)}`);
}

function letters(number: number): string {
  const digits = number.toString(26).padStart(3, "0");
  return [...digits].map((digit) => String.fromCharCode(97 + parseInt(digit, 26))).join("");
}

const commonWord = fc.constantFrom(
  ..."the river bank willow flood plain of and trout gravel weir a meander culvert sluice reed".split(" "),
);
const paragraph = fc.array(commonWord, { minLength: 1, maxLength: 25 }).map((words) => words.join(" "));

/**
 * Headings of one word, of two kinds: pages of them come back to earlier states all the time, by many ways.
 */
const tiny = fc.constantFrom("Notes", "Fish");

/** A page's text of up to eight paragraphs, over a small vocabulary, so that chance repetition is common. */
export const anyText = fc
  .oneof(
    { weight: 3, arbitrary: fc.array(paragraph, { maxLength: 8 }) },
    { weight: 1, arbitrary: fc.array(tiny, { maxLength: 4 }) },
  )
  .map((paragraphs) => paragraphs.join("\n\n"));

/** A history of up to twelve entries by up to three students and nobody, on up to three pages. */
export const anyHistory = fc.array(
  fc.record({
    author: fc.constantFrom("p", "q", "r", null),
    text: anyText,
    page: fc.constantFrom("home", "fish", "plants"),
  }),
  { minLength: 1, maxLength: 12 },
);
