/**
 * Assessing on a real database: what is judged and marked, by whom, and what holds when two do it at once.
 */
import { sql } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { exactDecimal } from "@/core/marks/ratio";
import { findDesk, findWork } from "@/data/marks/desk";
import { acceptMarks, actOnMark, setMark } from "@/data/marks/give";
import { judge } from "@/data/marks/judge";
import { loadAssessment } from "@/data/marks/load";
import { assessmentLog } from "@/data/marks/log";
import { myMarks } from "@/data/marks/own";
import { addPin, changePin } from "@/data/marks/pins";
import { assessPlace } from "@/data/marks/place";
import { release, releaseDue } from "@/data/marks/release";
import { object, objectionsOf, writeInObjection } from "@/data/marks/objections";
import { findSheet, planSheet, saveSheet } from "@/data/marks/sheets";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, monday, pageNamed, type TestCourse, write } from "../support/course";
import { judgeAs, levels, putSheet, sheet } from "../support/marks";

/** A group of two who wrote 60 and 20 words, judged at three quarters of a hundred. */
async function judgedGroup(
  over = {},
): Promise<TestCourse & { readonly mira: string; readonly jonas: string }> {
  const course = await makeCourse(over);
  const { as, courseId, assignmentId, wikiId, homeId } = course;
  await write(as("mira", later(1)), courseId, homeId, words("eel", 60));
  await write(
    as("jonas", later(2)),
    courseId,
    await pageNamed(as("jonas"), courseId, wikiId, "Plan"),
    words("plan", 20),
  );
  await putSheet(as("ines"), courseId, assignmentId, sheet());
  await judgeAs(as("ines", later(10)), courseId, wikiId, "sources", "strong");
  await judgeAs(as("ines", later(11)), courseId, wikiId, "plan", "5");
  return { ...course, mira: as("mira").viewer.id, jonas: as("jonas").viewer.id };
}
const words = (stem: string, count: number) =>
  Array.from({ length: count }, (_, at) => `${stem}${at}`).join(" ");

async function group({ as, courseId, assignmentId, wikiId }: TestCourse, who: "ines" | "tobin" = "ines") {
  const ctx = as(who, later(60));
  const all = await loadAssessment(ctx, (await assessPlace(ctx, courseId, assignmentId))!, wikiId);
  const [found] = all.groups;
  return { ...found!, of: (id: string) => found!.members.find(({ member }) => member.id === id)! };
}

describe("a group's marks", () => {
  test("are proposed from its sheet and what each did, and are nobody's until they are accepted", async () => {
    const course = await judgedGroup();
    const { as, courseId, wikiId, mira, jonas } = course;
    const found = await group(course);
    expect(exactDecimal(found.group.mark!)).toBe("75");
    // 75 × (1 + 0.5 × (2 × 60/80 − 1)) = 93.75, and for the other 75 × 0.75.
    expect([mira, jonas].map((id) => exactDecimal(found.of(id).proposal.mark!))).toEqual(["94", "56"]);
    expect(found.of(mira).proposal.working).toBe("75 × (1 + 0.5 × (2 × 60/80 − 1)) = 93.75, rounded to 94");
    expect([found.of(mira).held.mark, found.state]).toEqual([null, "complete"]);
    expect(
      await acceptMarks(as("ines", later(20)), courseId, wikiId, [{ personId: mira, computed: "94" }]),
    ).toEqual({ kind: "given", number: 1 });
    const after = await group(course);
    expect([
      after.of(mira).state,
      after.of(mira).held.mark!.value,
      after.of(mira).label,
      after.of(jonas).state,
    ]).toEqual(["ready", "94", "Good", "complete"]);
    expect(after.of(mira).held.mark!.restsOn).toMatchObject({
      version: 1,
      figures: { standing: "60" },
      factor: "1.250000000000",
    });
  });
  test("are not accepted as anything but what is proposed", async () => {
    const { as, courseId, wikiId, mira, jonas } = await judgedGroup();
    const both = [
      { personId: jonas, computed: "56" },
      { personId: mira, computed: "93" },
    ];
    expect(await acceptMarks(as("ines"), courseId, wikiId, both)).toMatchObject({
      kind: "refused",
      problem: { code: "changed since", name: "mira" },
    });
    expect((await db.execute(sql`select 1 from mark_act where course_id = ${courseId}`)).rowCount).toBe(0);
  });
  test("are overridden with a reason alone, and what was computed stays beside them", async () => {
    const course = await judgedGroup();
    const { as, courseId, wikiId, mira } = course;
    expect(
      await setMark(as("ines"), courseId, wikiId, { personId: mira, value: "80", reason: " " }),
    ).toMatchObject({ problem: { code: "no reason" } });
    for (const value of ["-1", "80,5,5", "many", "1e3", "9999999", "", "0x10"])
      expect(
        await setMark(as("ines"), courseId, wikiId, { personId: mira, value, reason: "x" }),
        value,
      ).toMatchObject({ kind: "refused" });
    expect(
      await setMark(as("ines"), courseId, wikiId, {
        personId: mira,
        value: "80,5",
        reason: "Took part of the pasted text back",
      }),
    ).toMatchObject({ kind: "given" });
    expect((await group(course)).of(mira).held.mark).toMatchObject({
      kind: "overridden",
      value: "80.5",
      computed: "94",
      reason: "Took part of the pasted text back",
    });
  });
  test("count one member less where one is left out, and are out of date then", async () => {
    const course = await judgedGroup();
    const { as, courseId, wikiId, mira, jonas } = course;
    await acceptMarks(as("ines"), courseId, wikiId, [{ personId: mira, computed: "94" }]);
    expect(await actOnMark(as("ines"), courseId, wikiId, jonas, "left out", "")).toMatchObject({
      problem: { code: "no reason" },
    });
    await actOnMark(as("ines"), courseId, wikiId, jonas, "left out", "Ill for three weeks");
    const found = await group(course);
    expect([
      exactDecimal(found.of(mira).proposal.mark!),
      found.of(mira).isCurrent,
      found.of(mira).state,
      found.of(jonas).proposal.mark,
    ]).toEqual(["75", false, "marked", null]);
    expect(await actOnMark(as("ines"), courseId, wikiId, jonas, "left out", "again")).toMatchObject({
      problem: { code: "not now" },
    });
    await actOnMark(as("ines"), courseId, wikiId, jonas, "counted again", "");
    expect((await group(course)).of(mira).isCurrent).toBe(true);
  });
  test("of students in one's own groups alone are an assistant's, and nobody else's", async () => {
    const { as, courseId, assignmentId, wikiId, mira, otherWikiId } = await judgedGroup();
    for (const who of ["olga", "mira", "jonas", "priya", "una"] as const) {
      expect(await findDesk(as(who), courseId, wikiId), who).toBeNull();
      expect(
        await acceptMarks(as(who), courseId, wikiId, [{ personId: mira, computed: "94" }]),
        who,
      ).toMatchObject({ problem: { code: "not found" } });
      expect(
        await judge(as(who), courseId, wikiId, {
          personId: null,
          criterion: "plan",
          version: 1,
          level: null,
          points: "1",
          seen: null,
        }),
        who,
      ).toMatchObject({ problem: { code: "not found" } });
      expect(await assessmentLog(as(who), courseId, assignmentId), who).toBeNull();
    }
    await db.execute(
      sql`update enrolment set only_given_groups = true where course_id = ${courseId} and role = 'assistant'`,
    );
    await db.execute(
      sql`insert into assistant_group (course_id, person_id, group_id)
        select course_id, ${as("tobin").viewer.id}, group_id from wiki where course_id = ${courseId}
        and id = ${otherWikiId}`,
    );
    expect([
      (await findDesk(as("tobin"), courseId, wikiId)) === null,
      (await findDesk(as("tobin"), courseId, otherWikiId)) === null,
    ]).toEqual([true, false]);
    expect(
      await setMark(as("tobin"), courseId, wikiId, { personId: mira, value: "1", reason: "x" }),
    ).toMatchObject({ problem: { code: "not found" } });
  });
});

describe("judging", () => {
  test("never replaces what somebody else judged meanwhile, unless they say so", async () => {
    const course = await judgedGroup();
    const { as, courseId, wikiId } = course;
    const desk = await findDesk(as("ines"), courseId, wikiId);
    const seen = desk!.group.criteria[1]!.act!.id;
    const mine = { personId: null, criterion: "plan", version: 1, level: null, points: "8", seen };
    await judge(as("tobin", later(12)), courseId, wikiId, mine);
    const refusedFor = await judge(as("ines", later(13)), courseId, wikiId, { ...mine, points: "3" });
    expect(refusedFor).toMatchObject({
      kind: "refused",
      problem: { code: "judged meanwhile", by: "tobin", points: "8" },
    });
    expect(
      await judge(as("ines", later(14)), courseId, wikiId, { ...mine, points: "3", replaces: true }),
    ).toMatchObject({ kind: "judged" });
    expect((await group(course)).criteria[1]!.told).toBe("3 of 10");
    expect(
      (await assessmentLog(as("ines"), courseId, course.assignmentId))!
        .slice(0, 3)
        .map(({ by, told }) => [by, told]),
    ).toEqual([
      ["ines", "“Plan”: 3"],
      ["tobin", "“Plan”: 8"],
      ["ines", "“Plan”: 5"],
    ]);
  });
  test("two at the same moment are in turn: one of them holds, and the other is told", async () => {
    const { as, courseId, wikiId } = await judgedGroup();
    const seen = (await findDesk(as("ines"), courseId, wikiId))!.group.criteria[0]!.act!.id;
    const by = (level: string) => ({
      personId: null,
      criterion: "sources",
      version: 1,
      level,
      points: null,
      seen,
    });
    const done = await Promise.all([
      judge(as("tobin", later(15)), courseId, wikiId, by("weak")),
      judge(as("ines", later(15)), courseId, wikiId, by("fair")),
    ]);
    expect(done.filter(({ kind }) => kind === "judged").length).toBeGreaterThanOrEqual(1);
    expect(
      (await db.execute(sql`select 1 from judgement where course_id = ${courseId} and criterion = 'sources'`))
        .rowCount,
    ).toBe(1 + done.filter(({ kind }) => kind === "judged").length);
  });
  test("refuses what does not fit, and changes nothing", async () => {
    const { as, courseId, wikiId, mira } = await judgedGroup();
    const of = (over: object) =>
      judge(as("ines", later(20)), courseId, wikiId, {
        personId: null,
        criterion: "plan",
        version: 1,
        level: null,
        points: "1",
        seen: null,
        ...over,
      });
    const codes = [
      of({ points: "11" }),
      of({ points: "-1" }),
      of({ points: "two" }),
      of({ level: "strong", points: null }),
      of({ criterion: "sources", points: "3" }),
      of({ criterion: "sources", level: "best", points: null }),
      of({ criterion: "nothing" }),
      of({ version: 7 }),
      of({ personId: mira }),
      of({ personId: "nobody" }),
    ];
    expect(
      (await Promise.all(codes)).map((each) => (each.kind === "refused" ? each.problem.code : each.kind)),
    ).toEqual([
      "too many points",
      "no number",
      "no number",
      "not points",
      "no such level",
      "no such level",
      "sheet changed",
      "sheet changed",
      "sheet changed",
      "not found",
    ]);
    expect((await db.execute(sql`select 1 from judgement where course_id = ${courseId}`)).rowCount).toBe(2);
    await expect(
      db.execute(sql`update judgement set points = '9' where course_id = ${courseId}`),
    ).rejects.toThrow();
  });
});

describe("a sheet", () => {
  test("that changes says what it does first, and what was given keeps what it was worth", async () => {
    const course = await judgedGroup();
    const { as, courseId, assignmentId, wikiId } = course;
    const { criteria, ...rest } = sheet();
    const changed = {
      ...rest,
      criteria: [
        {
          ...criteria[0]!,
          judging: {
            by: "levels" as const,
            levels: [...levels, { id: "best", title: "Best", description: "", points: "8" }],
          },
        },
        { ...criteria[1]!, weight: "3" },
      ],
    };
    expect(await planSheet(as("ines"), courseId, assignmentId, changed)).toEqual({
      kind: "planned",
      effects: [
        { id: "sources", title: "Sources", what: "points changed", judged: 1 },
        { id: "plan", title: "Plan", what: "weight changed", judged: 1 },
      ],
    });
    expect(await putSheet(as("ines"), courseId, assignmentId, changed, 1)).toBe(2);
    const found = await group(course);
    expect(
      found.criteria.map(({ told, earlier, part }) => [told, earlier !== null, exactDecimal(part!)]),
    ).toEqual([
      ["Strong", true, "1"],
      ["5 of 10", false, "0.5"],
    ]);
    expect(exactDecimal(found.group.mark!)).toBe("62.5");
    // Who has the earlier one before them is told before anything is stored under the wrong one.
    expect(
      await judge(as("ines", later(30)), courseId, wikiId, {
        personId: null,
        criterion: "sources",
        version: 1,
        level: "weak",
        points: null,
        seen: null,
      }),
    ).toMatchObject({ problem: { code: "sheet changed" } });
    expect(await saveSheet(as("ines"), courseId, assignmentId, sheet(), 1)).toMatchObject({
      problem: { code: "changed since", by: "ines" },
    });
  });
  test("is read by students from the opening on, and changed by those who run the course alone", async () => {
    const { as, courseId, assignmentId } = await judgedGroup();
    expect((await findSheet(as("mira"), courseId, assignmentId))!.sheet.criteria).toHaveLength(2);
    expect(await findSheet(as("mira", new Date("2026-03-01T10:00:00Z")), courseId, assignmentId)).toBeNull();
    expect(await findSheet(as("una"), courseId, assignmentId)).toBeNull();
    for (const who of ["tobin", "mira", "olga", "una"] as const)
      expect(await saveSheet(as(who), courseId, assignmentId, sheet({ outOf: "10" }), 1)).toMatchObject({
        problem: { code: "not found" },
      });
  });
  test("refuses what can't be reckoned with, in words", async () => {
    const { as, courseId, assignmentId } = await judgedGroup();
    const [first] = sheet().criteria;
    const wrong = [
      { outOf: "0" },
      { outOf: "-5" },
      { outOf: "NaN" },
      { outOf: "1e9" },
      { criteria: [{ ...first!, weight: "0" }] },
      { criteria: Array.from({ length: 41 }, (_, at) => ({ ...first!, id: `c${at}` })) },
      { criteria: [first!, first!] },
      { criteria: [{ ...first!, judging: { by: "points", most: "0" } }] },
      {
        criteria: [
          {
            ...first!,
            judging: {
              by: "levels",
              levels: Array.from({ length: 13 }, (_, at) => ({ ...levels[1]!, id: `l${at}` })),
            },
          },
        ],
      },
      { students: { how: "own criteria", groupWeight: "1", ownWeight: "1" } },
      { students: { how: "by share", k: "1", lowest: "2", highest: "1", figures: [] } },
      { criteria: [{ ...first!, judging: { by: "expectation", expectation: "{}" } }] },
      { criteria: [{ ...first!, title: "" }] },
    ];
    for (const over of wrong) {
      const saved = await saveSheet(as("ines"), courseId, assignmentId, { ...sheet(), ...over }, 1);
      expect(saved, JSON.stringify(over).slice(0, 80)).toMatchObject({
        kind: "refused",
        problem: { code: "bad input" },
      });
    }
    expect((await findSheet(as("ines"), courseId, assignmentId))!.version).toBe(1);
  });
});

describe("pins", () => {
  test("hold an entry, a passage that moves, a comment and a figure as they were seen", async () => {
    const { as, courseId, wikiId, homeId, mira } = await judgedGroup();
    const pinned = (thing: object) =>
      addPin(as("ines", later(21)), courseId, wikiId, {
        personId: mira,
        criteria: ["sources", "plan"],
        thing: thing as never,
        note: "Look here",
        shown: true,
      });
    expect(await pinned({ kind: "entry", pageId: homeId, number: 2 })).toMatchObject({ kind: "pinned" });
    expect(
      await pinned({
        kind: "passage",
        pageId: homeId,
        entry: 2,
        quote: "eel20 eel21 eel22 eel23 eel24 eel25 eel26 eel27",
        near: 20,
      }),
    ).toMatchObject({ kind: "pinned" });
    expect(
      await pinned({ kind: "figure", personId: mira, figure: "standing", atCutOff: false }),
    ).toMatchObject({ kind: "pinned" });
    expect(
      await pinned({ kind: "passage", pageId: homeId, entry: 2, quote: "never written anywhere", near: 0 }),
    ).toMatchObject({ problem: { code: "not there" } });
    expect(await pinned({ kind: "entry", pageId: homeId, number: 99 })).toMatchObject({
      problem: { code: "not there" },
    });
    // Pinned again it is there once, under one criterion more.
    await addPin(as("ines", later(22)), courseId, wikiId, {
      personId: mira,
      criteria: ["third"],
      thing: { kind: "entry", pageId: homeId, number: 2 },
      note: "",
      shown: false,
    });
    expect(
      (await findDesk(as("ines"), courseId, wikiId))!.pins.map(({ criteria, shown, note }) => [
        criteria.length,
        shown,
        note,
      ]),
    ).toEqual([
      [3, true, "Look here"],
      [2, true, "Look here"],
      [2, true, "Look here"],
    ]);
    // Its words move to another page: the pin is found there, and says still what it said.
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    await write(as("mira", later(22)), courseId, homeId, "nothing");
    await write(as("mira", later(23)), courseId, planId, `${words("plan", 20)} ${words("eel", 60)}`);
    const { pins } = (await findDesk(as("ines"), courseId, wikiId))!;
    expect(
      pins.map(({ thing, seen, stands }) => [thing.kind, seen.text.slice(0, 12), stands?.pageId ?? null]),
    ).toEqual([
      ["entry", "60 added", null],
      ["passage", "eel20 eel21 ", planId],
      ["figure", "60", null],
    ]);
    expect(await changePin(as("ines"), courseId, pins[0]!.id, null)).toMatchObject({ kind: "pinned" });
    expect((await findDesk(as("ines"), courseId, wikiId))!.pins).toHaveLength(2);
    expect(await changePin(as("mira"), courseId, pins[1]!.id, null)).toMatchObject({
      problem: { code: "not found" },
    });
  });
});

test("the work that is shown is the state at the cut-off, more time included", async () => {
  const { as, courseId, wikiId, homeId } = await makeCourse({
    dueAt: "2026-03-17T17:00",
    cutOffAt: "2026-03-17T17:00",
    closesAtDue: false,
  });
  await write(as("mira", later(1)), courseId, homeId, "In time.");
  await write(as("jonas", new Date("2026-03-18T10:00:00Z")), courseId, homeId, "In time. And late.");
  const work = await findWork(as("ines", new Date("2026-03-19T10:00:00Z")), courseId, wikiId);
  expect(work!.pages.map(({ title, number, later: more }) => [title, number, more])).toEqual([
    ["Home", 2, 1],
    ["Plan", 1, 0],
  ]);
});

describe("a release", () => {
  const both = (wikiId: string) => ({ wikis: [wikiId], plannedFor: null, mails: true, withoutWorking: [] });
  async function released() {
    const course = await judgedGroup();
    const { as, courseId, assignmentId, wikiId, mira, jonas } = course;
    await acceptMarks(as("ines", later(30)), courseId, wikiId, [
      { personId: mira, computed: "94" },
      { personId: jonas, computed: "56" },
    ]);
    await addPin(as("ines", later(31)), courseId, wikiId, {
      personId: mira,
      criteria: ["sources"],
      thing: { kind: "entry", pageId: course.homeId, number: 2 },
      note: "private thought",
      shown: true,
    });
    return {
      ...course,
      give: () =>
        release(as("ines", later(40)), courseId, assignmentId, both(wikiId), "https://wikis.example/mark"),
    };
  }
  test("shows each their own mark and nothing of anybody else, and keeps what was shown", async () => {
    const { as, courseId, assignmentId, wikiId, mira, give } = await released();
    expect(await myMarks(as("mira"), courseId, assignmentId)).toEqual([]);
    expect(await give()).toEqual({ kind: "released", number: 2 });
    const [own] = await myMarks(as("mira"), courseId, assignmentId);
    expect(own!.shown).toMatchObject({
      student: "mira",
      mark: "94",
      groupMark: "75",
      label: "Good",
      pins: [{ title: "Home" }],
      criteria: [
        { title: "Sources", given: "Strong, 4" },
        { title: "Plan", given: "5 of 10" },
      ],
    });
    expect(JSON.stringify(own)).not.toMatch(/jonas|private thought|56/);
    expect([
      await myMarks(as("priya"), courseId, assignmentId),
      await myMarks(as("una"), courseId, assignmentId),
      await myMarks(as("olga"), courseId, assignmentId),
    ]).toEqual([[], [], []]);
    const mails = await db.execute(
      sql`select to_name, text from mail where course_id = ${courseId} and subject like '%new on%'
        order by to_name`,
    );
    expect(mails.rows.map(({ to_name: to }) => to)).toEqual(["jonas", "mira"]);
    expect(JSON.stringify(mails.rows)).not.toMatch(/94|56|75/);
    // Changed after that: the earlier one stays theirs to read, with a reason, until the change is released.
    expect(
      await setMark(as("ines", later(50)), courseId, wikiId, { personId: mira, value: "96", reason: "" }),
    ).toMatchObject({ problem: { code: "no reason" } });
    await setMark(as("ines", later(50)), courseId, wikiId, {
      personId: mira,
      value: "96",
      reason: "It was a move",
    });
    expect((await myMarks(as("mira"), courseId, assignmentId))[0]!.shown.mark).toBe("94");
    expect(await release(as("ines", later(55)), courseId, assignmentId, both(wikiId), "x")).toEqual({
      kind: "released",
      number: 1,
    });
    expect((await myMarks(as("mira"), courseId, assignmentId))[0]!.shown).toMatchObject({
      mark: "96",
      computed: "94",
      reason: "It was a move",
      earlier: [{ mark: "94" }],
    });
  });
  test("twice at once shows each mark once", async () => {
    const { courseId, give } = await released();
    const done = await Promise.all([give(), give()]);
    expect(done.map(({ kind }) => kind).sort()).toEqual(["refused", "released"]);
    expect((await db.execute(sql`select 1 from released_mark where course_id = ${courseId}`)).rowCount).toBe(
      2,
    );
  });
  test("without the working tells neither the group's mark nor how one's own came about", async () => {
    const { as, courseId, assignmentId, wikiId } = await released();
    await release(
      as("ines", later(41)),
      courseId,
      assignmentId,
      { ...both(wikiId), withoutWorking: [wikiId] },
      "x",
    );
    expect((await myMarks(as("mira"), courseId, assignmentId))[0]!.shown).toMatchObject({
      mark: "94",
      groupMark: null,
      groupWorking: null,
      working: null,
      computed: null,
      criteria: [],
    });
  });
  test("leaves out who is held back, and comes at its time", async () => {
    const { as, courseId, assignmentId, wikiId, jonas } = await released();
    await actOnMark(as("ines", later(35)), courseId, wikiId, jonas, "held back", "A question is open");
    const at = later(120);
    expect(
      await release(
        as("ines", later(42)),
        courseId,
        assignmentId,
        { ...both(wikiId), plannedFor: later(1) },
        "x",
      ),
    ).toMatchObject({ problem: { code: "not in the future" } });
    expect(
      await release(as("ines", later(42)), courseId, assignmentId, { ...both(wikiId), plannedFor: at }, "x"),
    ).toEqual({ kind: "planned" });
    expect(await releaseDue(db, later(60), newId)).toBe(0);
    const both2 = await Promise.all([releaseDue(db, later(121), newId), releaseDue(db, later(121), newId)]);
    expect(both2.reduce((one, other) => one + other)).toBe(1);
    expect([
      (await myMarks(as("mira"), courseId, assignmentId)).length,
      (await myMarks(as("jonas"), courseId, assignmentId)).length,
    ]).toEqual([1, 0]);
  });
  test("lets a student object to what they were shown, in a thread that is answered", async () => {
    const { as, courseId, assignmentId, wikiId, give } = await released();
    const objected = (about: object, body = "That was a move.") =>
      object(
        as("mira", later(45)),
        courseId,
        assignmentId,
        { wikiId, about: about as never, body },
        "https://wikis.example/marks",
      );
    expect(await objected({ kind: "figure", figure: "removedOthers" })).toMatchObject({
      problem: { code: "not found" },
    });
    await give();
    expect(await objected({ kind: "criterion", criterion: "nothing" })).toMatchObject({
      problem: { code: "not shown" },
    });
    expect(await objected({ kind: "figure", figure: "removedOthers" }, "")).toMatchObject({
      problem: { code: "empty or too long" },
    });
    const made = await objected({ kind: "figure", figure: "removedOthers" });
    if (made.kind !== "objected") throw new Error(JSON.stringify(made));
    const links = { student: "x", staff: "y" };
    for (const who of ["jonas", "priya", "olga", "una"] as const)
      expect(
        await writeInObjection(as(who), courseId, made.id, { body: "x", outcome: null }, links),
      ).toMatchObject({ problem: { code: "not found" } });
    expect(
      await writeInObjection(
        as("mira"),
        courseId,
        made.id,
        { body: "So change it", outcome: "mark changed" },
        links,
      ),
    ).toMatchObject({ problem: { code: "not found" } });
    expect(
      await writeInObjection(
        as("ines", later(46)),
        courseId,
        made.id,
        { body: "It was, and does not count.", outcome: "mark stays" },
        links,
      ),
    ).toMatchObject({ kind: "objected" });
    const [found] = await objectionsOf(as("ines"), courseId, assignmentId, [wikiId]);
    expect([found!.outcome, found!.lines.map(({ by, body }) => `${by}: ${body}`)]).toEqual([
      "mark stays",
      ["mira: That was a move.", "ines: It was, and does not count."],
    ]);
    await writeInObjection(
      as("mira", later(47)),
      courseId,
      made.id,
      { body: "Thank you.", outcome: null },
      links,
    );
    expect((await objectionsOf(as("ines"), courseId, assignmentId, [wikiId]))[0]!.outcome).toBeNull();
  });
});

test("a course that is archived is read, and assessed by nobody", async () => {
  const { as, courseId, wikiId, mira } = await judgedGroup();
  await db.execute(sql`update course set archived_at = ${monday.toISOString()} where id = ${courseId}`);
  expect(await findDesk(as("ines"), courseId, wikiId)).not.toBeNull();
  expect(
    await setMark(as("ines"), courseId, wikiId, { personId: mira, value: "1", reason: "x" }),
  ).toMatchObject({ problem: { code: "not found" } });
  expect(
    await judge(as("ines"), courseId, wikiId, {
      personId: null,
      criterion: "plan",
      version: 1,
      level: null,
      points: "1",
      seen: null,
    }),
  ).toMatchObject({ problem: { code: "not found" } });
});
