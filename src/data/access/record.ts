/** Recording a change of access: rules that end, rules that begin, and how the log tells a setting. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Planned, PlannedPowers, Setting } from "@/core/access/setting";
import type { Rule } from "@/core/access/rule";
import type { Queryable } from "../db/client";
import { accessRule, type ToldSetting, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { whoColumns } from "./read";

/** Saves under way end under the rules that they began with; the next ones meet the new ones. */
export async function lockWikis(
  tx: Queryable,
  courseId: string,
  wikis: readonly { readonly id: string }[],
): Promise<void> {
  if (wikis.length === 0) return;
  await tx
    .select({ id: wiki.id })
    .from(wiki)
    .where(
      and(
        eq(wiki.courseId, courseId),
        inArray(
          wiki.id,
          wikis.map((each) => each.id),
        ),
      ),
    )
    .orderBy(wiki.id)
    .for("update");
}

export async function endRules(
  { db, viewer, now }: Pick<ContextIn, "db" | "viewer" | "now">,
  courseId: string,
  ids: readonly string[],
  changeId: string,
): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(accessRule)
    .set({ endedAt: now, endedBy: viewer.id, endedChangeId: changeId })
    .where(and(eq(accessRule.courseId, courseId), inArray(accessRule.id, [...ids])));
}

/** A statement takes 65,535 values at most, and a rule has 20. */
const rulesAtOnce = 3000;

export async function makeRules(
  ctx: ContextIn,
  courseId: string,
  make: Planned["make"],
  changeId: string,
  origin: "more time" | null,
): Promise<void> {
  const date = (at: number | null) => (at === null ? null : new Date(at));
  await putRules(
    ctx,
    courseId,
    changeId,
    make.map(({ scope, place, who, level, from, until, weekly }) => ({
      scope,
      place,
      level,
      weekly,
      from: date(from),
      until: date(until),
      ...whoColumns(who),
      origin,
    })),
  );
}

export async function makePowerRules(
  ctx: ContextIn,
  courseId: string,
  make: PlannedPowers["make"],
  changeId: string,
): Promise<void> {
  await putRules(
    ctx,
    courseId,
    changeId,
    make.map(({ scope, place, who, power, given }) => ({ scope, place, power, given, ...whoColumns(who) })),
  );
}

type Fresh = Omit<typeof accessRule.$inferInsert, "courseId" | "id" | "madeAt" | "madeBy" | "changeId">;

async function putRules(
  { db, viewer, now, newId }: ContextIn,
  courseId: string,
  changeId: string,
  fresh: readonly Fresh[],
): Promise<void> {
  const rows = fresh.map((rule) => ({
    ...rule,
    courseId,
    id: newId(),
    madeAt: now,
    madeBy: viewer.id,
    changeId,
  }));
  for (let from = 0; from < rows.length; from += rulesAtOnce)
    await db.insert(accessRule).values(rows.slice(from, from + rulesAtOnce));
}

/** A setting as the log keeps it. */
export function tell({
  level,
  from,
  until,
  weekly,
}: Setting & { readonly level: Rule["level"] }): ToldSetting {
  const iso = (at: number | null) => (at === null ? null : new Date(at).toISOString());
  return { level, from: iso(from), until: iso(until), weekly };
}
