import "server-only";
import { and, desc, eq, isNotNull, max } from "drizzle-orm";
import { person } from "../db/tables/accounts";
import { entry } from "../db/tables/wikis";
import { doneSave, draft } from "../db/tables/writing";
import type { ContextIn } from "../session/context";
import type { DraftDto, SavedLately } from "./dto";
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
      session: draft.session,
      step: draft.step,
    })
    .from(draft)
    .where(
      and(
        eq(draft.courseId, place.courseId),
        eq(draft.personId, ctx.viewer.id),
        eq(draft.place, placeOfDraft(place)),
      ),
    );
  if (!found) return null;
  const { session, step, at, ...kept } = found;
  return {
    ...kept,
    at: at.toISOString(),
    ...(session !== null && step !== null ? { session, step } : {}),
  };
}

/** Of how many of a page's newest entries it is told who saved them, and of how many own saves. */
const mostEntries = 40;
const mostSaves = 40;

/**
 * What has been saved of a page lately, and by the viewer anywhere on the course; `pageId` null: a page that
 * is being started has no entries yet. For whoever may read the page; the caller has asked.
 */
export async function savedLately(
  ctx: ContextIn,
  courseId: string,
  pageId: string | null,
): Promise<SavedLately> {
  const entries =
    pageId === null
      ? []
      : await ctx.db
          .select({ number: entry.number, authorId: entry.authorId, author: person.name })
          .from(entry)
          .leftJoin(person, eq(person.id, entry.authorId))
          .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId)))
          .orderBy(desc(entry.number))
          .limit(mostEntries);
  const own = await ctx.db
    .select({ session: doneSave.session, step: max(doneSave.step) })
    .from(doneSave)
    .where(
      and(eq(doneSave.courseId, courseId), eq(doneSave.personId, ctx.viewer.id), isNotNull(doneSave.session)),
    )
    .groupBy(doneSave.session)
    .orderBy(desc(max(doneSave.at)))
    .limit(mostSaves);
  return {
    entries: entries.map(({ number, authorId, author }) => ({
      number,
      author,
      isOwn: authorId === ctx.viewer.id,
    })),
    own: own.map(({ session, step }) => ({ session: session!, step: step! })),
  };
}
