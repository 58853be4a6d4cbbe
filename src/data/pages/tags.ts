/** Words by which a wiki's pages are found together. Whoever may write a page tags it. */
import "server-only";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { titleKey } from "@/core/links/titles";
import { typedText } from "@/core/text/typed";
import { may } from "../access/read";
import { contentsAct } from "../db/tables/wikis";
import { pageTag } from "../db/tables/writing";
import type { ContentsSaved } from "./dto";
import { atLockedPage } from "./locked";
import { refused } from "../refusal";
import { indexPageNames } from "../search/index-pages";
import { act } from "../session/act";

const mostTags = 20;
const tagInput = typedText(60, {}, 1);

/** Gives a page exactly `tags`; of two that differ by capitals alone the first is kept. */
export const setTags = act(
  async (
    ctx,
    { courseId, pageId, tags }: { courseId: string; pageId: string; tags: readonly string[] },
  ): Promise<ContentsSaved> => {
    const parsed = z.array(tagInput).max(mostTags).safeParse(tags);
    if (!parsed.success) return refused({ code: "bad tag" });
    const wanted = new Map<string, string>();
    for (const tag of parsed.data) if (!wanted.has(titleKey(tag))) wanted.set(titleKey(tag), tag);
    return atLockedPage(ctx, courseId, pageId, async (inside, standpoint): Promise<ContentsSaved> => {
      if (!standpoint) return refused({ code: "not found" });
      if (!may(standpoint, "write")) return refused({ code: "may not write" });
      const { wikiId } = standpoint;
      const ofPage = and(eq(pageTag.courseId, courseId), eq(pageTag.pageId, pageId));
      const known = await inside.db
        .select({ key: pageTag.key, tag: pageTag.tag })
        .from(pageTag)
        .where(ofPage);
      const gone = known.filter(({ key, tag }) => wanted.get(key) !== tag);
      const come = [...wanted].filter(
        ([key, tag]) => !known.some((each) => each.key === key && each.tag === tag),
      );
      if (gone.length === 0 && come.length === 0) return { kind: "saved" };
      for (const { key } of gone) await inside.db.delete(pageTag).where(and(ofPage, eq(pageTag.key, key)));
      if (come.length > 0)
        await inside.db.insert(pageTag).values(
          come.map(([key, tag]) => ({
            courseId,
            pageId,
            wikiId,
            key,
            tag,
            byId: ctx.viewer.id,
            at: ctx.now,
          })),
        );
      await indexPageNames(inside.db, courseId, pageId);
      await inside.db.insert(contentsAct).values({
        courseId,
        id: ctx.newId(),
        wikiId,
        kind: "tags",
        pageId,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "saved" };
    });
  },
);
