/** Dates in words: the weekday, and how far away. Always in the course's time zone, whoever looks. */
import { wallClockAt } from "@/core/time/zone";
import { counted } from "./counts";

const weekdays = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];
const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** What the course's calendar and clocks show. */
interface Local {
  readonly year: string;
  /** "Mon 23 Nov". */
  readonly day: string;
  /** "14:02". */
  readonly time: string;
  /** Days since 1970, so that days can be counted over. */
  readonly number: number;
}

function localAt(instant: Date, zone: string): Local {
  const [date, time] = wallClockAt(instant, zone).split("T") as [string, string];
  const [year, month, dayOfMonth] = date.split("-").map(Number) as [number, number, number];
  const midnight = new Date(Date.UTC(year, month - 1, dayOfMonth));
  return {
    year: date.slice(0, -6),
    day: `${weekdays[midnight.getUTCDay()]} ${midnight.getUTCDate()} ${months[midnight.getUTCMonth()]}`,
    time,
    number: midnight.getTime() / 86_400_000,
  };
}

/** "Mon 23 Nov, 14:02"; with the year if it is another than the one of `now`. */
export function moment(instant: Date, zone: string, now: Date): string {
  const local = localAt(instant, zone);
  return local.year === localAt(now, zone).year
    ? `${local.day}, ${local.time}`
    : `${local.day} ${local.year}, ${local.time}`;
}

/** "Mon 23 Nov". */
export function day(instant: Date, zone: string): string {
  return localAt(instant, zone).day;
}

/** "14:02". */
export function clock(instant: Date, zone: string): string {
  return localAt(instant, zone).time;
}

/**
 * Where there is little room: "14:02" today, "Mon 23 Nov" on other days. The whole moment stands beside it or
 * in its tooltip.
 */
export function shortMoment(instant: Date, zone: string, now: Date): string {
  const local = localAt(instant, zone);
  return local.number === localAt(now, zone).number ? local.time : local.day;
}

/** "3 days ago", "in 9 days", "today at 14:02": days by the calendar. */
export function distance(instant: Date, zone: string, now: Date): string {
  const local = localAt(instant, zone);
  const days = local.number - localAt(now, zone).number;
  if (days === 0)
    return Math.abs(instant.getTime() - now.getTime()) < 60_000 ? "just now" : `today at ${local.time}`;
  if (days === -1) return "yesterday";
  if (days === 1) return "tomorrow";
  return days < 0 ? `${-days} days ago` : `in ${days} days`;
}

/**
 * "Mon 23 Nov, 14:02 (3 days ago)"; on the same day by hours or minutes, for the time stands there already.
 */
export function momentAndDistance(instant: Date, zone: string, now: Date): string {
  const isToday = localAt(instant, zone).number === localAt(now, zone).number;
  return `${moment(instant, zone, now)} (${isToday ? hoursAway(instant, now) : distance(instant, zone, now)})`;
}

/** "just now", "20 minutes ago", "in 3 hours": full ones. */
function hoursAway(instant: Date, now: Date): string {
  const minutes = Math.floor(Math.abs(instant.getTime() - now.getTime()) / 60_000);
  if (minutes === 0) return "just now";
  const words = minutes < 60 ? counted(minutes, "minute") : counted(Math.floor(minutes / 60), "hour");
  return instant < now ? `${words} ago` : `in ${words}`;
}
