/** What others did in the wikis that somebody watches, as far as they may read the pages. */
import "server-only";
import { takesPart } from "@/core/access/role";
import { and, asc, desc, eq, inArray, isNull, lt, ne, notInArray, sql } from "drizzle-orm";
import { plainRemark } from "@/core/text/remark";
import { allows } from "@/core/access/may";
import { actOf, isTextAct } from "@/core/credit/acts";
import { sittingGap } from "@/core/credit/sittings";
import { ownership, roleOn, rulebookAt } from "../access/read";
import { readableWikis } from "../assignments/read";
import { person } from "../db/tables/accounts";
import { muted, newsWish, pageVisit } from "../db/tables/news";
import { assignment, comment, entry, entryCredit, mention, page } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import { addressOf } from "../session/address";
import type { ContextIn } from "../session/context";
import type { HappeningDto, NewsDto } from "./dto";

export type Watched = Awaited<ReturnType<typeof readableWikis>>;

/** The wikis that the viewer watches: a student their own, others all that they read. */
export async function watchedWikis(ctx: ContextIn, courseId: string): Promise<Watched> {
  const wikis = await readableWikis(ctx, courseId);
  return takesPart(await roleOn(ctx, courseId)) ? wikis.filter(({ isMine }) => isMine) : wikis;
}

export interface Wanted {
  /** How many happenings at most. */
  readonly most: number;
  readonly before?: Date | null;
  readonly from?: Date | null;
  /** Whether what the viewer has muted is left out. */
  readonly withoutMuted?: boolean;
}

/**
 * Read so many rows for each happening, to fold sittings from, and to leave out pages that the viewer may not
 * read.
 */
const rowsForEach = 10;
const leastRows = 80;

/**
 * What others wrote and said in these wikis, newest first, entries folded into sittings. A fixed number of
 * queries.
 */
export async function happenedIn(
  ctx: ContextIn,
  courseId: string,
  wikis: Watched,
  { most, before = null, from = null, withoutMuted = false }: Wanted,
): Promise<HappeningDto[]> {
  const quiet = withoutMuted ? await mutedPlaces(ctx, courseId) : [];
  const ids = wikis.map(({ id }) => id).filter((id) => !quiet.includes(id));
  if (ids.length === 0) return [];
  const rowsAtMost = Math.max(leastRows, rowsForEach * most);
  const isHeard = quiet.length === 0 ? undefined : notInArray(page.id, quiet);
  const visit = and(
    eq(pageVisit.courseId, page.courseId),
    eq(pageVisit.pageId, page.id),
    eq(pageVisit.personId, ctx.viewer.id),
  );
  const onPage = {
    pageId: page.id,
    page: page.title,
    wikiId: page.wikiId,
    ownerId: page.ownerId,
    person: person.name,
    visitedAt: pageVisit.at,
  };
  const entries = await ctx.db
    .select({
      ...onPage,
      at: entry.at,
      number: entry.number,
      entryKind: entry.kind,
      figures: entryCredit.figures,
    })
    .from(entry)
    .innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .innerJoin(entryCredit, creditOfEntry)
    .innerJoin(person, eq(person.id, entryCredit.authorId))
    .leftJoin(pageVisit, visit)
    .where(
      and(
        eq(entry.courseId, courseId),
        inArray(entry.wikiId, ids),
        ne(entryCredit.authorId, ctx.viewer.id),
        before ? lt(entry.at, before) : undefined,
        from ? sql`${entry.at} > ${from.toISOString()}` : undefined,
        isHeard,
      ),
    )
    .orderBy(desc(entry.at))
    .limit(rowsAtMost);
  const comments = await ctx.db
    .select({
      ...onPage,
      at: comment.at,
      commentId: comment.id,
      parentId: comment.parentId,
      words: comment.body,
      namesViewer: sql<boolean>`exists (select 1 from ${mention} m where m.course_id = ${comment.courseId}
        and m.comment_id = ${comment.id} and m.person_id = ${ctx.viewer.id})`,
    })
    .from(comment)
    .innerJoin(page, and(eq(page.courseId, comment.courseId), eq(page.id, comment.pageId)))
    .innerJoin(person, eq(person.id, comment.authorId))
    .leftJoin(pageVisit, visit)
    .where(
      and(
        eq(comment.courseId, courseId),
        inArray(comment.wikiId, ids),
        isNull(comment.withdrawnAt),
        ne(comment.authorId, ctx.viewer.id),
        before ? lt(comment.at, before) : undefined,
        from ? sql`${comment.at} > ${from.toISOString()}` : undefined,
        isHeard,
      ),
    )
    .orderBy(desc(comment.at))
    .limit(rowsAtMost);
  const all = [
    ...entries.map(({ entryKind, figures, ...row }) => ({
      ...row,
      kind: "entries" as const,
      did: actOf(entryKind, figures) as HappeningDto["did"],
      commentId: null,
      words: null,
      namesViewer: false,
    })),
    ...comments.map(({ parentId, words, ...row }) => ({
      ...row,
      words: plainRemark(words),
      kind: parentId ? ("answer" as const) : ("comment" as const),
      did: (parentId ? "answer" : "comment") as HappeningDto["did"],
      number: null,
    })),
  ].sort((one, other) => other.at.getTime() - one.at.getTime());
  const readable = await readablePageIds(ctx, courseId, wikis, all);
  const nameOf = await namesApart(ctx, courseId, wikis);
  const folded: (HappeningDto & { readonly oldest: Date })[] = [];
  for (const { ownerId: _, visitedAt, ...row } of all) {
    if (!readable.has(row.pageId)) continue;
    const last = folded.at(-1);
    const isSameSitting =
      last &&
      row.kind === "entries" &&
      last.kind === "entries" &&
      last.person === row.person &&
      last.pageId === row.pageId &&
      isOfText(last.did) &&
      isOfText(row.did) &&
      last.oldest.getTime() - row.at.getTime() < sittingGap;
    if (isSameSitting) {
      folded[folded.length - 1] = {
        ...last,
        did: last.did === row.did ? last.did : "wrote",
        count: last.count + 1,
        since: row.number! - 1,
        oldest: row.at,
      };
      continue;
    }
    if (folded.length === most) break;
    folded.push({
      ...row,
      wiki: nameOf.get(row.wikiId) ?? "",
      count: 1,
      since: row.number === null ? null : row.number - 1,
      isUnread: visitedAt === null || row.at > visitedAt,
      oldest: row.at,
    });
  }
  return folded.map(({ oldest: _, ...each }) => each);
}

/** Acts on a text fold into a sitting; what was done with a page as a whole stands by itself. */
const isOfText = (did: HappeningDto["did"]): boolean =>
  did !== "comment" && did !== "answer" && isTextAct(did);

/** The wikis' names, with their assignments behind those that are alike. One query where some are. */
async function namesApart({ db }: ContextIn, courseId: string, wikis: Watched): Promise<Map<string, string>> {
  const alike = wikis.filter(({ id, name }) => wikis.some((other) => other.id !== id && other.name === name));
  const rows =
    alike.length === 0
      ? []
      : await db
          .select({ id: assignment.id, title: assignment.title })
          .from(assignment)
          .where(
            and(
              eq(assignment.courseId, courseId),
              inArray(
                assignment.id,
                alike.map(({ assignmentId }) => assignmentId),
              ),
            ),
          );
  const titles = new Map(rows.map(({ id, title }) => [id, title]));
  return new Map(
    wikis.map((each) => [
      each.id,
      alike.includes(each) ? `${each.name} (${titles.get(each.assignmentId) ?? ""})` : each.name,
    ]),
  );
}

/** Of the pages of these rows, those that the viewer may read. */
export async function readablePageIds(
  ctx: ContextIn,
  courseId: string,
  wikis: Watched,
  rows: readonly { readonly pageId: string; readonly wikiId: string; readonly ownerId: string | null }[],
): Promise<Set<string>> {
  const role = (await roleOn(ctx, courseId))!;
  const book = await rulebookAt(ctx, courseId, [
    courseId,
    ...new Set(wikis.flatMap(({ id, assignmentId }) => [id, assignmentId])),
    ...new Set(rows.map(({ pageId }) => pageId)),
  ]);
  const readable = new Set<string>();
  for (const { pageId, wikiId, ownerId } of rows) {
    const wiki = wikis.find(({ id }) => id === wikiId)!;
    const place = { course: courseId, assignment: wiki.assignmentId, wiki: wikiId, page: pageId };
    const asked = {
      id: ctx.viewer.id,
      role,
      isMember: wiki.isMine,
      isGiven: wiki.isGiven,
      groups: wiki.groups,
      ...ownership(ownerId, ctx.viewer.id),
    };
    if (allows(book.levelOf(asked, place), "read")) readable.add(pageId);
  }
  return readable;
}

async function mutedPlaces({ db, viewer }: ContextIn, courseId: string): Promise<string[]> {
  return (
    await db
      .select({ id: muted.placeId })
      .from(muted)
      .where(and(eq(muted.courseId, courseId), eq(muted.personId, viewer.id)))
  ).map(({ id }) => id);
}

/** How many happenings are shown at once. */
export const newsPage = 40;

/** The viewer's news, of all that they watch or of one wiki; null for people who are not on the course. */
export async function findNews(
  ctx: ContextIn,
  courseId: string,
  wikiId: string | null,
  before: Date | null,
): Promise<NewsDto | null> {
  if (!(await roleOn(ctx, courseId))) return null;
  const watched = await watchedWikis(ctx, courseId);
  const shown = wikiId === null ? watched : watched.filter(({ id }) => id === wikiId);
  const happenings = await happenedIn(ctx, courseId, shown, {
    most: newsPage,
    before,
    withoutMuted: wikiId === null,
  });
  const quiet = new Set(await mutedPlaces(ctx, courseId));
  const [wish] = await ctx.db
    .select()
    .from(newsWish)
    .where(and(eq(newsWish.courseId, courseId), eq(newsWish.personId, ctx.viewer.id)));
  const mutedPages =
    quiet.size === 0
      ? []
      : await ctx.db
          .select({ pageId: page.id, title: page.title, wikiId: page.wikiId, ownerId: page.ownerId })
          .from(page)
          .where(
            and(
              eq(page.courseId, courseId),
              inArray(page.id, [...quiet]),
              inArray(page.wikiId, [...watched.map(({ id }) => id), ""]),
            ),
          )
          .orderBy(asc(page.title));
  const readable = await readablePageIds(ctx, courseId, watched, mutedPages);
  return {
    happenings,
    next: happenings.length < newsPage ? null : happenings.at(-1)!.at,
    wikis: watched.map(({ id, name }) => ({ id, name, isMuted: quiet.has(id) })),
    mutedPages: mutedPages
      .filter(({ pageId }) => readable.has(pageId))
      .map(({ pageId, title }) => ({ id: pageId, title })),
    mail: wish?.mail ?? "never",
    feed: wish?.feedToken ? addressOf(`/feeds/${wish.feedToken}`) : null,
  };
}
