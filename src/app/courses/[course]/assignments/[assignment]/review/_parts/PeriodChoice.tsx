"use client";
import { dayLength } from "@/core/time/lengths";
import type { Period } from "@/data/review/period";
import { HereLink } from "@/ui/frame/HereLink";
import { moment } from "@/ui/words/times";
import { weeksSince } from "./weeks";

interface Props {
  readonly period: Period;
  readonly dueAt: Date;
  /** Where work counts up to another time than the due time. */
  readonly cutOffAt?: Date | null;
  /** With it, each week since then can be chosen. */
  readonly weeksFrom?: Date;
  readonly zone: string;
  readonly now: Date;
}

const week = 7 * dayLength;

/** Which time the figures are about: all of it, up to the due time, the last week, the last day, or what was drawn on the chart. */
export function PeriodChoice({ period, dueAt, cutOffAt = null, weeksFrom, zone, now }: Props) {
  const choices: readonly { readonly name: string; readonly period: Record<string, string> }[] = [
    { name: "All of it, as it is now", period: {} },
    ...(dueAt < now ? [{ name: "As at the due time", period: { until: String(dueAt.getTime()) } }] : []),
    ...(cutOffAt && cutOffAt < now && cutOffAt.getTime() !== dueAt.getTime() ? [{ name: "As at the cut-off", period: { until: String(cutOffAt.getTime()) } }] : []),
    { name: "The last seven days", period: { from: String(startOfHour(now) - week) } },
    { name: "The last day", period: { from: String(startOfHour(now) - dayLength) } },
  ];
  const asked = JSON.stringify({ ...(period.from ? { from: String(period.from.getTime()) } : {}), ...(period.until ? { until: String(period.until.getTime()) } : {}) });
  const weeks = weeksFrom ? weeksSince(weeksFrom, now, zone) : [];
  const isOther = ![...choices, ...weeks].some((choice) => JSON.stringify(choice.period) === asked);
  const link = (each: Record<string, string>) => ({ changed: { from: null, until: null, ...each }, ...(JSON.stringify(each) === asked ? { "aria-current": "true" as const } : {}) });
  return (
    <nav className="period-choice" aria-label="Period">
      {choices.map(({ name, period: each }) => <HereLink key={name} {...link(each)}>{name}</HereLink>)}
      {weeks.length > 0 && <span className="weeks">Week {weeks.map(({ name, period: each }) => <HereLink key={name} {...link(each)} aria-label={`Week ${name}`}>{name}</HereLink>)}</span>}
      {isOther && <span aria-current="true">{period.from ? `from ${moment(period.from, zone, now)} ` : ""}{period.until ? `until ${moment(period.until, zone, now)}` : ""}</span>}
    </nav>
  );
}

/** So that an address stays the same for a while, and what it names is found again. */
function startOfHour(now: Date): number {
  return Math.floor(now.getTime() / 3_600_000) * 3_600_000;
}
