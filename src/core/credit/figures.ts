/** The figures of a student over a group's work. */
import { dayLength } from "../time/lengths";
import { type Deed, type EvidenceItem, type GroupWork, indexOf, partOf, sittingGap } from "./work";

/** Figures that are sums over entries: each with the entries behind it. */
export const summedFigures = [
  "entries", "added", "standing", "corrections", "carried", "restored", "moved", "removedOwn", "removedOthers", "tookBackOwn", "tookBackOthers",
  "triedAndDropped", "editedByOthers", "entriesOnOthersPages", "discussed",
] as const;
export type SummedFigure = (typeof summedFigures)[number];

export interface MemberFigures extends Readonly<Record<SummedFigure, number>> {
  readonly pagesTouched: number;
  readonly pagesStarted: number;
  readonly activeDays: number;
  /** Runs of entries and comments with gaps under 30 minutes. */
  readonly sittings: number;
  /** Standing / added; null when nothing was added, and for a period that begins later: what stands is older in part. */
  readonly lasting: number | null;
  /** The most words added in one entry, that entry, and its part of all that was added. */
  readonly largestArrival: { readonly words: number; readonly entry: number; readonly part: number } | null;
  readonly comments: number;
  readonly replies: number;
  readonly commentsOnOthersPages: number;
  /** Teammates that the student answered, or who answered. */
  readonly talkedWith: readonly string[];
  /** Of what was added, the part saved in the 24 hours before the due time, and the part before it; null without due time or words. */
  readonly lastDayPart: number | null;
  readonly inTime: number | null;
}

/** The entries behind a figure, oldest first; their amounts add up to it. O(deeds of the member), and of all for what others did. */
export function evidenceOf(work: GroupWork, member: string, figure: SummedFigure): EvidenceItem[] {
  const { deeds: owners, creditedTo, startedBy, standing } = indexOf(work);
  const credited = creditedTo.get(member) ?? [];
  const isOwn = (deed: Deed) => deed.author === member;
  const wordsOf = (counts: Deed["figures"]["removedFrom"]) => counts.reduce((sum, [entry, words]) => {
    const owner = owners.get(entry);
    return sum + (owner ? words * partOf(owner, member) : 0);
  }, 0);
  const itemsOf = (deeds: readonly Deed[], amount: (deed: Deed) => number) => deeds.map((deed) => ({ entry: deed.entry, amount: amount(deed) })).filter((item) => item.amount !== 0);
  const items = (amount: (deed: Deed) => number) => itemsOf(within(work, credited), amount);
  const own = (amount: (deed: Deed) => number) => items((deed) => (isOwn(deed) ? amount(deed) : 0));
  switch (figure) {
    case "entries": return own(() => 1);
    case "added": return items((deed) => deed.figures.added * partOf(deed, member));
    case "standing": return itemsOf(credited, (deed) => (standing.get(deed.entry) ?? 0) * partOf(deed, member));
    case "corrections": return own((deed) => deed.figures.corrected);
    case "carried": return own((deed) => deed.figures.carried);
    case "restored": return own((deed) => deed.figures.restored);
    case "moved": return own((deed) => deed.figures.moved);
    case "removedOwn": return own((deed) => deed.figures.removedOwn - deed.figures.broughtOverOwn);
    case "removedOthers": return own((deed) => deed.figures.removedOthers - deed.figures.broughtOverOthers);
    case "tookBackOwn": return own((deed) => deed.figures.tookBackOwn);
    case "tookBackOthers": return own((deed) => deed.figures.tookBackOthers);
    case "triedAndDropped": return own((deed) => deed.figures.removedOwn - deed.figures.broughtOverOwn - deed.figures.tookBackOwn);
    case "editedByOthers": return itemsOf(within(work, work.deeds), (deed) => (isOwn(deed) ? 0 : wordsOf(deed.figures.removedFrom) - wordsOf(deed.figures.broughtOverFrom) + wordsOf(deed.figures.correctedFrom)));
    case "entriesOnOthersPages": return own((deed) => (isOfTeammate(startedBy.get(deed.page) ?? null, work, member) ? 1 : 0));
    case "discussed": return items((deed) => (deed.discussed ?? 0) * partOf(deed, member));
    default: return figure satisfies never;
  }
}

/** What lies in the work's period. */
function within<Each extends { readonly at: number }>({ from }: GroupWork, all: readonly Each[]): readonly Each[] {
  return from === undefined ? all : all.filter(({ at }) => at >= from);
}

function isOfTeammate(author: string | null, { members }: GroupWork, member: string): boolean {
  return author !== null && author !== member && members.includes(author);
}

const known = new WeakMap<GroupWork, Map<string, MemberFigures>>();

/** All figures of one member, computed once for each work. O(deeds + remarks), and the deeds of the member for each figure. */
export function memberFigures(work: GroupWork, member: string): MemberFigures {
  let ofMembers = known.get(work);
  if (!ofMembers) known.set(work, (ofMembers = new Map()));
  let figures = ofMembers.get(member);
  if (!figures) ofMembers.set(member, (figures = figuresOf(work, member)));
  return figures;
}

function figuresOf(work: GroupWork, member: string): MemberFigures {
  const sums = Object.fromEntries(summedFigures.map((figure) => [figure, sum(evidenceOf(work, member, figure))])) as Record<SummedFigure, number>;
  const { startedBy } = indexOf(work);
  const deeds = within(work, work.deeds).filter((deed) => deed.author === member);
  const said = within(work, work.remarks);
  const remarks = said.filter((remark) => remark.author === member);
  const moments = [...deeds, ...remarks].map((each) => each.at).sort((one, other) => one - other);
  const arrivals = evidenceOf(work, member, "added");
  const largest = arrivals.reduce<EvidenceItem | null>((most, item) => (most && most.amount >= item.amount ? most : item), null);
  const addedBefore = (from: number, until: number) => {
    const inside = new Set(work.deeds.filter(({ at }) => at >= from && at < until).map((deed) => deed.entry));
    return sums.added > 0 ? sum(arrivals.filter((item) => inside.has(item.entry))) / sums.added : null;
  };
  const partners = [
    ...remarks.map((remark) => remark.answers), ...said.filter((remark) => remark.answers === member).map((remark) => remark.author),
  ];
  return {
    ...sums,
    pagesTouched: new Set(deeds.map((deed) => deed.page)).size,
    pagesStarted: [...startedBy.entries()].filter(([page, author]) => author === member && deeds.some((deed) => deed.page === page)).length,
    activeDays: new Set(moments.map(work.dayOf)).size,
    sittings: moments.filter((at, index) => index === 0 || at - moments[index - 1]! >= sittingGap).length,
    lasting: work.from === undefined && sums.added > 0 ? sums.standing / sums.added : null,
    largestArrival: largest ? { words: largest.amount, entry: largest.entry, part: largest.amount / sums.added } : null,
    comments: remarks.filter((remark) => remark.answers === null).length,
    replies: remarks.filter((remark) => remark.answers !== null).length,
    commentsOnOthersPages: remarks.filter((remark) => isOfTeammate(startedBy.get(remark.page) ?? null, work, member)).length,
    talkedWith: [...new Set(partners.filter((other): other is string => other !== null && other !== member && work.members.includes(other)))].sort(),
    lastDayPart: work.dueAt === null ? null : addedBefore(work.dueAt - dayLength, work.dueAt),
    inTime: work.dueAt === null ? null : addedBefore(-Infinity, work.dueAt),
  };
}

function sum(items: readonly EvidenceItem[]): number {
  return items.reduce((total, item) => total + item.amount, 0);
}
