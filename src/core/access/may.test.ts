import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allows, decide, type Level, levels, type Person, type Place, type Rule, roles, scopes, whenClosed } from "./may";

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

describe("people who are limited, and pages that belong to one", () => {
  const set = (over: Partial<Rule>): Rule => rule({ scope: "assignment", place: "a", level: "write", ...over });
  const level = (rules: readonly Rule[], person: Partial<Person>) => decide(rules, { id: "mira", role: "student", isMember: true, ...person }, place, 0).level;

  test.each<[string, readonly Rule[], Partial<Person>, Level]>([
    ["an assistant sees all groups", [], { role: "assistant", isMember: false }, "comment"],
    ["an assistant of other groups sees nothing", [], { role: "assistant", isMember: false, isGiven: false }, "hidden"],
    ["unless a rule of the course lets everybody read", [set({ who: { kind: "course" }, level: "read" })], { role: "assistant", isMember: false, isGiven: false }, "read"],
    ["what is opened to students changes nothing for assistants", [set({ who: { kind: "students" }, level: "read" })], { role: "assistant", isMember: false }, "comment"],
    ["it opens the wiki to other students", [set({ who: { kind: "students" }, level: "read" })], { isMember: false }, "read"],
    ["and takes nothing from the group, whose own rule is more specific", [set({ who: { kind: "students" }, level: "read" }), set({ id: "q" })], {}, "write"],
    ["a member's own page is theirs to write", [set({})], { owns: true }, "write"],
    ["teammates comment on it", [set({})], { owns: false }, "comment"],
    ["also where no rule fits", [], { owns: false }, "comment"],
    ["a rule that closes the assignment closes it for its owner too", [set({ level: "comment" })], { owns: true }, "comment"],
    ["and hides it from teammates, if it hides", [set({ level: "hidden" })], { owns: false }, "hidden"],
    ["a rule of the page itself can open it", [set({ scope: "page", place: "p" })], { owns: false }, "write"],
    ["instructors write on it", [], { role: "instructor", isMember: false, owns: false }, "write"],
  ])("%s", (_, rules, person, expected) => {
    expect(level(rules, person)).toBe(expected);
  });

  test.each(["archived", "set aside"] as const)("what is %s is read by those who could read it, and no more", (reason) => {
    for (const before of levels) {
      const decided = decide([set({ level: before })], { id: "mira", role: "student", isMember: true }, place, 0);
      const after = whenClosed(decided, reason);
      expect(whenClosed(decided, null)).toBe(decided);
      expect(after.level).toBe(before === "hidden" || before === "read" ? before : "read");
      if (before === "write") expect(after.because).toEqual({ kind: "built in", reason });
    }
  });
});
