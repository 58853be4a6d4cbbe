import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { levels, type Person, type Rule, Rulebook, whenIn } from "./may";
import { type PastRule, spansBelow } from "./past";

const zone = "Europe/Berlin";
const start = Date.parse("2026-03-20T00:00:00Z");
const hour = 60 * 60 * 1000;
const term = { from: start, to: start + 30 * 24 * hour };
const place = { course: "c", assignment: "a", wiki: "w" };
const mira: Person = { id: "mira", role: "student", isMember: true, groups: ["g"] };
const rule = (over: Partial<Rule>): Rule => ({
  id: "r",
  scope: "wiki",
  place: "w",
  who: { kind: "group" },
  level: "read",
  from: null,
  until: null,
  weekly: null,
  isOfAssignment: false,
  madeAt: 0,
  ...over,
});
const past = (over: Partial<Rule>, endedAt: number | null = null): PastRule => ({
  rule: rule(over),
  endedAt,
});
const at = (hours: number) => start + hours * hour;

describe("the times in which somebody could not write", () => {
  test("there are none without a rule, and all of it is one where they are no member", () => {
    expect(spansBelow("write", [], mira, place, zone, term)).toEqual([]);
    expect(spansBelow("write", [], { ...mira, isMember: false }, place, zone, term)).toEqual([term]);
    expect(spansBelow("write", [], mira, place, zone, { from: start, to: start })).toEqual([]);
  });
  test("a rule keeps out from when it was made, not before, and no longer once it is ended", () => {
    expect(spansBelow("write", [past({ madeAt: at(5) }, at(9))], mira, place, zone, term)).toEqual([
      { from: at(5), to: at(9) },
    ]);
    expect(
      spansBelow("write", [past({ madeAt: at(5), from: at(7), until: at(8) })], mira, place, zone, term),
    ).toEqual([{ from: at(7), to: at(8) }]);
    expect(
      spansBelow("write", [past({ madeAt: at(5), from: at(2), until: at(4) })], mira, place, zone, term),
    ).toEqual([]);
  });
  test("two closed times that follow each other are one; an exception for one person opens it for them alone", () => {
    const rules = [
      past({ id: "1", madeAt: at(1) }, at(3)),
      past({ id: "2", madeAt: at(3), level: "hidden" }, at(6)),
      past({ id: "3", madeAt: at(2), who: { kind: "person", person: "mira" }, level: "write" }, at(4)),
    ];
    expect(spansBelow("write", rules, { ...mira, id: "jonas" }, place, zone, term)).toEqual([
      { from: at(1), to: at(6) },
    ]);
    expect(spansBelow("write", rules, mira, place, zone, term)).toEqual([
      { from: at(1), to: at(2) },
      { from: at(4), to: at(6) },
    ]);
  });
  test("hours of the week close by the course's clocks, also across the change to summer time", () => {
    const spans = spansBelow(
      "write",
      [past({ weekly: { days: [6], from: 60, until: 240 } })],
      mira,
      place,
      zone,
      term,
    );
    expect(spans.map(({ from, to }) => [new Date(from).toISOString(), new Date(to).toISOString()])).toEqual([
      ["2026-03-22T00:00:00.000Z", "2026-03-22T03:00:00.000Z"],
      ["2026-03-29T00:00:00.000Z", "2026-03-29T02:00:00.000Z"],
      ["2026-04-04T23:00:00.000Z", "2026-04-05T02:00:00.000Z"],
      ["2026-04-11T23:00:00.000Z", "2026-04-12T02:00:00.000Z"],
      ["2026-04-18T23:00:00.000Z", "2026-04-19T00:00:00.000Z"],
    ]);
  });

  const someTime = fc.integer({ min: -48, max: 800 }).map(at);
  const someRule = fc.record({
    rule: fc
      .record({
        id: fc.uuid(),
        where: fc.constantFrom(
          { scope: "wiki", place: "w" } as const,
          { scope: "assignment", place: "a" } as const,
          { scope: "course", place: "c" } as const,
        ),
        who: fc.constantFrom(
          { kind: "group" } as const,
          { kind: "students" } as const,
          { kind: "members", group: "g" } as const,
          { kind: "person", person: "mira" } as const,
          { kind: "person", person: "jonas" } as const,
        ),
        level: fc.constantFrom(...levels),
        from: fc.option(someTime),
        until: fc.option(someTime),
        madeAt: someTime,
        weekly: fc.option(
          fc.record({
            days: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
            from: fc.integer({ min: 0, max: 700 }),
            until: fc.integer({ min: 701, max: 1440 }),
          }),
          { freq: 3 },
        ),
      })
      .map(({ where, ...rest }) => rule({ ...where, ...rest })),
    endedAt: fc.option(someTime),
  });

  test("are what asking at each instant finds", () => {
    fc.assert(
      fc.property(
        fc.array(someRule, { maxLength: 6 }),
        fc.array(fc.integer({ min: 0, max: 30 * 24 * 60 - 1 }), { minLength: 20, maxLength: 20 }),
        fc.constantFrom(...levels),
        (rules, minutes, level) => {
          const spans = spansBelow(level, rules, mira, place, zone, term);
          spans.forEach(({ from, to }, index) => {
            expect(from).toBeLessThan(to);
            if (index > 0) expect(from).toBeGreaterThan(spans[index - 1]!.to);
          });
          for (const instant of minutes.map((minute) => start + minute * 60_000)) {
            const inForce = rules
              .filter(
                ({ rule: { madeAt }, endedAt }) =>
                  madeAt <= instant && (endedAt === null || instant < endedAt),
              )
              .map((each) => each.rule);
            const isBelow =
              levels.indexOf(new Rulebook(inForce, whenIn(zone, instant)).levelOf(mira, place)) <
              levels.indexOf(level);
            expect(spans.some(({ from, to }) => from <= instant && instant < to)).toBe(isBelow);
          }
        },
      ),
      { seed: 71, numRuns: 500 },
    );
  });
});
