/** What credit remembers of a page: the folded words of each block, how each block looks, and each word's origin. */
import { type Leaf, leaves, styleOf } from "../document/leaves";
import type { PageDocument } from "../document/model";
import { words } from "../text/words";
import { type OriginRuns, type Origins, packOrigins, unpackOrigins } from "./origins";

export interface CreditedBlock {
  readonly id: string | null;
  readonly words: readonly string[];
  /** Equal numbers for blocks that look the same and are spelled the same, capitals and punctuation included. */
  readonly look: number;
}

/** A page's text in the form that comparison wants. */
export type BlockText = readonly CreditedBlock[];

export interface CreditedText {
  readonly blocks: BlockText;
  /** One origin for each word, over all blocks in order. */
  readonly origins: Origins;
}

export const emptyText: CreditedText = { blocks: [], origins: { entries: new Int32Array(0), ordinals: new Int32Array(0) } };

/** The blocks of `document` that have words. */
export function blockText(document: PageDocument): BlockText {
  return leaves(document).map(creditedBlock).filter((block) => block.words.length > 0);
}

function creditedBlock(leaf: Leaf): CreditedBlock {
  return { id: leaf.id, words: words(leaf.text).map((word) => word.folded), look: hash(leaf.text + styleOf(leaf)) };
}

/** All words in order. */
export function flatWords(blocks: BlockText): string[] {
  return blocks.flatMap((block) => block.words);
}

/** FNV-1a over UTF-16 code units, 32 bits. A chance equality hides one restyling and nothing else. */
function hash(text: string): number {
  let value = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) value = Math.imul(value ^ text.charCodeAt(at), 0x01000193);
  return value >>> 0;
}

/** The stored form of a credited text. `version` changes when older states must be computed anew. */
export interface StoredText {
  readonly version: 1;
  readonly ids: readonly (string | null)[];
  /** One string for each block, its words parted by spaces: no word contains one. */
  readonly words: readonly string[];
  readonly looks: readonly number[];
  readonly origins: OriginRuns;
}

export const storedVersion = 1;

export function packText({ blocks, origins }: CreditedText): StoredText {
  return {
    version: storedVersion,
    ids: blocks.map((block) => block.id),
    words: blocks.map((block) => block.words.join(" ")),
    looks: blocks.map((block) => block.look),
    origins: packOrigins(origins),
  };
}

/** The inverse of `packText`. */
export function unpackText(stored: StoredText): CreditedText {
  const blocks = stored.words.map((words, index) => ({ id: stored.ids[index]!, words: words.split(" "), look: stored.looks[index]! }));
  return { blocks, origins: unpackOrigins(stored.origins) };
}
