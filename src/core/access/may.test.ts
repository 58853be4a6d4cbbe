import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { Ahead } from "./ahead";
import {
  allows,
  decide as decideWhen,
  type Level,
  levels,
  mayAct,
  mayUse,
  type Person,
  type Place,
  type PowerRule,
  powers,
  type Rule,
  Rulebook,
  roles,
  scopes,
  whenClosed,
  whenIn,
} from "./may";
import { type Cell, planPowers, planSetting, type PowerSetting, type Setting } from "./setting";

const place: Place = { course: "c", assignment: "a", wiki: "w", page: "p" };
const member: Person = { id: "mira", role: "student", isMember: true };
const rule = (over: Partial<Rule>): Rule => ({
  id: "r1",
  scope: "page",
  place: "p",
  who: { kind: "group" },
  level: "read",
  from: null,
  until: null,
  weekly: null,
  isOfAssignment: false,
  madeAt: 0,
  ...over,
});
const decide = (rules: readonly Rule[], person: Person, at: Place, time: number) =>
  decideWhen(rules, person, at, { at: time, day: 0, minute: 0 });

describe("what somebody may do", () => {
  test("a group writes in its own wiki, others do not see it", () => {
    expect(decide([], member, place, 0).level).toBe("write");
    expect(decide([], { ...member, isMember: false }, place, 0).level).toBe("hidden");
  });
  test.each([
    ["instructor", false, "write"],
    ["instructor", true, "write"],
    ["assistant", false, "comment"],
    ["observer", false, "read"],
    ["student", false, "hidden"],
    ["student", true, "write"],
  ] as const)("with no rule a %s (member: %s) may %s", (role, isMember, level) => {
    const { because, level: given, overrode } = decide([], { id: "x", role, isMember }, place, 0);
    expect(given).toBe(level);
    expect(because.kind).toBe("built in");
    expect(overrode).toEqual([]);
  });
  test("a rule about another place, or another person, does not fit", () => {
    const elsewhere = [
      rule({ place: "q" }),
      rule({ id: "r2", scope: "wiki", place: "p" }),
      rule({ id: "r3", who: { kind: "person", person: "jonas" } }),
    ];
    expect(decide(elsewhere, member, place, 0).level).toBe("write");
  });
  test("what was overridden by an instructor's standing is still told", () => {
    const hidden = rule({ who: { kind: "course" }, level: "hidden" });
    expect(decide([hidden], { id: "i", role: "instructor", isMember: false }, place, 0).overrode).toEqual([
      hidden,
    ]);
  });
  test("the page's rule wins over the wiki's, and says so", () => {
    const onWiki = rule({ id: "r0", scope: "wiki", place: "w", level: "write", madeAt: 9 });
    const onPage = rule({});
    expect(decide([onWiki, onPage], member, place, 0)).toEqual({
      level: "read",
      because: { kind: "rule", rule: onPage },
      overrode: [onWiki],
    });
  });
  test("a named person wins over the group at the same place", () => {
    const named = rule({ id: "r2", who: { kind: "person", person: "mira" }, level: "write" });
    expect(decide([rule({ madeAt: 5 }), named], member, place, 0).level).toBe("write");
  });
  test.each([
    ["the owner's over the group's", { kind: "owner" }, { kind: "group" }],
    ["one group's over all students'", { kind: "members", group: "g" }, { kind: "students" }],
    ["a named person's over the owner's", { kind: "person", person: "mira" }, { kind: "owner" }],
    ["the students' over the course's", { kind: "students" }, { kind: "course" }],
  ] as const)("of two rules of one place %s", (_, strong, weak) => {
    const asked = { ...member, owns: true, groups: ["g"] };
    expect(
      decide(
        [
          rule({ id: "weak", who: weak, level: "hidden", madeAt: 9 }),
          rule({ who: strong, level: "comment" }),
        ],
        asked,
        place,
        0,
      ).level,
    ).toBe("comment");
  });
  describe("a guest", () => {
    const guest: Person = { id: "g", role: "guest", isMember: false, door: "d1" };
    const door = { kind: "guests", door: "d1" } as const;
    test("sees nothing that is not opened to their own door, whatever is set for anybody else", () => {
      const elsewhere = [
        { kind: "guests", door: "d2" },
        { kind: "course" },
        { kind: "students" },
        { kind: "group" },
      ] as const;
      expect(
        decide(
          elsewhere.map((who, at) => rule({ id: `r${at}`, who, level: "write" })),
          guest,
          place,
          0,
        ),
      ).toMatchObject({ level: "hidden", because: { kind: "built in", reason: "guest" } });
    });
    test("writes where the door says so, for as long as it says so", () => {
      const open = rule({ who: door, level: "write", from: 10, until: 20 });
      expect([9, 10, 19, 20].map((time) => decide([open], guest, place, time).level)).toEqual([
        "hidden",
        "write",
        "write",
        "hidden",
      ]);
    });
    test("has no power and does not comment, even where they write", () => {
      const book = new Rulebook([rule({ who: door, level: "write" })], { at: 0, day: 0, minute: 0 });
      for (const power of powers) expect(mayUse("write", power, book.power(guest, place, power))).toBe(false);
      expect((["read", "comment", "write"] as const).map((action) => mayAct(guest, "write", action))).toEqual(
        [true, false, true],
      );
    });
    test("does not see a page that is hidden from its group in a wiki that is open to them, unless the page itself is opened", () => {
      const wide = rule({ id: "wide", scope: "wiki", place: "w", who: door, level: "read" });
      const hidden = rule({ id: "hidden", level: "hidden" });
      expect(decide([wide], guest, place, 0).level).toBe("read");
      expect(decide([wide, hidden], guest, place, 0)).toMatchObject({
        level: "hidden",
        because: { reason: "hidden from its group" },
      });
      expect(
        decide([wide, hidden, rule({ id: "own", who: door, level: "read" })], guest, place, 0).level,
      ).toBe("read");
    });
  });
  test("what was set by hand comes before what the assignment's settings made, even if these were changed later", () => {
    expect(
      decide(
        [rule({ level: "read" }), rule({ id: "r2", level: "write", isOfAssignment: true, madeAt: 9 })],
        member,
        place,
        0,
      ).level,
    ).toBe("read");
  });
  test.each([
    ["assistants", "assistant"],
    ["observers", "observer"],
    ["students", "student"],
  ] as const)("a rule for %s is about nobody else", (kind, role) => {
    for (const each of roles.filter((one) => one !== "instructor")) {
      const level = decide(
        [rule({ who: { kind }, level: "hidden" })],
        { id: "x", role: each, isMember: true },
        place,
        0,
      ).level;
      expect(level === "hidden").toBe(each === role);
    }
  });
  test("a rule for the members of one group is about them in every wiki, and about nobody else", () => {
    const visiting = [rule({ who: { kind: "members", group: "g" }, level: "comment" })];
    expect(
      [["g"], ["h"], undefined].map(
        (groups) =>
          decide(
            visiting,
            { id: "x", role: "student", isMember: false, ...(groups ? { groups } : {}) },
            place,
            0,
          ).level,
      ),
    ).toEqual(["comment", "hidden", "hidden"]);
  });
  test("the later of two equal rules wins", () => {
    expect(
      decide([rule({ id: "r2", level: "comment", madeAt: 2 }), rule({ madeAt: 1 })], member, place, 0).level,
    ).toBe("comment");
  });
  test("a window includes its start and excludes its end", () => {
    const window = [rule({ from: 10, until: 20 })];
    expect([9, 10, 19, 20].map((at) => decide(window, member, place, at).level)).toEqual([
      "write",
      "read",
      "read",
      "write",
    ]);
  });
  test("an instructor can't be shut out", () => {
    expect(
      decide(
        [rule({ who: { kind: "course" }, level: "hidden" })],
        { id: "i", role: "instructor", isMember: false },
        place,
        0,
      ).level,
    ).toBe("write");
  });
  test("a level includes the ones below it", () => {
    expect(levels.map((level) => allows(level, "comment"))).toEqual([false, false, true, true]);
  });

  const anyRule = fc.record({
    id: fc.uuid(),
    scope: fc.constantFrom(...scopes),
    place: fc.constantFrom("c", "a", "w", "p", "x"),
    level: fc.constantFrom(...levels),
    who: fc.oneof(
      ...(["course", "students", "assistants", "observers", "group", "owner"] as const).map((kind) =>
        fc.constant({ kind }),
      ),
      fc.record({ kind: fc.constant("members" as const), group: fc.constantFrom("g", "h") }),
      fc.record({ kind: fc.constant("guests" as const), door: fc.constantFrom("d1", "d2") }),
      fc.record({ kind: fc.constant("person" as const), person: fc.constantFrom("mira", "bo") }),
    ),
    from: fc.option(fc.nat(20)),
    until: fc.option(fc.nat(20)),
    madeAt: fc.nat(5),
    weekly: fc.constant(null),
    isOfAssignment: fc.boolean(),
  });
  const anyPerson = fc.record({
    id: fc.constantFrom("mira", "bo"),
    role: fc.constantFrom(...roles, "guest" as const),
    isMember: fc.boolean(),
    groups: fc.subarray(["g", "h"]),
    owns: fc.boolean(),
    door: fc.constantFrom("d1", "d2"),
  });

  test("the answer does not depend on the order in which rules are given", () => {
    fc.assert(
      fc.property(fc.array(anyRule, { maxLength: 8 }), anyPerson, fc.nat(20), (rules, person, at) => {
        expect(decide([...rules].reverse(), person, place, at)).toEqual(decide(rules, person, place, at));
      }),
      { seed: 23, numRuns: 300 },
    );
  });
  test("the quick answer is the same", () => {
    fc.assert(
      fc.property(fc.array(anyRule, { maxLength: 8 }), anyPerson, fc.nat(20), (rules, person, at) => {
        const book = new Rulebook(rules, { at, day: 0, minute: 0 });
        expect(book.levelOf(person, place)).toBe(book.decide(person, place).level);
      }),
      { seed: 25, numRuns: 500 },
    );
  });
  test("nothing changes before the change that is told, and then it does", () => {
    fc.assert(
      fc.property(fc.array(anyRule, { maxLength: 8 }), anyPerson, fc.nat(20), (rules, person, at) => {
        const change = new Ahead(rules, "UTC", at).next(person, place);
        const level = (time: number) => decide(rules, person, place, time).level;
        for (let time = at; time < (change?.at ?? 22); time++) expect(level(time)).toBe(level(at));
        if (change) expect(level(change.at)).toBe(change.level);
        if (change) expect(change.level).not.toBe(level(at));
      }),
      { seed: 26, numRuns: 300 },
    );
  });
  test("a rule that does not fit changes nothing, but that guests are not shown what is hidden from a wiki's own group", () => {
    fc.assert(
      fc.property(
        fc.array(anyRule, { maxLength: 8 }),
        anyPerson.filter(({ role }) => role !== "guest"),
        fc.nat(20),
        (rules, person, at) => {
          const { because, overrode, level } = decide(rules, person, place, at);
          const fitting = [...(because.kind === "rule" ? [because.rule] : []), ...overrode];
          expect(decide(fitting, person, place, at).level).toBe(level);
        },
      ),
      { seed: 24, numRuns: 300 },
    );
  });
});

describe("people who are limited, and pages that belong to one", () => {
  const set = (over: Partial<Rule>): Rule =>
    rule({ scope: "assignment", place: "a", level: "write", ...over });
  const level = (rules: readonly Rule[], person: Partial<Person>) =>
    decide(rules, { id: "mira", role: "student", isMember: true, ...person }, place, 0).level;

  test.each<[string, readonly Rule[], Partial<Person>, Level]>([
    ["an assistant sees all groups", [], { role: "assistant", isMember: false }, "comment"],
    [
      "an assistant of other groups sees nothing",
      [],
      { role: "assistant", isMember: false, isGiven: false },
      "hidden",
    ],
    [
      "unless a rule of the course lets everybody read",
      [set({ who: { kind: "course" }, level: "read" })],
      { role: "assistant", isMember: false, isGiven: false },
      "read",
    ],
    [
      "what is opened to students changes nothing for assistants",
      [set({ who: { kind: "students" }, level: "read" })],
      { role: "assistant", isMember: false },
      "comment",
    ],
    [
      "it opens the wiki to other students",
      [set({ who: { kind: "students" }, level: "read" })],
      { isMember: false },
      "read",
    ],
    [
      "and takes nothing from the group, whose own rule is more specific",
      [set({ who: { kind: "students" }, level: "read" }), set({ id: "q" })],
      {},
      "write",
    ],
    ["a member's own page is theirs to write", [set({})], { owns: true }, "write"],
    ["teammates comment on it", [set({})], { owns: false }, "comment"],
    ["also where no rule fits", [], { owns: false }, "comment"],
    [
      "a rule that closes the assignment closes it for its owner too",
      [set({ level: "comment" })],
      { owns: true },
      "comment",
    ],
    ["and hides it from teammates, if it hides", [set({ level: "hidden" })], { owns: false }, "hidden"],
    ["a rule of the page itself can open it", [set({ scope: "page", place: "p" })], { owns: false }, "write"],
    ["instructors write on it", [], { role: "instructor", isMember: false, owns: false }, "write"],
  ])("%s", (_, rules, person, expected) => {
    expect(level(rules, person)).toBe(expected);
  });

  test.each(["archived", "set aside"] as const)(
    "what is %s is read by those who could read it, and no more",
    (reason) => {
      for (const before of levels) {
        const decided = decide(
          [set({ level: before })],
          { id: "mira", role: "student", isMember: true },
          place,
          0,
        );
        const after = whenClosed(decided, reason);
        expect(whenClosed(decided, null)).toBe(decided);
        expect(after.level).toBe(before === "hidden" || before === "read" ? before : "read");
        if (before === "write") expect(after.because).toEqual({ kind: "built in", reason });
      }
    },
  );
});

describe("hours of the week", () => {
  const lesson = rule({ weekly: { days: [0, 2], from: 9 * 60, until: 10 * 60 + 30 } });
  const level = (at: string, zone = "Europe/Dublin") =>
    decideWhen([lesson], member, place, whenIn(zone, Date.parse(at))).level;

  test("hold on their days between their hours, the end excluded", () => {
    expect(
      [
        "2026-03-16T09:00Z",
        "2026-03-16T10:29Z",
        "2026-03-16T10:30Z",
        "2026-03-17T09:30Z",
        "2026-03-18T09:30Z",
      ].map((at) => level(at)),
    ).toEqual(["read", "read", "write", "write", "read"]);
  });
  test("follow the clocks of the course through daylight saving", () => {
    // Clocks in Dublin go forward on 29 March 2026: nine o'clock is an hour earlier in UTC from then on.
    expect(
      ["2026-03-23T09:00Z", "2026-03-23T08:00Z", "2026-03-30T08:00Z", "2026-03-30T09:30Z"].map((at) =>
        level(at),
      ),
    ).toEqual(["read", "write", "read", "write"]);
    expect(level("2026-03-16T09:00Z", "Asia/Tokyo")).toBe("write");
  });
  test.each([
    ["2026-03-16T08:00Z", "2026-03-16T09:00Z", "read"],
    ["2026-03-16T09:10Z", "2026-03-16T10:30Z", "write"],
    ["2026-03-18T12:00Z", "2026-03-23T09:00Z", "read"],
    ["2026-03-25T12:00Z", "2026-03-30T08:00Z", "read"],
  ])("from %s on, what comes next is told: %s", (at, next, then) => {
    expect(new Ahead([lesson], "Europe/Dublin", Date.parse(at)).next(member, place)).toEqual({
      at: Date.parse(next),
      level: then,
    });
  });
  test("until midnight is until the next day begins", () => {
    const night = rule({ weekly: { days: [6], from: 22 * 60, until: 1440 } });
    expect(new Ahead([night], "Europe/Dublin", Date.parse("2026-03-29T22:00Z")).next(member, place)).toEqual({
      at: Date.parse("2026-03-29T23:00Z"),
      level: "write",
    });
  });
});

describe("powers", () => {
  const power = (over: Partial<PowerRule>): PowerRule => ({
    id: "r1",
    scope: "assignment",
    place: "a",
    who: { kind: "group" },
    power: "rename",
    given: false,
    from: null,
    until: null,
    weekly: null,
    isOfAssignment: true,
    madeAt: 0,
    ...over,
  });
  const book = (...rules: (Rule | PowerRule)[]) => new Rulebook(rules, { at: 0, day: 0, minute: 0 });

  test("whoever belongs to a wiki has all of them there, instructors everywhere, nobody else any", () => {
    for (const each of powers) {
      expect(book().power(member, place, each).given).toBe(true);
      expect(book().power({ ...member, isMember: false }, place, each).given).toBe(false);
      expect(book().power({ id: "t", role: "assistant", isMember: false }, place, each).given).toBe(false);
      expect(
        book(power({ power: each, who: { kind: "course" } })).power(
          { id: "i", role: "instructor", isMember: false },
          place,
          each,
        ).given,
      ).toBe(true);
    }
  });
  test("a rule takes one power and leaves the others; a narrower one gives it back", () => {
    const taken = power({});
    expect(book(taken).power(member, place, "rename")).toEqual({
      given: false,
      because: { kind: "rule", rule: taken },
      overrode: [],
    });
    expect(book(taken).power(member, place, "remove").given).toBe(true);
    expect(
      book(taken, power({ id: "r2", scope: "page", place: "p", given: true })).power(member, place, "rename")
        .given,
    ).toBe(true);
  });
  test("using one needs leave to write there", () => {
    expect(levels.map((level) => mayUse(level, "rename", book().power(member, place, "rename")))).toEqual([
      false,
      false,
      false,
      true,
    ]);
    expect(levels.map((level) => mayUse(level, "settle", book().power(member, place, "settle")))).toEqual([
      false,
      false,
      true,
      true,
    ]);
    expect(mayUse("write", "rename", book(power({})).power(member, place, "rename"))).toBe(false);
  });
  test("levels and powers do not touch each other", () => {
    expect(
      book(power({ scope: "page", place: "p" }), rule({ level: "comment" })).decide(member, place).level,
    ).toBe("comment");
  });
});

describe("setting cells of the sheet", () => {
  const cell: Cell = { scope: "page", place: "p", who: { kind: "group" } };
  const always = (level: Level | null): Setting => ({ level, from: null, until: null, weekly: null });
  const standing = [
    rule({ id: "always" }),
    rule({ id: "early", from: 0, until: 10 }),
    rule({ id: "late", from: 20, until: 30 }),
    rule({ id: "hers", who: { kind: "person", person: "mira" } }),
    rule({ id: "elsewhere", place: "q" }),
    rule({ id: "of the assignment", isOfAssignment: true }),
  ];

  test.each<[string, Setting, string[]]>([
    [
      "what holds always takes the place of all that was set there",
      always("write"),
      ["always", "early", "late"],
    ],
    [
      "a window takes the place of windows that it meets",
      { ...always("write"), from: 5, until: 20 },
      ["early"],
    ],
    ["one without an end meets all that come after", { ...always("write"), from: 25 }, ["late"]],
    ["nothing of its own takes away what was set", always(null), ["always", "early", "late"]],
  ])("%s", (_, setting, ended) => {
    const { end, make } = planSetting(standing, [cell, cell], setting);
    expect(end).toEqual(ended);
    expect(make).toEqual(setting.level === null ? [] : [{ ...cell, ...setting }]);
  });
  test("after a window, what held before holds again", () => {
    const { make } = planSetting(standing, [cell], { ...always("write"), from: 12, until: 14 });
    const rules = [
      ...standing.filter(({ id }) => id !== "hers"),
      ...make.map((made) => rule({ ...made, id: "new", madeAt: 1 })),
    ];
    expect([11, 12, 13, 14].map((at) => decide(rules, member, place, at).level)).toEqual([
      "read",
      "write",
      "write",
      "read",
    ]);
  });
});

describe("setting powers for cells of the sheet", () => {
  const wanted = fc.dictionary(
    fc.constantFrom(...powers),
    fc.constantFrom(true, false, null),
  ) as fc.Arbitrary<PowerSetting>;

  test("whatever was set before, what is wanted holds then, all else stays, and setting it again changes nothing", () => {
    fc.assert(
      fc.property(fc.array(wanted, { maxLength: 6 }), (settings) => {
        const cell: Cell = { scope: "page", place: "p", who: { kind: "person", person: "mira" } };
        const powerRule = (over: Partial<PowerRule> & Pick<PowerRule, "power" | "given">): PowerRule => {
          const { level: _, ...common } = rule({});
          return { ...common, ...over };
        };
        const ofAssignment = powerRule({
          id: "a",
          scope: "assignment",
          place: "a",
          isOfAssignment: true,
          power: "upload",
          given: false,
        });
        const others = powerRule({
          id: "o",
          who: { kind: "person", person: "jonas" },
          power: "start",
          given: false,
        });
        let rules: PowerRule[] = [ofAssignment, others];
        const expected: Record<string, boolean> = Object.fromEntries(
          powers.map((power) => [power, power !== "upload"]),
        );
        settings.forEach((setting, round) => {
          const { end, make } = planPowers(rules, [cell, cell], setting);
          rules = [
            ...rules.filter(({ id }) => !end.includes(id)),
            ...make.map((each, at) => powerRule({ ...each, id: `${round} ${at}`, madeAt: round + 1 })),
          ];
          for (const power of powers)
            if (setting[power] !== undefined) expected[power] = setting[power] ?? power !== "upload";
          expect(planPowers(rules, [cell], setting)).toEqual({ end: [], make: [] });
          const book = new Rulebook(rules, whenIn("UTC", 0));
          expect(
            Object.fromEntries(powers.map((power) => [power, book.power(member, place, power).given])),
          ).toEqual(expected);
        });
        expect(rules).toContain(others);
      }),
      { seed: 11, numRuns: 300 },
    );
  });
});
