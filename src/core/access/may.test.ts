import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allows, decide, levels, type Person, type Place, type Rule, roles, scopes } from "./may";

const place: Place = { course: "c", assignment: "a", wiki: "w", page: "p" };
const member: Person = { id: "mira", role: "student", isMember: true };
const rule = (over: Partial<Rule>): Rule => ({
  id: "r1", scope: "page", place: "p", who: { kind: "group" }, level: "read", from: null, until: null, madeAt: 0, ...over,
});

describe("what somebody may do", () => {
  test("a group writes in its own wiki, others do not see it", () => {
    expect(decide([], member, place, 0).level).toBe("write");
    expect(decide([], { ...member, isMember: false }, place, 0).level).toBe("hidden");
  });
  test.each([
    ["instructor", false, "write"], ["instructor", true, "write"], ["assistant", false, "comment"], ["observer", false, "read"],
    ["student", false, "hidden"], ["student", true, "write"],
  ] as const)("with no rule a %s (member: %s) may %s", (role, isMember, level) => {
    const { because, level: given, overrode } = decide([], { id: "x", role, isMember }, place, 0);
    expect(given).toBe(level);
    expect(because.kind).toBe("built in");
    expect(overrode).toEqual([]);
  });
  test("a rule about another place, or another person, does not fit", () => {
    const elsewhere = [rule({ place: "q" }), rule({ id: "r2", scope: "wiki", place: "p" }), rule({ id: "r3", who: { kind: "person", person: "jonas" } })];
    expect(decide(elsewhere, member, place, 0).level).toBe("write");
  });
  test("what was overridden by an instructor's standing is still told", () => {
    const hidden = rule({ who: { kind: "course" }, level: "hidden" });
    expect(decide([hidden], { id: "i", role: "instructor", isMember: false }, place, 0).overrode).toEqual([hidden]);
  });
  test("the page's rule wins over the wiki's, and says so", () => {
    const onWiki = rule({ id: "r0", scope: "wiki", place: "w", level: "write", madeAt: 9 });
    const onPage = rule({});
    expect(decide([onWiki, onPage], member, place, 0)).toEqual({ level: "read", because: { kind: "rule", rule: onPage }, overrode: [onWiki] });
  });
  test("a named person wins over the group at the same place", () => {
    const named = rule({ id: "r2", who: { kind: "person", person: "mira" }, level: "write" });
    expect(decide([rule({ madeAt: 5 }), named], member, place, 0).level).toBe("write");
  });
  test("the later of two equal rules wins", () => {
    expect(decide([rule({ id: "r2", level: "comment", madeAt: 2 }), rule({ madeAt: 1 })], member, place, 0).level).toBe("comment");
  });
  test("a window includes its start and excludes its end", () => {
    const window = [rule({ from: 10, until: 20 })];
    expect([9, 10, 19, 20].map((at) => decide(window, member, place, at).level)).toEqual(["write", "read", "read", "write"]);
  });
  test("an instructor can't be shut out", () => {
    expect(decide([rule({ who: { kind: "course" }, level: "hidden" })], { id: "i", role: "instructor", isMember: false }, place, 0).level).toBe("write");
  });
  test("a level includes the ones below it", () => {
    expect(levels.map((level) => allows(level, "comment"))).toEqual([false, false, true, true]);
  });

  const anyRule = fc.record({
    id: fc.uuid(), scope: fc.constantFrom(...scopes), place: fc.constantFrom("c", "a", "w", "p", "x"), level: fc.constantFrom(...levels),
    who: fc.oneof(fc.constant({ kind: "course" as const }), fc.constant({ kind: "group" as const }), fc.record({ kind: fc.constant("person" as const), person: fc.constantFrom("mira", "bo") })),
    from: fc.option(fc.nat(20)), until: fc.option(fc.nat(20)), madeAt: fc.nat(5),
  });
  const anyPerson = fc.record({ id: fc.constantFrom("mira", "bo"), role: fc.constantFrom(...roles), isMember: fc.boolean() });

  test("the answer does not depend on the order in which rules are given", () => {
    fc.assert(fc.property(fc.array(anyRule, { maxLength: 8 }), anyPerson, fc.nat(20), (rules, person, at) => {
      expect(decide([...rules].reverse(), person, place, at)).toEqual(decide(rules, person, place, at));
    }), { seed: 23, numRuns: 300 });
  });
  test("a rule that does not fit changes nothing", () => {
    fc.assert(fc.property(fc.array(anyRule, { maxLength: 8 }), anyPerson, fc.nat(20), (rules, person, at) => {
      const { because, overrode, level } = decide(rules, person, place, at);
      const fitting = [...(because.kind === "rule" ? [because.rule] : []), ...overrode];
      expect(decide(fitting, person, place, at).level).toBe(level);
    }), { seed: 24, numRuns: 300 });
  });
});
