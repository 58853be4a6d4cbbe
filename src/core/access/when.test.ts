import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { dayLength, minuteLength as minute } from "../time/lengths";
import { holds, turns, type Weekly, whenIn } from "./when";

const zones = fc.constantFrom(
  "Europe/Dublin",
  "America/St_Johns",
  "Australia/Lord_Howe",
  "Asia/Kolkata",
  "Pacific/Auckland",
  "Africa/Cairo",
  "UTC",
);

const weekly: fc.Arbitrary<Weekly> = fc
  .record({
    days: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
    from: fc.integer({ min: 0, max: 1430 }),
    length: fc.integer({ min: 1, max: 600 }),
  })
  .map(({ days, from, length }) => ({ days, from, until: Math.min(1440, from + length) }));

const zoneAndDay = fc.tuple(
  zones,
  fc.integer({ min: 20_000, max: 22_000 }).map((day) => day * dayLength),
);
/** Nights in which clocks are put forward, or back, by an hour or by half of one. */
const shifted = fc.constantFrom(
  ...[
    ["Europe/Dublin", "2026-03-29"],
    ["Europe/Dublin", "2026-10-25"],
    ["America/St_Johns", "2026-03-08"],
    ["America/St_Johns", "2026-11-01"],
    ["Australia/Lord_Howe", "2026-04-04"],
    ["Australia/Lord_Howe", "2026-10-03"],
    ["Pacific/Auckland", "2026-04-04"],
    ["Pacific/Auckland", "2026-09-26"],
    ["Africa/Cairo", "2026-04-23"],
    ["Africa/Cairo", "2026-10-29"],
    ["America/Asuncion", "2024-03-23"],
    ["America/Asuncion", "2024-10-05"],
  ].map(([zone, date]) => [zone!, Date.parse(`${date}T00:00:00Z`)] as [string, number]),
);
/** Hours of the night, on all days. */
const atNight: fc.Arbitrary<Weekly> = fc
  .record({ from: fc.integer({ min: 0, max: 240 }), length: fc.integer({ min: 1, max: 120 }) })
  .map(({ from, length }) => ({ days: [0, 1, 2, 3, 4, 5, 6], from, until: from + length }));

describe("when rules hold", () => {
  test("between two turns nothing turns, clocks put forward and back included", () => {
    fc.assert(
      fc.property(
        fc.oneof(zoneAndDay, shifted),
        fc.oneof(weekly, atNight),
        fc.integer({ min: -720, max: 720 }),
        fc.option(fc.integer({ min: -600, max: 2000 })),
        fc.option(fc.integer({ min: -600, max: 2000 })),
        ([zone, day], hours, shift, from, until) => {
          const start = day + shift * minute;
          const window = {
            from: from === null ? null : start + from * minute,
            until: until === null ? null : start + until * minute,
            weekly: hours,
          };
          const at = new Set(turns([window], zone, start));
          let now = holds(window, whenIn(zone, start));
          for (let instant = start + minute; instant <= start + dayLength; instant += minute) {
            const then = holds(window, whenIn(zone, instant));
            if (then !== now)
              expect(
                [...at].map((each) => new Date(each).toISOString()),
                `${new Date(instant).toISOString()} in ${zone}`,
              ).toContain(new Date(instant).toISOString());
            now = then;
          }
        },
      ),
      { seed: 91, numRuns: 200 },
    );
  });

  test("turns are told once, in order, and none that is past", () => {
    fc.assert(
      fc.property(
        fc.oneof(zoneAndDay, shifted),
        fc.array(fc.oneof(weekly, atNight), { maxLength: 3 }),
        ([zone, start], several) => {
          const found = turns(
            several.map((each) => ({ from: null, until: null, weekly: each })),
            zone,
            start,
          );
          expect(found).toEqual([...new Set(found)].sort((one, other) => one - other));
          for (const each of found) expect(each).toBeGreaterThan(start);
        },
      ),
      { seed: 92, numRuns: 200 },
    );
  });

  test("hours of the week are those of the course's clocks, midnight their end", () => {
    const evening = { days: [4], from: 22 * 60, until: 1440 };
    const friday = (time: string) =>
      holds({ from: null, until: null, weekly: evening }, whenIn("Europe/Dublin", Date.parse(time)));
    expect([
      friday("2026-07-03T20:59:00Z"),
      friday("2026-07-03T21:00:00Z"),
      friday("2026-07-03T22:59:00Z"),
      friday("2026-07-03T23:00:00Z"),
    ]).toEqual([false, true, true, false]);
    expect([
      friday("2026-12-04T21:59:00Z"),
      friday("2026-12-04T22:00:00Z"),
      friday("2026-12-04T23:59:00Z"),
      friday("2026-12-05T00:00:00Z"),
    ]).toEqual([false, true, true, false]);
  });
});
