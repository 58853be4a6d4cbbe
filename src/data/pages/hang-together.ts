/** How the pages of a wiki hang together, for its readers: what is easily missed. */
import "server-only";
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { linkGraph } from "@/core/links/graph";
import { readablePages, standAtWiki } from "../access/read";
import { entry, formerTitle, page } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

export interface HangTogetherDto {
  /** Pages to which no other page leads, the home page left out. */
  readonly loose: readonly { readonly id: string; readonly title: string }[];
  /** Pages that lead to no other page, where there are others. */
  readonly deadEnds: readonly { readonly id: string; readonly title: string }[];
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
      formerTitles: sql<
        string[]
      >`array(select f.title from ${formerTitle} f where f.course_id = ${page}.course_id
        and f.page_id = ${page}.id)`,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)))
    .orderBy(asc(page.position), asc(page.title));
  const readable = readablePages(standpoint, all);
  if (readable.length === 0) return { loose: [], deadEnds: [], promised: [] };
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
  const pages = readable.flatMap(({ id, title, formerTitles }) =>
    textOf.has(id) ? [{ id, title, formerTitles, document: textOf.get(id)! }] : [],
  );
  const { links, loose, promised } = linkGraph(pages, standpoint.wiki.homePageId);
  const told = (ids: readonly string[]) =>
    readable.filter(({ id }) => ids.includes(id)).map(({ id, title }) => ({ id, title }));
  // A title that a hidden page has is no promise, and its being there is not told either.
  const titles = new Set(all.map(({ title }) => title.toLowerCase()));
  return {
    loose: told(loose),
    deadEnds:
      pages.length < 2 ? [] : told(pages.filter(({ id }) => links.get(id)!.length === 0).map(({ id }) => id)),
    promised: promised.map(({ title }) => title).filter((title) => !titles.has(title.toLowerCase())),
  };
}
