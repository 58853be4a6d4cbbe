import "server-only";
import { and, asc, desc, eq, sql } from "drizzle-orm";
import { inOrder } from "@/core/contents/order";
import { may, readablePages, standAtPage, standAtWiki, type Standpoint } from "../access/read";
import { pageComments } from "../comments/read";
import { person } from "../db/tables/accounts";
import { course } from "../db/tables/courses";
import { accessRule, assignment, entry, page, standing, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import type { AccessDto, PageDto, WikiDto } from "./dto";
import { wikiMembers } from "./members";

/** A wiki for the viewer, or null if there is none such for them. */
export async function findWiki(ctx: ContextIn, courseId: string, wikiId: string): Promise<WikiDto | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  return standpoint ? loadWiki(ctx, standpoint, may(standpoint, "write")) : null;
}

async function loadWiki(ctx: ContextIn, standpoint: Standpoint, mayStart: boolean): Promise<WikiDto> {
  const { courseId, wikiId } = standpoint;
  const [found] = await ctx.db
    .select({
      courseId: wiki.courseId, name: wiki.name, groupId: wiki.groupId, personId: wiki.personId, homePageId: wiki.homePageId, assignmentId: wiki.assignmentId,
      timeZone: course.timeZone, dueAt: assignment.dueAt, membersStart: assignment.membersStart, commentsOn: assignment.commentsOn,
    })
    .from(wiki)
    .innerJoin(course, eq(course.id, wiki.courseId))
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  if (!found) throw new RangeError(`No wiki ${wikiId}`);
  const { groupId, personId, membersStart, ...rest } = found;
  const pages = await ctx.db.select({ id: page.id, title: page.title, words: page.words, parentId: page.parentId, position: page.position }).from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId))).orderBy(asc(page.position), asc(page.title));
  const readable = await readablePages(ctx, standpoint, pages);
  return {
    ...rest, wikiId, mayStart: mayStart && (membersStart || standpoint.person.role === "instructor"),
    isInstructor: standpoint.person.role === "instructor",
    members: await wikiMembers(ctx.db, { courseId, groupId, personId }),
    contents: inOrder(readable).map(({ id, title, words, depth }) => ({ id, title, words, depth })),
  };
}

/** A page as it stands, for the viewer; null if there is none such for them. Cost: a fixed number of queries, each by key. */
export async function findPage(ctx: ContextIn, courseId: string, pageId: string): Promise<PageDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const atWiki = await standAtWiki(ctx, courseId, standpoint.wikiId);
  const loaded = await loadWiki(ctx, standpoint, atWiki !== null && may(atWiki, "write"));
  const [found] = await ctx.db
    .select({ title: page.title, entries: page.entries, words: page.words, document: entry.document, at: entry.at, note: entry.note, author: person.name })
    .from(page)
    .innerJoin(entry, and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id)))
    .leftJoin(person, eq(person.id, entry.authorId))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId))).orderBy(desc(entry.number)).limit(1);
  if (!found) return null;
  const stands = await ctx.db.select({ authorId: standing.authorId, words: sql<number>`sum(${standing.words})::int` }).from(standing)
    .where(and(eq(standing.courseId, courseId), eq(standing.pageId, pageId))).groupBy(standing.authorId);
  const members = loaded.members.map(({ id }) => ({ authorId: id, words: stands.find((each) => each.authorId === id)?.words ?? 0 }));
  const others = stands.filter((each) => !loaded.members.some(({ id }) => id === each.authorId)).reduce((sum, each) => sum + each.words, 0);
  return {
    wiki: loaded, id: pageId, title: found.title, entries: found.entries, words: found.words, document: found.document,
    last: { author: found.author, at: found.at, note: found.note },
    parts: [...members, { authorId: null, words: others }],
    comments: await pageComments(ctx.db, courseId, pageId),
    access: await accessDto(ctx, standpoint),
  };
}

/** The facts behind what the viewer may do at a place. */
export async function accessDto(ctx: ContextIn, { courseId, decision }: Standpoint): Promise<AccessDto> {
  const { level, because } = decision;
  if (because.kind === "built in") return { level, because };
  const { rule } = because;
  const [made] = await ctx.db.select({ name: person.name }).from(accessRule).innerJoin(person, eq(person.id, accessRule.madeBy))
    .where(and(eq(accessRule.courseId, courseId), eq(accessRule.id, rule.id)));
  return {
    level,
    because: {
      kind: "rule", scope: rule.scope, who: rule.who.kind, madeBy: made?.name ?? "", madeAt: new Date(rule.madeAt),
      from: rule.from === null ? null : new Date(rule.from), until: rule.until === null ? null : new Date(rule.until),
    },
  };
}
