/** How far the viewer has read an assignment, and how far others have. */
import { reviewsWork } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, sql } from "drizzle-orm";
import { roleOn } from "../access/read";
import { reviewMark } from "../db/tables/review";
import { entry, entryCredit, wiki } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import type { ContextIn } from "../session/context";
import { type MarkDto, marksIn } from "./marks";

export interface ProgressDto {
  /** The viewer's own mark, by "wiki student". */
  readonly mine: ReadonlyMap<string, MarkDto>;
  /** The students' entries since, where there are any; by "wiki student". */
  readonly newSince: ReadonlyMap<string, number>;
  /** Others who have looked at a student's work, by "wiki student". */
  readonly byOthers: ReadonlyMap<string, readonly { readonly name: string; readonly at: Date }[]>;
  /** How many students each of the others has looked at. */
  readonly others: readonly { readonly name: string; readonly students: number }[];
}

/** Null for people who may not review. Two queries. */
export async function readingProgress(
  ctx: ContextIn,
  courseId: string,
  wikis: readonly string[],
): Promise<ProgressDto | null> {
  const role = await roleOn(ctx, courseId);
  if (!reviewsWork(role)) return null;
  const marks = await marksIn(ctx.db, courseId, wikis);
  const since =
    wikis.length === 0
      ? []
      : await ctx.db
          .select({
            wikiId: reviewMark.wikiId,
            personId: reviewMark.personId,
            number: sql<number>`count(*)::int`,
          })
          .from(reviewMark)
          .innerJoin(
            wiki,
            and(
              eq(wiki.courseId, reviewMark.courseId),
              eq(wiki.id, reviewMark.wikiId),
              sql`${wiki.entries} > ${reviewMark.rev}`,
            ),
          )
          .innerJoin(
            entry,
            and(
              eq(entry.courseId, reviewMark.courseId),
              eq(entry.wikiId, reviewMark.wikiId),
              sql`${entry.rev} > ${reviewMark.rev}`,
            ),
          )
          .innerJoin(entryCredit, and(creditOfEntry, eq(entryCredit.authorId, reviewMark.personId)))
          .where(
            and(
              eq(reviewMark.courseId, courseId),
              eq(reviewMark.byId, ctx.viewer.id),
              inArray(reviewMark.wikiId, [...wikis]),
            ),
          )
          .groupBy(reviewMark.wikiId, reviewMark.personId);
  const byOthers = new Map<string, { name: string; students: number }>();
  for (const { byId, by } of marks)
    if (byId !== ctx.viewer.id)
      byOthers.set(byId, { name: by, students: (byOthers.get(byId)?.students ?? 0) + 1 });
  const ofEach = new Map<string, { name: string; at: Date }[]>();
  for (const { wikiId, personId, byId, by, at } of marks) {
    if (byId === ctx.viewer.id) continue;
    const key = `${wikiId} ${personId}`;
    ofEach.set(key, [...(ofEach.get(key) ?? []), { name: by, at }]);
  }
  return {
    byOthers: ofEach,
    mine: new Map(
      marks.flatMap((mark) =>
        mark.byId === ctx.viewer.id ? [[`${mark.wikiId} ${mark.personId}`, mark] as const] : [],
      ),
    ),
    newSince: new Map(since.map((row) => [`${row.wikiId} ${row.personId}`, row.number])),
    others: [...byOthers.values()],
  };
}
