import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import { type Level, levels } from "@/core/access/may";
import { z } from "zod";
import { accessRule } from "../db/tables/wikis";
import type { Context } from "../session/context";
import { lockWikiOfPage } from "../ledger/record";
import { mayChangeCourse, standAtPage } from "./read";

const level = z.enum(levels);

export type AccessSet = { readonly kind: "set" } | { readonly kind: "refused"; readonly code: "not found" | "not allowed" | "bad level" };

/**
 * Sets what the wiki's own group may do on a page; null takes the page's own rule away again, so that the rules of
 * the wiki and the assignment hold. The rule before is ended, not changed.
 */
export async function setGroupLevel(ctx: Context, given: { courseId: string; pageId: string; level: Level | null }): Promise<AccessSet> {
  if (given.level !== null && !level.safeParse(given.level).success) return { kind: "refused", code: "bad level" };
  const standpoint = await standAtPage(ctx, given.courseId, given.pageId);
  if (!standpoint) return { kind: "refused", code: "not found" };
  if (!(await mayChangeCourse(ctx, given.courseId))) return { kind: "refused", code: "not allowed" };
  await ctx.db.transaction(async (tx) => {
    // A save under way ends under the rules it began with; the next one meets the new rule.
    await lockWikiOfPage(tx, given.courseId, given.pageId);
    const atPage = and(eq(accessRule.courseId, given.courseId), eq(accessRule.place, given.pageId), eq(accessRule.whoKind, "group"), isNull(accessRule.endedAt));
    await tx.update(accessRule).set({ endedAt: ctx.now, endedBy: ctx.viewer.id }).where(atPage);
    if (given.level === null) return;
    await tx.insert(accessRule).values({
      courseId: given.courseId, id: ctx.newId(), scope: "page", place: given.pageId, whoKind: "group", level: given.level, madeAt: ctx.now, madeBy: ctx.viewer.id,
    });
  });
  return { kind: "set" };
}
