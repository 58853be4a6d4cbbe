/**
 * The work of one wiki's group, from stored figures: what the screens of a group and of a student are
 * computed from.
 */
import { reviewsWork, runsCourse } from "@/core/access/role";
import "server-only";
import { and, asc, eq, isNull, lt } from "drizzle-orm";
import type { Thresholds } from "@/core/credit/findings";
import type { Deed, GroupWork, Remark } from "@/core/credit/work";
import type { Role } from "@/core/access/may";
import { wallClockAt } from "@/core/time/zone";
import { givenToAssistant } from "../access/people";
import { workTimes } from "../access/more-time";
import { readablePages, roleOn, standAtWiki } from "../access/read";
import { course } from "../db/tables/courses";
import { assignment, comment, page, wiki } from "../db/tables/wikis";
import { guestsOfCourse } from "../doors/guests";
import { type KnownWiki, knownOf } from "../ledger/routes";
import { sharedEntries } from "../ledger/shared";
import type { MemberDto } from "../pages/dto";
import { wikiMembers } from "../pages/members";
import { mergedAccounts } from "../people/merged";
import type { ContextIn } from "../session/context";
import { countsIn } from "./counting";
import { withoutDiscussion } from "./discussed";
import { entriesOf, type EntryRef } from "./entries";
import type { Period } from "./period";

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
  /** When it is due of the wiki as a whole: more time that was given to all of its members counts. */
  readonly dueAt: Date;
  /** What the wiki's work as a whole counts up to; null: everything counts. */
  readonly cutOffAt: Date | null;
  /** What a person's work counts up to. */
  readonly cutOffOf: (personId: string) => Date | null;
  /** From when on something is found; null: as usual. */
  readonly thresholds: Thresholds | null;
  readonly members: readonly MemberDto[];
  readonly work: GroupWork;
  readonly refs: ReadonlyMap<number, EntryRef>;
  /** What is known of the entries of the period where it ends. */
  readonly known: KnownWiki;
  readonly pages: ReadonlyMap<string, { readonly title: string; readonly isRemoved: boolean }>;
  readonly remarks: ReadonlyMap<
    string,
    {
      readonly body: string;
      readonly parentId: string | null;
      /** The entry of its page that took it up. */ readonly takenUpIn: number | null;
    }
  >;
  readonly guests: ReadonlySet<string>;
  /**
   * Pages that the viewer may not read: what was done there counts, and neither their titles nor what was
   * said there are told.
   */
  readonly hidden: ReadonlySet<string>;
}

/** What is told in the place of the title of a page that the viewer may not read. */
export const hiddenTitle = "A page that is hidden from you";

/**
 * The work of a wiki for whoever may review it, or for one of its members: null for anybody else. Reads the
 * figures of all of its entries, by an index.
 */
export async function loadWork(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  period: Period,
  who: "reviewers" | "members",
): Promise<WikiWork | null> {
  const role = await roleOn(ctx, courseId);
  const { from, until } = period;
  const isReviewer = reviewsWork(role);
  if (!role || (who === "reviewers" && !isReviewer)) return null;
  const [found] = await ctx.db
    .select({
      wikiId: wiki.id,
      courseId: wiki.courseId,
      groupId: wiki.groupId,
      personId: wiki.personId,
      name: wiki.name,
      homePageId: wiki.homePageId,
      entries: wiki.entries,
      creditRound: wiki.creditRound,
      assignmentId: wiki.assignmentId,
      timeZone: course.timeZone,
      archivedAt: course.archivedAt,
      opensAt: assignment.opensAt,
      thresholds: assignment.thresholds,
    })
    .from(wiki)
    .innerJoin(course, eq(course.id, wiki.courseId))
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(
      and(
        eq(wiki.courseId, courseId),
        eq(wiki.id, wikiId),
        isNull(wiki.setAsideAt),
        isReviewer ? givenToAssistant(ctx.viewer.id) : undefined,
      ),
    );
  if (!found) return null;
  const [all, known, coWritten, merged, said, pages, guests, timesIn] = await Promise.all([
    wikiMembers(ctx.db, found),
    entriesOf(ctx.db, found),
    sharedEntries(ctx.db, courseId, [wikiId]),
    mergedAccounts(ctx.db, courseId),
    ctx.db
      .select({
        id: comment.id,
        pageId: comment.pageId,
        parentId: comment.parentId,
        author: comment.authorId,
        at: comment.at,
        body: comment.body,
        takenUpIn: comment.takenUpIn,
      })
      .from(comment)
      .where(
        and(
          eq(comment.courseId, courseId),
          eq(comment.wikiId, wikiId),
          isNull(comment.withdrawnAt),
          until ? lt(comment.at, until) : undefined,
        ),
      )
      .orderBy(asc(comment.at)),
    ctx.db
      .select({ id: page.id, title: page.title, removedAt: page.removedAt, ownerId: page.ownerId })
      .from(page)
      .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)))
      .orderBy(asc(page.position), asc(page.title)),
    guestsOfCourse(ctx.db, courseId),
    workTimes(ctx.db, courseId, found.assignmentId),
  ]);
  if (who === "members" && !isReviewer && !all.some(({ id }) => id === ctx.viewer.id)) return null;
  const hidden = await hiddenFrom(ctx, role, found, pages);
  const counts = countsIn(period, wikiId, timesIn);
  const rows = known.filter(({ author, ref: { at } }) => counts(author, at));
  const shared = new Map(coWritten.map((each) => [`${each.pageId} ${each.number}`, each.with]));
  const countsAs = (id: string) => merged.get(id) ?? id;
  const authorOfRemark = new Map(said.map(({ id, author }) => [id, countsAs(author)]));
  const counted = (period.eachAt ? known : rows).map(
    ({ author, figures, ref: { rev, pageId, number, at } }): Deed => {
      const coWriters = shared.get(`${pageId} ${number}`);
      return {
        entry: rev,
        author,
        at: at.getTime(),
        page: pageId,
        figures,
        ...(coWriters ? { with: coWriters } : {}),
      };
    },
  );
  // Set apart in the whole ledger, of which each line is cut at its own time.
  const apart = await withoutDiscussion(ctx.db, courseId, wikiId, counted, until);
  const deeds = period.eachAt ? apart.filter(({ author, at }) => counts(author, new Date(at))) : apart;
  const remarks = said
    .filter(({ author, at }) => counts(countsAs(author), at))
    .map(({ id, pageId, parentId, author, at }): Remark => ({
      id,
      author: countsAs(author),
      at: at.getTime(),
      page: pageId,
      answers: parentId ? (authorOfRemark.get(parentId) ?? null) : null,
    }));
  const didSomething = new Set([
    ...deeds.map(({ author }) => author),
    ...deeds.flatMap((deed) => deed.with ?? []),
    ...remarks.map(({ author }) => author),
  ]);
  // Whoever went elsewhere stays in the list of those with whom they wrote, if they did.
  const members = all.filter(({ id, until: end }) => end === null || end > ctx.now || didSomething.has(id));
  const ofMembers = new Set(members.map(({ id }) => id));
  return {
    courseId,
    wikiId,
    name: found.name,
    assignmentId: found.assignmentId,
    groupId: found.groupId,
    homePageId: found.homePageId,
    entries: found.entries,
    isArchived: found.archivedAt !== null,
    timeZone: found.timeZone,
    opensAt: found.opensAt,
    dueAt: new Date(timesIn(wikiId, null).dueAt),
    cutOffAt: dateOf(timesIn(wikiId, null).cutOffAt),
    cutOffOf: (id) => dateOf(timesIn(wikiId, id).cutOffAt),
    thresholds: found.thresholds,
    members,
    work: {
      members: members.map(({ id }) => id),
      guests: [...guests].filter((id) => didSomething.has(id)),
      deeds,
      remarks,
      timesOf: (person) => (ofMembers.has(person) ? timesIn(wikiId, person) : null),
      dayOf: dayIn(found.timeZone),
      ...(from ? { from: from.getTime() } : {}),
    },
    known: rows.length === known.length ? knownOf(known) : knownOf(rows),
    refs: new Map(
      rows.map(({ ref }) => [
        ref.rev,
        hidden.has(ref.pageId) ? { ...ref, title: hiddenTitle, note: "" } : ref,
      ]),
    ),
    pages: new Map(
      pages.map(({ id, title, removedAt }) => [
        id,
        { title: hidden.has(id) ? hiddenTitle : title, isRemoved: removedAt !== null },
      ]),
    ),
    remarks: new Map(
      said.map(({ id, body, parentId, pageId, takenUpIn }) => [
        id,
        { body: hidden.has(pageId) ? "" : body, parentId, takenUpIn },
      ]),
    ),
    guests,
    hidden,
  };
}

const dateOf = (at: number | null): Date | null => (at === null ? null : new Date(at));

/** Those of a wiki's pages that the viewer may not read. */
async function hiddenFrom(
  ctx: ContextIn,
  role: Role,
  { courseId, wikiId }: { courseId: string; wikiId: string },
  pages: readonly { readonly id: string; readonly ownerId: string | null }[],
): Promise<Set<string>> {
  if (runsCourse(role)) return new Set();
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  const readable = new Set((standpoint ? readablePages(standpoint, pages) : []).map(({ id }) => id));
  return new Set(pages.flatMap(({ id }) => (readable.has(id) ? [] : [id])));
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
