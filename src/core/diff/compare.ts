/**
 * Two texts, word by word: what is kept, moved, corrected, and what came or went.
 *
 * A text is a list of blocks of words. Blocks are aligned first, by content and then by id, and words within what
 * is left, so that a page of many alike sentences is not compared across its paragraphs.
 */
import { align, increasing } from "./align";
import { findRuns } from "./runs";
import { isCorrection } from "./spelling";

export interface ComparableBlock {
  /** Stable while the block is edited; null where blocks have no ids (plain text). */
  readonly id: string | null;
  /** Folded words. */
  readonly words: readonly string[];
}

export type ComparableText = readonly ComparableBlock[];

export const came = 0;
export const kept = 1;
export const moved = 2;
export const corrected = 3;

export interface Comparison {
  /** For each word after: the word before that it continues, or -1. No word before is continued twice. */
  readonly fromBefore: Int32Array;
  /** For each word after: `came`, `kept`, `moved` or `corrected`. */
  readonly how: Uint8Array;
  /** For each word before: 1 if no word after continues it. */
  readonly went: Uint8Array;
}

/**
 * The shortest run inside a block that counts as moved. Four words: "at the end of" is the longest stock phrase that
 * is common in student prose, and it has four; a run is moved only if it left the same page in the same entry, which
 * makes chance meetings rare enough.
 */
export const shortestMove = 4;
/** Blocks with the same id are compared with each other if at least this part of the shorter one's words is shared. */
const alikePart = 0.4;

/**
 * Compares `before` with `after`. Never throws.
 * O(n + d²) in words and differences; past the budget of `align` coarser, see there.
 */
export function compare(before: ComparableText, after: ComparableText): Comparison {
  const numbers = new Map<string, number>();
  const a = flatten(before, numbers);
  const b = flatten(after, numbers);
  const result = {
    fromBefore: new Int32Array(b.words.length).fill(-1),
    how: new Uint8Array(b.words.length),
    went: new Uint8Array(a.words.length).fill(1),
  };
  alignBlocks(a, b, result);
  dropCrumbs(a, b, result);
  moveWholeBlocks(a, b, result);
  moveRuns(a, b, result);
  correct(before, after, result);
  return result;
}

interface FlatText {
  readonly words: Int32Array;
  /** Where each block starts; one more at the end. */
  readonly starts: readonly number[];
  readonly ids: readonly (string | null)[];
  /** A block's words as one string, equal for equal blocks. */
  readonly keys: readonly string[];
}

function flatten(text: ComparableText, numbers: Map<string, number>): FlatText {
  const words: number[] = [];
  const starts = [0];
  const keys: string[] = [];
  for (const block of text) {
    const from = words.length;
    for (const word of block.words) {
      let number = numbers.get(word);
      if (number === undefined) numbers.set(word, (number = numbers.size));
      words.push(number);
    }
    keys.push(words.slice(from).join(" "));
    starts.push(words.length);
  }
  return { words: Int32Array.from(words), starts, ids: text.map((block) => block.id), keys };
}

function alignBlocks(a: FlatText, b: FlatText, result: Comparison): void {
  let first = 0;
  while (first < a.keys.length && first < b.keys.length && a.keys[first] === b.keys[first]) continueBlock(a, first, b, first++, kept, result);
  let [aTo, bTo] = [a.keys.length, b.keys.length];
  while (aTo > first && bTo > first && a.keys[aTo - 1] === b.keys[bTo - 1]) continueBlock(a, --aTo, b, --bTo, kept, result);
  const equal = equalBlocks(a, first, aTo, b, first, bTo);
  const inOrder = increasing(equal, (pair) => pair[0]);
  const staying = new Set(inOrder);
  for (const pair of equal) continueBlock(a, pair[0], b, pair[1], staying.has(pair) ? kept : moved, result);
  let [aAt, bAt] = [first, first];
  for (const [aBlock, bBlock] of [...inOrder, [aTo, bTo] as const]) {
    alignBetween(a, aAt, aBlock, b, bAt, bBlock, result);
    [aAt, bAt] = [aBlock + 1, bBlock + 1];
  }
}

/** Pairs of blocks that read the same, the first with the first and so on, in the order of `b`. */
function equalBlocks(a: FlatText, aFrom: number, aTo: number, b: FlatText, bFrom: number, bTo: number): [number, number][] {
  const places = new Map<string, number[]>();
  for (let block = aTo - 1; block >= aFrom; block--) {
    const key = a.keys[block]!;
    if (key !== "") places.set(key, [...(places.get(key) ?? []), block]);
  }
  const pairs: [number, number][] = [];
  for (let block = bFrom; block < bTo; block++) {
    const source = places.get(b.keys[block]!)?.pop();
    if (source !== undefined) pairs.push([source, block]);
  }
  return pairs;
}

/** Compares the blocks between two anchors: those of the same id with each other, what is left as one stretch of words. */
function alignBetween(a: FlatText, aFrom: number, aTo: number, b: FlatText, bFrom: number, bTo: number, result: Comparison): void {
  if (aFrom >= aTo || bFrom >= bTo) return;
  const byId = pairsById(a, aFrom, aTo, b, bFrom, bTo);
  const alike = increasing(byId.filter(([aBlock, bBlock]) => areAlike(a, aBlock, b, bBlock)), (pair) => pair[0]);
  let [aAt, bAt] = [aFrom, bFrom];
  for (const [aBlock, bBlock] of alike) {
    alignStretch(a, aAt, aBlock, b, bAt, bBlock, result);
    alignStretch(a, aBlock, aBlock + 1, b, bBlock, bBlock + 1, result);
    [aAt, bAt] = [aBlock + 1, bBlock + 1];
  }
  alignStretch(a, aAt, aTo, b, bAt, bTo, result);
}

/** Pairs of blocks with the same id, in the order of `b`. */
function pairsById(a: FlatText, aFrom: number, aTo: number, b: FlatText, bFrom: number, bTo: number): [number, number][] {
  const places = new Map<string, number>();
  for (let block = aFrom; block < aTo; block++) if (a.ids[block]) places.set(a.ids[block]!, block);
  const pairs: [number, number][] = [];
  for (let block = bFrom; block < bTo; block++) {
    const source = b.ids[block] ? places.get(b.ids[block]!) : undefined;
    if (source !== undefined) pairs.push([source, block]);
  }
  return pairs;
}

function areAlike(a: FlatText, aBlock: number, b: FlatText, bBlock: number): boolean {
  const aWords = a.words.subarray(a.starts[aBlock], a.starts[aBlock + 1]);
  const bWords = b.words.subarray(b.starts[bBlock], b.starts[bBlock + 1]);
  const shorter = Math.min(aWords.length, bWords.length);
  if (shorter === 0) return false;
  const inA = new Set(aWords);
  let shared = 0;
  for (const word of bWords) if (inA.has(word)) shared++;
  return shared >= alikePart * shorter;
}

function continueBlock(a: FlatText, aBlock: number, b: FlatText, bBlock: number, how: number, result: Comparison): void {
  const [aStart, bStart] = [a.starts[aBlock]!, b.starts[bBlock]!];
  for (let word = 0; bStart + word < b.starts[bBlock + 1]!; word++) continueWord(aStart + word, bStart + word, how, result);
}

function continueWord(from: number, to: number, how: number, { fromBefore, how: ways, went }: Comparison): void {
  fromBefore[to] = from;
  ways[to] = how;
  went[from] = 0;
}

/** Keeps what can be kept in order among the words that no block explains yet. */
function alignStretch(a: FlatText, aFrom: number, aTo: number, b: FlatText, bFrom: number, bTo: number, result: Comparison): void {
  if (aFrom >= aTo || bFrom >= bTo) return;
  const openBefore = indicesWhere(result.went, 1, a.starts[aFrom]!, a.starts[aTo]!);
  const openAfter = indicesWhere(result.how, came, b.starts[bFrom]!, b.starts[bTo]!);
  const found = align(openBefore.map((word) => a.words[word]!), openAfter.map((word) => b.words[word]!));
  found.forEach((from, index) => { if (from >= 0) continueWord(openBefore[from]!, openAfter[index]!, kept, result); });
}

function indicesWhere(flags: Uint8Array, value: number, from: number, to: number): number[] {
  const found: number[] = [];
  for (let index = from; index < to; index++) if (flags[index] === value) found.push(index);
  return found;
}

/**
 * Lets go of short kept runs in the middle of a rewrite. A sentence that was replaced shares "the" and "of" with its
 * successor; keeping those would show a change of a sentence as crumbs, and credit the old author with them.
 * A run of up to three words goes if more than twice as many words changed on each of its sides. A run that is a whole
 * block on both sides stays: a heading between two rewritten paragraphs is still that heading.
 */
function dropCrumbs(a: FlatText, b: FlatText, { fromBefore, how, went }: Comparison): void {
  const starts = new Set(b.starts);
  const startsBefore = new Set(a.starts);
  const runs: { at: number; length: number; changedBefore: number; isBlock: boolean }[] = [];
  let [at, before] = [0, 0];
  while (at < fromBefore.length) {
    const from = at;
    while (at < how.length && how[at] !== kept) at++;
    if (at === how.length) break;
    const start = fromBefore[at]!;
    const run = { at, length: 0, changedBefore: Math.max(at - from, start - before), isBlock: false };
    do { at++; run.length++; } while (how[at] === kept && fromBefore[at] === start + run.length && !starts.has(at));
    before = start + run.length;
    run.isBlock = starts.has(run.at) && starts.has(at) && startsBefore.has(start) && startsBefore.has(before);
    runs.push(run);
  }
  const last = runs.at(-1);
  const changedAtEnd = last ? Math.max(fromBefore.length - last.at - last.length, a.words.length - before) : 0;
  runs.forEach((run, index) => {
    const changedAfter = runs[index + 1]?.changedBefore ?? changedAtEnd;
    const isCrumb = run.length <= 3 && !run.isBlock && Math.min(run.changedBefore, changedAfter) > 2 * run.length;
    if (!isCrumb) return;
    for (let word = run.at; word < run.at + run.length; word++) {
      went[fromBefore[word]!] = 1;
      how[word] = came;
      fromBefore[word] = -1;
    }
  });
}

/**
 * A block that left one place and stands in another as it was is moved, however short: a heading has few words.
 * Equal blocks are paired before words are; this catches those that lay in a crumb.
 */
function moveWholeBlocks(a: FlatText, b: FlatText, result: Comparison): void {
  const left = new Map<string, number[]>();
  a.keys.forEach((key, block) => {
    if (key !== "" && isAll(result.went, 1, a.starts[block]!, a.starts[block + 1]!)) left.set(key, [...(left.get(key) ?? []), block]);
  });
  b.keys.forEach((key, block) => {
    if (!left.has(key) || !isAll(result.how, came, b.starts[block]!, b.starts[block + 1]!)) return;
    const source = left.get(key)!.shift();
    if (source !== undefined) continueBlock(a, source, b, block, moved, result);
  });
}

function moveRuns(a: FlatText, b: FlatText, result: Comparison): void {
  const runs = findRuns(a.words, (word) => result.went[word] === 1, b.words, (word) => result.how[word] === came, shortestMove, false);
  for (const run of runs) {
    for (let word = 0; word < run.length; word++) continueWord(run.fromSource + word, run.fromTarget + word, moved, result);
  }
}

function isAll(flags: Uint8Array, value: number, from: number, to: number): boolean {
  for (let at = from; at < to; at++) if (flags[at] !== value) return false;
  return true;
}

/** The longest stretch of replaced words that is searched for corrections; a longer one is a rewrite. */
const longestCorrected = 12;

/**
 * Pairs words that went with words that came at the same place, where they differ only by spelling. In a stretch of
 * several words at least half of them must pair: among the words of a sentence that was replaced by another, "plant"
 * meets "plan" by chance.
 */
function correct(before: ComparableText, after: ComparableText, result: Comparison): void {
  const { fromBefore, how, went } = result;
  const beforeWords = before.flatMap((block) => block.words);
  const afterWords = after.flatMap((block) => block.words);
  let beforeAt = 0;
  for (let afterAt = 0; afterAt < how.length; ) {
    if (how[afterAt] !== came) {
      if (how[afterAt] === kept) beforeAt = fromBefore[afterAt]! + 1;
      afterAt++;
      continue;
    }
    const afterFrom = afterAt;
    while (afterAt < how.length && how[afterAt] === came) afterAt++;
    let beforeTo = beforeAt;
    while (beforeTo < went.length && went[beforeTo] === 1) beforeTo++;
    const longer = Math.max(afterAt - afterFrom, beforeTo - beforeAt);
    if (longer > longestCorrected) continue;
    const pairs = correctedPairs(beforeWords, beforeAt, beforeTo, afterWords, afterFrom, afterAt);
    if (2 * pairs.length >= longer) for (const [from, to] of pairs) continueWord(from, to, corrected, result);
  }
}

/** Words that differ only by spelling, in order on both sides. */
function correctedPairs(
  before: readonly string[], beforeFrom: number, beforeTo: number, after: readonly string[], afterFrom: number, afterTo: number,
): [number, number][] {
  const pairs: [number, number][] = [];
  let next = beforeFrom;
  for (let word = afterFrom; word < afterTo; word++) {
    const match = findFrom(next, beforeTo, (each) => isCorrection(before[each]!, after[word]!));
    if (match < 0) continue;
    pairs.push([match, word]);
    next = match + 1;
  }
  return pairs;
}

function findFrom(from: number, to: number, test: (index: number) => boolean): number {
  for (let index = from; index < to; index++) if (test(index)) return index;
  return -1;
}
