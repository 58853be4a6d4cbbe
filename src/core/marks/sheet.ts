/** What a sheet of criteria comes to. */
import { isZero, over, type Ratio, sum, times } from "./ratio";

export interface Judged {
  readonly id: string;
  /** 0 or more. */
  readonly weight: Ratio;
  /** 0 to 1: the part of the criterion's points that was reached; null: not judged yet. */
  readonly part: Ratio | null;
}

export interface SheetResult {
  /** Not rounded; null while a criterion is open, and where there is no weight to divide by. */
  readonly mark: Ratio | null;
  /** The criteria that were not judged yet, in the sheet's order. */
  readonly open: readonly string[];
}

/**
 * M · Σ w p / Σ w. What is missing never counts as zero: while something is open there is no mark. Cost: one
 * pass.
 */
export function sheetResult(outOf: Ratio, criteria: readonly Judged[]): SheetResult {
  const open = criteria.filter(({ part }) => part === null).map(({ id }) => id);
  const weights = sum(criteria.map(({ weight }) => weight));
  if (open.length > 0 || isZero(weights)) return { mark: null, open };
  return {
    mark: times(outOf, over(sum(criteria.map(({ weight, part }) => times(weight, part!))), weights)),
    open,
  };
}
