/** A student's statement, for those who review it and for the student. */
import "server-only";
import { type MemberFigures, memberFigures } from "@/core/credit/figures";
import { sharePercents } from "@/core/credit/group";
import { type StatementLine, statement } from "@/core/credit/statement";
import type { KnownFigures } from "@/core/credit/routes";
import { isLateDeed } from "@/core/credit/work";
import type { RouteDto } from "../ledger/dto";
import { toldRoutes } from "../ledger/routes";
import type { MemberDto } from "../pages/dto";
import type { ContextIn } from "../session/context";
import { withThings } from "./evidence";
import { type FindingDto, findingsOf, membersIn } from "./findings";
import { type MarkDto, marksIn } from "./marks";
import { type OwnWordDto, ownWordsOf } from "./own-words";
import { fromTheBeginning, type Period } from "./period";
import type { EntryRef } from "./entries";
import { hiddenTitle, loadWork } from "./work";

export interface StatementLineDto extends StatementLine {
  readonly pageTitle: string;
  /** The entry; null for a comment. */
  readonly ref: EntryRef | null;
  /** Of the entry, with what is known of it since. */
  readonly figures: KnownFigures | null;
  readonly routes: readonly RouteDto[];
  /** With whom, or by whom, it was written besides; empty: alone. */
  readonly together: readonly string[];
  /** Who did it, where that was somebody else, to words of the student's. */
  readonly other: string | null;
  /** What a comment says, and whether it answers another. */
  readonly remarkText: string | null;
  readonly isAnswer: boolean;
  /** Of a comment: the entry of its page that took it up. */
  readonly takenUpIn: number | null;
  readonly isLate: boolean;
}

export interface StatementDto {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly wikiId: string;
  readonly groupName: string;
  readonly timeZone: string;
  /** When it is due of this student. */
  readonly dueAt: Date;
  /** What this student's work counts up to; null: everything counts. */
  readonly cutOffAt: Date | null;
  readonly member: MemberDto;
  readonly figures: MemberFigures;
  /** The share as it is rounded for the group. */
  readonly sharePercent: number | null;
  readonly sittings: readonly (readonly StatementLineDto[])[];
  /**
   * Others of the group, in their order: the ones before and after this one are gone to by key. Empty for the
   * student.
   */
  readonly members: readonly MemberDto[];
  /** About this student; none for the student. */
  readonly findings: readonly FindingDto[];
  readonly marks: readonly MarkDto[];
  /** What the student says beside the record. */
  readonly ownWords: readonly OwnWordDto[];
  /** The pages on which something was done. */
  readonly pages: readonly { readonly id: string; readonly title: string }[];
}

/** The statement of one member of a wiki: for its reviewers, and for the member. Null for anybody else. */
export async function findStatement(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  personId: string,
  period: Period,
): Promise<StatementDto | null> {
  const reviewed = await loadWork(ctx, courseId, wikiId, period, "reviewers");
  const found =
    reviewed ??
    (personId === ctx.viewer.id ? await loadWork(ctx, courseId, wikiId, period, "members") : null);
  const member = found?.members.find(({ id }) => id === personId);
  if (!found || !member) return null;
  const loaded = await withThings(ctx, found, period);
  const { work, refs, pages, remarks } = loaded;
  const deeds = new Map(work.deeds.map((deed) => [deed.entry, deed]));
  const nameOf = new Map(loaded.members.map(({ id, name }) => [id, name]));
  const [findings, marks, ownWords] = await Promise.all([
    reviewed
      ? findingsOf(
          ctx,
          period.from === null
            ? reviewed
            : (await loadWork(ctx, courseId, wikiId, fromTheBeginning(period), "reviewers"))!,
        )
      : [],
    reviewed ? marksIn(ctx.db, courseId, [wikiId]) : [],
    ownWordsOf(ctx.db, courseId, wikiId, personId),
  ]);
  const told = statement(work, personId);
  const titleOf = (id: string) => (loaded.hidden.has(id) ? null : (pages.get(id)?.title ?? null));
  const from = period.from?.getTime() ?? -Infinity;
  const line = (each: StatementLine): StatementLineDto => {
    const ref = each.entry === null ? null : refs.get(each.entry)!;
    const deed = each.entry === null ? null : deeds.get(each.entry)!;
    const remark = each.remark === null ? null : remarks.get(each.remark)!;
    const other = !each.isByOther
      ? null
      : each.by === null
        ? "the starter text"
        : (nameOf.get(each.by) ?? "somebody outside the group");
    const others =
      deed && !each.isByOther
        ? [...(deed.author === null ? [] : [deed.author]), ...(deed.with ?? [])].filter(
            (id) => id !== personId && deed.with !== undefined,
          )
        : [];
    return {
      ...each,
      ref,
      figures: deed && (loaded.known.of(deed.entry)?.figures ?? { ...deed.figures, movedAway: 0 }),
      routes: deed ? toldRoutes(loaded.known, deed.entry, titleOf) : [],
      pageTitle: pages.get(each.page)?.title ?? ref?.title ?? "",
      together: others.flatMap((id) => nameOf.get(id) ?? []),
      other,
      remarkText: remark?.body ?? null,
      takenUpIn: remark?.takenUpIn ?? null,
      isAnswer: remark !== null && remark.parentId !== null,
      isLate: deed !== null && isLateDeed(work, deed),
    };
  };
  const sittings = told.sittings
    .map((sitting) => sitting.filter(({ at }) => at >= from).map(line))
    .filter((sitting) => sitting.length > 0);
  const touched = new Set(sittings.flat().map(({ page }) => page));
  return {
    courseId,
    assignmentId: loaded.assignmentId,
    wikiId,
    groupName: loaded.name,
    timeZone: loaded.timeZone,
    dueAt: new Date(work.timesOf(personId)?.dueAt ?? loaded.dueAt.getTime()),
    cutOffAt: loaded.cutOffOf(personId),
    member,
    figures: memberFigures(work, personId),
    sharePercent: sharePercents(work).get(personId) ?? null,
    sittings,
    members: reviewed ? loaded.members : [],
    findings: findings.filter(({ finding }) => membersIn(finding).includes(personId)),
    marks: marks.filter((mark) => mark.personId === personId),
    ownWords: ownWords.map((each) =>
      each.entry && loaded.hidden.has(each.entry.pageId)
        ? { ...each, entry: { ...each.entry, title: hiddenTitle } }
        : each,
    ),
    pages: [...pages].flatMap(([id, { title }]) => (touched.has(id) ? [{ id, title }] : [])),
  };
}
