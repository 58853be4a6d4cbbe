/**
 * The work of a group, as the ledger tells it: what the figures of students and groups are computed from.
 * Each figure is defined by its evidence; its value is the sum of what the evidence shows.
 */
import type { ThingKind } from "../document/things";
import { isLate, type WorkTimes } from "../time/due";
import type { EntryFigures, RemovedWords } from "./account";
import type { Author } from "./step";
import type { WordsByEntry } from "./entry-counts";

/** An entry with its figures. */
export interface Deed {
  /** Its number in the wiki. */
  readonly entry: number;
  readonly author: Author;
  /** Who else wrote it, where shared credit was confirmed. */
  readonly with?: readonly string[];
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly page: string;
  readonly figures: EntryFigures;
  /**
   * Of the words that it added those that were marked as discussion, and are in none of its figures (see
   * `setDiscussionApart`).
   */
  readonly discussed?: number;
}

/** A comment or a reply that was not deleted. */
export interface Remark {
  readonly id: string;
  readonly author: string;
  readonly at: number;
  readonly page: string;
  /** Whose comment it answers; null if none. */
  readonly answers: string | null;
}

/** How many things of a kind stand that came with an entry. */
export interface Thing {
  readonly entry: number;
  readonly kind: ThingKind;
  readonly count: number;
}

export interface GroupWork {
  /** Everybody, those included who did nothing. */
  readonly members: readonly string[];
  /** Whose work nobody was given yet: their words stand in the sum that shares are parts of. */
  readonly guests: readonly string[];
  /** Oldest first. */
  readonly deeds: readonly Deed[];
  readonly remarks: readonly Remark[];
  /** Things that stand, by the entry that brought them. Absent: nobody asked for them. */
  readonly things?: readonly Thing[];
  /** When what a person does is due; null of whom nothing is. */
  readonly timesOf: (person: string) => WorkTimes | null;
  /**
   * Where the period begins (included): sums leave out what came before, and what stands is not touched by
   * it. Absent: with the first entry.
   */
  readonly from?: number;
  /** The day of a moment in the course's time zone, as YYYY-MM-DD. */
  readonly dayOf: (at: number) => string;
}

/** What is looked up for each figure, made once for each work. */
export interface WorkIndex {
  readonly deeds: ReadonlyMap<number, Deed>;
  /** By person the deeds that they are credited with, alone or with others, oldest first. */
  readonly creditedTo: ReadonlyMap<string, readonly Deed[]>;
  /** The first entry of each page. */
  readonly startedWith: ReadonlyMap<string, number>;
  readonly standing: ReadonlyMap<number, number>;
  /** By entry, how often words of it stand in a place beside the first. */
  readonly copies: ReadonlyMap<number, number>;
  /**
   * By the entry that removed words: those that were restored since, and those that its author has put on
   * another page since, by who wrote them.
   */
  readonly cameBack: ReadonlyMap<number, WordsByEntry>;
  readonly movedLater: ReadonlyMap<number, WordsByEntry>;
}

const indexes = new WeakMap<GroupWork, WorkIndex>();

export function indexOf(work: GroupWork): WorkIndex {
  let index = indexes.get(work);
  if (!index) {
    index = {
      deeds: new Map(work.deeds.map((deed) => [deed.entry, deed])),
      creditedTo: byPerson(work.deeds),
      startedWith: firstEntries(work.deeds),
      standing: standingByEntry(work.deeds),
      copies: copiesByEntry(work.deeds),
      cameBack: afterRemoval(work.deeds, ({ restoredFrom }) => restoredFrom),
      movedLater: afterRemoval(work.deeds, ({ movedFrom }) => movedFrom),
    };
    indexes.set(work, index);
  }
  return index;
}

function byPerson(deeds: readonly Deed[]): Map<string, Deed[]> {
  const credited = new Map<string, Deed[]>();
  for (const deed of deeds) {
    for (const person of creditedWith(deed)) {
      const known = credited.get(person);
      if (known) known.push(deed);
      else credited.set(person, [deed]);
    }
  }
  return credited;
}

/** Who is credited with an entry's words, in equal parts; nobody with starter text. */
export function creditedWith({ author, with: others = [] }: Deed): readonly string[] {
  return author === null ? [] : [author, ...others.filter((other) => other !== author)];
}

/** The part of an entry's words that a person is credited with. */
export function partOf(deed: Deed, person: string): number {
  if (!deed.with) return deed.author === person ? 1 : 0;
  const people = creditedWith(deed);
  return people.includes(person) ? 1 / people.length : 0;
}

/**
 * What an entry changed of the words that stand in the wiki, in however many places, by the entry that wrote
 * them.
 */
export function changesOf({ standingChange, copiesChange }: EntryFigures): WordsByEntry {
  return copiesChange.length === 0
    ? standingChange
    : [...standingChange, ...copiesChange.map(([entry, words]) => [entry, -words] as const)];
}

/** By entry, the words of it that stand after all deeds, each once. O(deeds). */
export function standingByEntry(deeds: readonly Deed[]): Map<number, number> {
  return sumByEntry(deeds, changesOf);
}

/** By entry, how often words of it stand in a place beside the first. O(deeds). */
export function copiesByEntry(deeds: readonly Deed[]): Map<number, number> {
  return sumByEntry(deeds, ({ copiesChange }) => copiesChange);
}

function sumByEntry(
  deeds: readonly Deed[],
  changes: (figures: EntryFigures) => WordsByEntry,
): Map<number, number> {
  const sums = new Map<number, number>();
  for (const { figures } of deeds)
    for (const [entry, words] of changes(figures)) sums.set(entry, (sums.get(entry) ?? 0) + words);
  for (const [entry, words] of sums) if (words === 0) sums.delete(entry);
  return sums;
}

/** What came of the words that entries removed. O(deeds). */
function afterRemoval(
  deeds: readonly Deed[],
  came: (figures: EntryFigures) => RemovedWords,
): Map<number, WordsByEntry> {
  const after = new Map<number, (readonly [number, number])[]>();
  for (const { figures } of deeds) {
    for (const [removedBy, owner, words] of came(figures))
      (after.get(removedBy) ?? after.set(removedBy, []).get(removedBy)!).push([owner, words]);
  }
  return after;
}

/**
 * The words that an entry took off the wiki, by who wrote them: what its author has put on another page since
 * was moved.
 */
export function removedBy(work: GroupWork, { entry, figures }: Deed): WordsByEntry {
  const moved = indexOf(work).movedLater.get(entry);
  return moved
    ? [...figures.removedFrom, ...moved.map(([owner, words]) => [owner, -words] as const)]
    : figures.removedFrom;
}

function firstEntries(deeds: readonly Deed[]): Map<string, number> {
  const first = new Map<string, number>();
  for (const { page, entry } of deeds) if (!first.has(page)) first.set(page, entry);
  return first;
}

/** The times that hold for an entry: those of whoever saved it, also for others who wrote it too. */
export function timesOfDeed({ timesOf }: GroupWork, { author }: Deed): WorkTimes | null {
  return author === null ? null : timesOf(author);
}

export function isLateDeed(work: GroupWork, deed: Deed): boolean {
  return isLate(timesOfDeed(work, deed), deed.at);
}
