import { reviewsWork, runsCourse } from "@/core/access/role";
import "server-only";
import { and, asc, desc, eq, isNull, sql } from "drizzle-orm";
import { inOrder } from "@/core/contents/order";
import { filesIn } from "@/core/document/files";
import { accessDto, whoMay } from "../access/told";
import { above, mayUsePower, readablePages, standAtPage, standAtWiki, type Standpoint } from "../access/read";
import { discussionsOn } from "../comments/discussion";
import { staffOf } from "../comments/mentions";
import { placeThreads } from "../comments/passages";
import { pageComments } from "../comments/read";
import { person } from "../db/tables/accounts";
import { roomName } from "../db/tables/doors";
import { entry, entryCredit, formerTitle, page, standing, wiki } from "../db/tables/wikis";
import { pageTag } from "../db/tables/writing";
import { creditOfEntry } from "../ledger/credit";
import { sharedEntries, shifts } from "../ledger/shared";
import { filesNamed } from "../files/read";
import type { ContextIn } from "../session/context";
import type { PageDto, WikiDto } from "./dto";
import { membersOf } from "./members";

/** A wiki for the viewer, or null if there is none such for them. */
export async function findWiki(ctx: ContextIn, courseId: string, wikiId: string): Promise<WikiDto | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  return standpoint ? loadWiki(ctx, standpoint, standpoint) : null;
}

/**
 * `atWiki`: where the viewer stands at the wiki itself, of which what they may do in its contents depends;
 * null: nowhere.
 */
async function loadWiki(
  ctx: ContextIn,
  standpoint: Standpoint,
  atWiki: Standpoint | null,
  former?: WikiDto["formerTitles"],
): Promise<WikiDto> {
  const {
    courseId,
    wikiId,
    assignmentId,
    wiki: { groupId, personId, ...rest },
  } = standpoint;
  const pages = await ctx.db
    .select({
      id: page.id,
      title: page.title,
      words: page.words,
      parentId: page.parentId,
      position: page.position,
      ownerId: page.ownerId,
      heading: page.heading,
      tags: sql<
        string[]
      >`array(select t.tag from ${pageTag} t where t.course_id = ${page}.course_id and t.page_id = ${page}.id
        order by t.key)`,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)))
    .orderBy(asc(page.position), asc(page.title));
  const readable = readablePages(standpoint, pages);
  const ids = new Set(readable.map(({ id }) => id));
  return {
    ...rest,
    courseId,
    wikiId,
    assignmentId,
    sharing: groupId ? "group" : personId ? "student" : "class",
    mayStart: atWiki !== null && mayUsePower(atWiki, "start"),
    mayArrange: atWiki !== null && mayUsePower(atWiki, "arrange"),
    mayUpload: atWiki !== null && mayUsePower(atWiki, "upload"),
    isInstructor: runsCourse(standpoint.person.role),
    reviews: reviewsWork(standpoint.person.role),
    members: await membersOf(ctx, courseId, groupId, personId),
    contents: inOrder(homeFirst(readable, rest.homePageId)).map(
      ({ id, title, words, depth, parentId, heading, tags }) => ({
        id,
        title,
        words,
        depth,
        heading,
        tags,
        parentId: parentId !== null && ids.has(parentId) ? parentId : null,
      }),
    ),
    formerTitles: (former ?? (await formerTitles(ctx, courseId, wikiId))).filter(({ id }) => ids.has(id)),
  };
}

/** The home page comes first, wherever the others were put. */
export function homeFirst<
  Row extends { readonly id: string; readonly parentId: string | null; readonly position: number },
>(rows: readonly Row[], homePageId: string | null): Row[] {
  return rows.map((row) => (row.id === homePageId ? { ...row, parentId: null, position: -1 } : row));
}

/** Titles that no page has any more, with the page that had each of them last. */
async function formerTitles(
  { db }: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<WikiDto["formerTitles"]> {
  return db
    .select({ title: formerTitle.title, id: formerTitle.pageId })
    .from(formerTitle)
    .where(
      and(
        eq(formerTitle.courseId, courseId),
        eq(formerTitle.wikiId, wikiId),
        sql`not exists (select 1 from ${page} p
      where p.course_id = ${formerTitle}.course_id and p.wiki_id = ${formerTitle}.wiki_id
      and p.title_key = ${formerTitle}.title_key and p.removed_at is null)`,
      ),
    );
}

/** The same as SQL: a list in JSON, for a query about one page. */
function formerTitlesOf(courseId: string, wikiId: string) {
  return sql<
    { title: string; id: string }[]
  >`(select coalesce(json_agg(json_build_object('title', f.title, 'id', f.page_id)), '[]')
    from ${formerTitle} f where f.course_id = ${courseId} and f.wiki_id = ${wikiId}
    and not exists (select 1 from ${page} p where p.course_id = f.course_id and p.wiki_id = f.wiki_id
    and p.title_key = f.title_key and p.removed_at is null))`;
}

/** Words of one author that stand on a page. */
interface Stands {
  readonly authorId: string | null;
  readonly words: number;
  readonly isGuest: boolean;
}

/**
 * A page as it stands, for the viewer; null if there is none such for them. Cost: a fixed number of queries,
 * each by key.
 */
export async function findPage(ctx: ContextIn, courseId: string, pageId: string): Promise<PageDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const [found] = await ctx.db
    .select({
      title: page.title,
      entries: page.entries,
      words: page.words,
      removedAt: page.removedAt,
      document: entry.document,
      at: entry.at,
      note: entry.note,
      kind: entry.kind,
      base: entry.base,
      author: person.name,
      authorId: entryCredit.authorId,
      origins: entryCredit.origins,
      ownerId: page.ownerId,
      owner: sql<string | null>`(select o.name from ${person} o where o.id = ${page.ownerId})`,
      stands: sql<
        Stands[]
      >`(select coalesce(json_agg(json_build_object('authorId', s.author_id, 'words', s.words, 'isGuest', exists (select 1 from ${roomName} r where r.course_id = ${courseId} and r.guest_id = s.author_id))), '[]')
        from (select author_id, sum(words)::int as words from ${standing} where course_id = ${courseId}
        and page_id = ${pageId} group by author_id) s)`,
      former: formerTitlesOf(courseId, standpoint.wikiId),
      staff: staffOf(wiki),
    })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .innerJoin(entry, and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id)))
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)))
    .orderBy(desc(entry.number))
    .limit(1);
  if (!found) return null;
  const { stands } = found;
  const loaded = await loadWiki(ctx, standpoint, above(standpoint), found.former);
  const shift = shifts(
    await sharedEntries(ctx.db, courseId, [standpoint.wikiId], { onPage: pageId }),
    (each) => each.standing,
  );
  const members = loaded.members.map(({ id }) => ({
    authorId: id,
    words: (stands.find((each) => each.authorId === id)?.words ?? 0) + (shift.get(id) ?? 0),
  }));
  const sumOf = (rows: readonly Stands[]) => rows.reduce((sum, each) => sum + each.words, 0);
  const unassigned = sumOf(stands.filter(({ isGuest }) => isGuest));
  const others =
    sumOf(stands.filter((each) => !loaded.members.some(({ id }) => id === each.authorId))) - unassigned;
  const here = { courseId, wikiId: standpoint.wikiId, pageId, origins: found.origins };
  return {
    wiki: loaded,
    id: pageId,
    title: found.title,
    entries: found.entries,
    words: found.words,
    document: found.document,
    last: {
      author: found.author,
      authorId: found.authorId,
      at: found.at,
      note: found.note,
      kind: found.kind,
      base: found.base,
    },
    parts: [...members, { authorId: null, words: others }],
    unassigned,
    comments: await pageComments(
      ctx.db,
      courseId,
      pageId,
      { id: ctx.viewer.id, isInstructor: loaded.isInstructor },
      await placeThreads(ctx, here),
    ),
    discussions: await discussionsOn(ctx.db, here),
    access: accessDto(standpoint),
    whoMay: whoMay(standpoint, found.ownerId, found.owner),
    files: await filesNamed(ctx.db, courseId, filesIn(found.document)),
    nameable: [
      ...loaded.members
        .filter(({ until }) => until === null || until > ctx.now)
        .map(({ id, name }) => ({ id, name })),
      ...found.staff,
    ].filter(({ id }) => id !== ctx.viewer.id),
    mayRename: mayUsePower(standpoint, "rename"),
    mayRemove: mayUsePower(standpoint, "remove"),
    mayUpload: mayUsePower(standpoint, "upload"),
    mayRestore: mayUsePower(standpoint, "restore"),
    maySettle: mayUsePower(standpoint, "settle"),
    removedAt: found.removedAt,
  };
}
