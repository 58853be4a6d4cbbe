/** How far two assessors agree who judged the same work by the same levels. */
import { isZero, minus, one, over, type Ratio, ratio, sum, times } from "./ratio";

export interface Agreement {
  readonly pairs: number;
  /** 0 to 1: the plain part of equal levels. */
  readonly equal: Ratio;
  /** Cohen's kappa with quadratic weights, up to 1; null where one of the two used one level only. */
  readonly kappa: Ratio | null;
}

/** A level is its place, from 0 to `levels` - 1. Null without any pair. O(pairs + levels²) */
export function agreement(pairs: readonly (readonly [number, number])[], levels: number): Agreement | null {
  if (pairs.length === 0) return null;
  const all = BigInt(pairs.length);
  const equal = ratio(BigInt(pairs.filter(([first, second]) => first === second).length), all);
  const [ofFirst, ofSecond] = [0, 1].map((side) =>
    Array.from({ length: levels }, (_, at) => BigInt(pairs.filter((pair) => pair[side] === at).length)),
  ) as [bigint[], bigint[]];
  const used = (counts: readonly bigint[]) => counts.filter((count) => count > 0n).length;
  if (used(ofFirst) < 2 || used(ofSecond) < 2) return { pairs: pairs.length, equal, kappa: null };
  const distance = (first: number, second: number) => BigInt(first - second) ** 2n;
  const seen = ratio(
    pairs.reduce((total, [first, second]) => total + distance(first, second), 0n),
    all,
  );
  const expected = sum(
    ofFirst.flatMap((count, first) =>
      ofSecond.map((other, second) => times(ratio(count * other, all * all), ratio(distance(first, second)))),
    ),
  );
  return { pairs: pairs.length, equal, kappa: isZero(expected) ? null : minus(one, over(seen, expected)) };
}
