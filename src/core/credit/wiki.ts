/**
 * The credit of a whole wiki, entry by entry, in memory: what the command line, the tests and the recomputation use.
 * The data layer takes the same steps with `creditEntry`, from what it has stored.
 */
import { type Author, creditEntry, type EntryFigures } from "./entry";
import type { RemovedMemory } from "./memory";
import { type OriginRuns, packOrigins, wordsByEntry } from "./origins";
import { type BlockText, type CreditedText, emptyText, flatWords } from "./text";

export interface WikiCredit {
  readonly pages: ReadonlyMap<string, CreditedText>;
  readonly memory: RemovedMemory;
  readonly authors: ReadonlyMap<number, Author>;
  /** By page and its exact words, the credit that the page had when it read so. */
  readonly earlier: ReadonlyMap<string, OriginRuns>;
}

export const emptyWiki: WikiCredit = { pages: new Map(), memory: [], authors: new Map(), earlier: new Map() };

export interface WikiEntry {
  /** The entry's number in the wiki; above all before. */
  readonly entry: number;
  readonly author: Author;
  readonly page: string;
  readonly text: BlockText;
}

/** The wiki after one more entry, and that entry's figures. `wiki` is left as it is. */
export function recordEntry(wiki: WikiCredit, { entry, author, page, text }: WikiEntry): { wiki: WikiCredit; figures: EntryFigures } {
  const authors = new Map(wiki.authors).set(entry, author);
  const state = earlierKey(page, text);
  const credited = creditEntry({
    entry, author, page,
    before: wiki.pages.get(page) ?? emptyText,
    after: text,
    otherPages: () => [...wiki.pages].filter(([other]) => other !== page).map(([, each]) => each),
    memory: wiki.memory,
    sameBefore: wiki.earlier.get(state) ?? null,
    authorOf: (number) => authors.get(number) ?? null,
  });
  return {
    wiki: {
      pages: new Map(wiki.pages).set(page, credited.text),
      memory: credited.memory,
      authors,
      earlier: new Map(wiki.earlier).set(state, packOrigins(credited.text.origins)),
    },
    figures: credited.figures,
  };
}

function earlierKey(page: string, text: BlockText): string {
  return `${page}\n${flatWords(text).join(" ")}`;
}

/** The standing words of each author over all pages; nobody's under null. O(runs). */
export function standingByAuthor(wiki: WikiCredit): Map<Author, number> {
  const standing = new Map<Author, number>();
  for (const text of wiki.pages.values()) {
    for (const [entry, count] of wordsByEntry(packOrigins(text.origins))) {
      const author = wiki.authors.get(entry) ?? null;
      standing.set(author, (standing.get(author) ?? 0) + count);
    }
  }
  return standing;
}
