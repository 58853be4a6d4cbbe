import type { KnownFigures, RouteKind } from "@/core/credit/routes";
import type { ChainFault, EntryKind } from "@/core/ledger/chain";

export interface CoWriterDto {
  readonly id: string;
  readonly name: string;
  /** Null: not answered yet. */
  readonly isConfirmed: boolean | null;
}

/**
 * What acts a reader can look for: words were added, spelling corrected, text moved, and so on; "page" is
 * what was done with the page itself.
 */
export type LedgerAct = "wrote" | "corrected" | "moved" | "restored" | "removed" | "restyled" | "page";

/** What is looked for in a ledger, as it stands in an address: days as "2026-03-16", both included. */
export interface AskedFilter {
  readonly person?: string | undefined;
  readonly act?: LedgerAct | undefined;
  readonly from?: string | undefined;
  readonly until?: string | undefined;
  readonly phrase?: string | undefined;
}

/** A way that words took from one entry to another. */
export interface RouteDto {
  readonly kind: RouteKind;
  /** The entry at the other end, by its number in the wiki. */
  readonly rev: number;
  readonly words: number;
  readonly isSamePage: boolean;
  readonly at: Date;
  /** Where that is; null: on a page that the viewer may not read. */
  readonly page: string | null;
  readonly place: { readonly pageId: string; readonly number: number } | null;
}

export interface LedgerLineDto {
  readonly pageId: string;
  /** What the page is called now. */
  readonly page: string;
  readonly number: number;
  /** Its number in the wiki. */
  readonly rev: number;
  readonly at: Date;
  readonly authorId: string | null;
  readonly author: string | null;
  readonly kind: EntryKind;
  /** What the page was called after it. */
  readonly title: string;
  readonly note: string;
  readonly restoredFrom: number | null;
  /** With what is known of it since. */
  readonly figures: KnownFigures;
  readonly routes: readonly RouteDto[];
  /** Whether a member saved it when it was due already; more time that they were given counts. */
  readonly isLate: boolean;
  /** Whom the author named as having written it too. */
  readonly coWriters: readonly CoWriterDto[];
  /** Words that came by pasting, and the most that came at once, as far as the editor knows. */
  readonly pasted: number;
  readonly largestPaste: number;
}

export interface LedgerLinesDto {
  readonly lines: readonly LedgerLineDto[];
  /** Where the lines that follow begin (`before`); null: these were the last. */
  readonly next: number | null;
  /** There was too much to go through: what was looked for may be there all the same. */
  readonly gaveUp?: true;
}

/** What checking the chains of a wiki's pages came to. */
export interface CheckedDto {
  /** Entries that fit. */
  readonly entries: number;
  readonly pages: number;
  /** The first fault of each page that has one. */
  readonly faults: readonly { readonly pageId: string; readonly page: string; readonly fault: ChainFault }[];
}
