/** Naming people in comments: "@" and their name. */
import "server-only";
import { and, asc, eq, inArray, isNull } from "drizzle-orm";
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

/** Whom a comment in a wiki can name: its members, and those who run the course or see the group; without the viewer, by name. */
export async function nameable(ctx: ContextIn, courseId: string, wikiId: string): Promise<NameableDto[]> {
  const at = await standAtWiki(ctx, courseId, wikiId);
  const found = at?.wiki ?? (await ctx.db.select({ groupId: wiki.groupId, personId: wiki.personId }).from(wiki).where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId))))[0];
  if (!found) return [];
  const members = (await membersOf(ctx, courseId, found.groupId, found.personId)).filter(({ until }) => until === null || until > ctx.now);
  const staff = await ctx.db.select({ id: person.id, name: person.name }).from(enrolment).innerJoin(person, eq(person.id, enrolment.personId))
    .innerJoin(wiki, and(eq(wiki.courseId, enrolment.courseId), eq(wiki.id, wikiId)))
    .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt), inArray(enrolment.role, ["instructor", "assistant"]), givenToAssistant(person.id))).orderBy(asc(person.name));
  return [...members.map(({ id, name }) => ({ id, name })), ...staff].filter(({ id }) => id !== ctx.viewer.id);
}

/** Notes whom a comment names, in the place of whom it named before. */
export async function noteMentions(ctx: ContextIn, courseId: string, wikiId: string, commentId: string, body: string): Promise<void> {
  await ctx.db.delete(mention).where(and(eq(mention.courseId, courseId), eq(mention.commentId, commentId)));
  if (!body.includes("@")) return;
  const named = findNamed(body, await nameable(ctx, courseId, wikiId));
  if (named.length > 0) await ctx.db.insert(mention).values(named.map(({ id }) => ({ courseId, commentId, personId: id })));
}
