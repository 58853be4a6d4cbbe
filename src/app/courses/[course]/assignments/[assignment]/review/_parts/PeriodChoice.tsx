import Link from "next/link";
import type { Period } from "@/data/review/work";
import { moment } from "@/ui/words/times";

interface Props {
  readonly period: Period;
  readonly dueAt: Date;
  readonly zone: string;
  readonly now: Date;
  readonly href: (asked: Record<string, string>) => string;
}

const week = 7 * 24 * 60 * 60 * 1000;
const lastDay = 24 * 60 * 60 * 1000;

/** Which time the figures are about: all of it, up to the due time, the last week, the last day, or what was drawn on the chart. */
export function PeriodChoice({ period, dueAt, zone, now, href }: Props) {
  const choices: readonly { readonly name: string; readonly period: Record<string, string> }[] = [
    { name: "All of it, as it is now", period: {} },
    ...(dueAt < now ? [{ name: "As at the due time", period: { until: String(dueAt.getTime()) } }] : []),
    { name: "The last seven days", period: { from: String(startOfHour(now) - week) } },
    { name: "The last day", period: { from: String(startOfHour(now) - lastDay) } },
  ];
  const asked = JSON.stringify({ ...(period.from ? { from: String(period.from.getTime()) } : {}), ...(period.until ? { until: String(period.until.getTime()) } : {}) });
  const isOther = !choices.some((choice) => JSON.stringify(choice.period) === asked);
  return (
    <nav className="period-choice" aria-label="Period">
      {choices.map(({ name, period: each }) => <Link key={name} href={href(each)} scroll={false} {...(JSON.stringify(each) === asked ? { "aria-current": "true" as const } : {})}>{name}</Link>)}
      {isOther && <span aria-current="true">{period.from ? `from ${moment(period.from, zone, now)} ` : ""}{period.until ? `until ${moment(period.until, zone, now)}` : ""}</span>}
    </nav>
  );
}

/** So that an address stays the same for a while, and what it names is found again. */
function startOfHour(now: Date): number {
  return Math.floor(now.getTime() / 3_600_000) * 3_600_000;
}
