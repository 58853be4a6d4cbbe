/** A page's text as comparison sees it: blocks of interned words, and all of them laid out flat. */
import { hashText, mix } from "../text/hash";
import { ownText } from "../text/own";
import { Together } from "../text/room";
import type { ReadText, Vocabulary } from "../text/vocabulary";

/** A block as it is written. */
export interface WrittenBlock {
  /** Stable while the block is edited; null where blocks have no ids (plain text). */
  readonly id: string | null;
  readonly text: string;
  /** What the block looks like apart from its text: equal strings for blocks that look the same. */
  readonly style: string;
}

/** A block as it is read. Its keys are made when first asked for, and then stay. */
export class Block implements ReadText {
  #textKey: number;
  #wordsKey = -1;

  /** `text` is null, and `textKey` given, where a block was read back from its stored form. */
  constructor(
    readonly id: string | null,
    readonly words: Int32Array,
    readonly breaks: Uint8Array,
    readonly styleKey: number,
    private readonly text: string | null,
    textKey = -1,
  ) {
    this.#textKey = textKey;
  }

  /**
   * Equal for blocks whose text is the same to the letter; what lets a block be known again without splitting
   * it.
   */
  get textKey(): number {
    if (this.#textKey < 0) this.#textKey = hashText(this.text ?? "");
    return this.#textKey;
  }

  /** Equal for blocks with the same words, and different for nearly all others. */
  wordsKey({ hashes }: Vocabulary): number {
    if (this.#wordsKey < 0) {
      let low = this.words.length,
        high = 1;
      for (let at = 0; at < this.words.length; at++) {
        low = Math.imul(low ^ hashes[this.words[at]!]!, 0x85ebca6b);
        high = Math.imul(high ^ hashes[this.words[at]!]!, 0xc2b2ae35) ^ (low >>> 15);
      }
      this.#wordsKey = (mix(high, low) & 0x1fffff) * 2 ** 32 + mix(low, high);
    }
    return this.#wordsKey;
  }

  /** Whether the text is the same to the letter. */
  readsLike(other: Block): boolean {
    return (
      this === other || (this.text !== null && this.text === other.text) || this.textKey === other.textKey
    );
  }
}

export interface Sequence extends ReadText {
  readonly blocks: readonly Block[];
  /** The first word of each block, and at the end the number of all words. */
  readonly starts: Int32Array;
}

/** The blocks laid out flat. O(words), by copying; what begins and ends as `last` does is copied at once. */
export function sequence(blocks: readonly Block[], last: Sequence | null = null): Sequence {
  let count = 0;
  for (let index = 0; index < blocks.length; index++) count += blocks[index]!.words.length;
  const memory = new Together(count + blocks.length + 1, count);
  const starts = memory.numbers(blocks.length + 1),
    words = memory.numbers(count),
    breaks = memory.bytes(count);
  for (let index = 0; index < blocks.length; index++)
    starts[index + 1] = starts[index]! + blocks[index]!.words.length;
  let first = 0,
    end = blocks.length;
  if (last) {
    let lastEnd = last.blocks.length;
    while (first < end && first < lastEnd && blocks[first] === last.blocks[first]) first++;
    while (end > first && lastEnd > first && blocks[end - 1] === last.blocks[lastEnd - 1]) {
      end--;
      lastEnd--;
    }
    words.set(last.words.subarray(0, starts[first]));
    breaks.set(last.breaks.subarray(0, starts[first]));
    words.set(last.words.subarray(last.starts[lastEnd]), starts[end]);
    breaks.set(last.breaks.subarray(last.starts[lastEnd]), starts[end]);
  }
  for (let index = first, to = starts[first]!; index < end; index++) {
    const block = blocks[index]!;
    // Most blocks are short: a call into the machine's copying takes longer than they do.
    for (let at = 0; at < block.words.length; at++, to++) {
      words[to] = block.words[at]!;
      breaks[to] = block.breaks[at]!;
    }
  }
  return { blocks, starts, words, breaks };
}

export const emptySequence: Sequence = sequence([]);

/**
 * A page as it was read last, in memory: what lets the next version be read without hashing what is the same.
 */
export interface Reading {
  readonly written: readonly WrittenBlock[];
  /** What each written block was read as; null for blocks without words. */
  readonly read: readonly (Block | null)[];
}

/**
 * Reads blocks, splitting only those whose text is not among `known`: of a page of which a paragraph changed,
 * one paragraph. Blocks without words are left out. The result does not depend on `last`, which only saves
 * work.
 */
export function readBlocks(
  written: readonly WrittenBlock[],
  known: readonly Block[],
  vocabulary: Vocabulary,
  last?: Reading,
): Sequence {
  return sequence(readAll(written, known, vocabulary, last).read.filter((block) => block !== null));
}

/** The same, with what the next reading can build on. */
export function readAll(
  written: readonly WrittenBlock[],
  known: readonly Block[],
  vocabulary: Vocabulary,
  last?: Reading,
): Reading {
  const read = new Array<Block | null>(written.length);
  let first = 0,
    to = written.length,
    lastTo = last?.written.length ?? 0;
  if (last) {
    for (; first < to && first < lastTo && isWrittenAlike(written[first]!, last.written[first]!); first++)
      read[first] = last.read[first]!;
    while (to > first && lastTo > first && isWrittenAlike(written[to - 1]!, last.written[lastTo - 1]!))
      read[--to] = last.read[--lastTo]!;
  }
  if (first === to) return { written, read };
  const find = last ? findByText(last, first, lastTo) : findByKey(known);
  const styleKeys = new Map<string, number>();
  for (let index = first; index < to; index++) {
    const { id, text, style } = written[index]!;
    let styleKey = styleKeys.get(style);
    if (styleKey === undefined) styleKeys.set(style, (styleKey = hashText(style) >>> 0));
    const before = find(text);
    if (before && before.id === id && before.styleKey === styleKey) {
      read[index] = before;
      continue;
    }
    const { words, breaks } = before ?? vocabulary.read(text);
    read[index] = words.length > 0 ? new Block(id, words, breaks, styleKey, ownText(text)) : null;
  }
  return { written, read };
}

/**
 * Texts are first looked up by a number that is read off a few of their letters: a map of the texts
 * themselves would read all of each.
 */
function findByText(
  { written, read }: Reading,
  from: number,
  to: number,
): (text: string) => Block | undefined {
  const alike = new Map<number, number | Map<string, Block>>();
  for (let index = from; index < to; index++) {
    if (!read[index]) continue;
    const { text } = written[index]!;
    const key = sample(text);
    const known = alike.get(key);
    if (known === undefined) alike.set(key, index);
    else if (typeof known !== "number") known.set(text, read[index]!);
    else
      alike.set(
        key,
        new Map([
          [written[known]!.text, read[known]!],
          [text, read[index]!],
        ]),
      );
  }
  return (text) => {
    const known = alike.get(sample(text));
    if (typeof known !== "number") return known?.get(text);
    return written[known]!.text === text ? read[known]! : undefined;
  };
}

/** A number of 30 bits from the length of a text and eight of its letters. */
function sample(text: string): number {
  let sum = text.length;
  for (let part = 0; part < 8; part++)
    sum = Math.imul(sum, 31) + text.charCodeAt(Math.floor((part * text.length) / 8));
  return sum & 0x3fffffff;
}

function findByKey(known: readonly Block[]): (text: string) => Block | undefined {
  const byKey = new Map<number, Block>();
  for (const block of known) byKey.set(block.textKey, block);
  return (text) => (byKey.size > 0 ? byKey.get(hashText(text)) : undefined);
}

function isWrittenAlike(one: WrittenBlock, other: WrittenBlock): boolean {
  return one.text === other.text && one.id === other.id && one.style === other.style;
}

/** Whether two blocks have the same words. */
export function sameWords(one: Block, other: Block): boolean {
  if (one.words === other.words) return true;
  if (one.words.length !== other.words.length) return false;
  for (let at = 0; at < one.words.length; at++) if (one.words[at] !== other.words[at]) return false;
  return true;
}
