/** The period that is looked at, as it stands in an address. */
import * as z from "zod";
import { allTime, type Period } from "@/data/review/period";

/** The end of the year 9999: the database reads no year with five digits. */
const latest = 253_402_300_799_000;

const instant = z.coerce.number().int().min(0).max(latest).transform((at) => new Date(at));

/** `from` and `until` as milliseconds since 1970; what can't be read is left out. */
export function periodOf(asked: Readonly<Record<string, string | string[] | undefined>>): Period {
  const read = (value: unknown) => (typeof value === "string" && value !== "" ? (instant.safeParse(value).data ?? null) : null);
  const period = { from: read(asked.from), until: read(asked.until) };
  return period.from && period.until && period.from >= period.until ? allTime : period;
}
