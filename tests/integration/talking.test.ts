import { expect, test } from "vitest";
import { pagesNaming, promisedPages } from "@/data/pages/promised";
import { visitDesk } from "@/data/desk/read";
import { longestComment } from "@/data/comments/dto";
import { addComment, editComment, settleComment, withdrawComment } from "@/data/comments/write";
import { createAccounts } from "@/data/accounts/write";
import { findPage } from "@/data/pages/read";
import { startPage } from "@/data/pages/write";
import { assignmentReview } from "@/data/review/read";
import { myCourses } from "@/data/courses/read";
import { fromMarkdown } from "@/core/document/markdown";
import { db, later, makeCourse, monday, pageNamed, write } from "../support/course";

test("a conversation stands beside the page, answers under what they answer, in the order of time", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const say = async (
    who: "mira" | "jonas" | "tobin",
    minute: number,
    body: string,
    parent: string | null = null,
  ) => {
    const answer = await addComment(as(who, later(minute)), { courseId, pageId: homeId, parent, body });
    return answer.kind === "commented" ? answer.id : "";
  };
  const gauge = await say("mira", 1, "Which gauge?");
  await say("tobin", 2, "Name your source.");
  await say("jonas", 3, "The lower one.", gauge);
  const page = await findPage(as("mira", later(9)), courseId, homeId);
  expect(
    page?.comments.map((each) => [each.author, each.body, each.replies.map((reply) => reply.author)]),
  ).toEqual([
    ["mira", "Which gauge?", ["jonas"]],
    ["tobin", "Name your source.", []],
  ]);
});

test("a comment is edited by its author alone, and withdrawn by its author or removed by those who run the course; nothing of it is lost", async () => {
  const { courseId, assignmentId, homeId, as } = await makeCourse();
  const said = await addComment(as("mira", later(1)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Which gauge?",
  });
  const commentId = said.kind === "commented" ? said.id : "";
  await addComment(as("jonas", later(2)), {
    courseId,
    pageId: homeId,
    parent: commentId,
    body: "The lower one.",
  });
  const seen = async (name: "mira" | "jonas" | "ines") =>
    (await findPage(as(name, later(9)), courseId, homeId))!.comments.map(
      ({ body, earlier, withdrawn, replies }) => [body, earlier, withdrawn?.by ?? null, replies.length],
    );
  const counted = async () =>
    (await assignmentReview(as("ines"), courseId, assignmentId))![0]!.members.map(
      ({ figures }) => figures.comments,
    );

  for (const name of ["jonas", "ines"] as const)
    expect(await editComment(as(name, later(3)), { courseId, commentId, body: "Mine now." })).toEqual({
      kind: "refused",
      problem: { code: "not yours" },
    });
  for (const name of ["priya", "una"] as const)
    expect(await editComment(as(name, later(3)), { courseId, commentId, body: "Mine now." })).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
  expect(await editComment(as("mira", later(3)), { courseId, commentId, body: " " })).toEqual({
    kind: "refused",
    problem: { code: "empty or too long" },
  });
  expect(
    await editComment(as("mira", later(4)), { courseId, commentId, body: "Which gauge, upper or lower?" }),
  ).toMatchObject({ kind: "commented" });
  expect(await seen("jonas")).toEqual([["Which gauge, upper or lower?", [], null, 1]]);
  for (const name of ["mira", "ines"] as const)
    expect(await seen(name)).toEqual([["Which gauge, upper or lower?", ["Which gauge?"], null, 1]]);

  expect(await withdrawComment(as("jonas", later(5)), { courseId, commentId, withdrawn: true })).toEqual({
    kind: "refused",
    problem: { code: "not yours" },
  });
  expect(await withdrawComment(as("mira", later(5)), { courseId, commentId, withdrawn: true })).toMatchObject(
    { kind: "commented" },
  );
  expect(await seen("jonas")).toEqual([["", [], "mira", 1]]);
  expect(await seen("ines")).toEqual([["Which gauge, upper or lower?", ["Which gauge?"], "mira", 1]]);
  expect(await counted()).toEqual([0, 1]);
  expect(await editComment(as("mira", later(6)), { courseId, commentId, body: "Again." })).toEqual({
    kind: "refused",
    problem: { code: "withdrawn" },
  });
  await withdrawComment(as("mira", later(6)), { courseId, commentId, withdrawn: false });
  expect(await counted()).toEqual([1, 1]);
  // What an instructor removed, its author does not put back.
  await withdrawComment(as("ines", later(7)), { courseId, commentId, withdrawn: true });
  expect(await withdrawComment(as("mira", later(8)), { courseId, commentId, withdrawn: false })).toEqual({
    kind: "refused",
    problem: { code: "not yours" },
  });
  expect(
    await withdrawComment(as("ines", later(8)), { courseId, commentId, withdrawn: false }),
  ).toMatchObject({ kind: "commented" });
  expect(await seen("jonas")).toEqual([["Which gauge, upper or lower?", [], null, 1]]);
});

test("the desk of those who run the course names the conversations in which a student spoke last to them", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const say = async (who: "mira" | "ines" | "tobin", minute: number, parent: string | null = null) => {
    const answer = await addComment(as(who, later(minute)), {
      courseId,
      pageId: homeId,
      parent,
      body: `Said at ${minute}.`,
    });
    return answer.kind === "commented" ? answer.id : "";
  };
  const waiting = async () => (await visitDesk(as("ines", later(60)), courseId))!.waits!.toAnswer;
  const gauge = await say("mira", 1);
  expect(await waiting()).toEqual({ number: 0, some: [] });
  await say("tobin", 2, gauge);
  expect((await waiting()).number).toBe(0);
  await say("mira", 3, gauge);
  expect(await waiting()).toMatchObject({
    number: 1,
    some: [{ commentId: gauge, person: "mira", page: "Home", wiki: "Alder", at: later(3) }],
  });
  await say("ines", 4, gauge);
  expect((await waiting()).number).toBe(0);
  const feedback = await say("ines", 5);
  await say("mira", 6, feedback);
  await say("mira", 7, gauge);
  expect((await waiting()).some.map(({ commentId }) => commentId)).toEqual([gauge, feedback]);
  await settleComment(as("ines", later(8)), { courseId, commentId: gauge, settled: true });
  expect((await waiting()).some.map(({ commentId }) => commentId)).toEqual([feedback]);
});

test.each([
  ["nothing", "   \n"],
  ["too much", "x".repeat(longestComment + 1)],
  ["only what can't be stored", "\u0000\ud800"],
])("a comment of %s is refused", async (_, body) => {
  const { courseId, homeId, as } = await makeCourse();
  expect(await addComment(as("mira"), { courseId, pageId: homeId, parent: null, body })).toEqual({
    kind: "refused",
    problem: { code: "empty or too long" },
  });
});

test("characters that can't be stored are left out of comments, notes and titles", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  await addComment(as("mira"), { courseId, pageId: homeId, parent: null, body: "Wei\u0000r\ud800 built" });
  expect((await findPage(as("mira"), courseId, homeId))?.comments[0]?.body).toBe("Weir built");
  const started = await startPage(as("mira"), {
    courseId,
    wikiId,
    title: "Fi\u0007sh",
    document: fromMarkdown("Trout."),
    note: "n\u0000ote",
  });
  const page = started.kind === "saved" ? await findPage(as("mira"), courseId, started.pageId) : null;
  expect(page).toMatchObject({ title: "Fish", last: { note: "note" } });
});

test("an answer to a comment of another page finds nothing to answer", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  const said = await addComment(as("mira"), { courseId, pageId: homeId, parent: null, body: "Here." });
  expect(
    await addComment(as("mira"), {
      courseId,
      pageId: planId,
      parent: said.kind === "commented" ? said.id : "",
      body: "There.",
    }),
  ).toEqual({ kind: "refused", problem: { code: "not found" } });
});

test("a page promises what it links to, until that is written", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  const promised = async () => promisedPages((await findPage(as("mira"), courseId, homeId))!);
  expect(await promised()).toEqual(["Fish"]);
  await startPage(as("mira"), {
    courseId,
    wikiId,
    title: "FISH",
    document: fromMarkdown("Trout."),
    note: "",
  });
  expect(await promised()).toEqual([]);
  await write(as("mira"), courseId, homeId, "[[Plan]], [[Costs]] and [[costs]] again");
  expect(await promised()).toEqual(["Costs"]);
  expect(await pagesNaming(as("jonas"), courseId, wikiId, " COSTS")).toEqual([{ id: homeId, title: "Home" }]);
  for (const [name, title] of [
    ["jonas", "Birds"],
    ["jonas", ""],
    ["priya", "Costs"],
  ] as const)
    expect(await pagesNaming(as(name), courseId, wikiId, title)).toEqual([]);
});

test("one address, one account; nobody gets half a list", async () => {
  const account = (id: string, email: string) => ({ id, name: id, email, passwordHash: "none" });
  const address = `taken-${Date.now()}@rivers.example`;
  await createAccounts(db, [account(`first${Date.now()}`, address)], monday);
  await expect(
    db.transaction((tx) =>
      createAccounts(
        tx,
        [account("new-one", "new@rivers.example"), account("second", address.toUpperCase())],
        monday,
      ),
    ),
  ).rejects.toMatchObject({ cause: { code: "23505" } });
  await createAccounts(db, [account("new-one", "new@rivers.example")], monday);
});

test("everybody sees their own courses", async () => {
  const { courseId, as } = await makeCourse();
  expect((await myCourses(as("tobin"))).map(({ id, role }) => ({ id, role }))).toEqual([
    { id: courseId, role: "assistant" },
  ]);
  expect(await myCourses(as("una"))).toEqual([]);
});
