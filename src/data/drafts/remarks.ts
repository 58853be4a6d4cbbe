/** Comments and answers that are being written: each kept for its writer alone until it is sent or dropped. */
import "server-only";
import { and, eq, ne, sql } from "drizzle-orm";
import * as z from "zod";
import { cleanText } from "@/core/text/clean";
import { standAtPage } from "../access/read";
import { longestComment } from "../comments/dto";
import type { Queryable } from "../db/client";
import { remarkDraft } from "../db/tables/writing";
import type { Context, ContextIn } from "../session/context";
import type { RemarkDraftDto, Typed } from "./dto";
import { typedInput } from "./write";

/** What is written: a comment on the page, an answer to a comment, or another wording of one. */
export const remarkPlace = z.string().regex(/^(page|answer [a-z0-9]{1,40}|edit [a-z0-9]{1,40})$/);

const remarkInput = z.object({
  ...typedInput.shape,
  place: remarkPlace,
  at: z.iso.datetime(),
  about: z.object({ quote: z.string().max(20_000).transform(cleanText), near: z.int().min(0) }).nullable(),
  body: z
    .string()
    .max(longestComment + 1000)
    .transform(cleanText),
});

/** What the viewer has begun to say on a page and not sent. For whoever may read it; one query by key. */
export async function remarkDrafts(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
): Promise<RemarkDraftDto[]> {
  if (ctx.lookingAs || !(await standAtPage(ctx, courseId, pageId))) return [];
  const found = await ctx.db
    .select({
      place: remarkDraft.place,
      body: remarkDraft.body,
      about: remarkDraft.about,
      at: remarkDraft.at,
      session: remarkDraft.session,
      step: remarkDraft.step,
    })
    .from(remarkDraft)
    .where(
      and(
        eq(remarkDraft.courseId, courseId),
        eq(remarkDraft.personId, ctx.viewer.id),
        eq(remarkDraft.pageId, pageId),
        ne(remarkDraft.body, ""),
      ),
    );
  return found.map((each) => ({ ...each, at: each.at.toISOString() }));
}

/**
 * Keeps what the viewer has begun to say in the place of what they said there before. What was typed later
 * stays, whichever arrives first; so does that it was sent. False: it was not kept.
 */
export async function keepRemark(
  ctx: Context,
  courseId: string,
  pageId: string,
  input: unknown,
): Promise<boolean> {
  const given = remarkInput.safeParse(input);
  if (!given.success || ctx.lookingAs || !(await standAtPage(ctx, courseId, pageId))) return false;
  const { place, body, about, session, step } = given.data;
  const at = new Date(Math.min(Date.parse(given.data.at), ctx.now.getTime()));
  await put(ctx, { courseId, pageId, place, body, about, at, session, step });
  return true;
}

/** The viewer does not want any more what they have begun to say there. */
export async function dropRemark(
  ctx: Context,
  courseId: string,
  pageId: string,
  place: string,
  typed: Typed,
): Promise<void> {
  if (ctx.lookingAs || !(await standAtPage(ctx, courseId, pageId))) return;
  await endRemark(ctx, courseId, pageId, place, typed);
}

/** What was typed until `typed` has been sent, or is not wanted any more. */
export async function endRemark(
  ctx: Pick<ContextIn, "viewer" | "now"> & { readonly db: Queryable },
  courseId: string,
  pageId: string,
  place: string,
  { session, step }: Typed,
): Promise<void> {
  await put(ctx, { courseId, pageId, place, body: "", about: null, at: ctx.now, session, step });
}

async function put(
  ctx: Pick<ContextIn, "viewer"> & { readonly db: Queryable },
  row: Omit<typeof remarkDraft.$inferInsert, "personId">,
): Promise<void> {
  await ctx.db
    .insert(remarkDraft)
    .values({ ...row, personId: ctx.viewer.id })
    .onConflictDoUpdate({
      target: [remarkDraft.courseId, remarkDraft.personId, remarkDraft.pageId, remarkDraft.place],
      set: { body: row.body, about: row.about ?? null, at: row.at, session: row.session, step: row.step },
      // At the same step what ends it wins over what keeps it.
      setWhere: sql`case when ${remarkDraft.session} = excluded.session
        then ${remarkDraft.step} < excluded.step or (${remarkDraft.step} = excluded.step and excluded.body = '')
        else ${remarkDraft.at} <= excluded.at end`,
    });
}
