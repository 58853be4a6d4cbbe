/**
 * Where each word of a text was first written: the entry, and which of that entry's new words it is.
 *
 * An origin names one act of writing one word. Copies share it, so a word that stands twice can be told from a word
 * that two people wrote. Texts are long and origins run on, so they are stored as runs.
 */

/** Flat triples: entry number in the wiki, ordinal of the first word among that entry's new words, number of words. */
export type OriginRuns = readonly number[];

export interface Origins {
  /** For each word the number, in its wiki, of the entry that wrote it. */
  readonly entries: Int32Array;
  /** For each word which of that entry's new words it is, from 0. */
  readonly ordinals: Int32Array;
}

export function emptyOrigins(length: number): Origins {
  return { entries: new Int32Array(length), ordinals: new Int32Array(length) };
}

/** The inverse of `unpackOrigins`. */
export function packOrigins({ entries, ordinals }: Origins): OriginRuns {
  const runs: number[] = [];
  for (let at = 0; at < entries.length; ) {
    const [entry, ordinal] = [entries[at]!, ordinals[at]!];
    let length = 1;
    while (entries[at + length] === entry && ordinals[at + length] === ordinal + length) length++;
    runs.push(entry, ordinal, length);
    at += length;
  }
  return runs;
}

/** @throws RangeError if the runs are not whole triples. */
export function unpackOrigins(runs: OriginRuns): Origins {
  if (runs.length % 3 !== 0) throw new RangeError(`${runs.length} numbers are no whole runs`);
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

/** One number for an origin; exact for 2^21 entries of 2^31 words each. */
export function originKey(entry: number, ordinal: number): number {
  return entry * 2 ** 31 + ordinal;
}

/** The number of words by entry. */
export function wordsByEntry(runs: OriginRuns): Map<number, number> {
  const counts = new Map<number, number>();
  for (let at = 0; at < runs.length; at += 3) counts.set(runs[at]!, (counts.get(runs[at]!) ?? 0) + runs[at + 2]!);
  return counts;
}
