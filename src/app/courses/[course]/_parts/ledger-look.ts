import { instantAt } from "@/core/time/zone";
import type { AskedFilter } from "@/data/ledger/dto";
import type { LedgerFilter } from "@/data/ledger/list";
import type { WikiDto } from "@/data/pages/dto";
import type { LedgerLook } from "@/ui/ledger/LedgerRows";

/** What an address asks of a ledger. Days are the course's, both included. */
export function filterOf({ person, act, from, until, phrase }: AskedFilter, zone: string): LedgerFilter {
  const start = (date: string, days: number) => {
    const day = new Date(`${date}T00:00:00Z`);
    day.setUTCDate(day.getUTCDate() + days);
    return instantAt(`${day.toISOString().slice(0, 10)}T00:00`, zone) ?? undefined;
  };
  const [after, before] = [from ? start(from, 0) : undefined, until ? start(until, 1) : undefined];
  return {
    ...(person ? { person } : {}),
    ...(act ? { act } : {}),
    ...(phrase ? { phrase } : {}),
    ...(after ? { from: after } : {}),
    ...(before ? { until: before } : {}),
  };
}

export function lookOf({ courseId, timeZone, members }: WikiDto, hasPages: boolean, now: Date): LedgerLook {
  return {
    courseId,
    marks: Object.fromEntries(members.map(({ id, mark }) => [id, mark])),
    hasPages,
    zone: timeZone,
    now,
  };
}
