/** Each member's share of what a group did, by one figure or as a weighted mean of several. */
import { isZero, over, type Ratio, sum, times } from "./ratio";

export interface WeightedFigure {
  readonly figure: string;
  /** 0 or more. */
  readonly weight: Ratio;
}

export interface Reckoned {
  readonly id: string;
  /** Left out of the reckoning: neither counted nor in the sums. */
  readonly leftOut: boolean;
  /** By the figure's name, 0 or more; every chosen one, for those who are not left out. */
  readonly figures: ReadonlyMap<string, Ratio>;
}

/** A figure that goes into the shares. */
export interface UsedFigure extends WeightedFigure {
  /** The group's sum, above 0. */
  readonly sum: Ratio;
}

export interface GroupSums {
  /** Members who count. */
  readonly n: number;
  readonly used: readonly UsedFigure[];
  /** Chosen figures of which the group has nothing. */
  readonly unused: readonly string[];
}

/** What shares are parts of. Figures without weight are not used. Cost: members × figures. */
export function groupSums(figures: readonly WeightedFigure[], members: readonly Reckoned[]): GroupSums {
  const counted = members.filter(({ leftOut }) => !leftOut);
  const sums = figures
    .filter(({ weight }) => !isZero(weight))
    .map((each) => ({ ...each, sum: sum(counted.map((member) => member.figures.get(each.figure)!)) }));
  return {
    n: counted.length,
    used: sums.filter((each) => !isZero(each.sum)),
    unused: sums.filter((each) => isZero(each.sum)).map(({ figure }) => figure),
  };
}

/**
 * 0 to 1; the shares of all who count add up to 1. Null for who is left out, and where the group has nothing
 * of any figure.
 */
export function shareOf({ used }: GroupSums, { leftOut, figures }: Reckoned): Ratio | null {
  if (leftOut || used.length === 0) return null;
  return over(
    sum(used.map((each) => times(each.weight, over(figures.get(each.figure)!, each.sum)))),
    sum(used.map(({ weight }) => weight)),
  );
}
