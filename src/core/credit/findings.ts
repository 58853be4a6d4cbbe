/**
 * What an instructor may want to ask about: facts with their evidence, never verdicts. The sentence is made
 * where it is shown; a finding only says what was found, about whom, and where to look.
 */
import { dayLength } from "../time/lengths";
import type { Span } from "../time/span";
import { entriesBehind, memberFigures } from "./figures";
import { groupFigures } from "./group";
import { type Deed, type GroupWork, indexOf, removedBy } from "./work";

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

export type Finding = { readonly evidence: Evidence } &
  /**
   * `unassigned`: words of guests, which could be theirs. `lastHere`: when they were last on the course;
   * null: never; absent: nobody knows.
   */
  (
    | {
        readonly kind: "nothing done";
        readonly member: string;
        readonly couldNotWrite: readonly Span[];
        readonly unassigned: number;
        readonly lastHere?: number | null;
      }
    | { readonly kind: "most in the last day"; readonly member: string; readonly part: number }
    | {
        readonly kind: "most in one go";
        readonly member: string;
        readonly part: number;
        readonly words: number;
        readonly from: number;
        readonly to: number;
      }
    | { readonly kind: "repeated text"; readonly member: string; readonly words: number }
    | { readonly kind: "one author for most"; readonly member: string; readonly share: number }
    | {
        readonly kind: "large arrival";
        readonly member: string;
        readonly words: number;
        readonly part: number;
        readonly entry: number;
      }
    | {
        readonly kind: "removed and not talked about";
        readonly member: string;
        readonly of: string;
        readonly words: number;
        readonly entries: number;
        readonly entry: number;
      }
    | {
        readonly kind: "back and forth";
        readonly members: readonly [string, string];
        readonly words: number;
        readonly page: string;
      }
    | { readonly kind: "only own pages"; readonly member: string; readonly entries: number }
    | { readonly kind: "only restyling"; readonly member: string; readonly entries: number }
  );

/** What makes a finding the same one the next time: what it is about, and not how much of it there is. */
export function findingKey(finding: Finding): string {
  switch (finding.kind) {
    case "large arrival":
      return `${finding.kind}|${finding.member}|${finding.entry}`;
    case "removed and not talked about":
      return `${finding.kind}|${finding.member}|${finding.of}|${finding.entry}`;
    case "back and forth":
      return `${finding.kind}|${[...finding.members].sort().join("|")}|${finding.page}`;
    case "nothing done":
    case "most in the last day":
    case "most in one go":
    case "repeated text":
    case "one author for most":
    case "only own pages":
    case "only restyling":
      return `${finding.kind}|${finding.member}`;
    default:
      return finding satisfies never;
  }
}

export interface Thresholds {
  /** Parts from 0 to 1. */
  readonly lastDayPart: number;
  readonly shareOfOne: number;
  readonly arrivalPart: number;
  readonly oneGoPart: number;
  /** Words. */
  readonly oneGoWords: number;
  readonly repeatedWords: number;
  readonly arrivalWords: number;
  /** Of one teammate's, in all entries together. */
  readonly removedWords: number;
  /** In all turns together. */
  readonly backAndForthWords: number;
  /** Entries of one member. */
  readonly entriesOnOwnPages: number;
}

export const usualThresholds: Thresholds = {
  lastDayPart: 0.6,
  shareOfOne: 0.6,
  arrivalPart: 0.6,
  oneGoPart: 0.9,
  oneGoWords: 100,
  repeatedWords: 20,
  arrivalWords: 150,
  removedWords: 80,
  backAndForthWords: 80,
  entriesOnOwnPages: 4,
};

/** What was set for an assignment, and the usual ones for what was not: some came later than it did. */
export const thresholdsWith = (set: Partial<Thresholds> | null): Thresholds => ({
  ...usualThresholds,
  ...set,
});

/** Less than so many words is a slip of the hand, and no removal or undoing. */
const fewWords = 5;
/**
 * One go: an evening and its night. Where it was open for less than eight times as long, all worked in few
 * goes.
 */
const oneGo = dayLength / 2;
const leastGoes = 8;

/** How long after a removal a remark still counts as talking about it, and before. */
const talkingTime = 3 * dayLength;

/** What is known of members besides their work. */
export interface Circumstances {
  /** When they were kept out: closed, or admitted late. */
  readonly couldNotWrite?: ReadonlyMap<string, readonly Span[]>;
  /** When they were last on the course, in milliseconds since 1970; null: never. */
  readonly lastHere?: ReadonlyMap<string, number | null>;
}

/** All findings, by member in the order of the group. */
export function findings(
  work: GroupWork,
  thresholds: Thresholds = usualThresholds,
  { couldNotWrite, lastHere }: Circumstances = {},
): Finding[] {
  const { members } = work;
  const group = groupFigures(work);
  const found: Finding[] = [];
  members.forEach((member, index) => {
    const figures = memberFigures(work, member);
    if (figures.entries === 0 && figures.comments === 0) {
      const here = lastHere?.get(member);
      found.push({
        kind: "nothing done",
        member,
        couldNotWrite: couldNotWrite?.get(member) ?? [],
        unassigned: group.unassigned,
        ...(here === undefined ? {} : { lastHere: here }),
        evidence: proof(),
      });
      return;
    }
    if (figures.lastDayPart !== null && figures.lastDayPart >= thresholds.lastDayPart) {
      found.push({
        kind: "most in the last day",
        member,
        part: figures.lastDayPart,
        evidence: wordsAdded(entriesBehind(work, member, "lastDayPart")),
      });
    }
    found.push(
      ...mostInOneGo(work, member, figures.added, thresholds),
      ...repeatedText(work, member, thresholds),
    );
    const share = group.shares[index];
    if (members.length > 1 && share !== null && share !== undefined && share >= thresholds.shareOfOne) {
      found.push({
        kind: "one author for most",
        member,
        share,
        evidence: proof(entriesBehind(work, member, "standing").map((item) => item.entry)),
      });
    }
    const [arrival] = entriesBehind(work, member, "largestArrival");
    const part = figures.largestArrivalPart ?? 0;
    if (arrival && arrival.amount >= thresholds.arrivalWords && part >= thresholds.arrivalPart) {
      found.push({
        kind: "large arrival",
        member,
        words: arrival.amount,
        part,
        entry: arrival.entry,
        evidence: wordsAdded([arrival]),
      });
    }
    found.push(...untalkedRemovals(work, member, thresholds));
    if (
      members.length > 1 &&
      figures.entries >= thresholds.entriesOnOwnPages &&
      figures.entriesOnOthersPages === 0 &&
      figures.commentsOnOthersPages === 0
    ) {
      found.push({
        kind: "only own pages",
        member,
        entries: figures.entries,
        evidence: proof(entriesBehind(work, member, "entries").map((item) => item.entry)),
      });
    }
    const own = work.deeds.filter((deed) => deed.author === member);
    if (own.length > 0 && own.every(onlyRestyles)) {
      found.push({
        kind: "only restyling",
        member,
        entries: own.length,
        evidence: proof(own.map((deed) => deed.entry)),
      });
    }
  });
  return [...found, ...backAndForth(work, thresholds)];
}

function proof(
  entries: readonly number[] = [],
  ranges: readonly WordRange[] = [],
  remarks: readonly string[] = [],
): Evidence {
  return { entries, ranges, remarks };
}

function wordsAdded(items: readonly { readonly entry: number; readonly amount: number }[]): Evidence {
  return proof(
    items.map((item) => item.entry),
    items.map((item) => ({ entry: item.entry, from: 0, to: Math.round(item.amount) })),
  );
}

function onlyRestyles({ figures }: Deed): boolean {
  return figures.restyled > 0 && figures.wordsIn === 0 && figures.wordsOut === 0 && figures.corrected === 0;
}

/**
 * The most that somebody added in one go of several entries, where the assignment was open for many; asked
 * about once half of that time has gone, by the last act of all.
 */
function mostInOneGo(
  work: GroupWork,
  member: string,
  all: number,
  { oneGoPart, oneGoWords }: Thresholds,
): Finding[] {
  const times = work.timesOf(member);
  if (!times || all === 0 || times.dueAt - times.opensAt < leastGoes * oneGo) return [];
  const lastAct = Math.max(work.deeds.at(-1)?.at ?? -Infinity, ...work.remarks.map(({ at }) => at));
  if (lastAct < (times.opensAt + times.dueAt) / 2) return [];
  const added = entriesBehind(work, member, "added").map((item) => ({
    ...item,
    at: indexOf(work).deeds.get(item.entry)!.at,
  }));
  let words = 0,
    most = 0,
    mostFrom = 0,
    mostTo = 0;
  for (let from = 0, to = 0; to < added.length; to++) {
    words += added[to]!.amount;
    for (; added[to]!.at - added[from]!.at > oneGo; from++) words -= added[from]!.amount;
    if (words > most) [most, mostFrom, mostTo] = [words, from, to];
  }
  const part = most / all;
  if (mostFrom === mostTo || part < oneGoPart || most < oneGoWords) return [];
  return [
    {
      kind: "most in one go",
      member,
      part,
      words: most,
      from: added[mostFrom]!.at,
      to: added[mostTo]!.at,
      evidence: wordsAdded(added.slice(mostFrom, mostTo + 1)),
    },
  ];
}

/** Text that stands or was added more than once. */
function repeatedText(work: GroupWork, member: string, { repeatedWords }: Thresholds): Finding[] {
  const copies = entriesBehind(work, member, "copies");
  const repeats = work.deeds.filter(({ author, figures }) => author === member && figures.repeated > 0);
  const words =
    copies.reduce((sum, { amount }) => sum + amount, 0) +
    repeats.reduce((sum, { figures }) => sum + figures.repeated, 0);
  if (words < repeatedWords || words === 0) return [];
  return [
    {
      kind: "repeated text",
      member,
      words,
      evidence: proof(
        [...new Set([...copies.map(({ entry }) => entry), ...repeats.map(({ entry }) => entry)])].sort(
          (one, other) => one - other,
        ),
      ),
    },
  ];
}

/**
 * Much of one teammate's text removed, at once or bit by bit, and no word between the two about then. What
 * was put on another page, or came back, was not removed.
 */
function untalkedRemovals(work: GroupWork, member: string, { removedWords }: Thresholds): Finding[] {
  const { deeds: owners } = indexOf(work);
  const byOwner = new Map<
    string,
    { words: number; readonly removals: number[]; readonly wrote: Set<number> }
  >();
  for (const deed of work.deeds) {
    if (deed.author !== member) continue;
    const from = new Map<string, { words: number; readonly wrote: number[] }>();
    const back = (indexOf(work).cameBack.get(deed.entry) ?? []).map(
      ([entry, words]) => [entry, -words] as const,
    );
    for (const [entry, words] of [...removedBy(work, deed), ...back]) {
      const owner = owners.get(entry)?.author;
      if (!owner || owner === member || !work.members.includes(owner)) continue;
      const part = from.get(owner) ?? from.set(owner, { words: 0, wrote: [] }).get(owner)!;
      part.words += words;
      part.wrote.push(entry);
    }
    for (const [owner, { words, wrote }] of from) {
      if (words < fewWords || talkedAround(work, member, owner, deed.at)) continue;
      const known =
        byOwner.get(owner) ?? byOwner.set(owner, { words: 0, removals: [], wrote: new Set() }).get(owner)!;
      known.words += words;
      known.removals.push(deed.entry);
      for (const entry of wrote) known.wrote.add(entry);
    }
  }
  return [...byOwner]
    .filter(([, { words }]) => words >= removedWords)
    .map(([owner, { words, removals, wrote }]): Finding => ({
      kind: "removed and not talked about",
      member,
      of: owner,
      words,
      entries: removals.length,
      entry: removals.at(-1)!,
      evidence: proof([...removals, ...[...wrote].filter((entry) => !removals.includes(entry))]),
    }));
}

function talkedAround({ remarks }: GroupWork, one: string, other: string, at: number): boolean {
  return remarks.some(
    (remark) =>
      Math.abs(remark.at - at) <= talkingTime &&
      ((remark.author === one && (remark.answers === other || remark.answers === null)) ||
        (remark.author === other && remark.answers === one)),
  );
}

/**
 * Two members who remove and restore the same text on a page in turns, twice at least; once for each pair and
 * page, however often they began again and however little it was each time.
 */
function backAndForth({ deeds, members }: GroupWork, { backAndForthWords }: Thresholds): Finding[] {
  const byPage = new Map<string, Deed[]>();
  for (const deed of deeds) byPage.set(deed.page, [...(byPage.get(deed.page) ?? []), deed]);
  return [...byPage].flatMap(([page, own]) => {
    const runs = turnsIn(
      own,
      (deed) =>
        deed.author !== null &&
        members.includes(deed.author) &&
        Math.max(deed.figures.removedOthers, deed.figures.gaveBack) >= fewWords,
    );
    const ofPair = new Map<string, Deed[]>();
    for (const run of runs) {
      const pair = [run[0]!.author!, run[1]!.author!].sort().join(" ");
      ofPair.set(pair, [...(ofPair.get(pair) ?? []), ...run]);
    }
    return [...ofPair.values()]
      .map((both): Finding => ({
        kind: "back and forth",
        members: [both[0]!.author!, both[1]!.author!],
        page,
        evidence: proof(both.map((deed) => deed.entry)),
        words: both.reduce((sum, { figures }) => sum + figures.removedOthers + figures.gaveBack, 0),
      }))
      .filter((finding) => "words" in finding && finding.words >= backAndForthWords);
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
    const goesOn =
      run.length === 0 ||
      (deed.author !== run.at(-1)!.author && (run.length < 2 || deed.author === run.at(-2)!.author));
    if (!undoes(deed) || !goesOn) close();
    if (undoes(deed)) run.push(deed);
  }
  close();
  return found;
}
