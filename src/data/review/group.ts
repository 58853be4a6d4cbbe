/**
 * A group's review: its members compared, how its text grew, who built on whom, who did how much where, what
 * was found.
 */
import "server-only";
import { type MemberFigures, entriesBehind, memberFigures } from "@/core/credit/figures";
import { type BuiltOn, whoBuiltOnWhom } from "@/core/credit/built-on";
import { growth, sharePercents, standingByPage, standingOfAll } from "@/core/credit/group";
import { balance } from "@/core/credit/shares";
import type { Met } from "@/core/assignment/expected";
import type { Span } from "@/core/time/span";
import { closedTo } from "../access/past";
import { expectedOf, type ExpectedOfWiki } from "../assignments/expected";
import type { MemberDto } from "../pages/dto";
import { lastVisits } from "../people/visits";
import type { ContextIn } from "../session/context";
import { conversationOf, type ThreadDto } from "./conversation";
import { withThings } from "./evidence";
import { type FindingDto, findingsOf } from "./findings";
import { type MarkDto, marksIn } from "./marks";
import { fromTheBeginning, type Period } from "./period";
import { loadWork, type WikiWork } from "./work";

/** Words by author: one number for each member, then unassigned ones, those of others, and starter text. */
export type WordsByAuthor = readonly number[];

export interface MemberInGroupDto {
  readonly member: MemberDto;
  readonly figures: MemberFigures;
  readonly sharePercent: number | null;
  /** What their work counts up to, where that is later than for the group. */
  readonly ownCutOffAt: Date | null;
  readonly mark: MarkDto | null;
  /** Entries of theirs since the viewer looked at them; null: the viewer has not. */
  readonly newSince: number | null;
  /** Their first entry or comment, and where it stands; null: there is none. */
  readonly firstAct: {
    readonly at: Date;
    readonly pageId: string;
    /** Null for a comment. */ readonly number: number | null;
  } | null;
  /** Of the words of their largest arrival those that came by pasting, as far as the editor knows. */
  readonly arrivalPasted: number;
  /** When they were last on the course; null: never. */
  readonly lastHere: Date | null;
}

export interface GroupDto {
  readonly courseId: string;
  readonly wikiId: string;
  readonly name: string;
  readonly homePageId: string | null;
  readonly timeZone: string;
  readonly opensAt: Date;
  readonly dueAt: Date;
  /** What the group's work counts up to; null: everything counts. */
  readonly cutOffAt: Date | null;
  /** Whether more time was given to some of the members alone. */
  readonly linesDiffer: boolean;
  readonly members: readonly MemberInGroupDto[];
  /** 0 to 1; null for a group of one, or without words. */
  readonly balance: number | null;
  /**
   * What stands in the wiki, each word once: less than the pages' words together where text stands on
   * several.
   */
  readonly standing: WordsByAuthor;
  readonly growth: readonly { readonly at: number; readonly words: WordsByAuthor }[];
  /** When each entry was saved, and by which member; null: by somebody else. */
  readonly ticks: readonly { readonly at: number; readonly member: number | null }[];
  /** When the members could not write, in milliseconds since 1970. */
  readonly closed: readonly Span[];
  readonly builtOn: readonly BuiltOn[];
  readonly pages: readonly {
    readonly id: string;
    readonly title: string;
    readonly isRemoved: boolean;
    readonly words: WordsByAuthor;
  }[];
  readonly findings: readonly FindingDto[];
  readonly remarks: number;
  readonly conversation: readonly ThreadDto[];
  /**
   * How far what is expected has been met, today: of each member, in their order, and of the wiki. Null:
   * nothing is.
   */
  readonly expected: {
    readonly ofMembers: readonly (readonly Met[])[];
    readonly ofWiki: readonly Met[];
  } | null;
}

/** Points that a chart of growth is drawn from, at most. */
const pointsAtMost = 400;

/** Null for people who may not review it. */
export async function findGroup(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  period: Period,
): Promise<GroupDto | null> {
  const found = await loadWork(ctx, courseId, wikiId, period, "reviewers");
  if (!found) return null;
  const loaded = await withThings(ctx, found, period);
  const { work, members } = loaded;
  const spread = spreader(loaded);
  const standing = spread(standingOfAll(work));
  const own = members.map((_, at) => standing[at]!);
  const percents = sharePercents(work);
  const [visits, marks, closed, expected, conversation] = await Promise.all([
    lastVisits(ctx.db, courseId, work.members),
    marksIn(ctx.db, courseId, [wikiId]),
    closedTo(ctx, loaded),
    expectedOf(ctx, courseId, loaded.assignmentId, wikiId, loaded.homePageId, work.members),
    conversationOf(ctx.db, loaded),
  ]);
  const index = new Map<string | null, number>(members.map(({ id }, at) => [id, at]));
  return {
    courseId,
    wikiId,
    name: loaded.name,
    homePageId: loaded.homePageId,
    timeZone: loaded.timeZone,
    opensAt: loaded.opensAt,
    dueAt: loaded.dueAt,
    cutOffAt: loaded.cutOffAt,
    linesDiffer: members.some(({ id }) => loaded.cutOffOf(id)?.getTime() !== loaded.cutOffAt?.getTime()),
    members: members.map((member) => {
      const mine = marks.find((mark) => mark.personId === member.id && mark.byId === ctx.viewer.id);
      return {
        member,
        figures: memberFigures(work, member.id),
        sharePercent: percents.get(member.id) ?? null,
        ownCutOffAt: later(loaded.cutOffOf(member.id), loaded.cutOffAt),
        mark: mine ?? marks.find((mark) => mark.personId === member.id) ?? null,
        firstAct: firstActOf(loaded, member.id),
        arrivalPasted: pastedOf(loaded, member.id),
        lastHere: lastHere(loaded, member.id, visits.get(member.id) ?? null),
        newSince: mine
          ? work.deeds.filter(({ author, entry }) => author === member.id && entry > mine.rev).length
          : null,
      };
    }),
    balance: balance(own),
    standing,
    growth: growth(work.deeds, pointsAtMost).map(({ at, standing: byAuthor }) => ({
      at,
      words: spread(byAuthor),
    })),
    ticks: work.deeds
      .filter(({ author }) => author !== null)
      .map(({ at, author }) => ({ at, member: index.get(author) ?? null })),
    closed: closed.toAll,
    builtOn: whoBuiltOnWhom(work),
    pages: pagesOf(loaded, spread),
    findings: await findingsOf(
      ctx,
      found.work.from === undefined
        ? found
        : (await loadWork(ctx, courseId, wikiId, fromTheBeginning(period), "reviewers"))!,
      { closed, expected },
    ),
    remarks: work.remarks.length,
    conversation,
    expected: inOrder(expected, members),
  };
}

function pastedOf({ work, refs }: WikiWork, member: string): number {
  const [arrival] = entriesBehind(work, member, "largestArrival");
  return arrival ? Math.min(refs.get(arrival.entry)?.pasted ?? 0, Math.round(arrival.amount)) : 0;
}

/** Whoever did something was here then, whatever was noted of their visits. */
function lastHere({ work }: WikiWork, member: string, visit: number | null): Date | null {
  const acts = [...work.deeds, ...work.remarks].filter(({ author }) => author === member).map(({ at }) => at);
  const last = Math.max(visit ?? -Infinity, ...acts);
  return Number.isFinite(last) ? new Date(last) : null;
}

function firstActOf({ work, refs }: WikiWork, member: string): MemberInGroupDto["firstAct"] {
  const deed = work.deeds.find((each) => each.author === member || each.with?.includes(member));
  const remark = work.remarks.find(({ author }) => author === member);
  if (deed && (!remark || deed.at <= remark.at))
    return { at: new Date(deed.at), pageId: deed.page, number: refs.get(deed.entry)?.number ?? null };
  return remark ? { at: new Date(remark.at), pageId: remark.page, number: null } : null;
}

function later(own: Date | null, groups: Date | null): Date | null {
  return own && groups && own > groups ? own : null;
}

function inOrder({ ofMembers, ofWiki }: ExpectedOfWiki, members: readonly MemberDto[]): GroupDto["expected"] {
  const ofEach = members.map(({ id }) => ofMembers.get(id) ?? []);
  return ofWiki.length === 0 && ofEach.every((mets) => mets.length === 0)
    ? null
    : { ofMembers: ofEach, ofWiki };
}

/** Sorts words by author into the columns of a group. */
function spreader({
  members,
  guests,
}: WikiWork): (byAuthor: ReadonlyMap<string | null, number>) => WordsByAuthor {
  const columns = new Map<string | null, number>(members.map(({ id }, at) => [id, at]));
  const [open, others, starter] = [members.length, members.length + 1, members.length + 2];
  return (byAuthor) => {
    const words = Array.from({ length: starter + 1 }, () => 0);
    for (const [author, count] of byAuthor)
      words[author === null ? starter : (columns.get(author) ?? (guests.has(author) ? open : others))]! +=
        count;
    return words;
  };
}

function pagesOf({ work, pages }: WikiWork, spread: ReturnType<typeof spreader>): GroupDto["pages"] {
  const byPage = standingByPage(work);
  return [...pages]
    .map(([id, { title, isRemoved }]) => ({
      id,
      title,
      isRemoved,
      words: spread(byPage.get(id) ?? new Map()),
    }))
    .filter(({ words, isRemoved }) => !isRemoved || words.some((count) => count > 0));
}
