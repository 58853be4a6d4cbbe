import { expect, test } from "vitest";
import { allTime, atCutOff, atDue } from "@/data/review/period";
import { periodOf } from "./period";
import { periodAsked } from "./period-asked";

const now = new Date("2026-04-02T12:00:00Z");
const passed = { cutOffAt: new Date("2026-04-01T16:00:00Z"), now };
const ahead = { cutOffAt: new Date("2026-04-08T16:00:00Z"), now };
const none = { cutOffAt: null, now };

test("once the cut-off has passed, an address that says nothing means as at it; later work is counted in by one step", () => {
  expect(periodOf({}, passed)).toEqual(atCutOff);
  expect(periodOf({ until: "now" }, passed)).toEqual({ ...allTime, withLater: true });
  for (const counting of [ahead, none])
    for (const asked of [{}, { until: "now" }]) expect(periodOf(asked, counting)).toEqual(allTime);
});

test("a period is what its address says, and what can't be read is the usual one", () => {
  const from = new Date("2026-03-20T00:00:00Z"),
    until = new Date("2026-03-27T00:00:00Z");
  for (const period of [
    { from, until },
    { from, until: null },
    { from: null, until },
    atCutOff,
    atDue,
    { ...allTime, withLater: true as const },
  ]) {
    expect(periodOf(periodAsked(period), passed)).toEqual(period);
  }
  for (const asked of [
    { from: "soon" },
    { from: "-1" },
    { until: "99999999999999999" },
    { from: String(until.getTime()), until: String(from.getTime()) },
  ])
    expect(periodOf(asked, passed)).toEqual(atCutOff);
});
