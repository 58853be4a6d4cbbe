/**
 * Where somebody assesses: the assignment, what they may see of it, and as which hand they judge each group.
 */
import "server-only";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import type { Role } from "@/core/access/may";
import { reviewsWork, runsCourse } from "@/core/access/role";
import { givenToAssistant } from "../access/people";
import { roleOn } from "../access/read";
import { assignmentHere } from "../assignments/here";
import type { Queryable } from "../db/client";
import { course } from "../db/tables/courses";
import { assessor } from "../db/tables/marks";
import { assignment, type Sharing, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

export interface AssessPlace {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly title: string;
  readonly courseTitle: string;
  readonly timeZone: string;
  readonly sharing: Sharing;
  readonly opensAt: Date;
  readonly dueAt: Date;
  /** Null: everything counts. */
  readonly cutOffAt: Date | null;
  readonly isArchived: boolean;
  readonly role: Role;
}

export interface AssessedWiki {
  readonly id: string;
  readonly courseId: string;
  readonly name: string;
  readonly groupId: string | null;
  readonly personId: string | null;
  readonly homePageId: string | null;
  readonly entries: number;
  /** As which the viewer judges. */
  readonly hand: "first" | "second";
  /** Whether what the first assessor did is kept from the viewer, until they are done. */
  readonly isBlind: boolean;
}

/** An assignment for those who assess in it; null for anybody else. */
export async function assessPlace(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<AssessPlace | null> {
  const role = await roleOn(ctx, courseId);
  if (!reviewsWork(role)) return null;
  const [found] = await ctx.db
    .select({
      title: assignment.title,
      courseTitle: course.title,
      timeZone: course.timeZone,
      sharing: assignment.sharing,
      opensAt: assignment.opensAt,
      dueAt: assignment.dueAt,
      cutOffAt: assignment.cutOffAt,
      archivedAt: course.archivedAt,
      publishedAt: assignment.publishedAt,
    })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  if (!found || (found.publishedAt === null && !runsCourse(role))) return null;
  const { archivedAt, publishedAt: _, ...rest } = found;
  return { courseId, assignmentId, ...rest, role: role!, isArchived: archivedAt !== null };
}

/** Its wikis that the viewer assesses, in their order. */
export async function assessedWikis(
  ctx: ContextIn,
  { courseId, assignmentId }: Pick<AssessPlace, "courseId" | "assignmentId">,
  only?: string,
): Promise<AssessedWiki[]> {
  const rows = await ctx.db
    .select({
      id: wiki.id,
      courseId: wiki.courseId,
      name: wiki.name,
      groupId: wiki.groupId,
      personId: wiki.personId,
      homePageId: wiki.homePageId,
      entries: wiki.entries,
      hand: assessor.hand,
      isOpen: assessor.isOpen,
      doneAt: assessor.doneAt,
    })
    .from(wiki)
    .leftJoin(
      assessor,
      and(
        eq(assessor.courseId, wiki.courseId),
        eq(assessor.wikiId, wiki.id),
        eq(assessor.personId, ctx.viewer.id),
      ),
    )
    .where(
      and(
        eq(wiki.courseId, courseId),
        eq(wiki.assignmentId, assignmentId),
        isNull(wiki.setAsideAt),
        only === undefined ? undefined : eq(wiki.id, only),
        givenToAssistant(ctx.viewer.id),
      ),
    )
    .orderBy(asc(wiki.position));
  return rows.map(({ hand, isOpen, doneAt, ...row }) => ({
    ...row,
    hand: hand ?? "first",
    isBlind: hand === "second" && isOpen === false && doneAt === null,
  }));
}

/** The place and one of its wikis, for whoever assesses it; null for anybody else. */
export async function assessedAt(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<{ readonly place: AssessPlace; readonly wiki: AssessedWiki } | null> {
  const [found] = await ctx.db
    .select({ assignmentId: wiki.assignmentId })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  const place = found && (await assessPlace(ctx, courseId, found.assignmentId));
  const [here] = place ? await assessedWikis(ctx, place, wikiId) : [];
  return place && here ? { place, wiki: here } : null;
}

/** Holds until the transaction ends: what is decided by what is there already is decided by one at a time. */
export async function inTurn(tx: Queryable, courseId: string, placeId: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`marks ${courseId} ${placeId}`}, 0))`);
}
