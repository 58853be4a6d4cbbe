import { afterAll, expect, test } from "vitest";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import { makeAssignment } from "@/data/assignments/write";
import { findWiki } from "@/data/pages/read";
import { groupSets } from "@/data/courses/read";
import { assignmentInput, closeDatabase, makeCourse } from "../support/course";

afterAll(closeDatabase);

test("one step makes each group's wiki with its starter pages", async () => {
  const { courseId, assignmentId, wikiId, as } = await makeCourse();
  const wikis = await readableWikis(as("ines"), courseId, assignmentId);
  expect(wikis.map(({ name, members, pages }) => ({ name, members, pages }))).toEqual([
    { name: "Alder", members: ["mira", "jonas"], pages: 2 }, { name: "Thorn", members: ["priya"], pages: 2 },
  ]);
  expect((await findWiki(as("mira"), courseId, wikiId))?.contents.map((item) => item.title)).toEqual(["Home", "Plan"]);
});

test("each student, or the whole class, can share a wiki", async () => {
  const each = await makeCourse({ sharing: "student" });
  expect((await readableWikis(each.as("ines"), each.courseId)).map((wiki) => wiki.name)).toEqual(["jonas", "mira", "priya"]);
  expect((await readableWikis(each.as("mira"), each.courseId)).map((wiki) => wiki.name)).toEqual(["mira"]);
  const all = await makeCourse({ sharing: "class" });
  expect((await readableWikis(all.as("priya"), all.courseId)).map((wiki) => wiki.isMine)).toEqual([true]);
});

test("groups that are the same serve the next assignment too", async () => {
  const { courseId, as } = await makeCourse();
  const input = assignmentInput((name) => `${name}${courseId}`);
  await makeAssignment(as("ines"), courseId, { ...input, title: "Field visit" });
  expect(await groupSets(as("ines"), courseId)).toHaveLength(1);
  await makeAssignment(as("ines"), courseId, { ...input, title: "Third", groups: [{ name: "Everybody", members: [`mira${courseId}`] }] });
  expect(await groupSets(as("ines"), courseId)).toHaveLength(2);
});

test("before it opens, students see nothing of it; at the due time writing closes by itself", async () => {
  const { courseId, wikiId, as } = await makeCourse();
  const before = new Date("2026-03-02T08:59:59Z");
  expect(await courseAssignments(as("mira", before), courseId)).toEqual([]);
  expect(await findWiki(as("mira", before), courseId, wikiId)).toBeNull();
  expect(await findWiki(as("ines", before), courseId, wikiId)).not.toBeNull();
  const [last, due] = [new Date("2026-04-01T15:59:59Z"), new Date("2026-04-01T16:00:00Z")];
  expect((await findWiki(as("mira", last), courseId, wikiId))?.mayStart).toBe(true);
  expect((await findWiki(as("mira", due), courseId, wikiId))?.mayStart).toBe(false);
});

test.each([
  ["a due time before the opening", { dueAt: "2026-03-01T09:00" }, "bad input"],
  ["a day that does not exist", { opensAt: "2026-02-30T09:00" }, "bad input"],
  ["no title", { title: "  " }, "bad input"],
  ["no groups", { groups: [] }, "no groups"],
  ["an empty group", { groups: [{ name: "Alder", members: [] }] }, "empty group"],
  ["somebody who is no student here", { groups: [{ name: "Alder", members: ["nobody"] }] }, "not a student"],
  ["two starter pages of one title", { starterPages: [{ title: "Home", document: { type: "doc", content: [{ type: "paragraph" }] } }, { title: " home", document: { type: "doc", content: [{ type: "paragraph" }] } }] }, "starter page twice"],
  ["a starter page that is no page", { starterPages: [{ title: "Home", document: { type: "script" } }] }, "bad starter page"],
])("%s is refused, and nothing is made", async (_, over, code) => {
  const { courseId, as } = await makeCourse();
  const made = await makeAssignment(as("ines"), courseId, { ...assignmentInput((name) => `${name}${courseId}`), ...over });
  expect(made).toMatchObject({ kind: "refused", problem: { code } });
  expect(await courseAssignments(as("ines"), courseId)).toHaveLength(1);
});

test("only instructors make assignments", async () => {
  const { courseId, as } = await makeCourse();
  for (const name of ["tobin", "olga", "mira", "una"] as const) {
    expect(await makeAssignment(as(name), courseId, assignmentInput((who) => `${who}${courseId}`))).toEqual({ kind: "refused", problem: { code: "not allowed" } });
  }
});
