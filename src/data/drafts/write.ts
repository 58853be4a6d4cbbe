/** Keeping drafts: of one person at one place, seen by nobody else, and no part of the ledger. */
import "server-only";
import { and, eq, sql } from "drizzle-orm";
import * as z from "zod";
import { parseDocument } from "@/core/document/parse";
import { cleanText } from "@/core/text/clean";
import { standAtPage, standAtWiki } from "../access/read";
import type { Queryable } from "../db/client";
import { draft } from "../db/tables/writing";
import type { Context, ContextIn } from "../session/context";

const text = (most: number) =>
  z
    .string()
    .max(most + 1000)
    .transform(cleanText)
    .pipe(z.string().max(most));
const draftInput = z.object({
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
 * arrives first. False: it was not kept.
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
  const { base, title, note } = given.data;
  const row = { base, title, note, at, document: parsed.document, keptAt: ctx.now };
  await ctx.db
    .insert(draft)
    .values({ courseId: place.courseId, personId: ctx.viewer.id, place: placeOfDraft(place), ...row })
    .onConflictDoUpdate({
      target: [draft.courseId, draft.personId, draft.place],
      set: row,
      setWhere: sql`${draft.at} <= excluded.at`,
    });
  return true;
}

/** Drops the viewer's draft at a place: it was saved, or is not wanted any more. */
export async function dropDraft(
  ctx: Pick<ContextIn, "viewer"> & { readonly db: Queryable },
  place: DraftPlace,
): Promise<void> {
  await ctx.db
    .delete(draft)
    .where(
      and(
        eq(draft.courseId, place.courseId),
        eq(draft.personId, ctx.viewer.id),
        eq(draft.place, placeOfDraft(place)),
      ),
    );
}
