/** What one entry's step is computed from. */
import type { Block, Sequence } from "../diff/sequence";
import type { Vocabulary } from "../text/vocabulary";
import type { Origins } from "./origins";
import type { CreditedPage } from "./page";

/** Who wrote an entry: a person's id, or null for text that nobody is credited with. */
export type Author = string | null;

export interface EntryStep {
  /** The entry's number in its wiki, above all numbers before. */
  readonly entry: number;
  readonly author: Author;
  /** What all texts of the step were read with. */
  readonly vocabulary: Vocabulary;
  /** The page before, and after. */
  readonly before: CreditedPage;
  readonly after: Sequence;
  /**
   * The other pages of the wiki as they stand, read with the same vocabulary; asked for only if words are
   * left to explain.
   */
  readonly others: () => readonly CreditedPage[];
  /** The credit of an earlier state of this page with exactly these words (see `stateKey`), or null. */
  readonly sameBefore: Origins | null;
  /** The credit of a state of another page with exactly these words, or null; asked for only if much came. */
  readonly sameElsewhere?: () => Origins | null;
  /** The page's last states; without them only what reads exactly as before is known again as a whole. */
  readonly lastStates?: LastStates;
  /** Whether others had more words on the page before than the entry's author. */
  readonly isMainlyOthers: () => boolean;
  /** The author of an earlier entry of the wiki. */
  readonly authorOf: (entry: number) => Author;
  /**
   * Whether words of an entry may stand in more than one place, or on another page than they were written on.
   */
  readonly isSpread: (entry: number) => boolean;
}

/** A page as it read after an earlier entry. */
export interface EarlierState {
  readonly blocks: readonly Block[];
  /** The credit of its words; asked for only if the state is much like the page now. */
  readonly origins: () => Origins;
}

/**
 * A page's last `mostStates` states that differ and have words, each with its credit when the page read so
 * last; the newest first.
 */
export interface LastStates {
  /** Whether they are at hand; if not, they are read only where much came that had left the page before. */
  readonly areAtHand: () => boolean;
  readonly read: () => readonly EarlierState[];
}
