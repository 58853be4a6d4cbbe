/**
 * The wiki as it stood at its cut-off: what is read there is what counts, page by page, whatever came later.
 */
import fc from "fast-check";
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { plainText } from "@/core/document/leaves";
import { fromMarkdown } from "@/core/document/markdown";
import { giveMoreTime } from "@/data/access/more-time";
import { addComment, editComment } from "@/data/comments/write";
import { assignment } from "@/data/db/tables/wikis";
import type { KeptPageDto, KeptWikiDto } from "@/data/kept/dto";
import { findKeptPage, findKeptWiki, keptFiles, markedStates } from "@/data/kept/read";
import { statesOf } from "@/data/ledger/states";
import { removePage, renamePage } from "@/data/pages/places";
import { findPage } from "@/data/pages/read";
import { startPage } from "@/data/pages/write";
import { db, later, makeCourse, pageNamed, write, type TestCourse } from "../support/course";

const cutOffAt = 10;
const after = later(500);

async function withCutOff(): Promise<TestCourse> {
  const course = await makeCourse({ closesAtDue: false });
  await db
    .update(assignment)
    .set({ dueAt: later(cutOffAt), cutOffAt: later(cutOffAt) })
    .where(eq(assignment.courseId, course.courseId));
  return course;
}

async function keptWiki(
  { courseId, wikiId, as }: TestCourse,
  who: "ines" | "mira" = "ines",
): Promise<KeptWikiDto> {
  const found = await findKeptWiki(as(who, after), courseId, wikiId);
  if (!found || "notBefore" in found) throw new Error("There is no kept state");
  return found;
}

async function keptPage(
  { courseId, wikiId, as }: TestCourse,
  pageId: string,
  who: "ines" | "mira" | "jonas" = "ines",
): Promise<KeptPageDto> {
  const found = await findKeptPage(as(who, after), courseId, wikiId, pageId);
  if (!found || "notBefore" in found) throw new Error("There is no kept page");
  return found;
}

const textOfPage = (page: KeptPageDto) => plainText(page.document).trim();

describe("at any history", () => {
  const deed = fc.record({
    who: fc.constantFrom("mira", "jonas"),
    page: fc.constantFrom("Home", "Plan"),
    text: fc.constantFrom("Gravel.", "Eels rise here.", "Osiers hold the bank.", "The weir is steep."),
  });
  test("each page is the one that its newest entry in time left, by each author's own time", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(deed, { minLength: 1, maxLength: 10 }),
        fc.option(fc.integer({ min: 1, max: 6 }), { nil: null }),
        async (history, more) => {
          const course = await withCutOff();
          const { courseId, assignmentId, wikiId, as } = course;
          if (more !== null)
            await giveMoreTime(
              as("ines"),
              courseId,
              assignmentId,
              [{ wikiId, personId: `jonas${courseId}` }],
              later(cutOffAt + more),
            );
          const expected = new Map<string, string>();
          for (const [at, { who, page, text }] of history.entries()) {
            // Every second entry: before, at and after the cut-off.
            const minute = 2 * at + 1;
            await write(
              as(who as "mira", later(minute)),
              courseId,
              await pageNamed(as("ines"), courseId, wikiId, page),
              text,
            );
            if (minute < cutOffAt + (who === "jonas" ? (more ?? 0) : 0)) expected.set(page, text);
          }
          for (const { id, title } of (await keptWiki(course)).pages) {
            const kept = await keptPage(course, id);
            if (expected.has(title)) expect(textOfPage(kept)).toBe(expected.get(title));
            else expect(kept.line.number).toBe(1);
            const states = (await statesOf(as("ines", after), courseId, id))!;
            expect((await markedStates(as("ines", after), courseId, id, states)).cutOff).toBe(
              kept.line.number,
            );
            expect(kept.line.number + kept.line.later).toBe(states.length);
            // What was saved too late by somebody, and stands because somebody with more time saved after it,
            // is told.
            for (const { number, at } of kept.uncounted)
              expect([number < kept.line.number, at >= later(cutOffAt)]).toEqual([true, true]);
          }
        },
      ),
      { seed: 71, numRuns: 12 },
    );
  });
});

test("pages have the titles that they had, those that came later are not there, and what was removed since is", async () => {
  const course = await withCutOff();
  const { courseId, wikiId, as } = course;
  const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, plan, "Open the culvert. See [[Home]].");
  await renamePage(as("ines", later(20)), { courseId, pageId: plan, title: "Works" });
  const started = await startPage(as("jonas", later(21)), {
    courseId,
    wikiId,
    title: "Costs",
    document: fromMarkdown("Too much."),
    note: "",
  });
  if (started.kind !== "saved") throw new Error("not started");
  await removePage(as("ines", later(22)), { courseId, pageId: plan });
  const kept = await keptWiki(course);
  expect(kept.pages.map(({ title }) => title)).toEqual(["Home", "Plan"]);
  expect(kept.pages.map(({ isRemovedNow, later: more }) => [isRemovedNow, more])).toEqual([
    [false, 0],
    [true, 2],
  ]);
  expect(textOfPage(await keptPage(course, plan, "mira"))).toBe("Open the culvert. See Home.");
  expect(await findKeptPage(as("ines", after), courseId, wikiId, started.pageId)).toBeNull();
  expect(await keptFiles(as("ines", after), courseId, kept)).toEqual([]);
});

test("comments read as they did: said and settled by then, in the wording of then for those who may look back", async () => {
  const course = await withCutOff();
  const { courseId, homeId, as } = course;
  const said = await addComment(as("mira", later(2)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Is this right?",
  });
  if (said.kind !== "commented") throw new Error("not said");
  await addComment(as("jonas", later(3)), { courseId, pageId: homeId, parent: said.id, body: "I think so." });
  await addComment(as("jonas", later(30)), {
    courseId,
    pageId: homeId,
    parent: said.id,
    body: "Now I doubt it.",
  });
  await editComment(as("mira", later(31)), { courseId, commentId: said.id, body: "Never mind." });
  const told = async (who: "ines" | "mira" | "jonas") =>
    (await keptPage(course, homeId, who)).comments.map(({ body, replies }) => [
      body,
      ...replies.map((reply) => reply.body),
    ]);
  expect(await told("ines")).toEqual([["Is this right?", "I think so."]]);
  expect(await told("mira")).toEqual([["Is this right?", "I think so."]]);
  // An earlier wording is its author's and the instructor's to see.
  expect(await told("jonas")).toEqual([["Never mind.", "I think so."]]);
});

test("there is none before the cut-off has come, and none for strangers ever", async () => {
  const course = await withCutOff();
  const { courseId, wikiId, homeId, as } = course;
  for (const found of [
    await findKeptWiki(as("mira", later(5)), courseId, wikiId),
    await findKeptPage(as("mira", later(5)), courseId, wikiId, homeId),
  ]) {
    expect(found && "notBefore" in found && found.notBefore).toEqual(later(cutOffAt));
  }
  for (const name of ["priya", "una"] as const) {
    expect([
      await findKeptWiki(as(name, after), courseId, wikiId),
      await findKeptPage(as(name, after), courseId, wikiId, homeId),
    ]).toEqual([null, null]);
  }
  expect(await findKeptPage(as("priya", after), courseId, course.otherWikiId, homeId)).toBeNull();
  const page = (await findPage(as("mira", after), courseId, homeId))!;
  expect((await keptPage(course, homeId, "mira")).line.number).toBe(page.entries);
});
