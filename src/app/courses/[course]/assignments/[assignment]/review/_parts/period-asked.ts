import type { Period } from "@/data/review/period";

/** A period, to be put into an address. */
export function periodAsked({ from, until }: Period): Record<string, string> {
  return { ...(from ? { from: String(from.getTime()) } : {}), ...(until ? { until: String(until.getTime()) } : {}) };
}
