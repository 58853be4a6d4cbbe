/**
 * What could be found in a group's work, whatever the thresholds: computed once, so that it can be shown at once what
 * thresholds would find while they are moved.
 */
import { backAndForth as runsOf, type Finding, findings, type Thresholds } from "./findings";
import type { GroupWork } from "./work";

/** The lowest that each threshold can be set to: nothing below is looked at. */
const lowest: Thresholds = { lastDayPart: 0, shareOfOne: 0, arrivalPart: 0, arrivalWords: 0, removedWords: 1, backAndForthWords: Number.MAX_SAFE_INTEGER, entriesOnOwnPages: 1 };

export interface Candidate {
  readonly kind: Finding["kind"];
  readonly members: readonly string[];
  /** What has to reach each threshold for it to be found; what is not named does not matter. */
  readonly atLeast: Partial<Record<keyof Thresholds, number>>;
  /** Of back and forth: it is found only if the threshold lies above this. */
  readonly above?: number;
}

/** Whether thresholds find it. */
export function isFound({ atLeast, above }: Candidate, thresholds: Thresholds): boolean {
  const reaches = (Object.entries(atLeast) as [keyof Thresholds, number][]).every(([name, value]) => value >= thresholds[name]);
  return reaches && (above === undefined || thresholds.backAndForthWords > above);
}

/** O(deeds × members), and for back and forth O(deeds) for each amount that was undone. */
export function candidates(work: GroupWork): Candidate[] {
  return [...findings(work, lowest).map(candidateOf), ...backAndForth(work)];
}

function candidateOf(finding: Finding): Candidate {
  const members = "members" in finding ? finding.members : [finding.member];
  const of = (atLeast: Candidate["atLeast"]): Candidate => ({ kind: finding.kind, members, atLeast });
  switch (finding.kind) {
    case "most in the last day": return of({ lastDayPart: finding.part });
    case "one author for most": return of({ shareOfOne: finding.share });
    case "large arrival": return of({ arrivalWords: finding.words, arrivalPart: finding.part });
    case "removed and not talked about": return of({ removedWords: finding.words });
    case "only own pages": return of({ entriesOnOwnPages: finding.entries });
    case "nothing done": case "only restyling": case "back and forth": return of({});
    default: return finding satisfies never;
  }
}

/** With a lower threshold more entries count as undoing: a run can be found, and broken by others. So each amount is looked at. */
function backAndForth(work: GroupWork): Candidate[] {
  const amounts = [...new Set(work.deeds.flatMap(({ figures }) => [figures.removedOthers, figures.restored - figures.tookBackOwn]))].filter((amount) => amount > 0).sort((one, other) => one - other);
  return amounts.flatMap((amount, at) => runsOf(work, { ...lowest, backAndForthWords: amount }).flatMap((finding): Candidate[] => (
    "members" in finding ? [{ kind: finding.kind, members: finding.members, atLeast: { backAndForthWords: amount }, above: amounts[at - 1] ?? 0 }] : []
  )));
}
