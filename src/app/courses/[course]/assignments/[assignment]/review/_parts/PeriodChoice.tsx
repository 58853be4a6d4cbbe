"use client";
import Link from "next/link";
import { dayLength } from "@/core/time/lengths";
import type { Period } from "@/data/review/period";
import { useHere } from "@/ui/frame/useHere";
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
  const here = useHere();
  const href = (asked: Record<string, string>) => here({ from: null, until: null, ...asked });
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
  return (
    <nav className="period-choice" aria-label="Period">
      {choices.map(({ name, period: each }) => <Link key={name} href={href(each)} scroll={false} {...(JSON.stringify(each) === asked ? { "aria-current": "true" as const } : {})}>{name}</Link>)}
      {weeks.length > 0 && <span className="weeks">Week {weeks.map(({ name, period: each }) => <Link key={name} href={href(each)} scroll={false} aria-label={`Week ${name}`} {...(JSON.stringify(each) === asked ? { "aria-current": "true" as const } : {})}>{name}</Link>)}</span>}
      {isOther && <span aria-current="true">{period.from ? `from ${moment(period.from, zone, now)} ` : ""}{period.until ? `until ${moment(period.until, zone, now)}` : ""}</span>}
    </nav>
  );
}

/** So that an address stays the same for a while, and what it names is found again. */
function startOfHour(now: Date): number {
  return Math.floor(now.getTime() / 3_600_000) * 3_600_000;
}
