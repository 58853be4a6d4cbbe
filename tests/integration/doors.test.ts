/**
 * Ways in for people without an account: open rooms and readers' links, and whose the words are that guests
 * wrote.
 */
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { accessLog } from "@/data/access/log";
import { setAccess, undoAccess } from "@/data/access/write";
import { addComment } from "@/data/comments/write";
import { findCourse, myCourses } from "@/data/courses/read";
import { course } from "@/data/db/tables/courses";
import { openRoom } from "@/data/db/tables/doors";
import { codeGuard } from "@/data/accounts/guard";
import { enter, guestByToken, knock, type Knocking } from "@/data/doors/entering";
import { giveEntries, takeEntriesBack } from "@/data/doors/given";
import { endLink, linksOf, makeLink, openedBy, openedPage } from "@/data/doors/links";
import { outsidePage, pagesInRoom } from "@/data/doors/outside";
import { findRoom, roomsOf } from "@/data/doors/read";
import { endRoom, freeName, openRoomFor, prolongRoom } from "@/data/doors/rooms";
import { findDifferences } from "@/data/ledger/check";
import { ledgerLines } from "@/data/ledger/list";
import { renamePage } from "@/data/pages/places";
import { findPage, findWiki } from "@/data/pages/read";
import { savePage, startPage } from "@/data/pages/write";
import { mergeAccounts } from "@/data/people/merge";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import { unassigned } from "@/data/review/dto";
import type { Context, Door } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import {
  db,
  later,
  makeCourse,
  pageNamed,
  setGroupLevel,
  type TestCourse,
  toldLevel,
  write,
} from "../support/course";

const at = (minutes: number, address = newId()): Knocking => ({ db, now: later(minutes), newId, address });
type Guest = Context & { readonly door: Door };

/** A room of the home page, opened at `monday` for an hour. */
async function roomAtHome(over: Parameters<typeof openRoomFor>[3] | object = {}) {
  const made = await makeCourse();
  const ines = made.as("ines");
  const saved = await openRoomFor(ines, made.courseId, made.assignmentId, {
    title: "Monday",
    pages: [made.homeId],
    minutes: 60,
    names: { kind: "list", names: ["Ada", "Ben"] },
    ...over,
  });
  if (saved.kind !== "saved") throw new Error(JSON.stringify(saved.problem));
  const room = (await findRoom(ines, made.courseId, saved.id))!;
  return { ...made, ines, roomId: saved.id, room };
}

async function comeIn(
  code: string,
  name: string,
  minutes = 5,
): Promise<{ token: string; guest: (minutes: number) => Promise<Guest | null> }> {
  const door = await knock(at(minutes), code);
  if (door.kind !== "room") throw new Error(door.problem.code);
  const entered = await enter(at(minutes), code, door.room.names.find((each) => each.name === name)!.id);
  if (entered.kind !== "entered") throw new Error(entered.problem.code);
  return {
    token: entered.token,
    guest: async (now) => {
      const found = await guestByToken(db, entered.token, later(now));
      return found && found.inside.isOpen
        ? {
            db,
            now: later(now),
            newId,
            viewer: { id: found.guestId, name: found.inside.name },
            door: { courseId: found.courseId, id: found.roomId },
          }
        : null;
    },
  };
}

async function saveAs(ctx: Guest, pageId: string, markdown: string) {
  const found = await outsidePage(ctx, pageId);
  return savePage(ctx, {
    courseId: ctx.door.courseId,
    pageId,
    base: found?.entries ?? 1,
    document: fromMarkdown(markdown),
    note: "",
  });
}

async function review({ as, courseId, assignmentId, wikiId }: TestCourse) {
  return (await assignmentReview(as("ines", later(600)), courseId, assignmentId))!.find(
    (group) => group.wikiId === wikiId,
  )!;
}

describe("an open room", () => {
  test("lets guests read and write its pages, and nothing else", async () => {
    const { courseId, wikiId, homeId, room, as } = await roomAtHome();
    const ben = (await (await comeIn(room.code.toLowerCase(), "Ben")).guest(10))!;
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    expect((await pagesInRoom(ben)).map(({ id, mayWrite }) => [id, mayWrite])).toEqual([[homeId, true]]);
    expect((await saveAs(ben, homeId, "Eels were seen below the weir.")).kind).toBe("saved");
    expect(await outsidePage(ben, planId)).toBeNull();
    expect(await saveAs(ben, planId, "Not mine.")).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
    expect(await findCourse(ben, courseId)).toBeNull();
    expect(await myCourses(ben)).toEqual([]);
    expect(await findWiki(ben, courseId, wikiId)).toBeNull();
    expect((await addComment(ben, { courseId, pageId: homeId, parent: null, body: "May I?" })).kind).toBe(
      "refused",
    );
    expect(
      (await startPage(ben, { courseId, wikiId, title: "New", document: fromMarkdown("New"), note: "" }))
        .kind,
    ).toBe("refused");
    expect((await renamePage(ben, { courseId, pageId: homeId, title: "Mine" })).kind).toBe("refused");
    expect(
      (await ledgerLines(as("mira", later(20)), courseId, { kind: "page", id: homeId }))!.lines[0]!.author,
    ).toBe("Ben (guest)");
  });

  test("closes by itself, at once when it is ended, and goes on where it was", async () => {
    const { courseId, homeId, roomId, room, ines } = await roomAtHome();
    const { guest } = await comeIn(room.code, "Ada");
    expect(await guest(59)).not.toBeNull();
    expect(await guest(60)).toBeNull();
    expect((await knock(at(60), room.code)).kind).toBe("refused");
    const open = (await guest(10))!;
    expect((await saveAs({ ...open, now: later(61) }, homeId, "Too late.")).kind).toBe("refused");
    expect((await endRoom({ ...ines, now: later(20) }, courseId, roomId)).kind).toBe("saved");
    expect(await guest(21)).toBeNull();
    expect((await saveAs({ ...open, now: later(21) }, homeId, "Too late as well.")).kind).toBe("refused");
    expect(await endRoom({ ...ines, now: later(22) }, courseId, roomId)).toMatchObject({
      problem: { code: "has ended" },
    });
    expect((await prolongRoom({ ...ines, now: later(30) }, courseId, roomId, 15)).kind).toBe("saved");
    expect((await saveAs((await guest(44))!, homeId, "In time again.")).kind).toBe("saved");
    expect(await guest(45)).toBeNull();
    const log = (await accessLog(ines, courseId, room.assignmentId))!;
    expect(log.lines.map(({ kind }) => kind).filter((kind) => kind.startsWith("door"))).toEqual([
      "door opened",
      "door ended",
      "door opened",
    ]);
    expect(
      (await undoAccess(ines, courseId, log.lines.find(({ kind }) => kind === "door opened")!.id)).kind,
    ).toBe("refused");
  });

  test("the guests of one room are no guests of another, even on the same course", async () => {
    const { courseId, assignmentId, otherWikiId, as, room, ines } = await roomAtHome();
    const other = (await findWiki(ines, courseId, otherWikiId))!.contents[0]!.id;
    expect(
      (
        await openRoomFor(ines, courseId, assignmentId, {
          title: "",
          pages: [other],
          minutes: 60,
          names: { kind: "people", people: [as("priya").viewer.id] },
        })
      ).kind,
    ).toBe("saved");
    const ada = (await (await comeIn(room.code, "Ada")).guest(10))!;
    expect(await outsidePage(ada, other)).toBeNull();
    expect((await saveAs(ada, other, "Strayed.")).kind).toBe("refused");
  });

  test("a name is one browser’s, until it is let go", async () => {
    const { courseId, roomId, room, ines } = await roomAtHome();
    const names = room.names.map(({ id }) => id);
    const both = await Promise.all([enter(at(1), room.code, names[0]!), enter(at(1), room.code, names[0]!)]);
    expect(both.map(({ kind }) => kind).sort()).toEqual(["entered", "refused"]);
    const door = await knock(at(2), room.code);
    expect(door.kind === "room" && door.room.names.map(({ isTaken }) => isTaken)).toEqual([true, false]);
    const held = both.find((each) => each.kind === "entered")!;
    expect((await freeName(ines, courseId, roomId, names[0]!)).kind).toBe("saved");
    expect(await guestByToken(db, held.token, later(3))).toBeNull();
    expect((await enter(at(4), room.code, names[0]!)).kind).toBe("entered");
  });

  test("wrong codes are counted for each address, right ones are not", async () => {
    const { room } = await roomAtHome();
    const here = newId();
    for (let times = 0; times < codeGuard.free; times++) {
      if (times % 50 === 0) expect((await knock(at(1, here), room.code)).kind).toBe("room");
      expect(await knock(at(1, here), "BCDF2345")).toEqual({
        kind: "refused",
        problem: { code: "no such room" },
      });
    }
    // Whoever tries on has to wait, longer each time, and a class at another address does not.
    expect(await knock(at(1, here), room.code)).toEqual({ kind: "refused", problem: { code: "too many" } });
    expect((await knock(at(1), room.code)).kind).toBe("room");
    expect((await knock(at(2, here), room.code)).kind).toBe("room");
  });

  test.each([
    ["a page of another assignment", { pages: ["nosuchpage"] }, "no pages"],
    ["the same name twice", { names: { kind: "list", names: ["Ada", "ada"] } }, "name twice"],
    ["somebody who is no student", { names: { kind: "people", people: ["nobody"] } }, "no such student"],
    ["no time at all", { minutes: 0 }, "bad input"],
    ["no pages", { pages: [] }, "bad input"],
  ] as const)("is not opened with %s", async (_, over, code) => {
    const { as, courseId, assignmentId, homeId } = await makeCourse();
    const input = {
      title: "",
      pages: [homeId],
      minutes: 60,
      names: { kind: "list", names: ["Ada"] },
      ...over,
    } as Parameters<typeof openRoomFor>[3];
    expect(await openRoomFor(as("ines"), courseId, assignmentId, input)).toMatchObject({
      kind: "refused",
      problem: { code },
    });
    expect(await db.select().from(openRoom).where(eq(openRoom.courseId, courseId))).toEqual([]);
  });

  test("students and assistants neither open nor see one, and a course that is archived opens none", async () => {
    const { as, courseId, assignmentId, homeId, roomId } = await roomAtHome();
    const input = {
      title: "",
      pages: [homeId],
      minutes: 60,
      names: { kind: "list" as const, names: ["Ada"] },
    };
    for (const name of ["mira", "tobin", "olga", "una"] as const) {
      expect((await openRoomFor(as(name), courseId, assignmentId, input)).kind).toBe("refused");
      expect(await findRoom(as(name), courseId, roomId)).toBeNull();
      expect(await roomsOf(as(name), courseId, assignmentId)).toBeNull();
    }
    await db
      .update(course)
      .set({ archivedAt: later(1) })
      .where(eq(course.id, courseId));
    expect((await openRoomFor(as("ines", later(2)), courseId, assignmentId, input)).kind).toBe("refused");
  });
});

describe("what guests wrote", () => {
  /** Mira wrote first; then Ada and Ben wrote as guests. */
  async function written() {
    const made = await roomAtHome();
    const { courseId, homeId, room, as } = made;
    await write(as("mira", later(1)), courseId, homeId, "Weirs stop every single eel on their way up.");
    const [ada, ben] = [
      (await (await comeIn(room.code, "Ada")).guest(10))!,
      (await (await comeIn(room.code, "Ben")).guest(12))!,
    ];
    await saveAs(
      ada,
      homeId,
      "Weirs stop every single eel on their way up.\n\nHerons wait for them below it.",
    );
    await saveAs(
      ben,
      homeId,
      "Weirs stop every single eel on their way up.\n\nHerons wait for them below it.\n\nA ramp of stones would help both.",
    );
    return { ...made, ada, ben };
  }
  const figures = async (made: TestCourse) => {
    const group = await review(made);
    return {
      members: Object.fromEntries(
        group.members.map(({ member, figures }) => [member.name, figures.standing]),
      ),
      unassigned: group.unassigned?.figures.standing ?? 0,
      others: group.othersWords,
    };
  };

  test("is unassigned, and stands in the group’s whole", async () => {
    const made = await written();
    const group = await review(made);
    expect(await figures(made)).toEqual({ members: { mira: 9, jonas: 0 }, unassigned: 13, others: 0 });
    expect(
      group.members.reduce(
        (sum, { sharePercent }) => sum + (sharePercent ?? 0),
        group.unassigned!.sharePercent!,
      ),
    ).toBe(100);
    for (const figure of ["entries", "added", "standing", "share"] as const) {
      const evidence = (await findEvidence(
        made.as("ines", later(600)),
        made.courseId,
        made.wikiId,
        unassigned,
        figure,
      ))!;
      const expected =
        figure === "share" ? group.unassigned!.figures.standing : group.unassigned!.figures[figure];
      expect(evidence.lines.reduce((sum, { amount }) => sum + amount, 0)).toBe(expected);
    }
    expect((await findPage(made.as("mira", later(30)), made.courseId, made.homeId))!.unassigned).toBe(13);
  });

  test("counts as theirs to whom it is given, by name and by entry, and is taken back without a trace in the figures", async () => {
    const made = await written();
    const { courseId, roomId, as, homeId } = made;
    const ines = as("ines", later(90));
    const room = (await findRoom(ines, courseId, roomId))!;
    const before = await figures(made);
    const all = await giveEntries(
      ines,
      courseId,
      roomId,
      { nameId: room.names[0]!.id },
      as("jonas").viewer.id,
    );
    expect(await figures(made)).toEqual({ members: { mira: 9, jonas: 6 }, unassigned: 7, others: 0 });
    const { wikiId, rev } = room.names[1]!.entries[0]!;
    const one = await giveEntries(
      as("ines", later(91)),
      courseId,
      roomId,
      { wikiId, rev },
      as("mira").viewer.id,
    );
    expect(await figures(made)).toEqual({ members: { mira: 16, jonas: 6 }, unassigned: 0, others: 0 });
    expect(
      (await ledgerLines(as("mira", later(95)), courseId, { kind: "page", id: homeId }))!.lines.map(
        ({ author }) => author,
      ),
    ).toEqual(["mira", "jonas", "mira", null]);
    expect(await findDifferences(db, courseId)).toEqual([]);
    const told = (await findRoom(ines, courseId, roomId))!;
    expect(told.log.map(({ from, to, entry }) => [from, to, entry?.number ?? null])).toEqual([
      ["Ben (guest)", "mira", 4],
      ["Ada (guest)", "jonas", null],
    ]);
    if (all.kind !== "saved" || one.kind !== "saved") throw new Error("not given");
    await takeEntriesBack(ines, courseId, one.id);
    await takeEntriesBack(ines, courseId, all.id);
    expect(await figures(made)).toEqual(before);
    expect(await findDifferences(db, courseId)).toEqual([]);
    expect(await takeEntriesBack(ines, courseId, all.id)).toMatchObject({
      problem: { code: "undone already" },
    });
  });

  test("after all of a name was given, what is written under it goes on counting so, and follows a merge of accounts", async () => {
    const made = await written();
    const { courseId, roomId, as, homeId, room, ada } = made;
    await giveEntries(
      as("ines", later(20)),
      courseId,
      roomId,
      { nameId: room.names[0]!.id },
      as("jonas").viewer.id,
    );
    await saveAs(
      { ...ada, now: later(30) },
      homeId,
      "Weirs stop every single eel on their way up.\n\nHerons wait for them below it, all day long.\n\nA ramp of stones would help both.",
    );
    expect((await figures(made)).members).toEqual({ mira: 9, jonas: 9 });
    expect(await findDifferences(db, courseId)).toEqual([]);
    expect(
      (await mergeAccounts(as("ines", later(40)), courseId, as("jonas").viewer.id, as("mira").viewer.id))
        .kind,
    ).toBe("saved");
    expect((await figures(made)).members.mira).toBe(18);
    expect(await findDifferences(db, courseId)).toEqual([]);
  });

  test("is given by those who run the course alone, of guests alone, to students alone", async () => {
    const made = await written();
    const { courseId, roomId, as, room, wikiId } = made;
    const gift = { nameId: room.names[0]!.id };
    for (const name of ["mira", "tobin"] as const)
      expect(await giveEntries(as(name), courseId, roomId, gift, as("mira").viewer.id)).toMatchObject({
        problem: { code: "not allowed" },
      });
    expect(await giveEntries(as("ines"), courseId, roomId, gift, as("tobin").viewer.id)).toMatchObject({
      problem: { code: "no such student" },
    });
    const [miras] = (await findEvidence(
      as("ines", later(60)),
      courseId,
      wikiId,
      as("mira").viewer.id,
      "entries",
    ))!.lines;
    expect(miras!.number).toBe(2);
    for (let rev = 1; rev <= 3; rev++)
      expect(
        await giveEntries(as("ines"), courseId, roomId, { wikiId, rev }, as("jonas").viewer.id),
      ).toMatchObject({ problem: { code: "not a guest" } });
  });

  test("a save that is under way when its name is given counts as given", async () => {
    const made = await written();
    const { courseId, roomId, as, homeId, room, ben } = made;
    const text =
      "Weirs stop every single eel on their way up.\n\nHerons wait for them below it.\n\nA ramp of stones would help both of them.";
    const results = await Promise.all([
      saveAs({ ...ben, now: later(15) }, homeId, text),
      giveEntries(
        as("ines", later(15)),
        courseId,
        roomId,
        { nameId: room.names[1]!.id },
        as("jonas").viewer.id,
      ),
    ]);
    expect(results.map(({ kind }) => kind)).toEqual(["saved", "saved"]);
    expect(await figures(made)).toMatchObject({ members: { mira: 9, jonas: 9 }, unassigned: 6 });
    expect(await findDifferences(db, courseId)).toEqual([]);
  });
});

describe("a readers’ link", () => {
  async function link(over: Partial<Parameters<typeof makeLink>[3]> = {}) {
    const made = await makeCourse();
    const { courseId, assignmentId, wikiId, as, homeId } = made;
    await write(as("mira", later(1)), courseId, homeId, "The weir stops every eel. See [[Plan]].");
    const saved = await makeLink(as("ines", later(2)), courseId, assignmentId, {
      wikiId,
      pageId: null,
      names: "initials",
      isListed: false,
      endsAt: null,
      ...over,
    });
    if (saved.kind !== "saved") throw new Error(JSON.stringify(saved.problem));
    const { token } = (await linksOf(as("ines", later(2)), courseId, assignmentId))![0]!;
    return {
      ...made,
      linkId: saved.id,
      token,
      read: (minutes: number) => openedBy({ db, now: later(minutes), newId }, token),
    };
  }

  test("opens a wiki for reading, with names as it says, and nothing else", async () => {
    const { courseId, homeId, otherWikiId, as, read } = await link();
    const found = (await read(5))!;
    expect(found.opened.contents.map(({ title }) => title)).toEqual(["Home", "Plan"]);
    expect(await openedPage(found.reader, found.names, homeId)).toMatchObject({
      title: "Home",
      authors: ["M."],
      mayWrite: false,
    });
    const other = (await findWiki(as("ines"), courseId, otherWikiId))!.contents[0]!.id;
    expect(await openedPage(found.reader, found.names, other)).toBeNull();
    expect(
      (
        await savePage(found.reader as Context, {
          courseId,
          pageId: homeId,
          base: 2,
          document: fromMarkdown("Mine"),
          note: "",
        })
      ).kind,
    ).toBe("refused");
    expect(
      (await addComment(found.reader as Context, { courseId, pageId: homeId, parent: null, body: "Hello" }))
        .kind,
    ).toBe("refused");
    expect(await findCourse(found.reader, courseId)).toBeNull();
  });
  test.each([
    ["full", ["mira"]],
    ["none", []],
  ] as const)("names authors %s", async (names, authors) => {
    const { homeId, read } = await link({ names });
    const found = (await read(5))!;
    expect((await openedPage(found.reader, found.names, homeId))!.authors).toEqual(authors);
  });
  test("of one page opens that page", async () => {
    const made = await makeCourse();
    const planId = await pageNamed(made.as("mira"), made.courseId, made.wikiId, "Plan");
    await makeLink(made.as("ines"), made.courseId, made.assignmentId, {
      wikiId: made.wikiId,
      pageId: planId,
      names: "none",
      isListed: false,
      endsAt: null,
    });
    const { token } = (await linksOf(made.as("ines"), made.courseId, made.assignmentId))![0]!;
    const found = (await openedBy({ db, now: later(1), newId }, token))!;
    expect(found.opened.contents.map(({ id }) => id)).toEqual([planId]);
    expect(await openedPage(found.reader, "none", made.homeId)).toBeNull();
  });
  test("does not open a page that is hidden from its own group, unless that page is opened by itself", async () => {
    const made = await link();
    const { courseId, assignmentId, wikiId, homeId, linkId, as, read } = made;
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    await setGroupLevel(as("ines", later(3)), made, planId, "hidden");
    const found = (await read(5))!;
    expect(found.opened.contents.map(({ id }) => id)).toEqual([homeId]);
    expect(await openedPage(found.reader, "none", planId)).toBeNull();
    const who = { kind: "guests" as const, door: linkId };
    expect(
      (
        await setAccess(
          as("ines", later(6)),
          courseId,
          assignmentId,
          [{ scope: "page", place: planId, who }],
          { level: "read", from: null, until: null, weekly: null },
        )
      ).kind,
    ).toBe("changed");
    expect((await read(7))!.opened.contents).toHaveLength(2);
    expect(await toldLevel(as("ines", later(7)), made, wikiId, planId, who)).toBe("read");
  });
  test("ends when it is ended, and at its time; its address then opens nothing", async () => {
    const { courseId, linkId, as, read, homeId } = await link({ endsAt: later(30) });
    const open = (await read(29))!;
    expect(await read(30)).toBeNull();
    expect(await openedPage({ ...open.reader, now: later(30) }, "none", homeId)).toBeNull();
    await endLink(as("ines", later(10)), courseId, linkId);
    expect(await read(11)).toBeNull();
  });
  test("is made by those who run the course, of its own wikis", async () => {
    const { as, courseId, assignmentId, wikiId } = await makeCourse();
    const input = { wikiId, pageId: null, names: "none" as const, isListed: false, endsAt: null };
    for (const name of ["mira", "tobin", "una"] as const) {
      expect((await makeLink(as(name), courseId, assignmentId, input)).kind).toBe("refused");
      expect(await linksOf(as(name), courseId, assignmentId)).toBeNull();
    }
    const other = await makeCourse();
    expect(
      await makeLink(as("ines"), courseId, assignmentId, { ...input, wikiId: other.wikiId }),
    ).toMatchObject({ problem: { code: "not found" } });
    expect(
      await makeLink(as("ines"), courseId, assignmentId, { ...input, pageId: other.homeId }),
    ).toMatchObject({ problem: { code: "not found" } });
  });
});
