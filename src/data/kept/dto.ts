/** A wiki as it stood at its cut-off, as screens show it. */
import type { PlacedPassage } from "@/core/document/passages";
import type { PageDocument } from "@/core/document/model";
import type { FileDto } from "../files/dto";
import type { CommentDto, WikiDto } from "../pages/dto";

/** A page as it stood, without its text. */
export interface KeptLineDto {
  readonly id: string;
  /** As it was called then. */
  readonly title: string;
  readonly words: number;
  /** The entry that left it so. */
  readonly number: number;
  /** How many entries came after that one. */
  readonly later: number;
  /** Whether it is in the bin today. */
  readonly isRemovedNow: boolean;
  readonly depth: number;
  readonly heading: string;
}

export interface KeptFileDto extends FileDto {
  readonly uploadedBy: string;
  readonly at: Date;
}

export interface KeptWikiDto {
  readonly wiki: WikiDto;
  /** The wiki's own cut-off. */
  readonly at: Date;
  /** Whether somebody's cut-off is a later one. */
  readonly linesDiffer: boolean;
  /** In today's order of the contents, the home page first. */
  readonly pages: readonly KeptLineDto[];
  /** Titles that pages had before the cut-off, and that no page had at it. */
  readonly formerTitles: readonly { readonly title: string; readonly id: string }[];
}

export interface KeptPageDto extends KeptWikiDto {
  readonly line: KeptLineDto;
  readonly document: PageDocument;
  readonly last: { readonly author: string | null; readonly at: Date; readonly note: string };
  /**
   * Entries in this state that were saved after their author's own cut-off, because a later one counts: what
   * they changed stands here, and does not count.
   */
  readonly uncounted: readonly {
    readonly number: number;
    readonly author: string | null;
    readonly at: Date;
  }[];
  readonly files: readonly FileDto[];
  readonly comments: readonly CommentDto[];
  /** Where the passages stand that open threads are about, by the threads' ids. */
  readonly passages: readonly PlacedPassage[];
}

/** There is no kept state (yet): when there will be one; null: everything counts. */
export interface NotKeptDto {
  readonly wiki: WikiDto;
  readonly notBefore: Date | null;
}

/**
 * By its numbers in a page's ledger: the state at the due time and at the cut-off, extensions included; null:
 * the page was not there, or that time has not come.
 */
export interface MarkedStatesDto {
  readonly due: number | null;
  readonly cutOff: number | null;
}
