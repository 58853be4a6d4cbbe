/** When rules hold: from, until, and hours of the week by the course's own clocks. */
import { dayLength } from "../time/lengths";
import { instantAt, wallClockAt } from "../time/zone";

/** Hours that come again each week, by the clocks of the course. */
export interface Weekly {
  /** 0 is Monday. */
  readonly days: readonly number[];
  /** Minutes since midnight: `from` included, `until` excluded; at most 1440, and later than `from`. */
  readonly from: number;
  readonly until: number;
}

/** An instant as rules see it. */
export interface When {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** 0 is Monday. */
  readonly day: number;
  /** Minutes since midnight. */
  readonly minute: number;
}

interface Window {
  readonly from: number | null;
  readonly until: number | null;
  readonly weekly: Weekly | null;
}

/** What clocks in `zone`, an IANA name, show at `at`, milliseconds since 1970. */
export function whenIn(zone: string, at: number): When {
  const [date, time] = wallClockAt(new Date(at), zone).split("T") as [string, string];
  return { at, day: weekday(date), minute: Number(time.slice(0, 2)) * 60 + Number(time.slice(3)) };
}

/** "2026-03-30" is a Monday: 0. */
function weekday(date: string): number {
  return (new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7;
}

/** Whether a rule holds. What it holds until is not part of it. */
export function holds({ from, until, weekly }: Window, { at, day, minute }: When): boolean {
  if (from !== null && at < from) return false;
  if (until !== null && at >= until) return false;
  return weekly === null || (weekly.days.includes(day) && minute >= weekly.from && minute < weekly.until);
}

/** For so many days hours of the week are looked ahead, where nobody asks for more. */
const daysAhead = 8;

/**
 * The instants after `at` at which one of `windows` may begin or cease to hold, in order, each once. Hours of the week
 * are followed for so many days. O(windows × days).
 */
export function turns(windows: Iterable<Window>, zone: string, at: number, days = daysAhead): number[] {
  const found = new Set<number>();
  for (const { from, until, weekly } of windows) {
    if (from !== null && from > at) found.add(from);
    if (until !== null && until > at) found.add(until);
    if (weekly === null) continue;
    for (let ahead = -1; ahead < days; ahead++) {
      const date = wallClockAt(new Date(at + ahead * dayLength), zone).slice(0, 10);
      if (!weekly.days.includes(weekday(date))) continue;
      for (const minute of [weekly.from, weekly.until]) {
        const turn = clockInstant(date, minute, zone);
        if (turn > at) found.add(turn);
      }
    }
  }
  return [...found].sort((one, other) => one - other);
}

function clockInstant(date: string, minute: number, zone: string): number {
  if (minute >= 1440) return clockInstant(new Date(Date.parse(date) + dayLength).toISOString().slice(0, 10), minute - 1440, zone);
  const two = (value: number) => String(value).padStart(2, "0");
  return instantAt(`${date}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`, zone)!.getTime();
}
