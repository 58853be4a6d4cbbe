/** The review of an assignment: every group, every member, from stored figures. */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import { balance, shares, wholePercents } from "@/core/credit/shares";
import { givenToAssistant } from "../access/people";
import { roleOn } from "../access/read";
import { course } from "../db/tables/courses";
import { assignment, wiki } from "../db/tables/wikis";
import { guestsOfCourse } from "../doors/guests";
import type { MemberDto } from "../pages/dto";
import { membersOfWikis } from "../pages/members";
import type { ContextIn } from "../session/context";
import type { GroupReviewDto, MemberReviewDto } from "./dto";
import { type Sums, sumsOf } from "./sums";
import { allTime, type Period } from "./period";

/** Every group of the assignment with every member, those who did nothing included, as of a period; null for people who may not review. A fixed number of queries. */
export async function assignmentReview(ctx: ContextIn, courseId: string, assignmentId: string, period: Period = allTime): Promise<GroupReviewDto[] | null> {
  const role = await roleOn(ctx, courseId);
  if (role !== "instructor" && role !== "assistant") return null;
  const [found] = await ctx.db.select({ dueAt: assignment.dueAt, timeZone: course.timeZone }).from(assignment).innerJoin(course, eq(course.id, assignment.courseId)).where(and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId)));
  if (!found) return [];
  const wikis = await ctx.db.select().from(wiki).where(reviewed(ctx, courseId, assignmentId)).orderBy(asc(wiki.position));
  const [sums, guests, membersOf] = await Promise.all([
    sumsOf(ctx, { courseId, assignmentId, ...found }, wikis.map(({ id }) => id), period), guestsOfCourse(ctx.db, courseId), membersOfWikis(ctx.db, courseId, wikis),
  ]);
  return wikis.map((each, at) => {
    const here = sums.get(each.id)!;
    // Whoever went elsewhere stays in the list of those with whom they wrote, if they did.
    return groupOf(each, here, membersOf[at]!.filter(({ id, until }) => until === null || until > ctx.now || here.has(id)), guests, period.from !== null);
  });
}

/** The wikis of an assignment that the viewer reviews; none for people who may not review. */
export async function reviewedWikis(ctx: ContextIn, courseId: string, assignmentId: string): Promise<string[]> {
  const role = await roleOn(ctx, courseId);
  if (role !== "instructor" && role !== "assistant") return [];
  return (await ctx.db.select({ id: wiki.id }).from(wiki).where(reviewed(ctx, courseId, assignmentId))).map(({ id }) => id);
}

const reviewed = ({ viewer }: ContextIn, courseId: string, assignmentId: string) => and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt), givenToAssistant(viewer.id));

function groupOf({ id: wikiId, name, homePageId }: { id: string; name: string; homePageId: string | null }, sums: ReadonlyMap<string, Sums>, members: readonly MemberDto[], guests: ReadonlySet<string>, isPart: boolean): GroupReviewDto {
  const words = members.map(({ id }) => sums.get(id)?.standing ?? 0);
  const byGuests = joined([...sums].filter(([id]) => guests.has(id)).map(([, each]) => each));
  const hasOpen = byGuests.entries > 0 || byGuests.standing > 0;
  // Unassigned words stand in the sum, last: with them the shares make a whole.
  const parts = shares([...words, hasOpen ? byGuests.standing : 0]);
  const percents = wholePercents(parts);
  const isMember = (id: string) => members.some((member) => member.id === id);
  const told = (each: Sums, at: number, person: string | null): Omit<MemberReviewDto, "member"> => {
    const { onPagesOf, days, ...rest } = each;
    return {
      ...rest, days: dayByDay(days), activeDays: days.size, lasting: !isPart && each.added > 0 ? each.standing / each.added : null,
      entriesOnOthersPages: [...onPagesOf].reduce((sum, [starter, entries]) => sum + (starter !== person && isMember(starter) ? entries : 0), 0),
      share: parts[at]!, sharePercent: percents[at]!,
    };
  };
  return {
    wikiId, name, homePageId, balance: balance(words), starterWords: sums.get("")?.standing ?? 0,
    othersWords: [...sums].reduce((sum, [id, { standing }]) => sum + (id !== "" && !guests.has(id) && !isMember(id) ? standing : 0), 0),
    members: members.map((member, at) => ({ member, ...told(sums.get(member.id) ?? joined([]), at, member.id) })),
    // Nothing is due of guests.
    unassigned: hasOpen ? told({ ...byGuests, addedLate: 0 }, members.length, null) : null,
  };
}

function dayByDay(days: Sums["days"]): MemberReviewDto["days"] {
  if (days.size === 0) return null;
  const [first, last] = [Math.min(...days.keys()), Math.max(...days.keys())];
  return { first, acts: Array.from({ length: last - first + 1 }, (_, at) => days.get(first + at) ?? 0) };
}

/** What several people did together; of none, nothing. */
function joined(all: readonly Sums[]): Sums {
  const sum = (of: (each: Sums) => number) => all.reduce((total, each) => total + of(each), 0);
  const merged = <Key>(of: (each: Sums) => ReadonlyMap<Key, number>) => {
    const result = new Map<Key, number>();
    for (const each of all) for (const [key, count] of of(each)) result.set(key, (result.get(key) ?? 0) + count);
    return result;
  };
  return {
    entries: sum((each) => each.entries), comments: sum((each) => each.comments), replies: sum((each) => each.replies), added: sum((each) => each.added), addedLate: sum((each) => each.addedLate),
    standing: sum((each) => each.standing), corrections: sum((each) => each.corrections), moved: sum((each) => each.moved), restored: sum((each) => each.restored),
    links: sum((each) => each.links), pictures: sum((each) => each.pictures), sources: sum((each) => each.sources), onPagesOf: merged((each) => each.onPagesOf), days: merged((each) => each.days),
    lastAt: all.flatMap(({ lastAt }) => lastAt ?? []).sort((one, other) => other.getTime() - one.getTime())[0] ?? null,
  };
}
