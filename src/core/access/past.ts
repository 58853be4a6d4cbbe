/** What came before: when somebody could not do something, from rules that hold and rules that have ended. */
import { dayLength } from "../time/lengths";
import type { Span } from "../time/span";
import { levels, type Level, type Person, type Place, Rulebook, whenIn } from "./may";
import type { Rule } from "./rule";
import { turns } from "./when";

/**
 * A rule with the time at which it was ended; null: it was not. It holds at the earliest from when it was
 * made.
 */
export interface PastRule {
  readonly rule: Rule;
  readonly endedAt: number | null;
}

/**
 * The stretches between `from` and `to` in which `person` had less than `level` at `place`, in order and as
 * long as possible. A rule that was ended and begun again by an undo counts as if it had held all along.
 * @param rules all that were ever made at the place and above it. @param zone the course's, an IANA name.
 * O(turns × rules), where rules with hours of the week turn twice on each of their days.
 */
export function spansBelow(
  level: Level,
  rules: readonly PastRule[],
  person: Person,
  place: Place,
  zone: string,
  { from, to }: Span,
): Span[] {
  if (from >= to) return [];
  const times = rules.map(({ rule, endedAt }) => ({
    rule,
    since: Math.max(rule.madeAt, rule.from ?? -Infinity),
    end: Math.min(endedAt ?? Infinity, rule.until ?? Infinity),
  }));
  const atSome = times.filter(({ since, end }) => since < to && end > from && since < end);
  const days = Math.ceil((to - from) / dayLength) + 1;
  const edges = [
    ...atSome.flatMap(({ since, end }) => [since, end]),
    ...turns(
      atSome.map(({ rule }) => ({ from: null, until: null, weekly: rule.weekly })),
      zone,
      from,
      days,
    ),
  ];
  const instants = [...new Set([from, ...edges.filter((at) => at > from && at < to)])].sort(
    (one, other) => one - other,
  );
  const spans: { from: number; to: number }[] = [];
  instants.forEach((at, index) => {
    const inForce = atSome.filter(({ since, end }) => since <= at && at < end).map(({ rule }) => rule);
    if (
      levels.indexOf(new Rulebook(inForce, whenIn(zone, at)).levelOf(person, place)) >= levels.indexOf(level)
    )
      return;
    const last = spans.at(-1);
    if (last?.to === at) last.to = instants[index + 1] ?? to;
    else spans.push({ from: at, to: instants[index + 1] ?? to });
  });
  return spans;
}
