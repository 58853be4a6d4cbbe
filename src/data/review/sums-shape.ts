/**
 * What is summed up of each person in a wiki, whoever sums it up: the database, or the core from its work.
 */
import { type ClassFigure, classFigures, type StoredFigure, storedFigures } from "@/core/credit/figure-table";
import type { ThingKind } from "@/core/document/things";
import type { DayNumber } from "./dto";

/** What one person did in one wiki. */
export interface Sums {
  /** The figures of the class that are sums of what is stored with each entry. */
  readonly stored: Readonly<Record<StoredClassFigure, number>>;
  readonly entries: number;
  readonly comments: number;
  /** Of the comments, those that answer others. */
  readonly replies: number;
  /** Words. */
  readonly added: number;
  /** Of these, those that were saved when it was due already, more time that was given left out. */
  readonly addedLate: number;
  /** Words that stand where the period ends. */
  readonly standing: number;
  /** Things that stand where the period ends, and came with the person's entries at any time. */
  readonly things: ReadonlyMap<ThingKind, number>;
  /** Entries and comments of each day that had some. */
  readonly days: ReadonlyMap<DayNumber, number>;
  readonly lastAt: Date | null;
}

/** Figures of the class that the database sums up by what the table says of them. */
export type StoredClassFigure = StoredFigure & ClassFigure;
export const storedClassFigures = storedFigures.filter((name): name is StoredClassFigure =>
  (classFigures as readonly string[]).includes(name),
);

const noneStored = Object.fromEntries(storedClassFigures.map((name) => [name, 0])) as Sums["stored"];
export const nothing: Sums = {
  stored: noneStored,
  entries: 0,
  comments: 0,
  replies: 0,
  added: 0,
  addedLate: 0,
  standing: 0,
  things: new Map(),
  days: new Map(),
  lastAt: null,
};

/** What several people did together; of none, nothing. */
export function together(all: readonly Sums[]): Sums {
  const sum = (of: (each: Sums) => number) => all.reduce((total, each) => total + of(each), 0);
  const merged = <Key>(of: (each: Sums) => ReadonlyMap<Key, number>) => {
    const result = new Map<Key, number>();
    for (const each of all)
      for (const [key, count] of of(each)) result.set(key, (result.get(key) ?? 0) + count);
    return result;
  };
  return {
    stored: Object.fromEntries(
      storedClassFigures.map((name) => [name, sum(({ stored }) => stored[name])]),
    ) as Sums["stored"],
    entries: sum((each) => each.entries),
    comments: sum((each) => each.comments),
    replies: sum((each) => each.replies),
    added: sum((each) => each.added),
    addedLate: sum((each) => each.addedLate),
    standing: sum((each) => each.standing),
    things: merged((each) => each.things),
    days: merged((each) => each.days),
    lastAt:
      all.flatMap(({ lastAt }) => lastAt ?? []).sort((one, other) => other.getTime() - one.getTime())[0] ??
      null,
  };
}
