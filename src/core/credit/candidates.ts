/**
 * What could be found in a group's work, whatever the thresholds: computed once, so that it can be shown at
 * once what thresholds would find while they are moved.
 */
import { type Finding, findings, type Thresholds } from "./findings";
import type { GroupWork } from "./work";

/** The lowest that each threshold can be set to: nothing below is looked at. */
const lowest: Thresholds = {
  lastDayPart: 0,
  shareOfOne: 0,
  arrivalPart: 0,
  oneGoPart: 0,
  oneGoWords: 0,
  repeatedWords: 0,
  arrivalWords: 0,
  removedWords: 1,
  backAndForthWords: 1,
  entriesOnOwnPages: 1,
};

export interface Candidate {
  readonly kind: Finding["kind"];
  readonly members: readonly string[];
  /** What has to reach each threshold for it to be found; what is not named does not matter. */
  readonly atLeast: Partial<Record<keyof Thresholds, number>>;
}

/** Whether thresholds find it. */
export function isFound({ atLeast }: Candidate, thresholds: Thresholds): boolean {
  return (Object.entries(atLeast) as [keyof Thresholds, number][]).every(
    ([name, value]) => value >= thresholds[name],
  );
}

/** O(deeds × members). */
export function candidates(work: GroupWork): Candidate[] {
  return findings(work, lowest).map(candidateOf);
}

function candidateOf(finding: Finding): Candidate {
  const members = "members" in finding ? finding.members : [finding.member];
  const of = (atLeast: Candidate["atLeast"]): Candidate => ({ kind: finding.kind, members, atLeast });
  switch (finding.kind) {
    case "most in the last day":
      return of({ lastDayPart: finding.part });
    case "most in one go":
      return of({ oneGoPart: finding.part, oneGoWords: finding.words });
    case "repeated text":
      return of({ repeatedWords: finding.words });
    case "one author for most":
      return of({ shareOfOne: finding.share });
    case "large arrival":
      return of({ arrivalWords: finding.words, arrivalPart: finding.part });
    case "removed and not talked about":
      return of({ removedWords: finding.words });
    case "back and forth":
      return of({ backAndForthWords: finding.words });
    case "only own pages":
      return of({ entriesOnOwnPages: finding.entries });
    case "nothing done":
    case "only restyling":
      return of({});
    default:
      return finding satisfies never;
  }
}
