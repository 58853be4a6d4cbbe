import { TZDate } from "@date-fns/tz";
import fc from "fast-check";
import { expect, test } from "vitest";
import { daysLater, instantAt, instantsAt, isZone, wallClockAt } from "./zone";

/** "2026-03-13T14:02", of a date that knows its zone. */
function clockOf(date: TZDate): string {
  const two = (number: number) => String(number).padStart(2, "0");
  const day = [String(date.getFullYear()).padStart(4, "0"), two(date.getMonth() + 1), two(date.getDate())];
  return `${day.join("-")}T${two(date.getHours())}:${two(date.getMinutes())}`;
}

test("summer and winter differ by an hour", () => {
  expect(instantAt("2026-07-01T17:00", "Europe/Dublin")?.toISOString()).toBe("2026-07-01T16:00:00.000Z");
  expect(instantAt("2026-12-01T17:00", "Europe/Dublin")?.toISOString()).toBe("2026-12-01T17:00:00.000Z");
});
test("a time that daylight saving skips is taken later", () => {
  expect(instantAt("2026-03-29T01:30", "Europe/Dublin")?.toISOString()).toBe("2026-03-29T01:30:00.000Z");
});
test.each(["", "tomorrow", "2026-02-30T10:00", "2026-13-01T10:00", "2026-01-01T24:00"])(
  "%j is no time",
  (local) => expect(instantAt(local, "UTC")).toBeNull(),
);
test("of a time that comes twice the first is taken, by half an hour too, and both are told", () => {
  const told = (local: string, zone: string) =>
    instantsAt(local, zone).map((each) => new Date(each).toISOString().slice(11, 16));
  expect([
    told("2026-10-25T01:30", "Europe/Dublin"),
    told("2026-04-05T01:30", "Australia/Lord_Howe"),
    told("2026-04-05T01:29", "Australia/Lord_Howe"),
  ]).toEqual([["00:30", "01:30"], ["14:30", "15:00"], ["14:29"]]);
  expect(instantAt("2026-04-05T01:30", "Australia/Lord_Howe")?.toISOString()).toBe(
    "2026-04-04T14:30:00.000Z",
  );
  expect([told("2026-03-29T01:30", "Europe/Dublin"), told("2026-02-30T01:30", "Europe/Dublin")]).toEqual([
    ["01:30"],
    [],
  ]);
});
test("days later is the same time by the clocks, however long the days are", () => {
  const told = (iso: string, days: number) => daysLater(new Date(iso), days, "Europe/Dublin").toISOString();
  expect([
    told("2026-10-22T16:00:00Z", 7),
    told("2026-10-29T17:00:00Z", -7),
    told("2026-03-28T01:30:00Z", 1),
    told("2026-02-28T12:00:00Z", 1),
  ]).toEqual([
    "2026-10-29T17:00:00.000Z",
    "2026-10-22T16:00:00.000Z",
    "2026-03-29T01:30:00.000Z",
    "2026-03-01T12:00:00.000Z",
  ]);
});
test("there and back", () => {
  const zones = fc.constantFrom("UTC", "Asia/Kolkata", "Pacific/Auckland", "America/St_Johns");
  fc.assert(
    fc.property(
      fc.date({ min: new Date("2000-01-01"), max: new Date("2050-01-01"), noInvalidDate: true }),
      zones,
      (date, zone) => {
        const local = wallClockAt(date, zone);
        expect(wallClockAt(instantAt(local, zone)!, zone)).toBe(local);
      },
    ),
    { seed: 51 },
  );
});
test("clocks are read as the library reads them", () => {
  const zones = fc.constantFrom(
    "UTC",
    "Asia/Kolkata",
    "Pacific/Auckland",
    "America/St_Johns",
    "Europe/Dublin",
    "Africa/Casablanca",
  );
  fc.assert(
    fc.property(
      fc.date({ min: new Date("1971-01-01"), max: new Date("2060-01-01"), noInvalidDate: true }),
      zones,
      (date, zone) => {
        expect(wallClockAt(date, zone)).toBe(clockOf(new TZDate(date, zone)));
      },
    ),
    { seed: 52, numRuns: 1000 },
  );
});
test("zones", () => expect([isZone("Europe/Dublin"), isZone("Mars/Base")]).toEqual([true, false]));
