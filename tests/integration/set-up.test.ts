import { and, eq, isNull } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { plainText } from "@/core/document/leaves";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import { findExpected } from "@/data/assignments/expected";
import { findProgress, findSetUp } from "@/data/assignments/set-up";
import { applyOffer, findOffers } from "@/data/assignments/offers";
import { bringWikisUp } from "@/data/assignments/wikis";
import { changeAssignment, prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { addComment } from "@/data/comments/write";
import { accessRule, entry, page, wiki } from "@/data/db/tables/wikis";
import { findGroupSet } from "@/data/groups/read";
import { saveGroupSet } from "@/data/groups/write";
import { findPage, findWiki } from "@/data/pages/read";
import type { PageDocument } from "@/core/document/model";
import { pageTemplates } from "@/data/pages/templates";
import { savePage, startPage } from "@/data/pages/write";
import { assignmentReview } from "@/data/review/read";
import {
  assignmentInput,
  db,
  later,
  makeCourse,
  makePeople,
  noSignUp,
  pageNamed,
  publish,
  settingUp,
  write,
} from "../support/course";
import { newId } from "@/data/session/ids";

const starter = (title: string, text: string, over: { parentId?: string; forEachMember?: boolean } = {}) => ({
  id: newId(),
  title,
  document: fromMarkdown(text),
  parentId: null,
  forEachMember: false,
  ...over,
});

test("one step makes each group's wiki with its starter pages", async () => {
  const { courseId, assignmentId, wikiId, as } = await makeCourse();
  const wikis = await readableWikis(as("ines"), courseId, assignmentId);
  expect(wikis.map(({ name, members, pages }) => ({ name, members, pages }))).toEqual([
    { name: "Alder", members: ["mira", "jonas"], pages: 2 },
    { name: "Thorn", members: ["priya"], pages: 2 },
  ]);
  expect((await findWiki(as("mira"), courseId, wikiId))?.contents.map((item) => item.title)).toEqual([
    "Home",
    "Plan",
  ]);
});

test("each student, or the whole class, can share a wiki", async () => {
  const each = await makeCourse({ sharing: "student" });
  expect((await readableWikis(each.as("ines"), each.courseId)).map((found) => found.name)).toEqual([
    "jonas",
    "mira",
    "priya",
  ]);
  expect((await readableWikis(each.as("mira"), each.courseId)).map((found) => found.name)).toEqual(["mira"]);
  const all = await makeCourse({ sharing: "class" });
  expect((await readableWikis(all.as("priya"), all.courseId)).map((found) => found.isMine)).toEqual([true]);
});

test("while it is prepared, nobody but instructors sees it, and it has no wikis", async () => {
  const { courseId, setId, as } = await makePeople();
  const prepared = await prepareAssignment(as("ines"), courseId, assignmentInput(setId));
  for (const name of ["tobin", "olga", "mira"] as const)
    expect(await courseAssignments(as(name), courseId)).toEqual([]);
  expect(await courseAssignments(as("ines"), courseId)).toMatchObject([
    { title: "Dossier", publishedAt: null },
  ]);
  expect(await readableWikis(as("ines"), courseId)).toEqual([]);
  expect(prepared.kind).toBe("saved");
});

test("before it opens, students see nothing of it; at the due time writing closes by itself", async () => {
  const { courseId, wikiId, as } = await makeCourse();
  const before = new Date("2026-03-02T08:59:59Z");
  expect(await courseAssignments(as("mira", before), courseId)).toEqual([]);
  expect(await findWiki(as("mira", before), courseId, wikiId)).toBeNull();
  expect(await findWiki(as("ines", before), courseId, wikiId)).not.toBeNull();
  const [last, due] = [new Date("2026-04-01T15:59:59Z"), new Date("2026-04-01T16:00:00Z")];
  expect((await findWiki(as("mira", last), courseId, wikiId))?.mayStart).toBe(true);
  expect((await findWiki(as("mira", due), courseId, wikiId))?.mayStart).toBe(false);
});

test.each([
  ["a due time before the opening", { dueAt: "2026-03-01T09:00" }, "bad input"],
  ["a day that does not exist", { opensAt: "2026-02-30T09:00" }, "bad input"],
  ["no title", { title: "  " }, "bad input"],
  ["a set of groups of another course", { setId: "elsewhere" }, "bad input"],
  ["no starter page", { starterPages: [] }, "bad input"],
  [
    "two starter pages of one title",
    { starterPages: [starter("Home", "a"), starter(" home", "b")] },
    "starter page twice",
  ],
  [
    "a starter page that is no page",
    { starterPages: [{ ...starter("Home", ""), document: { type: "script" } }] },
    "bad document",
  ],
  ["a brief that is no page", { brief: "Write" }, "bad document"],
])("%s is refused, and nothing is stored", async (_, over, code) => {
  const { courseId, setId, assignmentId, as } = await makeCourse();
  const given = { ...assignmentInput(setId), ...over };
  expect(await prepareAssignment(as("ines"), courseId, given)).toMatchObject({
    kind: "refused",
    problem: { code },
  });
  expect(await changeAssignment(as("ines"), courseId, assignmentId, given)).toMatchObject({
    kind: "refused",
    problem: { code },
  });
  expect(await courseAssignments(as("ines"), courseId)).toMatchObject([{ title: "Dossier" }]);
});

test("only instructors set assignments up", async () => {
  const { courseId, setId, assignmentId, as } = await makeCourse();
  const refused = { kind: "refused", problem: { code: "not allowed" } };
  for (const name of ["tobin", "olga", "mira", "una"] as const) {
    expect(await prepareAssignment(as(name), courseId, assignmentInput(setId))).toEqual(refused);
    expect(await changeAssignment(as(name), courseId, assignmentId, assignmentInput(setId))).toEqual(refused);
    expect(await publishAssignment(as(name), courseId, assignmentId)).toEqual(refused);
    expect(await findSetUp(as(name), courseId, assignmentId)).toBeNull();
    expect(await findProgress(as(name), courseId, assignmentId)).toBeNull();
  }
});

describe("publishing", () => {
  test("is refused while something must be mended, and told what is odd", async () => {
    const { courseId, setId, as } = await makePeople();
    const prepared = await prepareAssignment(as("ines", settingUp), courseId, {
      ...assignmentInput(null),
      dueAt: "2026-04-01T02:00",
    });
    if (prepared.kind !== "saved") throw new Error();
    expect(await publishAssignment(as("ines", settingUp), courseId, prepared.assignmentId)).toMatchObject({
      kind: "refused",
      problem: { code: "to be mended", findings: [{ code: "no set" }] },
    });
    await changeAssignment(as("ines", settingUp), courseId, prepared.assignmentId, {
      ...assignmentInput(setId),
      dueAt: "2026-04-01T02:00",
    });
    const found = await findSetUp(as("ines", settingUp), courseId, prepared.assignmentId);
    expect(found?.findings.map(({ code }) => code)).toEqual([
      "groups of one",
      "due at night",
      "nobody links to",
    ]);
    expect((await publishAssignment(as("ines", settingUp), courseId, prepared.assignmentId)).kind).toBe(
      "saved",
    );
  });

  test("makes no wiki twice, however often and by how many workers at once it is done", async () => {
    const { courseId, assignmentId, as } = await makeCourse();
    const place = { courseId, assignmentId };
    await db.delete(page).where(and(eq(page.courseId, courseId), eq(page.entries, 0)));
    await Promise.all([1, 2, 3].map(() => bringWikisUp(as("ines"), place)));
    expect(await readableWikis(as("ines"), courseId)).toMatchObject([{ pages: 2 }, { pages: 2 }]);
    expect(await findProgress(as("ines"), courseId, assignmentId)).toEqual({ made: 2, wanted: 2 });
  });

  test("work that broke off is taken up where it stopped", async () => {
    const { courseId, setId, as } = await makePeople();
    const prepared = await prepareAssignment(as("ines", settingUp), courseId, assignmentInput(setId));
    if (prepared.kind !== "saved") throw new Error();
    const { assignmentId } = prepared;
    await publishAssignment(as("ines", settingUp), courseId, assignmentId);
    const stopping = bringWikisUp(as("ines", settingUp), { courseId, assignmentId }, () => {
      throw new Error("The machine went down");
    });
    await expect(stopping).rejects.toThrow("went down");
    expect(await bringWikisUp(as("ines", settingUp), { courseId, assignmentId }, () => false)).toEqual({
      made: 1,
      wanted: 2,
    });
    expect(await findProgress(as("ines"), courseId, assignmentId)).toEqual({ made: 1, wanted: 2 });
    await bringWikisUp(as("ines", settingUp), { courseId, assignmentId });
    expect(await readableWikis(as("ines"), courseId)).toMatchObject([
      { name: "Alder", pages: 2 },
      { name: "Thorn", pages: 2 },
    ]);
  });
});

describe("starter pages", () => {
  test("fill their places, stand below each other, and come once for each member, theirs alone to write", async () => {
    const home = starter("{group}", "About {topic}, by {members}.\n\n{member pages}\n\nThe end.");
    const plan = starter("Plan", "For {group}.");
    const diary = starter("Diary", "What {member} did.", { parentId: plan.id, forEachMember: true });
    const { courseId, wikiId, homeId, as } = await makeCourse({ starterPages: [home, plan, diary] });
    const found = await findWiki(as("mira"), courseId, wikiId);
    expect(found?.contents.map(({ title, depth }) => [title, depth])).toEqual([
      ["Alder", 0],
      ["Plan", 0],
      ["Diary: mira", 1],
      ["Diary: jonas", 1],
    ]);
    const text = plainText((await findPage(as("mira"), courseId, homeId))!.document);
    expect(text.split("\n\n")).toEqual([
      "About Eels, by mira and jonas.",
      "Diary: mira",
      "Diary: jonas",
      "The end.",
    ]);
    const own = await pageNamed(as("mira"), courseId, wikiId, "Diary: mira");
    expect((await write(as("mira"), courseId, own, "Walked the bank.")).kind).toBe("saved");
    expect(await write(as("jonas"), courseId, own, "No, I did.")).toMatchObject({
      kind: "refused",
      problem: { code: "may not write", access: { because: { reason: "page of another" } } },
    });
    expect(
      (await addComment(as("jonas"), { courseId, pageId: own, parent: null, body: "Well walked." })).kind,
    ).toBe("commented");
    const due = new Date("2026-04-01T16:00:00Z");
    expect((await write(as("mira", due), courseId, own, "Too late.")).kind).toBe("refused");
  });

  test("a new one comes to all wikis, what students wrote stays, and its words are nobody's", async () => {
    const { courseId, setId, assignmentId, wikiId, homeId, as } = await makeCourse();
    await write(as("mira"), courseId, homeId, "The Alder rises in a meadow.");
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    const changed = await changeAssignment(as("ines", later(5)), courseId, assignmentId, {
      ...stored,
      setId,
      starterPages: [...stored.starterPages, starter("Sources", "List what you read.")],
    });
    expect(changed.kind).toBe("saved");
    await bringWikisUp(as("ines", later(6)), { courseId, assignmentId });
    expect((await findWiki(as("mira"), courseId, wikiId))?.contents.map(({ title }) => title)).toEqual([
      "Home",
      "Plan",
      "Sources",
    ]);
    expect(plainText((await findPage(as("mira"), courseId, homeId))!.document)).toBe(
      "The Alder rises in a meadow.",
    );
    const sources = await pageNamed(as("mira"), courseId, wikiId, "Sources");
    expect(
      await db
        .select({ author: entry.authorId })
        .from(entry)
        .where(and(eq(entry.courseId, courseId), eq(entry.pageId, sources))),
    ).toEqual([{ author: null }]);
  });
});

describe("changing an assignment later", () => {
  test("new times hold at once, and the log keeps the ones before", async () => {
    const { courseId, assignmentId, wikiId, as } = await makeCourse();
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    await changeAssignment(as("ines"), courseId, assignmentId, {
      ...stored,
      dueAt: "2026-03-15T17:00",
      title: "River dossier",
    });
    expect((await findWiki(as("mira", later(1)), courseId, wikiId))?.mayStart).toBe(false);
    const rules = await db
      .select()
      .from(accessRule)
      .where(and(eq(accessRule.courseId, courseId), eq(accessRule.place, assignmentId)));
    expect(rules.filter(({ endedAt }) => endedAt !== null)).toHaveLength(2);
    await changeAssignment(as("ines", later(2)), courseId, assignmentId, stored);
    expect((await findWiki(as("mira", later(3)), courseId, wikiId))?.mayStart).toBe(true);
    // Saving again what holds already makes no rule and ends none.
    const count = async () =>
      (
        await db
          .select()
          .from(accessRule)
          .where(and(eq(accessRule.courseId, courseId), isNull(accessRule.endedAt)))
      )
        .map(({ id }) => id)
        .sort();
    const before = await count();
    await changeAssignment(as("ines", later(4)), courseId, assignmentId, stored);
    expect(await count()).toEqual(before);
  });

  test("comments, starting of pages and reading by others are settings", async () => {
    const { courseId, wikiId, homeId, as } = await makeCourse({
      commentsOn: false,
      membersMay: [],
      othersReadFrom: "2026-03-20T09:00",
    });
    expect((await addComment(as("mira"), { courseId, pageId: homeId, parent: null, body: "Hm." })).kind).toBe(
      "refused",
    );
    const given = { courseId, wikiId, title: "Fish", document: fromMarkdown("Eels."), note: "" };
    expect(await startPage(as("mira"), given)).toEqual({
      kind: "refused",
      problem: { code: "may not start" },
    });
    expect((await startPage(as("ines"), given)).kind).toBe("saved");
    expect((await write(as("mira"), courseId, homeId, "The Alder.")).kind).toBe("saved");
    expect(await findPage(as("priya"), courseId, homeId)).toBeNull();
    const open = new Date("2026-03-20T09:00:00Z");
    expect((await findPage(as("priya", open), courseId, homeId))?.access.level).toBe("read");
    expect((await findPage(as("tobin", open), courseId, homeId))?.access.level).toBe("comment");
    expect((await findPage(as("mira", open), courseId, homeId))?.access.level).toBe("write");
  });

  test("sharing in another way sets the wikis aside with all they hold, and sharing as before brings them back", async () => {
    const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
    await write(as("mira"), courseId, homeId, "The Alder rises in a meadow.");
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    await changeAssignment(as("ines"), courseId, assignmentId, { ...stored, sharing: "class" });
    await bringWikisUp(as("ines"), { courseId, assignmentId });
    expect(await readableWikis(as("mira"), courseId)).toMatchObject([{ name: "Rivers", isMine: true }]);
    expect(await findWiki(as("mira"), courseId, wikiId)).toBeNull();
    expect((await findPage(as("ines"), courseId, homeId))?.access).toMatchObject({
      level: "read",
      because: { reason: "set aside" },
    });
    await changeAssignment(as("ines"), courseId, assignmentId, stored);
    await bringWikisUp(as("ines"), { courseId, assignmentId });
    expect((await readableWikis(as("mira"), courseId)).map(({ id }) => id)).toEqual([wikiId]);
    expect(plainText((await findPage(as("mira"), courseId, homeId))!.document)).toBe(
      "The Alder rises in a meadow.",
    );
  });
});

test("settings that somebody else has changed meanwhile are not written over unseen", async () => {
  const { courseId, assignmentId, as } = await makeCourse();
  const opened = (await findSetUp(as("ines"), courseId, assignmentId))!;
  await changeAssignment(
    as("ines"),
    courseId,
    assignmentId,
    { ...opened.input, title: "Theirs" },
    opened.state,
  );
  expect(
    await changeAssignment(
      as("ines"),
      courseId,
      assignmentId,
      { ...opened.input, title: "Mine" },
      opened.state,
    ),
  ).toEqual({ kind: "refused", problem: { code: "changed since" } });
  const now = (await findSetUp(as("ines"), courseId, assignmentId))!;
  expect(now.input.title).toBe("Theirs");
  expect(
    (await changeAssignment(as("ines"), courseId, assignmentId, { ...now.input, title: "Mine" }, now.state))
      .kind,
  ).toBe("saved");
});

describe("moving a student later", () => {
  async function moveJonas(movesFrom: string | null) {
    const made = await makeCourse();
    const { courseId, setId, homeId, as } = made;
    await write(as("jonas"), courseId, homeId, "Jonas was here.");
    const set = (await findGroupSet(as("ines"), courseId, setId))!;
    const [alder, thorn] = set.groups;
    const saved = await saveGroupSet(as("ines"), courseId, setId, {
      title: set.title,
      ...noSignUp,
      movesFrom,
      groups: [
        { ...alder!, members: [`mira${courseId}`] },
        { ...thorn!, members: [`priya${courseId}`, `jonas${courseId}`] },
      ],
    });
    expect(saved.kind).toBe("saved");
    return made;
  }

  test("what they wrote stays where they wrote it, and from now on they write in the other group", async () => {
    const { courseId, assignmentId, wikiId, otherWikiId, homeId, as } = await moveJonas(null);
    const jonas = as("jonas", later(1));
    expect(await findPage(jonas, courseId, homeId)).toBeNull();
    expect((await findWiki(jonas, courseId, otherWikiId))?.mayStart).toBe(true);
    const review = (await assignmentReview(as("ines", later(1)), courseId, assignmentId))!;
    expect(
      review.map((group) => group.members.map(({ member, figures }) => [member.name, figures.entries])),
    ).toEqual([
      [
        ["mira", 0],
        ["jonas", 1],
      ],
      [
        ["priya", 0],
        ["jonas", 0],
      ],
    ]);
    expect(
      (await findWiki(as("mira"), courseId, wikiId))?.members.map(({ name, mark }) => [name, mark]),
    ).toEqual([
      ["mira", 0],
      ["jonas", 1],
    ]);
  });

  test("it holds from the day that was given", async () => {
    const { courseId, wikiId, otherWikiId, as } = await moveJonas("2026-03-20T09:00");
    const [before, after] = [new Date("2026-03-20T08:59:59Z"), new Date("2026-03-20T09:00:00Z")];
    expect((await findWiki(as("jonas", before), courseId, wikiId))?.mayStart).toBe(true);
    expect(await findWiki(as("jonas", before), courseId, otherWikiId)).toBeNull();
    expect(await findWiki(as("jonas", after), courseId, wikiId)).toBeNull();
    expect((await findWiki(as("jonas", after), courseId, otherWikiId))?.mayStart).toBe(true);
  });

  test("a new group gets its wiki; one that is taken away leaves its wiki aside", async () => {
    const { courseId, setId, assignmentId, wikiId, as } = await makeCourse();
    const set = (await findGroupSet(as("ines"), courseId, setId))!;
    await saveGroupSet(as("ines"), courseId, setId, {
      title: set.title,
      ...noSignUp,
      groups: [
        { id: set.groups[1]!.id, name: "Thornbeck", topic: "", members: [`priya${courseId}`] },
        { id: null, name: "Mill", topic: "", members: [`mira${courseId}`, `jonas${courseId}`] },
      ],
    });
    await bringWikisUp(as("ines"), { courseId, assignmentId });
    expect((await readableWikis(as("ines"), courseId)).map(({ name }) => name)).toEqual([
      "Thornbeck",
      "Mill",
    ]);
    expect(await findWiki(as("mira"), courseId, wikiId)).toBeNull();
    expect(
      (
        await db
          .select({ setAsideAt: wiki.setAsideAt })
          .from(wiki)
          .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)))
      )[0]?.setAsideAt,
    ).not.toBeNull();
  });
});

test("another assignment by the same set of groups has wikis of its own", async () => {
  const { courseId, setId, as } = await makeCourse();
  const second = await publish(as("ines"), courseId, { ...assignmentInput(setId), title: "Field visit" });
  expect(
    (await readableWikis(as("ines"), courseId))
      .filter(({ assignmentId }) => assignmentId === second)
      .map(({ name }) => name),
  ).toEqual(["Alder", "Thorn"]);
});

describe("what is expected", () => {
  const expected = [
    { of: "student" as const, measure: "entries" as const, number: 2, by: null, shown: true },
    { of: "student" as const, measure: "words" as const, number: 4, by: "2026-03-16T11:00", shown: true },
    { of: "student" as const, measure: "corrections" as const, number: 1, by: null, shown: false },
    { of: "student" as const, measure: "days" as const, number: 2, by: null, shown: true },
    { of: "student" as const, measure: "replies" as const, number: 1, by: null, shown: true },
    { of: "wiki" as const, kind: "page" as const, title: "plan", shown: true },
    { of: "wiki" as const, kind: "all link home" as const, shown: true },
  ];

  test("a student sees how far they and their wiki are, of what is shown to them", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse({ expected });
    await write(as("mira"), courseId, homeId, "The Alder rises in a meadow.");
    await write(as("jonas", later(5)), courseId, homeId, "The Alder rises in a meadow, says the sedimant.");
    // Half past eleven in the evening in Dublin: the same day still.
    await write(
      as("mira", later(13 * 60 + 30)),
      courseId,
      homeId,
      "The Alder rises in a meadow, says the sediment.",
    );
    const comment = await addComment(as("jonas"), { courseId, pageId: homeId, parent: null, body: "Which?" });
    if (comment.kind !== "commented") throw new Error();
    await addComment(as("mira"), { courseId, pageId: homeId, parent: comment.id, body: "The upper one." });
    const mine = (await findExpected(as("mira", later(900)), courseId, assignmentId))!.mine!;
    expect(mine.map(({ have, want }) => [have, want])).toEqual([
      [2, 2],
      [5, 4],
      [1, 2],
      [1, 1],
      [0, 1],
      [0, 1],
    ]);
    const everyone = (await findExpected(as("tobin", later(900)), courseId, assignmentId))!.everyone!;
    expect(everyone.map(({ of, notYet }) => [of, notYet.map(({ name }) => name)])).toEqual([
      [3, ["jonas", "priya"]],
      [3, ["jonas", "priya"]],
      [3, ["jonas", "priya"]],
      [3, ["mira", "jonas", "priya"]],
      [3, ["jonas", "priya"]],
      [2, ["Alder", "Thorn"]],
      [2, ["Alder", "Thorn"]],
    ]);
    expect(await findExpected(as("una"), courseId, assignmentId)).toBeNull();
    expect(await findExpected(as("olga"), courseId, assignmentId)).toBeNull();
  });

  test("nothing is told where nothing is expected", async () => {
    const { courseId, assignmentId, as } = await makeCourse();
    expect(await findExpected(as("ines"), courseId, assignmentId)).toBeNull();
  });
});

describe("a changed starter page", () => {
  async function changed() {
    const home = starter("Home", "Where does {group} rise?\n\nWhat lives there?\n\n{member pages}");
    const diary = starter("Diary", "What {member} did.", { forEachMember: true });
    const made = await makeCourse({ starterPages: [home, diary] });
    const { courseId, assignmentId, homeId, as } = made;
    const page = (await findPage(as("mira"), courseId, homeId))!;
    const [first, ...rest] = page.document.content!;
    const document = {
      ...page.document,
      content: [{ ...first!, content: [{ type: "text", text: "It rises in a meadow." }] }, ...rest],
    };
    expect((await savePage(as("mira"), { courseId, pageId: homeId, base: 1, document, note: "" })).kind).toBe(
      "saved",
    );
    const stored = (await findSetUp(as("ines"), courseId, assignmentId))!.input;
    const [start, ...others] = stored.starterPages;
    const blocks = (start!.document as PageDocument).content!;
    const put = (at: number, text: string) => ({ ...blocks[at]!, content: [{ type: "text", text }] });
    const next = {
      type: "doc",
      content: [
        put(0, "Where does {group} rise, and how high?"),
        put(1, "What lives there, and what did?"),
        blocks[2]!,
      ],
    };
    expect(await findOffers(as("ines"), courseId, assignmentId)).toEqual([]);
    await changeAssignment(as("ines", later(5)), courseId, assignmentId, {
      ...stored,
      starterPages: [{ ...start!, document: next }, ...others],
    });
    return { ...made, starterId: start!.id };
  }

  test("is offered to the wikis that began with it, with what comes in and what stays out", async () => {
    const { courseId, assignmentId, as } = await changed();
    const [offer, ...none] = await findOffers(as("ines", later(6)), courseId, assignmentId);
    expect(none).toEqual([]);
    expect(
      offer!.pages.map(({ wiki: name, changes, leftOut }) => [
        name,
        changes,
        leftOut.map(({ theirs, ours }) => [theirs, ours]),
      ]),
    ).toEqual([
      ["Alder", 1, [["Where does Alder rise, and how high?", "It rises in a meadow."]]],
      ["Thorn", 2, []],
    ]);
    for (const name of ["tobin", "mira", "una"] as const) {
      expect(await findOffers(as(name), courseId, assignmentId)).toEqual([]);
      expect(await applyOffer(as(name), courseId, assignmentId, offer!.starterId)).toBeNull();
    }
  });

  test("comes in around what students wrote, as starter text, and once", async () => {
    const { courseId, assignmentId, wikiId, homeId, starterId, as } = await changed();
    expect(await applyOffer(as("ines", later(6)), courseId, assignmentId, starterId)).toBe(2);
    const page = (await findPage(as("mira", later(7)), courseId, homeId))!;
    expect(plainText(page.document).split("\n\n")).toEqual([
      "It rises in a meadow.",
      "What lives there, and what did?",
      "Diary: mira",
      "Diary: jonas",
    ]);
    expect(page.last).toMatchObject({ author: null, note: "The starter page was changed" });
    // "rises" is another word than "rise": all five words that Mira wrote but for the starter's are hers,
    // none of the change.
    expect(page.parts.find(({ authorId }) => authorId === `mira${courseId}`)?.words).toBe(5);
    expect(await findOffers(as("ines", later(8)), courseId, assignmentId)).toEqual([]);
    expect(await applyOffer(as("ines", later(9)), courseId, assignmentId, starterId)).toBe(0);
    expect((await findWiki(as("mira"), courseId, wikiId))?.contents).toHaveLength(3);
  });
});

test("a page that a student starts from a template gives the template's words to nobody", async () => {
  const template = {
    ...starter("Visit of {member}", "## What we saw\n\nSay where you stood, and in which weather."),
    isTemplate: true,
  };
  const { courseId, wikiId, as } = await makeCourse({
    starterPages: [starter("Home", "Welcome."), template],
  });
  expect((await findWiki(as("mira"), courseId, wikiId))?.contents.map(({ title }) => title)).toEqual([
    "Home",
  ]);
  const [offered] = await pageTemplates(as("mira"), courseId, wikiId);
  expect(offered?.title).toBe("Visit of mira");
  expect(await pageTemplates(as("priya"), courseId, wikiId)).toEqual([]);
  const document = fromMarkdown(
    "## What we saw\n\nSay where you stood, and in which weather.\n\nA heron under the bridge.",
  );
  const started = await startPage(as("mira"), {
    courseId,
    wikiId,
    templateId: offered!.id,
    title: "First visit",
    document,
    note: "",
  });
  if (started.kind !== "saved") throw new Error(JSON.stringify(started));
  const page = (await findPage(as("mira"), courseId, started.pageId))!;
  expect(page.entries).toBe(2);
  expect(page.parts.filter(({ words }) => words > 0)).toEqual([
    { authorId: `mira${courseId}`, words: 5 },
    { authorId: null, words: 11 },
  ]);
});
