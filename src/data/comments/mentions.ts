/** Naming people in comments: "@" and their name. */
import "server-only";
import { and, eq, sql } from "drizzle-orm";
import { findNamed } from "@/core/text/named";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { mention, wiki } from "../db/tables/wikis";
import { givenToAssistant } from "../access/people";
import { standAtWiki } from "../access/read";
import { membersOf } from "../pages/members";
import type { ContextIn } from "../session/context";

export interface NameableDto {
  readonly id: string;
  readonly name: string;
}

/**
 * Whom a comment in a wiki can name: its members, and those who run the course or see the group; without the
 * viewer, by name.
 */
export async function nameable(ctx: ContextIn, courseId: string, wikiId: string): Promise<NameableDto[]> {
  const at = await standAtWiki(ctx, courseId, wikiId);
  const found =
    at?.wiki ??
    (
      await ctx.db
        .select({ groupId: wiki.groupId, personId: wiki.personId })
        .from(wiki)
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)))
    )[0];
  if (!found) return [];
  const members = (await membersOf(ctx, courseId, found.groupId, found.personId)).filter(
    ({ until }) => until === null || until > ctx.now,
  );
  const [other] = await ctx.db
    .select({ staff: staffOf(wiki) })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  return [...members.map(({ id, name }) => ({ id, name })), ...(other?.staff ?? [])].filter(
    ({ id }) => id !== ctx.viewer.id,
  );
}

/** SQL: those who run the course of a wiki that a query is about, and the assistants who see it, by name. */
export function staffOf(of: typeof wiki) {
  return sql<
    NameableDto[]
  >`(select coalesce(json_agg(json_build_object('id', p.id, 'name', p.name) order by p.name), '[]')
    from ${enrolment} staff join ${person} p on p.id = staff.person_id
    where staff.course_id = ${of}.course_id and staff.left_at is null and (staff.role = 'instructor'
    or (staff.role = 'assistant' and ${givenToAssistant(sql.raw("p.id"))})))`;
}

/** Notes whom a comment names, in the place of whom it named before. */
export async function noteMentions(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  commentId: string,
  body: string,
): Promise<void> {
  await ctx.db.delete(mention).where(and(eq(mention.courseId, courseId), eq(mention.commentId, commentId)));
  if (!body.includes("@")) return;
  const named = findNamed(body, await nameable(ctx, courseId, wikiId));
  if (named.length > 0)
    await ctx.db.insert(mention).values(named.map(({ id }) => ({ courseId, commentId, personId: id })));
}
