/**
 * A course on a real database, for tests of the data layer. Each call makes another one, so that tests do not
 * meet.
 */
import { randomUUID } from "node:crypto";
import { inject } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { createAccounts } from "@/data/accounts/write";
import { readableWikis } from "@/data/assignments/read";
import type { AssignmentInput } from "@/data/assignments/input";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { insertCourse } from "@/data/courses/write";
import type { Level, Who } from "@/core/access/may";
import { Ahead } from "@/core/access/ahead";
import { whoKey } from "@/core/access/rule";
import { cellAt, personAt } from "@/core/access/sheet";
import type { AccessChanged } from "@/data/access/dto";
import { accessSheet } from "@/data/access/sheet";
import { setAccess } from "@/data/access/write";
import { openDatabase } from "@/data/db/client";
import { saveGroupSet } from "@/data/groups/write";
import type { Saved } from "@/data/pages/dto";
import { findPage, findWiki } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { powers, type Role } from "@/core/access/may";

/** For all tests of one worker, to whose end it stays open. */
export const { db } = openDatabase(inject("databaseUrl"), 5);

/** Ten o'clock on a Monday in March, in the middle of the assignment that `makeCourse` makes. */
export const monday = new Date("2026-03-16T10:00:00Z");

export function later(minutes: number): Date {
  return new Date(monday.getTime() + minutes * 60_000);
}

export interface TestCourse {
  readonly courseId: string;
  readonly setId: string;
  readonly assignmentId: string;
  /** The wiki of Mira and Jonas, and the one of Priya. */
  readonly wikiId: string;
  readonly otherWikiId: string;
  readonly homeId: string;
  /**
   * The context of one of the people, by first name: ines teaches, tobin assists, olga observes, una is not
   * on the course.
   */
  readonly as: (name: "ines" | "tobin" | "olga" | "mira" | "jonas" | "priya" | "una", now?: Date) => Context;
}

const roles: Record<string, Role> = {
  ines: "instructor",
  tobin: "assistant",
  olga: "observer",
  mira: "student",
  jonas: "student",
  priya: "student",
};

export const assignmentInput = (setId: string | null): AssignmentInput => ({
  title: "Dossier",
  brief: fromMarkdown("Write about your river."),
  opensAt: "2026-03-02T09:00",
  dueAt: "2026-04-01T17:00",
  closesAtDue: true,
  cutOffAt: null,
  commentsOn: true,
  othersReadFrom: null,
  membersMay: [...powers],
  sharing: "group",
  setId,
  expected: [],
  starterPages: [
    {
      id: newId(),
      title: "Home",
      document: fromMarkdown("## The river\n\nSay where it rises. See [[Fish]]."),
      parentId: null,
      forEachMember: false,
    },
    {
      id: newId(),
      title: "Plan",
      document: fromMarkdown("What should be done, and in which order?"),
      parentId: null,
      forEachMember: false,
    },
  ],
});

export const noSignUp = {
  seed: null,
  signUpLimit: null,
  signUpUntil: null,
  published: true,
  movesFrom: null,
};

/** A course with its people and the set of groups "Rivers": Alder (Mira and Jonas) and Thorn (Priya). */
export async function makePeople(): Promise<Pick<TestCourse, "courseId" | "setId" | "as">> {
  const courseId = newId();
  const id = (name: string) => `${name}${courseId}`;
  const as: TestCourse["as"] = (name, now = monday) => ({ db, viewer: { id: id(name), name }, now, newId });
  const names = [...Object.keys(roles), "una"];
  await createAccounts(
    db,
    names.map((name) => ({
      id: id(name),
      name,
      email: `${name}-${randomUUID()}@rivers.example`,
      passwordHash: "none",
    })),
    monday,
  );
  const course = {
    id: courseId,
    title: "Rivers",
    term: "Spring",
    timeZone: "Europe/Dublin",
    startsOn: "2026-02-02",
    endsOn: "2026-06-30",
  };
  await insertCourse(
    db,
    course,
    Object.entries(roles).map(([name, role]) => ({ id: id(name), role })),
    monday,
  );
  const set = await saveGroupSet(as("ines", settingUp), courseId, null, {
    title: "Rivers",
    ...noSignUp,
    groups: [
      { id: null, name: "Alder", topic: "Eels", members: [id("mira"), id("jonas")] },
      { id: null, name: "Thorn", topic: "", members: [id("priya")] },
    ],
  });
  if (set.kind !== "saved") throw new Error(JSON.stringify(set.problem));
  return { courseId, setId: set.setId, as };
}

/** The day before the assignment opens, when everything is set up. */
export const settingUp = new Date("2026-03-01T12:00:00Z");

/** Prepares and publishes an assignment, and makes its wikis as the job does. */
export async function publish(ctx: Context, courseId: string, input: AssignmentInput): Promise<string> {
  const prepared = await prepareAssignment(ctx, courseId, input);
  if (prepared.kind !== "saved") throw new Error(JSON.stringify(prepared.problem));
  const published = await publishAssignment(ctx, courseId, prepared.assignmentId);
  if (published.kind !== "saved") throw new Error(JSON.stringify(published.problem));
  await bringWikisUp(ctx, { courseId, assignmentId: prepared.assignmentId });
  return prepared.assignmentId;
}

export async function makeCourse(over: Partial<AssignmentInput> = {}): Promise<TestCourse> {
  const { courseId, setId, as } = await makePeople();
  const assignmentId = await publish(as("ines", settingUp), courseId, { ...assignmentInput(setId), ...over });
  const wikis = await readableWikis(as("ines"), courseId, assignmentId);
  return {
    courseId,
    setId,
    assignmentId,
    wikiId: wikis[0]!.id,
    otherWikiId: wikis[1]?.id ?? "",
    homeId: wikis[0]!.homePageId!,
    as,
  };
}

/** Saves a page's text, given as Markdown, on top of its newest entry unless `base` says otherwise. */
export async function write(
  ctx: Context,
  courseId: string,
  pageId: string,
  markdown: string,
  base?: number,
): Promise<Saved> {
  const page = await findPage(ctx, courseId, pageId);
  return savePage(ctx, {
    courseId,
    pageId,
    base: base ?? page?.entries ?? 0,
    document: fromMarkdown(markdown),
    note: "",
  });
}

export async function pageNamed(
  ctx: Context,
  courseId: string,
  wikiId: string,
  title: string,
): Promise<string> {
  const wiki = await findWiki(ctx, courseId, wikiId);
  const found = wiki?.contents.find((item) => item.title === title);
  if (!found) throw new Error(`No page ${title}`);
  return found.id;
}

/** Sets what the wiki's own group may do on a page, for always; null takes it away again. */
export async function setGroupLevel(
  ctx: Context,
  { courseId, assignmentId }: Pick<TestCourse, "courseId" | "assignmentId">,
  pageId: string,
  level: Level | null,
): Promise<AccessChanged> {
  return setAccess(ctx, courseId, assignmentId, [{ scope: "page", place: pageId, who: { kind: "group" } }], {
    level,
    from: null,
    until: null,
    weekly: null,
  });
}

/** What the access sheet says in one cell; null if it has none such. */
export async function toldLevel(
  ctx: Context,
  { courseId, assignmentId }: Pick<TestCourse, "courseId" | "assignmentId">,
  wikiId: string,
  pageId: string,
  who: Who,
): Promise<Level | null> {
  const sheet = await accessSheet(ctx, courseId, assignmentId, { wiki: wikiId });
  const row = sheet?.rows.find(({ id }) => id === pageId);
  const column = sheet?.columns.find((each) => whoKey(each.who) === whoKey(who));
  return sheet && row && column
    ? cellAt(new Ahead(sheet.rules, sheet.timeZone, ctx.now.getTime()), personAt(column, row), row).level
    : null;
}
