/** Guests of open rooms as authors: whose words are unassigned until they are given to somebody. */
import "server-only";
import { and, eq, isNotNull } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { roomName } from "../db/tables/doors";

/** All who came into a room of the course. */
export async function guestsOfCourse(db: Queryable, courseId: string): Promise<ReadonlySet<string>> {
  const rows = await db
    .select({ id: roomName.guestId })
    .from(roomName)
    .where(and(eq(roomName.courseId, courseId), isNotNull(roomName.guestId)));
  return new Set(rows.map(({ id }) => id!));
}
