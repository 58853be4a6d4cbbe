/** Text on its way: drafts that nobody else sees, saves that are sent twice, how words came. */
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { draft, entryArrival } from "@/data/db/tables/writing";
import { findDraft } from "@/data/drafts/read";
import { dropDraft, keepDraft } from "@/data/drafts/write";
import { ledgerLines } from "@/data/ledger/list";
import { findPage } from "@/data/pages/read";
import { savePage, startPage } from "@/data/pages/write";
import { db, later, makeCourse, monday } from "../support/course";

const typed = (said: string, at = monday) => ({
  base: 1,
  title: "Home",
  note: "",
  at: at.toISOString(),
  document: fromMarkdown(said),
});

describe("a draft", () => {
  test("is its writer’s alone, one for each place, and no entry", async () => {
    const { as, courseId, homeId, wikiId } = await makeCourse();
    const [page, start] = [
      { courseId, pageId: homeId },
      { courseId, wikiId },
    ];
    expect(await keepDraft(as("mira"), page, typed("Eels"))).toBe(true);
    expect(await keepDraft(as("mira"), start, { ...typed("New"), base: 0 })).toBe(true);
    expect((await findDraft(as("mira"), page))!.document).toEqual(fromMarkdown("Eels"));
    expect((await findDraft(as("mira"), start))!.base).toBe(0);
    for (const name of ["jonas", "ines", "tobin", "priya"] as const)
      expect(await findDraft(as(name), page)).toBeNull();
    expect((await ledgerLines(as("mira"), courseId, { kind: "page", id: homeId }))!.lines).toHaveLength(1);
  });
  test("that was typed later stays, whichever arrives first", async () => {
    const { as, courseId, homeId } = await makeCourse();
    const place = { courseId, pageId: homeId };
    await keepDraft(as("mira", later(10)), place, typed("later", later(9)));
    await keepDraft(as("mira", later(11)), place, typed("earlier", later(5)));
    expect((await findDraft(as("mira"), place))!.document).toEqual(fromMarkdown("later"));
    // A clock that is ahead does not keep out what comes after.
    await keepDraft(as("mira", later(12)), place, typed("from the future", later(10_000)));
    await keepDraft(as("mira", later(14)), place, typed("after that", later(13)));
    expect((await findDraft(as("mira", later(15)), place))!.document).toEqual(fromMarkdown("after that"));
  });
  test("is kept after the page has closed, and goes when it is saved or dropped", async () => {
    const { as, courseId, homeId } = await makeCourse();
    const place = { courseId, pageId: homeId };
    const closed = later(60 * 24 * 40);
    expect(await keepDraft(as("mira", closed), place, typed("too late"))).toBe(true);
    expect(
      (
        await savePage(as("mira", closed), {
          ...place,
          base: 1,
          document: fromMarkdown("too late"),
          note: "",
        })
      ).kind,
    ).toBe("refused");
    expect(await findDraft(as("mira", closed), place)).not.toBeNull();
    await dropDraft(as("mira"), place);
    expect(await findDraft(as("mira"), place)).toBeNull();
    await keepDraft(as("mira"), place, typed("in time"));
    expect(
      (await savePage(as("mira"), { ...place, base: 1, document: fromMarkdown("in time"), note: "" })).kind,
    ).toBe("saved");
    expect(await findDraft(as("mira"), place)).toBeNull();
  });
  test("is not kept where its writer sees nothing, of what no page can hold, or in somebody’s name", async () => {
    const { as, courseId, homeId, otherWikiId } = await makeCourse();
    const place = { courseId, pageId: homeId };
    for (const name of ["priya", "una"] as const)
      expect(await keepDraft(as(name), place, typed("x"))).toBe(false);
    expect(await keepDraft(as("mira"), { courseId, wikiId: otherWikiId }, typed("x"))).toBe(false);
    expect(
      await keepDraft(as("mira"), place, {
        ...typed("x"),
        document: { type: "doc", content: [{ type: "iframe" }] },
      }),
    ).toBe(false);
    expect(
      await keepDraft({ ...as("mira"), lookingAs: { by: as("ines").viewer, courseId } }, place, typed("x")),
    ).toBe(false);
    expect(await db.select().from(draft).where(eq(draft.courseId, courseId))).toEqual([]);
  });
});

describe("a save that is sent twice", () => {
  const sending = { saveId: "save0001save0001", pasted: 7, largestPaste: 5 };
  test("is one entry, also when both arrive at once", async () => {
    const { as, courseId, homeId } = await makeCourse();
    const given = {
      courseId,
      pageId: homeId,
      base: 1,
      document: fromMarkdown("Eels come up the ramp."),
      note: "",
      sending,
    };
    const both = await Promise.all([savePage(as("mira"), given), savePage(as("mira"), given)]);
    expect(both.map((each) => each.kind === "saved" && each.number)).toEqual([2, 2]);
    expect(await savePage(as("mira", later(5)), given)).toMatchObject({ kind: "saved", number: 2 });
    expect((await findPage(as("mira"), courseId, homeId))!.entries).toBe(2);
    expect(
      await db
        .select({ pasted: entryArrival.pasted, largest: entryArrival.largestPaste })
        .from(entryArrival)
        .where(eq(entryArrival.courseId, courseId)),
    ).toEqual([{ pasted: 7, largest: 5 }]);
  });
  test("starts one page", async () => {
    const { as, courseId, wikiId } = await makeCourse();
    const given = {
      courseId,
      wikiId,
      title: "Fish",
      document: fromMarkdown("Bullheads."),
      note: "",
      sending,
    };
    const [one, two] = [await startPage(as("mira"), given), await startPage(as("mira"), given)];
    expect(one).toEqual(two);
    expect(one.kind).toBe("saved");
  });
  test("under the name that somebody else gave theirs is another save", async () => {
    const { as, courseId, homeId } = await makeCourse();
    await savePage(as("mira"), {
      courseId,
      pageId: homeId,
      base: 1,
      document: fromMarkdown("One."),
      note: "",
      sending,
    });
    expect(
      await savePage(as("jonas"), {
        courseId,
        pageId: homeId,
        base: 2,
        document: fromMarkdown("One.\n\nTwo."),
        note: "",
        sending,
      }),
    ).toMatchObject({ kind: "saved", number: 3 });
  });
});
