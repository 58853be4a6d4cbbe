/** The figures of a group: who has how much of what stands, who built on whom, and how the text grew. */
import type { Author } from "./step";
import { balance, shares, wholePercents } from "./shares";
import { changesOf, creditedWith, type Deed, type GroupWork, indexOf } from "./work";

export interface GroupFigures {
  readonly words: number;
  /** In the order of the members. */
  readonly standing: readonly number[];
  /** Parts of what members and guests have standing. */
  readonly shares: readonly (number | null)[];
  /** What guests have standing, who were given to nobody yet. */
  readonly unassigned: number;
  /** Starter text, and words of people who are no members: outside the sum that shares are made of. */
  readonly starter: number;
  readonly others: number;
  readonly balance: number | null;
}

/** O(deeds + members). */
export function groupFigures(work: GroupWork): GroupFigures {
  const { members, guests } = work;
  const byAuthor = standingOfAll(work);
  const standing = members.map((member) => byAuthor.get(member) ?? 0);
  const unassigned = guests.reduce((total, guest) => total + (byAuthor.get(guest) ?? 0), 0);
  const starter = byAuthor.get(null) ?? 0;
  const words = [...byAuthor.values()].reduce((total, each) => total + each, 0);
  return {
    words,
    standing,
    shares: shares([...standing, unassigned]).slice(0, members.length),
    unassigned,
    starter,
    others: words - starter - unassigned - standing.reduce((total, each) => total + each, 0),
    balance: balance(standing),
  };
}

/**
 * The members' shares in whole per cent that add up, with what is unassigned, to a hundred; that stands under
 * "". Null: nobody has words.
 */
export function sharePercents(work: GroupWork): Map<string, number | null> {
  const { standing, unassigned } = groupFigures(work);
  const percents = wholePercents(shares([...standing, unassigned]));
  return new Map([...work.members, ""].map((id, at) => [id, percents[at] ?? null]));
}

/** The words that stand in the wiki by author, each word once; starter text under null. O(deeds). */
export function standingOfAll(work: GroupWork): Map<Author, number> {
  return standingByAuthors(work.deeds, indexOf(work).standing);
}

/** Words by entry as words by author, shared credit in equal parts; starter text under null. */
function standingByAuthors(
  deeds: readonly Deed[],
  byEntry: ReadonlyMap<number, number>,
): Map<Author, number> {
  const byAuthor = new Map<Author, number>();
  for (const deed of deeds) {
    const words = byEntry.get(deed.entry) ?? 0;
    if (words === 0) continue;
    const people: readonly Author[] = deed.author === null ? [null] : creditedWith(deed);
    for (const person of people) byAuthor.set(person, (byAuthor.get(person) ?? 0) + words / people.length);
  }
  return byAuthor;
}

/**
 * The words that stand on each page, by author: what stands on two of them stands on both. O(changes of all
 * deeds).
 */
export function standingByPage(work: GroupWork): Map<string, Map<Author, number>> {
  const byPage = new Map<string, Map<number, number>>();
  for (const { page, figures } of work.deeds) {
    const onPage = byPage.get(page) ?? new Map<number, number>();
    for (const [entry, words] of figures.standingChange) onPage.set(entry, (onPage.get(entry) ?? 0) + words);
    byPage.set(page, onPage);
  }
  return new Map([...byPage].map(([page, byEntry]) => [page, standingByAuthors(work.deeds, byEntry)]));
}

/** The words that stand after an entry, by author. */
export interface GrowthPoint {
  readonly entry: number;
  readonly at: number;
  readonly standing: ReadonlyMap<Author, number>;
}

/**
 * How the text grew, at most `most` points (4 or more): of each stretch of entries its first and last, and
 * those between at which the text was longest and shortest, so that a blanked page stays visible however far
 * one looks from.
 */
export function growth(deeds: readonly Deed[], most: number): GrowthPoint[] {
  const byEntry = new Map<number, number>();
  const known: Deed[] = [];
  const totals = deeds.map(({ figures }) =>
    changesOf(figures).reduce((total, [, words]) => total + words, 0),
  );
  let total = 0;
  const lengths = totals.map((change) => (total += change));
  const wanted = new Set(extremes(lengths, most));
  const points: GrowthPoint[] = [];
  deeds.forEach((deed, index) => {
    known.push(deed);
    for (const [entry, words] of changesOf(deed.figures))
      byEntry.set(entry, (byEntry.get(entry) ?? 0) + words);
    if (wanted.has(index))
      points.push({ entry: deed.entry, at: deed.at, standing: standingByAuthors(known, byEntry) });
  });
  return points;
}

function extremes(values: readonly number[], most: number): number[] {
  if (values.length <= most) return [...values.keys()];
  const stretches = Math.max(1, Math.floor(most / 4));
  const wanted = new Set<number>();
  for (let stretch = 0; stretch < stretches; stretch++) {
    const from = Math.floor((stretch * values.length) / stretches),
      to = Math.floor(((stretch + 1) * values.length) / stretches);
    let lowest = from,
      highest = from;
    for (let at = from; at < to; at++) {
      if (values[at]! < values[lowest]!) lowest = at;
      if (values[at]! > values[highest]!) highest = at;
    }
    for (const at of [from, lowest, highest, to - 1]) wanted.add(at);
  }
  return [...wanted].sort((one, other) => one - other);
}
