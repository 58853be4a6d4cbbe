/**
 * The credit of all states that a page had, kept so that each can be had again: as what differs from the
 * state before, because an entry mostly changes a few runs of a thousand. Every so often, and where most
 * differs, a state is kept whole.
 */
import { deepestKept } from "../diff/budgets";
import type { OriginRuns } from "./origins";

/**
 * The runs of one state: whole, or all of `base` but what lies between its first `head` and its last `tail`
 * numbers.
 */
export interface KeptRuns {
  readonly base: KeptRuns | null;
  /** How many bases must be gone through. */
  readonly depth: number;
  readonly head: number;
  readonly tail: number;
  readonly middle: OriginRuns;
}

/**
 * Keeps `runs`, which are never changed any more, by what differs from a state that is kept already. O(runs).
 */
export function keepRuns(
  runs: OriginRuns,
  last: { readonly runs: OriginRuns; readonly kept: KeptRuns } | null,
): KeptRuns {
  const whole = { base: null, depth: 0, head: 0, tail: 0, middle: runs };
  if (!last || last.kept.depth === deepestKept) return whole;
  const shorter = Math.min(runs.length, last.runs.length);
  let head = 0,
    tail = 0;
  while (head < shorter && runs[head] === last.runs[head]) head++;
  while (tail < shorter - head && runs[runs.length - 1 - tail] === last.runs[last.runs.length - 1 - tail])
    tail++;
  if (head + tail < runs.length / 2) return whole;
  return {
    base: last.kept,
    depth: last.kept.depth + 1,
    head,
    tail,
    middle: runs.slice(head, runs.length - tail),
  };
}

/** The runs of a state that was kept. O(runs · depth), by copying. */
export function runsOf({ base, head, tail, middle }: KeptRuns): OriginRuns {
  if (!base) return middle;
  const before = runsOf(base);
  const runs = new Int32Array(head + middle.length + tail);
  runs.set(before.subarray(0, head));
  runs.set(middle, head);
  runs.set(before.subarray(before.length - tail), head + middle.length);
  return runs;
}
