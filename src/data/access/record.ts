/** Recording a change of access: rules that end, rules that begin, and how the log tells a setting. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Planned, Setting } from "@/core/access/setting";
import type { Rule } from "@/core/access/rule";
import type { Queryable } from "../db/client";
import { accessRule, type ToldSetting, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { whoColumns } from "./read";

/** Saves under way end under the rules that they began with; the next ones meet the new ones. */
export async function lockWikis(tx: Queryable, courseId: string, wikis: readonly { readonly id: string }[]): Promise<void> {
  if (wikis.length === 0) return;
  await tx.select({ id: wiki.id }).from(wiki).where(and(eq(wiki.courseId, courseId), inArray(wiki.id, wikis.map((each) => each.id)))).orderBy(wiki.id).for("update");
}

export async function endRules({ db, viewer, now }: Pick<ContextIn, "db" | "viewer" | "now">, courseId: string, ids: readonly string[], changeId: string): Promise<void> {
  if (ids.length === 0) return;
  await db.update(accessRule).set({ endedAt: now, endedBy: viewer.id, endedChangeId: changeId }).where(and(eq(accessRule.courseId, courseId), inArray(accessRule.id, [...ids])));
}

/** A statement takes 65,535 values at most, and a rule has 20. */
const rulesAtOnce = 3000;

export async function makeRules(ctx: ContextIn, courseId: string, make: Planned["make"], changeId: string, origin: "more time" | null): Promise<void> {
  const date = (at: number | null) => (at === null ? null : new Date(at));
  const rows = make.map(({ scope, place, who, level, from, until, weekly }) => ({
    courseId, id: ctx.newId(), scope, place, level, weekly, from: date(from), until: date(until), madeAt: ctx.now, madeBy: ctx.viewer.id, changeId,
    ...whoColumns(who), origin,
  }));
  for (let from = 0; from < rows.length; from += rulesAtOnce) await ctx.db.insert(accessRule).values(rows.slice(from, from + rulesAtOnce));
}

/** A setting as the log keeps it. */
export function tell({ level, from, until, weekly }: Setting & { readonly level: Rule["level"] }): ToldSetting {
  const iso = (at: number | null) => (at === null ? null : new Date(at).toISOString());
  return { level, from: iso(from), until: iso(until), weekly };
}
