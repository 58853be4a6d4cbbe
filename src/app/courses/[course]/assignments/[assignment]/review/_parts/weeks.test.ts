import fc from "fast-check";
import { expect, test } from "vitest";
import { wallClockAt } from "@/core/time/zone";
import { weeksSince } from "./weeks";

const zones = fc.constantFrom("Europe/Dublin", "America/St_Johns", "Pacific/Auckland", "Asia/Kolkata");
const instants = fc
  .integer({ min: Date.parse("2024-01-01") / 60_000, max: Date.parse("2028-01-01") / 60_000 })
  .map((minutes) => new Date(minutes * 60_000));

test("weeks follow each other without a gap, up to the one of now, and begin at the same time of the week, summer and winter", () => {
  fc.assert(
    fc.property(instants, fc.integer({ min: -20_000, max: 300_000 }), zones, (from, minutes, zone) => {
      const now = new Date(from.getTime() + minutes * 60_000);
      const weeks = weeksSince(from, now, zone);
      expect(weeks.length > 0).toBe(from < now);
      if (weeks.length === 0) return;
      const begins = weeks.map(({ period }) => Number(period.from));
      const ends = weeks.map(({ period }) => Number(period.until));
      expect(begins.slice(1)).toEqual(ends.slice(0, -1));
      expect(begins.at(-1)).toBeLessThan(now.getTime());
      expect(ends.at(-1)).toBeGreaterThanOrEqual(now.getTime());
      expect(weeks.length).toBeLessThanOrEqual(20);
      if (weeks.length < 20) expect(begins[0]).toBe(from.getTime());
      expect(weeks.map(({ name }) => Number(name))).toEqual(
        weeks.map((_, at) => Number(weeks.at(-1)!.name) - weeks.length + 1 + at),
      );
      // A time that clocks skip on that day comes later, then alone.
      const clock = wallClockAt(from, zone).slice(11);
      for (const begin of begins) {
        const told = wallClockAt(new Date(begin), zone).slice(11);
        if (Math.abs(Number(told.slice(0, 2)) - Number(clock.slice(0, 2))) !== 1) expect(told).toBe(clock);
      }
    }),
    { seed: 96, numRuns: 500 },
  );
});

test("week two of an assignment that opened at nine before clocks were put back begins at nine", () => {
  const [, second] = weeksSince(
    new Date("2026-10-22T08:00:00Z"),
    new Date("2026-11-26T12:00:00Z"),
    "Europe/Dublin",
  );
  expect(second!.period).toEqual({
    from: String(Date.parse("2026-10-29T09:00:00Z")),
    until: String(Date.parse("2026-11-05T09:00:00Z")),
  });
});
