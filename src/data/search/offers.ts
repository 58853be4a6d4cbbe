/** What is offered before anything is typed, and where nothing is found. */
import "server-only";
import { and, desc, eq, inArray, isNull } from "drizzle-orm";
import { nearTitles } from "@/core/links/near";
import { titleKey } from "@/core/links/titles";
import { mayUsePower, standAtPage, standAtWiki } from "../access/read";
import { pagesToRead } from "../access/readable";
import { pageVisit } from "../db/tables/news";
import { page, wiki } from "../db/tables/wikis";
import { draft } from "../db/tables/writing";
import { pageTitle } from "../pages/write";
import type { ContextIn } from "../session/context";
import type { Offers, StartOffer } from "./dto";

const mostVisited = 6;

/** The viewer's own last pages, as far as they may read them now. Three questions. */
export async function searchOffers(ctx: ContextIn, courseId: string): Promise<Offers> {
  const readable = await pagesToRead(ctx, courseId);
  const ids = readable.map(({ pageId }) => pageId);
  if (ids.length === 0) return { visited: [], writing: [] };
  const named = { pageId: page.id, title: page.title, wiki: wiki.name };
  const ofPage = and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId));
  const [visited, writing] = await Promise.all([
    ctx.db
      .select(named)
      .from(pageVisit)
      .innerJoin(page, and(eq(page.courseId, pageVisit.courseId), eq(page.id, pageVisit.pageId)))
      .innerJoin(wiki, ofPage)
      .where(
        and(
          eq(pageVisit.courseId, courseId),
          eq(pageVisit.personId, ctx.viewer.id),
          inArray(pageVisit.pageId, ids),
        ),
      )
      .orderBy(desc(pageVisit.at))
      .limit(mostVisited),
    ctx.lookingAs
      ? []
      : ctx.db
          .select(named)
          .from(draft)
          .innerJoin(page, and(eq(page.courseId, draft.courseId), eq(page.id, draft.place)))
          .innerJoin(wiki, ofPage)
          .where(
            and(eq(draft.courseId, courseId), eq(draft.personId, ctx.viewer.id), inArray(draft.place, ids)),
          )
          .orderBy(desc(draft.at))
          .limit(mostVisited),
  ]);
  return { visited, writing };
}

const mostNear = 3;

/**
 * The offer to start a page called `typed` in the wiki in which the viewer is (that of `here.page`, or
 * `here.wiki`); null where they may not, where it is no title, or where there is a page of that title.
 */
export async function startOffer(
  ctx: ContextIn,
  courseId: string,
  here: { readonly page: string | null; readonly wiki: string | null },
  typed: string,
): Promise<StartOffer | null> {
  const title = pageTitle.safeParse(typed);
  if (!title.success || ctx.door || ctx.lookingAs) return null;
  const at =
    here.page !== null
      ? await standAtPage(ctx, courseId, here.page)
      : here.wiki !== null
        ? await standAtWiki(ctx, courseId, here.wiki)
        : null;
  const place = at && (at.pageId === null ? at : await standAtWiki(ctx, courseId, at.wikiId));
  if (!place || !mayUsePower(place, "start")) return null;
  const [readable, taken] = await Promise.all([
    pagesToRead(ctx, courseId),
    ctx.db
      .select({ pageId: page.id, title: page.title })
      .from(page)
      .where(and(eq(page.courseId, courseId), eq(page.wikiId, place.wikiId), isNull(page.removedAt))),
  ]);
  const seen = new Set(readable.map(({ pageId }) => pageId));
  const titles = taken.filter(({ pageId }) => seen.has(pageId));
  if (titles.some((each) => titleKey(each.title) === titleKey(title.data))) return null;
  return {
    wikiId: place.wikiId,
    wiki: place.wiki.name,
    title: title.data,
    near: nearTitles(title.data, titles, mostNear),
  };
}
