/** Keeping drafts: of one person at one place, seen by nobody else, and no part of the ledger. */
import "server-only";
import { and, eq, gte, isNull, lte, or, sql } from "drizzle-orm";
import * as z from "zod";
import { parseDocument } from "@/core/document/parse";
import { cleanText } from "@/core/text/clean";
import { standAtPage, standAtWiki } from "../access/read";
import type { Queryable } from "../db/client";
import { doneSave, draft } from "../db/tables/writing";
import type { Context, ContextIn } from "../session/context";
import type { Typed } from "./dto";

const text = (most: number) =>
  z
    .string()
    .max(most + 1000)
    .transform(cleanText)
    .pipe(z.string().max(most));
/** How far a writer had come. */
export const typedInput = z.object({
  session: z.string().regex(/^[a-z0-9]{8,40}$/),
  step: z.int().min(0).max(100_000_000),
});

const draftInput = z.object({
  ...typedInput.partial().shape,
  base: z.int().min(0),
  title: text(1000),
  note: text(2000),
  at: z.iso.datetime(),
  document: z.unknown(),
});

/** A page, or a wiki in which a page is being started. */
export interface DraftPlace {
  readonly courseId: string;
  readonly pageId?: string;
  readonly wikiId?: string;
}

/** The id that drafts of a place go by. */
export const placeOfDraft = ({ pageId, wikiId }: DraftPlace): string => pageId ?? wikiId ?? "";

/**
 * Whether the viewer has a place for a draft there: they see the page, also once it has closed, or the wiki.
 */
export async function hasPlaceForDraft(
  ctx: ContextIn,
  { courseId, pageId, wikiId }: DraftPlace,
): Promise<boolean> {
  return (
    (pageId !== undefined
      ? await standAtPage(ctx, courseId, pageId)
      : await standAtWiki(ctx, courseId, wikiId ?? "")) !== null
  );
}

/**
 * Keeps a draft in the place of an older one of the same person. What was typed later stays, whichever
 * arrives first; what has been saved meanwhile is not kept. False: it was not kept.
 */
export async function keepDraft(
  ctx: Context,
  place: DraftPlace,
  input: z.input<typeof draftInput>,
): Promise<boolean> {
  const given = draftInput.safeParse(input);
  if (!given.success || ctx.lookingAs || !(await hasPlaceForDraft(ctx, place))) return false;
  const parsed = parseDocument(given.data.document);
  if (parsed.kind === "refused") return false;
  // A machine whose clock is ahead must not keep out what is typed elsewhere later on.
  const at = new Date(Math.min(Date.parse(given.data.at), ctx.now.getTime()));
  const { base, title, note, session = null, step = null } = given.data;
  const row = { base, title, note, at, session, step, document: parsed.document, keptAt: ctx.now };
  return ctx.db.transaction(async (tx) => {
    await holdDraft(tx, ctx, place);
    if (session !== null && step !== null && (await isSaved(tx, ctx, place, { session, step }))) return false;
    await tx
      .insert(draft)
      .values({ courseId: place.courseId, personId: ctx.viewer.id, place: placeOfDraft(place), ...row })
      .onConflictDoUpdate({
        target: [draft.courseId, draft.personId, draft.place],
        set: row,
        setWhere: sql`case when ${draft.session} = excluded.session then ${draft.step} <= excluded.step
          else ${draft.at} <= excluded.at end`,
      });
    return true;
  });
}

/** Whether a save of the same opening of the editor holds what was typed until then. */
async function isSaved(
  tx: Queryable,
  { viewer }: Pick<ContextIn, "viewer">,
  { courseId }: DraftPlace,
  { session, step }: Typed,
): Promise<boolean> {
  const [saved] = await tx
    .select({ id: doneSave.id })
    .from(doneSave)
    .where(
      and(
        eq(doneSave.courseId, courseId),
        eq(doneSave.personId, viewer.id),
        eq(doneSave.session, session),
        gte(doneSave.step, step),
      ),
    )
    .limit(1);
  return saved !== undefined;
}

/**
 * Until the transaction ends nobody else keeps or drops the viewer's draft at the place: a draft that is on its
 * way while its text is saved would be kept behind the save otherwise.
 */
export async function holdDraft(
  tx: Queryable,
  { viewer }: Pick<ContextIn, "viewer">,
  place: DraftPlace,
): Promise<void> {
  const name = `draft ${place.courseId} ${viewer.id} ${placeOfDraft(place)}`;
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${name}, 0))`);
}

/**
 * Drops the viewer's draft at a place: it is not wanted any more, or was saved. Of what was saved (`saved`)
 * only that goes: what was typed afterwards, or in another window, stays.
 */
export async function dropDraft(
  ctx: Pick<ContextIn, "viewer"> & { readonly db: Queryable },
  place: DraftPlace,
  saved?: Typed,
): Promise<void> {
  await ctx.db
    .delete(draft)
    .where(
      and(
        eq(draft.courseId, place.courseId),
        eq(draft.personId, ctx.viewer.id),
        eq(draft.place, placeOfDraft(place)),
        saved &&
          or(isNull(draft.session), and(eq(draft.session, saved.session), lte(draft.step, saved.step))),
      ),
    );
}
