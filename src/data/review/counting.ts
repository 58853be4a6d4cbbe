/** Which lines of a ledger, and which remarks, count in a period. */
import type { TimesOf, WorkTimes } from "@/core/time/due";
import type { Period } from "./period";

/** Whether what somebody (null: nobody, as starter text) saved or said at a time counts. */
export type Counts = (author: string | null, at: Date) => boolean;

const cutOf = ({ dueAt, cutOffAt }: WorkTimes, eachAt: "cut-off" | "due"): number =>
  eachAt === "due" ? dueAt : (cutOffAt ?? Infinity);

/** In the period, of a wiki's work; who belongs to nobody's group is cut with the wiki. */
export function countsIn(
  { until, eachAt }: Pick<Period, "until" | "eachAt">,
  wikiId: string,
  timesIn: TimesOf,
): Counts {
  if (!eachAt) return (_, at) => until === null || at < until;
  const cuts = new Map<string | null, number>();
  return (author, at) => {
    const cut = cuts.get(author) ?? cutOf(timesIn(wikiId, author), eachAt);
    cuts.set(author, cut);
    return at.getTime() < cut;
  };
}
