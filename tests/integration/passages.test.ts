import { expect, test } from "vitest";
import { addComment } from "@/data/comments/write";
import { recomputeWiki } from "@/data/ledger/recompute";
import { removePage } from "@/data/pages/places";
import { findPage } from "@/data/pages/read";
import { restoreEntry } from "@/data/pages/write";
import { db, later, makeCourse, pageNamed, setGroupLevel, type TestCourse, write } from "../support/course";

const bank = "The left bank has slumped for thirty metres below the old weir, and nothing grows on it.";
const fish = "Trout were seen above the weir in every month from April to September.";

/** A page of two paragraphs, and what Jonas asks about the second. */
async function spokenOf(course: TestCourse) {
  const { courseId, homeId, as } = course;
  await write(as("mira", later(1)), courseId, homeId, `${fish}\n\n${bank}`);
  const entry = (await findPage(as("jonas"), courseId, homeId))!.entries;
  const said = await addComment(as("jonas", later(2)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Which weir?",
    passage: { quote: "below the OLD weir", near: 20, entry },
  });
  return { ...course, entry, commentId: said.kind === "commented" ? said.id : "" };
}

async function threadsOn(
  { courseId, as }: TestCourse,
  pageId: string,
  who: "mira" | "jonas" | "ines" = "mira",
) {
  const page = await findPage(as(who, later(60)), courseId, pageId);
  return page!.comments.map(({ id, passage }) => ({ id, stands: passage?.stands }));
}

test("a comment about a passage follows its text: edited around, moved, gone, and brought back", async () => {
  const course = await spokenOf(await makeCourse());
  const { courseId, homeId, as, commentId, entry } = course;
  const stands = async () => (await threadsOn(course, homeId)).find(({ id }) => id === commentId)?.stands;
  expect(await stands()).toEqual({ kind: "here", from: 21, to: 25 });
  await write(
    as("mira", later(3)),
    courseId,
    homeId,
    `Two more words.\n\n${fish}\n\n${bank.replace("thirty", "forty")}`,
  );
  expect(await stands()).toEqual({ kind: "here", from: 24, to: 28 });
  await write(as("jonas", later(4)), courseId, homeId, `${bank}\n\n${fish}`);
  expect(await stands()).toEqual({ kind: "here", from: 8, to: 12 });
  await write(as("mira", later(5)), courseId, homeId, fish);
  expect(await stands()).toEqual({ kind: "gone" });
  const newest = (await findPage(as("mira"), courseId, homeId))!.entries;
  await restoreEntry(as("mira", later(6)), { courseId, pageId: homeId, number: entry, base: newest });
  expect(await stands()).toEqual({ kind: "here", from: 21, to: 25 });
  // With all credit computed anew, it is found as before.
  await db.transaction((tx) => recomputeWiki(tx, courseId, course.wikiId));
  expect(await stands()).toEqual({ kind: "here", from: 21, to: 25 });
});

test("a comment goes with its paragraph to another page, and home again", async () => {
  const course = await spokenOf(await makeCourse());
  const { courseId, wikiId, homeId, as, commentId } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(3)), courseId, homeId, fish);
  await write(as("mira", later(4)), courseId, planId, `What comes first.\n\n${bank}`);
  expect(await threadsOn(course, homeId)).toEqual([
    { id: commentId, stands: { kind: "on", pageId: planId, title: "Plan" } },
  ]);
  expect(await threadsOn(course, planId)).toEqual([
    { id: commentId, stands: { kind: "here", from: 11, to: 15 } },
  ]);
  // What is answered there stays in one conversation.
  await addComment(as("mira", later(5)), {
    courseId,
    pageId: homeId,
    parent: commentId,
    body: "The one by the mill.",
  });
  expect(
    (await findPage(as("jonas"), courseId, planId))!.comments[0]!.replies.map(({ body }) => body),
  ).toEqual(["The one by the mill."]);
  // A copy is no move: the conversation is at home as long as the text is.
  await write(as("jonas", later(6)), courseId, homeId, `${fish}\n\n${bank}`);
  expect((await threadsOn(course, homeId))[0]!.stands).toMatchObject({ kind: "here" });
  expect(await threadsOn(course, planId)).toEqual([]);
});

test("what was said on a page that one may not read is not seen where its text went", async () => {
  const course = await spokenOf(await makeCourse());
  const { courseId, wikiId, homeId, as, commentId } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(3)), courseId, planId, bank);
  await write(as("mira", later(4)), courseId, homeId, fish);
  await setGroupLevel(as("ines", later(5)), course, homeId, "hidden");
  expect(await threadsOn(course, planId)).toEqual([]);
  expect(await threadsOn(course, planId, "ines")).toMatchObject([{ id: commentId }]);
  // And the other way round: where a text went that one may not read is not told.
  await setGroupLevel(as("ines", later(6)), course, homeId, null);
  await setGroupLevel(as("ines", later(6)), course, planId, "hidden");
  expect(await threadsOn(course, homeId)).toEqual([{ id: commentId, stands: { kind: "gone" } }]);
});

test("a conversation whose own page is in the bin goes on where its text went", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, planId, bank);
  const entry = (await findPage(as("mira"), courseId, planId))!.entries;
  const said = await addComment(as("jonas", later(2)), {
    courseId,
    pageId: planId,
    parent: null,
    body: "Since when?",
    passage: { quote: bank, near: 0, entry },
  });
  await write(as("mira", later(3)), courseId, homeId, `${fish}\n\n${bank}`);
  await removePage(as("mira", later(4)), { courseId, pageId: planId });
  expect(await threadsOn(course, homeId)).toMatchObject([
    { id: said.kind === "commented" ? said.id : "", stands: { kind: "here" } },
  ]);
});

test.each([
  ["words that the page does not have", { quote: "above the old mill", near: 0, entry: 2 }],
  ["an entry that is not there", { quote: "old weir", near: 0, entry: 99 }],
  ["no words", { quote: " – ", near: 0, entry: 2 }],
])("a passage of %s is refused, and nothing is said", async (_, passage) => {
  const { courseId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, bank);
  expect(
    await addComment(as("jonas", later(2)), {
      courseId,
      pageId: homeId,
      parent: null,
      body: "Where?",
      passage,
    }),
  ).toEqual({ kind: "refused", problem: { code: "passage not found" } });
  expect((await findPage(as("jonas"), courseId, homeId))!.comments).toEqual([]);
});
