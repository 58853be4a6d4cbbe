/**
 * When somebody's work opens, is due and stops to count: asked here alone, since each can be another for
 * everybody.
 */
import { dayLength } from "./lengths";
import type { Span } from "./span";

/** Milliseconds since 1970. */
export interface WorkTimes {
  readonly opensAt: number;
  /** What is saved from then on is late. */
  readonly dueAt: number;
  /** What is saved from then on does not count; null: everything does. */
  readonly cutOffAt: number | null;
}

/** More time than others have, for a whole wiki (`personId` null) or for one of its members. */
export interface MoreTime {
  readonly wikiId: string;
  readonly personId: string | null;
  readonly until: number;
}

/** The times of a person in a wiki; of null: of the wiki as a whole. */
export type TimesOf = (wikiId: string, personId: string | null) => WorkTimes;

/** The assignment's times, and later ones where more time was given: never earlier, whatever was given. */
export function timesWith(assignment: WorkTimes, given: readonly MoreTime[]): TimesOf {
  if (given.length === 0) return () => assignment;
  return (wikiId, personId) => {
    const until = given
      .filter((each) => each.wikiId === wikiId && (each.personId === null || each.personId === personId))
      .reduce((latest, each) => Math.max(latest, each.until), -Infinity);
    if (until <= assignment.dueAt) return assignment;
    const { opensAt, cutOffAt } = assignment;
    return { opensAt, dueAt: until, cutOffAt: cutOffAt === null ? null : Math.max(cutOffAt, until) };
  };
}

/**
 * The time just before it is due, in which work is looked at apart: a day, or a quarter of the time in which
 * it was open where that is shorter. Of a lesson of three hours the last day would be all of it.
 */
export function justBeforeDue({ opensAt, dueAt }: WorkTimes): Span {
  return { from: dueAt - Math.min(dayLength, (dueAt - opensAt) / 4), to: dueAt };
}

/**
 * Whether what was saved at `at` came when it was due already. Of whom nothing is due (null), nothing is
 * late.
 */
export function isLate(times: WorkTimes | null, at: number): boolean {
  return times !== null && at >= times.dueAt;
}
