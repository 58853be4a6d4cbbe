/**
 * The credit of a whole wiki, entry by entry, in memory: what the command line, the tests and the
 * recomputation use. The data layer takes the same steps with `creditEntry`, from what it has stored.
 */
import { longestRecall, mostStates } from "../diff/budgets";
import {
  type Block,
  readAll,
  type Reading,
  sequence,
  type Sequence,
  type WrittenBlock,
} from "../diff/sequence";
import { mix } from "../text/hash";
import { Vocabulary } from "../text/vocabulary";
import type { EntryFigures } from "./account";
import { creditEntry } from "./entry";
import type { Author } from "./step";
import { keepRuns, type KeptRuns, runsOf } from "./kept-runs";
import { OriginSet } from "./origin-set";
import { type OriginRuns, originRuns, type Origins, unpackOrigins, wordsByEntry } from "./origins";
import type { EarlierState, LastStates } from "./step";
import { nothingRemoved } from "./removed";
import { readPage, storePage } from "./stored";
import { type CreditedPage, emptyPage, nothingRespelled } from "./page";

export interface WikiEntry {
  /** The entry's number in the wiki; above all before. */
  readonly entry: number;
  readonly author: Author;
  readonly page: string;
  readonly blocks: readonly WrittenBlock[];
}

/**
 * A page as it stood after an entry: its blocks, which states share, and their credit; or as it is stored.
 */
type State = { readonly blocks: readonly Block[]; readonly runs: OriginRuns } | Uint8Array;

/**
 * Puts one more as the last of a page's states; one that was there before is not kept twice, so that emptying
 * a page and putting it back leaves no trace.
 */
function putLast(states: Map<string, State>, key: string, state: State): void {
  states.delete(key);
  states.set(key, state);
  if (states.size <= mostStates) return;
  const [oldest] = states.keys();
  states.delete(oldest!);
}

function storedState(state: State, vocabulary: Vocabulary): Uint8Array {
  if (state instanceof Uint8Array) return state;
  return storePage(
    {
      text: sequence(state.blocks),
      origins: unpackOrigins(state.runs),
      removed: nothingRemoved,
      respelled: nothingRespelled,
    },
    vocabulary,
  );
}

export class CreditedWiki {
  #vocabulary = new Vocabulary();
  readonly pages = new Map<string, CreditedPage>();
  readonly authors = new Map<number, Author>();
  readonly #readings = new Map<string, Reading>();
  /** By page and its words, the credit that the page had when it read so last; the longest ago first. */
  readonly #earlier = new Map<string, { readonly entry: number; readonly kept: KeptRuns }>();
  /** By page what was kept last. */
  readonly #lastKept = new Map<string, { readonly runs: OriginRuns; readonly kept: KeptRuns }>();
  /** By page its last states by their words, the oldest first. */
  readonly #states = new Map<string, Map<string, State>>();
  /** Entries of which words may stand in more than one place. */
  readonly spread = new Set<number>();
  /** The same by entry, 1 for those: asked for every run of words that is searched. */
  #spreadFlags = new Uint8Array(256);
  /** By page, the words of each author on it. */
  readonly #onPages = new Map<string, ReadonlyMap<Author, number>>();
  /** By page, which state it is in. */
  readonly #stateKeys = new Map<string, string>();

  /** What was written is read with. */
  get vocabulary(): Vocabulary {
    return this.#vocabulary;
  }

  /** Takes one more entry. Returns its figures. */
  record({ entry, author, page, blocks }: WikiEntry): EntryFigures {
    const before = this.pages.get(page) ?? emptyPage;
    const reading = readAll(blocks, before.text.blocks, this.#vocabulary, this.#readings.get(page));
    this.#readings.set(page, reading);
    const after = sequence(
      reading.read.filter((block) => block !== null),
      before.text,
    );
    this.authors.set(entry, author);
    const key = stateKey(after, this.#vocabulary);
    this.#stateKeys.set(page, key);
    const state = `${page}\n${key}`;
    const earlier = this.#earlier.get(state);
    const credited = creditEntry({
      entry,
      author,
      before,
      after,
      vocabulary: this.#vocabulary,
      others: () => [...this.pages].filter(([other]) => other !== page).map(([, each]) => each),
      sameBefore:
        earlier && earlier.entry >= entry - longestRecall ? unpackOrigins(runsOf(earlier.kept)) : null,
      sameElsewhere: () => this.#sameElsewhere(page, key, entry),
      lastStates: this.#lastStates(page),
      authorOf: (number) => this.authors.get(number) ?? null,
      isSpread: (number) => this.#spreadFlags[number] === 1,
      isMainlyOthers: () => isMainlyOthers(this.#onPages.get(page) ?? nobodys, author),
    });
    this.pages.set(page, credited.page);
    const runs = originRuns(credited.page.origins);
    if (after.words.length > 0) {
      const states = this.#states.get(page) ?? new Map<string, State>();
      this.#states.set(page, states);
      putLast(states, state, { blocks: after.blocks, runs });
    }
    const kept = keepRuns(runs, this.#lastKept.get(page) ?? null);
    this.#lastKept.set(page, { runs, kept });
    this.#earlier.delete(state);
    this.#earlier.set(state, { entry, kept });
    for (const [oldest, { entry: last }] of this.#earlier) {
      if (last >= entry - longestRecall) break;
      this.#earlier.delete(oldest);
    }
    for (const each of credited.spread) this.#spread(each);
    this.#count(page, credited.figures);
    return credited.figures;
  }

  #count(page: string, { standingChange }: EntryFigures): void {
    const onPage = new Map(this.#onPages.get(page));
    for (const [entry, words] of standingChange) {
      const by = this.authors.get(entry) ?? null;
      onPage.set(by, (onPage.get(by) ?? 0) + words);
    }
    this.#onPages.set(page, onPage);
  }

  /** The key of the state that a page is in, or null if there is no such page. */
  stateKeyOf(page: string): string | null {
    return this.#stateKeys.get(page) ?? null;
  }

  /**
   * The credit that another page had when it read so. Where several did, the first by its name counts, and
   * not the last to read so: that would change with a page that is emptied and put back.
   */
  #sameElsewhere(page: string, key: string, entry: number): Origins | null {
    let first = "",
      then: KeptRuns | null = null;
    for (const other of this.pages.keys()) {
      const earlier: { readonly entry: number; readonly kept: KeptRuns } | undefined =
        other === page || (then && other > first) ? undefined : this.#earlier.get(`${other}\n${key}`);
      if (earlier && earlier.entry >= entry - longestRecall) [first, then] = [other, earlier.kept];
    }
    return then && unpackOrigins(runsOf(then));
  }

  #spread(entry: number): void {
    this.spread.add(entry);
    if (entry >= this.#spreadFlags.length) {
      const longer = new Uint8Array(2 * entry);
      longer.set(this.#spreadFlags);
      this.#spreadFlags = longer;
    }
    this.#spreadFlags[entry] = 1;
  }

  #lastStates(page: string): LastStates {
    const states = () => [...(this.#states.get(page)?.values() ?? [])];
    const read = (state: State): EarlierState => {
      if (!(state instanceof Uint8Array))
        return { blocks: state.blocks, origins: () => unpackOrigins(state.runs) };
      const { text, origins } = readPage(state, this.#vocabulary);
      return { blocks: text.blocks, origins: () => origins };
    };
    return {
      areAtHand: () => !states().some((each) => each instanceof Uint8Array),
      read: () => states().map(read).reverse(),
    };
  }

  /** A wiki that goes on from here on its own. */
  copy(): CreditedWiki {
    const copy = new CreditedWiki();
    copy.#vocabulary = this.#vocabulary;
    for (const [page, credited] of this.pages) copy.pages.set(page, credited);
    for (const [entry, author] of this.authors) copy.authors.set(entry, author);
    for (const [state, earlier] of this.#earlier) copy.#earlier.set(state, earlier);
    for (const [page, last] of this.#lastKept) copy.#lastKept.set(page, last);
    for (const [page, states] of this.#states) copy.#states.set(page, new Map(states));
    for (const entry of this.spread) copy.#spread(entry);
    for (const [page, words] of this.#onPages) copy.#onPages.set(page, words);
    for (const [page, key] of this.#stateKeys) copy.#stateKeys.set(page, key);
    return copy;
  }

  /**
   * The same wiki with its pages written out and read back, and with nothing else in memory than what is
   * stored.
   */
  throughStorage(): CreditedWiki {
    const stored = [...this.pages].map(
      ([page, credited]) => [page, storePage(credited, this.#vocabulary)] as const,
    );
    const copy = this.copy();
    for (const [page, states] of this.#states)
      copy.#states.set(
        page,
        new Map([...states].map(([key, state]) => [key, storedState(state, this.#vocabulary)])),
      );
    copy.#vocabulary = new Vocabulary();
    for (const [page, bytes] of stored) copy.pages.set(page, readPage(bytes, copy.#vocabulary));
    return copy;
  }
}

const nobodys: ReadonlyMap<Author, number> = new Map();

/** Whether others have more of the words than an author has; starter text is nobody's. */
export function isMainlyOthers(words: ReadonlyMap<Author, number>, author: Author): boolean {
  let others = 0;
  for (const [by, count] of words) if (by !== null && by !== author) others += count;
  return others > (words.get(author) ?? 0);
}

/** How the keys of states without words begin, and of no others. */
export const noWords = "0.";

/**
 * A key for the words of a page: of a state that was there before the credit is not computed, but known.
 * O(blocks).
 */
export function stateKey({ blocks, words }: Sequence, vocabulary: Vocabulary): string {
  let low = blocks.length,
    high = words.length;
  for (const block of blocks) {
    const key = block.wordsKey(vocabulary);
    low = mix(low, key % 2 ** 32);
    high = mix(high, Math.floor(key / 2 ** 21));
  }
  return `${words.length.toString(36)}.${low.toString(36)}.${high.toString(36)}`;
}

/**
 * The standing words of each author over all pages, a word once for each place in which it stands; nobody's
 * under null. O(words).
 */
export function standingByAuthor(wiki: CreditedWiki): Map<Author, number> {
  const standing = new Map<Author, number>();
  for (const { origins } of wiki.pages.values()) {
    for (const [entry, count] of wordsByEntry(origins)) {
      const author = wiki.authors.get(entry) ?? null;
      standing.set(author, (standing.get(author) ?? 0) + count);
    }
  }
  return standing;
}

/** The same with each word once, in however many places it stands: what figures count. O(words). */
export function distinctByAuthor(wiki: CreditedWiki): Map<Author, number> {
  const met = new OriginSet();
  for (const { origins } of wiki.pages.values()) met.addAll(origins, () => true);
  const standing = new Map<Author, number>();
  for (const entry of met.entries) {
    const author = wiki.authors.get(entry) ?? null;
    standing.set(author, (standing.get(author) ?? 0) + met.countOf(entry));
  }
  return standing;
}
