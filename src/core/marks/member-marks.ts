/**
 * From a group's mark to the mark of each member, by the rule of the assignment. A proposal: a mark is what
 * somebody accepts.
 */
import {
  downTo,
  isBelow,
  larger,
  minus,
  one,
  plus,
  type Ratio,
  ratio,
  roundedTo,
  smaller,
  times,
} from "./ratio";
import type { Rule, Scale } from "./rule";
import { groupSums, type Reckoned, shareOf } from "./shares";
import { working } from "./working";

export interface MemberMark {
  readonly id: string;
  readonly share: Ratio | null;
  readonly factor: Ratio | null;
  /** Rounded; null while the group's mark is open, and for who is left out. */
  readonly mark: Ratio | null;
  /**
   * How it came about, in one line; what stands before its first "=" or "≈" evaluates to the mark before "at
   * most" and rounding.
   */
  readonly working: string;
}

/** 1 + k · (n · share − 1), before its bounds. */
export function rawFactor({ k }: Rule, n: number, share: Ratio): Ratio {
  return plus(one, times(k, minus(times(ratio(BigInt(n)), share), one)));
}

/** A mark as it is shown: rounded half up, once, and never above what the whole is out of. */
export function shownMark({ outOf, step }: Scale, value: Ratio): Ratio {
  const rounded = roundedTo(step, value);
  return isBelow(outOf, rounded) ? downTo(step, outOf) : rounded;
}

/**
 * The marks of a group's members, in their order: min(M, G · clamp(1 + k · (n · s − 1), lowest, highest)),
 * from the unrounded mark of the group, 0 to M. Without any share the factor is 1. Cost: members × figures.
 */
export function memberMarks(
  scale: Scale,
  group: Ratio | null,
  rule: Rule,
  members: readonly Reckoned[],
): MemberMark[] {
  const sums = groupSums(rule.figures, members);
  return members.map((member): MemberMark => {
    if (member.leftOut)
      return { id: member.id, share: null, factor: null, mark: null, working: "left out of the reckoning" };
    if (group === null)
      return {
        id: member.id,
        share: null,
        factor: null,
        mark: null,
        working: "open: the group has no mark yet",
      };
    const share = shareOf(sums, member);
    const raw = share && rawFactor(rule, sums.n, share);
    const factor = raw ? smaller(rule.highest, larger(rule.lowest, raw)) : one;
    const value = times(group, factor);
    const mark = shownMark(scale, smaller(scale.outOf, value));
    return {
      id: member.id,
      share,
      factor,
      mark,
      working: working({ scale, group, rule, sums, member, raw, factor, value, mark }),
    };
  });
}
