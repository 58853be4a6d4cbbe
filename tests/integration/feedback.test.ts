/** Feedback to all, to a group, to one alone: who reads what, seen from every side. */
import { expect, test } from "vitest";
import { and, eq } from "drizzle-orm";
import { setArchived } from "@/data/courses/write";
import { mail } from "@/data/db/tables/mail";
import { visitDesk } from "@/data/desk/read";
import {
  type Audience,
  changeFeedback,
  feedbackOn,
  giveFeedback,
  longestFeedback,
  myFeedback,
  noteSeen,
} from "@/data/review/feedback";
import { db, later, makeCourse, type TestCourse } from "../support/course";

type Who = "ines" | "tobin" | "olga" | "mira" | "jonas" | "priya" | "una";
const link = "http://127.0.0.1/feedback";

/** Feedback of three kinds, and who finds what of it. */
async function told() {
  const course = await makeCourse();
  const { courseId, assignmentId, wikiId, as } = course;
  const give = async (who: Who, minute: number, to: Audience, body: string) =>
    giveFeedback(as(who, later(minute)), courseId, assignmentId, to, body, link);
  const [group, alone] = [
    { wikiId, personId: null },
    { wikiId, personId: as("mira").viewer.id },
  ];
  const toAlone = await give("ines", 3, alone, "You alone: go on.");
  await give("ines", 1, { wikiId: null, personId: null }, "All: name your sources.");
  await give("tobin", 2, group, "Group: meet on Friday.");
  const read = async (who: Who) =>
    (await myFeedback(as(who, later(9)), courseId, assignmentId)).map(({ body }) => body.split(":")[0]);
  return { ...course, give, group, alone, read, id: toAlone.kind === "given" ? toAlone.id : "" };
}

const forReviewers = async ({ courseId, wikiId, as }: TestCourse, who: Who, person: Who | null = null) =>
  (await feedbackOn(as(who, later(9)), courseId, wikiId, person && as(person).viewer.id))?.map(
    ({ body }) => body.split(":")[0],
  ) ?? null;

test("each reads what was told to all, to their group and to them alone, and nothing of others", async () => {
  const course = await told();
  expect(await course.read("mira")).toEqual(["You alone", "Group", "All"]);
  expect(await course.read("jonas")).toEqual(["Group", "All"]);
  expect(await course.read("priya")).toEqual(["All"]);
  for (const who of ["una", "olga", "ines", "tobin"] as const)
    expect(await course.read(who), who).toEqual([]);
  expect(await forReviewers(course, "ines")).toEqual(["You alone", "Group", "All"]);
  expect(await forReviewers(course, "tobin", "jonas")).toEqual(["Group", "All"]);
  for (const who of ["mira", "jonas", "priya", "olga", "una"] as const)
    expect(await forReviewers(course, who), who).toBeNull();
});

test("each who was told gets mail without what it says, and their desk tells of it until they have read it", async () => {
  const { courseId, assignmentId, as } = await told();
  const mails = await db
    .select({ to: mail.toName, text: mail.text })
    .from(mail)
    .where(and(eq(mail.courseId, courseId), eq(mail.subject, "Feedback on Dossier")));
  expect(mails.map(({ to }) => to).sort()).toEqual(["jonas", "jonas", "mira", "mira", "mira", "priya"]);
  for (const { text } of mails) {
    expect(text).toContain(link);
    expect(text).not.toMatch(/go on|sources|Friday/);
  }
  const desk = async (who: Who) =>
    (await visitDesk(as(who, later(20)), courseId))!.feedback
      .map(({ author, assignment }) => `${author} ${assignment}`)
      .sort();
  expect(await desk("mira")).toEqual(["ines Dossier", "tobin Dossier"]);
  expect(await desk("priya")).toEqual(["ines Dossier"]);
  expect(await desk("ines")).toEqual([]);
  const mine = await myFeedback(as("mira", later(21)), courseId, assignmentId);
  await noteSeen(
    { ...as("mira", later(21)), lookingAs: { by: as("ines").viewer, courseId } },
    courseId,
    mine,
  );
  expect(await desk("mira")).toHaveLength(2);
  await noteSeen(as("mira", later(21)), courseId, mine);
  expect(await desk("mira")).toEqual([]);
  expect(await desk("jonas")).toHaveLength(2);
});

test("its author alone changes it; students read the last wording, and nothing that was withdrawn", async () => {
  const course = await told();
  const { courseId, assignmentId, wikiId, as, id, read } = course;
  for (const who of ["tobin", "mira", "una"] as const) {
    const answer = await changeFeedback(as(who), courseId, id, { body: "You alone: stop." });
    expect(answer).toMatchObject({ kind: "refused" });
  }
  await changeFeedback(as("ines", later(5)), courseId, id, { body: "You alone: go on, more slowly." });
  const [mine] = await myFeedback(as("mira", later(6)), courseId, assignmentId);
  expect(mine).toMatchObject({
    body: "You alone: go on, more slowly.",
    editedAt: later(5),
    earlier: [],
    seenBy: [],
  });
  await noteSeen(as("mira", later(6)), courseId, [mine!]);
  expect((await feedbackOn(as("tobin"), courseId, wikiId, as("mira").viewer.id))![0]).toMatchObject({
    earlier: ["You alone: go on."],
    seenBy: ["mira"],
  });
  await changeFeedback(as("ines", later(7)), courseId, id, { withdrawn: true });
  expect(await read("mira")).toEqual(["Group", "All"]);
  expect(await forReviewers(course, "ines")).toEqual(["You alone", "Group", "All"]);
  await changeFeedback(as("ines", later(8)), courseId, id, { withdrawn: false });
  expect(await read("mira")).toEqual(["You alone", "Group", "All"]);
});

test("nobody is told anything by those who may not, nor anybody who is not there, nor when the course is over", async () => {
  const course = await told();
  const { courseId, assignmentId, otherWikiId, as, give, group } = course;
  const refused = async (who: Who, to: Audience, body = "Words.") =>
    expect(await give(who, 10, to, body), `${who} ${JSON.stringify(to)}`).toMatchObject({ kind: "refused" });
  for (const who of ["mira", "priya", "olga", "una"] as const) await refused(who, group);
  await refused("tobin", { wikiId: null, personId: null });
  await refused("ines", { wikiId: null, personId: as("mira").viewer.id });
  await refused("ines", { wikiId: otherWikiId, personId: as("mira").viewer.id });
  await refused("ines", { wikiId: "nowhere", personId: null });
  for (const body of ["  ", "x".repeat(longestFeedback + 1)]) await refused("ines", group, body);
  const other = await makeCourse();
  expect(await giveFeedback(as("ines"), courseId, other.assignmentId, group, "Words.", link)).toMatchObject({
    kind: "refused",
  });
  expect(
    await giveFeedback(
      { ...as("ines"), lookingAs: { by: as("ines").viewer, courseId } },
      courseId,
      assignmentId,
      group,
      "Words.",
      link,
    ),
  ).toEqual({ kind: "refused", problem: { code: "only looking" } });
  await setArchived(as("ines", later(11)), courseId, true);
  await refused("ines", group);
  expect(await course.read("mira")).toHaveLength(3);
});
