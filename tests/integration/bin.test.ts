/**
 * The bin: an assignment, a wiki and a course are removed, brought back, and erased for good with all that
 * belongs to them.
 */
import { and, eq, sql } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { accessLog } from "@/data/access/log";
import { accessSheet } from "@/data/access/sheet";
import { undoAccess } from "@/data/access/write";
import { announcements } from "@/data/assignments/announce";
import { copyAssignment } from "@/data/assignments/copy";
import { findExpected } from "@/data/assignments/expected";
import { usualThresholds } from "@/core/credit/findings";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import { findSetUp } from "@/data/assignments/set-up";
import { bringWikisUp } from "@/data/assignments/wikis";
import { changeAssignment, publishAssignment } from "@/data/assignments/write";
import { binOf, coursesInBin } from "@/data/bin/read";
import { eraseDue } from "@/data/bin/erase";
import { bringBackFromBin, removeToBin } from "@/data/bin/write";
import { addComment } from "@/data/comments/write";
import { findCourse, myCourses } from "@/data/courses/read";
import { copyCourse } from "@/data/courses/write";
import { person } from "@/data/db/tables/accounts";
import { removal } from "@/data/db/tables/bin";
import { entry } from "@/data/db/tables/wikis";
import { roomChoices } from "@/data/doors/read";
import { groupSets } from "@/data/groups/read";
import { saveGroupSet } from "@/data/groups/write";
import { findPage } from "@/data/pages/read";
import { setTags } from "@/data/pages/tags";
import { giveFeedback } from "@/data/review/feedback";
import { assignmentReview } from "@/data/review/read";
import { findThresholds, setThresholds } from "@/data/review/thresholds";
import {
  db,
  later,
  makeCourse,
  noSignUp,
  publish,
  assignmentInput,
  type TestCourse,
  write,
} from "../support/course";

const days = (count: number) => later(count * 24 * 60);

/** Rows that still name something, in any table but the one that says that it is gone. */
async function rowsThatName(
  courseId: string,
  column: "course_id" | "wiki_id" | "page_id" | "assignment_id",
  value: string,
): Promise<string[]> {
  const { rows } = await db.execute(
    sql`select table_name as name from information_schema.columns where table_schema = 'public'
      and column_name = ${column} and table_name <> 'removal'`,
  );
  const found: string[] = [];
  for (const { name } of rows as { name: string }[]) {
    const { rows: count } = await db.execute(
      sql`select 1 from ${sql.identifier(name)} where ${sql.identifier(column)} = ${value} limit 1`,
    );
    if (count.length > 0) found.push(name);
  }
  return found.filter((name) => !(column === "course_id" && name === "removal" && courseId === value));
}

async function lived(): Promise<TestCourse> {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  await write(as("mira", later(1)), courseId, homeId, "The weir is steep. See [[Plan]].");
  await addComment(as("jonas", later(2)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "How steep? @mira",
  });
  await setTags(as("mira", later(3)), { courseId, pageId: homeId, tags: ["weirs"] });
  return course;
}

const removed = async (course: TestCourse, what: Parameters<typeof removeToBin>[2], name: string) => {
  expect(await removeToBin(course.as("ines", later(5)), course.courseId, what, name)).toEqual({
    kind: "done",
  });
};

describe("an assignment and a wiki", () => {
  test("are removed with their name typed, seen by nobody, and brought back as they were", async () => {
    const course = await lived();
    const { courseId, assignmentId, wikiId, homeId, as } = course;
    const seen = async () => [
      (await courseAssignments(as("mira", later(9)), courseId)).length,
      (await readableWikis(as("ines", later(9)), courseId)).length,
      (await findPage(as("mira", later(9)), courseId, homeId)) !== null,
      (await findPage(as("ines", later(9)), courseId, homeId)) !== null,
      (await assignmentReview(as("ines", later(9)), courseId, assignmentId, { from: null, until: null }))
        ?.length ?? 0,
    ];
    const before = await seen();
    expect(
      await removeToBin(as("mira"), courseId, { kind: "assignment", id: assignmentId }, "Dossier"),
    ).toEqual({ kind: "refused", problem: { code: "not allowed" } });
    expect(
      await removeToBin(as("ines"), courseId, { kind: "assignment", id: assignmentId }, "dossier"),
    ).toEqual({ kind: "refused", problem: { code: "another name" } });
    await removed(course, { kind: "wiki", id: wikiId }, "Alder");
    expect(await seen()).toEqual([1, 1, false, false, 1]);
    // A job that brings wikis up makes no other in its place, and does not take it back.
    await bringWikisUp({ db, now: later(6), newId: as("ines").newId }, { courseId, assignmentId });
    expect(await seen()).toEqual([1, 1, false, false, 1]);
    await removed(course, { kind: "assignment", id: assignmentId }, "Dossier");
    expect(await seen()).toEqual([0, 0, false, false, 0]);
    expect(await findSetUp(as("ines"), courseId, assignmentId)).toBeNull();
    const bin = (await binOf(as("ines", later(9)), courseId))!;
    expect(bin.map(({ kind, name }) => [kind, name]).sort()).toEqual([
      ["assignment", "Dossier"],
      ["wiki", "Alder"],
    ]);
    expect(await binOf(as("mira"), courseId)).toBeNull();
    const [ofWiki, ofAssignment] = ["wiki", "assignment"].map(
      (kind) => bin.find((each) => each.kind === kind)!.id,
    );
    expect(await bringBackFromBin(as("ines"), courseId, ofWiki!)).toEqual({
      kind: "refused",
      problem: { code: "belongs to a removed assignment" },
    });
    expect(await bringBackFromBin(as("mira"), courseId, ofAssignment!)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(await bringBackFromBin(as("ines"), courseId, ofAssignment!)).toEqual({ kind: "done" });
    // The wiki was removed by itself before, and waits for itself.
    expect(await bringBackFromBin(as("ines"), courseId, ofWiki!)).toEqual({ kind: "done" });
    expect(await seen()).toEqual(before);
    expect(await eraseDue(db, days(60))).toBeGreaterThanOrEqual(0);
    expect(await seen()).toEqual(before);
  });

  test("are erased for good after thirty days, all of their rows, and nothing of what stays", async () => {
    const course = await lived();
    const { courseId, setId, assignmentId, wikiId, otherWikiId, homeId, as } = course;
    const other = await publish(as("ines", later(-60 * 24 * 14)), courseId, {
      ...assignmentInput(setId),
      title: "Another",
    });
    await removed(course, { kind: "wiki", id: wikiId }, "Alder");
    await eraseDue(db, days(29));
    expect(await rowsThatName(courseId, "wiki_id", wikiId)).not.toEqual([]);
    await eraseDue(db, days(31));
    expect([
      await rowsThatName(courseId, "wiki_id", wikiId),
      await rowsThatName(courseId, "page_id", homeId),
    ]).toEqual([[], []]);
    expect(await rowsThatName(courseId, "wiki_id", otherWikiId)).not.toEqual([]);
    await removed(course, { kind: "assignment", id: assignmentId }, "Dossier");
    await eraseDue(db, days(62));
    expect([
      await rowsThatName(courseId, "assignment_id", assignmentId),
      await rowsThatName(courseId, "wiki_id", otherWikiId),
    ]).toEqual([[], []]);
    expect((await courseAssignments(as("ines"), courseId)).map(({ id }) => id)).toEqual([other]);
    const [line] = await db
      .select()
      .from(removal)
      .where(and(eq(removal.courseId, courseId), eq(removal.placeId, wikiId)));
    // What the line says of it is how much it was.
    expect([line!.entries! > 2, line!.erasedAt]).toEqual([true, days(31)]);
    expect(JSON.stringify(line)).not.toMatch(/Alder|weir/);
  });
});

test("a removed assignment is found by nothing that takes its address, is neither changed nor copied, and gets no wikis until it is back", async () => {
  const course = await lived();
  const { courseId, setId, assignmentId, as } = course;
  const ines = as("ines", later(9));
  const copy = { title: "Again", toCourse: courseId, opensOn: "2026-09-01", withGroups: true };
  await changeAssignment(
    as("ines", later(4)),
    courseId,
    assignmentId,
    { ...assignmentInput(setId), dueAt: "2026-03-28T17:00" },
    undefined,
    true,
  );
  const [change] = (await accessLog(as("ines", later(4)), courseId, assignmentId))!.lines;
  await removed(course, { kind: "assignment", id: assignmentId }, "Dossier");
  expect([
    await findSetUp(ines, courseId, assignmentId),
    await accessSheet(ines, courseId, assignmentId, null),
    await findThresholds(ines, courseId, assignmentId),
    await roomChoices(ines, courseId, assignmentId),
    await findExpected(ines, courseId, assignmentId),
    await assignmentReview(ines, courseId, assignmentId),
    await announcements(as("mira", later(9)), courseId),
  ]).toEqual([null, null, null, null, null, [], []]);
  const acts = [
    await changeAssignment(ines, courseId, assignmentId, assignmentInput(setId)),
    await publishAssignment(ines, courseId, assignmentId),
    await copyAssignment(ines, courseId, assignmentId, copy),
    await undoAccess(ines, courseId, change!.id),
    await setThresholds(ines, courseId, assignmentId, usualThresholds),
    await giveFeedback(ines, courseId, assignmentId, { wikiId: null, personId: null }, "Well done.", ""),
  ];
  expect(acts.map((act) => (act.kind === "refused" ? act.problem.code : act.kind))).toEqual([
    "not found",
    "not found",
    "not found",
    "not as it was left",
    "not found",
    "not found",
  ]);
  await db.update(person).set({ mayMakeCourses: true }).where(eq(person.id, ines.viewer.id));
  const next = await copyCourse(ines, courseId, {
    title: "Rivers again",
    term: "Autumn",
    timeZone: "Europe/Dublin",
    startsOn: "2026-09-01",
    endsOn: "2026-12-20",
  });
  if (next.kind !== "saved") throw new Error(JSON.stringify(next.problem));
  expect(await courseAssignments(ines, next.courseId)).toEqual([]);
  // A group that comes meanwhile has its wiki once the assignment is back.
  const [set] = await groupSets(ines, courseId);
  const groups = set!.groups.map(({ id, name, topic, members }) => ({
    id,
    name,
    topic,
    members: members.map((member) => member.id),
  }));
  await saveGroupSet(ines, courseId, setId, {
    title: "Rivers",
    ...noSignUp,
    groups: [...groups, { id: null, name: "Saltmere", topic: "", members: [] }],
  });
  expect(await bringWikisUp(ines, { courseId, assignmentId })).toEqual({ made: 0, wanted: 0 });
  const [binned] = (await binOf(ines, courseId))!;
  expect(await bringBackFromBin(ines, courseId, binned!.id)).toEqual({ kind: "done" });
  await bringWikisUp(as("ines", later(10)), { courseId, assignmentId });
  expect((await readableWikis(as("ines", later(10)), courseId)).map(({ name }) => name)).toEqual([
    "Alder",
    "Thorn",
    "Saltmere",
  ]);
  expect((await announcements(as("mira", later(10)), courseId)).length).toBe(1);
});

test("a course goes with all that it has, is brought back by those who ran it, and is erased to the last row", async () => {
  const course = await lived();
  const { courseId, homeId, as } = course;
  await removed(course, { kind: "course", id: courseId }, "Rivers");
  expect([
    await findCourse(as("ines"), courseId),
    (await myCourses(as("mira"))).length,
    await findPage(as("mira"), courseId, homeId),
  ]).toEqual([null, 0, null]);
  const [binned] = await coursesInBin(as("ines", later(6)));
  expect([binned!.name, await coursesInBin(as("mira"))]).toEqual(["Rivers", []]);
  expect((await bringBackFromBin(as("mira"), courseId, binned!.id)).kind).toBe("refused");
  expect(await bringBackFromBin(as("ines", later(7)), courseId, binned!.id)).toEqual({ kind: "done" });
  expect(await findPage(as("mira", later(8)), courseId, homeId)).not.toBeNull();
  await removed(course, { kind: "course", id: courseId }, "Rivers");
  await eraseDue(db, days(31));
  expect(await rowsThatName(courseId, "course_id", courseId)).toEqual([]);
  expect(await coursesInBin(as("ines"))).toEqual([]);
});

test("nobody else erases an entry", async () => {
  const { courseId, homeId } = await lived();
  await expect(
    db.delete(entry).where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId))),
  ).rejects.toThrow();
});
