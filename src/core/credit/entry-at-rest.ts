/**
 * One entry's step as it is taken beside a ledger at rest: from stored bytes and documents to what is stored
 * of it.
 */
import type { PageDocument } from "../document/model";
import { type Block, readBlocks, type Sequence } from "../diff/sequence";
import { Vocabulary } from "../text/vocabulary";
import type { EntryFigures } from "./account";
import { creditEntry } from "./entry";
import type { Author } from "./step";
import { readStoredOrigins, storeOrigins, wordsByEntry } from "./origins";
import type { EarlierState } from "./step";
import { readPage, storePage } from "./stored";
import { type CreditedPage, emptyPage } from "./page";
import { writtenBlocks } from "./text";
import { type Went, wordsThatWent } from "./went";
import { isMainlyOthers, stateKey } from "./wiki";

/** What the step is computed from besides the page itself. */
export interface AtRest {
  /** The entry's number in its wiki, and as whom its writer counts. */
  readonly rev: number;
  readonly author: Author;
  readonly authors: ReadonlyMap<number, Author>;
  readonly spread: readonly number[];
  /**
   * The stored origins of the entry after which a page read the same, of this page or of another; null: none
   * did.
   */
  readonly then: { readonly isHere: boolean; readonly origins: Uint8Array } | null;
  /** The other pages' stored states; null: not read yet. */
  readonly others: readonly Uint8Array[] | null;
  /** The page's last states, newest first; null: not read yet. */
  readonly states: readonly { readonly document: PageDocument; readonly origins: Uint8Array }[] | null;
}

/** What is to be stored with the entry. */
export interface CreditedAtRest {
  readonly page: Uint8Array;
  readonly words: number;
  readonly origins: Uint8Array;
  readonly figures: EntryFigures;
  /** Those that were given, if no more came. */
  readonly spread: readonly number[];
  /** The standing words by entry, before and after. */
  readonly stood: ReadonlyMap<number, number>;
  readonly stands: ReadonlyMap<number, number>;
  /** The words that it took off the page; null: none. */
  readonly went: Went | null;
}

export type StepAtRest =
  | { readonly kind: "credited"; readonly credited: CreditedAtRest }
  | { readonly kind: "needs"; readonly what: "others" | "states" };

/** Thrown where credit turns out to depend on what was not read yet. */
class Needed extends Error {
  constructor(readonly what: "others" | "states") {
    super(`Credit needs the ${what}`);
  }
}

/** An entry whose texts have been read: it can be credited again with more at hand. */
export class EntryAtRest {
  /** The same for two states that read the same. */
  readonly key: string;
  private readonly vocabulary = new Vocabulary();
  private readonly before: CreditedPage;
  private readonly after: Sequence;

  constructor(before: Uint8Array | null, document: PageDocument) {
    this.before = before ? readPage(before, this.vocabulary) : emptyPage;
    this.after = readBlocks(writtenBlocks(document), this.before.text.blocks, this.vocabulary);
    this.key = stateKey(this.after, this.vocabulary);
  }

  /** Takes the step, or says what has to be read for it. */
  credit({ rev, author, authors, spread: known, then, others, states }: AtRest): StepAtRest {
    const spread = new Set(known);
    const origins = then && readStoredOrigins(then.origins);
    const need = <Known>(at: Known | null, what: Needed["what"]): Known => {
      if (at === null) throw new Needed(what);
      return at;
    };
    const stood = wordsByEntry(this.before.origins);
    try {
      const credited = creditEntry({
        entry: rev,
        author,
        vocabulary: this.vocabulary,
        before: this.before,
        after: this.after,
        ...(then?.isHere ? { sameBefore: origins } : { sameBefore: null, sameElsewhere: () => origins }),
        authorOf: (each) => (each === rev ? author : (authors.get(each) ?? null)),
        isSpread: (each) => spread.has(each),
        isMainlyOthers: () => isMainlyOthers(byAuthor(stood, authors), author),
        others: () => need(others, "others").map((page) => readPage(page, this.vocabulary)),
        lastStates: { areAtHand: () => false, read: () => this.readStates(need(states, "states")) },
      });
      const isNew = credited.spread.some((each) => !spread.has(each));
      return {
        kind: "credited",
        credited: {
          page: storePage(credited.page, this.vocabulary),
          words: credited.page.text.words.length,
          origins: storeOrigins(credited.page.origins),
          figures: credited.figures,
          spread: isNew
            ? [...new Set([...known, ...credited.spread])].sort((one, other) => one - other)
            : known,
          stood,
          stands: wordsByEntry(credited.page.origins),
          went: wordsThatWent(credited.page, this.vocabulary, rev).get(rev) ?? null,
        },
      };
    } catch (problem) {
      if (problem instanceof Needed) return { kind: "needs", what: problem.what };
      throw problem;
    }
  }

  private readStates(states: NonNullable<AtRest["states"]>): EarlierState[] {
    let known: readonly Block[] = [];
    return states.map(({ document, origins }) => {
      // Most blocks are those of the state after it.
      known = readBlocks(writtenBlocks(document), known, this.vocabulary).blocks;
      return { blocks: known, origins: () => readStoredOrigins(origins) };
    });
  }
}

function byAuthor(
  words: ReadonlyMap<number, number>,
  authors: ReadonlyMap<number, Author>,
): Map<Author, number> {
  const sums = new Map<Author, number>();
  for (const [entry, count] of words)
    sums.set(authors.get(entry) ?? null, (sums.get(authors.get(entry) ?? null) ?? 0) + count);
  return sums;
}
