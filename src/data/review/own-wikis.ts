/**
 * The wikis of an assignment in which somebody has a statement of their own: that of their group, and of
 * those from which they were moved.
 */
import "server-only";
import { and, asc, eq, isNull, or, sql } from "drizzle-orm";
import { takesPart } from "@/core/access/role";
import { roleOn } from "../access/read";
import { groupMember } from "../db/tables/courses";
import { wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";

export interface OwnWikiDto {
  readonly id: string;
  readonly name: string;
  /** When they were moved to another group; null: they belong to it. */
  readonly until: Date | null;
}

/**
 * The one that they belong to first, then by when they left; empty for people who are not on the course. One
 * query.
 */
export async function ownWikis(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<OwnWikiDto[]> {
  const role = await roleOn(ctx, courseId);
  if (!role) return [];
  const { id } = ctx.viewer;
  const isClass = and(isNull(wiki.groupId), isNull(wiki.personId), sql`${takesPart(role)}`);
  const rows = await ctx.db
    .select({ id: wiki.id, name: wiki.name, until: groupMember.until })
    .from(wiki)
    .leftJoin(
      groupMember,
      and(
        eq(groupMember.courseId, wiki.courseId),
        eq(groupMember.groupId, wiki.groupId),
        eq(groupMember.personId, id),
      ),
    )
    .where(
      and(
        eq(wiki.courseId, courseId),
        eq(wiki.assignmentId, assignmentId),
        isNull(wiki.setAsideAt),
        or(eq(groupMember.personId, id), eq(wiki.personId, id), isClass),
      ),
    )
    .orderBy(asc(wiki.position));
  const isCurrent = ({ until }: OwnWikiDto) => until === null || until > ctx.now;
  return rows.sort(
    (one, other) =>
      Number(isCurrent(other)) - Number(isCurrent(one)) ||
      (other.until?.getTime() ?? 0) - (one.until?.getTime() ?? 0),
  );
}
