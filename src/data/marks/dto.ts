/** An assessment as its screens show it. */
import type { ClassFigure } from "@/core/credit/figure-table";
import type { CriteriaSheet } from "@/core/marks/criteria";
import type { JudgedCriterion } from "@/core/marks/judged";
import type { GroupPart, Proposal } from "@/core/marks/proposals";
import type { SubjectState } from "@/core/marks/state";
import type { MemberDto } from "../pages/dto";
import type { HeldMark, JudgementRow } from "./acts";
import type { AssessedWiki, AssessPlace } from "./place";

/** Figures that a rule can take: sums that are never below 0; and what teammates say. */
export const ruleFigures = [
  "standing",
  "added",
  "entries",
  "activeDays",
  "entriesOnOthersPages",
  "corrections",
  "comments",
  "sources",
  "teammates",
] as const;
export type RuleFigure = (typeof ruleFigures)[number];

export interface MemberStateDto {
  readonly member: MemberDto;
  readonly figures: Readonly<Record<ClassFigure, number | null>>;
  readonly sharePercent: number | null;
  /** What their work counts up to, where that is later than for others. */
  readonly ownCutOffAt: Date | null;
  /** Went to another group or off the course before the cut-off: not counted among the members. */
  readonly isGone: boolean;
  /** Came to the group after it had been opened. */
  readonly joinedAt: Date | null;
  readonly own: readonly JudgedCriterion[];
  readonly proposal: Proposal;
  /** What the rule takes, as decimals, by figure. */
  readonly ruleFigures: Readonly<Record<string, string>>;
  readonly held: HeldMark;
  readonly released: { readonly at: Date; readonly mark: string } | null;
  /** Whether the mark rests on what is proposed today. */
  readonly isCurrent: boolean;
  readonly state: SubjectState;
  readonly pins: number;
  readonly notes: number;
  readonly label: string | null;
}

export interface GroupStateDto {
  readonly wiki: AssessedWiki;
  readonly criteria: readonly JudgedCriterion[];
  readonly group: GroupPart;
  readonly direct: HeldMark;
  readonly members: readonly MemberStateDto[];
  readonly state: SubjectState;
  readonly pins: number;
  readonly notes: number;
  /** All judgements by subject, for who may see them. */
  readonly judgements: ReadonlyMap<string, readonly JudgementRow[]>;
}

export interface ClassStateDto {
  readonly place: AssessPlace;
  /** Null: there is no sheet yet. */
  readonly version: number | null;
  readonly sheet: CriteriaSheet;
  readonly versions: ReadonlyMap<number, CriteriaSheet>;
  readonly groups: readonly GroupStateDto[];
}

export type { ShownCriterion, ShownMark, ShownPin } from "./shown";
