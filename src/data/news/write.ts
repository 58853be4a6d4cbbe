/** What somebody has read, what they want to hear of, and how. */
import "server-only";
import { and, eq, sql } from "drizzle-orm";
import * as z from "zod";
import { roleOn, standAtPage, standAtWiki } from "../access/read";
import { muted, newsMails, newsWish, pageVisit } from "../db/tables/news";
import { page } from "../db/tables/wikis";
import { asFarAsCanBe } from "../db/as-far";
import { newToken } from "../doors/code";
import type { Context } from "../session/context";
import type { NewsMail } from "./dto";
import { watchedWikis } from "./read";
import { act } from "../session/act";
import { type RefusedFor, refusedFor } from "../refusal";

export type NewsChanged = { readonly kind: "changed" } | RefusedFor<"not found" | "only looking">;
const changed: NewsChanged = { kind: "changed" };

/** Milliseconds within which another look at a page is the same one, so that reading costs no writing. */
const sameLook = 30_000;

/**
 * Notes that the viewer has a page before them, which they may read: the caller has asked. Who only looks as
 * somebody else leaves no trace. What can't be noted keeps nobody from reading.
 */
export async function notePageVisit(
  { db, viewer, now, lookingAs }: Context,
  courseId: string,
  pageId: string,
): Promise<void> {
  if (lookingAs) return;
  await asFarAsCanBe(
    db
      .insert(pageVisit)
      .values({ courseId, personId: viewer.id, pageId, at: now })
      .onConflictDoUpdate({
        target: [pageVisit.courseId, pageVisit.personId, pageVisit.pageId],
        set: { at: now },
        setWhere: sql`${pageVisit.at} < ${new Date(now.getTime() - sameLook).toISOString()}`,
      }),
  );
}

/** All that the viewer watches is read, or all of one wiki. */
export const markRead = act(async (ctx, courseId: string, wikiId: string | null): Promise<NewsChanged> => {
  if (!(await roleOn(ctx, courseId))) return refusedFor("not found");
  const wikis = (await watchedWikis(ctx, courseId))
    .map(({ id }) => id)
    .filter((id) => wikiId === null || id === wikiId);
  for (const id of wikis) {
    await ctx.db
      .insert(pageVisit)
      .select(
        ctx.db
          .select({
            courseId: page.courseId,
            personId: sql<string>`${ctx.viewer.id}`.as("person_id"),
            pageId: page.id,
            at: sql<Date>`${ctx.now.toISOString()}::timestamptz`.as("at"),
          })
          .from(page)
          .where(and(eq(page.courseId, courseId), eq(page.wikiId, id))),
      )
      .onConflictDoUpdate({
        target: [pageVisit.courseId, pageVisit.personId, pageVisit.pageId],
        set: { at: ctx.now },
      });
  }
  return changed;
});

/** The viewer wants to hear nothing of a wiki or a page any more, or again. */
export const setMuted = act(
  async (
    ctx,
    courseId: string,
    place: { readonly kind: "wiki" | "page"; readonly id: string },
    isMuted: boolean,
  ): Promise<NewsChanged> => {
    const standpoint =
      place.kind === "wiki"
        ? await standAtWiki(ctx, courseId, place.id)
        : await standAtPage(ctx, courseId, place.id);
    if (!standpoint || ctx.door) return refusedFor("not found");
    if (isMuted)
      await ctx.db
        .insert(muted)
        .values({
          courseId,
          personId: ctx.viewer.id,
          placeId: place.id,
          isPage: place.kind === "page",
          at: ctx.now,
        })
        .onConflictDoNothing();
    else
      await ctx.db
        .delete(muted)
        .where(
          and(eq(muted.courseId, courseId), eq(muted.personId, ctx.viewer.id), eq(muted.placeId, place.id)),
        );
    return changed;
  },
);

export const newsMail = z.enum(newsMails);

/** How the viewer hears of the course by mail. What happened before is not told again. */
export async function setNewsMail(ctx: Context, courseId: string, mail: NewsMail): Promise<NewsChanged> {
  return setWish(ctx, courseId, { mail, mailedUntil: ctx.now });
}

/** Gives the viewer a feed at a new address, or none: an earlier address leads nowhere from now on. */
export async function setFeed(ctx: Context, courseId: string, hasFeed: boolean): Promise<NewsChanged> {
  return setWish(ctx, courseId, { feedToken: hasFeed ? newToken() : null });
}

const setWish = act(
  async (ctx, courseId: string, wish: Partial<typeof newsWish.$inferInsert>): Promise<NewsChanged> => {
    if (!(await roleOn(ctx, courseId))) return refusedFor("not found");
    await ctx.db
      .insert(newsWish)
      .values({ courseId, personId: ctx.viewer.id, mailedUntil: ctx.now, ...wish })
      .onConflictDoUpdate({ target: [newsWish.courseId, newsWish.personId], set: wish });
    return changed;
  },
);

/** Whether the viewer has muted a page. */
export async function isPageMuted(
  { db, viewer }: Context,
  courseId: string,
  pageId: string,
): Promise<boolean> {
  const [found] = await db
    .select({ id: muted.placeId })
    .from(muted)
    .where(and(eq(muted.courseId, courseId), eq(muted.personId, viewer.id), eq(muted.placeId, pageId)));
  return found !== undefined;
}
