/** Dates in words: the weekday, and how far away. Always in the course's time zone, whoever looks. */
import { TZDate } from "@date-fns/tz";
import { differenceInCalendarDays, format, formatDistanceStrict } from "date-fns";

/** "Mon 23 Nov, 14:02"; with the year if it is another than the one of `now`. */
export function moment(instant: Date, zone: string, now: Date): string {
  const local = new TZDate(instant, zone);
  const sameYear = local.getFullYear() === new TZDate(now, zone).getFullYear();
  return format(local, sameYear ? "EEE d MMM, HH:mm" : "EEE d MMM yyyy, HH:mm");
}

/** "Mon 23 Nov". */
export function day(instant: Date, zone: string): string {
  return format(new TZDate(instant, zone), "EEE d MMM");
}

/** "14:02". */
export function clock(instant: Date, zone: string): string {
  return format(new TZDate(instant, zone), "HH:mm");
}

/** Where there is little room: "14:02" today, "Mon 23 Nov" on other days. The whole moment stands beside it or in its tooltip. */
export function shortMoment(instant: Date, zone: string, now: Date): string {
  const local = new TZDate(instant, zone);
  return differenceInCalendarDays(local, new TZDate(now, zone)) === 0 ? format(local, "HH:mm") : format(local, "EEE d MMM");
}

/** "3 days ago", "in 9 days", "today at 14:02". */
export function distance(instant: Date, zone: string, now: Date): string {
  const [local, today] = [new TZDate(instant, zone), new TZDate(now, zone)];
  const days = differenceInCalendarDays(local, today);
  if (days === 0) {
    if (Math.abs(instant.getTime() - now.getTime()) < 60_000) return "just now";
    return `today at ${format(local, "HH:mm")}`;
  }
  if (days === -1) return "yesterday";
  if (days === 1) return "tomorrow";
  return formatDistanceStrict(instant, now, { addSuffix: true, unit: "day" });
}

/** "Mon 23 Nov, 14:02 (3 days ago)". */
export function momentAndDistance(instant: Date, zone: string, now: Date): string {
  return `${moment(instant, zone, now)} (${distance(instant, zone, now)})`;
}
