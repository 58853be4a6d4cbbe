"use client";
import { dayLength } from "@/core/time/lengths";
import type { Period } from "@/data/review/period";
import { RememberReview } from "@/ui/frame/BackToReview";
import { HereLink } from "@/ui/frame/HereLink";
import { moment } from "@/ui/words/times";
import { periodAsked } from "./period-asked";
import { weeksSince } from "./weeks";

interface Props {
  readonly period: Period;
  readonly dueAt: Date;
  /**
   * What the work counts up to: the student's own, the group's, or the assignment's; null: everything counts.
   */
  readonly cutOffAt: Date | null;
  /** Whether more time was given to some of those who are shown, whose lines are cut later. */
  readonly linesDiffer?: boolean;
  /** With it, each week since then can be chosen. */
  readonly weeksFrom?: Date;
  readonly zone: string;
  readonly now: Date;
}

const week = 7 * dayLength;

/**
 * Which time the figures are about, the same on every screen that has figures: as at the cut-off once it has
 * passed, all of it, up to the due time, the last week, the last day, or what was drawn on the chart.
 */
export function PeriodChoice({ period, dueAt, cutOffAt, linesDiffer = false, weeksFrom, zone, now }: Props) {
  const hasCutOff =
    cutOffAt !== null && (period.eachAt === "cut-off" || period.withLater === true || cutOffAt <= now);
  const choices: readonly { readonly name: string; readonly period: Record<string, string> }[] = [
    ...(hasCutOff ? [{ name: "As at the cut-off", period: {} }] : []),
    { name: "All of it, as it is now", period: hasCutOff ? { until: "now" } : {} },
    ...(dueAt < now && dueAt.getTime() !== cutOffAt?.getTime()
      ? [{ name: "As at the due time", period: { until: "due" } }]
      : []),
    { name: "The last seven days", period: { from: String(startOfHour(now) - week) } },
    { name: "The last day", period: { from: String(startOfHour(now) - dayLength) } },
  ];
  const asked = JSON.stringify(periodAsked(period));
  const weeks = weeksFrom ? weeksSince(weeksFrom, now, zone) : [];
  const isOther = ![...choices, ...weeks].some((choice) => JSON.stringify(choice.period) === asked);
  const link = (each: Record<string, string>) => ({
    changed: { from: null, until: null, ...each },
    ...(JSON.stringify(each) === asked ? { "aria-current": "true" as const } : {}),
  });
  return (
    <>
      <RememberReview />
      <nav className="period-choice" aria-label="Period">
        {choices.map(({ name, period: each }) => (
          <HereLink key={name} {...link(each)}>
            {name}
          </HereLink>
        ))}
        {weeks.length > 0 && (
          <span className="weeks">
            Week{" "}
            {weeks.map(({ name, period: each }) => (
              <HereLink key={name} {...link(each)} aria-label={`Week ${name}`}>
                {name}
              </HereLink>
            ))}
          </span>
        )}
        {isOther && (
          <span aria-current="true">
            {period.from ? `from ${moment(period.from, zone, now)} ` : ""}
            {period.until ? `until ${moment(period.until, zone, now)}` : ""}
          </span>
        )}
      </nav>
      {hasCutOff && period.eachAt === "cut-off" && (
        <p className="quiet period-note">
          As at the cut-off, {moment(cutOffAt, zone, now)}. What was saved later is left out.{" "}
          <HereLink changed={{ from: null, until: "now" }}>Count it in</HereLink>
          {linesDiffer && (
            <> Who was given more time is counted up to their own cut-off, which stands at their name.</>
          )}
        </p>
      )}
      {period.eachAt === "due" && (
        <p className="quiet period-note">
          As at the due time, {moment(dueAt, zone, now)}. What was saved later is left out.
          {linesDiffer && <> Who was given more time is counted up to their own due time.</>}
        </p>
      )}
      {hasCutOff && period.withLater && (
        <p className="quiet period-note">
          What was saved after the cut-off, {moment(cutOffAt, zone, now)}, is counted in.{" "}
          <HereLink changed={{ from: null, until: null }}>Leave it out</HereLink>
        </p>
      )}
    </>
  );
}

/** So that an address stays the same for a while, and what it names is found again. */
function startOfHour(now: Date): number {
  return Math.floor(now.getTime() / 3_600_000) * 3_600_000;
}
