/** The period that is looked at, as it stands in an address. */
import * as z from "zod";
import { allTime, atCutOff, atDue, type Period } from "@/data/review/period";

/** The end of the year 9999: the database reads no year with five digits. */
const latest = 253_402_300_799_000;

const instant = z.coerce
  .number()
  .int()
  .min(0)
  .max(latest)
  .transform((at) => new Date(at));

/** What an assignment's work counts up to; null: everything does. */
export interface Counting {
  readonly cutOffAt: Date | null;
  readonly now: Date;
}

/**
 * `from` and `until` as milliseconds since 1970; what can't be read is left out. An address that says nothing
 * means as at the cut-off once that has passed, `until=now` counts in what came later, and `until=due` is as
 * at the due time.
 */
export function periodOf(
  asked: Readonly<Record<string, string | string[] | undefined>>,
  { cutOffAt, now }: Counting,
): Period {
  const hasPassed = cutOffAt !== null && cutOffAt <= now;
  if (hasPassed && asked.until === "now") return { ...allTime, withLater: true };
  if (asked.until === "due") return atDue;
  const read = (value: unknown) =>
    typeof value === "string" && value !== "" ? (instant.safeParse(value).data ?? null) : null;
  const period = { from: read(asked.from), until: read(asked.until) };
  const isSome =
    (period.from !== null || period.until !== null) &&
    !(period.from && period.until && period.from >= period.until);
  return isSome ? period : hasPassed ? atCutOff : allTime;
}
