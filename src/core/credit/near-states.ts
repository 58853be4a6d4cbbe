/**
 * Pages that were brought back and changed: where a page nearly reads as it once did, it has the credit that
 * it had then.
 *
 * When much comes that the page remembers as removed, one of its last states may have been brought back and
 * changed. If one of them is much nearer to the page now than the page before the entry, that is how the
 * entry is read.
 */
import { mostCompared, mostPairs } from "../diff/budgets";
import { compare, type Comparison } from "../diff/compare";
import { PairSet } from "../diff/pairs";
import { type Block, type Sequence, sequence } from "../diff/sequence";
import type { Vocabulary } from "../text/vocabulary";
import type { Explaining } from "./explaining";
import type { Origins } from "./origins";
import type { RemovedText } from "./removed";
import { notKnown } from "./recall";
import type { EarlierState, EntryStep } from "./step";

/** So many pairs of words must have come that left the page before; fewer prove no return of a whole page. */
const fewestPairs = 6;
/** What part of the pairs that came must have left the page before. */
const partOfPairs = 0.3;
/**
 * How much nearer an earlier state must be than the page before: its words that came and went, as part of
 * those.
 */
const muchNearer = 0.6;

/**
 * By part of a block's key, whether any that is looked for may be meant: asked for each block of each state.
 */
const keysMet = new Uint8Array(4096);
const keysMask = keysMet.length - 1;
const knownShortKeys = new WeakMap<readonly Block[], Uint16Array>();

/**
 * That part of the keys of a state's blocks, kept as long as the state: the blocks themselves lie far apart.
 */
function shortKeys(blocks: readonly Block[], vocabulary: Vocabulary): Uint16Array {
  const known = knownShortKeys.get(blocks);
  if (known) return known;
  const keys = new Uint16Array(blocks.length);
  for (let index = 0; index < blocks.length; index++)
    keys[index] = blocks[index]!.wordsKey(vocabulary) & keysMask;
  knownShortKeys.set(blocks, keys);
  return keys;
}

/**
 * The credit of the earlier state that was brought back with changes, for each word that is kept from it;
 * null if there is none.
 */
export function recallLike({ step, comparison }: Explaining): Origins | null {
  const { before, after, vocabulary, lastStates } = step;
  const open = lastStates ? countOpenPairs(comparison) : 0;
  const isChangedAllOver = comparison.newWords !== null;
  if (!lastStates || (open < fewestPairs && !isChangedAllOver) || before.removed.words.length === 0)
    return null;
  const cameBack = () => isChangedAllOver || muchCameBack(before.removed, after.words, comparison, open);
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

/**
 * The states that share more with the page now, block by block, than the page before did; those that share
 * most first.
 */
function likeliest(
  states: readonly EarlierState[],
  { before, after, vocabulary }: EntryStep,
  { changed }: Comparison,
): EarlierState[] {
  const keyOf = (block: Block) => block.wordsKey(vocabulary);
  // Only a state that has one of the blocks that came can share more; most have none.
  const cameNow = new Set(blocksWithin(after, changed.bFrom, changed.bTo).map(keyOf));
  for (const block of blocksWithin(before.text, changed.aFrom, changed.aTo)) cameNow.delete(keyOf(block));
  if (cameNow.size === 0) return [];
  keysMet.fill(0);
  for (const key of cameNow) keysMet[key & keysMask] = 1;
  const candidates = states.filter(({ blocks }) => {
    const keys = shortKeys(blocks, vocabulary);
    for (let index = 0; index < keys.length; index++)
      if (keysMet[keys[index]!] === 1 && cameNow.has(keyOf(blocks[index]!))) return true;
    return false;
  });
  if (candidates.length === 0) return [];
  const now = new Set(after.blocks.map(keyOf));
  const shared = (blocks: readonly Block[]) =>
    blocks.reduce((sum, block) => (now.has(keyOf(block)) ? sum + block.words.length : sum), 0);
  const known = shared(before.text.blocks);
  return candidates
    .map((state) => ({ state, shared: shared(state.blocks) }))
    .filter((each) => each.shared > known)
    .sort((one, other) => other.shared - one.shared)
    .slice(0, mostCompared)
    .map(({ state }) => state);
}

/** The blocks that lie between two words. */
function blocksWithin({ blocks, starts }: Sequence, from: number, to: number): Block[] {
  return blocks.filter((_, index) => starts[index]! >= from && starts[index + 1]! <= to);
}

/** For each word now the credit that it had in an earlier state, if it is kept from there. */
function creditFrom({ entries, ordinals }: Origins, fromState: Int32Array): Origins {
  const then = {
    entries: new Int32Array(fromState.length).fill(notKnown),
    ordinals: new Int32Array(fromState.length),
  };
  for (let word = 0; word < fromState.length; word++) {
    const from = fromState[word]!;
    if (from < 0) continue;
    then.entries[word] = entries[from]!;
    then.ordinals[word] = ordinals[from]!;
  }
  return then;
}

function distance({
  fromBefore,
  toAfter,
}: {
  readonly fromBefore: Int32Array;
  readonly toAfter: Int32Array;
}): number {
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
function muchCameBack(
  removed: RemovedText,
  words: Int32Array,
  { fromBefore, changed: { bFrom, bTo } }: Comparison,
  open: number,
): boolean {
  const every = Math.ceil(open / mostPairs);
  const pairs = new PairSet(Math.min(open, mostPairs));
  for (let word = bFrom + 1, at = 0; word < bTo; word++)
    if (isOpenPair(fromBefore, word) && at++ % every === 0) pairs.add(words[word - 1]!, words[word]!);
  const enough = Math.ceil(Math.max(fewestPairs, partOfPairs * pairs.count));
  return pairs.countIn(removed.words, enough) >= enough;
}
