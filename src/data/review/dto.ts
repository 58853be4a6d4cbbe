import type { ClassFigure, FigureName } from "@/core/credit/figure-table";
import type { EntryKind } from "@/core/ledger/chain";
import type { RouteDto } from "../ledger/dto";
import type { MemberDto } from "../pages/dto";

/** In an address, in the place of a student: what guests wrote and nobody was given yet. */
export const unassigned = "unassigned";

/** Days since 1970 by the course's clocks. */
export type DayNumber = number;

export interface MemberReviewDto {
  readonly member: MemberDto;
  /** Null: a part of nothing. */
  readonly figures: Readonly<Record<ClassFigure, number | null>>;
  /** Of the comments, those that answer others. */
  readonly replies: number;
  /** What the student's work counts up to, where that is later than for others. */
  readonly ownCutOffAt: Date | null;
  /** Entries and comments of each day from the first that had some to the last; null: there were none. */
  readonly days: { readonly first: DayNumber; readonly acts: readonly number[] } | null;
  /** The share in whole per cent, rounded so that the group's add up to a hundred. */
  readonly sharePercent: number | null;
  /** The newest entry or comment. */
  readonly lastAt: Date | null;
}

export interface GroupReviewDto {
  readonly wikiId: string;
  readonly name: string;
  readonly homePageId: string | null;
  readonly members: readonly MemberReviewDto[];
  /**
   * What guests of open rooms wrote and nobody was given yet; null if there is nothing such. Its words stand
   * in the members' sum.
   */
  readonly unassigned: Omit<MemberReviewDto, "member"> | null;
  /** 0 to 1; null for a group of one, or without words. */
  readonly balance: number | null;
  /** Words that stand and are nobody's (starter text) or belong to people outside the group. */
  readonly starterWords: number;
  readonly othersWords: number;
}

export interface EvidenceLineDto {
  readonly pageId: string;
  readonly page: string;
  readonly at: Date;
  /** The entry, or null for a comment. */
  readonly number: number | null;
  readonly kind: EntryKind | "commented" | "answered";
  readonly note: string;
  /** Who saved it, where that was somebody else: of words that several wrote, or that others changed. */
  readonly by: MemberDto | null;
  /** Whether it was due already when it was saved; comments never are. */
  readonly isLate: boolean;
  /** Where the entry's words went and came from. */
  readonly routes: readonly RouteDto[];
  /** Where what stands stands more than once: the pages on which it does. */
  readonly standsOn: readonly { readonly id: string; readonly title: string }[];
  /** Words of the entry that came by pasting. */
  readonly pasted: number;
  /** What the line adds to the figure; the lines' sum is the figure. */
  readonly amount: number;
}

export interface EvidenceDto {
  readonly figure: FigureName;
  /** Whose figure it is; null: what is unassigned. */
  readonly member: MemberDto | null;
  readonly groupName: string;
  readonly lines: readonly EvidenceLineDto[];
  /** Where the figure is a part: of how many. */
  readonly whole: number | null;
  /** The share as the review shows it. */
  readonly sharePercent: number | null;
}
