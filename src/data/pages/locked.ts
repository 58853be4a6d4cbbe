/** Doing something with a page while nobody else changes its wiki. */
import "server-only";
import { standAtPage, type Standpoint } from "../access/read";
import { lockWikiOfPage } from "../ledger/record";
import type { Context, ContextIn } from "../session/context";

/**
 * Calls `act` in a transaction in which the page's wiki is locked, so that what is asked about access still
 * holds when something is written. The standpoint is null if there is no such page for the viewer.
 */
export async function atLockedPage<Done>(
  ctx: Context,
  courseId: string,
  pageId: string,
  act: (inside: ContextIn, standpoint: Standpoint | null) => Promise<Done>,
): Promise<Done> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    await lockWikiOfPage(tx, courseId, pageId);
    return act(inside, await standAtPage(inside, courseId, pageId));
  });
}
