/**
 * Where each word of a text was first written: the entry, and which of that entry's new words it is.
 *
 * An origin names one act of writing one word. Copies share it, so a word that stands twice can be told from
 * a word that two people wrote. Texts are long and origins run on, so they are stored as runs.
 */
import type { Range } from "../diff/range";
import { ByteReader, ByteWriter } from "../text/bytes";

export interface Origins {
  /** For each word the number, in its wiki, of the entry that wrote it. */
  readonly entries: Int32Array;
  /** For each word which of that entry's new words it is, from 0. */
  readonly ordinals: Int32Array;
}

export function emptyOrigins(length: number): Origins {
  // One piece of memory for both: to ask for two takes longer.
  const both = new Int32Array(2 * length);
  return { entries: both.subarray(0, length), ordinals: both.subarray(length) };
}

/** Origins as runs: for each the entry, the first ordinal and the number of words. */
export type OriginRuns = Int32Array;

let scratch = new Int32Array(3 * 1024);

/** The inverse of `unpackOrigins`. O(words). */
export function packOrigins(origins: Origins): OriginRuns {
  const used = packPart(origins, 0, origins.entries.length);
  return scratch.slice(0, used);
}

/**
 * Puts the runs of some words into `scratch`, which may be replaced by a longer one. Returns how many numbers
 * they take.
 */
function packPart({ entries, ordinals }: Origins, first: number, end: number): number {
  let used = 0;
  for (let at = first; at < end;) {
    const entry = entries[at]!,
      shift = ordinals[at]! - at;
    const from = at++;
    while (at < end && entries[at] === entry && ordinals[at]! - at === shift) at++;
    if (used === scratch.length) {
      const longer = new Int32Array(2 * used);
      longer.set(scratch);
      scratch = longer;
    }
    scratch[used++] = entry;
    scratch[used++] = from + shift;
    scratch[used++] = at - from;
  }
  return used;
}

export function unpackOrigins(runs: OriginRuns): Origins {
  let length = 0;
  for (let at = 2; at < runs.length; at += 3) length += runs[at]!;
  const origins = emptyOrigins(length);
  let word = 0;
  for (let at = 0; at < runs.length; at += 3) {
    for (let offset = 0; offset < runs[at + 2]!; offset++, word++) {
      origins.entries[word] = runs[at]!;
      origins.ordinals[word] = runs[at + 1]! + offset;
    }
  }
  return origins;
}

const knownRuns = new WeakMap<Int32Array, OriginRuns>();

/**
 * What `packOrigins` gives, kept as long as the origins: for those that are never changed any more. O(words)
 * when first asked for.
 */
export function originRuns(origins: Origins): OriginRuns {
  const known = knownRuns.get(origins.entries);
  if (known) return known;
  const runs = packOrigins(origins);
  knownRuns.set(origins.entries, runs);
  return runs;
}

/**
 * Notes the runs of `after` if those of `before` are known, of which all words but those in `changed` go on.
 * O(runs + what changed).
 */
export function continueRuns(before: Origins, after: Origins, { aTo, bFrom, bTo }: Range): void {
  const runs = knownRuns.get(before.entries);
  if (!runs) return;
  const length = before.entries.length,
    shift = bTo - aTo;
  // Whole runs that end before the last word in front of what changed, and that begin after the first one
  // behind it.
  let head = 0,
    headWords = 0;
  while (head < runs.length && headWords + runs[head + 2]! < bFrom) {
    headWords += runs[head + 2]!;
    head += 3;
  }
  let tail = runs.length,
    tailWords = length;
  while (tail > head && tailWords - runs[tail - 1]! > aTo) {
    tailWords -= runs[tail - 1]!;
    tail -= 3;
  }
  const used = packPart(after, headWords, tailWords + shift);
  const continued = new Int32Array(head + used + runs.length - tail);
  continued.set(runs.subarray(0, head));
  continued.set(scratch.subarray(0, used), head);
  continued.set(runs.subarray(tail), head + used);
  knownRuns.set(after.entries, continued);
}

/** Origins that are never changed any more as bytes, for storage: a few for each run. */
export function storeOrigins(origins: Origins): Uint8Array {
  // Mostly one byte and a half for each of the three numbers of a run.
  const writer = new ByteWriter(8 + 2 * originRuns(origins).length);
  writeOrigins(writer, origins);
  return writer.bytes();
}

/** @throws RangeError if the bytes are no stored origins. */
export function readStoredOrigins(stored: Uint8Array): Origins {
  const reader = new ByteReader(stored);
  const origins = readOrigins(reader);
  if (!reader.isAtEnd()) throw new RangeError("More bytes than origins");
  return origins;
}

export function writeOrigins(writer: ByteWriter, origins: Origins): void {
  const runs = originRuns(origins);
  writer.number(origins.entries.length);
  let last = 0;
  for (let at = 0; at < runs.length; at += 3) {
    writer.signed(runs[at]! - last);
    writer.number(runs[at + 1]!);
    writer.number(runs[at + 2]!);
    last = runs[at]!;
  }
}

/** @throws RangeError if runs go past the number of words. */
export function readOrigins(reader: ByteReader): Origins {
  const length = reader.number();
  const origins = emptyOrigins(length);
  let word = 0;
  readRuns(reader, length, (entry, ordinal, run) => {
    for (let offset = 0; offset < run; offset++, word++) {
      origins.entries[word] = entry;
      origins.ordinals[word] = ordinal + offset;
    }
  });
  return origins;
}

type SeeRun = (entry: number, ordinal: number, words: number) => void;

/**
 * Goes through the runs of stored origins, without laying them out word by word. @throws RangeError as above.
 */
export function eachStoredRun(stored: Uint8Array, see: SeeRun): void {
  const reader = new ByteReader(stored);
  readRuns(reader, reader.number(), see);
}

function readRuns(reader: ByteReader, length: number, see: SeeRun): void {
  let word = 0,
    entry = 0;
  while (word < length) {
    entry += reader.signed();
    const ordinal = reader.number(),
      run = reader.number();
    if (run === 0 || word + run > length)
      throw new RangeError(`A run of ${run} words does not fit ${length}`);
    see(entry, ordinal, run);
    word += run;
  }
}

/** The number of words by the entry that wrote them. */
export function wordsByEntry({ entries }: Origins): Map<number, number> {
  const counts = new Map<number, number>();
  for (let at = 0; at < entries.length;) {
    const entry = entries[at]!;
    const from = at;
    while (at < entries.length && entries[at] === entry) at++;
    counts.set(entry, (counts.get(entry) ?? 0) + at - from);
  }
  return counts;
}
