/**
 * Pages that were brought back: a page that reads as it once did has the credit that it had then, and one that nearly does
 * has it where it does.
 *
 * When much comes that the page remembers as removed, one of its last states may have been brought back and changed. If one
 * of them is much nearer to the page now than the page before the entry, that is how the entry is read.
 */
import { compare, type Comparison } from "../diff/compare";
import { PairSet } from "../diff/pairs";
import { came, kept } from "../diff/ways";
import { type Block, type Sequence, sequence } from "../diff/sequence";
import type { Vocabulary } from "../text/vocabulary";
import { passing } from "../text/room";
import type { EntryStep } from "./entry";
import { onPage, type Explaining, unexplained } from "./explaining";
import { OriginPlaces } from "./origin-numbers";
import type { Origins } from "./origins";
import type { RemovedText } from "./removed";

/** A page as it read after an earlier entry. */
export interface EarlierState {
  readonly blocks: readonly Block[];
  /** The credit of its words; asked for only if the state is much like the page now. */
  readonly origins: () => Origins;
}

/** A page's last `mostStates` states that differ and have words, each with its credit when the page read so last; the newest first. */
export interface LastStates {
  /** Whether they are at hand; if not, they are read only where much came that had left the page before. */
  readonly areAtHand: () => boolean;
  readonly read: () => readonly EarlierState[];
}

/** So many states of a page may be brought back with changes. */
export const mostStates = 24;

/** A word of the page for which no earlier state says anything. */
const notKnown = -1;
/** So many pairs of words must have come that left the page before; fewer prove no return of a whole page. */
const fewestPairs = 6;
/** So many pairs are enough to tell. */
const mostPairs = 256;
/** What part of the pairs that came must have left the page before. */
const partOfPairs = 0.3;
/** So many states, those that share most with the page now block by block, are compared with it word by word. */
const mostCompared = 3;
/** By part of a block's key, whether any that is looked for may be meant: asked for each block of each state. */
const keysMet = new Uint8Array(4096);
const keysMask = keysMet.length - 1;
const knownShortKeys = new WeakMap<readonly Block[], Uint16Array>();

/** That part of the keys of a state's blocks, kept as long as the state: the blocks themselves lie far apart. */
function shortKeys(blocks: readonly Block[], vocabulary: Vocabulary): Uint16Array {
  const known = knownShortKeys.get(blocks);
  if (known) return known;
  const keys = new Uint16Array(blocks.length);
  for (let index = 0; index < blocks.length; index++) keys[index] = blocks[index]!.wordsKey(vocabulary) & keysMask;
  knownShortKeys.set(blocks, keys);
  return keys;
}
/** How much nearer an earlier state must be than the page before: its words that came and went, as part of those. */
const muchNearer = 0.6;

/** The credit of the earlier state that was brought back with changes, for each word that is kept from it; null if there is none. */
export function recallLike({ step, comparison }: Explaining): Origins | null {
  const { before, after, vocabulary, lastStates } = step;
  const open = lastStates ? countOpenPairs(comparison) : 0;
  if (!lastStates || open < fewestPairs || before.removed.words.length === 0) return null;
  const cameBack = () => muchCameBack(before.removed, after.words, comparison, open);
  // Both must be so; what costs less is looked at first.
  const areAtHand = lastStates.areAtHand();
  if (!areAtHand && !cameBack()) return null;
  const likely = likeliest(lastStates.read(), step, comparison);
  if (likely.length === 0 || (areAtHand && !cameBack())) return null;
  let apart = muchNearer * distance(comparison);
  let nearest: Origins | null = null;
  for (const state of likely) {
    const found = compare(sequence(state.blocks), after, vocabulary);
    if (distance(found) >= apart) continue;
    apart = distance(found);
    nearest = creditFrom(state.origins(), found.fromBefore);
  }
  return nearest;
}

/** The states that share more with the page now, block by block, than the page before did; those that share most first. */
function likeliest(states: readonly EarlierState[], { before, after, vocabulary }: EntryStep, { changed }: Comparison): EarlierState[] {
  const keyOf = (block: Block) => block.wordsKey(vocabulary);
  // Only a state that has one of the blocks that came can share more; most have none.
  const cameNow = new Set(blocksWithin(after, changed.bFrom, changed.bTo).map(keyOf));
  for (const block of blocksWithin(before.text, changed.aFrom, changed.aTo)) cameNow.delete(keyOf(block));
  if (cameNow.size === 0) return [];
  keysMet.fill(0);
  for (const key of cameNow) keysMet[key & keysMask] = 1;
  const candidates = states.filter(({ blocks }) => {
    const keys = shortKeys(blocks, vocabulary);
    for (let index = 0; index < keys.length; index++) if (keysMet[keys[index]!] === 1 && cameNow.has(keyOf(blocks[index]!))) return true;
    return false;
  });
  if (candidates.length === 0) return [];
  const now = new Set(after.blocks.map(keyOf));
  const shared = (blocks: readonly Block[]) => blocks.reduce((sum, block) => (now.has(keyOf(block)) ? sum + block.words.length : sum), 0);
  const known = shared(before.text.blocks);
  return candidates.map((state) => ({ state, shared: shared(state.blocks) })).filter((each) => each.shared > known)
    .sort((one, other) => other.shared - one.shared).slice(0, mostCompared).map(({ state }) => state);
}

/** The blocks that lie between two words. */
function blocksWithin({ blocks, starts }: Sequence, from: number, to: number): Block[] {
  return blocks.filter((_, index) => starts[index]! >= from && starts[index + 1]! <= to);
}

/** For each word now the credit that it had in an earlier state, if it is kept from there. */
function creditFrom({ entries, ordinals }: Origins, fromState: Int32Array): Origins {
  const then = { entries: new Int32Array(fromState.length).fill(notKnown), ordinals: new Int32Array(fromState.length) };
  for (let word = 0; word < fromState.length; word++) {
    const from = fromState[word]!;
    if (from < 0) continue;
    then.entries[word] = entries[from]!;
    then.ordinals[word] = ordinals[from]!;
  }
  return then;
}

function distance({ fromBefore, toAfter }: { readonly fromBefore: Int32Array; readonly toAfter: Int32Array }): number {
  let sum = 0;
  for (let word = 0; word < fromBefore.length; word++) if (fromBefore[word]! < 0) sum++;
  for (let word = 0; word < toAfter.length; word++) if (toAfter[word]! < 0) sum++;
  return sum;
}

/** Whether a word came, and the one before it too. */
function isOpenPair(fromBefore: Int32Array, word: number): boolean {
  return fromBefore[word]! < 0 && fromBefore[word - 1]! < 0;
}

function countOpenPairs({ fromBefore, changed: { bFrom, bTo } }: Comparison): number {
  let sum = 0;
  for (let word = bFrom + 1; word < bTo; word++) if (isOpenPair(fromBefore, word)) sum++;
  return sum;
}

/** Whether a good part of the `open` pairs that came is remembered as removed. O(remembered words). */
function muchCameBack(removed: RemovedText, words: Int32Array, { fromBefore, changed: { bFrom, bTo } }: Comparison, open: number): boolean {
  const every = Math.ceil(open / mostPairs);
  const pairs = new PairSet(Math.min(open, mostPairs));
  for (let word = bFrom + 1, at = 0; word < bTo; word++) if (isOpenPair(fromBefore, word) && at++ % every === 0) pairs.add(words[word - 1]!, words[word]!);
  const enough = Math.ceil(Math.max(fewestPairs, partOfPairs * pairs.count));
  return pairs.countIn(removed.words, enough) >= enough;
}

/**
 * Gives words the credit that they had in an earlier state. Also words that were kept: of two equal words, of which one is
 * gone, the comparison cannot know which, and the earlier state does. A word of which that state knows nothing gives
 * the word before that it was taken for back, if that is needed for another. O(words).
 */
export function recall(work: Explaining, then: Origins): void {
  const { comparison: { fromBefore, toAfter: compared, how, changed: { bFrom, bTo } }, reasons, step: { before } } = work;
  if (then.entries.length !== fromBefore.length) return;
  const { entries, ordinals } = before.origins;
  const toAfter = passing.numbers(before.text.words.length).fill(-1);
  const isSettled = (word: number, from: number) => from >= 0 && entries[from] === then.entries[word] && ordinals[from] === then.ordinals[word];
  for (let word = 0; word < fromBefore.length; word++) if (isSettled(word, fromBefore[word]!)) toAfter[fromBefore[word]!] = word;
  // What the comparison found equal at both ends stays: the entry's account is of what lies between.
  const isWithin = (word: number) => word >= bFrom && word < bTo;
  const standing = new OriginPlaces(before.origins, (word) => toAfter[word]! < 0);
  const removed = new OriginPlaces(before.removed.origins, () => true);
  for (let word = 0; word < fromBefore.length; word++) {
    const from = fromBefore[word]!;
    const entry = then.entries[word]!, ordinal = then.ordinals[word]!;
    if (entry === notKnown || isSettled(word, from)) continue;
    const wasHere = standing.take(entry, ordinal);
    const wasRemoved = wasHere < 0 ? removed.take(entry, ordinal) : -1;
    if (wasHere >= 0) {
      toAfter[wasHere] = word;
      if (isWithin(word) && isWithin(compared[wasHere]!) && then.entries[compared[wasHere]!] === notKnown) takeFrom(compared[wasHere]!, word);
    }
    if (fromBefore[word]! >= 0) work.recredit(word, entry, ordinal, wasRemoved);
    else if (wasHere >= 0 || wasRemoved < 0) work.carry(word, entry, ordinal);
    else work.restoreInPlace(word, wasRemoved);
  }
  for (let word = 0; word < fromBefore.length; word++) if (then.entries[word] === notKnown && fromBefore[word]! >= 0) toAfter[fromBefore[word]!] = word;
  work.moveAll(toAfter);

  /** The word before that `other` was taken for is `word` now. */
  function takeFrom(other: number, word: number): void {
    const from = fromBefore[other]!, was = fromBefore[word]!;
    fromBefore[other] = -1;
    reasons[other] = unexplained;
    if (was >= 0) compared[was] = -1;
    else how[word] = kept;
    how[other] = came;
    fromBefore[word] = from;
    compared[from] = word;
    reasons[word] = onPage;
  }
}
