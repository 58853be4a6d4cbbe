import { daysLater } from "@/core/time/zone";

export interface Week {
  readonly name: string;
  readonly period: { readonly from: string; readonly until: string };
}

/** So many weeks are told, the newest ones. */
const most = 20;

/**
 * The weeks that have begun since a moment, each from the same day and time of the week by the course's
 * clocks.
 */
export function weeksSince(from: Date, now: Date, zone: string): Week[] {
  const weeks: Week[] = [];
  for (let [begin, number] = [from, 1]; begin < now; number++) {
    const end = daysLater(from, 7 * number, zone);
    weeks.push({
      name: String(number),
      period: { from: String(begin.getTime()), until: String(end.getTime()) },
    });
    begin = end;
  }
  return weeks.slice(-most);
}
