/**
 * What holds of an assessment, from its acts and what was done in the wikis: computed, and read from nowhere.
 */
import { criteriaOf, type CriteriaSheet, labelOf, read } from "@/core/marks/criteria";
import { holding, judgedBy, type JudgedCriterion, type Versions } from "@/core/marks/judged";
import { groupPart, type MemberParts, type Proposal, proposals } from "@/core/marks/proposals";
import { exactDecimal, fixed, type Ratio, readDecimal } from "@/core/marks/ratio";
import { type Standing, stateOf, type SubjectState } from "@/core/marks/state";
import type { MemberReviewDto } from "../review/dto";
import {
  type HeldMark,
  heldMark,
  type JudgementRow,
  type MarkRow,
  type ReleasedRow,
  subjectKey,
} from "./acts";
import type { Checks } from "./checks";
import type { GroupStateDto, MemberStateDto } from "./dto";
import type { AssessedWiki, AssessPlace } from "./place";

/** What is known of each subject, by `subjectKey`; acts oldest first. */
export interface Material {
  readonly versions: Versions;
  readonly judgements: ReadonlyMap<string, readonly JudgementRow[]>;
  readonly marks: ReadonlyMap<string, readonly MarkRow[]>;
  readonly released: ReadonlyMap<string, ReleasedRow>;
  readonly touches: ReadonlyMap<string, { readonly pins: number; readonly notes: number }>;
  readonly checks: ReadonlyMap<string, Checks>;
  /** What teammates say; null: the rule does not take it. */
  readonly teammates: ReadonlyMap<string, Ratio> | null;
  readonly joined: ReadonlyMap<string, Date>;
  /** What members did up to their cut-offs, by wiki. */
  readonly reviews: ReadonlyMap<string, readonly MemberReviewDto[]>;
}

/**
 * A figure as an exact decimal: figures are whole numbers, or parts of words that several wrote, told to six
 * places.
 */
export function figureDecimal(value: number | null): string {
  return value === null || value <= 0 ? "0" : Number.isInteger(value) ? String(value) : value.toFixed(6);
}

type Place = Pick<AssessPlace, "cutOffAt">;
type Wiki = Pick<AssessedWiki, "id" | "hand" | "isBlind">;

export interface Reckoning {
  readonly criteria: readonly JudgedCriterion[];
  readonly direct: HeldMark;
  readonly group: GroupStateDto["group"];
  readonly members: readonly {
    readonly each: MemberReviewDto;
    readonly held: HeldMark;
    readonly own: readonly JudgedCriterion[];
    readonly isGone: boolean;
    readonly part: MemberParts;
    readonly proposal: Proposal;
  }[];
}

/**
 * What a group's sheet comes to and proposes for its members. Cost: acts of the group + members × (figures +
 * criteria).
 */
export function reckon(
  { cutOffAt }: Place,
  sheet: CriteriaSheet,
  { id: wikiId, hand }: Wiki,
  material: Material,
): Reckoning {
  const { versions, judgements, marks, checks, teammates, reviews } = material;
  const key = (personId: string | null) => subjectKey(wikiId, personId);
  const judged = (of: "group" | "student", personId: string | null) =>
    judgedBy(
      sheet,
      of,
      holding(judgements.get(key(personId)) ?? [], hand),
      versions,
      checks.get(key(personId)) ?? new Map(),
    );
  const criteria = judged("group", null);
  const direct = heldMark(marks.get(key(null)) ?? []);
  const group = groupPart(sheet, criteria, direct.mark ? read(direct.mark.value!) : null);
  const members = (reviews.get(wikiId) ?? []).map((each) => {
    const held = heldMark(marks.get(key(each.member.id)) ?? []);
    const own = judged("student", each.member.id);
    const gone = isGone(each.member.until, each.ownCutOffAt ?? cutOffAt);
    return {
      each,
      held,
      own,
      isGone: gone,
      part: {
        id: each.member.id,
        leftOut: gone || held.leftOut !== null,
        own,
        figures: figuresOf(each, teammates?.get(key(each.member.id)) ?? null),
      },
    };
  });
  const proposed = proposals(
    sheet,
    group.mark,
    members.map(({ part }) => part),
  );
  return {
    criteria,
    direct,
    group,
    members: members.map((member, at) => ({ ...member, proposal: proposed[at]! })),
  };
}

/**
 * The same, with where each of it stands. What a second assessor may not see is not in it: the caller leaves
 * it out of the material.
 */
export function groupStateOf(
  place: Place,
  sheet: CriteriaSheet,
  wiki: AssessedWiki,
  material: Material,
): GroupStateDto {
  const { criteria, direct, group, members } = reckon(place, sheet, wiki, material);
  const touched = (personId: string | null) =>
    material.touches.get(subjectKey(wiki.id, personId)) ?? { pins: 0, notes: 0 };
  const counts = criteriaThatCount(sheet);
  const judgedOfGroup = judgedIn(criteria);
  const states = members.map(({ each, held, own, isGone: gone, part, proposal }): MemberStateDto => {
    const key = subjectKey(wiki.id, each.member.id);
    const last = material.released.get(key) ?? null;
    const { pins, notes } = touched(each.member.id);
    const value = held.mark?.value ?? null;
    const isCurrent = held.mark === null || isUpToDate(held.mark.kind, held.mark.computed, proposal.mark);
    const standing: Standing = {
      criteria: counts.group * criteria.length + counts.student * own.length,
      judged: counts.group * judgedOfGroup + counts.student * judgedIn(own),
      isTouched: pins + notes > 0,
      mark: value,
      isCurrent,
      released: last?.mark ?? null,
    };
    const { member, figures, sharePercent, ownCutOffAt } = each;
    return {
      member,
      figures,
      sharePercent,
      ownCutOffAt,
      isGone: gone,
      joinedAt: material.joined.get(key) ?? null,
      own,
      proposal,
      held,
      ruleFigures: ruleFiguresOf(sheet, part),
      isCurrent,
      released: last && { at: last.at, mark: last.mark },
      state: stateOf(standing),
      pins,
      notes,
      label: value === null ? null : labelOf(sheet, read(value)),
    };
  });
  const ofGroup = touched(null);
  const judgements = new Map([...material.judgements].filter(([of]) => of.startsWith(`${wiki.id} `)));
  return {
    wiki,
    criteria,
    group,
    direct,
    members: states,
    state: groupState(judgedOfGroup, criteria.length, ofGroup, states),
    ...ofGroup,
    judgements,
  };
}

const judgedIn = (criteria: readonly JudgedCriterion[]): number =>
  criteria.filter(({ part }) => part !== null).length;

/** Which criteria a student's mark waits for. */
function criteriaThatCount(sheet: CriteriaSheet): { readonly group: 0 | 1; readonly student: 0 | 1 } {
  const { students } = sheet;
  if (students.how === "own criteria")
    return { group: students.groupWeight === "0" ? 0 : 1, student: students.ownWeight === "0" ? 0 : 1 };
  return { group: 1, student: criteriaOf(sheet, "student").length > 0 ? 1 : 0 };
}

/** A mark that was set where nothing could be proposed is current as long as nothing is. */
function isUpToDate(kind: string, computed: string | null, proposed: Ratio | null): boolean {
  const today = proposed && exactDecimal(proposed);
  return kind === "set" ? today === null : computed === today;
}

function groupState(
  judged: number,
  criteria: number,
  { pins, notes }: { readonly pins: number; readonly notes: number },
  members: readonly MemberStateDto[],
): SubjectState {
  const own = members.filter(({ isGone: gone }) => !gone).map(({ state }) => state);
  const areAll = (...states: readonly SubjectState[]) =>
    own.length > 0 && own.every((state) => states.includes(state));
  if (own.includes("changed since")) return "changed since";
  if (areAll("released")) return "released";
  if (areAll("ready", "released")) return "ready";
  if (areAll("marked", "ready", "released")) return "marked";
  if (criteria > 0 && judged >= criteria) return "complete";
  return judged > 0 || pins + notes > 0 || own.some((state) => state !== "not begun") ? "begun" : "not begun";
}

/** Whether somebody belonged to the group no more when its work counted last. */
function isGone(until: Date | null, cutOffAt: Date | null): boolean {
  return until !== null && (cutOffAt === null || until < cutOffAt);
}

function figuresOf({ figures }: MemberReviewDto, teammates: Ratio | null): ReadonlyMap<string, Ratio> {
  const all = Object.entries(figures).map(([name, value]): [string, Ratio] => [
    name,
    readDecimal(figureDecimal(value)) ?? read("0"),
  ]);
  return new Map([...all, ["teammates", teammates ?? read("0")]]);
}

function ruleFiguresOf(
  { students }: CriteriaSheet,
  { figures }: MemberParts,
): Readonly<Record<string, string>> {
  const chosen = students.how === "by share" ? students.figures.map(({ figure }) => figure) : [];
  return Object.fromEntries(
    chosen.map((name) => {
      const value = figures.get(name) ?? read("0");
      return [name, exactDecimal(value) ?? fixed(value, 12)];
    }),
  );
}
