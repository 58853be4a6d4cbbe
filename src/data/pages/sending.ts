/** What an editor tells with a save besides its text, and what a save leaves behind beside its entry. */
import "server-only";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { entryArrival, doneSave } from "../db/tables/writing";
import { type DraftPlace, dropDraft, holdDraft, typedInput } from "../drafts/write";
import { coWritersInput, nameCoWriters } from "../ledger/shared";
import { entry } from "../db/tables/wikis";
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
  /** How far the writer had come: what of their draft is saved with it. */
  typed: typedInput.optional(),
});

export type Sending = z.input<typeof sendingInput>;

/** What came of a save under the same name, if it was done already. */
export async function findDoneSave(
  ctx: ContextIn,
  courseId: string,
  sending: Sending | undefined,
): Promise<Extract<Saved, { kind: "saved" | "unchanged" }> | null> {
  if (!sending) return null;
  const [found] = await ctx.db
    .select({ pageId: doneSave.pageId, number: doneSave.number, at: doneSave.at, entryAt: entry.at })
    .from(doneSave)
    .innerJoin(
      entry,
      and(
        eq(entry.courseId, doneSave.courseId),
        eq(entry.pageId, doneSave.pageId),
        eq(entry.number, doneSave.number),
      ),
    )
    .where(
      and(
        eq(doneSave.courseId, courseId),
        eq(doneSave.personId, ctx.viewer.id),
        eq(doneSave.id, sending.saveId),
      ),
    );
  if (!found) return null;
  const { pageId, number, at, entryAt } = found;
  return { kind: at.getTime() === entryAt.getTime() ? "saved" : "unchanged", pageId, number };
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
  await holdDraft(ctx.db, ctx, place);
  await dropDraft(ctx, place, sending?.typed);
  if (!sending) return;
  const { courseId } = place;
  const { session = null, step = null } = sending.typed ?? {};
  await ctx.db.insert(doneSave).values({
    courseId,
    personId: ctx.viewer.id,
    id: sending.saveId,
    pageId: saved.pageId,
    number: saved.number,
    at: ctx.now,
    session,
    step,
  });
  if (saved.kind !== "saved") return;
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
