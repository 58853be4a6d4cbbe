/** How the pages of a wiki hang together, for its readers: what is easily missed. */
import "server-only";
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { linkGraph } from "@/core/links/graph";
import { hanging, type HangingState } from "@/core/links/hanging";
import { readablePages, standAtWiki } from "../access/read";
import { entry, formerTitle, page } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

export interface HangTogetherDto {
  /** Pages to which no other page leads, the home page left out. */
  readonly loose: readonly { readonly id: string; readonly title: string }[];
  /** Pages that lead to no other page, where there are others. */
  readonly deadEnds: readonly { readonly id: string; readonly title: string }[];
  /** Pages that lead on, but from which no links lead to the home page. */
  readonly noWayHome: readonly { readonly id: string; readonly title: string }[];
  /** Pages without a word. */
  readonly empty: readonly { readonly id: string; readonly title: string }[];
  /** Titles that links name and no page has. */
  readonly promised: readonly string[];
}

/**
 * Of the pages that the viewer may read; null if there is no such wiki for them. Cost: the newest text of
 * each of them.
 */
export async function hangTogether(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<HangTogetherDto | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint) return null;
  const all = await ctx.db
    .select({
      id: page.id,
      title: page.title,
      ownerId: page.ownerId,
      entries: page.entries,
      words: page.words,
      formerTitles: sql<
        string[]
      >`array(select f.title from ${formerTitle} f where f.course_id = ${page}.course_id
        and f.page_id = ${page}.id)`,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)))
    .orderBy(asc(page.position), asc(page.title));
  const readable = readablePages(standpoint, all);
  if (readable.length === 0) return { loose: [], deadEnds: [], noWayHome: [], empty: [], promised: [] };
  const texts = await ctx.db
    .select({ id: entry.pageId, document: entry.document })
    .from(entry)
    .innerJoin(
      page,
      and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId), eq(page.entries, entry.number)),
    )
    .where(
      and(
        eq(entry.courseId, courseId),
        inArray(
          entry.pageId,
          readable.map(({ id }) => id),
        ),
      ),
    );
  const textOf = new Map(texts.map(({ id, document }) => [id, document]));
  const pages = readable.flatMap(({ id, title, words, formerTitles }) =>
    textOf.has(id) ? [{ id, title, words, formerTitles, document: textOf.get(id)! }] : [],
  );
  const { links, promised } = linkGraph(pages, standpoint.wiki.homePageId);
  const { states } = hanging(
    pages.map(({ id, words }) => ({ id, words, links: links.get(id)! })),
    standpoint.wiki.homePageId,
  );
  const told = (state: HangingState) =>
    pages.filter(({ id }) => states.get(id)!.includes(state)).map(({ id, title }) => ({ id, title }));
  // A title that a hidden page has is no promise, and its being there is not told either.
  const titles = new Set(all.map(({ title }) => title.toLowerCase()));
  return {
    loose: told("loose"),
    deadEnds: told("dead end"),
    noWayHome: told("no way home"),
    empty: told("started but empty"),
    promised: promised.map(({ title }) => title).filter((title) => !titles.has(title.toLowerCase())),
  };
}
