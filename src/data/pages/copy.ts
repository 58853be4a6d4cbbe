/** Copying pages within their wiki. */
import "server-only";
import { and, desc, eq } from "drizzle-orm";
import { mayUsePower, standAtWiki } from "../access/read";
import { entry, page } from "../db/tables/wikis";
import { recordEntry } from "../ledger/record";
import type { ContentsProblem } from "./dto";
import { atLockedPage } from "./locked";
import { pageTitle } from "./write";
import { act } from "../session/act";
import { type Refused, refused } from "../refusal";

export type Copied = { readonly kind: "copied"; readonly pageId: string } | Refused<ContentsProblem>;

/**
 * Starts a page with the text of another one of the same wiki. Its words stay those of who wrote them: they
 * are carried over.
 */
export const copyPage = act(
  async (
    ctx,
    { courseId, pageId, title }: { courseId: string; pageId: string; title: string },
  ): Promise<Copied> => {
    const name = pageTitle.safeParse(title);
    if (!name.success) return refused({ code: "bad title" });
    return atLockedPage(ctx, courseId, pageId, async (inside, standpoint): Promise<Copied> => {
      const atWiki = standpoint && (await standAtWiki(inside, courseId, standpoint.wikiId));
      if (!standpoint || !atWiki) return refused({ code: "not found" });
      if (!mayUsePower(atWiki, "start")) return refused({ code: "power not given", power: "start" });
      const [found] = await inside.db
        .select({ title: page.title, removedAt: page.removedAt, document: entry.document })
        .from(page)
        .innerJoin(entry, and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id)))
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)))
        .orderBy(desc(entry.number))
        .limit(1);
      if (!found || found.removedAt) return refused({ code: "not found" });
      const copyId = ctx.newId();
      const recorded = await recordEntry(inside.db, {
        courseId,
        wikiId: standpoint.wikiId,
        pageId: copyId,
        kind: "started",
        authorId: ctx.viewer.id,
        at: ctx.now,
        note: `Copy of “${found.title}”`.slice(0, 300),
        title: name.data,
        document: found.document,
        base: 0,
        restoredFrom: null,
        newBlockId: ctx.newId,
      });
      return recorded.kind === "title taken"
        ? refused({ code: "title taken", title: name.data })
        : { kind: "copied", pageId: copyId };
    });
  },
);
