import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { levels } from "@/core/access/may";
import { accessLog } from "@/data/access/log";
import { accessSheet } from "@/data/access/sheet";
import { readableWikis } from "@/data/assignments/read";
import { addComment } from "@/data/comments/write";
import { findCourse } from "@/data/courses/read";
import { groupSets } from "@/data/groups/read";
import { coursePeople } from "@/data/people/read";
import { ledgerLines } from "@/data/ledger/list";
import { findEntry } from "@/data/ledger/read";
import { verifyPage } from "@/data/ledger/verify";
import {
  arrangePage,
  bringPageBack,
  makeHomePage,
  removedPages,
  removePage,
  renamePage,
} from "@/data/pages/places";
import { findPage, findWiki } from "@/data/pages/read";
import { restoreEntry, savePage, startPage } from "@/data/pages/write";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import { later, makeCourse, setGroupLevel, toldLevel, write } from "../support/course";

describe("what is not for somebody does not exist for them", () => {
  test.each(["priya", "una"] as const)(
    "%s finds nothing of another group's wiki by any way",
    async (name) => {
      const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
      const ctx = as(name);
      expect(await findWiki(ctx, courseId, wikiId)).toBeNull();
      expect(await findPage(ctx, courseId, homeId)).toBeNull();
      expect(await ledgerLines(ctx, courseId, { kind: "page", id: homeId })).toBeNull();
      expect(await findEntry(ctx, courseId, homeId, 1)).toBeNull();
      expect(await accessSheet(ctx, courseId, assignmentId, { wiki: wikiId })).toBeNull();
      expect(await accessLog(ctx, courseId, assignmentId)).toBeNull();
      expect(await assignmentReview(ctx, courseId, assignmentId)).toBeNull();
      expect(await findEvidence(ctx, courseId, wikiId, `mira${courseId}`, "added")).toBeNull();
      expect((await readableWikis(ctx, courseId)).some((wiki) => wiki.id === wikiId)).toBe(false);
      const nothing = { kind: "refused", problem: { code: "not found" } };
      expect(
        await savePage(ctx, {
          courseId,
          pageId: homeId,
          base: 1,
          document: fromMarkdown("Mine now."),
          note: "",
        }),
      ).toEqual(nothing);
      expect(
        await startPage(ctx, { courseId, wikiId, title: "Mine", document: fromMarkdown("Mine."), note: "" }),
      ).toEqual(nothing);
      expect(await restoreEntry(ctx, { courseId, pageId: homeId, number: 1, base: 1 })).toEqual(nothing);
      expect(await addComment(ctx, { courseId, pageId: homeId, parent: null, body: "Hello" })).toEqual({
        kind: "refused",
        problem: { code: "not found" },
      });
      expect(await setGroupLevel(ctx, { courseId, assignmentId }, homeId, "hidden")).toEqual({
        kind: "refused",
        problem: { code: "not allowed" },
      });
      for (const act of [renamePage, removePage, bringPageBack, arrangePage, makeHomePage]) {
        expect(
          await act(ctx, { courseId, pageId: homeId, title: "Mine", parentId: null, before: null }),
        ).toEqual({ kind: "refused", problem: { code: "not found" } });
      }
      expect(await removedPages(ctx, courseId, wikiId)).toBeNull();
      expect((await findPage(as("mira"), courseId, homeId))?.entries).toBe(1);
    },
  );

  test("students see neither the list of people nor the review", async () => {
    const { courseId, assignmentId, as } = await makeCourse();
    expect(await coursePeople(as("mira"), courseId)).toEqual([]);
    expect(await groupSets(as("mira"), courseId)).toEqual([]);
    expect(await assignmentReview(as("mira"), courseId, assignmentId)).toBeNull();
    expect(await findCourse(as("una"), courseId)).toBeNull();
  });

  test("another course's page is not found under one's own course", async () => {
    const [mine, theirs] = [await makeCourse(), await makeCourse()];
    expect(await findPage(mine.as("ines"), mine.courseId, theirs.homeId)).toBeNull();
    expect(await verifyPage(mine.as("ines"), mine.courseId, theirs.homeId)).toBeNull();
  });
});

describe("levels of a page", () => {
  test.each(levels)("at the level %s exactly what it allows goes through", async (level) => {
    const course = await makeCourse();
    const { courseId, homeId, as } = course;
    const set = await setGroupLevel(as("ines", later(1)), course, homeId, level);
    expect(set.kind).toBe("changed");
    const at = levels.indexOf(level);
    const page = await findPage(as("mira", later(2)), courseId, homeId);
    expect(page !== null).toBe(at >= levels.indexOf("read"));
    expect(
      (await addComment(as("mira", later(2)), { courseId, pageId: homeId, parent: null, body: "May I?" }))
        .kind === "commented",
    ).toBe(at >= levels.indexOf("comment"));
    expect((await write(as("mira", later(2)), courseId, homeId, "Changed.", 1)).kind === "saved").toBe(
      level === "write",
    );
    expect((await findPage(as("ines", later(3)), courseId, homeId))?.entries).toBe(level === "write" ? 2 : 1);
    expect(
      (
        await restoreEntry(as("jonas", later(4)), {
          courseId,
          pageId: homeId,
          number: 1,
          base: level === "write" ? 2 : 1,
        })
      ).kind === "refused",
    ).toBe(level !== "write");
  });

  test("the reason names the rule and who made it; the log keeps what was set before", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, wikiId, homeId, as } = course;
    await setGroupLevel(as("ines", later(1)), course, homeId, "read");
    const page = await findPage(as("mira", later(2)), courseId, homeId);
    expect(page?.access).toMatchObject({
      level: "read",
      next: null,
      because: { kind: "rule", scope: "page", who: "group", madeBy: "ines", madeAt: later(1) },
    });
    await setGroupLevel(as("ines", later(3)), course, homeId, null);
    expect(await toldLevel(as("ines", later(4)), course, wikiId, homeId, { kind: "group" })).toBe("write");
    const cell = { scope: "page", place: homeId, who: { kind: "group" } };
    const read = { level: "read", from: null, until: null, weekly: null };
    const log = await accessLog(as("ines", later(4)), courseId, assignmentId);
    expect(log!.lines).toMatchObject([
      { at: later(3), by: "ines", kind: "set", undoneAt: null, told: [{ cell, before: [read], after: [] }] },
      { at: later(1), by: "ines", told: [{ cell, before: [], after: [read] }] },
    ]);
    expect(log!.names[homeId]).toBe("Home (Alder)");
    expect((await findPage(as("mira", later(4)), courseId, homeId))?.access).toMatchObject({
      level: "write",
      next: { at: new Date("2026-04-01T16:00:00Z"), level: "comment" },
    });
  });

  test("a hidden page is in no contents, and stands as not written", async () => {
    const course = await makeCourse();
    const { courseId, wikiId, homeId, as } = course;
    await setGroupLevel(as("ines"), course, homeId, "hidden");
    expect((await findWiki(as("mira"), courseId, wikiId))?.contents.map((item) => item.title)).toEqual([
      "Plan",
    ]);
  });

  test("members and assistants can't set levels", async () => {
    const course = await makeCourse();
    for (const name of ["mira", "tobin", "olga", "una"] as const)
      expect(await setGroupLevel(course.as(name), course, course.homeId, "read")).toEqual({
        kind: "refused",
        problem: { code: "not allowed" },
      });
  });

  test("assistants read and comment, observers read", async () => {
    const { courseId, homeId, as } = await makeCourse();
    expect((await findPage(as("tobin"), courseId, homeId))?.access.level).toBe("comment");
    expect((await findPage(as("olga"), courseId, homeId))?.access.level).toBe("read");
  });
});
