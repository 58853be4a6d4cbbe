import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { addComment } from "@/data/comments/write";
import { setArchived } from "@/data/courses/write";
import { visitDesk } from "@/data/desk/read";
import { answerShared } from "@/data/ledger/shared";
import { savePage } from "@/data/pages/write";
import { classFindings, findingsWaiting } from "@/data/review/class-findings";
import { actOnFinding } from "@/data/review/findings";
import { findGroup } from "@/data/review/group";
import { markReviewed } from "@/data/review/marks";
import { answerOwn, sayOwn, takeBackOwn } from "@/data/review/own-words";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import { findStatement } from "@/data/review/student";
import { allTime } from "@/data/review/period";
import { isFound } from "@/core/credit/candidates";
import { usualThresholds } from "@/core/credit/findings";
import { changeAssignment } from "@/data/assignments/write";
import { findSetUp } from "@/data/assignments/set-up";
import { findThresholds, setThresholds } from "@/data/review/thresholds";
import type { Who } from "@/core/access/may";
import { setAccess } from "@/data/access/write";
import { later, makeCourse, write } from "../support/course";

describe("the review", () => {
  test("has every member, those who did nothing included", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Six words that Mira alone wrote.");
    const groups = await assignmentReview(as("ines", later(5)), courseId, assignmentId);
    expect(
      groups?.map((group) =>
        group.members.map(({ member, figures: { entries, standing }, sharePercent, lastAt }) => ({
          name: member.name,
          entries,
          standing,
          sharePercent,
          lastAt,
        })),
      ),
    ).toEqual([
      [
        { name: "mira", entries: 1, standing: 6, sharePercent: 100, lastAt: later(1) },
        { name: "jonas", entries: 0, standing: 0, sharePercent: 0, lastAt: null },
      ],
      [{ name: "priya", entries: 0, standing: 0, sharePercent: null, lastAt: null }],
    ]);
  });

  test("a teacher's words stand apart from the members' sum", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await write(as("ines", later(1)), courseId, homeId, "A teacher wrote this line.");
    await write(as("mira", later(2)), courseId, homeId, "A teacher wrote this line.\n\nMira answers.");
    const [group] = (await assignmentReview(as("tobin", later(3)), courseId, assignmentId))!;
    expect(group).toMatchObject({
      othersWords: 5,
      starterWords: 8,
      members: [{ figures: { standing: 2 }, sharePercent: 100 }, { figures: { standing: 0 } }],
    });
  });

  test("comments and answers are counted; an answer to an answer joins its thread", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    const first = await addComment(as("mira", later(1)), {
      courseId,
      pageId: homeId,
      parent: null,
      body: "Which gauge?",
    });
    const second = await addComment(as("jonas", later(2)), {
      courseId,
      pageId: homeId,
      parent: first.kind === "commented" ? first.id : "",
      body: "The lower one.",
    });
    await addComment(as("mira", later(3)), {
      courseId,
      pageId: homeId,
      parent: second.kind === "commented" ? second.id : "",
      body: "Thanks.",
    });
    const [group] = (await assignmentReview(as("ines", later(4)), courseId, assignmentId))!;
    expect(group?.members.map((member) => member.figures.comments)).toEqual([2, 1]);
  });
});

describe("a group and its students", () => {
  const sixty = (name: string) => Array.from({ length: 160 }, (_, at) => `${name}${at}`).join(" ");

  test("are seen by those who review them, and one's own statement by oneself alone", async () => {
    const { courseId, homeId, wikiId, otherWikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Mira wrote this.");
    for (const name of ["ines", "tobin"] as const)
      expect(
        (await findGroup(as(name), courseId, wikiId, allTime))?.members.map(({ member }) => member.name),
      ).toEqual(["mira", "jonas"]);
    for (const name of ["mira", "priya", "olga", "una"] as const) {
      expect(await findGroup(as(name), courseId, wikiId, allTime)).toBeNull();
      expect(await findStatement(as(name), courseId, wikiId, `jonas${courseId}`, allTime)).toBeNull();
      if (name !== "mira")
        expect(
          await findEvidence(as(name), courseId, wikiId, `mira${courseId}`, "added", allTime),
        ).toBeNull();
      expect(await findEvidence(as(name), courseId, wikiId, `jonas${courseId}`, "added", allTime)).toBeNull();
      expect(await markReviewed(as(name), courseId, wikiId, `mira${courseId}`, true)).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    }
    const own = (await findStatement(as("mira"), courseId, wikiId, `mira${courseId}`, allTime))!;
    expect(own).toMatchObject({ members: [], findings: [], marks: [], figures: { added: 3 } });
    expect(
      (await findEvidence(as("mira"), courseId, wikiId, `mira${courseId}`, "added", allTime))!.lines,
    ).toMatchObject([{ page: "Home", amount: 3 }]);
    expect(own.sittings).toMatchObject([
      [{ own: 3, byOthers: 0, other: null, standing: 3, pageTitle: "Home" }],
    ]);
    expect(await findGroup(as("ines"), courseId, otherWikiId, allTime)).not.toBeNull();
    expect(await findGroup(as("ines"), courseId, "elsewhere", allTime)).toBeNull();
  });

  test("are shown with the times in which the wiki was closed; who did nothing is asked about with the times in which they could not", async () => {
    const { courseId, assignmentId, homeId, wikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Mira wrote this.");
    const setFor = (who: Who, level: "read" | null, at: number) =>
      setAccess(as("ines", later(at)), courseId, assignmentId, [{ scope: "wiki", place: wikiId, who }], {
        level,
        from: null,
        until: null,
        weekly: null,
      });
    for (const changed of [
      await setFor({ kind: "group" }, "read", 2),
      await setFor({ kind: "group" }, null, 4),
      await setFor({ kind: "person", person: `jonas${courseId}` }, "read", 6),
    ])
      expect(changed.kind).toBe("changed");
    const seen = async (now: Date) => {
      const { closed, findings: found } = (await findGroup(as("ines", now), courseId, wikiId, allTime))!;
      return {
        closed,
        kept: found.flatMap(({ finding }) =>
          finding.kind === "nothing done" ? [[finding.member, finding.couldNotWrite]] : [],
        ),
      };
    };
    const span = (from: Date, to: Date) => ({ from: from.getTime(), to: to.getTime() });
    const [opened, due, after] = [
      new Date("2026-03-02T09:00:00Z"),
      new Date("2026-04-01T16:00:00Z"),
      new Date("2026-04-02T12:00:00Z"),
    ];
    // Jonas came onto the course on that Monday, and was kept out by a rule of his own in the end.
    expect(await seen(later(9))).toEqual({
      closed: [span(later(2), later(4))],
      kept: [
        [`jonas${courseId}`, [span(opened, later(0)), span(later(2), later(4)), span(later(6), later(9))]],
      ],
    });
    // What is closed after the due time is drawn, and kept nobody from doing anything in time.
    expect(await seen(after)).toEqual({
      closed: [span(later(2), later(4)), span(due, after)],
      kept: [[`jonas${courseId}`, [span(opened, later(0)), span(later(2), later(4)), span(later(6), due)]]],
    });
  });

  test("as at a time are as if nothing had come later; of a time, sums leave out what came before", async () => {
    const { courseId, homeId, wikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "One two three.");
    await write(as("jonas", later(60)), courseId, homeId, "One two three four five.");
    await write(as("mira", later(120)), courseId, homeId, "One two three four five six.");
    const figures = async (from: Date | null, until: Date | null) =>
      (await findGroup(as("ines", later(200)), courseId, wikiId, { from, until }))!.members.map(
        ({ figures: each }) => [each.entries, each.added, each.standing],
      );
    expect(await figures(null, null)).toEqual([
      [2, 4, 4],
      [1, 2, 2],
    ]);
    expect(await figures(null, later(120))).toEqual([
      [1, 3, 3],
      [1, 2, 2],
    ]);
    expect(await figures(later(60), null)).toEqual([
      [1, 1, 4],
      [1, 2, 2],
    ]);
    expect(await figures(later(2), later(60))).toEqual([
      [0, 0, 3],
      [0, 0, 0],
    ]);
  });

  test("a period that begins later finds what all of the work until its end finds, in the class and in the group alike", async () => {
    const { courseId, homeId, wikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, sixty("word"));
    await write(as("jonas", later(60)), courseId, homeId, `${sixty("word")}\n\nJonas came later.`);
    for (const [from, until, wanted] of [
      [null, later(30), ["one author for most", "large arrival", "nothing done"]],
      [later(30), null, ["one author for most", "large arrival"]],
      [later(70), null, ["one author for most", "large arrival"]],
    ] as const) {
      const period = { from, until };
      const group = (await findGroup(as("ines", later(99)), courseId, wikiId, period))!.findings.map(
        ({ finding }) => finding.kind,
      );
      const [ofClass] = await classFindings(
        as("ines", later(99)),
        courseId,
        [{ wikiId, name: "Alder" }],
        period,
      );
      expect([group, ofClass!.open.map(({ kind }) => kind)]).toEqual([[...wanted], [...wanted]]);
      const told = (await findStatement(
        as("ines", later(99)),
        courseId,
        wikiId,
        `jonas${courseId}`,
        period,
      ))!.findings.map(({ finding }) => finding.kind);
      expect(told).toEqual(wanted.filter((kind) => kind === "nothing done"));
    }
  });

  test("what was found is dismissed with a reason by those who review, taken up again, and never for others to see", async () => {
    const { courseId, homeId, wikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, sixty("word"));
    const found = async () =>
      (await findGroup(as("ines", later(9)), courseId, wikiId, allTime))!.findings.map(
        ({ key, dismissed }) => [key.replaceAll(courseId, ""), dismissed?.reason ?? null],
      );
    expect(await found()).toEqual([
      ["one author for most|mira", null],
      ["large arrival|mira|3", null],
      ["nothing done|jonas", null],
    ]);
    const key = `nothing done|jonas${courseId}`;
    expect(await actOnFinding(as("ines", later(2)), courseId, wikiId, key, "  ")).toEqual({
      kind: "refused",
      problem: { code: "no reason" },
    });
    expect(await actOnFinding(as("ines", later(2)), courseId, wikiId, "something else", "Because.")).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
    for (const name of ["mira", "priya", "olga", "una"] as const)
      expect(await actOnFinding(as(name, later(2)), courseId, wikiId, key, "Because.")).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    expect(await actOnFinding(as("tobin", later(3)), courseId, wikiId, key, "He was ill.")).toEqual({
      kind: "done",
    });
    expect((await found()).at(-1)).toEqual(["nothing done|jonas", "He was ill."]);
    expect(await actOnFinding(as("ines", later(4)), courseId, wikiId, key, null)).toEqual({ kind: "done" });
    expect((await found()).map(([, reason]) => reason)).toEqual([null, null, null]);
    expect(
      (await findStatement(as("ines"), courseId, wikiId, `jonas${courseId}`, allTime))!.findings.map(
        ({ key: each }) => each,
      ),
    ).toEqual([key]);
  });

  test("that were looked at tell what came since", async () => {
    const { courseId, homeId, wikiId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "One two three.");
    const mira = async () => (await findGroup(as("ines", later(9)), courseId, wikiId, allTime))!.members[0]!;
    expect([(await mira()).mark, (await mira()).newSince]).toEqual([null, null]);
    expect(await markReviewed(as("tobin", later(2)), courseId, wikiId, `mira${courseId}`, true)).toEqual({
      kind: "done",
    });
    expect(await mira()).toMatchObject({ mark: { by: "tobin" }, newSince: null });
    await markReviewed(as("ines", later(3)), courseId, wikiId, `mira${courseId}`, true);
    await write(as("mira", later(4)), courseId, homeId, "One two three four.");
    expect(await mira()).toMatchObject({ mark: { by: "ines" }, newSince: 1 });
    await markReviewed(as("ines", later(5)), courseId, wikiId, `mira${courseId}`, false);
    expect((await mira()).newSince).toBeNull();
  });

  test("say what the record does not, are answered by those who review them, and take it back", async () => {
    const { courseId, wikiId, as } = await makeCourse();
    const said = async (name: "ines" | "mira") =>
      (await findStatement(as(name, later(9)), courseId, wikiId, `mira${courseId}`, allTime))!.ownWords.map(
        ({ kind, body, answer }) => [kind, body, answer?.body ?? null],
      );
    const waiting = async () =>
      (await visitDesk(as("ines", later(9)), courseId))!.waits!.objections.map(({ person, wiki }) => [
        person,
        wiki,
      ]);
    const objection = await sayOwn(
      as("mira", later(1)),
      courseId,
      wikiId,
      "objection",
      "I wrote the brief on paper first.",
    );
    const id = objection.kind === "said" ? objection.id : "";
    expect(
      await sayOwn(as("mira", later(2)), courseId, wikiId, "done outside", " Took the samples. "),
    ).toMatchObject({ kind: "said" });
    expect(await waiting()).toEqual([["mira", "Alder"]]);
    for (const name of ["ines", "mira"] as const)
      expect(await said(name)).toEqual([
        ["objection", "I wrote the brief on paper first.", null],
        ["done outside", "Took the samples.", null],
      ]);
    for (const name of ["priya", "una", "ines", "tobin", "olga"] as const)
      expect(await sayOwn(as(name), courseId, wikiId, "objection", "Mine.")).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    for (const name of ["mira", "jonas", "priya", "una", "olga"] as const)
      expect(await answerOwn(as(name), courseId, id, "No.")).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    expect(await sayOwn(as("mira"), courseId, wikiId, "objection", " ")).toEqual({
      kind: "refused",
      problem: { code: "empty or too long" },
    });
    expect(await answerOwn(as("tobin", later(3)), courseId, id, "Thank you, it counts.")).toMatchObject({
      kind: "said",
    });
    expect((await said("mira"))[0]).toEqual([
      "objection",
      "I wrote the brief on paper first.",
      "Thank you, it counts.",
    ]);
    expect(await waiting()).toEqual([]);
    for (const name of ["jonas", "ines"] as const)
      expect(await takeBackOwn(as(name, later(4)), courseId, id)).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    expect(await takeBackOwn(as("mira", later(4)), courseId, id)).toMatchObject({ kind: "said" });
    expect(await answerOwn(as("ines", later(5)), courseId, id, "Too late.")).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
    expect(await said("ines")).toEqual([["done outside", "Took the samples.", null]]);
  });

  test("of an archived course are read, and changed by nobody", async () => {
    const { courseId, homeId, wikiId, as } = await makeCourse();
    const saved = await savePage(as("mira", later(1)), {
      courseId,
      pageId: homeId,
      base: 1,
      document: fromMarkdown(sixty("word")),
      note: "",
      sending: { saveId: "archivedsave", pasted: 0, largestPaste: 0, coWriters: [`jonas${courseId}`] },
    });
    const said = await sayOwn(as("mira", later(2)), courseId, wikiId, "objection", "Said in time.");
    const id = said.kind === "said" ? said.id : "";
    await setArchived(as("ines", later(3)), courseId, true);
    const refusal = { kind: "refused", problem: { code: "not found" } };
    expect(await sayOwn(as("mira", later(4)), courseId, wikiId, "objection", "Too late.")).toEqual(refusal);
    expect(await takeBackOwn(as("mira", later(4)), courseId, id)).toEqual(refusal);
    for (const name of ["ines", "tobin"] as const) {
      expect(await answerOwn(as(name, later(4)), courseId, id, "Too late.")).toEqual(refusal);
      expect(
        await actOnFinding(
          as(name, later(4)),
          courseId,
          wikiId,
          `one author for most|mira${courseId}`,
          "Too late.",
        ),
      ).toEqual(refusal);
    }
    expect(
      await answerShared(as("jonas", later(4)), {
        courseId,
        pageId: homeId,
        number: saved.kind === "saved" ? saved.number : 0,
        isConfirmed: true,
      }),
    ).toEqual(refusal);
    expect(
      (await findStatement(as("ines", later(5)), courseId, wikiId, `mira${courseId}`, allTime))?.ownWords,
    ).toMatchObject([{ body: "Said in time.", answer: null }]);
  });

  test("of a whole class are looked through again where something happened, and told to nobody but who reviews", async () => {
    const { courseId, assignmentId, homeId, wikiId, otherWikiId, as } = await makeCourse();
    const wikis = [
      { wikiId, name: "Alder" },
      { wikiId: otherWikiId, name: "Thorn" },
    ];
    const told = async (name: "ines" | "tobin" | "mira" | "una") =>
      (await classFindings(as(name), courseId, wikis)).map(({ open }) =>
        open.map(({ kind, who }) => `${kind}: ${who.join()}`),
      );
    expect(await told("ines")).toEqual([
      ["nothing done: mira", "nothing done: jonas"],
      ["nothing done: priya"],
    ]);
    await write(as("mira", later(1)), courseId, homeId, sixty("word"));
    expect(await told("tobin")).toEqual([
      ["one author for most: mira", "large arrival: mira", "nothing done: jonas"],
      ["nothing done: priya"],
    ]);
    await addComment(as("jonas", later(2)), { courseId, pageId: homeId, parent: null, body: "Where from?" });
    await actOnFinding(
      as("ines", later(3)),
      courseId,
      wikiId,
      `large arrival|mira${courseId}|3`,
      "She said so.",
    );
    expect(await told("ines")).toEqual([["one author for most: mira"], ["nothing done: priya"]]);
    expect(await findingsWaiting(as("ines"), courseId)).toEqual([
      { assignmentId, title: "Dossier", number: 2 },
    ]);
    for (const name of ["mira", "una"] as const)
      expect([await told(name), await findingsWaiting(as(name), courseId)]).toEqual([[], []]);
  });
});

describe("thresholds", () => {
  test("are set by those who run the course, change what is found at once, and are told to nobody else", async () => {
    const { courseId, assignmentId, homeId, wikiId, as } = await makeCourse();
    await write(
      as("mira", later(1)),
      courseId,
      homeId,
      Array.from({ length: 160 }, (_, at) => `weir${at}`).join(" "),
    );
    const usual = { ...usualThresholds };
    for (const name of ["mira", "tobin", "priya", "olga"] as const) {
      expect(await findThresholds(as(name), courseId, assignmentId)).toBeNull();
      expect(await setThresholds(as(name), courseId, assignmentId, usual)).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
    }
    const found = async () =>
      (await classFindings(as("ines", later(9)), courseId, [{ wikiId, name: "Alder" }]))[0]!.open.map(
        ({ kind }) => kind,
      );
    expect(await found()).toEqual(["one author for most", "large arrival", "nothing done"]);
    const told = (await findThresholds(as("ines"), courseId, assignmentId))!;
    expect(told).toMatchObject({ isUsual: true, thresholds: usual });
    expect(
      told.groups[0]!.candidates.filter((each) => isFound(each, usual)).map(({ kind, names }) => [
        kind,
        names,
      ]),
    ).toEqual([
      ["one author for most", ["mira"]],
      ["large arrival", ["mira"]],
      ["nothing done", ["jonas"]],
    ]);
    expect(await setThresholds(as("ines"), courseId, assignmentId, { ...usual, arrivalWords: 161 })).toEqual({
      kind: "set",
    });
    expect(await found()).toEqual(["one author for most", "nothing done"]);
    for (const wrong of [
      { ...usual, shareOfOne: 2 },
      { ...usual, removedWords: 0 },
      { shareOfOne: 0.5 },
      "all",
      { ...usual, arrivalWords: Number.NaN },
    ])
      expect(await setThresholds(as("ines"), courseId, assignmentId, wrong)).toEqual({
        kind: "refused",
        problem: { code: "bad input" },
      });
    expect(await found()).toEqual(["one author for most", "nothing done"]);
    expect(await setThresholds(as("ines"), courseId, assignmentId, null)).toEqual({ kind: "set" });
    expect(await found()).toHaveLength(3);
  });
});

test("a student stands for three entries of their own at most, and for nobody else's", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "Mira wrote this.");
  await write(as("jonas", later(2)), courseId, homeId, "Mira wrote this. Jonas wrote that.");
  const stand = (number: number, pageId = homeId) =>
    sayOwn(as("mira", later(3)), courseId, wikiId, "stands for", "Look at it.", { pageId, number });
  for (const wrong of [
    await stand(3),
    await stand(1),
    await stand(2, "nosuchpage"),
    await sayOwn(as("mira"), courseId, wikiId, "stands for", "Look."),
  ])
    expect(wrong).toEqual({ kind: "refused", problem: { code: "not your entry" } });
  for (let time = 0; time < 3; time++) expect((await stand(2)).kind).toBe("said");
  expect(await stand(2)).toEqual({ kind: "refused", problem: { code: "three already" } });
  const { ownWords } = (await findStatement(as("ines"), courseId, wikiId, `mira${courseId}`, allTime))!;
  expect(ownWords).toHaveLength(3);
  expect(ownWords[0]!.entry).toEqual({ pageId: homeId, number: 2, title: "Home" });
  expect((await takeBackOwn(as("mira", later(4)), courseId, ownWords[0]!.id)).kind).toBe("said");
  expect((await stand(2)).kind).toBe("said");
});

test("what counts is set before an assignment opens, and stays once it has", async () => {
  const { courseId, assignmentId, homeId, as } = await makeCourse({ counts: ["comments"] });
  const input = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
  expect(input.counts).toEqual(["comments"]);
  const before = new Date(Date.parse(`${input.opensAt}Z`) - 26 * 60 * 60 * 1000);
  expect(
    (
      await changeAssignment({ ...as("ines"), now: before }, courseId, assignmentId, {
        ...input,
        counts: ["comments", "new text"],
      })
    ).kind,
  ).toBe("saved");
  expect(
    await changeAssignment(as("ines", later(1)), courseId, assignmentId, { ...input, counts: [] }),
  ).toMatchObject({ kind: "refused", problem: { code: "bad input", field: "counts" } });
  expect(
    (
      await changeAssignment(as("ines", later(1)), courseId, assignmentId, {
        ...input,
        counts: ["new text", "comments", "comments"],
        title: "Renamed",
      })
    ).kind,
  ).toBe("saved");
  // Nor does it help to say that it opens later, once students wrote.
  await write(as("mira", later(2)), courseId, homeId, "Mira wrote this.");
  const postponed = {
    ...input,
    counts: ["new text", "comments"] as const,
    title: "Renamed",
    opensAt: "2026-03-20T09:00",
  };
  expect(
    (
      await changeAssignment(as("ines", later(3)), courseId, assignmentId, {
        ...postponed,
        counts: [...postponed.counts],
      })
    ).kind,
  ).toBe("saved");
  expect(
    await changeAssignment(as("ines", later(4)), courseId, assignmentId, { ...postponed, counts: [] }),
  ).toMatchObject({ kind: "refused", problem: { field: "counts" } });
  expect((await findSetUp(as("ines"), courseId, assignmentId))!.input).toMatchObject({
    title: "Renamed",
    counts: ["new text", "comments"],
  });
});
