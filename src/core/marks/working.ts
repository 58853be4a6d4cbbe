/** A member's mark written out, with the numbers in it. */
import { exactDecimal, fixed, isBelow, one, type Ratio, sum } from "./ratio";
import type { Rule, Scale } from "./rule";
import type { GroupSums, Reckoned } from "./shares";

interface Steps {
  readonly scale: Scale;
  readonly group: Ratio;
  readonly rule: Rule;
  readonly sums: GroupSums;
  readonly member: Reckoned;
  /** The factor before its bounds; null: there is no share. */
  readonly raw: Ratio | null;
  readonly factor: Ratio;
  readonly value: Ratio;
  readonly mark: Ratio;
}

/**
 * "72.5 × (1 + 0.5 × (4 × 147/474 − 1)) ≈ 81.2184, rounded to 81.2": what stands before the first "=" or "≈"
 * is exact.
 */
export function working({ scale, group, rule, sums, member, raw, factor, value, mark }: Steps): string {
  const byShare = `1 + ${exact(rule.k)} × (${sums.n} × ${shareText(sums, member)} − 1)`;
  const bound =
    raw === null ? null : isBelow(factor, raw) ? "at most" : isBelow(raw, factor) ? "at least" : null;
  const product =
    raw === null
      ? `${exact(group)} × 1`
      : bound
        ? `${exact(group)} × ${exact(factor)}`
        : `${exact(group)} × (${byShare})`;
  const said = [
    `${product} ${told(value)}`,
    ...(bound ? [`with the factor ${bound} ${exact(factor)}, not ${byShare} ${told(raw!)}`] : []),
    ...(raw === null
      ? [
          `with the factor 1, because ${rule.figures.length === 0 ? "no figure is chosen" : "the group has nothing of what is chosen"}`,
        ]
      : []),
    ...(raw !== null && sums.unused.length > 0
      ? [`without ${sums.unused.join(", ")}, of which the group has nothing`]
      : []),
    ...(isBelow(scale.outOf, value) ? [`at most ${exact(scale.outOf)}`] : []),
    ...(exact(mark) === exact(value) ? [] : [`rounded to ${exact(mark)}`]),
  ];
  return said.join(", ");
}

/** A share as the parts that it is made of: "147/474", or "(2 × 147/474 + 1 × 3/12)/3". */
function shareText({ used }: GroupSums, { figures }: Reckoned): string {
  const part = (each: GroupSums["used"][number]) => `${exact(figures.get(each.figure)!)}/${exact(each.sum)}`;
  if (used.length === 1) return part(used[0]!);
  const weights = sum(used.map(({ weight }) => weight));
  const mean = `(${used.map((each) => `${exact(each.weight)} × ${part(each)}`).join(" + ")})`;
  return weights.n === one.n && weights.d === one.d ? mean : `${mean}/${exact(weights)}`;
}

/**
 * As a decimal; a group's mark that has none, as a fraction: it begins the line, so that it reads the same
 * without brackets.
 */
export function exact(value: Ratio): string {
  return exactDecimal(value) ?? `${value.n}/${value.d}`;
}

/** What an expression comes to: exactly, if that takes few decimals. */
export function told(value: Ratio): string {
  const decimal = exactDecimal(value, 6);
  return decimal === null ? `≈ ${fixed(value, 4)}` : `= ${decimal}`;
}
