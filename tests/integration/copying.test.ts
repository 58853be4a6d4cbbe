/**
 * What a prepared assignment has: access to its starter pages from the first second, and a copy that brings
 * along what belongs to it.
 */
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { setAccess } from "@/data/access/write";
import { copyAssignment } from "@/data/assignments/copy";
import { readableWikis } from "@/data/assignments/read";
import { findSetUp } from "@/data/assignments/set-up";
import { changeAssignment } from "@/data/assignments/write";
import { accessRule, assignment } from "@/data/db/tables/wikis";
import { findPage, findWiki } from "@/data/pages/read";
import { setThresholds } from "@/data/review/thresholds";
import { usualThresholds } from "@/core/credit/findings";
import {
  assignmentInput,
  db,
  later,
  makeCourse,
  makePeople,
  pageNamed,
  publish,
  settingUp,
  write,
} from "../support/course";

const brief = "Read this first.";
const withAccess = (setId: string | null) => {
  const input = assignmentInput(setId);
  const page = (id: string, title: string, more: object) => ({
    id,
    title,
    document: fromMarkdown(brief),
    parentId: null,
    forEachMember: false,
    ...more,
  });
  return {
    ...input,
    starterPages: [
      ...input.starterPages,
      page("rules123", "Rules", { readOnly: true }),
      page("later123", "Part two", { hiddenUntil: "2026-03-20T09:00" }),
      page("both1234", "Answers", { readOnly: true, hiddenUntil: "2026-03-25T09:00" }),
    ],
  };
};
const at = (iso: string) => new Date(iso);

describe("access to starter pages", () => {
  test("holds from the first second, for every wiki, and follows the set-up", async () => {
    const { courseId, setId, as } = await makePeople();
    const assignmentId = await publish(as("ines", settingUp), courseId, withAccess(setId));
    const [alder, thorn] = await readableWikis(as("ines"), courseId, assignmentId);
    const idOf = (wiki: string, title: string) => pageNamed(as("ines"), courseId, wiki, title);
    const level = async (name: "mira" | "priya", wiki: string, title: string, time: string) =>
      (await findPage(as(name, at(time)), courseId, await idOf(wiki, title)))?.access.level ?? "nothing";
    for (const [name, wiki] of [
      ["mira", alder!.id],
      ["priya", thorn!.id],
    ] as const) {
      expect(
        await Promise.all(
          ["Home", "Rules", "Part two", "Answers"].map((title) =>
            level(name, wiki, title, "2026-03-10T09:00:00Z"),
          ),
        ),
      ).toEqual(["write", "comment", "nothing", "nothing"]);
      expect(
        await Promise.all(
          ["Rules", "Part two", "Answers"].map((title) => level(name, wiki, title, "2026-03-20T09:00:00Z")),
        ),
      ).toEqual(["comment", "write", "nothing"]);
      expect(await level(name, wiki, "Answers", "2026-03-25T09:00:00Z")).toBe("comment");
      // Before it opens nothing of it is seen.
      expect(
        await Promise.all(["Home", "Rules"].map((title) => level(name, wiki, title, "2026-03-01T09:00:00Z"))),
      ).toEqual(["nothing", "nothing"]);
    }
    expect(
      (await write(as("mira", later(1)), courseId, await idOf(alder!.id, "Rules"), "Mine now.")).kind,
    ).toBe("refused");
    const { input } = (await findSetUp(as("ines"), courseId, assignmentId))!;
    expect(input.starterPages.slice(-3).map(({ readOnly, hiddenUntil }) => [readOnly, hiddenUntil])).toEqual([
      [true, null],
      [false, "2026-03-20T09:00"],
      [true, "2026-03-25T09:00"],
    ]);
    const changed = input.starterPages.map((page) =>
      page.title === "Rules"
        ? { ...page, readOnly: false }
        : page.title === "Part two"
          ? { ...page, hiddenUntil: null }
          : page,
    );
    await changeAssignment(as("ines", later(2)), courseId, assignmentId, { ...input, starterPages: changed });
    expect(
      await Promise.all(
        ["Rules", "Part two", "Answers"].map((title) =>
          level("mira", alder!.id, title, "2026-03-16T11:00:00Z"),
        ),
      ),
    ).toEqual(["write", "write", "nothing"]);
  });
});

describe("a copy", () => {
  test("brings along what belongs to the assignment, its times moved alike, and leaves work and people behind", async () => {
    const course = await makeCourse();
    const { courseId, setId, as } = course;
    const assignmentId = await publish(as("ines", settingUp), courseId, {
      ...withAccess(setId),
      title: "First",
      cutOffAt: "2026-04-02T17:00",
      counts: ["new text"],
      expected: [{ of: "student", measure: "entries", number: 3, by: "2026-03-20T12:00", shown: true }],
    });
    await setThresholds(as("ines"), courseId, assignmentId, { ...usualThresholds, arrivalWords: 333 });
    await setAccess(
      as("ines"),
      courseId,
      assignmentId,
      [{ scope: "assignment", place: assignmentId, who: { kind: "observers" } }],
      {
        level: "hidden",
        from: at("2026-03-10T09:00:00Z").getTime(),
        until: at("2026-03-12T09:00:00Z").getTime(),
        weekly: null,
      },
    );
    await setAccess(
      as("ines"),
      courseId,
      assignmentId,
      [{ scope: "assignment", place: assignmentId, who: { kind: "person", person: `mira${courseId}` } }],
      { level: "read", from: null, until: null, weekly: null },
    );
    const copied = await copyAssignment(as("ines", later(5)), courseId, assignmentId, {
      title: "Second",
      toCourse: courseId,
      opensOn: "2026-04-06",
      withGroups: true,
    });
    if (copied.kind !== "saved") throw new Error(JSON.stringify(copied.problem));
    const [before, after] = [
      (await findSetUp(as("ines"), courseId, assignmentId))!,
      (await findSetUp(as("ines"), courseId, copied.assignmentId))!,
    ];
    expect(after).toMatchObject({
      publishedAt: null,
      input: {
        title: "Second",
        opensAt: "2026-04-06T09:00",
        dueAt: "2026-05-06T17:00",
        cutOffAt: "2026-05-07T17:00",
        setId,
        counts: ["new text"],
        membersMay: before.input.membersMay,
        expected: [{ measure: "entries", by: "2026-04-24T12:00" }],
      },
    });
    expect(
      after.input.starterPages.map(({ title, readOnly, hiddenUntil }) => [title, readOnly, hiddenUntil]),
    ).toEqual([
      ["Home", false, null],
      ["Plan", false, null],
      ["Rules", true, null],
      ["Part two", false, "2026-04-24T09:00"],
      ["Answers", true, "2026-04-29T09:00"],
    ]);
    const [row] = await db.select().from(assignment).where(eq(assignment.id, copied.assignmentId));
    expect(row!.thresholds).toMatchObject({ arrivalWords: 333 });
    // Rules about kinds of people move with the times; those about one person stay.
    const rules = await db.select().from(accessRule).where(eq(accessRule.place, copied.assignmentId));
    expect(
      rules.map(({ whoKind, level, from, until }) => [
        whoKind,
        level,
        from?.toISOString(),
        until?.toISOString(),
      ]),
    ).toEqual([["observers", "hidden", "2026-04-14T08:00:00.000Z", "2026-04-16T08:00:00.000Z"]]);
    expect(await readableWikis(as("ines"), courseId, copied.assignmentId)).toEqual([]);
  });

  test("goes into another course that one runs, and into no other", async () => {
    const [from, to] = [await makeCourse(), await makePeople()];
    const given = { title: "Dossier", toCourse: to.courseId, opensOn: "2026-09-01", withGroups: true };
    expect((await copyAssignment(from.as("ines"), from.courseId, from.assignmentId, given)).kind).toBe(
      "refused",
    );
    expect(
      (
        await copyAssignment(from.as("mira"), from.courseId, from.assignmentId, {
          ...given,
          toCourse: from.courseId,
        })
      ).kind,
    ).toBe("refused");
    expect(
      (
        await copyAssignment(from.as("ines"), from.courseId, from.assignmentId, {
          ...given,
          toCourse: from.courseId,
          opensOn: "soon",
        })
      ).kind,
    ).toBe("refused");
    expect(
      (await copyAssignment(from.as("ines"), from.courseId, "nowhere", { ...given, toCourse: from.courseId }))
        .kind,
    ).toBe("refused");
    expect(await findWiki(from.as("ines"), from.courseId, from.wikiId)).not.toBeNull();
  });
});
