/** Starting several pages at once: from a list of titles, or one for each member. All of them or none. */
import "server-only";
import { id } from "@/core/text/id";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { emptyDocument } from "@/core/document/model";
import { titleKey } from "@/core/links/titles";
import { mayChangeCourse, mayUsePower, standAtWiki } from "../access/read";
import { page, wiki } from "../db/tables/wikis";
import { lockWiki, pageByTitle, recordEntry } from "../ledger/record";
import { belongsInput, settleIn } from "./belongs";
import type { ContentsProblem } from "./dto";
import { wikiMembers } from "./members";
import { pageTemplates } from "./templates";
import { pageTitle } from "./write";
import { act } from "../session/act";
import { type Refused, refused } from "../refusal";

/** More than a wiki's contents can be read with. */
export const mostAtOnce = 200;

export const severalInput = z.object({
  titles: z.array(z.string().max(2000)).max(mostAtOnce),
  /** One for each member besides, called by their name. */
  forMembers: z.enum(["no", "everybody’s", "theirs alone"]),
  templateId: id.nullable(),
  below: belongsInput.shape.below,
});

export type Several = z.output<typeof severalInput>;

export type SeveralStarted =
  /** `there`: titles that a page had already. */
  | { readonly kind: "started"; readonly number: number; readonly there: readonly string[] }
  | Refused<ContentsProblem>;

/**
 * Starts a page for each title that none has yet. Pages that are to be one member's alone are for instructors
 * to make.
 */
export const startSeveral = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    { titles, forMembers, templateId, below }: Several,
  ): Promise<SeveralStarted> => {
    const named = titles.map((title) => pageTitle.safeParse(title));
    if (named.some(({ success }) => !success)) return refused({ code: "bad title" });
    return ctx.db.transaction(async (tx): Promise<SeveralStarted> => {
      const inside = { ...ctx, db: tx };
      if (!(await standAtWiki(inside, courseId, wikiId))) return refused({ code: "not found" });
      await lockWiki(tx, courseId, wikiId);
      const standpoint = await standAtWiki(inside, courseId, wikiId);
      if (!standpoint) return refused({ code: "not found" });
      if (!mayUsePower(standpoint, "start")) return refused({ code: "power not given", power: "start" });
      if (forMembers === "theirs alone" && !(await mayChangeCourse(inside, courseId)))
        return refused({ code: "not allowed" });
      const [found] = await tx
        .select({ courseId: wiki.courseId, groupId: wiki.groupId, personId: wiki.personId })
        .from(wiki)
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
      const members =
        forMembers === "no"
          ? []
          : (await wikiMembers(tx, found!)).filter(({ until }) => until === null || until > ctx.now);
      const wanted = new Map<string, { title: string; member: { id: string; name: string } | null }>();
      for (const { data } of named)
        if (data !== undefined && !wanted.has(titleKey(data)))
          wanted.set(titleKey(data), { title: data, member: null });
      for (const { id, name } of members)
        if (!wanted.has(titleKey(name))) wanted.set(titleKey(name), { title: name, member: { id, name } });
      if (wanted.size === 0) return refused({ code: "no titles" });
      const there: string[] = [];
      let number = 0;
      for (const { title, member } of wanted.values()) {
        if (await pageByTitle(tx, courseId, wikiId, title)) {
          there.push(title);
          continue;
        }
        const template =
          templateId === null
            ? undefined
            : (await pageTemplates(inside, courseId, wikiId, member?.name)).find(
                ({ id }) => id === templateId,
              );
        const pageId = ctx.newId();
        await recordEntry(tx, {
          courseId,
          wikiId,
          pageId,
          kind: "started",
          authorId: template ? null : ctx.viewer.id,
          at: ctx.now,
          note: template ? `Template “${template.title}”`.slice(0, 300) : "",
          title,
          document: template?.document ?? emptyDocument,
          base: 0,
          restoredFrom: null,
          newBlockId: ctx.newId,
        });
        if (forMembers === "theirs alone" && member)
          await tx
            .update(page)
            .set({ ownerId: member.id })
            .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
        await settleIn(inside, { courseId, wikiId, pageId, title }, { below, linkFrom: null });
        number++;
      }
      return { kind: "started", number, there };
    });
  },
);
