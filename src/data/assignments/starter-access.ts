/**
 * What members may do on pages that began as starter pages, as the set-up says: rules of access on these
 * pages, which name the assignment as their origin. They are made with the pages, and follow when the set-up
 * changes.
 */
import "server-only";
import { and, eq, inArray, isNotNull, isNull } from "drizzle-orm";
import type { Level } from "@/core/access/may";
import type { Queryable } from "../db/client";
import { accessRule, assignment, page, starterPage, wiki } from "../db/tables/wikis";

interface Wanted {
  readonly level: Level;
  readonly from: Date | null;
  readonly until: Date | null;
}

/**
 * Hidden up to a time, and from then on, where members do not write, to be read and spoken of; nothing before
 * the assignment opens.
 */
export function rulesOfStarter(
  { readOnly, hiddenUntil }: Pick<typeof starterPage.$inferSelect, "readOnly" | "hiddenUntil">,
  opensAt: Date,
): Wanted[] {
  const shows = hiddenUntil && hiddenUntil > opensAt ? hiddenUntil : opensAt;
  return [
    ...(hiddenUntil && hiddenUntil > opensAt
      ? [{ level: "hidden" as const, from: null, until: hiddenUntil }]
      : []),
    ...(readOnly ? [{ level: "comment" as const, from: shows, until: null }] : []),
  ];
}

interface At {
  readonly db: Queryable;
  readonly now: Date;
  readonly newId: () => string;
}

const keyOf = ({ level, from, until }: { level: Level | null; from: Date | null; until: Date | null }) =>
  [level, from?.getTime(), until?.getTime()].join();

/**
 * Ends the rules of pages that the set-up no longer means, and makes those that are missing: of all wikis of
 * a published assignment, or of one. In the transaction in which pages are made, so that they are in force
 * from the first second. Cost: three queries, and two for what changes.
 */
export async function putStarterAccess(
  { db, now, newId }: At,
  { courseId, assignmentId }: { readonly courseId: string; readonly assignmentId: string },
  wikiId?: string,
): Promise<void> {
  const pages = await db
    .select({
      id: page.id,
      readOnly: starterPage.readOnly,
      hiddenUntil: starterPage.hiddenUntil,
      opensAt: assignment.opensAt,
    })
    .from(page)
    .innerJoin(
      wiki,
      and(
        eq(wiki.courseId, page.courseId),
        eq(wiki.id, page.wikiId),
        eq(wiki.assignmentId, assignmentId),
        wikiId ? eq(wiki.id, wikiId) : undefined,
      ),
    )
    .innerJoin(
      assignment,
      and(
        eq(assignment.courseId, wiki.courseId),
        eq(assignment.id, wiki.assignmentId),
        isNotNull(assignment.publishedAt),
      ),
    )
    .innerJoin(starterPage, and(eq(starterPage.courseId, page.courseId), eq(starterPage.id, page.starterId)))
    .where(eq(page.courseId, courseId));
  if (pages.length === 0) return;
  const stored = await db
    .select()
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        eq(accessRule.scope, "page"),
        inArray(
          accessRule.place,
          pages.map(({ id }) => id),
        ),
        eq(accessRule.origin, "assignment"),
        isNull(accessRule.endedAt),
      ),
    );
  // Whoever published the assignment made its rules.
  const [maker] = await db
    .select({ id: accessRule.madeBy })
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        eq(accessRule.place, assignmentId),
        eq(accessRule.origin, "assignment"),
      ),
    )
    .limit(1);
  if (!maker) return;
  const wanted = pages.flatMap((each) =>
    rulesOfStarter(each, each.opensAt).map((rule) => ({ ...rule, place: each.id })),
  );
  const has = new Set(stored.map((rule) => `${rule.place} ${keyOf(rule)}`)),
    wants = new Set(wanted.map((rule) => `${rule.place} ${keyOf(rule)}`));
  const ended = stored.filter((rule) => !wants.has(`${rule.place} ${keyOf(rule)}`)).map(({ id }) => id);
  if (ended.length > 0)
    await db
      .update(accessRule)
      .set({ endedAt: now, endedBy: maker.id })
      .where(and(eq(accessRule.courseId, courseId), inArray(accessRule.id, ended)));
  const made = wanted.filter((rule) => !has.has(`${rule.place} ${keyOf(rule)}`));
  if (made.length > 0)
    await db.insert(accessRule).values(
      made.map((rule) => ({
        ...rule,
        courseId,
        id: newId(),
        scope: "page" as const,
        whoKind: "group" as const,
        origin: "assignment" as const,
        madeAt: now,
        madeBy: maker.id,
      })),
    );
}
