/** Coming into an open room by its code and a name, without an account. */
import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course } from "../db/tables/courses";
import { openRoom, roomName } from "../db/tables/doors";
import { codeGuard, countTry, tryWasRight } from "../accounts/guard";
import { note } from "../log";
import { hashToken, newToken, readCode } from "./code";
import type { Entered, Knocked, RoomInsideDto } from "./dto";
import { isOpenAt } from "./rooms";
import { refusedFor } from "../refusal";

export interface Knocking {
  readonly db: Database;
  readonly now: Date;
  readonly newId: () => string;
  /** Where the request comes from: wrong codes are counted for each. */
  readonly address: string;
}

/**
 * The room with this code, with the names that can be chosen. Wrong codes are counted, right ones are not.
 */
export async function knock(at: Knocking, typed: string): Promise<Knocked> {
  const found = await roomByCode(at, typed);
  if ("refused" in found) return refusedFor(found.refused);
  const names = await at.db
    .select({
      id: roomName.id,
      name: roomName.name,
      isTaken: sql<boolean>`${roomName.tokenHash} is not null`,
    })
    .from(roomName)
    .where(and(eq(roomName.courseId, found.courseId), eq(roomName.roomId, found.id)))
    .orderBy(asc(roomName.position));
  return {
    kind: "room",
    room: { title: found.title, course: found.course, endsAt: found.endsAt, timeZone: found.timeZone, names },
  };
}

/** Takes a name, if nobody has it, and gives what lets this browser in again. */
export async function enter(at: Knocking, typed: string, nameId: string): Promise<Entered> {
  const found = await roomByCode(at, typed);
  if ("refused" in found) return refusedFor(found.refused);
  const token = newToken();
  return at.db.transaction(async (tx): Promise<Entered> => {
    const here = and(
      eq(roomName.courseId, found.courseId),
      eq(roomName.roomId, found.id),
      eq(roomName.id, nameId),
    );
    const [chosen] = await tx.select().from(roomName).where(here).for("update");
    if (!chosen) return refusedFor("no such name");
    if (chosen.tokenHash) return refusedFor("taken");
    let { guestId } = chosen;
    if (!guestId) {
      guestId = at.newId();
      // The address is of a domain that never exists: nobody can be invited there, or sign in with it.
      await tx.insert(person).values({
        id: guestId,
        name: `${chosen.name} (guest)`,
        email: `${guestId}@guests.invalid`,
        createdAt: at.now,
        updatedAt: at.now,
      });
    }
    await tx
      .update(roomName)
      .set({ guestId, tokenHash: hashToken(token), enteredAt: chosen.enteredAt ?? at.now })
      .where(here);
    return { kind: "entered", token, endsAt: found.endsAt };
  });
}

/** Whom a browser's token lets in; null if the name was let go, or there was never such a token. */
export async function guestByToken(
  db: Database,
  token: string,
  now: Date,
): Promise<{ courseId: string; roomId: string; guestId: string; inside: RoomInsideDto } | null> {
  const [found] = await db
    .select({
      courseId: openRoom.courseId,
      roomId: openRoom.id,
      guestId: roomName.guestId,
      name: roomName.name,
      title: openRoom.title,
      course: course.title,
      timeZone: course.timeZone,
      endsAt: openRoom.endsAt,
      endedAt: openRoom.endedAt,
    })
    .from(roomName)
    .innerJoin(openRoom, and(eq(openRoom.courseId, roomName.courseId), eq(openRoom.id, roomName.roomId)))
    .innerJoin(course, eq(course.id, openRoom.courseId))
    .where(eq(roomName.tokenHash, hashToken(token)));
  if (!found?.guestId) return null;
  const { courseId, roomId, guestId, title, name, timeZone, endsAt } = found;
  return {
    courseId,
    roomId,
    guestId,
    inside: {
      title,
      course: found.course,
      name,
      timeZone,
      endsAt: found.endedAt ?? endsAt,
      isOpen: isOpenAt(found, now),
    },
  };
}

/** Lets the name go that a browser holds. */
export async function leaveRoom(db: Database, token: string): Promise<void> {
  await db
    .update(roomName)
    .set({ tokenHash: null })
    .where(eq(roomName.tokenHash, hashToken(token)));
}

async function roomByCode({ db, now, address }: Knocking, typed: string) {
  const tried = await countTry(db, codeGuard, address, now);
  if (tried.kind === "wait") {
    note("room code had to wait", { address, milliseconds: tried.milliseconds }, "warn");
    return { refused: "too many" as const };
  }
  const code = readCode(typed);
  const [found] =
    code === null
      ? []
      : await db
          .select({
            courseId: openRoom.courseId,
            id: openRoom.id,
            title: openRoom.title,
            endsAt: openRoom.endsAt,
            endedAt: openRoom.endedAt,
            course: course.title,
            timeZone: course.timeZone,
          })
          .from(openRoom)
          .innerJoin(course, eq(course.id, openRoom.courseId))
          .where(and(eq(openRoom.code, code), isNull(course.archivedAt)));
  if (found && isOpenAt(found, now)) {
    await tryWasRight(db, codeGuard, address, false);
    return found;
  }
  note("wrong room code", { address });
  return { refused: "no such room" as const };
}
