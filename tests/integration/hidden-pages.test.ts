/**
 * What somebody may not read does not exist for them, wherever they look: a page with marked words in its
 * title, its text, its notes, its comments and its tags is hidden, and everything that the data layer hands
 * out is searched for the marks, as each kind of viewer.
 */
import { and, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { setAccess } from "@/data/access/write";
import { findExpected, metByEach } from "@/data/assignments/expected";
import { courseAssignments, findAssignment, wikiNames } from "@/data/assignments/read";
import { addComment } from "@/data/comments/write";
import { enrolment } from "@/data/db/tables/courses";
import { visitDesk } from "@/data/desk/read";
import { readerLink } from "@/data/db/tables/doors";
import { makeLink, openedBy, openedPage } from "@/data/doors/links";
import { enter, guestByToken } from "@/data/doors/entering";
import { outsidePage, pagesInRoom } from "@/data/doors/outside";
import { findRoom } from "@/data/doors/read";
import { openRoomFor } from "@/data/doors/rooms";
import { newId } from "@/data/session/ids";
import { findDraft } from "@/data/drafts/read";
import { wikiFiles } from "@/data/files/read";
import { ledgerAuthors, ledgerLines } from "@/data/ledger/list";
import { findEntry } from "@/data/ledger/read";
import { compareStates, statesOf, whoWroteWhat } from "@/data/ledger/states";
import { verifyWiki } from "@/data/ledger/verify";
import { whoIsHere } from "@/data/live/presence";
import { findNews, happenedIn, watchedWikis } from "@/data/news/read";
import { pagesNaming } from "@/data/pages/promised";
import { findPage, findWiki } from "@/data/pages/read";
import { pagePowers, removedPages, renamePage } from "@/data/pages/places";
import { previewRestore } from "@/data/pages/restoring";
import { setTags } from "@/data/pages/tags";
import { pageTemplates } from "@/data/pages/templates";
import { savePage, startPage } from "@/data/pages/write";
import { figureNames } from "@/core/credit/figure-table";
import { findEvidence } from "@/data/review/evidence";
import { findGroup } from "@/data/review/group";
import { allTime } from "@/data/review/period";
import { assignmentReview } from "@/data/review/read";
import { classFindings, findingsWaiting } from "@/data/review/class-findings";
import { conversationOf } from "@/data/review/conversation";
import { changesOf } from "@/data/review/changes";
import { findStatement } from "@/data/review/student";
import { loadWork } from "@/data/review/work";
import type { Context } from "@/data/session/context";
import { fromMarkdown } from "@/core/document/markdown";
import { db, later, makeCourse, type TestCourse } from "../support/course";

/**
 * Stands in the title, the text, the notes, the comments and the tags of the hidden page, and nowhere else.
 */
const mark = "Zwischenwasser";

/** All that is in a value, maps, sets and bytes included, as text. */
const told = (value: unknown): string =>
  JSON.stringify(value, (_, each: unknown) =>
    each instanceof Map ? [...each] : each instanceof Set ? [...each] : each,
  ) ?? "";

async function hiddenPage(): Promise<TestCourse & { readonly pageId: string }> {
  const course = await makeCourse();
  const { courseId, assignmentId, wikiId, as } = course;
  const started = await startPage(as("mira", later(1)), {
    courseId,
    wikiId,
    title: `${mark} plans`,
    document: fromMarkdown(`The ${mark} rises here, below [[${mark} ford]].`),
    note: `${mark} begun`,
  });
  if (started.kind !== "saved") throw new Error(JSON.stringify(started));
  const { pageId } = started;
  await savePage(as("jonas", later(2)), {
    courseId,
    pageId,
    base: 1,
    document: fromMarkdown(`The ${mark} rises here, below [[${mark} ford]].\n\nAnd ${mark} falls.`),
    note: `more on ${mark}`,
  });
  await addComment(as("jonas", later(3)), {
    courseId,
    pageId,
    parent: null,
    body: `Is ${mark} the right name?`,
  });
  await setTags(as("mira", later(4)), { courseId, pageId, tags: [mark] });
  await renamePage(as("mira", later(5)), { courseId, pageId, title: `${mark} plan` });
  const hide = async (who: Parameters<typeof setAccess>[3][number]["who"]) =>
    setAccess(as("ines", later(6)), courseId, assignmentId, [{ scope: "page", place: pageId, who }], {
      level: "hidden",
      from: null,
      until: null,
      weekly: null,
    });
  for (const who of [
    { kind: "group" },
    { kind: "course" },
    { kind: "assistants" },
    { kind: "observers" },
    { kind: "students" },
  ] as const)
    expect((await hide(who)).kind).toBe("changed");
  return { ...course, pageId };
}

/** Everything that is read for a screen, a document, a mail or a feed. */
async function everything(
  ctx: Context,
  { courseId, assignmentId, wikiId, pageId }: Awaited<ReturnType<typeof hiddenPage>>,
  people: readonly string[],
): Promise<Record<string, unknown>> {
  const statements = await Promise.all(people.map((id) => findStatement(ctx, courseId, wikiId, id, allTime)));
  const loaded = [
    await loadWork(ctx, courseId, wikiId, allTime, "reviewers"),
    await loadWork(ctx, courseId, wikiId, allTime, "members"),
  ];
  return {
    page: await findPage(ctx, courseId, pageId),
    wiki: await findWiki(ctx, courseId, wikiId),
    entry: await findEntry(ctx, courseId, pageId, 2),
    compared: await compareStates(ctx, courseId, pageId, 0, 2),
    states: await statesOf(ctx, courseId, pageId),
    who: await whoWroteWhat(ctx, courseId, pageId, 2),
    ledger: await ledgerLines(ctx, courseId, { kind: "wiki", id: wikiId }),
    pageLedger: await ledgerLines(ctx, courseId, { kind: "page", id: pageId }),
    authors: await ledgerAuthors(ctx, courseId, { kind: "wiki", id: wikiId }),
    verified: await verifyWiki(ctx, courseId, wikiId),
    here: await whoIsHere(ctx, courseId, pageId),
    news: await findNews(ctx, courseId, null, null),
    happened: await happenedIn(ctx, courseId, await watchedWikis(ctx, courseId), { most: 50 }),
    desk: await visitDesk(ctx, courseId),
    naming: await pagesNaming(ctx, courseId, wikiId, `${mark} ford`),
    removed: await removedPages(ctx, courseId, wikiId),
    powers: await pagePowers(ctx, courseId, wikiId),
    restore: await previewRestore(ctx, courseId, pageId, 1, null),
    templates: await pageTemplates(ctx, courseId, wikiId),
    files: await wikiFiles(ctx, courseId, wikiId),
    draft: await findDraft(ctx, { courseId, pageId }),
    assignment: await findAssignment(ctx, courseId, assignmentId),
    assignments: await courseAssignments(ctx, courseId),
    names: await wikiNames(ctx, courseId, assignmentId),
    expected: await findExpected(ctx, courseId, assignmentId),
    met: await metByEach(ctx, courseId, assignmentId, [wikiId]),
    review: await assignmentReview(ctx, courseId, assignmentId),
    group: await findGroup(ctx, courseId, wikiId, allTime),
    findings: await classFindings(ctx, courseId, [{ wikiId, name: "Alder" }]),
    waiting: await findingsWaiting(ctx, courseId),
    statements,
    loaded,
    evidence: await Promise.all(
      people.flatMap((id) => figureNames.map((figure) => findEvidence(ctx, courseId, wikiId, id, figure))),
    ),
    conversation: await Promise.all(loaded.map((each) => each && conversationOf(ctx.db, each))),
    changes: await Promise.all(statements.map((each) => each && changesOf(ctx, each))),
  };
}

test("a hidden page is told to nobody from whom it is hidden, on any screen, and its work counts all the same", async () => {
  const course = await hiddenPage();
  const { courseId, wikiId, as } = course;
  const people = ["mira", "jonas", "priya"].map((name) => as(name as "mira").viewer.id);
  const now = later(60 * 24 * 16);
  const looking = { ...as("mira", now), lookingAs: { by: as("ines").viewer, courseId } };
  const viewers: Record<string, Context> = {
    assistant: as("tobin", now),
    observer: as("olga", now),
    author: as("mira", now),
    member: as("jonas", now),
    "other group": as("priya", now),
    stranger: as("una", now),
    looking,
  };
  const seen = await everything(as("ines", now), course, people);
  for (const part of ["page", "wiki", "ledger", "group", "statements", "evidence", "conversation", "changes"])
    expect([part, told(seen[part]).includes(mark)]).toEqual([part, true]);
  for (const [viewer, ctx] of Object.entries(viewers)) {
    for (const [part, value] of Object.entries(await everything(ctx, course, people)))
      expect([viewer, part, told(value).includes(mark)]).toEqual([viewer, part, false]);
  }
  // An assistant reads the same figures as an instructor.
  const figuresOf = async (ctx: Context) =>
    (await findStatement(ctx, courseId, wikiId, people[0]!, allTime))!.figures;
  expect(await figuresOf(as("tobin", now))).toEqual(await figuresOf(as("ines", now)));

  // Whoever has left, or sees other groups alone.
  await db
    .update(enrolment)
    .set({ onlyGivenGroups: true })
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, as("tobin").viewer.id)));
  await db
    .update(enrolment)
    .set({ leftAt: now })
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, as("jonas").viewer.id)));
  for (const name of ["tobin", "jonas"] as const)
    for (const [part, value] of Object.entries(await everything(as(name, now), course, people)))
      expect([name, part, told(value).includes(mark)]).toEqual([name, part, false]);

  // A guest of an open room.
  const begun = await openRoomFor(as("ines", now), courseId, course.assignmentId, {
    title: "",
    pages: [course.homeId],
    minutes: 60,
    names: { kind: "list", names: ["Ada"] },
  });
  if (begun.kind !== "saved") throw new Error(JSON.stringify(begun));
  const room = (await findRoom(as("ines", now), courseId, begun.id))!;
  const entered = await enter({ db, now, newId, address: newId() }, room.code, room.names[0]!.id);
  if (entered.kind !== "entered") throw new Error(entered.problem.code);
  const { guestId } = (await guestByToken(db, entered.token, now))!;
  const guest = { db, now, newId, viewer: { id: guestId, name: "Ada" }, door: { courseId, id: begun.id } };
  expect(told(await pagesInRoom(guest))).not.toContain(mark);
  expect(await outsidePage(guest, course.pageId)).toBeNull();
  expect(told(await outsidePage(guest, course.homeId))).not.toContain(mark);

  // Readers with a link.
  const link = await makeLink(as("ines", now), courseId, course.assignmentId, {
    wikiId,
    pageId: null,
    names: "full",
    isListed: false,
    endsAt: null,
  });
  if (link.kind !== "saved") throw new Error(JSON.stringify(link));
  const [made] = await db
    .select({ token: readerLink.token })
    .from(readerLink)
    .where(and(eq(readerLink.courseId, courseId), eq(readerLink.id, link.id)));
  const opened = await openedBy({ db, now, newId }, made!.token);
  expect(opened).not.toBeNull();
  expect(told(opened!.opened)).not.toContain(mark);
  expect(await openedPage(opened!.reader, "full", course.pageId)).toBeNull();
});

test("whoever starts a page of a title that a hidden one has is told that the title is not free, and not where it is", async () => {
  const { courseId, wikiId, pageId, as } = await hiddenPage();
  const again = (ctx: Context) =>
    startPage(ctx, { courseId, wikiId, title: `${mark} PLAN`, document: fromMarkdown("Mine."), note: "" });
  expect(await again(as("mira", later(10)))).toEqual({
    kind: "refused",
    problem: { code: "title taken", pageId: null },
  });
  expect(await again(as("ines", later(10)))).toEqual({
    kind: "refused",
    problem: { code: "title taken", pageId },
  });
});
