/**
 * What a wiki remembers of removed text, so that whoever brings it back gives it back to its author.
 *
 * The memory is bounded in words: when it is full, what left first is forgotten first. Text that comes back after
 * that counts as added by whoever brought it. At 60,000 words, some twenty times the text of a usual group wiki,
 * a group would have to remove every word of its work twenty times over before that can happen.
 */
import { type OriginRuns, originKey, packOrigins, unpackOrigins } from "./origins";

export const mostRemembered = 60_000;

export interface RemovedRun {
  readonly page: string;
  /** Folded words, parted by spaces. */
  readonly words: string;
  readonly origins: OriginRuns;
  /** Who removed it; null for a starter act. */
  readonly by: string | null;
}

/** Oldest first. */
export type RemovedMemory = readonly RemovedRun[];

/** The memory laid out flat for searching. */
export interface FlatMemory {
  readonly words: readonly string[];
  readonly entries: Int32Array;
  readonly ordinals: Int32Array;
  /** For each word the index of its run. */
  readonly runs: Int32Array;
}

export function flattenMemory(memory: RemovedMemory): FlatMemory {
  const words: string[] = [];
  const [entries, ordinals, runs]: [number[], number[], number[]] = [[], [], []];
  memory.forEach((run, index) => {
    words.push(...run.words.split(" "));
    const origins = unpackOrigins(run.origins);
    origins.entries.forEach((entry, at) => { entries.push(entry); ordinals.push(origins.ordinals[at]!); runs.push(index); });
  });
  return { words, entries: Int32Array.from(entries), ordinals: Int32Array.from(ordinals), runs: Int32Array.from(runs) };
}

/**
 * The memory after one entry: what it brought back is taken out, what it removed is put in, and what no longer fits
 * is forgotten. Returns `memory` itself if nothing changed.
 */
export function remember(memory: RemovedMemory, broughtBack: ReadonlySet<number>, removed: readonly RemovedRun[]): RemovedMemory {
  if (broughtBack.size === 0 && removed.length === 0) return memory;
  const left = broughtBack.size === 0 ? memory : memory.filter((run) => !isWhollyBack(run, broughtBack));
  const next = [...left, ...removed];
  let size = next.reduce((sum, run) => sum + countOf(run), 0);
  let first = 0;
  while (size > mostRemembered && first < next.length - 1) size -= countOf(next[first++]!);
  return first === 0 ? next : next.slice(first);
}

function isWhollyBack(run: RemovedRun, broughtBack: ReadonlySet<number>): boolean {
  const { entries, ordinals } = unpackOrigins(run.origins);
  return entries.every((entry, at) => broughtBack.has(originKey(entry, ordinals[at]!)));
}

function countOf(run: RemovedRun): number {
  let count = 0;
  for (let at = 2; at < run.origins.length; at += 3) count += run.origins[at]!;
  return count;
}

export function removedRun(page: string, by: string | null, words: readonly string[], entries: Int32Array, ordinals: Int32Array): RemovedRun {
  return { page, by, words: words.join(" "), origins: packOrigins({ entries, ordinals }) };
}
