/** Shared credit: who wrote an entry together, by whose word, and what becomes of its words. */
import { expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { findExpected } from "@/data/assignments/expected";
import { visitDesk } from "@/data/desk/read";
import { findDifferences } from "@/data/ledger/check";
import { findEntry } from "@/data/ledger/read";
import { answerShared } from "@/data/ledger/shared";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import { db, later, makeCourse, type TestCourse, write } from "../support/course";

/** Mira saves `text` on the home page as its second entry, and names these people. */
async function saveWith(
  { courseId, homeId, as }: TestCourse,
  text: string,
  named: readonly string[],
): Promise<void> {
  const saved = await savePage(as("mira", later(1)), {
    courseId,
    pageId: homeId,
    base: 1,
    document: fromMarkdown(text),
    note: "",
    sending: {
      saveId: "firstsave",
      pasted: 3,
      largestPaste: 2,
      coWriters: named.map((name) => `${name}${courseId}`),
    },
  });
  expect(saved).toMatchObject({ kind: "saved", number: 2 });
}

const membersOf = async ({ courseId, assignmentId, as }: TestCourse) =>
  (await assignmentReview(as("ines", later(9)), courseId, assignmentId))![0]!.members.map(
    ({ figures: { added, standing }, sharePercent }) => [added, standing, sharePercent],
  );

test("words count for both once the one who was named confirms, and no longer if they change their mind", async () => {
  const course = await makeCourse({
    expected: [{ of: "student", measure: "words", number: 3, by: null, shown: true }],
  });
  const { courseId, homeId, assignmentId, wikiId, as } = course;
  await saveWith(course, "Six words that two people wrote.", ["jonas", "mira", "priya", "ines", "nobody"]);
  const entry = async () => (await findEntry(as("ines", later(9)), courseId, homeId, 2))!.line;
  expect(await entry()).toMatchObject({
    pasted: 3,
    largestPaste: 2,
    coWriters: [{ name: "jonas", isConfirmed: null }],
  });
  expect(await membersOf(course)).toEqual([
    [6, 6, 100],
    [0, 0, 0],
  ]);
  expect((await visitDesk(as("jonas", later(2)), courseId))?.together).toMatchObject([
    { author: "mira", page: "Home", number: 2 },
  ]);
  expect((await visitDesk(as("mira", later(2)), courseId))?.together).toEqual([]);

  const answer = { courseId, pageId: homeId, number: 2, isConfirmed: true };
  for (const name of ["mira", "priya", "ines", "una"] as const)
    expect(await answerShared(as(name, later(3)), answer)).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
  expect(
    await answerShared({ ...as("jonas", later(3)), lookingAs: { by: "ines" } } as never, answer),
  ).toEqual({ kind: "refused", problem: { code: "only looking" } });
  expect(await answerShared(as("jonas", later(3)), answer)).toEqual({ kind: "answered" });
  expect((await visitDesk(as("jonas", later(4)), courseId))?.together).toEqual([]);
  expect(await membersOf(course)).toEqual([
    [3, 3, 50],
    [3, 3, 50],
  ]);
  expect((await findPage(as("mira", later(4)), courseId, homeId))!.parts.map(({ words }) => words)).toEqual([
    3, 3, 0,
  ]);
  expect(
    (await findEvidence(as("ines"), courseId, wikiId, `jonas${courseId}`, "added"))!.lines,
  ).toMatchObject([{ number: 2, amount: 3 }]);
  // Who saved it made the entry; whose the words are is another matter.
  expect((await findEvidence(as("ines"), courseId, wikiId, `jonas${courseId}`, "entries"))!.lines).toEqual(
    [],
  );
  expect((await findExpected(as("jonas", later(4)), courseId, assignmentId))!.mine).toMatchObject([
    { have: 3, want: 3 },
  ]);

  // What stands is shared, whoever takes words away later; what the engine stored is as before.
  await write(as("jonas", later(5)), courseId, homeId, "Six words that.");
  expect(await membersOf(course)).toEqual([
    [3, 1.5, 50],
    [3, 1.5, 50],
  ]);
  expect(await findDifferences(db, courseId)).toEqual([]);
  await answerShared(as("jonas", later(6)), { ...answer, isConfirmed: false });
  expect(await membersOf(course)).toEqual([
    [6, 3, 100],
    [0, 0, 0],
  ]);
  expect((await entry()).coWriters).toMatchObject([{ name: "jonas", isConfirmed: false }]);
});

test("a save that is sent twice asks once, and who is not of the wiki is not asked", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  await saveWith(course, "Said once.", ["jonas"]);
  await savePage(as("mira", later(2)), {
    courseId,
    pageId: homeId,
    base: 1,
    document: fromMarkdown("Said once."),
    note: "",
    sending: { saveId: "firstsave", pasted: 0, largestPaste: 0, coWriters: [`jonas${courseId}`] },
  });
  expect((await visitDesk(as("jonas", later(3)), courseId))?.together).toHaveLength(1);
  expect((await visitDesk(as("priya", later(3)), courseId))?.together).toEqual([]);
});
