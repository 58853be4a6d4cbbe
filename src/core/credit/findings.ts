/**
 * What an instructor may want to ask about: facts with their evidence, never verdicts. The sentence is made where it is
 * shown; a finding only says what was found, about whom, and where to look.
 */
import { dayLength } from "../time/lengths";
import type { Span } from "../time/span";
import { entriesBehind, memberFigures } from "./figures";
import { groupFigures } from "./group";
import { type Deed, type GroupWork, indexOf } from "./work";

/** Words of one entry, by their ordinals among its new words; `to` is excluded. */
export interface WordRange {
  readonly entry: number;
  readonly from: number;
  readonly to: number;
}

export interface Evidence {
  readonly entries: readonly number[];
  readonly ranges: readonly WordRange[];
  readonly remarks: readonly string[];
}

export type Finding = { readonly evidence: Evidence } & (
  | { readonly kind: "nothing done"; readonly member: string; readonly couldNotWrite: readonly Span[] }
  | { readonly kind: "most in the last day"; readonly member: string; readonly part: number }
  | { readonly kind: "one author for most"; readonly member: string; readonly share: number }
  | { readonly kind: "large arrival"; readonly member: string; readonly words: number; readonly part: number; readonly entry: number }
  | { readonly kind: "removed and not talked about"; readonly member: string; readonly of: string; readonly words: number; readonly entry: number }
  | { readonly kind: "back and forth"; readonly members: readonly [string, string]; readonly words: number; readonly page: string }
  | { readonly kind: "only own pages"; readonly member: string; readonly entries: number }
  | { readonly kind: "only restyling"; readonly member: string; readonly entries: number }
);

/** What makes a finding the same one the next time: what it is about, and not how much of it there is. */
export function findingKey(finding: Finding): string {
  switch (finding.kind) {
    case "large arrival": return `${finding.kind}|${finding.member}|${finding.entry}`;
    case "removed and not talked about": return `${finding.kind}|${finding.member}|${finding.of}|${finding.entry}`;
    case "back and forth": return `${finding.kind}|${[...finding.members].sort().join("|")}|${finding.page}`;
    case "nothing done": case "most in the last day": case "one author for most": case "only own pages": case "only restyling": return `${finding.kind}|${finding.member}`;
    default: return finding satisfies never;
  }
}

export interface Thresholds {
  /** Parts from 0 to 1. */
  readonly lastDayPart: number;
  readonly shareOfOne: number;
  readonly arrivalPart: number;
  /** Words. */
  readonly arrivalWords: number;
  readonly removedWords: number;
  readonly backAndForthWords: number;
  /** Entries of one member. */
  readonly entriesOnOwnPages: number;
}

export const usualThresholds: Thresholds = {
  lastDayPart: 0.6, shareOfOne: 0.6, arrivalPart: 0.6, arrivalWords: 150, removedWords: 80, backAndForthWords: 40, entriesOnOwnPages: 4,
};

/** How long after a removal a remark still counts as talking about it, and before. */
const talkingTime = 3 * dayLength;

/** All findings, by member in the order of the group. `couldNotWrite` says for each member when they were kept out: closed, or admitted late. */
export function findings(work: GroupWork, thresholds: Thresholds = usualThresholds, couldNotWrite: ReadonlyMap<string, readonly Span[]> = new Map()): Finding[] {
  const { members } = work;
  const group = groupFigures(work);
  const { startedBy } = indexOf(work);
  const found: Finding[] = [];
  members.forEach((member, index) => {
    const figures = memberFigures(work, member);
    if (figures.entries === 0 && figures.comments === 0) {
      found.push({ kind: "nothing done", member, couldNotWrite: couldNotWrite.get(member) ?? [], evidence: proof() });
      return;
    }
    if (figures.lastDayPart !== null && figures.lastDayPart >= thresholds.lastDayPart) {
      found.push({ kind: "most in the last day", member, part: figures.lastDayPart, evidence: wordsAdded(entriesBehind(work, member, "lastDayPart")) });
    }
    const share = group.shares[index];
    if (members.length > 1 && share !== null && share !== undefined && share >= thresholds.shareOfOne) {
      found.push({ kind: "one author for most", member, share, evidence: proof(entriesBehind(work, member, "standing").map((item) => item.entry)) });
    }
    const [arrival] = entriesBehind(work, member, "largestArrival");
    const part = figures.largestArrivalPart ?? 0;
    if (arrival && arrival.amount >= thresholds.arrivalWords && part >= thresholds.arrivalPart) {
      found.push({ kind: "large arrival", member, words: arrival.amount, part, entry: arrival.entry, evidence: wordsAdded([arrival]) });
    }
    found.push(...untalkedRemovals(work, member, thresholds));
    // Starter pages are nobody's own: who writes on them writes where all do.
    const isOnlyOnOwn = work.deeds.every((deed) => deed.author !== member || startedBy.get(deed.page) === member);
    if (figures.entries >= thresholds.entriesOnOwnPages && isOnlyOnOwn && figures.commentsOnOthersPages === 0) {
      found.push({ kind: "only own pages", member, entries: figures.entries, evidence: proof(entriesBehind(work, member, "entries").map((item) => item.entry)) });
    }
    const own = work.deeds.filter((deed) => deed.author === member);
    if (own.length > 0 && own.every(onlyRestyles)) {
      found.push({ kind: "only restyling", member, entries: own.length, evidence: proof(own.map((deed) => deed.entry)) });
    }
  });
  return [...found, ...backAndForth(work, thresholds)];
}

function proof(entries: readonly number[] = [], ranges: readonly WordRange[] = [], remarks: readonly string[] = []): Evidence {
  return { entries, ranges, remarks };
}

function wordsAdded(items: readonly { readonly entry: number; readonly amount: number }[]): Evidence {
  return proof(items.map((item) => item.entry), items.map((item) => ({ entry: item.entry, from: 0, to: Math.round(item.amount) })));
}

function onlyRestyles({ figures }: Deed): boolean {
  return figures.restyled > 0 && figures.wordsIn === 0 && figures.wordsOut === 0 && figures.corrected === 0;
}

/** Much of one teammate's text removed in an entry, not brought back by the same hand, and no word between the two about then. */
function untalkedRemovals(work: GroupWork, member: string, { removedWords }: Thresholds): Finding[] {
  const authors = new Map(work.deeds.map((deed) => [deed.entry, deed.author]));
  return work.deeds.filter((deed) => deed.author === member).flatMap((deed) => {
    const byOwner = new Map<string, { words: number; entries: number[] }>();
    for (const [entry, words] of deed.figures.removedFrom) {
      const owner = authors.get(entry);
      if (!owner || owner === member || !work.members.includes(owner)) continue;
      const known = byOwner.get(owner) ?? { words: 0, entries: [] };
      byOwner.set(owner, { words: known.words + words, entries: [...known.entries, entry] });
    }
    return [...byOwner].filter(([owner, { words }]) => words >= removedWords && !talkedAround(work, member, owner, deed.at))
      .map(([owner, { words, entries }]): Finding => ({
        kind: "removed and not talked about", member, of: owner, words, entry: deed.entry, evidence: proof([deed.entry, ...entries]),
      }));
  });
}

function talkedAround({ remarks }: GroupWork, one: string, other: string, at: number): boolean {
  return remarks.some((remark) => Math.abs(remark.at - at) <= talkingTime
    && ((remark.author === one && (remark.answers === other || remark.answers === null)) || (remark.author === other && remark.answers === one)));
}

/** Two members who remove and restore the same text on a page in turns, twice at least; once for each pair and page, however often they began again. */
export function backAndForth({ deeds, members }: GroupWork, { backAndForthWords }: Thresholds): Finding[] {
  const byPage = new Map<string, Deed[]>();
  for (const deed of deeds) byPage.set(deed.page, [...(byPage.get(deed.page) ?? []), deed]);
  return [...byPage].flatMap(([page, own]) => {
    const runs = turnsIn(own, (deed) => deed.author !== null && members.includes(deed.author)
      && Math.max(deed.figures.removedOthers, deed.figures.restored - deed.figures.tookBackOwn) >= backAndForthWords);
    const ofPair = new Map<string, Deed[]>();
    for (const run of runs) {
      const pair = [run[0]!.author!, run[1]!.author!].sort().join(" ");
      ofPair.set(pair, [...(ofPair.get(pair) ?? []), ...run]);
    }
    return [...ofPair.values()].map((both): Finding => ({
      kind: "back and forth", members: [both[0]!.author!, both[1]!.author!], page, evidence: proof(both.map((deed) => deed.entry)),
      words: both.reduce((sum, { figures }) => sum + figures.removedOthers + figures.restored, 0),
    }));
  });
}

/** Runs of four or more deeds that undo something, by two authors in turns. */
function turnsIn(deeds: readonly Deed[], undoes: (deed: Deed) => boolean): Deed[][] {
  const found: Deed[][] = [];
  let run: Deed[] = [];
  const close = () => {
    if (run.length >= 4) found.push(run);
    run = [];
  };
  for (const deed of deeds) {
    const goesOn = run.length === 0 || (deed.author !== run.at(-1)!.author && (run.length < 2 || deed.author === run.at(-2)!.author));
    if (!undoes(deed) || !goesOn) close();
    if (undoes(deed)) run.push(deed);
  }
  close();
  return found;
}
