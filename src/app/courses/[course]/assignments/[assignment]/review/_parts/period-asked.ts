import type { Period } from "@/data/review/period";

/** A period, to be put into an address. As at the cut-off goes without saying. */
export function periodAsked({ from, until, withLater, eachAt }: Period): Record<string, string> {
  return {
    ...(from ? { from: String(from.getTime()) } : {}),
    ...(until
      ? { until: String(until.getTime()) }
      : withLater
        ? { until: "now" }
        : eachAt === "due"
          ? { until: "due" }
          : {}),
  };
}
