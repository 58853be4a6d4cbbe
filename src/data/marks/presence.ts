/** Who else has a group's assessment before them, and whether anything was done in it since. */
import "server-only";
import { and, asc, eq, gt, lt, ne, sql } from "drizzle-orm";
import { person } from "../db/tables/accounts";
import { assessPresence, judgement, markAct } from "../db/tables/marks";
import type { Context } from "../session/context";
import { assessedAt } from "./place";

/** Milliseconds between two signs of life, and after which somebody without one is gone. */
export const assessBeatEvery = 8000;
const goneAfter = 25_000;

export interface AssessHereDto {
  readonly others: readonly string[];
  /** Changes with each act of somebody else. */
  readonly state: string;
}

/**
 * Notes that the viewer is here, and tells of others; null for whoever does not assess the group. A second
 * assessor who is not done meets nobody.
 */
export async function assessBeat(
  ctx: Context,
  courseId: string,
  wikiId: string,
): Promise<AssessHereDto | null> {
  const at = await assessedAt(ctx, courseId, wikiId);
  if (!at) return null;
  if (at.wiki.isBlind) return { others: [], state: "" };
  const { db, viewer, now } = ctx;
  const here = and(eq(assessPresence.courseId, courseId), eq(assessPresence.wikiId, wikiId));
  if (!ctx.lookingAs) {
    await db
      .delete(assessPresence)
      .where(and(here, lt(assessPresence.seenAt, new Date(now.getTime() - 20 * goneAfter))));
    await db
      .insert(assessPresence)
      .values({ courseId, wikiId, personId: viewer.id, seenAt: now })
      .onConflictDoUpdate({
        target: [assessPresence.courseId, assessPresence.wikiId, assessPresence.personId],
        set: { seenAt: now },
      });
  }
  const others = await db
    .select({ name: person.name })
    .from(assessPresence)
    .innerJoin(person, eq(person.id, assessPresence.personId))
    .where(
      and(
        here,
        ne(assessPresence.personId, viewer.id),
        gt(assessPresence.seenAt, new Date(now.getTime() - goneAfter)),
      ),
    )
    .orderBy(asc(person.name));
  const [judged] = await db
    .select({ newest: sql<number>`coalesce(max(${judgement.order}), 0)::int` })
    .from(judgement)
    .where(
      and(eq(judgement.courseId, courseId), eq(judgement.wikiId, wikiId), ne(judgement.byId, viewer.id)),
    );
  const [marked] = await db
    .select({ newest: sql<number>`coalesce(max(${markAct.order}), 0)::int` })
    .from(markAct)
    .where(and(eq(markAct.courseId, courseId), eq(markAct.wikiId, wikiId), ne(markAct.byId, viewer.id)));
  return { others: others.map(({ name }) => name), state: `${judged!.newest} ${marked!.newest}` };
}
