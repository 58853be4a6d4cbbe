/**
 * What was judged of one subject, by the acts of those who assess: which of them hold, and what they come to.
 */
import { type Criterion, type CriteriaSheet, type Judging, mostPoints, read } from "./criteria";
import { exactDecimal, isBelow, one, over, type Ratio, zero } from "./ratio";

/** As what somebody judges: as first, as second beside the first, or settling where the two differ. */
export type Hand = "first" | "second" | "settled";

export interface JudgementAct {
  readonly id: string;
  readonly criterion: string;
  /** The version of the sheet that they had before them. */
  readonly version: number;
  readonly by: string;
  readonly hand: Hand;
  /** The level's id, or "met" and "not met"; null with points, and where it was taken back. */
  readonly level: string | null;
  readonly points: string | null;
}

export interface JudgedCriterion {
  readonly criterion: Criterion;
  /** The act that holds; null: nobody judged it, though what the product checks by itself may be known. */
  readonly act: JudgementAct | null;
  /** 0 to 1; null: not judged. */
  readonly part: Ratio | null;
  /** The level's title, or the points, as they were given. */
  readonly told: string | null;
  /** The criterion as it was when it was judged, where its points are others today. */
  readonly earlier: Criterion | null;
  /** Whether the product's own check gives the part, and nobody. */
  readonly isChecked: boolean;
}

/** By version number. */
export type Versions = ReadonlyMap<number, CriteriaSheet>;

/** What a judgement is refused for; null: it fits the criterion. */
export function misjudged(
  { judging }: Criterion,
  { level, points }: Pick<JudgementAct, "level" | "points">,
): "no such level" | "not points" | "too many points" | null {
  if (level === null && points === null) return null;
  if (judging.by === "points") {
    const most = read(judging.most);
    if (points === null || level !== null) return "not points";
    return isBelow(most, read(points)) ? "too many points" : null;
  }
  if (points !== null) return "no such level";
  if (judging.by === "expectation") return level === "met" || level === "not met" ? null : "no such level";
  return judging.levels.some(({ id }) => id === level) ? null : "no such level";
}

/**
 * The newest act for each criterion that holds for a hand: taking back one's own leaves nothing. `acts`:
 * oldest first.
 */
export function holding(acts: readonly JudgementAct[], hand: "first" | "second"): Map<string, JudgementAct> {
  const newest = new Map<string, JudgementAct>();
  for (const act of acts)
    if (act.hand === hand || (hand === "first" && act.hand === "settled")) newest.set(act.criterion, act);
  for (const [criterion, { level, points }] of newest)
    if (level === null && points === null) newest.delete(criterion);
  return newest;
}

/**
 * Each criterion of the sheet that is for such a subject, in its order, with what holds. What was given under
 * an earlier version is worth what it was worth then. `checks`: what the product sees by itself, by the
 * expectation's stored form.
 */
export function judgedBy(
  sheet: CriteriaSheet,
  of: Criterion["of"],
  held: ReadonlyMap<string, JudgementAct>,
  versions: Versions,
  checks: ReadonlyMap<string, boolean>,
): JudgedCriterion[] {
  return sheet.criteria
    .filter((each) => each.of === of)
    .map((criterion): JudgedCriterion => {
      const act = held.get(criterion.id) ?? null;
      if (!act) {
        const isMet =
          criterion.judging.by === "expectation" ? checks.get(criterion.judging.expectation) : undefined;
        const part = isMet === undefined ? null : isMet ? one : zero;
        return {
          criterion,
          act,
          part,
          told: isMet === undefined ? null : isMet ? "met" : "not met",
          earlier: null,
          isChecked: isMet !== undefined,
        };
      }
      const given = versions.get(act.version)?.criteria.find(({ id }) => id === act.criterion) ?? criterion;
      const part = partOf(given.judging, act);
      return {
        criterion,
        act,
        part,
        told: toldOf(given.judging, act),
        earlier: sameJudging(given.judging, criterion.judging) ? null : given,
        isChecked: false,
      };
    });
}

function partOf(judging: Judging, { level, points }: JudgementAct): Ratio | null {
  if (judging.by === "expectation") return level === "met" ? one : zero;
  const reached = judging.by === "points" ? points : judging.levels.find(({ id }) => id === level)?.points;
  return reached === null || reached === undefined ? null : over(read(reached), mostPoints(judging));
}

function toldOf(judging: Judging, { level, points }: JudgementAct): string | null {
  if (judging.by === "levels") return judging.levels.find(({ id }) => id === level)?.title ?? null;
  return judging.by === "points" ? `${points} of ${exactDecimal(read(judging.most))}` : level;
}

/** Whether the same judgement is worth the same: words may differ, points may not. */
export function sameJudging(one: Judging, other: Judging): boolean {
  if (one.by === "levels")
    return (
      other.by === "levels" &&
      one.levels.length === other.levels.length &&
      one.levels.every(({ id, points }) =>
        other.levels.some((each) => each.id === id && each.points === points),
      )
    );
  return one.by === "points"
    ? other.by === "points" && one.most === other.most
    : other.by === "expectation" && one.expectation === other.expectation;
}

/** What a changed sheet does to each criterion that the one before had, or it brings. */
export interface SheetChange {
  readonly id: string;
  readonly title: string;
  readonly what: "added" | "removed" | "points changed" | "weight changed" | "for others";
}

export function sheetChanges(before: CriteriaSheet, after: CriteriaSheet): SheetChange[] {
  const changes: SheetChange[] = [];
  for (const was of before.criteria) {
    const is = after.criteria.find(({ id }) => id === was.id);
    const what = !is
      ? "removed"
      : is.of !== was.of
        ? "for others"
        : !sameJudging(was.judging, is.judging)
          ? "points changed"
          : is.weight !== was.weight
            ? "weight changed"
            : null;
    if (what) changes.push({ id: was.id, title: was.title, what });
  }
  for (const { id, title } of after.criteria)
    if (!before.criteria.some((was) => was.id === id)) changes.push({ id, title, what: "added" });
  return changes;
}
