/** Open rooms, for those who run the course: opening, ending, going on, and letting a name go. */
import "server-only";
import { id } from "@/core/text/id";
import { and, eq, inArray } from "drizzle-orm";
import * as z from "zod";
import type { Cell, Setting } from "@/core/access/setting";
import { typedText } from "@/core/text/typed";
import { mayChangeCourse } from "../access/read";
import { endRules, lockWikis, makeRules, tell } from "../access/record";
import { assignmentAt, pagesOf, wikisOf } from "../access/sheet";
import { openRoom, roomName, roomPage } from "../db/tables/doors";
import { accessChange, accessRule, type ChangeKind, type ToldSetting, wiki } from "../db/tables/wikis";
import type { Queryable } from "../db/client";
import type { Context, ContextIn } from "../session/context";
import { newCode } from "./code";
import type { DoorSaved } from "./dto";
import { studentsOf } from "./people";
import { refused } from "../refusal";

const name = typedText(80, { tooLong: "A name has at most 80 characters" }, 1);
const minutes = z
  .int()
  .min(5, "A room is open for at least 5 minutes")
  .max(600, "A room is open for 10 hours at most");

export const roomInput = z.object({
  title: typedText(100, { tooLong: "What the room is called has at most 100 characters" }),
  pages: z.array(id).min(1, "Choose the pages that are written").max(1000),
  minutes,
  names: z.discriminatedUnion("kind", [
    z.object({
      kind: z.literal("list"),
      names: z
        .array(name)
        .min(1, "Give the names that can be chosen")
        .max(400, "A room takes 400 names at most"),
    }),
    z.object({
      kind: z.literal("people"),
      people: z
        .array(id)
        .min(1, "Choose whose names can be chosen")
        .max(400, "A room takes 400 names at most"),
    }),
  ]),
});

const minute = 60_000;

/** Opens a room at once: its code works, and its guests may write the chosen pages until it ends. */
export async function openRoomFor(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  input: z.input<typeof roomInput>,
): Promise<DoorSaved> {
  const parsed = roomInput.safeParse(input);
  if (!parsed.success) return refused({ code: "bad input", message: parsed.error.issues[0]!.message });
  const given = parsed.data;
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    if (!(await assignmentAt(tx, courseId, assignmentId))) return refused({ code: "not found" });
    const known = new Set(
      (
        await pagesOf(
          tx,
          courseId,
          (await wikisOf(tx, courseId, assignmentId)).map((each) => each.id),
        )
      ).map((each) => each.id),
    );
    const pages = [...new Set(given.pages)];
    if (!pages.every((page) => known.has(page))) return refused({ code: "no pages" });
    const names = await namesOf(tx, courseId, given.names);
    if (names === null) return refused({ code: "no such student" });
    const twice = names.find(
      (each, at) => names.findIndex((other) => other.name.toLowerCase() === each.name.toLowerCase()) !== at,
    );
    if (twice) return refused({ code: "name twice", name: twice.name });
    const roomId = ctx.newId();
    const endsAt = new Date(ctx.now.getTime() + given.minutes * minute);
    await tx.insert(openRoom).values({
      courseId,
      id: roomId,
      assignmentId,
      title: given.title,
      code: newCode(),
      openedAt: ctx.now,
      openedBy: ctx.viewer.id,
      endsAt,
    });
    await tx.insert(roomPage).values(pages.map((pageId) => ({ courseId, roomId, pageId })));
    await tx
      .insert(roomName)
      .values(names.map((each, position) => ({ courseId, roomId, id: ctx.newId(), position, ...each })));
    await setForGuests(inside, {
      courseId,
      assignmentId,
      doorId: roomId,
      cells: roomCells(roomId, pages),
      setting: writing(ctx.now, endsAt),
      kind: "door opened",
    });
    return { kind: "saved", id: roomId };
  });
}

/** Ends a room at once. What its guests have not saved stays on their machines. */
export async function endRoom(ctx: Context, courseId: string, roomId: string): Promise<DoorSaved> {
  return atRoom(ctx, courseId, roomId, async (inside, room) => {
    if (!isOpenAt(room, ctx.now)) return refused({ code: "has ended" });
    await inside.db
      .update(openRoom)
      .set({ endedAt: ctx.now })
      .where(and(eq(openRoom.courseId, courseId), eq(openRoom.id, roomId)));
    await setForGuests(inside, {
      courseId,
      assignmentId: room.assignmentId,
      doorId: roomId,
      cells: await cellsOf(inside.db, courseId, roomId),
      setting: null,
      kind: "door ended",
    });
    return { kind: "saved", id: roomId };
  });
}

/**
 * Lets a room go on: so many minutes after its end, or from now on if it has ended. Its code and its names
 * stay.
 */
export async function prolongRoom(
  ctx: Context,
  courseId: string,
  roomId: string,
  by: number,
): Promise<DoorSaved> {
  const parsed = minutes.safeParse(by);
  if (!parsed.success) return refused({ code: "bad input", message: parsed.error.issues[0]!.message });
  return atRoom(ctx, courseId, roomId, async (inside, room) => {
    const from = isOpenAt(room, ctx.now) ? room.endsAt : ctx.now;
    const endsAt = new Date(from.getTime() + parsed.data * minute);
    await inside.db
      .update(openRoom)
      .set({ endsAt, endedAt: null })
      .where(and(eq(openRoom.courseId, courseId), eq(openRoom.id, roomId)));
    await setForGuests(inside, {
      courseId,
      assignmentId: room.assignmentId,
      doorId: roomId,
      cells: await cellsOf(inside.db, courseId, roomId),
      setting: writing(ctx.now, endsAt),
      kind: "door opened",
    });
    return { kind: "saved", id: roomId };
  });
}

/** Lets a name be chosen again: for a guest whose machine was changed, or who took the wrong one. */
export async function freeName(
  ctx: Context,
  courseId: string,
  roomId: string,
  nameId: string,
): Promise<DoorSaved> {
  return atRoom(ctx, courseId, roomId, async ({ db }) => {
    const freed = await db
      .update(roomName)
      .set({ tokenHash: null })
      .where(and(eq(roomName.courseId, courseId), eq(roomName.roomId, roomId), eq(roomName.id, nameId)))
      .returning({ id: roomName.id });
    return freed.length > 0 ? { kind: "saved", id: nameId } : refused({ code: "not found" });
  });
}

export function isOpenAt(
  { endsAt, endedAt }: { readonly endsAt: Date; readonly endedAt: Date | null },
  now: Date,
): boolean {
  return endedAt === null && now < endsAt;
}

async function atRoom(
  ctx: Context,
  courseId: string,
  roomId: string,
  act: (inside: ContextIn, room: typeof openRoom.$inferSelect) => Promise<DoorSaved>,
): Promise<DoorSaved> {
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const [room] = await tx
      .select()
      .from(openRoom)
      .where(and(eq(openRoom.courseId, courseId), eq(openRoom.id, roomId)))
      .for("update");
    return room ? act(inside, room) : refused({ code: "not found" });
  });
}

async function namesOf(
  tx: Queryable,
  courseId: string,
  given: z.output<typeof roomInput>["names"],
): Promise<{ name: string; personId: string | null }[] | null> {
  if (given.kind === "list") return given.names.map((each) => ({ name: each, personId: null }));
  const students = new Map((await studentsOf(tx, courseId)).map((each) => [each.id, each.name]));
  const people = [...new Set(given.people)];
  return people.every((each) => students.has(each))
    ? people.map((personId) => ({ personId, name: students.get(personId)! }))
    : null;
}

function writing(from: Date, until: Date): Setting & { readonly level: "write" } {
  return { level: "write", from: from.getTime(), until: until.getTime(), weekly: null };
}

const roomCells = (door: string, pages: readonly string[]): Cell[] =>
  pages.map((place) => ({ scope: "page", place, who: { kind: "guests", door } }));

async function cellsOf(db: Queryable, courseId: string, roomId: string): Promise<Cell[]> {
  const pages = await db
    .select({ id: roomPage.pageId })
    .from(roomPage)
    .where(and(eq(roomPage.courseId, courseId), eq(roomPage.roomId, roomId)));
  return roomCells(
    roomId,
    pages.map((each) => each.id),
  );
}

/**
 * Sets what the guests of a door may do at its own places, in the place of what was set there for them, and
 * tells it in the log of access; null ends it.
 */
export async function setForGuests(
  inside: ContextIn,
  {
    courseId,
    assignmentId,
    doorId,
    cells,
    setting,
    kind,
  }: {
    courseId: string;
    assignmentId: string;
    doorId: string;
    cells: readonly Cell[];
    setting: (Setting & { readonly level: "read" | "write" }) | null;
    kind: ChangeKind;
  },
): Promise<void> {
  const { db } = inside;
  const wikis = await db
    .select({ id: wiki.id })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId)));
  await lockWikis(db, courseId, wikis);
  const rows = await db
    .select({
      id: accessRule.id,
      place: accessRule.place,
      level: accessRule.level,
      from: accessRule.from,
      until: accessRule.until,
      endedAt: accessRule.endedAt,
    })
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        eq(accessRule.whoDoor, doorId),
        inArray(accessRule.place, [...cells.map((cell) => cell.place), ""]),
      ),
    );
  const standing = rows.filter((row) => row.endedAt === null && row.level !== null);
  const changeId = inside.newId();
  await endRules(
    inside,
    courseId,
    standing.map((row) => row.id),
    changeId,
  );
  if (setting)
    await makeRules(
      inside,
      courseId,
      cells.map((cell) => ({ ...cell, ...setting })),
      changeId,
      null,
    );
  const before = (place: string): ToldSetting[] =>
    standing
      .filter((row) => row.place === place)
      .map((row) => ({
        level: row.level!,
        from: row.from?.toISOString() ?? null,
        until: row.until?.toISOString() ?? null,
        weekly: null,
      }));
  await db.insert(accessChange).values({
    courseId,
    id: changeId,
    assignmentId,
    byId: inside.viewer.id,
    at: inside.now,
    kind,
    told: cells.map((cell) => ({ cell, before: before(cell.place), after: setting ? [tell(setting)] : [] })),
  });
}
