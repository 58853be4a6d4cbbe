/** What stands behind a figure, line by line: the ways in which a figure of the table gathers it. */
import { type Deed, type GroupWork, indexOf, partOf, type Remark } from "./work";
import { sittingGap } from "./sittings";

/** Whose figure is asked for, in what work: one person, or all guests together. */
export interface Asked {
  readonly work: GroupWork;
  readonly people: readonly string[];
}

/** What an entry or a comment adds to a figure. */
export type EvidenceItem = { readonly amount: number } & (
  { readonly entry: number; readonly remark: null } | { readonly entry: null; readonly remark: string }
);

export function sum(items: readonly { readonly amount: number }[]): number {
  return items.reduce((total, item) => total + item.amount, 0);
}

/** What lies in the work's period. */
export function within<Each extends { readonly at: number }>(
  { from }: GroupWork,
  all: readonly Each[],
): readonly Each[] {
  return from === undefined ? all : all.filter(({ at }) => at >= from);
}

export function isOfTeammate(author: string | null, { members }: GroupWork, member: string): boolean {
  return author !== null && author !== member && members.includes(author);
}

/**
 * Entries of the period that belong to somebody who is asked about, with what each adds; those that add
 * nothing are left out.
 */
export function entries(
  { work, people }: Asked,
  whose: (deed: Deed) => string | null,
  amount: (deed: Deed) => number,
): EvidenceItem[] {
  return within(work, work.deeds).flatMap((deed): EvidenceItem[] => {
    const person = whose(deed);
    const adds = person !== null && people.includes(person) ? amount(deed) : 0;
    return adds === 0 ? [] : [{ entry: deed.entry, remark: null, amount: adds }];
  });
}

/** The same of words that several can be credited with, each with their part. O(deeds of these people). */
export function inParts(
  { work, people }: Asked,
  words: (deed: Deed) => number,
  when: "in the period" | "at any time" = "in the period",
): EvidenceItem[] {
  const { creditedTo } = indexOf(work);
  const deedsOf = (person: string) => creditedTo.get(person) ?? [];
  const ofOne = (person: string) =>
    (when === "at any time" ? deedsOf(person) : within(work, deedsOf(person))).flatMap(
      (deed): EvidenceItem[] => {
        const amount = words(deed) * partOf(deed, person);
        return amount === 0 ? [] : [{ entry: deed.entry, remark: null, amount }];
      },
    );
  return people.length === 1
    ? ofOne(people[0]!)
    : people.flatMap(ofOne).sort((one, other) => one.entry! - other.entry!);
}

/** Comments of the period. */
export function remarks({ work, people }: Asked, counts: (remark: Remark) => boolean): EvidenceItem[] {
  return within(work, work.remarks)
    .filter((remark) => people.includes(remark.author) && counts(remark))
    .map(({ id }) => ({ entry: null, remark: id, amount: 1 }));
}

/** The acts with which sittings begin, of acts in the order of time. */
export function sittingStarts<Each extends { readonly at: number }>(acts: readonly Each[]): Each[] {
  return acts.filter(({ at }, index) => index === 0 || at - acts[index - 1]!.at >= sittingGap);
}
