/** A page with all that is known of its words. */
import { emptySequence, type Sequence } from "../diff/sequence";
import { emptyOrigins, type Origins } from "./origins";
import { nothingRemoved, type RemovedText } from "./removed";

/**
 * A page with the credit of each word, and with what was removed from it still in its place. Never changed in
 * place.
 */
export interface CreditedPage {
  readonly text: Sequence;
  /** One origin for each word of the text, over all blocks in order. */
  readonly origins: Origins;
  readonly removed: RemovedText;
  readonly respelled: Respelled;
}

/** Earlier spellings of words, by the words' origins; the newest last. */
export interface Respelled {
  readonly entries: Int32Array;
  readonly ordinals: Int32Array;
  /** By the number of the word in the vocabulary. */
  readonly words: Int32Array;
}

export const nothingRespelled: Respelled = {
  entries: new Int32Array(),
  ordinals: new Int32Array(),
  words: new Int32Array(),
};

export const emptyPage: CreditedPage = {
  text: emptySequence,
  origins: emptyOrigins(0),
  removed: nothingRemoved,
  respelled: nothingRespelled,
};
