/** The assessment of an assignment as it stands: everything that marks are computed from, read in a fixed number of queries. */
import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import type { ClassFigure } from "@/core/credit/figure-table";
import { criteriaOf, emptySheet, labelOf, read } from "@/core/marks/criteria";
import { holding, judgedBy } from "@/core/marks/judged";
import { groupPart, type MemberParts, proposals } from "@/core/marks/proposals";
import { exactDecimal, fixed, type Ratio, readDecimal } from "@/core/marks/ratio";
import { type Standing, stateOf, type SubjectState } from "@/core/marks/state";
import { groupMember } from "../db/tables/courses";
import type { MemberReviewDto } from "../review/dto";
import { atCutOff } from "../review/period";
import { assignmentReview } from "../review/read";
import type { ContextIn } from "../session/context";
import { heldMark, judgementsOf, lastReleased, marksOf, subjectKey, touchesOf } from "./acts";
import { checksIn } from "./checks";
import type { ClassStateDto, GroupStateDto, MemberStateDto } from "./dto";
import { type AssessedWiki, assessedWikis, type AssessPlace } from "./place";
import { saidOfTeammates } from "./rounds";
import { versionsOf } from "./sheets";

/** A figure as an exact decimal: figures are whole numbers, or parts of words that several wrote, told to six places. */
export function figureDecimal(value: number | null): string {
  return value === null || value <= 0 ? "0" : Number.isInteger(value) ? String(value) : value.toFixed(6);
}

/** The assessment of the wikis that the viewer assesses, or of one of them. The place was asked for by the caller. */
export async function loadAssessment(ctx: ContextIn, place: AssessPlace, only?: string): Promise<ClassStateDto> {
  const { courseId, assignmentId } = place;
  const [wikis, versions, review] = await Promise.all([
    assessedWikis(ctx, place, only), versionsOf(ctx.db, courseId, assignmentId), assignmentReview(ctx, courseId, assignmentId, atCutOff, only),
  ]);
  const ids = wikis.map(({ id }) => id);
  const version = versions.size === 0 ? null : Math.max(...versions.keys());
  const sheet = version === null ? emptySheet : versions.get(version)!;
  const [judgements, marks, released, touches, checks, teammates, joined] = await Promise.all([
    judgementsOf(ctx.db, courseId, ids), marksOf(ctx.db, courseId, ids), lastReleased(ctx.db, courseId, ids), touchesOf(ctx.db, courseId, ids),
    checksIn(ctx, place, wikis, sheet), usesTeammates(sheet) ? saidOfTeammates(ctx.db, courseId, assignmentId, ids) : null, joinedOf(ctx, courseId, wikis),
  ]);
  const reviewOf = new Map((review ?? []).map((group) => [group.wikiId, group]));
  const groups = wikis.map((wiki): GroupStateDto => {
    const { hand } = wiki;
    const key = (personId: string | null) => subjectKey(wiki.id, personId);
    const mine = new Map([...judgements].filter(([of]) => of.startsWith(`${wiki.id} `)).map(([of, acts]) => [of, acts.filter((each) => !wiki.isBlind || (each.hand === "second" && each.by === ctx.viewer.id))]));
    const heldOf = (personId: string | null) => holding(mine.get(key(personId)) ?? [], hand);
    const criteria = judgedBy(sheet, "group", heldOf(null), versions, checks.get(key(null)) ?? new Map());
    const direct = heldMark(wiki.isBlind ? [] : (marks.get(key(null)) ?? []));
    const group = groupPart(sheet, criteria, direct.mark ? read(direct.mark.value!) : null);
    const members = (reviewOf.get(wiki.id)?.members ?? []).map((each) => {
      const { member } = each;
      const held = heldMark(wiki.isBlind ? [] : (marks.get(key(member.id)) ?? []));
      const own = judgedBy(sheet, "student", heldOf(member.id), versions, checks.get(key(member.id)) ?? new Map());
      return { each, held, own, isGone: isGone(member.until, each.ownCutOffAt ?? place.cutOffAt) };
    });
    const parts = members.map(({ each, held, own, isGone: gone }): MemberParts => ({
      id: each.member.id, leftOut: gone || held.leftOut !== null, own, figures: figuresOf(each, teammates?.get(key(each.member.id)) ?? null),
    }));
    const proposed = proposals(sheet, group.mark, parts);
    // How much evidence others gathered is theirs to know until a second assessor is done.
    const touchedOf = (personId: string | null) => (wiki.isBlind ? null : touches.get(key(personId))) ?? { pins: 0, notes: 0 };
    const ofGroup = touchedOf(null);
    const judgedOfGroup = criteria.filter(({ part }) => part !== null).length;
    const states = members.map(({ each, held, own, isGone: gone }, at): MemberStateDto => {
      const { member, figures, sharePercent, replies, ownCutOffAt } = each;
      const proposal = proposed[at]!;
      const last = wiki.isBlind ? null : (released.get(key(member.id)) ?? null);
      const touched = touchedOf(member.id);
      const value = held.mark?.value ?? null;
      const isCurrent = held.mark === null || isUpToDate(held.mark.kind, held.mark.computed, proposal.mark);
      const counts = criteriaThatCount(sheet);
      const standing: Standing = {
        criteria: counts.group * criteria.length + counts.student * own.length, judged: counts.group * judgedOfGroup + counts.student * own.filter(({ part }) => part !== null).length,
        isTouched: touched.pins + touched.notes > 0, mark: value, isCurrent, released: last?.mark ?? null,
      };
      return {
        member, figures, sharePercent, replies, ownCutOffAt, isGone: gone, joinedAt: joined.get(key(member.id)) ?? null, own, proposal, held, ruleFigures: ruleFiguresOf(sheet, parts[at]!), released: last && { at: last.at, mark: last.mark }, isCurrent,
        state: stateOf(standing), ...touched, label: value === null ? null : labelOf(sheet, read(value)),
      };
    });
    return { wiki, criteria, group, direct, members: states, state: groupState(judgedOfGroup, criteria.length, ofGroup, states), ...ofGroup, judgements: mine };
  });
  return { place, version, sheet, versions, groups };
}

const usesTeammates = ({ students }: ClassStateDto["sheet"]) => students.how === "by share" && students.figures.some(({ figure }) => figure === "teammates");

/** Which criteria a student's mark waits for. */
function criteriaThatCount(sheet: ClassStateDto["sheet"]): { readonly group: 0 | 1; readonly student: 0 | 1 } {
  const { students } = sheet;
  if (students.how === "own criteria") return { group: students.groupWeight === "0" ? 0 : 1, student: students.ownWeight === "0" ? 0 : 1 };
  return { group: 1, student: criteriaOf(sheet, "student").length > 0 ? 1 : 0 };
}

/** A mark that was set where nothing could be proposed is current as long as nothing is. */
function isUpToDate(kind: string, computed: string | null, proposed: Ratio | null): boolean {
  const today = proposed && exactDecimal(proposed);
  return kind === "set" ? today === null : computed === today;
}

function groupState(judged: number, criteria: number, { pins, notes }: { pins: number; notes: number }, members: readonly MemberStateDto[]): SubjectState {
  const own = members.filter(({ isGone: gone }) => !gone).map(({ state }) => state);
  if (own.length > 0) {
    for (const state of ["changed since"] as const) if (own.includes(state)) return state;
    for (const state of ["released", "ready"] as const) if (own.every((each) => each === state || each === "released")) return state;
    if (own.every((each) => ["marked", "ready", "released"].includes(each))) return "marked";
  }
  if (criteria > 0 && judged >= criteria) return "complete";
  return judged > 0 || pins + notes > 0 || own.some((each) => each !== "not begun") ? "begun" : "not begun";
}

/** Whether somebody belonged to the group no more when its work counted last. */
function isGone(until: Date | null, cutOffAt: Date | null): boolean {
  return until !== null && (cutOffAt === null || until < cutOffAt);
}

function figuresOf({ figures }: MemberReviewDto, teammates: Ratio | null): ReadonlyMap<string, Ratio> {
  const all = Object.entries(figures).map(([name, value]) => [name, readDecimal(figureDecimal(value)) ?? read("0")] as const);
  return new Map<string, Ratio>([...(all as [ClassFigure, Ratio][]), ["teammates", teammates ?? read("0")]]);
}

function ruleFiguresOf({ students }: ClassStateDto["sheet"], { figures }: MemberParts): Readonly<Record<string, string>> {
  const chosen = students.how === "by share" ? students.figures.map(({ figure }) => figure) : [];
  return Object.fromEntries(chosen.map((name) => [name, exactDecimal(figures.get(name) ?? read("0")) ?? fixed(figures.get(name)!, 12)]));
}

/** When each member came to their group. */
async function joinedOf({ db }: ContextIn, courseId: string, wikis: readonly AssessedWiki[]): Promise<Map<string, Date>> {
  const groups = wikis.flatMap(({ groupId }) => groupId ?? []);
  if (groups.length === 0) return new Map();
  const rows = await db.select({ groupId: groupMember.groupId, personId: groupMember.personId, since: groupMember.since }).from(groupMember)
    .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.groupId, groups), isNull(groupMember.until)));
  const wikiOf = new Map(wikis.map(({ id, groupId }) => [groupId, id]));
  return new Map(rows.map(({ groupId, personId, since }) => [subjectKey(wikiOf.get(groupId)!, personId), since]));
}
