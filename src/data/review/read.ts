/** The review of an assignment: every group, every member, from stored figures. */
import { reviewsWork } from "@/core/access/role";
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import type { ClassFigure } from "@/core/credit/figure-table";
import { balance, shares, wholePercents } from "@/core/credit/shares";
import { workTimes } from "../access/more-time";
import { givenToAssistant } from "../access/people";
import { roleOn } from "../access/read";
import { assignmentHere } from "../assignments/here";
import { course } from "../db/tables/courses";
import { assignment, wiki } from "../db/tables/wikis";
import { guestsOfCourse } from "../doors/guests";
import type { MemberDto } from "../pages/dto";
import { membersOfWikis } from "../pages/members";
import type { ContextIn } from "../session/context";
import type { GroupReviewDto, MemberReviewDto } from "./dto";
import { sumsOf } from "./sums";
import { type StoredClassFigure, type Sums, together } from "./sums-shape";
import { allTime, type Period } from "./period";

/**
 * Every group of the assignment (or the one of a wiki) with every member, those who did nothing included, as
 * of a period; null for people who may not review. A fixed number of queries.
 */
export async function assignmentReview(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  period: Period = allTime,
  only?: string,
): Promise<GroupReviewDto[] | null> {
  const role = await roleOn(ctx, courseId);
  if (!reviewsWork(role)) return null;
  const [found] = await ctx.db
    .select({ dueAt: assignment.dueAt, cutOffAt: assignment.cutOffAt, timeZone: course.timeZone })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  if (!found) return [];
  const wikis = await ctx.db
    .select()
    .from(wiki)
    .where(and(reviewed(ctx, courseId, assignmentId), only === undefined ? undefined : eq(wiki.id, only)))
    .orderBy(asc(wiki.position));
  const [sums, guests, membersOf, timesOf] = await Promise.all([
    sumsOf(
      ctx,
      { courseId, assignmentId, ...found },
      wikis.map(({ id }) => id),
      period,
    ),
    guestsOfCourse(ctx.db, courseId),
    membersOfWikis(ctx.db, courseId, wikis),
    workTimes(ctx.db, courseId, assignmentId),
  ]);
  const ownCutOff = (wikiId: string, id: string) => {
    const { cutOffAt } = timesOf(wikiId, id);
    return cutOffAt === null || cutOffAt === found.cutOffAt?.getTime() ? null : new Date(cutOffAt);
  };
  return wikis.map((each, at) => {
    const here = sums.get(each.id)!;
    // Whoever went elsewhere stays in the list of those with whom they wrote, if they did.
    return groupOf(
      each,
      here,
      membersOf[at]!.filter(({ id, until }) => until === null || until > ctx.now || here.has(id)),
      guests,
      period.from !== null,
      (id) => ownCutOff(each.id, id),
    );
  });
}

/** The wikis of an assignment that the viewer reviews, in their order; null for people who may not review. */
export async function reviewedWikis(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<string[] | null> {
  const role = await roleOn(ctx, courseId);
  if (!reviewsWork(role)) return null;
  return (
    await ctx.db
      .select({ id: wiki.id })
      .from(wiki)
      .where(reviewed(ctx, courseId, assignmentId))
      .orderBy(asc(wiki.position))
  ).map(({ id }) => id);
}

const reviewed = ({ viewer }: ContextIn, courseId: string, assignmentId: string) =>
  and(
    eq(wiki.courseId, courseId),
    eq(wiki.assignmentId, assignmentId),
    isNull(wiki.setAsideAt),
    givenToAssistant(viewer.id),
  );

function groupOf(
  { id: wikiId, name, homePageId }: { id: string; name: string; homePageId: string | null },
  sums: ReadonlyMap<string, Sums>,
  members: readonly MemberDto[],
  guests: ReadonlySet<string>,
  isPart: boolean,
  ownCutOff: (id: string) => Date | null,
): GroupReviewDto {
  const words = members.map(({ id }) => sums.get(id)?.standing ?? 0);
  const byGuests = together([...sums].filter(([id]) => guests.has(id)).map(([, each]) => each));
  const hasOpen = byGuests.entries > 0 || byGuests.standing > 0;
  // Unassigned words stand in the sum, last: with them the shares make a whole.
  const parts = shares([...words, hasOpen ? byGuests.standing : 0]);
  const percents = wholePercents(parts);
  const isMember = (id: string) => members.some((member) => member.id === id);
  const told = (each: Sums, at: number, person: string | null): Omit<MemberReviewDto, "member"> => ({
    figures: { ...each.stored, ...figuresBesides(each, { share: parts[at]!, isPart }) },
    replies: each.replies,
    ownCutOffAt: person === null ? null : ownCutOff(person),
    lastAt: each.lastAt,
    days: dayByDay(each.days),
    sharePercent: percents[at]!,
  });
  return {
    wikiId,
    name,
    homePageId,
    balance: balance(words),
    starterWords: sums.get("")?.standing ?? 0,
    othersWords: [...sums].reduce(
      (sum, [id, { standing }]) => sum + (id !== "" && !guests.has(id) && !isMember(id) ? standing : 0),
      0,
    ),
    members: members.map((member, at) => ({
      member,
      ...told(sums.get(member.id) ?? together([]), at, member.id),
    })),
    // Nothing is due of guests.
    unassigned: hasOpen ? told({ ...byGuests, addedLate: 0 }, members.length, null) : null,
  };
}

interface Beside {
  readonly share: number | null;
  /** Whether the period begins later than the work: what stands is older in part. */
  readonly isPart: boolean;
}

/** The figures of the class that are more than sums of what each entry stores. */
function figuresBesides(
  sums: Sums,
  { share, isPart }: Beside,
): Readonly<Record<Exclude<ClassFigure, StoredClassFigure>, number | null>> {
  const { standing, added, addedLate, entries, comments, days, things } = sums;
  return {
    share,
    standing,
    added,
    addedLate,
    lasting: !isPart && added > 0 ? standing / added : null,
    entries,
    activeDays: days.size,
    comments,
    links: things.get("link") ?? 0,
    pictures: things.get("picture") ?? 0,
    sources: things.get("source") ?? 0,
  };
}

function dayByDay(days: Sums["days"]): MemberReviewDto["days"] {
  if (days.size === 0) return null;
  const [first, last] = [Math.min(...days.keys()), Math.max(...days.keys())];
  return { first, acts: Array.from({ length: last - first + 1 }, (_, at) => days.get(first + at) ?? 0) };
}
