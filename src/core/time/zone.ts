/** Between wall clocks and instants. A zone is an IANA name. */
import { TZDate } from "@date-fns/tz";
import { dayLength, minuteLength } from "./lengths";

const wallClock = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)$/;

/**
 * The instant at which clocks in `zone` show `local` ("2026-03-29T17:00"), or null if that is no date.
 * A time that daylight saving skips is taken as much later; of one that occurs twice, the first.
 */
export function instantAt(local: string, zone: string): Date | null {
  const first = instantsAt(local, zone)[0];
  return first === undefined ? null : new Date(first);
}

/**
 * All instants at which clocks show `local`, in milliseconds since 1970: none if that is no date, two where
 * clocks are put back over it; of a time that is skipped the one as much later.
 */
export function instantsAt(local: string, zone: string): number[] {
  const parts = wallClock.exec(local)?.slice(1).map(Number);
  if (!parts) return [];
  const [year, month, day, hour, minute] = parts as [number, number, number, number, number];
  if (
    month < 1 ||
    month > 12 ||
    day < 1 ||
    day > new Date(Date.UTC(year, month, 0)).getUTCDate() ||
    hour > 23 ||
    minute > 59
  )
    return [];
  const found = new TZDate(year, month - 1, day, hour, minute, zone).getTime();
  const near = 180 * minuteLength;
  if (offsetAt(found - near, zone) === offsetAt(found + near, zone)) return [found];
  const all = shifts
    .map((minutes) => found + minutes * minuteLength)
    .filter((each) => wallClockAt(new Date(each), zone) === local);
  return all.length > 0 ? all : [found];
}

/**
 * When clocks in `zone` show the same time so many days later, or earlier: days of 23 and 25 hours are days
 * too.
 */
export function daysLater(instant: Date, days: number, zone: string): Date {
  const [date, time] = wallClockAt(instant, zone).split("T") as [string, string];
  return instantAt(`${dateAfter(date, days)}T${time}`, zone)!;
}

/** The date so many days after another, both as "2026-03-29". */
export function dateAfter(date: string, days: number): string {
  return new Date(Date.parse(date) + days * dayLength).toISOString().slice(0, 10);
}

/** Clocks are put back by half an hour, one or two: so many minutes apart the same time may be shown. */
const shifts = [-120, -90, -60, -30, 0, 30, 60, 90, 120];

/** By how many milliseconds the clocks of a zone are ahead of UTC at a full minute. */
export function offsetAt(at: number, zone: string): number {
  return Date.parse(`${wallClockAt(new Date(at), zone)}Z`) - at;
}

/** Made once for each zone: to make one takes a hundred times as long as to use it. */
const clocks = new Map<string, Intl.DateTimeFormat>();

/**
 * What clocks in `zone` show at `instant`, as "2026-03-29T17:00". Throws a RangeError for a zone that the
 * runtime does not know.
 */
export function wallClockAt(instant: Date, zone: string): string {
  let clock = clocks.get(zone);
  // Sweden writes dates as ISO 8601 does.
  if (!clock)
    clocks.set(
      zone,
      (clock = new Intl.DateTimeFormat("sv-SE", {
        timeZone: zone,
        calendar: "gregory",
        numberingSystem: "latn",
        hourCycle: "h23",
        year: "numeric",
        month: "2-digit",
        day: "2-digit",
        hour: "2-digit",
        minute: "2-digit",
      })),
    );
  const [date, time] = clock.format(instant).split(" ");
  return `${date!.padStart(10, "0")}T${time}`;
}

/** Whether the runtime knows the zone. */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
