/** The contents as a whole: how pages hang together, and the order in which they were started. */
import { expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { hangTogether } from "@/data/pages/hang-together";
import { arrangePage, orderAnew, renamePage } from "@/data/pages/places";
import { findPage, findWiki } from "@/data/pages/read";
import { restoreEntry, startPage } from "@/data/pages/write";
import { later, makeCourse, pageNamed, setGroupLevel, write } from "../support/course";

test("loose pages, dead ends and promised ones are told to readers, as far as they may see them", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, homeId, "See [[Fish]] and [[The plan]].");
  await renamePage(as("mira", later(2)), { courseId, pageId: plan, title: "The plan" });
  await renamePage(as("mira", later(3)), { courseId, pageId: plan, title: "Works" });
  const started = await startPage(as("mira", later(4)), {
    courseId,
    wikiId,
    title: "Costs",
    document: fromMarkdown("See [[Works]]."),
    note: "",
  });
  const told = async (who: "mira" | "priya") => hangTogether(as(who, later(9)), courseId, wikiId);
  // A link under an earlier title leads there still.
  expect(await told("mira")).toMatchObject({
    loose: [{ title: "Costs" }],
    deadEnds: [{ title: "Works" }],
    promised: ["Fish"],
  });
  expect(await told("priya")).toBeNull();
  if (started.kind !== "saved") throw new Error("not started");
  await setGroupLevel(as("ines", later(5)), course, started.pageId, "hidden");
  expect(await told("mira")).toMatchObject({ loose: [], deadEnds: [{ title: "Works" }] });
});

test("pages go back into the order in which they were started, and that is undone as a whole", async () => {
  const { courseId, wikiId, as } = await makeCourse();
  for (const title of ["Costs", "Sources"])
    await startPage(as("mira", later(1)), {
      courseId,
      wikiId,
      title,
      document: fromMarkdown("Text."),
      note: "",
    });
  const titles = async () =>
    (await findWiki(as("mira"), courseId, wikiId))!.contents.map(({ title, depth }) => `${title} ${depth}`);
  const begun = await titles();
  const [plan, costs, sources] = await Promise.all(
    ["Plan", "Costs", "Sources"].map((title) => pageNamed(as("mira"), courseId, wikiId, title)),
  );
  await arrangePage(as("mira", later(2)), { courseId, pageId: sources!, parentId: null, before: plan! });
  await arrangePage(as("mira", later(3)), { courseId, pageId: costs!, parentId: plan!, before: null });
  const byHand = await titles();
  expect(byHand).not.toEqual(begun);
  const ordered = await orderAnew(as("mira", later(4)), courseId, wikiId, null);
  expect(await titles()).toEqual(begun);
  if (ordered.kind !== "ordered") throw new Error("not ordered");
  expect((await orderAnew(as("mira", later(5)), courseId, wikiId, ordered.before)).kind).toBe("ordered");
  expect(await titles()).toEqual(byHand);
  for (const places of [
    [],
    [{ id: plan!, parentId: null }],
    ordered.before.map((each) => ({ ...each, parentId: "nowhere" })),
  ])
    expect((await orderAnew(as("mira"), courseId, wikiId, places)).kind).toBe("refused");
  expect((await orderAnew(as("priya"), courseId, wikiId, null)).kind).toBe("refused");
});

test("a page takes its own title in other capitals, not another's, and restoring what stands changes nothing", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  expect(await renamePage(as("mira", later(1)), { courseId, pageId: plan, title: "PLAN" })).toMatchObject({
    kind: "saved",
  });
  expect((await findPage(as("mira"), courseId, plan))!.title).toBe("PLAN");
  const taken = await renamePage(as("mira", later(2)), { courseId, pageId: plan, title: "home" });
  expect(taken).toMatchObject({ kind: "refused", problem: { code: "title taken" } });

  await write(as("mira", later(3)), courseId, homeId, "The weir leaks.");
  const { entries } = (await findPage(as("mira", later(4)), courseId, homeId))!;
  const again = await restoreEntry(as("mira", later(5)), {
    courseId,
    pageId: homeId,
    number: entries,
    base: entries,
  });
  expect(again).toEqual({ kind: "unchanged", pageId: homeId, number: entries });
  expect((await findPage(as("mira", later(6)), courseId, homeId))!.entries).toBe(entries);
});
