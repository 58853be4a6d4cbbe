/** The access sheet as an instructor uses it: whole selections, windows, a look before, undo, more time. */
import fc from "fast-check";
import { and, eq, isNull } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { levels } from "@/core/access/may";
import type { Cell, Setting } from "@/core/access/setting";
import { accessLog } from "@/data/access/log";
import { giveMoreTime, moreTime, workTimes } from "@/data/access/more-time";
import { setCellPowers, setMemberPowers } from "@/data/access/powers";
import { accessSheet } from "@/data/access/sheet";
import { previewAccess, setAccess, undoAccess } from "@/data/access/write";
import { findSetUp } from "@/data/assignments/set-up";
import { changeAssignment } from "@/data/assignments/write";
import { setArchived } from "@/data/courses/write";
import { accessRule, wiki } from "@/data/db/tables/wikis";
import { renamePage } from "@/data/pages/places";
import { findPage, findWiki } from "@/data/pages/read";
import {
  db,
  later,
  makeCourse,
  monday,
  pageNamed,
  type TestCourse,
  toldLevel,
  write,
} from "../support/course";

const always = (level: Setting["level"]): Setting => ({ level, from: null, until: null, weekly: null });
const onPage = (place: string, who: Cell["who"] = { kind: "group" }): Cell => ({ scope: "page", place, who });
const due = new Date("2026-04-01T16:00:00Z");

/** The rules that hold, without what tells when they were made. */
async function standing(courseId: string): Promise<string[]> {
  const rows = await db
    .select()
    .from(accessRule)
    .where(and(eq(accessRule.courseId, courseId), isNull(accessRule.endedAt)));
  return rows
    .map(({ scope, place, whoKind, whoPerson, level, power, from, until, origin }) =>
      JSON.stringify([scope, place, whoKind, whoPerson, level, power, from, until, origin]),
    )
    .sort();
}

async function twoHomes({ courseId, otherWikiId, homeId, as }: TestCourse): Promise<[string, string]> {
  return [homeId, (await findWiki(as("ines"), courseId, otherWikiId))!.homePageId!];
}

describe("a selection", () => {
  test("is closed at once, and opened again at once, each with one line in the log", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, as } = course;
    const homes = await twoHomes(course);
    const before = await standing(courseId);
    const seen = await previewAccess(
      as("ines"),
      courseId,
      assignmentId,
      homes.map((home) => onPage(home)),
      always("read"),
    );
    expect(seen).toEqual({
      kind: "seen",
      cells: 2,
      ends: 0,
      from: null,
      effects: [{ from: "write", to: "read", pages: 2, people: 3 }],
    });
    expect(await standing(courseId)).toEqual(before);
    const changed = await setAccess(
      as("ines", later(1)),
      courseId,
      assignmentId,
      homes.map((home) => onPage(home)),
      always("read"),
    );
    expect(changed).toMatchObject({ kind: "changed", cells: 2 });
    expect((await findPage(as("mira", later(2)), courseId, homes[0]))?.access.level).toBe("read");
    expect((await findPage(as("priya", later(2)), courseId, homes[1]))?.access.level).toBe("read");
    expect(
      await setAccess(
        as("ines", later(3)),
        courseId,
        assignmentId,
        homes.map((home) => onPage(home)),
        always("read"),
      ),
    ).toEqual({ kind: "unchanged" });
    const undone = await undoAccess(
      as("ines", later(4)),
      courseId,
      changed.kind === "changed" ? changed.changeId : "",
    );
    expect(undone).toMatchObject({ kind: "changed", cells: 2 });
    expect(await standing(courseId)).toEqual(before);
    expect(
      (await accessLog(as("ines", later(5)), courseId, assignmentId))!.lines.map(
        ({ kind, undoneAt, undid }) => [kind, undoneAt, undid],
      ),
    ).toEqual([
      ["undo", null, later(1)],
      ["set", later(4), null],
    ]);
    expect(
      await undoAccess(as("ines", later(6)), courseId, changed.kind === "changed" ? changed.changeId : ""),
    ).toEqual({ kind: "refused", problem: { code: "undone already" } });
  });

  test("a change can't be undone below a later one of the same cell", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    const set = async (minutes: number, level: Setting["level"]) => {
      const changed = await setAccess(
        as("ines", later(minutes)),
        courseId,
        assignmentId,
        [onPage(homeId)],
        always(level),
      );
      return changed.kind === "changed" ? changed.changeId : "";
    };
    const [first, second] = [await set(1, "read"), await set(2, "comment")];
    expect(await undoAccess(as("ines", later(3)), courseId, first)).toEqual({
      kind: "refused",
      problem: { code: "changed since", at: later(2), by: "ines" },
    });
    expect((await undoAccess(as("ines", later(4)), courseId, second)).kind).toBe("changed");
    expect((await findPage(as("mira", later(5)), courseId, homeId))?.access.level).toBe("read");
    expect((await undoAccess(as("ines", later(6)), courseId, first)).kind).toBe("changed");
    expect((await findPage(as("mira", later(7)), courseId, homeId))?.access.level).toBe("write");
  });

  test("undoing all that was done, in whatever order was done it, leaves the rules as they were", async () => {
    const anyStep = fc.record({
      cells: fc.subarray(["home", "plan", "wiki", "assignment"] as const, { minLength: 1 }),
      who: fc.constantFrom("group", "students", "mira"),
      level: fc.option(fc.constantFrom(...levels)),
      from: fc.option(fc.integer({ min: -60, max: 60 })),
      until: fc.option(fc.integer({ min: 61, max: 120 })),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(anyStep, { minLength: 1, maxLength: 6 }), async (steps) => {
        const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
        const planId = await pageNamed(as("ines"), courseId, wikiId, "Plan");
        const before = await standing(courseId);
        const places = {
          home: ["page", homeId],
          plan: ["page", planId],
          wiki: ["wiki", wikiId],
          assignment: ["assignment", assignmentId],
        } as const;
        const done: string[] = [];
        for (const [at, { cells, who, level, from, until }] of steps.entries()) {
          const named: Cell["who"] =
            who === "mira"
              ? { kind: "person", person: `mira${courseId}` }
              : { kind: who as "group" | "students" };
          const asked = cells.map((each): Cell => ({
            scope: places[each][0],
            place: places[each][1],
            who: named,
          }));
          const minute = (offset: number | null) =>
            offset === null || level === null ? null : later(offset).getTime();
          const changed = await setAccess(as("ines", later(at)), courseId, assignmentId, asked, {
            level,
            from: minute(from),
            until: minute(until),
            weekly: null,
          });
          expect(changed.kind).not.toBe("refused");
          if (changed.kind === "changed") done.push(changed.changeId);
        }
        for (const [at, changeId] of done.reverse().entries())
          expect((await undoAccess(as("ines", later(30 + at)), courseId, changeId)).kind).toBe("changed");
        expect(await standing(courseId)).toEqual(before);
      }),
      { seed: 61, numRuns: 15 },
    );
  });

  test.each<[string, (course: TestCourse) => [readonly Cell[], Setting], string]>([
    ["nothing", () => [[], always("read")], "nothing chosen"],
    ["a page of another course", () => [[onPage("elsewhere")], always("read")], "not found"],
    [
      "somebody who is not on the course",
      ({ homeId, courseId }) => [
        [onPage(homeId, { kind: "person", person: `una${courseId}` })],
        always("read"),
      ],
      "not found",
    ],
    [
      "a group that is none",
      ({ homeId }) => [[onPage(homeId, { kind: "members", group: "none" })], always("read")],
      "not found",
    ],
    [
      "a window that ends before it begins",
      ({ homeId }) => [[onPage(homeId)], { ...always("read"), from: 10, until: 10 }],
      "window ends before it begins",
    ],
    [
      "hours that end before they begin",
      ({ homeId }) => [[onPage(homeId)], { ...always("read"), weekly: { days: [1], from: 600, until: 600 } }],
      "no hours",
    ],
    [
      "a window of nothing",
      ({ homeId }) => [[onPage(homeId)], { ...always(null), until: 10 }],
      "nothing chosen",
    ],
  ])("of %s is refused, and changes nothing", async (_, ask, code) => {
    const course = await makeCourse();
    const { courseId, assignmentId, as } = course;
    const before = await standing(courseId);
    const [cells, setting] = ask(course);
    expect(await setAccess(as("ines"), courseId, assignmentId, cells, setting)).toEqual({
      kind: "refused",
      problem: { code },
    });
    expect(await previewAccess(as("ines"), courseId, assignmentId, cells, setting)).toEqual({
      kind: "refused",
      problem: { code },
    });
    expect(await standing(courseId)).toEqual(before);
    expect((await accessLog(as("ines"), courseId, assignmentId))!.lines).toEqual([]);
  });

  test("in an archived course nothing is set or undone", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    const changed = await setAccess(as("ines"), courseId, assignmentId, [onPage(homeId)], always("read"));
    await setArchived(as("ines"), courseId, true);
    expect(await setAccess(as("ines"), courseId, assignmentId, [onPage(homeId)], always("write"))).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(
      await undoAccess(as("ines"), courseId, changed.kind === "changed" ? changed.changeId : ""),
    ).toEqual({ kind: "refused", problem: { code: "not allowed" } });
    expect((await accessSheet(as("ines"), courseId, assignmentId, null))?.closed).toBe("archived");
  });
});

test("another group is let in to comment, and it is told how many that are", async () => {
  const course = await makeCourse();
  const { courseId, assignmentId, homeId, otherWikiId, as } = course;
  const [thorn] = await db
    .select({ groupId: wiki.groupId })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, otherWikiId)));
  const cell = onPage(homeId, { kind: "members", group: thorn!.groupId! });
  expect(await previewAccess(as("ines"), courseId, assignmentId, [cell], always("comment"))).toMatchObject({
    effects: [{ from: "hidden", to: "comment", pages: 1, people: 1 }],
  });
  await setAccess(as("ines"), courseId, assignmentId, [cell], always("comment"));
  expect((await findPage(as("priya", later(1)), courseId, homeId))?.access.level).toBe("comment");
  expect(
    (await accessSheet(as("ines"), courseId, assignmentId, { title: "" }))!.columns.map(({ name }) => name),
  ).toContain("Thorn");
});

describe("windows", () => {
  test("hold from their beginning until their end, which is excluded; then what held before holds again", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await setAccess(as("ines"), courseId, assignmentId, [onPage(homeId)], {
      ...always("read"),
      from: later(10).getTime(),
      until: later(20).getTime(),
    });
    const at = async (minutes: number) =>
      (await findPage(as("mira", later(minutes)), courseId, homeId))!.access;
    expect((await at(9)).level).toBe("write");
    expect((await at(9)).next).toEqual({ at: later(10), level: "read" });
    expect((await at(10)).next).toEqual({ at: later(20), level: "write" });
    expect([(await at(19)).level, (await at(20)).level]).toEqual(["read", "write"]);
    expect((await write(as("mira", later(15)), courseId, homeId, "Too early.")).kind).toBe("refused");
    expect((await write(as("mira", later(20)), courseId, homeId, "In time.")).kind).toBe("saved");
  });

  test("hours of the week open a page for each lesson, by the course's clocks", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await setAccess(as("ines"), courseId, assignmentId, [onPage(homeId)], always("read"));
    await setAccess(as("ines", later(1)), courseId, assignmentId, [onPage(homeId)], {
      ...always("write"),
      weekly: { days: [0], from: 11 * 60, until: 12 * 60 },
    });
    const level = async (at: string) =>
      (await findPage(as("mira", new Date(at)), courseId, homeId))!.access.level;
    // Dublin is at UTC in March, and an hour ahead from the 29th on.
    expect([
      await level("2026-03-16T11:00:00Z"),
      await level("2026-03-16T12:00:00Z"),
      await level("2026-03-30T10:30:00Z"),
      await level("2026-03-30T11:30:00Z"),
    ]).toEqual(["write", "read", "write", "read"]);
  });
});

describe("closing and more time", () => {
  test("at the due time writing closes, for those with more time later; their work is late only then", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, wikiId, homeId, as } = course;
    const until = new Date(due.getTime() + 60 * 60_000);
    expect(
      (
        await giveMoreTime(
          as("ines"),
          courseId,
          assignmentId,
          [{ wikiId, personId: `mira${courseId}` }],
          until,
        )
      ).kind,
    ).toBe("changed");
    const just = (at: Date, minutes: number) => new Date(at.getTime() + minutes * 60_000);
    const level = async (name: "mira" | "jonas", at: Date) =>
      (await findPage(as(name, at), courseId, homeId))!.access.level;
    expect([
      await level("mira", just(due, -1)),
      await level("jonas", just(due, -1)),
      await level("mira", due),
      await level("jonas", due),
      await level("mira", until),
    ]).toEqual(["write", "write", "write", "comment", "comment"]);
    const times = await workTimes(db, courseId, assignmentId);
    expect(
      [`mira${courseId}`, `jonas${courseId}`, null].map((person) => times(wikiId, person).dueAt),
    ).toEqual([until, due, due].map(Number));
    expect((await moreTime(as("ines"), courseId, assignmentId))!.given).toMatchObject([
      { name: "mira", wiki: "Alder", until },
    ]);
    expect(await moreTime(as("mira"), courseId, assignmentId)).toBeNull();
    expect(
      await giveMoreTime(as("mira"), courseId, assignmentId, [{ wikiId, personId: null }], until),
    ).toEqual({ kind: "refused", problem: { code: "not allowed" } });
    expect(
      await giveMoreTime(as("ines"), courseId, assignmentId, [{ wikiId, personId: null }], monday),
    ).toEqual({ kind: "refused", problem: { code: "window ends before it begins" } });
  });

  test("more time goes on from the due time wherever that is moved, and ends when what gave it is undone", async () => {
    const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
    const given = await giveMoreTime(
      as("ines"),
      courseId,
      assignmentId,
      [{ wikiId, personId: `mira${courseId}` }],
      new Date("2026-04-08T16:00:00Z"),
    );
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    expect(
      (
        await changeAssignment(as("ines", later(1)), courseId, assignmentId, {
          ...stored,
          dueAt: "2026-03-25T17:00",
        })
      ).kind,
    ).toBe("saved");
    const level = async (at: string) =>
      (await findPage(as("mira", new Date(at)), courseId, homeId))!.access.level;
    expect([
      await level("2026-03-25T17:00:00Z"),
      await level("2026-04-01T12:00:00Z"),
      await level("2026-04-08T16:00:00Z"),
    ]).toEqual(["write", "write", "comment"]);
    expect(
      (await undoAccess(as("ines", later(2)), courseId, given.kind === "changed" ? given.changeId : "")).kind,
    ).toBe("changed");
    expect(await level("2026-03-25T17:00:00Z")).toBe("comment");
  });

  test("a page that is read-only for all stays so for somebody with more time", async () => {
    const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
    await setAccess(as("ines"), courseId, assignmentId, [onPage(homeId)], always("read"));
    await giveMoreTime(
      as("ines", later(1)),
      courseId,
      assignmentId,
      [{ wikiId, personId: null }],
      new Date("2026-04-08T16:00:00Z"),
    );
    expect(
      (await findPage(as("mira", new Date("2026-04-02T16:00:00Z")), courseId, homeId))?.access.level,
    ).toBe("read");
    const planId = await pageNamed(as("ines"), courseId, wikiId, "Plan");
    expect(
      (await findPage(as("mira", new Date("2026-04-02T16:00:00Z")), courseId, planId))?.access.level,
    ).toBe("write");
  });
});

describe("the assignment's own times", () => {
  test("stand in the log when they are changed, with before and after, and are put back by undoing", async () => {
    const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
    await giveMoreTime(
      as("ines"),
      courseId,
      assignmentId,
      [{ wikiId, personId: null }],
      new Date("2026-04-08T16:00:00Z"),
    );
    const before = await standing(courseId);
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    await changeAssignment(as("ines", later(1)), courseId, assignmentId, {
      ...stored,
      title: "Another title",
    });
    expect((await accessLog(as("ines"), courseId, assignmentId))!.lines.map(({ kind }) => kind)).toEqual([
      "more time",
    ]);
    await changeAssignment(as("ines", later(2)), courseId, assignmentId, {
      ...stored,
      opensAt: "2026-03-03T09:00",
      dueAt: "2026-03-25T17:00",
      cutOffAt: "2026-03-26T17:00",
    });
    const [line] = (await accessLog(as("ines"), courseId, assignmentId))!.lines;
    expect(line).toMatchObject({
      kind: "times",
      by: "ines",
      undoneAt: null,
      times: {
        before: { dueAt: "2026-04-01T16:00:00.000Z", cutOffAt: null },
        after: {
          opensAt: "2026-03-03T09:00:00.000Z",
          dueAt: "2026-03-25T17:00:00.000Z",
          cutOffAt: "2026-03-26T17:00:00.000Z",
        },
      },
    });
    expect(await undoAccess(as("mira", later(3)), courseId, line!.id)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect((await undoAccess(as("ines", later(3)), courseId, line!.id)).kind).toBe("changed");
    expect((await findSetUp(as("ines"), courseId, assignmentId))!.input).toMatchObject({
      opensAt: stored.opensAt,
      dueAt: stored.dueAt,
      cutOffAt: null,
    });
    expect(await standing(courseId)).toEqual(before);
    expect((await accessLog(as("ines"), courseId, assignmentId))!.lines.map(({ kind }) => kind)).toEqual([
      "undo",
      "times",
      "more time",
    ]);
    expect(await undoAccess(as("ines", later(4)), courseId, line!.id)).toEqual({
      kind: "refused",
      problem: { code: "undone already" },
    });
    expect((await findPage(as("mira", later(5)), courseId, homeId))?.access.level).toBe("write");
  });
  test("are not put back where they were changed again, and archiving the course stands in the log too", async () => {
    const { courseId, assignmentId, as } = await makeCourse();
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    await changeAssignment(as("ines", later(1)), courseId, assignmentId, {
      ...stored,
      dueAt: "2026-03-25T17:00",
    });
    await changeAssignment(as("ines", later(2)), courseId, assignmentId, {
      ...stored,
      dueAt: "2026-03-26T17:00",
      membersMay: [],
    });
    const lines = (await accessLog(as("ines"), courseId, assignmentId))!.lines;
    expect(lines.map(({ kind }) => kind).sort()).toEqual(["powers", "times", "times"]);
    expect(await undoAccess(as("ines", later(3)), courseId, lines.at(-1)!.id)).toEqual({
      kind: "refused",
      problem: { code: "not as it was left" },
    });
    await setArchived(as("ines", later(4)), courseId, true);
    await setArchived(as("ines", later(5)), courseId, true);
    await setArchived(as("ines", later(6)), courseId, false);
    expect(
      (await accessLog(as("ines"), courseId, assignmentId))!.lines.slice(0, 2).map(({ kind }) => kind),
    ).toEqual(["reopened", "archived"]);
  });
});

describe("the sheet", () => {
  test("shows one wiki's pages against its people, or one page of every wiki", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, wikiId, as } = course;
    const sheet = (await accessSheet(as("ines"), courseId, assignmentId, { wiki: wikiId }))!;
    expect(sheet.rows.map(({ title }) => title)).toEqual([
      "Every wiki of the assignment",
      "Every page of this wiki",
      "Home",
      "Plan",
    ]);
    expect(sheet.columns.map(({ name }) => name)).toEqual([
      "Alder",
      "mira",
      "jonas",
      "Other students",
      "Assistants",
      "Observers",
    ]);
    const homes = (await accessSheet(as("ines"), courseId, assignmentId, { title: "" }))!;
    expect(homes.rows.map(({ title }) => title)).toEqual([
      "Every wiki of the assignment",
      "Alder: Home",
      "Thorn: Home",
    ]);
    const plans = (await accessSheet(as("ines"), courseId, assignmentId, { title: "PLAN" }))!;
    expect(plans.rows.map(({ title }) => title)).toEqual(["Every wiki of the assignment", "Alder", "Thorn"]);
    expect(sheet.titles).toEqual(["Home", "Plan"]);
    expect(await accessSheet(as("ines"), courseId, assignmentId, { wiki: "elsewhere" })).toBeNull();
    expect(await accessSheet(as("ines"), courseId, "elsewhere", null)).toBeNull();
  });
  test("names whom rules are about besides", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, wikiId, homeId, as } = course;
    await setAccess(
      as("ines"),
      courseId,
      assignmentId,
      [onPage(homeId, { kind: "person", person: `priya${courseId}` })],
      always("comment"),
    );
    expect(
      (await accessSheet(as("ines"), courseId, assignmentId, { wiki: wikiId }))!.columns.map(
        ({ name }) => name,
      ),
    ).toContain("priya");
    expect(
      await toldLevel(as("ines"), course, wikiId, homeId, { kind: "person", person: `priya${courseId}` }),
    ).toBe("comment");
    // A page of a wiki that one may not see as a whole is not reached through it.
    expect((await findPage(as("priya"), courseId, homeId))?.access.level).toBe("comment");
  });
});

describe("what members may do besides writing", () => {
  test("is set for all wikis, stands in the log, and is put back by undoing unless it was changed since", async () => {
    const { as, courseId, assignmentId, homeId } = await makeCourse();
    const ines = as("ines", later(1));
    const mayRename = async (minutes: number) =>
      (await findPage(as("mira", later(minutes)), courseId, homeId))!.mayRename;
    expect(await mayRename(0)).toBe(true);
    const changed = await setMemberPowers(ines, courseId, assignmentId, ["start", "upload"]);
    if (changed.kind !== "changed") throw new Error(changed.kind);
    expect(await mayRename(2)).toBe(false);
    expect((await renamePage(as("mira", later(2)), { courseId, pageId: homeId, title: "Mine" })).kind).toBe(
      "refused",
    );
    expect((await accessLog(ines, courseId, assignmentId))!.lines[0]).toMatchObject({
      kind: "powers",
      powers: { after: ["start", "upload"] },
    });
    expect(await setMemberPowers(as("ines", later(3)), courseId, assignmentId, ["upload", "start"])).toEqual({
      kind: "unchanged",
    });
    expect((await undoAccess(as("ines", later(4)), courseId, changed.changeId)).kind).toBe("changed");
    expect(await mayRename(5)).toBe(true);
    const again = await setMemberPowers(as("ines", later(6)), courseId, assignmentId, []);
    await setMemberPowers(as("ines", later(7)), courseId, assignmentId, ["start"]);
    expect(
      await undoAccess(as("ines", later(8)), courseId, again.kind === "changed" ? again.changeId : ""),
    ).toMatchObject({ problem: { code: "not as it was left" } });
    for (const name of ["mira", "tobin", "una"] as const)
      expect(await setMemberPowers(as(name, later(9)), courseId, assignmentId, ["start"])).toMatchObject({
        problem: { code: "not allowed" },
      });
  });
  test("differs for one page or one person where it is set for them, and is undone apart from levels", async () => {
    const { as, courseId, assignmentId, homeId, wikiId } = await makeCourse();
    const mira = { kind: "person", person: `mira${courseId}` } as const;
    const may = async (name: "mira" | "jonas", minutes: number) => {
      const found = (await findPage(as(name, later(minutes)), courseId, homeId))!;
      return [found.mayRename, found.mayUpload];
    };
    expect(
      await setMemberPowers(as("ines", later(1)), courseId, assignmentId, ["start", "upload"]),
    ).toMatchObject({ kind: "changed" });
    const given = await setCellPowers(
      as("ines", later(2)),
      courseId,
      assignmentId,
      [{ scope: "wiki", place: wikiId, who: mira }],
      { rename: true, upload: false },
    );
    if (given.kind !== "changed") throw new Error(given.kind);
    expect([await may("mira", 3), await may("jonas", 3)]).toEqual([
      [true, false],
      [false, true],
    ]);
    expect(
      await setCellPowers(
        as("ines", later(4)),
        courseId,
        assignmentId,
        [{ scope: "wiki", place: wikiId, who: mira }],
        { rename: true },
      ),
    ).toEqual({ kind: "unchanged" });
    expect((await accessLog(as("ines", later(4)), courseId, assignmentId))!.lines[0]!.told).toEqual([
      {
        cell: { scope: "wiki", place: wikiId, who: mira },
        before: [],
        after: [],
        powers: { before: { rename: null, upload: null }, after: { rename: true, upload: false } },
      },
    ]);
    // The narrower place wins, and a level that is set there since is another matter.
    await setCellPowers(as("ines", later(5)), courseId, assignmentId, [onPage(homeId)], { rename: false });
    await setAccess(
      as("ines", later(6)),
      courseId,
      assignmentId,
      [{ scope: "wiki", place: wikiId, who: mira }],
      always("write"),
    );
    expect(await may("mira", 7)).toEqual([false, false]);
    expect(await undoAccess(as("ines", later(8)), courseId, given.changeId)).toMatchObject({
      kind: "changed",
    });
    expect(await may("mira", 9)).toEqual([false, true]);
    for (const [cells, problem] of [
      [[], "nothing chosen"],
      [[onPage("elsewhere")], "not found"],
      [[onPage(homeId, { kind: "guests", door: "d" })], "guests have no powers"],
    ] as const) {
      expect(
        await setCellPowers(as("ines", later(10)), courseId, assignmentId, cells, { start: true }),
      ).toEqual({ kind: "refused", problem: { code: problem } });
    }
    for (const name of ["mira", "tobin", "una"] as const)
      expect(
        await setCellPowers(as(name, later(11)), courseId, assignmentId, [onPage(homeId)], { start: true }),
      ).toMatchObject({ problem: { code: "not allowed" } });
  });
});
