/** A student's figures over a set of entries: each a plain sum of what was stored with the entries. */
import type { EntryFigures } from "./entry";

export interface PersonFigures {
  readonly entries: number;
  readonly added: number;
  readonly corrected: number;
  readonly restored: number;
  /** Net of what the same person took back. */
  readonly removedOwn: number;
  readonly removedOthers: number;
  /** The most words added in one entry. */
  readonly largestArrival: number;
}

/** The figures of one person's entries, in any order. */
export function personFigures(entries: readonly EntryFigures[]): PersonFigures {
  const sum = (figure: (entry: EntryFigures) => number) => entries.reduce((total, entry) => total + figure(entry), 0);
  return {
    entries: entries.length,
    added: sum((entry) => entry.added),
    corrected: sum((entry) => entry.corrected),
    restored: sum((entry) => entry.restored),
    removedOwn: sum((entry) => entry.removedOwn - entry.tookBackOwn),
    removedOthers: sum((entry) => entry.removedOthers - entry.tookBackOthers),
    largestArrival: entries.reduce((most, entry) => Math.max(most, entry.added), 0),
  };
}
