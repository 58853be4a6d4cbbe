/** The work of one wiki's group, from stored figures: what the screens of a group and of a student are computed from. */
import "server-only";
import { and, asc, eq, isNull, lt, sql } from "drizzle-orm";
import type { Thresholds } from "@/core/credit/findings";
import type { Deed, GroupWork, Remark } from "@/core/credit/work";
import type { EntryKind } from "@/core/ledger/chain";
import { wallClockAt } from "@/core/time/zone";
import { givenToAssistant } from "../access/people";
import { roleOn } from "../access/read";
import { course } from "../db/tables/courses";
import { assignment, comment, entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { entryArrival } from "../db/tables/writing";
import { guestsOfCourse } from "../doors/guests";
import { creditOfEntry } from "../ledger/credit";
import { sharedEntries } from "../ledger/shared";
import type { MemberDto } from "../pages/dto";
import { wikiMembers } from "../pages/members";
import { mergedAccounts } from "../people/merged";
import type { ContextIn } from "../session/context";
import { withoutDiscussion } from "./discussed";
import type { Period } from "./period";

/** An entry as it is told: where it stands in its page's ledger. */
export interface EntryRef {
  readonly rev: number;
  readonly pageId: string;
  readonly number: number;
  readonly kind: EntryKind;
  readonly title: string;
  readonly note: string;
  readonly restoredFrom: number | null;
  readonly at: Date;
  readonly pasted: number;
}

export interface WikiWork {
  readonly courseId: string;
  readonly wikiId: string;
  readonly name: string;
  readonly assignmentId: string;
  /** Null: the wiki of one student, or of the class. */
  readonly groupId: string | null;
  readonly homePageId: string | null;
  readonly entries: number;
  /** Whether the course has been archived: it is read then, and changed by nobody. */
  readonly isArchived: boolean;
  readonly timeZone: string;
  readonly opensAt: Date;
  readonly dueAt: Date;
  /** From when on something is found; null: as usual. */
  readonly thresholds: Thresholds | null;
  readonly members: readonly MemberDto[];
  readonly work: GroupWork;
  readonly refs: ReadonlyMap<number, EntryRef>;
  readonly pages: ReadonlyMap<string, { readonly title: string; readonly isRemoved: boolean }>;
  readonly remarks: ReadonlyMap<string, { readonly body: string; readonly parentId: string | null }>;
  readonly guests: ReadonlySet<string>;
}

/**
 * The work of a wiki for whoever may review it, or for one of its members: null for anybody else. Reads the figures of all
 * of its entries, by an index.
 */
export async function loadWork(ctx: ContextIn, courseId: string, wikiId: string, { from, until }: Period, who: "reviewers" | "members"): Promise<WikiWork | null> {
  const role = await roleOn(ctx, courseId);
  const isReviewer = role === "instructor" || role === "assistant";
  if (!role || (who === "reviewers" && !isReviewer)) return null;
  const [found] = await ctx.db.select({
    wikiId: wiki.id, courseId: wiki.courseId, groupId: wiki.groupId, personId: wiki.personId, name: wiki.name, homePageId: wiki.homePageId, entries: wiki.entries, assignmentId: wiki.assignmentId,
    timeZone: course.timeZone, archivedAt: course.archivedAt, opensAt: assignment.opensAt, dueAt: assignment.dueAt, thresholds: assignment.thresholds,
  }).from(wiki).innerJoin(course, eq(course.id, wiki.courseId)).innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId), isNull(wiki.setAsideAt), isReviewer ? givenToAssistant(ctx.viewer.id) : undefined));
  if (!found) return null;
  const all = await wikiMembers(ctx.db, found);
  if (who === "members" && !isReviewer && !all.some(({ id }) => id === ctx.viewer.id)) return null;

  const rows = await ctx.db.select({
    rev: entry.rev, pageId: entry.pageId, number: entry.number, kind: entry.kind, title: entry.title, note: entry.note, restoredFrom: entry.restoredFrom, at: entry.at, author: entryCredit.authorId, figures: entryCredit.figures,
    pasted: sql<number>`coalesce(${entryArrival.pasted}, 0)`,
  }).from(entry).innerJoin(entryCredit, creditOfEntry)
    .leftJoin(entryArrival, and(eq(entryArrival.courseId, entry.courseId), eq(entryArrival.pageId, entry.pageId), eq(entryArrival.number, entry.number)))
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId), until ? lt(entry.at, until) : undefined)).orderBy(asc(entry.rev));
  const shared = new Map((await sharedEntries(ctx.db, courseId, [wikiId])).map((each) => [`${each.pageId} ${each.number}`, each.with]));
  const merged = await mergedAccounts(ctx.db, courseId);
  const said = await ctx.db.select({ id: comment.id, pageId: comment.pageId, parentId: comment.parentId, author: comment.authorId, at: comment.at, body: comment.body }).from(comment)
    .where(and(eq(comment.courseId, courseId), eq(comment.wikiId, wikiId), isNull(comment.withdrawnAt), until ? lt(comment.at, until) : undefined)).orderBy(asc(comment.at));
  const countsAs = (id: string) => merged.get(id) ?? id;
  const authorOfRemark = new Map(said.map(({ id, author }) => [id, countsAs(author)]));
  const counted = rows.map(({ rev, pageId, number, author, at, figures }): Deed => {
    const coWriters = shared.get(`${pageId} ${number}`);
    return { entry: rev, author, at: at.getTime(), page: pageId, figures, ...(coWriters ? { with: coWriters } : {}) };
  });
  const deeds = await withoutDiscussion(ctx.db, courseId, wikiId, counted, until);
  const remarks = said.map(({ id, pageId, parentId, author, at }): Remark => ({ id, author: countsAs(author), at: at.getTime(), page: pageId, answers: parentId ? (authorOfRemark.get(parentId) ?? null) : null }));
  const pages = await ctx.db.select({ id: page.id, title: page.title, removedAt: page.removedAt }).from(page).where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId))).orderBy(asc(page.position), asc(page.title));
  const didSomething = new Set([...deeds.map(({ author }) => author), ...deeds.flatMap((deed) => deed.with ?? []), ...remarks.map(({ author }) => author)]);
  // Whoever went elsewhere stays in the list of those with whom they wrote, if they did.
  const members = all.filter(({ id, until: end }) => end === null || end > ctx.now || didSomething.has(id));
  return {
    courseId, wikiId, name: found.name, assignmentId: found.assignmentId, groupId: found.groupId, homePageId: found.homePageId, entries: found.entries, isArchived: found.archivedAt !== null, timeZone: found.timeZone, opensAt: found.opensAt, dueAt: found.dueAt, thresholds: found.thresholds, members,
    work: {
      members: members.map(({ id }) => id), deeds, remarks, dueAt: found.dueAt.getTime(), dayOf: dayIn(found.timeZone), ...(from ? { from: from.getTime() } : {}),
    },
    refs: new Map(rows.map(({ author: _, figures: __, ...ref }) => [ref.rev, ref])),
    pages: new Map(pages.map(({ id, title, removedAt }) => [id, { title, isRemoved: removedAt !== null }])),
    remarks: new Map(said.map(({ id, body, parentId }) => [id, { body, parentId }])),
    guests: await guestsOfCourse(ctx.db, courseId),
  };
}

/** Days by the course's clocks; the same moment is asked about for many figures. */
function dayIn(zone: string): (at: number) => string {
  const known = new Map<number, string>();
  return (at) => {
    const day = known.get(at) ?? wallClockAt(new Date(at), zone).slice(0, 10);
    known.set(at, day);
    return day;
  };
}
