import { describe, expect, test } from "vitest";
import { Ahead } from "./ahead";
import type { Person } from "./may";
import type { Level, Rule, Who } from "./rule";
import { cellAt, effects, explainAt, personAt, type SheetRow } from "./sheet";

const zone = "Europe/Dublin";
const row = (page: string, over: Partial<SheetRow> = {}): SheetRow => ({
  place: { course: "c", assignment: "a", wiki: "w", page },
  scope: "page",
  ownerId: null,
  groupId: "g",
  closed: null,
  ...over,
});
const rule = (who: Who, level: Level, over: Partial<Rule> = {}): Rule => ({
  id: "r",
  scope: "wiki",
  place: "w",
  who,
  level,
  from: null,
  until: null,
  weekly: null,
  isOfAssignment: false,
  madeAt: 0,
  ...over,
});

describe("whom a column means at a row", () => {
  const owned = row("p", { ownerId: "mira" });
  const common = row("p");
  const mira = { kind: "person", person: "mira" } as const;
  const student = { role: "student", groups: ["g"], wikis: ["w"] } as const;

  test.each<[string, Who, SheetRow, Partial<Person>]>([
    [
      "guests of a door",
      { kind: "guests", door: "d" },
      common,
      { role: "guest", door: "d", isMember: false },
    ],
    ["everybody", { kind: "course" }, common, { role: "student", isMember: false }],
    ["students", { kind: "students" }, common, { role: "student", isMember: false }],
    ["assistants", { kind: "assistants" }, common, { role: "assistant", isMember: false }],
    ["observers", { kind: "observers" }, common, { role: "observer", isMember: false }],
    ["the group", { kind: "group" }, common, { isMember: true }],
    ["the group, at a member's page", { kind: "group" }, owned, { isMember: true, owns: false }],
    ["the owner", { kind: "owner" }, owned, { isMember: true, owns: true }],
    ["the group named", { kind: "members", group: "g" }, common, { isMember: true, groups: ["g"] }],
    ["another group", { kind: "members", group: "h" }, common, { isMember: false, groups: ["h"] }],
  ])("%s", (_, who, at, wanted) => expect(personAt({ who }, at)).toMatchObject(wanted));

  test("one person is what they are on the course, and a member where the wiki is theirs", () => {
    const column = { who: mira, person: student };
    expect(personAt(column, common)).toEqual({ id: "mira", role: "student", groups: ["g"], isMember: true });
    expect(personAt(column, owned)).toMatchObject({ owns: true });
    expect(personAt(column, row("p", { ownerId: "jonas" }))).toMatchObject({ owns: false });
    const elsewhere = { ...common, place: { ...common.place, wiki: "v" } };
    expect(personAt(column, elsewhere)).toMatchObject({ isMember: false });
    const whole = { ...common, place: { course: "c", assignment: "a" } };
    expect(personAt(column, whole)).toMatchObject({ isMember: true });
    expect(personAt({ who: mira, person: { ...student, wikis: [] } }, whole)).toMatchObject({
      isMember: false,
    });
  });
});

describe("a cell", () => {
  const member: Person = { id: "mira", role: "student", isMember: true, groups: ["g"] };
  const rules = [
    rule({ kind: "group" }, "write", { until: 100 }),
    rule({ kind: "group" }, "read", { id: "later", from: 100 }),
  ];

  test("says what holds and what comes next, and of a closed row that it is read at most", () => {
    const ahead = new Ahead(rules, zone, 50);
    expect(cellAt(ahead, member, row("p"))).toEqual({ level: "write", next: { at: 100, level: "read" } });
    const closed = row("p", { closed: "archived" });
    expect(cellAt(ahead, member, closed)).toEqual({ level: "read", next: null });
    expect(explainAt(ahead, member, closed).level).toBe("read");
    const hidden = new Ahead([rule({ kind: "group" }, "hidden")], zone, 50);
    expect(cellAt(hidden, member, closed)).toEqual({ level: "hidden", next: null });
  });

  test("what a change alters is counted in people and pages, the most first, and what stays is not told", () => {
    const people = ["mira", "jonas", "rory"].map((id) => ({ ...member, id }));
    const before = new Ahead([], zone, 0);
    const after = new Ahead(
      [
        rule({ kind: "group" }, "read", { scope: "page", place: "p" }),
        rule({ kind: "group" }, "read", { scope: "page", place: "q", id: "2" }),
        rule({ kind: "person", person: "mira" }, "hidden", { scope: "page", place: "q", id: "3" }),
      ],
      zone,
      0,
    );
    const pages = ["p", "q", "stays"].map((page) => ({ row: row(page), people }));
    expect(effects(before, after, pages)).toEqual([
      { from: "write", to: "read", pages: 2, people: 3 },
      { from: "write", to: "hidden", pages: 1, people: 1 },
    ]);
    expect(effects(after, after, pages)).toEqual([]);
  });
});
