/** Templates that pages of a wiki can be started from, as the assignment has them. */
import "server-only";
import { and, asc, eq } from "drizzle-orm";
import { fillingOf, fillPlaces, fillText } from "@/core/assignment/places";
import type { PageDocument } from "@/core/document/model";
import { may, standAtWiki } from "../access/read";
import { courseGroup } from "../db/tables/courses";
import { starterPage, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { wikiMembers } from "./members";

export interface TemplateDto {
  readonly id: string;
  readonly title: string;
  readonly document: PageDocument;
}

/**
 * The templates, their places filled for the wiki and for `member` (absent: the viewer); none for people who
 * may not write there.
 */
export async function pageTemplates(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  member = ctx.viewer.name,
): Promise<TemplateDto[]> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint || !may(standpoint, "write")) return [];
  const rows = await ctx.db
    .select({ id: starterPage.id, title: starterPage.title, document: starterPage.document })
    .from(starterPage)
    .where(
      and(
        eq(starterPage.courseId, courseId),
        eq(starterPage.assignmentId, standpoint.assignmentId),
        eq(starterPage.isTemplate, true),
      ),
    )
    .orderBy(asc(starterPage.position));
  if (rows.length === 0) return [];
  const [found] = await ctx.db
    .select({ name: wiki.name, groupId: wiki.groupId, personId: wiki.personId, topic: courseGroup.topic })
    .from(wiki)
    .leftJoin(courseGroup, and(eq(courseGroup.courseId, wiki.courseId), eq(courseGroup.id, wiki.groupId)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  const members = (
    await wikiMembers(ctx.db, { courseId, groupId: found!.groupId, personId: found!.personId })
  ).filter(({ until }) => until === null || until > ctx.now);
  const filling = fillingOf({
    group: found!.name,
    topic: found!.topic,
    members: members.map(({ name }) => name),
    member,
  });
  return rows.map(({ id, title, document }) => ({
    id,
    title: fillText(title, filling) || title,
    document: fillPlaces(document, filling),
  }));
}
