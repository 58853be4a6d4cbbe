/**
 * An assignment's times, and what its members may do, as rules of access: the access sheet names them like
 * any other.
 */
import "server-only";
import { and, eq, inArray, isNull, ne } from "drizzle-orm";
import { type Level, type Power, powers } from "@/core/access/may";
import { accessRule, type assignment, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

type Assignment = typeof assignment.$inferSelect;
interface Made {
  readonly whoKind: "group" | "students";
  readonly level: Level | null;
  readonly power: Power | null;
  readonly given: boolean | null;
  readonly from: Date | null;
  readonly until: Date | null;
}

/**
 * Hidden before the opening, then the group's to write, after the due time to read and comment if it closes;
 * others read from when they may. A rule for each power that members do not have.
 */
function rulesOf({ opensAt, dueAt, closesAtDue, othersReadFrom, membersMay }: Assignment): Made[] {
  const level = (whoKind: Made["whoKind"], given: Level, from: Date | null, until: Date | null): Made => ({
    whoKind,
    level: given,
    power: null,
    given: null,
    from,
    until,
  });
  return [
    level("group", "hidden", null, opensAt),
    level("group", "write", opensAt, closesAtDue ? dueAt : null),
    ...(closesAtDue ? [level("group", "comment", dueAt, null)] : []),
    ...(othersReadFrom ? [level("students", "read", othersReadFrom, null)] : []),
    ...powers
      .filter((power) => !membersMay.includes(power))
      .map((power): Made => ({
        whoKind: "group",
        level: null,
        power,
        given: false,
        from: null,
        until: null,
      })),
  ];
}

/**
 * Ends the rules that the assignment's earlier settings made and no longer mean, and makes those that are
 * missing.
 */
export async function putTimes(ctx: ContextIn, row: Assignment): Promise<void> {
  const { courseId, id } = row;
  const stored = await ctx.db
    .select()
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        eq(accessRule.place, id),
        eq(accessRule.origin, "assignment"),
        isNull(accessRule.endedAt),
      ),
    );
  const keyOf = (rule: Pick<Made, "level" | "power" | "from" | "until"> & { whoKind: string }) =>
    [
      rule.whoKind,
      rule.level ?? "",
      rule.power ?? "",
      rule.from?.getTime() ?? "",
      rule.until?.getTime() ?? "",
    ].join();
  const wanted = new Map(rulesOf(row).map((rule) => [keyOf(rule), rule]));
  const ended = stored.filter((rule) => !wanted.delete(keyOf(rule))).map((rule) => rule.id);
  if (ended.length > 0) {
    await ctx.db
      .update(accessRule)
      .set({ endedAt: ctx.now, endedBy: ctx.viewer.id })
      .where(and(eq(accessRule.courseId, courseId), inArray(accessRule.id, ended)));
  }
  if (wanted.size > 0) {
    await ctx.db.insert(accessRule).values(
      [...wanted.values()].map((rule) => ({
        ...rule,
        courseId,
        id: ctx.newId(),
        scope: "assignment" as const,
        place: id,
        origin: "assignment" as const,
        madeAt: ctx.now,
        madeBy: ctx.viewer.id,
      })),
    );
  }
  await moveMoreTime(ctx, row);
}

/** More time that was given goes on from the due time as it is now: no gap opens between the two. */
async function moveMoreTime(ctx: ContextIn, { courseId, id, dueAt }: Assignment): Promise<void> {
  const given = await ctx.db
    .select({ rule: accessRule })
    .from(accessRule)
    .innerJoin(
      wiki,
      and(eq(wiki.courseId, accessRule.courseId), eq(wiki.id, accessRule.place), eq(wiki.assignmentId, id)),
    )
    .where(
      and(
        eq(accessRule.courseId, courseId),
        eq(accessRule.origin, "more time"),
        isNull(accessRule.endedAt),
        ne(accessRule.from, dueAt),
      ),
    );
  if (given.length === 0) return;
  await ctx.db
    .update(accessRule)
    .set({ endedAt: ctx.now, endedBy: ctx.viewer.id })
    .where(
      and(
        eq(accessRule.courseId, courseId),
        inArray(
          accessRule.id,
          given.map(({ rule }) => rule.id),
        ),
      ),
    );
  const left = given.filter(({ rule }) => rule.until !== null && rule.until > dueAt);
  // They belong to the change that gave them: undoing that takes these away.
  if (left.length > 0)
    await ctx.db
      .insert(accessRule)
      .values(left.map(({ rule }) => ({ ...rule, id: ctx.newId(), from: dueAt })));
}
