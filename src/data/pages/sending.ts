/** What an editor tells with a save besides its text, and what a save leaves behind beside its entry. */
import "server-only";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { entryArrival, doneSave } from "../db/tables/writing";
import { type DraftPlace, dropDraft } from "../drafts/write";
import { coWritersInput, nameCoWriters } from "../ledger/shared";
import type { ContextIn } from "../session/context";
import type { Saved } from "./dto";

const words = z.int().min(0).max(1_000_000);

export const sendingInput = z.object({
  /** Made by the editor for each save: the same when the save is sent again. */
  saveId: z.string().regex(/^[a-z0-9]{8,40}$/),
  /** Words that came by pasting since the last save, and the most that came at once. */
  pasted: words,
  largestPaste: words,
  /** Teammates who wrote it too. */
  coWriters: coWritersInput.default([]),
});

export type Sending = z.input<typeof sendingInput>;

/** What came of a save under the same name, if it was done already. */
export async function findDoneSave(
  ctx: ContextIn,
  courseId: string,
  sending: Sending | undefined,
): Promise<{ pageId: string; number: number } | null> {
  if (!sending) return null;
  const [found] = await ctx.db
    .select({ pageId: doneSave.pageId, number: doneSave.number })
    .from(doneSave)
    .where(
      and(
        eq(doneSave.courseId, courseId),
        eq(doneSave.personId, ctx.viewer.id),
        eq(doneSave.id, sending.saveId),
      ),
    );
  return found ?? null;
}

/**
 * After a save that went well, in its transaction: its name and how its words came are noted, and the draft
 * goes.
 */
export async function afterSave(
  ctx: ContextIn,
  place: DraftPlace,
  saved: Saved,
  sending: Sending | undefined,
): Promise<void> {
  if (saved.kind === "refused") return;
  await dropDraft(ctx, place);
  if (saved.kind !== "saved" || !sending) return;
  const { courseId } = place;
  await ctx.db.insert(doneSave).values({
    courseId,
    personId: ctx.viewer.id,
    id: sending.saveId,
    pageId: saved.pageId,
    number: saved.number,
    at: ctx.now,
  });
  await nameCoWriters(ctx, courseId, saved.pageId, saved.number, sending.coWriters ?? []);
  if (sending.pasted > 0)
    await ctx.db.insert(entryArrival).values({
      courseId,
      pageId: saved.pageId,
      number: saved.number,
      pasted: sending.pasted,
      largestPaste: Math.min(sending.pasted, sending.largestPaste),
    });
}
