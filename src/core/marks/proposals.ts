/** What a group's sheet comes to, and what it proposes for each of its members, as the assignment says. */
import type { CriteriaSheet } from "./criteria";
import { read } from "./criteria";
import type { JudgedCriterion } from "./judged";
import { type MemberMark, memberMarks, shownMark } from "./member-marks";
import type { Scale } from "./rule";
import { exactDecimal, isBelow, isZero, over, plus, type Ratio, smaller, sum, times } from "./ratio";
import type { Reckoned } from "./shares";
import { sheetResult } from "./sheet";
import { exact, told } from "./working";

export interface GroupPart {
  /** Not rounded; null: open. */
  readonly mark: Ratio | null;
  /** Set by somebody, not from the sheet. */
  readonly isDirect: boolean;
  /** The ids of criteria that nobody judged. */
  readonly open: readonly string[];
  /** How it came about; empty while it is open. */
  readonly working: string;
}

export interface MemberParts extends Reckoned {
  /** Their own criteria, judged. */
  readonly own: readonly JudgedCriterion[];
}

export interface Proposal extends MemberMark {
  /** Own criteria that nobody judged, where these count. */
  readonly open: readonly string[];
}

export const scaleOf = ({ outOf, rounding }: CriteriaSheet): Scale => ({
  outOf: read(outOf),
  step: read(rounding),
});

const judged = (all: readonly JudgedCriterion[]) =>
  all.map(({ criterion, part }) => ({ id: criterion.id, weight: read(criterion.weight), part }));

/** The group's mark: what was set directly, or what the sheet comes to. */
export function groupPart(
  sheet: CriteriaSheet,
  criteria: readonly JudgedCriterion[],
  direct: Ratio | null,
): GroupPart {
  const { mark, open } = sheetResult(read(sheet.outOf), judged(criteria));
  if (direct) return { mark: direct, isDirect: true, open, working: `${exact(direct)}, set directly` };
  return { mark, isDirect: false, open, working: mark ? sheetWorking(sheet, criteria, mark) : "" };
}

/** "100 × (2 × 3/4 + 1 × 1/2)/3 ≈ 66.6667": the part before the first "=" or "≈" is exact. */
export function sheetWorking(
  sheet: CriteriaSheet,
  criteria: readonly JudgedCriterion[],
  mark: Ratio,
): string {
  const weights = sum(criteria.map(({ criterion }) => read(criterion.weight)));
  const terms = criteria.map(({ criterion, part }) => `${criterion.weight} × ${fraction(part!)}`).join(" + ");
  return `${sheet.outOf} × (${terms})/${exact(weights)} ${told(mark)}`;
}

/**
 * A proposal for each member, in their order; whoever is left out has none under any rule but what is set
 * directly. Cost: members × (figures + criteria).
 */
export function proposals(
  sheet: CriteriaSheet,
  group: Ratio | null,
  members: readonly MemberParts[],
): Proposal[] {
  const scale = scaleOf(sheet);
  const { students } = sheet;
  const empty = { share: null, factor: null, mark: null, open: [] };
  switch (students.how) {
    case "directly":
      return members.map(({ id }) => ({ ...empty, id, working: "set directly, by whoever assesses" }));
    case "as the group":
      return members.map(({ id, leftOut }): Proposal => {
        if (leftOut) return { ...empty, id, working: "left out of the reckoning" };
        if (group === null) return { ...empty, id, working: "open: the group has no mark yet" };
        const mark = shownMark(scale, smaller(scale.outOf, group));
        return { ...empty, id, mark, working: rounded(exact(group), group, mark) };
      });
    case "by share": {
      const rule = {
        k: read(students.k),
        lowest: read(students.lowest),
        highest: read(students.highest),
        figures: students.figures.map(({ figure, weight }) => ({ figure, weight: read(weight) })),
      };
      return memberMarks(scale, group, rule, members).map((each) => ({ ...each, open: [] }));
    }
    case "own criteria":
      return members.map(({ id, leftOut, own }): Proposal => {
        if (leftOut) return { ...empty, id, working: "left out of the reckoning" };
        const [groupWeight, ownWeight] = [read(students.groupWeight), read(students.ownWeight)];
        const part = sheetResult(scale.outOf, judged(own));
        if (!isZero(groupWeight) && group === null)
          return { ...empty, id, open: part.open, working: "open: the group has no mark yet" };
        if (!isZero(ownWeight) && part.mark === null)
          return { ...empty, id, open: part.open, working: "open: not all of their own criteria are judged" };
        const parts = [
          ...(isZero(groupWeight) ? [] : [{ weight: groupWeight, mark: group! }]),
          ...(isZero(ownWeight) ? [] : [{ weight: ownWeight, mark: part.mark! }]),
        ];
        const value = over(
          sum(parts.map(({ weight, mark }) => times(weight, mark))),
          sum(parts.map(({ weight }) => weight)),
        );
        const mark = shownMark(scale, smaller(scale.outOf, value));
        const terms =
          parts.length === 1
            ? exact(parts[0]!.mark)
            : `(${parts.map(({ weight, mark: of }) => `${exact(weight)} × ${fraction(of)}`).join(" + ")})/${exact(plus(groupWeight, ownWeight))}`;
        return {
          ...empty,
          id,
          mark,
          working: rounded(
            parts.length === 1 ? terms : `${terms} ${told(value)}`,
            value,
            mark,
            isBelow(scale.outOf, value) ? scale.outOf : null,
          ),
        };
      });
    default:
      return students satisfies never;
  }
}

function rounded(line: string, value: Ratio, mark: Ratio, most: Ratio | null = null): string {
  return `${line}${most ? `, at most ${exact(most)}` : ""}${exact(mark) === exact(value) ? "" : `, rounded to ${exact(mark)}`}`;
}

/** As a part of something: a decimal of a few places, or a fraction in brackets. */
function fraction(value: Ratio): string {
  return exactDecimal(value, 4) ?? `(${value.n}/${value.d})`;
}
