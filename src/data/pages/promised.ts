import "server-only";
import { linkedPages, titleKey } from "@/core/links/titles";
import { and, eq, isNull } from "drizzle-orm";
import { readablePages, standAtWiki } from "../access/read";
import { entry, page as pageTable } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import type { PageDto } from "./dto";

/**
 * The pages that a page promises: titles it links to that nobody has written yet. A page that the viewer may
 * not see counts as not written, as everywhere.
 */
export function promisedPages(page: PageDto): string[] {
  const written = new Set(
    [...page.wiki.contents, ...page.wiki.formerTitles].map((item) => titleKey(item.title)),
  );
  const ids = new Set(page.wiki.contents.map((item) => item.id));
  return linkedPages(page.document)
    .filter((link) => !(link.page && ids.has(link.page)) && !written.has(titleKey(link.title)))
    .map((link) => link.title);
}

/**
 * The pages of a wiki that name a page of this title, as far as the viewer may read them. Cost: reads the
 * wiki's newest texts.
 */
export async function pagesNaming(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  title: string,
): Promise<{ id: string; title: string }[]> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint || title.trim() === "") return [];
  const rows = await ctx.db
    .select({
      id: pageTable.id,
      title: pageTable.title,
      ownerId: pageTable.ownerId,
      document: entry.document,
    })
    .from(pageTable)
    .innerJoin(
      entry,
      and(
        eq(entry.courseId, pageTable.courseId),
        eq(entry.pageId, pageTable.id),
        eq(entry.number, pageTable.entries),
      ),
    )
    .where(and(eq(pageTable.courseId, courseId), eq(pageTable.wikiId, wikiId), isNull(pageTable.removedAt)))
    .orderBy(pageTable.position);
  const naming = rows.filter(({ document }) =>
    linkedPages(document).some((link) => titleKey(link.title) === titleKey(title)),
  );
  return readablePages(standpoint, naming).map(({ id, title: name }) => ({ id, title: name }));
}
