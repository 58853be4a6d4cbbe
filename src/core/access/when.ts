/** When rules hold: from, until, and hours of the week by the course's own clocks. */
import { dayLength, minuteLength } from "../time/lengths";
import { dateAfter, instantsAt, offsetAt, wallClockAt } from "../time/zone";

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
 * The instants after `at` at which one of `windows` may begin or cease to hold, in order, each once. Hours of
 * the week are followed for so many days. O(windows × days).
 */
export function turns(windows: Iterable<Window>, zone: string, at: number, days = daysAhead): number[] {
  const found = new Set<number>();
  let ahead: readonly Day[] | undefined;
  for (const { from, until, weekly } of windows) {
    if (from !== null && from > at) found.add(from);
    if (until !== null && until > at) found.add(until);
    if (weekly === null) continue;
    ahead ??= daysFrom(at, days, zone);
    for (const day of ahead) {
      if (!weekly.days.includes(weekday(day.date))) continue;
      for (const turn of [
        ...day.shifts,
        ...clockInstants(day.date, weekly.from, zone),
        ...clockInstants(day.date, weekly.until, zone),
      ])
        if (turn > at) found.add(turn);
    }
  }
  return [...found].sort((one, other) => one - other);
}

/** A day by the clocks of a zone. */
interface Day {
  readonly date: string;
  /**
   * Where clocks are put forward or back on it: its beginning, which may then lie elsewhere than at midnight,
   * and when that is done.
   */
  readonly shifts: readonly number[];
}

/**
 * The day before the one of `at`, whose hours may reach into it, and the days that follow. By the calendar:
 * days are not all of the same length.
 */
function daysFrom(at: number, count: number, zone: string): Day[] {
  const today = wallClockAt(new Date(at), zone).slice(0, 10);
  return Array.from({ length: count + 1 }, (_, index) => {
    const date = dateAfter(today, index - 1);
    return { date, shifts: shiftsOf(date, zone) };
  });
}

function shiftsOf(date: string, zone: string): number[] {
  // No zone has put its clocks back and forward again within five days.
  if (offsetAt(Date.parse(date) - 2 * dayLength, zone) === offsetAt(Date.parse(date) + 3 * dayLength, zone))
    return [];
  const [start, end] = [date, dateAfter(date, 1)].map((each) => clockInstants(each, 0, zone)[0]!) as [
    number,
    number,
  ];
  if (end - start === dayLength) return [];
  const offset = offsetAt(start, zone);
  if (offset === offsetAt(end, zone)) return [start];
  let [before, after] = [start, end];
  while (after - before > minuteLength) {
    const middle = before + Math.floor((after - before) / 2 / minuteLength) * minuteLength;
    if (offsetAt(middle, zone) === offset) before = middle;
    else after = middle;
  }
  return [start, after];
}

/** The instants at which clocks show a minute of a day. */
function clockInstants(date: string, minute: number, zone: string): number[] {
  const two = (value: number) => String(value).padStart(2, "0");
  return instantsAt(
    minute >= 1440
      ? `${dateAfter(date, 1)}T00:00`
      : `${date}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`,
    zone,
  );
}
