/** Between wall clocks and instants. A zone is an IANA name. */
import { TZDate } from "@date-fns/tz";

const wallClock = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)$/;

/**
 * The instant at which clocks in `zone` show `local` ("2026-03-29T17:00"), or null if that is no date.
 * A time that daylight saving skips is taken as much later; of one that occurs twice, the first.
 */
export function instantAt(local: string, zone: string): Date | null {
  const parts = wallClock.exec(local)?.slice(1).map(Number);
  if (!parts) return null;
  const [year, month, day, hour, minute] = parts as [number, number, number, number, number];
  if (month < 1 || month > 12 || day < 1 || day > new Date(Date.UTC(year, month, 0)).getUTCDate() || hour > 23 || minute > 59) return null;
  return new Date(new TZDate(year, month - 1, day, hour, minute, zone).getTime());
}

/** Made once for each zone: to make one takes a hundred times as long as to use it. */
const clocks = new Map<string, Intl.DateTimeFormat>();

/** What clocks in `zone` show at `instant`, as "2026-03-29T17:00". Throws a RangeError for a zone that the runtime does not know. */
export function wallClockAt(instant: Date, zone: string): string {
  let clock = clocks.get(zone);
  // Sweden writes dates as ISO 8601 does.
  if (!clock) clocks.set(zone, (clock = new Intl.DateTimeFormat("sv-SE", { timeZone: zone, calendar: "gregory", numberingSystem: "latn", hourCycle: "h23", year: "numeric", month: "2-digit", day: "2-digit", hour: "2-digit", minute: "2-digit" })));
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
