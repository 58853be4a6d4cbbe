/** Pages as places: titles that change, order, the bin, and who may. */
import fc from "fast-check";
import { and, eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { powers } from "@/core/access/may";
import { fromMarkdown } from "@/core/document/markdown";
import { linkedPages } from "@/core/links/titles";
import { changeAssignment } from "@/data/assignments/write";
import { findSetUp } from "@/data/assignments/set-up";
import { readableWikis } from "@/data/assignments/read";
import { contentsAct, standing } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { ledgerLines } from "@/data/ledger/list";
import { findEntry } from "@/data/ledger/read";
import { verifyPage } from "@/data/ledger/verify";
import { copyPage } from "@/data/pages/copy";
import { type Several, startSeveral } from "@/data/pages/several";
import { setTags } from "@/data/pages/tags";
import {
  arrangePage,
  bringPageBack,
  makeHomePage,
  removedPages,
  removePage,
  renamePage,
  setHeading,
} from "@/data/pages/places";
import { findPage, findWiki } from "@/data/pages/read";
import { restoreEntry, savePage, startPage } from "@/data/pages/write";
import { assignmentReview } from "@/data/review/read";
import { db, later, makeCourse, pageNamed, setGroupLevel, type TestCourse, write } from "../support/course";

async function start({ courseId, wikiId, as }: TestCourse, title: string, markdown: string): Promise<string> {
  const saved = await startPage(as("mira"), {
    courseId,
    wikiId,
    title,
    document: fromMarkdown(markdown),
    note: "",
  });
  if (saved.kind !== "saved") throw new Error(JSON.stringify(saved));
  return saved.pageId;
}

const titles = async ({ courseId, wikiId, as }: TestCourse) =>
  (await findWiki(as("mira"), courseId, wikiId))!.contents.map(
    ({ title, depth }) => `${">".repeat(depth)}${title}`,
  );

describe("a new title", () => {
  test("is an entry of its own, gives nobody words, and the old title leads to the page", async () => {
    const course = await makeCourse();
    const { courseId, homeId, as } = course;
    const fish = await start(course, "Fish", "Eels below the weir.");
    expect(
      await renamePage(as("jonas", later(1)), { courseId, pageId: fish, title: "  Fish and eels " }),
    ).toEqual({ kind: "saved" });
    const page = (await findPage(as("mira", later(2)), courseId, fish))!;
    expect(page).toMatchObject({
      title: "Fish and eels",
      words: 4,
      entries: 2,
      wiki: { formerTitles: [{ title: "Fish", id: fish }] },
    });
    const [line] = (await ledgerLines(as("mira"), courseId, { kind: "page", id: fish }))!.lines;
    expect(line).toMatchObject({
      kind: "renamed",
      title: "Fish and eels",
      note: "Was “Fish”",
      author: "jonas",
      figures: { added: 0, wordsOut: 0 },
    });
    expect(await verifyPage(as("ines"), courseId, fish)).toBeNull();
    // The home page's promise of “Fish” is kept by the page that was called so.
    expect((await findPage(as("mira"), courseId, homeId))!.wiki.formerTitles).toHaveLength(1);
  });

  test("that another page has is refused; one that a page had before can be had again, and leads there from then on", async () => {
    const course = await makeCourse();
    const { courseId, as } = course;
    const fish = await start(course, "Fish", "Eels.");
    expect(await renamePage(as("mira"), { courseId, pageId: fish, title: "PLAN" })).toEqual({
      kind: "refused",
      problem: { code: "title taken", title: "PLAN" },
    });
    expect(await renamePage(as("mira"), { courseId, pageId: fish, title: " " })).toEqual({
      kind: "refused",
      problem: { code: "bad title" },
    });
    await renamePage(as("mira", later(1)), { courseId, pageId: fish, title: "Eels" });
    const other = await start(course, "Fish", "Trout.");
    const wiki = (await findPage(as("mira"), courseId, other))!.wiki;
    expect(wiki.formerTitles).toEqual([]);
    await renamePage(as("mira", later(2)), { courseId, pageId: other, title: "Trout" });
    expect((await findPage(as("mira"), courseId, other))!.wiki.formerTitles).toEqual([
      { title: "Fish", id: other },
    ]);
  });

  test("does not get in the way of somebody who writes the page meanwhile", async () => {
    const { courseId, homeId, as } = await makeCourse();
    await renamePage(as("jonas", later(1)), { courseId, pageId: homeId, title: "Start" });
    expect(
      await savePage(as("mira", later(2)), {
        courseId,
        pageId: homeId,
        base: 1,
        document: fromMarkdown("The Alder rises."),
        note: "",
      }),
    ).toMatchObject({ kind: "saved", number: 3 });
    expect((await findPage(as("mira"), courseId, homeId))?.title).toBe("Start");
  });
});

describe("the bin", () => {
  test("takes a page out of everything with its words, and gives it back as it was, credit included", async () => {
    const course = await makeCourse();
    const { courseId, assignmentId, wikiId, as } = course;
    const fish = await start(course, "Fish", "Eels below the weir.");
    await write(as("jonas", later(1)), courseId, fish, "Eels below the weir. And trout above it.");
    const stands = async () =>
      (
        await db
          .select({ authorId: standing.authorId, words: standing.words })
          .from(standing)
          .where(and(eq(standing.courseId, courseId), eq(standing.pageId, fish)))
      ).sort((one, other) => one.words - other.words);
    const before = await stands();
    expect(await removePage(as("jonas", later(2)), { courseId, pageId: fish })).toEqual({ kind: "saved" });
    expect(await stands()).toEqual([]);
    expect(await titles(course)).toEqual(["Home", "Plan"]);
    expect((await readableWikis(as("mira"), courseId, assignmentId))[0]).toMatchObject({ pages: 2 });
    expect(await removedPages(as("mira"), courseId, wikiId)).toEqual([
      { id: fish, title: "Fish", at: later(2), by: "jonas", mayBringBack: true },
    ]);
    const nothing = { kind: "refused", problem: { code: "removed" } };
    expect(
      await savePage(as("mira"), {
        courseId,
        pageId: fish,
        base: 3,
        document: fromMarkdown("Still here."),
        note: "",
      }),
    ).toEqual(nothing);
    expect(await restoreEntry(as("mira"), { courseId, pageId: fish, number: 1, base: 3 })).toEqual(nothing);
    expect((await findEntry(as("mira"), courseId, fish, 2))?.mayRestore).toBe(false);
    expect(await bringPageBack(as("mira", later(3)), { courseId, pageId: fish })).toEqual({ kind: "saved" });
    expect(await stands()).toEqual(before);
    expect(await findPage(as("mira"), courseId, fish)).toMatchObject({
      title: "Fish",
      words: 8,
      removedAt: null,
    });
    expect(
      (await ledgerLines(as("mira"), courseId, { kind: "page", id: fish }))!.lines.map(({ kind }) => kind),
    ).toEqual(["brought back", "removed", "wrote", "started"]);
    expect(await verifyPage(as("ines"), courseId, fish)).toBeNull();
    expect(await findDifferences(db, courseId)).toEqual([]);
  });

  test("keeps a page whose title was taken meanwhile until it gets another", async () => {
    const course = await makeCourse();
    const { courseId, as } = course;
    const fish = await start(course, "Fish", "Eels.");
    await removePage(as("mira", later(1)), { courseId, pageId: fish });
    await start(course, "Fish", "Trout.");
    expect(await bringPageBack(as("mira", later(2)), { courseId, pageId: fish })).toEqual({
      kind: "refused",
      problem: { code: "title taken", title: "Fish" },
    });
    expect(await bringPageBack(as("mira", later(3)), { courseId, pageId: fish, title: "Fish (2)" })).toEqual({
      kind: "saved",
    });
    expect(await titles(course)).toEqual(["Home", "Plan", "Fish (2)", "Fish"]);
  });

  test("does not take the home page; another page can be made the home page by instructors", async () => {
    const course = await makeCourse();
    const { courseId, wikiId, homeId, as } = course;
    const plan = await pageNamed(as("ines"), courseId, wikiId, "Plan");
    expect(await removePage(as("mira"), { courseId, pageId: homeId })).toEqual({
      kind: "refused",
      problem: { code: "home page stays" },
    });
    expect(await makeHomePage(as("mira"), { courseId, pageId: plan })).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(await makeHomePage(as("ines"), { courseId, pageId: plan })).toEqual({ kind: "saved" });
    expect((await findWiki(as("mira"), courseId, wikiId))?.homePageId).toBe(plan);
    expect(await removePage(as("mira"), { courseId, pageId: homeId })).toEqual({ kind: "saved" });
    expect(
      await db.select({ kind: contentsAct.kind }).from(contentsAct).where(eq(contentsAct.courseId, courseId)),
    ).toEqual([{ kind: "home page" }]);
  });
});

describe("the contents", () => {
  test("are put in order, pages below others included, and no page gets lost on the way", async () => {
    const course = await makeCourse();
    const { courseId, wikiId, homeId, as } = course;
    const pages = [
      await pageNamed(as("mira"), courseId, wikiId, "Plan"),
      await start(course, "Fish", "Eels."),
      await start(course, "Birds", "Herons."),
      await start(course, "Banks", "Steep."),
    ];
    const anyMove = fc.record({
      page: fc.constantFrom(...pages, homeId),
      parent: fc.option(fc.constantFrom(...pages)),
      before: fc.option(fc.constantFrom(...pages, homeId)),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(anyMove, { maxLength: 6 }), async (moves) => {
        for (const { page, parent, before } of moves) {
          const moved = await arrangePage(as("jonas"), { courseId, pageId: page, parentId: parent, before });
          const shown = (await findWiki(as("mira"), courseId, wikiId))!.contents;
          expect(shown.map(({ id }) => id).sort()).toEqual([...pages, homeId].sort());
          expect(shown[0]!.id).toBe(homeId);
          if (moved.kind === "refused") continue;
          const at = shown.findIndex(({ id }) => id === page);
          expect(shown[at]!.parentId).toBe(parent);
          if (before)
            expect(shown.slice(at + 1).find(({ parentId }) => parentId === parent)?.id).toBe(before);
        }
      }),
      { seed: 17, numRuns: 25 },
    );
  });

  test("of a page below another one show it at the top while that one is in the bin", async () => {
    const course = await makeCourse();
    const { courseId, as } = course;
    const [fish, eels] = [await start(course, "Fish", "All."), await start(course, "Eels", "Some.")];
    await arrangePage(as("mira"), { courseId, pageId: eels, parentId: fish, before: null });
    expect(await titles(course)).toEqual(["Home", "Plan", "Fish", ">Eels"]);
    expect(await arrangePage(as("mira"), { courseId, pageId: fish, parentId: eels, before: null })).toEqual({
      kind: "refused",
      problem: { code: "no such place" },
    });
    await removePage(as("mira", later(1)), { courseId, pageId: fish });
    expect(await titles(course)).toEqual(["Home", "Eels", "Plan"]);
    await bringPageBack(as("mira", later(2)), { courseId, pageId: fish });
    expect(await titles(course)).toEqual(["Home", "Plan", "Fish", ">Eels"]);
  });
});

describe("powers", () => {
  test("that members do not have are refused one by one, and given back by the set-up", async () => {
    const course = await makeCourse({ membersMay: [] });
    const { courseId, assignmentId, wikiId, homeId, as } = course;
    const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    await write(as("mira", later(1)), courseId, plan, "First dig, then plant.");
    const missing = (power: string) => ({ kind: "refused", problem: { code: "power not given", power } });
    const acts = async (minutes: number) => [
      await renamePage(as("mira", later(minutes)), { courseId, pageId: plan, title: "The plan" }),
      await arrangePage(as("mira", later(minutes)), {
        courseId,
        pageId: plan,
        parentId: homeId,
        before: null,
      }),
      await restoreEntry(as("mira", later(minutes)), {
        courseId,
        pageId: plan,
        number: 1,
        base: (await findPage(as("mira"), courseId, plan))!.entries,
      }),
      await removePage(as("mira", later(minutes)), { courseId, pageId: plan }),
    ];
    expect(await acts(2)).toEqual(["rename", "arrange", "restore", "remove"].map(missing));
    expect(await findPage(as("mira"), courseId, plan)).toMatchObject({
      mayRename: false,
      mayRemove: false,
      wiki: { mayStart: false, mayArrange: false },
    });
    expect(await findPage(as("ines"), courseId, plan)).toMatchObject({
      mayRename: true,
      mayRemove: true,
      wiki: { mayStart: true, mayArrange: true },
    });
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    expect(
      (
        await changeAssignment(as("ines", later(3)), courseId, assignmentId, {
          ...stored,
          membersMay: [...powers],
        })
      ).kind,
    ).toBe("saved");
    expect((await acts(4)).map(({ kind }) => kind)).toEqual(["saved", "saved", "saved", "saved"]);
  });
  test.each(["tobin", "olga", "priya"] as const)("%s, whose wiki it is not, has none", async (name) => {
    const { courseId, homeId, as } = await makeCourse({ othersReadFrom: "2026-03-02T09:00" });
    expect(await renamePage(as(name), { courseId, pageId: homeId, title: "Mine" })).toEqual({
      kind: "refused",
      problem: { code: "power not given", power: "rename" },
    });
    expect(await arrangePage(as(name), { courseId, pageId: homeId, parentId: null, before: null })).toEqual({
      kind: "refused",
      problem: { code: "power not given", power: "arrange" },
    });
  });
});

describe("a copy of a page", () => {
  test("adds no words to who copies it: they stay those of who wrote them", async () => {
    const { as, courseId, wikiId, homeId, assignmentId } = await makeCourse();
    await write(
      as("mira", later(1)),
      courseId,
      homeId,
      "Weirs stop every single eel on their way up the brook.",
    );
    const copied = await copyPage(as("jonas", later(2)), { courseId, pageId: homeId, title: "Second home" });
    if (copied.kind === "refused") throw new Error(copied.problem.code);
    const [group] = (await assignmentReview(as("ines", later(3)), courseId, assignmentId))!.filter(
      (each) => each.wikiId === wikiId,
    );
    expect(
      group!.members.map(({ member, figures: { added, standing } }) => [member.name, added, standing]),
    ).toEqual([
      ["mira", 11, 11],
      ["jonas", 0, 0],
    ]);
    expect(
      await copyPage(as("jonas", later(4)), { courseId, pageId: homeId, title: "second HOME" }),
    ).toMatchObject({ problem: { code: "title taken" } });
    for (const name of ["tobin", "priya"] as const)
      expect((await copyPage(as(name, later(4)), { courseId, pageId: homeId, title: "Mine" })).kind).toBe(
        "refused",
      );
  });
});

describe("tags and headings", () => {
  test("are set by who may write or arrange, told apart by more than capitals, and gone to by all who read", async () => {
    const course = await makeCourse();
    const { courseId, homeId, as, wikiId } = course;
    const item = async (id: string) =>
      (await findWiki(as("jonas"), courseId, wikiId))!.contents.find((each) => each.id === id)!;
    expect(
      await setTags(as("mira"), { courseId, pageId: homeId, tags: ["Plants", "plants", " to  check "] }),
    ).toEqual({ kind: "saved" });
    expect((await item(homeId)).tags).toEqual(["Plants", "to  check"]);
    await setTags(as("mira"), { courseId, pageId: homeId, tags: ["plants"] });
    expect((await item(homeId)).tags).toEqual(["plants"]);
    const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    expect(await setHeading(as("mira"), { courseId, pageId: plan, heading: "  What we do " })).toEqual({
      kind: "saved",
    });
    expect((await item(plan)).heading).toBe("What we do");
    expect(await setHeading(as("mira"), { courseId, pageId: homeId, heading: "First" })).toMatchObject({
      problem: { code: "home page stays" },
    });
    for (const tags of [[""], ["x".repeat(61)], Array.from({ length: 21 }, (_, at) => `t${at}`)])
      expect(await setTags(as("mira"), { courseId, pageId: homeId, tags })).toMatchObject({
        problem: { code: "bad tag" },
      });
    for (const name of ["priya", "una"] as const)
      expect([
        await setTags(as(name), { courseId, pageId: plan, tags: ["x"] }),
        await setHeading(as(name), { courseId, pageId: plan, heading: "x" }),
      ]).toMatchObject([{ problem: { code: "not found" } }, { problem: { code: "not found" } }]);
    expect(await setTags(as("tobin"), { courseId, pageId: plan, tags: ["x"] })).toMatchObject({
      problem: { code: "may not write" },
    });
    expect((await item(homeId)).tags).toEqual(["plants"]);
  });
});

describe("a page that is started", () => {
  test("stands below another one and is led to from where its writer came, once", async () => {
    const course = await makeCourse();
    const { courseId, wikiId, homeId, as } = course;
    const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    const begin = async (title: string, linkFrom: string | null) =>
      startPage(as("mira", later(1)), {
        courseId,
        wikiId,
        title,
        document: fromMarkdown("Words."),
        note: "",
        belongs: { below: plan, linkFrom },
      });
    const eels = await begin("Eels", plan);
    expect(await titles(course)).toEqual(["Home", "Plan", ">Eels"]);
    const led = (await findPage(as("jonas"), courseId, plan))!;
    expect(linkedPages(led.document)).toMatchObject([
      { page: eels.kind === "saved" ? eels.pageId : "", title: "Eels" },
    ]);
    expect(led).toMatchObject({ entries: 2, last: { author: "mira", note: "Link to “Eels”" } });
    // The home page promises "Fish" already: it leads there as soon as there is such a page.
    await begin("Fish", homeId);
    expect((await findPage(as("jonas"), courseId, homeId))!.entries).toBe(1);
    // What one may not do there is left out, and the page stands.
    await setGroupLevel(as("ines", later(2)), course, plan, "read");
    await begin("Birds", plan);
    expect((await findPage(as("jonas"), courseId, plan))!.entries).toBe(2);
    expect(await titles(course)).toContain(">Birds");
  });

  test("can be one of several: titles that are there are told, and of the members each gets one, theirs alone if an instructor says so", async () => {
    const course = await makeCourse();
    const { courseId, wikiId, as } = course;
    const several = (name: "mira" | "ines" | "priya" | "tobin", over: Partial<Several>) =>
      startSeveral(as(name), courseId, wikiId, {
        titles: [],
        forMembers: "no",
        templateId: null,
        below: null,
        ...over,
      });
    expect(await several("mira", { titles: ["Eels", "PLAN", "eels", " Trout "] })).toEqual({
      kind: "started",
      number: 2,
      there: ["PLAN"],
    });
    expect(await titles(course)).toEqual(["Home", "Plan", "Eels", "Trout"]);
    expect(await several("mira", { forMembers: "theirs alone" })).toMatchObject({
      problem: { code: "not allowed" },
    });
    expect(await several("ines", { forMembers: "theirs alone" })).toEqual({
      kind: "started",
      number: 2,
      there: [],
    });
    const jonas = await pageNamed(as("mira"), courseId, wikiId, "jonas");
    expect([
      (await findPage(as("jonas"), courseId, jonas))!.access.level,
      (await findPage(as("mira"), courseId, jonas))!.access.level,
    ]).toEqual(["write", "comment"]);
    expect(await several("mira", {})).toMatchObject({ problem: { code: "no titles" } });
    expect(await several("mira", { titles: ["Fine", "x".repeat(201)] })).toMatchObject({
      problem: { code: "bad title" },
    });
    expect(await titles(course)).not.toContain("Fine");
    expect([
      await several("priya", { titles: ["Mine"] }),
      await several("tobin", { titles: ["Mine"] }),
    ]).toMatchObject([{ problem: { code: "not found" } }, { problem: { code: "power not given" } }]);
    expect(await findDifferences(db, courseId)).toEqual([]);
  });
});
