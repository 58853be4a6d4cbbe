import type { EntryKind } from "@/core/ledger/chain";
import type { MemberDto } from "../pages/dto";

/** In an address, in the place of a student: what guests wrote and nobody was given yet. */
export const unassigned = "unassigned";

/** The figures that the review shows for a student, each with evidence of its own. */
export const reviewFigures = ["standing", "share", "added", "addedLate", "lasting", "entries", "activeDays", "entriesOnOthersPages", "corrections", "moved", "restored", "links", "pictures", "sources", "comments"] as const;
export type ReviewFigure = (typeof reviewFigures)[number];

/** Days since 1970 by the course's clocks. */
export type DayNumber = number;

export interface MemberReviewDto {
  readonly member: MemberDto;
  readonly entries: number;
  /** Comments, and of them those that answer others. */
  readonly comments: number;
  readonly replies: number;
  /** Words. */
  readonly added: number;
  /** Of these, words that were saved when it was due already. */
  readonly addedLate: number;
  /** Standing / added; null when nothing was added, and for a period that begins later. */
  readonly lasting: number | null;
  /** Words of anybody's whose spelling was put right. */
  readonly corrections: number;
  /** Words that were put elsewhere on a page, and words that were brought back. */
  readonly moved: number;
  readonly restored: number;
  /** Things that stand and came with the student's entries. */
  readonly links: number;
  readonly pictures: number;
  readonly sources: number;
  readonly activeDays: number;
  /** Entries and comments of each day from the first that had some to the last; null: there were none. */
  readonly days: { readonly first: DayNumber; readonly acts: readonly number[] } | null;
  readonly entriesOnOthersPages: number;
  /** Words. */
  readonly standing: number;
  /** Part of the members' standing words, 0 to 1; null where nobody has any. */
  readonly share: number | null;
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
  /** What guests of open rooms wrote and nobody was given yet; null if there is nothing such. Its words stand in the members' sum. */
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
  /** Whether it was due already when it was saved; comments never are. */
  readonly isLate: boolean;
  /** What the line adds to the figure; the lines' sum is the figure. */
  readonly amount: number;
}

export interface EvidenceDto {
  readonly figure: ReviewFigure;
  /** Whose figure it is; null: what is unassigned. */
  readonly member: MemberDto | null;
  readonly groupName: string;
  readonly lines: readonly EvidenceLineDto[];
  /** What the figure is a part of: for a share the standing words of all members, for what lasted the added ones; 0 for others. */
  readonly whole: number;
  /** The share as the review shows it. */
  readonly sharePercent: number | null;
}
