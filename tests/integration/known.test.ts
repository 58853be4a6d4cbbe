/**
 * What the server keeps of a class's figures and findings: after whatever was done, it is what is found anew.
 */
import { eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { usualThresholds } from "@/core/credit/findings";
import { fromMarkdown } from "@/core/document/markdown";
import { giveMoreTime } from "@/data/access/more-time";
import { undoAccess } from "@/data/access/write";
import { metByEach } from "@/data/assignments/expected";
import { findSetUp } from "@/data/assignments/set-up";
import { changeAssignment } from "@/data/assignments/write";
import { endDiscussion, markDiscussion } from "@/data/comments/discussion";
import { addComment, withdrawComment } from "@/data/comments/write";
import { enrolment } from "@/data/db/tables/courses";
import { entryCredit } from "@/data/db/tables/wikis";
import { accessLog } from "@/data/access/log";
import { askForRecompute, recomputeStale } from "@/data/ledger/recompute";
import { answerShared } from "@/data/ledger/shared";
import { removePage } from "@/data/pages/places";
import { findPage } from "@/data/pages/read";
import { restoreEntry, savePage } from "@/data/pages/write";
import { mergeAccounts, undoMerge } from "@/data/people/merge";
import { findAhead } from "@/data/review/ahead";
import { classFindings } from "@/data/review/class-findings";
import { actOnFinding } from "@/data/review/findings";
import { findGroup } from "@/data/review/group";
import { Known } from "@/data/review/known";
import { allTime } from "@/data/review/period";
import { assignmentReview } from "@/data/review/read";
import { findStatement } from "@/data/review/student";
import { setThresholds } from "@/data/review/thresholds";
import { db, later, makeCourse, pageNamed, write } from "../support/course";

test("whatever is done, figures and findings that were kept are what is found anew", async () => {
  const course = await makeCourse({
    expected: [
      { of: "student", measure: "words", number: 5, by: null, shown: true },
      { of: "student", measure: "comments", number: 1, by: null, shown: true },
    ],
  });
  const { courseId, assignmentId, wikiId, otherWikiId, homeId, as } = course;
  const due = new Date("2026-04-01T16:00:00Z");
  const periods = [allTime, { from: later(2), until: later(8) }];
  const found = async (inside: ReturnType<typeof as>) => ({
    review: await Promise.all(
      periods.map((period) => assignmentReview(inside, courseId, assignmentId, period)),
    ),
    met: await metByEach(inside, courseId, assignmentId, [wikiId, otherWikiId]),
    findings: await classFindings(inside, courseId, [
      { wikiId, name: "Alder" },
      { wikiId: otherWikiId, name: "Thorn" },
    ]),
    group: await findGroup(inside, courseId, wikiId, periods[1]!),
    statement: await findStatement(inside, courseId, wikiId, `jonas${courseId}`, allTime),
  });
  /** A day before it is due, when most is asked about. Nothing that is kept is used within a transaction. */
  const reader = as("ines", new Date(due.getTime() - 60_000));
  let before = "";
  const expectKept = async (done: string, changes = true) => {
    const kept = await found(reader);
    expect(kept, done).toEqual(await db.transaction((tx) => found({ ...reader, db: tx as never })));
    const now = JSON.stringify(kept, (_, value: unknown) =>
      value instanceof Map ? [...(value as Map<unknown, unknown>)] : value,
    );
    // An act that shows nowhere would test nothing.
    if (changes) expect(now, done).not.toBe(before);
    before = now;
  };
  await expectKept("nothing");
  const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await savePage(as("mira", later(1)), {
    courseId,
    pageId: homeId,
    base: 1,
    document: fromMarkdown("Six words that two people wrote. Shall we?"),
    note: "",
    sending: { saveId: "firstsave", pasted: 0, largestPaste: 0, coWriters: [`jonas${courseId}`] },
  });
  await expectKept("an entry");
  await write(as("jonas", later(3)), courseId, plan, "First the weir, then the banks, then the trees.");
  await expectKept("an entry on another page");
  await expectKept("nothing since", false);
  await answerShared(as("jonas", later(4)), { courseId, pageId: homeId, number: 2, isConfirmed: true });
  await expectKept("shared credit");
  await answerShared(as("jonas", later(5)), { courseId, pageId: homeId, number: 2, isConfirmed: false });
  await expectKept("shared credit taken back");
  const said = await addComment(as("mira", later(6)), {
    courseId,
    pageId: plan,
    parent: null,
    body: "Why the weir first?",
  });
  const second = await addComment(as("jonas", later(6)), {
    courseId,
    pageId: plan,
    parent: null,
    body: "Fish.",
  });
  const commentId = (made: typeof said) => (made.kind === "commented" ? made.id : "");
  await expectKept("comments");
  await withdrawComment(as("mira", later(7)), { courseId, commentId: commentId(said), withdrawn: true });
  await expectKept("a comment withdrawn");
  // As many are withdrawn as before, and others.
  await withdrawComment(as("mira", later(8)), { courseId, commentId: commentId(said), withdrawn: false });
  await withdrawComment(as("jonas", later(8)), { courseId, commentId: commentId(second), withdrawn: true });
  await expectKept("another comment withdrawn");
  // Fewer are withdrawn, and the one that was withdrawn last is among them.
  await withdrawComment(as("mira", later(9)), { courseId, commentId: commentId(said), withdrawn: true });
  await expectKept("both comments withdrawn");
  await withdrawComment(as("jonas", later(9)), { courseId, commentId: commentId(second), withdrawn: false });
  await expectKept("the earlier one put back");
  const marked = await markDiscussion(as("ines", later(9)), courseId, homeId, {
    quote: "Shall we?",
    near: 6,
    entry: (await findPage(as("ines"), courseId, homeId))!.entries,
  });
  await expectKept("discussion marked");
  await endDiscussion(as("ines", later(10)), courseId, marked.kind === "marked" ? marked.id : "");
  await expectKept("discussion ended");
  await restoreEntry(as("jonas", later(11)), { courseId, pageId: plan, number: 1, base: 2 });
  await expectKept("an entry brought back");
  await removePage(as("ines", later(12)), { courseId, pageId: plan });
  await expectKept("a page removed");
  await write(
    as("jonas", later(12)),
    courseId,
    homeId,
    "Six words that two people wrote. Shall we? And what will be late.",
  );
  await expectKept("an entry that will have been late");
  const [finding] = (await findGroup(reader, courseId, wikiId, allTime))!.findings;
  await actOnFinding(reader, courseId, wikiId, finding!.key, "We talked about it");
  await expectKept("a finding dismissed");
  await setThresholds(as("ines", later(12)), courseId, assignmentId, {
    ...usualThresholds,
    arrivalWords: 1,
    arrivalPart: 0.1,
  });
  await expectKept("other thresholds");
  await mergeAccounts(as("ines", later(13)), courseId, `mira${courseId}`, `jonas${courseId}`);
  await expectKept("accounts merged");
  await undoMerge(as("ines", later(14)), courseId, `mira${courseId}`);
  await expectKept("accounts parted");
  const { input } = (await findSetUp(as("ines"), courseId, assignmentId))!;
  await changeAssignment(as("ines", later(15)), courseId, assignmentId, {
    ...input,
    closesAtDue: false,
    dueAt: "2026-03-16T10:10",
  });
  await expectKept("due earlier");
  await giveMoreTime(as("ines", later(16)), courseId, assignmentId, [{ wikiId, personId: null }], later(60));
  await expectKept("more time");
  const [newest] = (await accessLog(as("ines"), courseId, assignmentId))!.lines;
  await undoAccess(as("ines", later(17)), courseId, newest!.id);
  await expectKept("more time taken back");
  // What was stored wrongly, and is computed anew: no entry came.
  await write(
    as("jonas", later(18)),
    courseId,
    homeId,
    "Six words that two people wrote. And what will be late, and later.",
  );
  await db.update(entryCredit).set({ added: 999 }).where(eq(entryCredit.pageId, homeId));
  await expectKept("stored wrongly");
  await askForRecompute(db, courseId);
  await recomputeStale(db, courseId);
  await expectKept("computed anew");
}, 60_000);

test("whoever only commented, and counts as somebody else from then on, is counted so", async () => {
  const { courseId, assignmentId, homeId, as } = await makeCourse();
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  await addComment(as("mira", later(2)), { courseId, pageId: homeId, parent: null, body: "Eels?" });
  const comments = async () =>
    (await assignmentReview(as("ines", later(9)), courseId, assignmentId))![0]!.members.map((member) => [
      member.member.name,
      member.figures.comments,
    ]);
  expect(await comments()).toEqual([
    ["mira", 1],
    ["jonas", 0],
  ]);
  await mergeAccounts(as("ines", later(3)), courseId, `mira${courseId}`, `jonas${courseId}`);
  expect(await comments()).toEqual([["jonas", 1]]);
  await undoMerge(as("ines", later(4)), courseId, `mira${courseId}`);
  expect(await comments()).toEqual([
    ["mira", 1],
    ["jonas", 0],
  ]);
});

test("what a transaction saw and took back is not kept", async () => {
  const { courseId, assignmentId, homeId, as } = await makeCourse();
  const added = async (ctx: ReturnType<typeof as>) =>
    (await assignmentReview(ctx, courseId, assignmentId))![0]!.members.map((member) => member.figures.added);
  await db
    .transaction(async (tx) => {
      const inside = { ...as("mira", later(1)), db: tx as never };
      await write(inside, courseId, homeId, "Words that will never have been.");
      expect(await added({ ...as("ines"), db: tx as never })).toEqual([6, 0]);
      throw new Error("taken back");
    })
    .catch((problem: Error) => expect(problem.message).toBe("taken back"));
  await write(as("jonas", later(2)), courseId, homeId, "Words.");
  expect(await added(as("ines"))).toEqual([0, 1]);
});

test("who asks while it is being found waits for it, under the same name wherever it is kept; what could not be found is asked for again", async () => {
  const { courseId, wikiId, otherWikiId, as } = await makeCourse();
  const [one, same, other] = ["tried", "tried", "tried apart"].map(
    (name) => new Known<string>({ name: `${name} ${courseId}`, most: 10 }),
  );
  const asked: string[][] = [];
  let [answer, fail] = [(_: ReadonlyMap<string, string>) => {}, (_: Error) => {}];
  const find = (wikis: readonly string[]) => {
    asked.push([...wikis]);
    return new Promise<ReadonlyMap<string, string>>((resolve, reject) => {
      [answer, fail] = [resolve, reject];
    });
  };
  const ask = (known: typeof one, wikis: readonly string[]) =>
    known!.of(as("ines"), courseId, wikis, "what", find);
  const isAsked = (times: number) => expect.poll(() => asked.length).toBe(times);

  const first = ask(one, [wikiId]);
  await isAsked(1);
  const answerFirst = answer;
  const second = ask(same, [wikiId, otherWikiId]);
  await isAsked(2);
  expect(asked[1]).toEqual([otherWikiId]);
  answer(new Map([[otherWikiId, "thorn"]]));
  answerFirst(new Map([[wikiId, "alder"]]));
  expect([...(await first)]).toEqual([[wikiId, "alder"]]);
  expect([...(await second)]).toEqual([
    [wikiId, "alder"],
    [otherWikiId, "thorn"],
  ]);

  const failing = ask(other, [wikiId]);
  await isAsked(3);
  fail(new Error("no answer"));
  await expect(failing).rejects.toThrow("no answer");
  const again = ask(other, [wikiId]);
  await isAsked(4);
  answer(new Map([[wikiId, "alder"]]));
  expect((await again).get(wikiId)).toBe("alder");
});

test("what is found ahead is what instructors have open, and is not found again for them", async () => {
  const { courseId, assignmentId, wikiId, as } = await makeCourse();
  await db
    .update(enrolment)
    .set({ visitedAt: later(100_000) })
    .where(eq(enrolment.courseId, courseId));
  const ahead = await findAhead(db, later(9));
  expect(ahead[0]).toEqual({ courseId, assignmentId });
  for (const name of ["sums", "findings"]) {
    const nothingIsAsked = () => {
      throw new Error("found again");
    };
    const [about] = [
      ...(globalThis as { tidyLedgerKnown?: Map<string, Map<string, unknown>> })
        .tidyLedgerKnown!.get(name)!
        .keys(),
    ].filter((key) => key.startsWith(`${courseId} ${wikiId} `));
    expect(about, name).toBeDefined();
    await new Known({ name, most: 10 }).of(
      as("ines", later(9)),
      courseId,
      [wikiId],
      about!.slice(`${courseId} ${wikiId} `.length),
      nothingIsAsked,
    );
  }
  expect(await assignmentReview(as("mira", later(9)), courseId, assignmentId)).toBeNull();
});
