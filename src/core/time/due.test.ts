import fc from "fast-check";
import { expect, test } from "vitest";
import { isLate, justBeforeDue, type MoreTime, timesWith, type WorkTimes } from "./due";
import { dayLength, minuteLength } from "./lengths";

const assignment: WorkTimes = { opensAt: 0, dueAt: 30 * dayLength, cutOffAt: 31 * dayLength };
const given = fc.array(
  fc.record({
    wikiId: fc.constantFrom("a", "b"),
    personId: fc.constantFrom(null, "p", "q"),
    until: fc.integer({ min: 0, max: 60 }).map((days) => days * dayLength),
  }),
  { maxLength: 6 },
);

test("more time makes nothing earlier, and reaches those it was given to and nobody else", () => {
  fc.assert(
    fc.property(
      given,
      fc.constantFrom("a", "b"),
      fc.constantFrom(null, "p", "q"),
      (all: MoreTime[], wikiId, personId) => {
        const times = timesWith(assignment, all)(wikiId, personId);
        expect(times.dueAt).toBe(
          Math.max(
            assignment.dueAt,
            ...all
              .filter(
                (each) => each.wikiId === wikiId && (each.personId === null || each.personId === personId),
              )
              .map(({ until }) => until),
          ),
        );
        expect(times.cutOffAt).toBe(
          Math.max(assignment.cutOffAt!, times.dueAt > assignment.dueAt ? times.dueAt : 0),
        );
        expect(times.opensAt).toBe(assignment.opensAt);
        expect(timesWith({ ...assignment, cutOffAt: null }, all)(wikiId, personId).cutOffAt).toBeNull();
      },
    ),
    { seed: 71, numRuns: 500 },
  );
});

test("late begins with the due time itself; of whom nothing is due, nothing is late", () => {
  expect([
    isLate(assignment, assignment.dueAt - 1),
    isLate(assignment, assignment.dueAt),
    isLate(null, Infinity),
  ]).toEqual([false, true, false]);
});

test.each([
  ["ten minutes", 10 * minuteLength, 2.5 * minuteLength],
  ["three hours", 180 * minuteLength, 45 * minuteLength],
  ["a day", dayLength, dayLength / 4],
  ["four days", 4 * dayLength, dayLength],
  ["a month", 30 * dayLength, dayLength],
  ["a year", 365 * dayLength, dayLength],
])("of %s the time just before it is due is a part, and a day at most", (_, open, last) => {
  expect(justBeforeDue({ opensAt: 0, dueAt: open, cutOffAt: null })).toEqual({ from: open - last, to: open });
});
