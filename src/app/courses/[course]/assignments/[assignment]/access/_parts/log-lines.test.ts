import { expect, test } from "vitest";
import type { LogDto, ToldSetting } from "@/data/access/dto";
import { logLines } from "./log-lines";

const read: ToldSetting = { level: "read", from: null, until: null, weekly: null };
const now = new Date("2026-03-16T10:00:00Z");
const names = {
  p1: "Home (Alder Brook)",
  p2: "Plan (Alder Brook)",
  p3: "Fish (Alder Brook)",
  p4: "Eels (Alder Brook)",
  m: "Mira Okonjo",
  j: "Jonas Feld",
};
const onPage = (place: string, person?: string) => ({
  scope: "page" as const,
  place,
  who: person ? { kind: "person" as const, person } : { kind: "group" as const },
});
const log = (told: LogDto["lines"][number]["told"]): LogDto => ({
  names,
  doors: {},
  lines: [
    {
      id: "1",
      at: now,
      by: "Ines Calder",
      kind: "set",
      undoneAt: null,
      undid: null,
      powers: null,
      times: null,
      told,
    },
  ],
});
const whats = (told: LogDto["lines"][number]["told"]) =>
  logLines(log(told), "Dossier", "UTC", now)[0]!.whats.map(({ what, before, after }) => [
    what,
    before,
    after,
  ]);

test("what was set alike is one line, by places and by people", () => {
  const pages = ["p1", "p2", "p3", "p4"];
  expect(
    whats(
      [undefined, "m", "j"].flatMap((person) =>
        pages.map((place) => ({ cell: onPage(place, person), before: [], after: [read] })),
      ),
    ),
  ).toEqual([
    [
      "Home (Alder Brook), Plan (Alder Brook) and 2 others: the group, Mira Okonjo, Jonas Feld",
      "nothing of its own",
      "read",
    ],
  ]);
});
test("what was different before is told apart", () => {
  expect(
    whats([
      { cell: onPage("p1"), before: [], after: [read] },
      { cell: onPage("p2"), before: [{ ...read, level: "write" }], after: [read] },
      { cell: { scope: "assignment", place: "a", who: { kind: "students" } }, before: [], after: [read] },
    ]),
  ).toEqual([
    ["Home (Alder Brook): the group", "nothing of its own", "read"],
    ["Plan (Alder Brook): the group", "write", "read"],
    ["Dossier: other students", "nothing of its own", "read"],
  ]);
});
test("a line names a few, and says how many more there are", () => {
  const told = Array.from({ length: 9 }, (_, at) => ({
    cell: onPage(`gone${at}`),
    before: [{ ...read, until: `2026-04-0${at + 1}T10:00:00Z` }],
    after: [read],
  }));
  expect(logLines(log(told), "Dossier", "UTC", now)[0]).toMatchObject({ more: 3, whats: { length: 6 } });
});
