/**
 * Beside the marks: second assessors, what teammates say, notes and remarks, and marks that leave, on a real
 * database.
 */
import { sql } from "drizzle-orm";
import { strFromU8, unzipSync } from "fflate";
import Papa from "papaparse";
import { describe, expect, test } from "vitest";
import { exactDecimal, fixed } from "@/core/marks/ratio";
import { copyAssignment } from "@/data/assignments/copy";
import { findGroupSet } from "@/data/groups/read";
import { saveGroupSet } from "@/data/groups/write";
import { compareAssessors, dealGroup, sayDone } from "@/data/marks/assessors";
import { setAccess } from "@/data/access/write";
import { checkMarks } from "@/data/marks/check";
import { findDesk } from "@/data/marks/desk";
import { acceptMarks, setMark } from "@/data/marks/give";
import { settle } from "@/data/marks/judge";
import {
  archiveBytes,
  askForArchive,
  findMarkDocument,
  makeArchive,
  marksFile,
  newestArchive,
} from "@/data/marks/leaving";
import { changeNote, keepRemark, stockOf, touchRemark, writeNote } from "@/data/marks/notes";
import { assessBeat } from "@/data/marks/presence";
import { releaseReport } from "@/data/marks/report";
import {
  answerRound,
  missingAnswers,
  myRound,
  remindRound,
  roundsToAnswer,
  saveRound,
} from "@/data/marks/rounds";
import { findSheet } from "@/data/marks/sheets";
import { db, later, makeCourse, monday, noSignUp, write } from "../support/course";
import { judgeAs, putSheet, sheet } from "../support/marks";

async function sheeted(over = {}) {
  const course = await makeCourse();
  await putSheet(course.as("ines"), course.courseId, course.assignmentId, sheet(over));
  return {
    ...course,
    mira: course.as("mira").viewer.id,
    jonas: course.as("jonas").viewer.id,
    tobin: course.as("tobin").viewer.id,
  };
}

describe("a second assessor", () => {
  test("sees nothing of the first until they are done, and where they differ it is settled", async () => {
    const { as, courseId, assignmentId, wikiId, mira, tobin } = await sheeted();
    await judgeAs(as("ines", later(1)), courseId, wikiId, "sources", "strong");
    await judgeAs(as("ines", later(2)), courseId, wikiId, "plan", "5");
    await writeNote(
      as("ines", later(3)),
      courseId,
      wikiId,
      { personId: mira, criterion: null },
      "What I think of it",
    );
    for (const who of ["tobin", "mira", "una"] as const)
      expect(await dealGroup(as(who), courseId, wikiId, tobin, "second", false), who).toMatchObject({
        problem: { code: "not found" },
      });
    expect(await dealGroup(as("ines"), courseId, wikiId, mira, "second", false)).toMatchObject({
      problem: { code: "not found" },
    });
    expect(await dealGroup(as("ines"), courseId, wikiId, tobin, "second", false)).toEqual({ kind: "dealt" });
    const blind = (await findDesk(as("tobin", later(4)), courseId, wikiId))!;
    expect([
      blind.group.criteria.map(({ part }) => part),
      blind.group.group.mark,
      blind.notes,
      blind.objections,
    ]).toEqual([[null, null], null, [], []]);
    expect(
      JSON.stringify(blind, (_, value: unknown) =>
        typeof value === "bigint" ? String(value) : value instanceof Map ? [...value] : value,
      ),
    ).not.toMatch(/What I think|"strong","points"/);
    expect(await assessBeat(as("tobin", later(4)), courseId, wikiId)).toEqual({ others: [], state: "" });
    expect(
      await setMark(as("tobin"), courseId, wikiId, { personId: mira, value: "50", reason: "x" }),
    ).toMatchObject({ problem: { code: "not found" } });
    await judgeAs(as("tobin", later(5)), courseId, wikiId, "sources", "fair");
    await judgeAs(as("tobin", later(6)), courseId, wikiId, "plan", "5");
    // The first one's stand as they were.
    expect(
      (await findDesk(as("ines", later(7)), courseId, wikiId))!.group.criteria.map(({ told }) => told),
    ).toEqual(["Strong", "5 of 10"]);
    await sayDone(as("tobin", later(8)), courseId, wikiId);
    expect((await findDesk(as("tobin", later(9)), courseId, wikiId))!.notes.map(({ body }) => body)).toEqual([
      "What I think of it",
    ]);
    const compared = (await compareAssessors(as("ines", later(10)), courseId, assignmentId))!;
    expect([
      compared.both,
      compared.differences.map(({ criterion, first, second, apart }) => [
        criterion.id,
        first.told,
        second.told,
        exactDecimal(apart),
      ]),
    ]).toEqual([2, [["sources", "Strong", "Fair", "0.5"]]]);
    expect(compared.agreements.map(({ agreement }) => [fixed(agreement.equal, 2), agreement.kappa])).toEqual([
      ["0.00", null],
    ]);
    const of: [string, string] = [compared.differences[0]!.first.id, compared.differences[0]!.second.id];
    const held = { personId: null, criterion: "sources", level: "fair", points: null, of };
    expect(await settle(as("tobin"), courseId, wikiId, { ...held, reason: "Mine" })).toMatchObject({
      problem: { code: "not found" },
    });
    expect(await settle(as("ines"), courseId, wikiId, { ...held, reason: " " })).toMatchObject({
      problem: { code: "no reason" },
    });
    expect(
      await settle(as("ines", later(11)), courseId, wikiId, { ...held, reason: "Half of them have no date" }),
    ).toEqual({ kind: "settled" });
    expect((await findDesk(as("ines", later(12)), courseId, wikiId))!.group.criteria[0]).toMatchObject({
      told: "Fair",
      act: { hand: "settled" },
    });
    expect(
      (await compareAssessors(as("ines"), courseId, assignmentId))!.differences[0]!.settled,
    ).toMatchObject({ by: "ines", reason: "Half of them have no date" });
    expect(await compareAssessors(as("tobin"), courseId, assignmentId)).toBeNull();
  });
  test("two who assess in the open see each other", async () => {
    const { as, courseId, wikiId } = await sheeted();
    await assessBeat(as("tobin", later(1)), courseId, wikiId);
    const before = (await assessBeat(as("ines", later(1)), courseId, wikiId))!;
    await judgeAs(as("tobin", later(1)), courseId, wikiId, "plan", "3");
    const after = (await assessBeat(as("ines", later(1)), courseId, wikiId))!;
    expect([before.others, after.others, before.state === after.state]).toEqual([
      ["tobin"],
      ["tobin"],
      false,
    ]);
    expect((await assessBeat(as("ines", later(30)), courseId, wikiId))!.others).toEqual([]);
    expect(await assessBeat(as("mira"), courseId, wikiId)).toBeNull();
  });
});

describe("what teammates say", () => {
  const questions = [{ id: "did", text: "How much did they do?", levels: ["Nothing", "Some", "Much"] }];
  const open = {
    questions,
    opensAt: "2026-03-16T09:00",
    closesAt: "2026-03-17T09:00",
    showsMean: true,
    assistantsSee: false,
  };
  test("is asked while the round is open, seen by who assesses alone, and can enter the rule", async () => {
    const { as, courseId, assignmentId, wikiId, mira, jonas } = await sheeted({
      students: {
        how: "by share",
        k: "1",
        lowest: "0",
        highest: "2",
        figures: [{ figure: "teammates", weight: "1" }],
      },
    });
    for (const who of ["tobin", "mira", "una"] as const)
      expect(await saveRound(as(who), courseId, assignmentId, open), who).toMatchObject({
        problem: { code: "not found" },
      });
    expect(
      await saveRound(as("ines"), courseId, assignmentId, { ...open, closesAt: open.opensAt }),
    ).toMatchObject({ problem: { code: "bad input" } });
    expect(
      await saveRound(as("ines"), courseId, assignmentId, {
        ...open,
        questions: Array.from({ length: 5 }, (_, at) => ({ ...questions[0], id: `q${at}` })),
      }),
    ).toMatchObject({ problem: { code: "bad input" } });
    expect(await saveRound(as("ines"), courseId, assignmentId, open)).toEqual({ kind: "saved" });
    expect((await roundsToAnswer(as("mira"), courseId)).map((each) => each.assignmentId)).toEqual([
      assignmentId,
    ]);
    // Alone in her group, Priya has nobody to be asked about.
    expect([
      await myRound(as("priya"), courseId, assignmentId),
      await myRound(as("ines"), courseId, assignmentId),
      await myRound(as("mira", new Date("2026-03-16T08:00:00Z")), courseId, assignmentId),
    ]).toEqual([null, null, null]);
    const say = (who: "mira" | "jonas", given: unknown, at = monday) =>
      answerRound(as(who, at), courseId, assignmentId, given);
    const answer = (about: string, did: number) => ({ about, levels: { did }, line: "" });
    for (const given of [
      [answer("nobody", 1)],
      [answer(mira, 3)],
      [{ ...answer(mira, 1), levels: { other: 1 } }],
      "x",
      [{ ...answer(mira, 1), line: "x".repeat(2000) }],
    ])
      expect(await say("mira", given)).toMatchObject({ problem: { code: "bad input" } });
    expect(await say("mira", [answer(jonas, 2), answer(mira, 2)])).toEqual({ kind: "answered" });
    await say("jonas", [answer(mira, 2)]);
    await say("jonas", [{ ...answer(mira, 0), line: "She was away." }], later(5));
    expect(await say("jonas", [answer(mira, 2)], new Date("2026-03-18T09:00:00Z"))).toMatchObject({
      problem: { code: "closed" },
    });
    expect(
      await saveRound(as("ines"), courseId, assignmentId, {
        ...open,
        questions: [{ ...questions[0]!, text: "Another" }],
      }),
    ).toMatchObject({ problem: { code: "answered already" } });
    await judgeAs(as("ines"), courseId, wikiId, "sources", "strong");
    await judgeAs(as("ines"), courseId, wikiId, "plan", "5");
    const desk = (await findDesk(as("ines"), courseId, wikiId))!;
    expect(desk.team!.answers.map(({ by, about, line }) => [by === mira, about === mira, line])).toEqual(
      expect.arrayContaining([[false, true, "She was away."]]),
    );
    // All that was said of Jonas, nothing of Mira: 75 × (1 + 1 × (2 × 1/1 − 1)), at most 100.
    expect(
      desk.group.members.map(({ member, proposal }) => [member.id === mira, exactDecimal(proposal.mark!)]),
    ).toEqual([
      [true, "0"],
      [false, "100"],
    ]);
    expect([
      (await findDesk(as("tobin"), courseId, wikiId))!.team,
      (await myRound(as("mira", new Date("2026-03-18T09:00:00Z")), courseId, assignmentId))!.ownMean,
    ]).toEqual([null, null]);
    expect(
      (await myRound(as("mira"), courseId, assignmentId))!.answers.every(({ about }) =>
        [mira, jonas].includes(about),
      ),
    ).toBe(true);
  });
  test("who has not answered is known to the instructor, and reminded by mail", async () => {
    const { as, courseId, assignmentId, mira } = await sheeted();
    await saveRound(as("ines"), courseId, assignmentId, open);
    await answerRound(as("mira"), courseId, assignmentId, [{ about: mira, levels: { did: 1 }, line: "" }]);
    expect(
      (await missingAnswers(as("ines"), courseId, assignmentId))!.missing.map(({ name }) => name),
    ).toEqual(["jonas"]);
    expect([
      await missingAnswers(as("tobin"), courseId, assignmentId),
      await missingAnswers(as("mira"), courseId, assignmentId),
    ]).toEqual([null, null]);
    expect(await remindRound(as("ines"), courseId, assignmentId, "https://wikis.example/teammates")).toEqual({
      kind: "reminded",
      number: 1,
    });
    expect(
      await remindRound(as("ines", new Date("2026-03-20T09:00:00Z")), courseId, assignmentId, "x"),
    ).toMatchObject({ problem: { code: "closed" } });
  });
});

test("notes are changed by their author alone, keep what they said, and remarks are one's own", async () => {
  const { as, courseId, wikiId } = await sheeted();
  const written = await writeNote(
    as("ines"),
    courseId,
    wikiId,
    { personId: null, criterion: "plan" },
    "First thought",
  );
  if (written.kind !== "written") throw new Error(JSON.stringify(written));
  expect(await changeNote(as("tobin"), courseId, written.id, "Mine")).toMatchObject({
    problem: { code: "not yours" },
  });
  await changeNote(as("ines", later(1)), courseId, written.id, "Second thought");
  expect((await findDesk(as("tobin"), courseId, wikiId))!.notes).toMatchObject([
    { body: "Second thought", earlier: ["First thought"], criterion: "plan" },
  ]);
  await changeNote(as("ines", later(2)), courseId, written.id, "");
  expect((await findDesk(as("ines"), courseId, wikiId))!.notes).toEqual([]);
  expect(
    await writeNote(as("mira"), courseId, wikiId, { personId: null, criterion: null }, "x"),
  ).toMatchObject({ problem: { code: "not found" } });
  await keepRemark(as("ines"), courseId, "Plan", "Say why.");
  await keepRemark(as("ines"), courseId, "Plan", "Say why.");
  const [remark] = await stockOf(as("ines"), courseId);
  expect([
    (await stockOf(as("ines"), courseId)).length,
    await stockOf(as("tobin"), courseId),
    await stockOf(as("mira"), courseId),
  ]).toEqual([1, [], []]);
  expect(await touchRemark(as("tobin"), courseId, remark!.id, "dropped")).toMatchObject({
    problem: { code: "not found" },
  });
  await touchRemark(as("ines"), courseId, remark!.id, "used");
  expect((await stockOf(as("ines"), courseId))[0]!.used).toBe(1);
});

test("what is open is said before a release, and a group of two is told apart", async () => {
  const { as, courseId, assignmentId, wikiId, mira, jonas, homeId } = await sheeted();
  await write(as("mira"), courseId, homeId, "The brook rises above the mill and falls below it.");
  await judgeAs(as("ines", later(1)), courseId, wikiId, "sources", "strong");
  const before = (await releaseReport(as("ines"), courseId, assignmentId))!.groups[0]!;
  expect([before.open, before.noMark.map(({ id }) => id), before.ready, before.tellsTheOther]).toEqual([
    ["Plan"],
    [mira, jonas],
    [],
    true,
  ]);
  await judgeAs(as("ines", later(2)), courseId, wikiId, "plan", "10");
  const desk = (await findDesk(as("ines", later(3)), courseId, wikiId))!;
  await acceptMarks(
    as("ines", later(3)),
    courseId,
    wikiId,
    desk.group.members
      .filter(({ member }) => member.id === mira)
      .map(({ member, proposal }) => ({ personId: member.id, computed: exactDecimal(proposal.mark!)! })),
  );
  const after = (await releaseReport(as("ines"), courseId, assignmentId))!.groups[0]!;
  expect([
    after.open,
    after.noMark.map(({ id }) => id),
    after.ready.map(({ id, isCurrent }) => [id, isCurrent]),
  ]).toEqual([[], [jonas], [[mira, true]]]);
  for (const who of ["tobin", "mira", "olga", "una"] as const)
    expect(await releaseReport(as(who), courseId, assignmentId), who).toBeNull();
});

describe("marks that leave", () => {
  test("stand in a table, in results for other systems, and in a document for each student", async () => {
    const { as, courseId, assignmentId, wikiId, mira } = await sheeted();
    await judgeAs(as("ines", later(1)), courseId, wikiId, "sources", "strong");
    await judgeAs(as("ines", later(2)), courseId, wikiId, "plan", "5");
    await setMark(as("ines", later(3)), courseId, wikiId, {
      personId: mira,
      value: "61.5",
      reason: "=cmd|' /C calc'!A1",
    });
    await writeNote(
      as("ines", later(4)),
      courseId,
      wikiId,
      { personId: mira, criterion: null },
      "A private thought",
    );
    const rows = Papa.parse<Record<string, string>>(
      (await marksFile(as("ines"), courseId, assignmentId, "csv"))!,
      { header: true, skipEmptyLines: true },
    ).data;
    expect(rows.find(({ Name }) => Name === "mira")).toMatchObject({
      Mark: "61.5",
      Computed: "75",
      "Group mark": "75",
      Reason: "'=cmd|' /C calc'!A1",
      Sources: "Strong",
      Plan: "5 of 10",
      State: "ready",
    });
    expect(rows.find(({ Name }) => Name === "jonas")).toMatchObject({
      Mark: "",
      Computed: "75",
      Working: expect.stringContaining("factor 1") as string,
    });
    const results = Papa.parse<Record<string, string>>(
      (await marksFile(as("ines"), courseId, assignmentId, "results"))!,
      { header: true, skipEmptyLines: true },
    ).data;
    expect(results.map(({ score, scoreStatus }) => [score, scoreStatus])).toEqual([["61.5", "fully graded"]]);
    const html = (await findMarkDocument(as("ines"), courseId, assignmentId, wikiId, mira))!.html;
    expect(html).toMatch(/61\.5<\/strong> of 100/);
    expect(html).not.toMatch(/private thought|<script|jonas/);
    for (const who of ["mira", "jonas", "olga", "una"] as const)
      expect(
        [
          await marksFile(as(who), courseId, assignmentId, "csv"),
          await findMarkDocument(as(who), courseId, assignmentId, wikiId, mira),
        ],
        who,
      ).toEqual([null, null]);
    const asked = await askForArchive(as("ines", later(5)), courseId, assignmentId);
    if (asked.kind !== "asked") throw new Error(JSON.stringify(asked));
    expect(await archiveBytes(as("ines"), courseId, assignmentId, asked.id)).toBeNull();
    await makeArchive(db, { courseId, archiveId: asked.id }, later(6));
    await makeArchive(db, { courseId, archiveId: asked.id }, later(7));
    expect(await newestArchive(as("ines"), courseId, assignmentId)).toMatchObject({
      made: 1,
      wanted: 1,
      doneAt: later(6),
      failed: false,
    });
    const files = unzipSync((await archiveBytes(as("ines"), courseId, assignmentId, asked.id))!.content);
    expect(Object.keys(files)).toEqual(["Alder/mira.html"]);
    expect(strFromU8(files["Alder/mira.html"]!)).toContain("61.5");
    expect([
      await archiveBytes(as("tobin"), courseId, assignmentId, asked.id),
      await askForArchive(as("tobin"), courseId, assignmentId),
    ]).toEqual([null, { kind: "refused", problem: { code: "not found" } }]);
  });
  test("a copied assignment has its sheet, and none of what was judged", async () => {
    const { as, courseId, assignmentId, wikiId } = await sheeted();
    await judgeAs(as("ines"), courseId, wikiId, "plan", "3");
    const copied = await copyAssignment(as("ines"), courseId, assignmentId, {
      title: "Again",
      toCourse: courseId,
      opensOn: "2026-04-06",
      withGroups: true,
    });
    if (copied.kind !== "saved") throw new Error(JSON.stringify(copied));
    expect((await findSheet(as("ines"), courseId, copied.assignmentId))!).toMatchObject({
      version: 1,
      sheet: sheet(),
    });
    expect(
      (
        await db.execute(
          sql`select 1 from judgement where course_id = ${courseId}
            and assignment_id = ${copied.assignmentId}`,
        )
      ).rowCount,
    ).toBe(0);
  });
});

test("who moves to another group after marks were given keeps what they were given, and has a line there and here", async () => {
  const { as, courseId, assignmentId, setId, wikiId, otherWikiId, homeId, mira, jonas } = await sheeted();
  await write(
    as("jonas", later(1)),
    courseId,
    homeId,
    "The brook rises above the mill and falls below it, and nobody has ever measured by how much.",
  );
  await judgeAs(as("ines", later(2)), courseId, wikiId, "sources", "strong");
  await judgeAs(as("ines", later(3)), courseId, wikiId, "plan", "5");
  await setMark(as("ines", later(4)), courseId, wikiId, {
    personId: jonas,
    value: "80",
    reason: "He wrote all of it",
  });
  const set = (await findGroupSet(as("ines"), courseId, setId))!;
  const [alder, thorn] = set.groups;
  const groups = [
    { ...alder!, members: [mira] },
    { ...thorn!, members: [as("priya").viewer.id, jonas] },
  ];
  const moved = await saveGroupSet(as("ines", later(5)), courseId, setId, {
    title: set.title,
    ...noSignUp,
    groups,
    movesFrom: null,
  });
  expect(moved.kind).toBe("saved");
  const members = async (wiki: string) =>
    (await findDesk(as("ines", later(60)), courseId, wiki))!.group.members;
  const [here, there] = [await members(wikiId), await members(otherWikiId)];
  expect(here.find(({ member }) => member.id === jonas)).toMatchObject({
    isGone: true,
    held: { mark: { value: "80" } },
    proposal: { mark: null },
  });
  // Of those who are left, one: the whole share is hers, and the factor 1.
  expect(here.find(({ member }) => member.id === mira)!.proposal.working).toMatch(/^75 × /);
  expect(there.find(({ member }) => member.id === jonas)).toMatchObject({
    isGone: false,
    held: { mark: null },
  });
  expect(
    (await releaseReport(as("ines", later(61)), courseId, assignmentId))!.groups.map(({ noMark }) =>
      noMark.map(({ name }) => name),
    ),
  ).toEqual([["mira"], ["priya", "jonas"]]);
});

test("when somebody could not write is told beside their line, and what rests on an open time is not checked", async () => {
  const { as, courseId, assignmentId, wikiId, mira, jonas } = await sheeted();
  const closed = { level: "read" as const, from: null, until: null, weekly: null };
  await setAccess(
    as("ines", later(-120)),
    courseId,
    assignmentId,
    [{ scope: "wiki", place: wikiId, who: { kind: "person", person: jonas } }],
    closed,
  );
  const desk = (await findDesk(as("ines", later(60)), courseId, wikiId))!;
  // All of them came to the course after the assignment had opened; one was kept out besides.
  expect([desk.closed.get(mira)!.length, desk.closed.get(jonas)!.length]).toEqual([1, 2]);
  await judgeAs(as("ines", later(61)), courseId, wikiId, "sources", "strong");
  await judgeAs(as("ines", later(62)), courseId, wikiId, "plan", "5");
  await acceptMarks(as("ines", later(63)), courseId, wikiId, [{ personId: mira, computed: "75" }]);
  expect(await checkMarks(db, courseId, later(64))).toEqual({ checked: 0, skipped: 1, differences: [] });
});
