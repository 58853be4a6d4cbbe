/**
 * Giving the entries of guests to the people who wrote them: one by one, or all of a name. Entries stay as
 * they were written.
 */
import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import { mayChangeCourse } from "../access/read";
import { lockWikis } from "../access/record";
import type { Queryable } from "../db/client";
import { givenEntry, roomName, roomPage } from "../db/tables/doors";
import { entry, page } from "../db/tables/wikis";
import { recomputeWikisOf } from "../ledger/recompute";
import type { Context } from "../session/context";
import type { DoorSaved } from "./dto";
import { studentsOf } from "./people";
import { refused } from "../refusal";

/**
 * What is given: one entry by its wiki and number there, or all that was and will be written under a name.
 */
export type Gift = { readonly wikiId: string; readonly rev: number } | { readonly nameId: string };

/**
 * Gives entries to a student of the course; what they were given to before is taken back. Figures are
 * computed anew in the same transaction. Cost: the entries of the wikis in which the guest wrote.
 */
export async function giveEntries(
  ctx: Context,
  courseId: string,
  roomId: string,
  gift: Gift,
  toId: string,
): Promise<DoorSaved> {
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    if (!(await mayChangeCourse({ ...ctx, db: tx }, courseId))) return refused({ code: "not allowed" });
    if (!(await studentsOf(tx, courseId)).some(({ id }) => id === toId))
      return refused({ code: "no such student" });
    const names = await tx
      .select({ id: roomName.id, guestId: roomName.guestId })
      .from(roomName)
      .where(and(eq(roomName.courseId, courseId), eq(roomName.roomId, roomId)));
    const isOne = "rev" in gift;
    const [written] = isOne
      ? await tx
          .select({ authorId: entry.authorId })
          .from(entry)
          .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, gift.wikiId), eq(entry.rev, gift.rev)))
      : [];
    const guestId = isOne
      ? names.find((each) => each.guestId !== null && each.guestId === written?.authorId)?.guestId
      : names.find((each) => each.id === gift.nameId)?.guestId;
    if (!guestId) return refused({ code: "not a guest" });
    await lockWikisOf(tx, courseId, guestId);
    const at = isOne ? { wikiId: gift.wikiId, rev: gift.rev } : { wikiId: null, rev: null };
    const same = isOne
      ? and(eq(givenEntry.wikiId, gift.wikiId), eq(givenEntry.rev, gift.rev))
      : and(eq(givenEntry.guestId, guestId), isNull(givenEntry.rev));
    await tx
      .update(givenEntry)
      .set({ undoneAt: ctx.now })
      .where(and(eq(givenEntry.courseId, courseId), isNull(givenEntry.undoneAt), same));
    const id = ctx.newId();
    await tx
      .insert(givenEntry)
      .values({ courseId, id, guestId, ...at, toId, byId: ctx.viewer.id, at: ctx.now });
    await recomputeWikisOf(tx, courseId, guestId);
    return { kind: "saved", id };
  });
}

/** Takes a giving back: what it gave is nobody's again, or, of a single entry, whose all of its name is. */
export async function takeEntriesBack(ctx: Context, courseId: string, givenId: string): Promise<DoorSaved> {
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    if (!(await mayChangeCourse({ ...ctx, db: tx }, courseId))) return refused({ code: "not allowed" });
    const here = and(eq(givenEntry.courseId, courseId), eq(givenEntry.id, givenId));
    const [found] = await tx.select().from(givenEntry).where(here).for("update");
    if (!found) return refused({ code: "not found" });
    if (found.undoneAt) return refused({ code: "undone already" });
    await lockWikisOf(tx, courseId, found.guestId);
    await tx.update(givenEntry).set({ undoneAt: ctx.now }).where(here);
    await recomputeWikisOf(tx, courseId, found.guestId);
    return { kind: "saved", id: givenId };
  });
}

/**
 * Every wiki that the guest could be writing in is locked before what is given is changed: a save that is
 * under way ends first and is counted here, and the next one sees whose it is.
 */
async function lockWikisOf(tx: Queryable, courseId: string, guestId: string): Promise<void> {
  const rows = await tx
    .selectDistinct({ id: page.wikiId })
    .from(roomName)
    .innerJoin(roomPage, and(eq(roomPage.courseId, roomName.courseId), eq(roomPage.roomId, roomName.roomId)))
    .innerJoin(page, and(eq(page.courseId, roomPage.courseId), eq(page.id, roomPage.pageId)))
    .where(and(eq(roomName.courseId, courseId), eq(roomName.guestId, guestId)));
  await lockWikis(tx, courseId, rows);
}
