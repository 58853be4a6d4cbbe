/** News: what others did, who is told of it, by which way, and who is not. */
import { and, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { addComment, editComment } from "@/data/comments/write";
import { mail } from "@/data/db/tables/mail";
import { newsWish } from "@/data/db/tables/news";
import { mailNews } from "@/data/news/carry";
import { openFeed } from "@/data/news/feed";
import { findNews } from "@/data/news/read";
import { markRead, notePageVisit, setFeed, setMuted, setNewsMail } from "@/data/news/write";
import { wikiNames } from "@/data/assignments/read";
import { copyPage } from "@/data/pages/copy";
import { bringPageBack, removePage, renamePage } from "@/data/pages/places";
import { setLeft } from "@/data/people/write";
import { newId } from "@/data/session/ids";
import {
  assignmentInput,
  db,
  later,
  makeCourse,
  pageNamed,
  publish,
  setGroupLevel,
  settingUp,
  type TestCourse,
  write,
} from "../support/course";

type Who = "ines" | "mira" | "jonas" | "priya" | "una";

/** Jonas writes twice in one sitting and once later, and says something; Ines answers. */
async function aMorning() {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  await write(as("jonas", later(9)), courseId, homeId, "Eels and trout.");
  await write(as("jonas", later(60)), courseId, planId, "What comes first.");
  const said = await addComment(as("jonas", later(70)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Is that all, @Mira?",
  });
  const commentId = said.kind === "commented" ? said.id : "";
  await addComment(as("ines", later(80)), { courseId, pageId: homeId, parent: commentId, body: "Pike." });
  return { ...course, planId, commentId };
}

async function newsOf({ courseId, as }: TestCourse, who: Who, minute: number) {
  const news = await findNews(as(who, later(minute)), courseId, null, null);
  return (
    news?.happenings.map(
      (each) =>
        `${each.person} ${each.kind} ${each.page}${each.count > 1 ? ` ${each.count}` : ""}${each.namesViewer ? " named" : ""}${each.isUnread ? "" : " seen"}`,
    ) ?? null
  );
}

test("each is told what others did where they may read, folded into sittings, until they have had the page before them", async () => {
  const course = await aMorning();
  const { courseId, homeId, as } = course;
  expect(await newsOf(course, "mira", 90)).toEqual([
    "ines answer Home",
    "jonas comment Home named",
    "jonas entries Plan",
    "jonas entries Home 2",
  ]);
  expect(await newsOf(course, "jonas", 90)).toEqual(["ines answer Home"]);
  expect(await newsOf(course, "priya", 90)).toEqual([]);
  expect(await newsOf(course, "una", 90)).toBeNull();
  await notePageVisit(
    { ...as("mira", later(91)), lookingAs: { by: as("ines").viewer, courseId } },
    courseId,
    homeId,
  );
  expect(await newsOf(course, "mira", 92)).toContain("ines answer Home");
  await notePageVisit(as("mira", later(93)), courseId, homeId);
  expect(await newsOf(course, "mira", 94)).toEqual([
    "ines answer Home seen",
    "jonas comment Home named seen",
    "jonas entries Plan",
    "jonas entries Home 2 seen",
  ]);
  await markRead(as("mira", later(95)), courseId, null);
  expect((await newsOf(course, "mira", 96))!.every((each) => each.endsWith("seen"))).toBe(true);
  await write(as("jonas", later(120)), courseId, homeId, "Eels, trout and pike.");
  expect((await newsOf(course, "mira", 121))![0]).toBe("jonas entries Home");
});

test("what is muted is not heard of, and what may not be read cannot be muted, nor is it told", async () => {
  const course = await aMorning();
  const { courseId, wikiId, homeId, planId, as } = course;
  expect(await setMuted(as("priya"), courseId, { kind: "page", id: homeId }, true)).toEqual({
    kind: "refused",
    problem: { code: "not found" },
  });
  await setMuted(as("mira"), courseId, { kind: "page", id: homeId }, true);
  expect(await newsOf(course, "mira", 90)).toEqual(["jonas entries Plan"]);
  expect((await findNews(as("mira", later(90)), courseId, null, null))!.mutedPages).toEqual([
    { id: homeId, title: "Home" },
  ]);
  await setMuted(as("mira"), courseId, { kind: "wiki", id: wikiId }, true);
  expect(await newsOf(course, "mira", 90)).toEqual([]);
  // Of the wiki alone it is shown nevertheless: who goes there wants to see it.
  expect((await findNews(as("mira", later(90)), courseId, wikiId, null))!.happenings).not.toEqual([]);
  for (const place of [
    { kind: "wiki", id: wikiId },
    { kind: "page", id: homeId },
  ] as const)
    await setMuted(as("mira"), courseId, place, false);
  await setGroupLevel(as("ines", later(91)), course, planId, "hidden");
  expect(await newsOf(course, "mira", 92)).not.toContain("jonas entries Plan");
});

test("a comment names those of the wiki and of its staff, whoever it named before", async () => {
  const course = await aMorning();
  const { courseId, commentId, as } = course;
  const named = async (who: Who) =>
    (await newsOf(course, who, 99))!.filter((each) => each.includes(" named"));
  expect(await named("mira")).toHaveLength(1);
  await editComment(as("jonas", later(82)), {
    courseId,
    commentId,
    body: "Is that all, @ines and @priya, or mira@rivers.example?",
  });
  expect(await named("mira")).toEqual([]);
  expect(await named("ines")).toEqual(["jonas comment Home named"]);
  expect(await named("priya")).toEqual([]);
});

const letters = async (courseId: string) =>
  (
    await db
      .select({ to: mail.toName, subject: mail.subject, text: mail.text })
      .from(mail)
      .where(and(eq(mail.courseId, courseId)))
  ).sort((one, other) => one.text.length - other.text.length);

test("who wants mail gets what they have not seen, once, at once or in the morning; nobody else does", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  // Ten o'clock; the course's morning is at seven.
  await setNewsMail(as("mira", later(0)), courseId, "at once");
  await setNewsMail(as("ines", later(0)), courseId, "daily");
  await setNewsMail(as("priya", later(0)), courseId, "at once");
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  await mailNews(db, later(5), newId);
  expect((await letters(courseId)).map(({ to, subject }) => [to, subject])).toEqual([
    ["mira", "Rivers: jonas wrote on Home, Alder"],
  ]);
  expect((await letters(courseId))[0]!.text).not.toContain("Eels");
  await mailNews(db, later(10), newId);
  expect(await letters(courseId)).toHaveLength(1);
  await notePageVisit(as("mira", later(20)), courseId, homeId);
  await write(as("jonas", later(15)), courseId, homeId, "Eels and trout.");
  await mailNews(db, later(25), newId);
  expect(await letters(courseId)).toHaveLength(1);
  await mailNews(db, later(22 * 60), newId);
  expect((await letters(courseId)).map(({ to }) => to).sort()).toEqual(["ines", "mira"]);
  await write(as("jonas", later(23 * 60)), courseId, homeId, "Eels, trout and pike.");
  await setNewsMail(as("mira", later(22 * 60)), courseId, "never");
  await Promise.all([mailNews(db, later(46 * 60), newId), mailNews(db, later(46 * 60), newId)]);
  expect((await letters(courseId)).map(({ to }) => to).sort()).toEqual(["ines", "ines", "mira"]);
});

test("a feed shows what its person may read now, and its address ends when it is renewed, taken away, or its person leaves", async () => {
  const course = await aMorning();
  const { courseId, planId, as } = course;
  const token = async (who: Who) =>
    (
      await db
        .select({ token: newsWish.feedToken })
        .from(newsWish)
        .where(and(eq(newsWish.courseId, courseId), eq(newsWish.personId, as(who).viewer.id)))
    )[0]?.token ?? "";
  const pages = async (of: string) =>
    (await openFeed(db, of, later(99)))?.happenings.map(({ page }) => page) ?? null;
  await setFeed(as("mira"), courseId, true);
  const first = await token("mira");
  expect(await pages(first)).toEqual(["Home", "Home", "Plan", "Home"]);
  await setGroupLevel(as("ines", later(90)), course, planId, "hidden");
  expect(await pages(first)).toEqual(["Home", "Home", "Home"]);
  await setFeed(as("mira"), courseId, true);
  expect(await pages(first)).toBeNull();
  const second = await token("mira");
  await setLeft(as("ines", later(95)), courseId, [as("mira").viewer.id], true);
  expect(await pages(second)).toBeNull();
  for (const none of ["", "nosuchtoken", "0".repeat(32)]) expect(await pages(none)).toBeNull();
  expect(await setFeed(as("una"), courseId, true)).toEqual({
    kind: "refused",
    problem: { code: "not found" },
  });
});

test("news say what was done, and each act with a page as a whole by itself; wikis of one name are told apart", async () => {
  const course = await makeCourse({
    membersMay: ["start", "rename", "remove", "arrange", "restore", "settle"],
  });
  const { courseId, assignmentId, wikiId, homeId, as } = course;
  const jonas = (minute: number) => as("jonas", later(minute));
  await write(
    jonas(1),
    courseId,
    homeId,
    "Eels below the weir, trout above it, and nobody has counted either since the flood of 1968.",
  );
  await write(jonas(2), courseId, homeId, "Eels below the weir.");
  const copied = await copyPage(jonas(3), { courseId, pageId: homeId, title: "Fish" });
  const fish = copied.kind === "copied" ? copied.pageId : "";
  expect((await renamePage(jonas(4), { courseId, pageId: fish, title: "Fish passage" })).kind).toBe("saved");
  expect((await removePage(jonas(5), { courseId, pageId: fish })).kind).toBe("saved");
  expect((await bringPageBack(jonas(6), { courseId, pageId: fish })).kind).toBe("saved");
  const told = async () =>
    (await findNews(as("mira", later(9)), courseId, null, null))!.happenings.map(
      ({ did, page, count, wiki }) => `${did}: ${page}, ${wiki}, ${count}`,
    );
  expect(await told()).toEqual([
    "brought back: Fish passage, Alder, 1",
    "removed: Fish passage, Alder, 1",
    "renamed: Fish passage, Alder, 1",
    "copied: Fish passage, Alder, 1",
    "wrote: Home, Alder, 2",
  ]);
  // Another assignment whose wiki has the same name.
  const other = await publish(as("ines", settingUp), courseId, {
    ...assignmentInput(course.setId),
    title: "Field notes",
  });
  const alder = (await wikiNames(as("ines"), courseId, other)).find(({ name }) => name === "Alder")!;
  expect(alder.id).not.toBe(wikiId);
  expect((await told()).at(-1)).toMatch(/^wrote: Home, Alder \(.+\), 2$/);
  expect(assignmentId).not.toBe(other);
});
