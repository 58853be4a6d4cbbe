import "server-only";
import { and, eq } from "drizzle-orm";
import { draft } from "../db/tables/writing";
import type { ContextIn } from "../session/context";
import type { DraftDto } from "./dto";
import { type DraftPlace, hasPlaceForDraft, placeOfDraft } from "./write";

/** What the viewer typed at a place and did not save; null if there is nothing such. */
export async function findDraft(ctx: ContextIn, place: DraftPlace): Promise<DraftDto | null> {
  if (ctx.lookingAs || !(await hasPlaceForDraft(ctx, place))) return null;
  const [found] = await ctx.db
    .select({
      at: draft.at,
      base: draft.base,
      title: draft.title,
      note: draft.note,
      document: draft.document,
    })
    .from(draft)
    .where(
      and(
        eq(draft.courseId, place.courseId),
        eq(draft.personId, ctx.viewer.id),
        eq(draft.place, placeOfDraft(place)),
      ),
    );
  return found ? { ...found, at: found.at.toISOString() } : null;
}
