/**
 * The stored form of a credited page: all that the next entry is computed from, in a few bytes a word.
 *
 * A page brings the words that it uses, so that it can be read alone; their numbers in the stored form follow
 * the order of the text, so that equal pages give equal bytes, whatever vocabulary they were computed with.
 */
import { Block, type Sequence, sequence } from "../diff/sequence";
import { ByteReader, ByteWriter } from "../text/bytes";
import type { Vocabulary } from "../text/vocabulary";
import { readOrigins, writeOrigins } from "./origins";
import type { CreditedPage } from "./page";

/**
 * Changes when states stored before must be computed anew from the ledger: with this form, or with any rule
 * of credit.
 */
export const storedVersion = 17;

/** The inverse of `readPage`. O(words), remembered ones included. */
export function storePage(
  { text, origins, removed, respelled }: CreditedPage,
  vocabulary: Vocabulary,
): Uint8Array {
  const writer = new ByteWriter();
  const local = new Int32Array(vocabulary.folded.length).fill(-1);
  const used: string[] = [];
  const meet = (words: Int32Array) => {
    for (let at = 0; at < words.length; at++) {
      if (local[words[at]!]! >= 0) continue;
      local[words[at]!] = used.length;
      used.push(vocabulary.folded[words[at]!]!);
    }
  };
  meet(text.words);
  meet(removed.words);
  meet(respelled.words);
  const writeWords = (words: Int32Array, breaks: Uint8Array) => {
    writer.number(words.length);
    for (let at = 0; at < words.length; at++) writer.number(4 * local[words[at]!]! + breaks[at]!);
  };

  writer.number(storedVersion);
  writer.string(used.join(" "));
  writer.number(text.blocks.length);
  writer.string(
    text.blocks.some((block) => block.id !== null)
      ? text.blocks.map((block) => block.id ?? "").join(" ")
      : "",
  );
  for (const block of text.blocks) {
    writer.number(block.textKey);
    writer.number(block.styleKey);
    writeWords(block.words, block.breaks);
  }
  writeOrigins(writer, origins);
  writeWords(removed.words, removed.breaks);
  writeOrigins(writer, removed.origins);
  writer.number(removed.at.length);
  let anchor = -1;
  for (let run = 0; run < removed.at.length; run++) {
    writer.number(removed.anchors[run]! - anchor);
    anchor = removed.anchors[run]!;
    writer.number(removed.at[run]!);
    writer.number(removed.starts[run + 1]! - removed.starts[run]!);
  }
  writer.number(respelled.words.length);
  for (let at = 0; at < respelled.words.length; at++)
    for (const each of [respelled.entries[at]!, respelled.ordinals[at]!, local[respelled.words[at]!]!])
      writer.number(each);
  return writer.bytes();
}

/**
 * Reads a stored page, its words interned in `vocabulary`.
 * @throws RangeError if the bytes are of another version or cut off.
 */
export function readPage(stored: Uint8Array, vocabulary: Vocabulary): CreditedPage {
  const reader = new ByteReader(stored);
  const version = reader.number();
  if (version !== storedVersion)
    throw new RangeError(
      `A page stored as version ${version} must be computed anew for version ${storedVersion}`,
    );
  const used = reader.string();
  const numbers = used === "" ? [] : used.split(" ").map((word) => vocabulary.numberOfFolded(word));
  const readWords = () => {
    const words = new Int32Array(reader.number());
    const breaks = new Uint8Array(words.length);
    for (let at = 0; at < words.length; at++) {
      const word = reader.number();
      words[at] = numbers[word >>> 2]!;
      breaks[at] = word & 3;
    }
    return { words, breaks };
  };

  const count = reader.number();
  const ids = reader.string();
  const idOf = ids === "" ? [] : ids.split(" ");
  const blocks: Block[] = [];
  for (let index = 0; index < count; index++) {
    const textKey = reader.number(),
      styleKey = reader.number();
    const { words, breaks } = readWords();
    blocks.push(new Block(idOf[index] || null, words, breaks, styleKey, null, textKey));
  }
  const text: Sequence = sequence(blocks);
  const origins = readOrigins(reader);
  const gone = readWords();
  const goneOrigins = readOrigins(reader);
  const runs = reader.number();
  const removed = {
    ...gone,
    origins: goneOrigins,
    starts: new Int32Array(runs + 1),
    at: new Int32Array(runs),
    anchors: new Int32Array(runs),
  };
  let anchor = -1;
  for (let run = 0; run < runs; run++) {
    removed.anchors[run] = anchor += reader.number();
    removed.at[run] = reader.number();
    removed.starts[run + 1] = removed.starts[run]! + reader.number();
  }
  const spellings = reader.number();
  const respelled = {
    entries: new Int32Array(spellings),
    ordinals: new Int32Array(spellings),
    words: new Int32Array(spellings),
  };
  for (let at = 0; at < spellings; at++)
    [respelled.entries[at], respelled.ordinals[at], respelled.words[at]] = [
      reader.number(),
      reader.number(),
      numbers[reader.number()]!,
    ];
  return { text, origins, removed, respelled };
}
