import type { EntryKind } from "@/core/ledger/chain";
import type { Level, Power, Who } from "@/core/access/may";
import type { Weekly } from "@/core/access/when";
import type { PageDocument } from "@/core/document/model";
import type { LeftOut } from "@/core/merge/blocks";
import type { DocumentProblem } from "@/core/document/parse";
import type { DiscussionDto, PassageDto } from "../comments/dto";
import type { FileDto } from "../files/dto";
import type { Refused } from "../refusal";

/**
 * One of those whose wiki it is. `mark` is the order of joining: it decides colour and glyph, on every
 * screen.
 */
export interface MemberDto {
  readonly id: string;
  readonly name: string;
  readonly mark: number;
  /** When they went to another group or left the course; null: they still belong to the wiki. */
  readonly until: Date | null;
}

/** A level, and what it will be next, as far as something that is set changes it. */
export interface LevelAheadDto {
  readonly level: Level;
  readonly next: { readonly at: Date; readonly level: Level } | null;
}

/** Why the viewer has the level they have, as facts; the words are chosen where it is shown. */
export interface AccessDto extends LevelAheadDto {
  readonly because:
    | {
        readonly kind: "rule";
        readonly scope: string;
        readonly who: Who["kind"];
        readonly madeBy: string;
        readonly madeAt: Date;
        readonly from: Date | null;
        readonly until: Date | null;
        readonly weekly: Weekly | null;
      }
    | { readonly kind: "built in"; readonly reason: string };
}

export interface ContentsItemDto {
  readonly id: string;
  readonly title: string;
  readonly words: number;
  /** The page below which it stands; null at the top, or where the viewer may not see that page. */
  readonly parentId: string | null;
  /** How deep it stands below other pages, from 0. */
  readonly depth: number;
  /** A heading that stands above it; empty: none. */
  readonly heading: string;
  readonly tags: readonly string[];
}

export interface CommentDto {
  readonly id: string;
  /** The page on which it was said. */
  readonly pageId: string;
  /** What it is about, where that is a passage; null: the page, or the comment that it answers. */
  readonly passage: PassageDto | null;
  readonly authorId: string;
  readonly author: string;
  readonly body: string;
  readonly at: Date;
  /** Of one that begins a thread: when it was settled, and by whom; null: it is open. */
  readonly settled: { readonly at: Date; readonly by: string } | null;
  /**
   * Of one that begins a thread: the entry of its page that took it up, and who said so; null: nobody did.
   */
  readonly takenUp: { readonly number: number; readonly by: string } | null;
  /** The entry that may have taken it up, because what it is about changed there; null: none is known. */
  readonly proposed: number | null;
  readonly editedAt: Date | null;
  /**
   * Since when and by whom it is withdrawn; its words are there then for those who run the course alone.
   * Null: it stands.
   */
  readonly withdrawn: { readonly at: Date; readonly by: string; readonly byId: string } | null;
  /** What it said before it was edited, oldest first: for its author and those who run the course. */
  readonly earlier: readonly string[];
  readonly replies: readonly CommentDto[];
}

/** A wiki as every screen of it needs it: its place in the course, its people and its pages. */
export interface WikiDto {
  readonly courseId: string;
  readonly timeZone: string;
  readonly assignmentId: string;
  readonly dueAt: Date;
  readonly wikiId: string;
  readonly name: string;
  readonly courseTitle: string;
  readonly assignmentTitle: string;
  readonly homePageId: string | null;
  readonly isInstructor: boolean;
  /** Whether the viewer reviews the work, and so assesses it. */
  readonly reviews: boolean;
  /** Who shares it. */
  readonly sharing: "group" | "student" | "class";
  /** Whether the assignment has comments. */
  readonly commentsOn: boolean;
  readonly hasCriteria: boolean;
  readonly members: readonly MemberDto[];
  /** Pages that the viewer may read, the home page first. */
  readonly contents: readonly ContentsItemDto[];
  /** Titles that pages had before, and that no page has now: links which name them lead on. */
  readonly formerTitles: readonly { readonly title: string; readonly id: string }[];
  /** Whether the viewer may start pages, and put them in another order. */
  readonly mayStart: boolean;
  readonly mayArrange: boolean;
  /** Whether the viewer may upload files for pages that they start. */
  readonly mayUpload: boolean;
}

export interface PageDto {
  readonly wiki: WikiDto;
  readonly id: string;
  readonly title: string;
  /** The newest entry's number. */
  readonly entries: number;
  readonly words: number;
  readonly document: PageDocument;
  readonly last: {
    readonly author: string | null;
    readonly authorId: string | null;
    readonly at: Date;
    readonly note: string;
    readonly kind: EntryKind;
    /** The entry that its author began from: what others saved in between is put together with it. */
    readonly base: number;
  };
  /** Words by author, the members in their order, then nobody and others under null. */
  readonly parts: readonly { readonly authorId: string | null; readonly words: number }[];
  /** Words of guests that nobody was given yet. */
  readonly unassigned: number;
  readonly comments: readonly CommentDto[];
  /** Passages that count as discussion, and of which words stand here. */
  readonly discussions: readonly DiscussionDto[];
  readonly access: AccessDto;
  /**
   * What others may do here: those whose wiki it is, the one whose page it is, and the other students of the
   * course.
   */
  readonly whoMay: {
    readonly group: LevelAheadDto;
    readonly owner: (LevelAheadDto & { readonly name: string }) | null;
    readonly others: LevelAheadDto;
  };
  /** The files that the page shows. */
  readonly files: readonly FileDto[];
  /** Whom a comment here can name. */
  readonly nameable: readonly { readonly id: string; readonly name: string }[];
  readonly mayRename: boolean;
  readonly mayRemove: boolean;
  readonly mayUpload: boolean;
  readonly mayRestore: boolean;
  /** Whether the viewer may settle comments of others; one's own, whoever may comment. */
  readonly maySettle: boolean;
  /** Since when it is in the bin; null: it is not. */
  readonly removedAt: Date | null;
}

/** A page in the bin. */
export interface RemovedPageDto {
  readonly id: string;
  readonly title: string;
  readonly at: Date;
  readonly by: string;
  readonly mayBringBack: boolean;
}

/** What became of a change in the contents. */
export type ContentsSaved = { readonly kind: "saved" } | Refused<ContentsProblem>;

export type ContentsProblem =
  | {
      readonly code:
        | "not found"
        | "not allowed"
        | "only looking"
        | "bad title"
        | "home page stays"
        | "no such place"
        | "bad tag"
        | "bad heading"
        | "may not write"
        | "no titles";
    }
  | { readonly code: "power not given"; readonly power: Power }
  | { readonly code: "title taken"; readonly title: string };

export type Saved =
  /** `mergedSince`: the entry that the writer began from, where what others saved since has been merged. */
  | {
      readonly kind: "saved";
      readonly pageId: string;
      readonly number: number;
      readonly mergedSince?: number;
      /** The text with what was merged into it. */ readonly document?: PageDocument;
    }
  | { readonly kind: "unchanged"; readonly pageId: string; readonly number: number }
  | Refused<SaveProblem>;

/**
 * What a writer began from and what others made of it meanwhile: what they need to settle by hand what both
 * changed.
 */
export interface ToSettle {
  readonly base: PageDocument;
  readonly newest: PageDocument;
  /** The newest entry's number. */
  readonly number: number;
}

export type SaveProblem =
  /** There is no such page for this person, or not any more. */
  | { readonly code: "not found" }
  | { readonly code: "may not write"; readonly access: AccessDto }
  | { readonly code: "bad document"; readonly problem: DocumentProblem }
  | { readonly code: "bad title" }
  | { readonly code: "may not start" }
  /** The level would do, but the power is not given. */
  | { readonly code: "power not given"; readonly power: Power }
  /** The viewer looks as somebody else would, in whose name nothing is done. */
  | { readonly code: "only looking" }
  /** Nobody writes as fast as that: it is a fault of a program, or meant to hold up the others. */
  | { readonly code: "too often" }
  /** The page is in the bin: it can be brought back, and not be written. */
  | { readonly code: "removed" }
  | { readonly code: "bad note" }
  /** The document shows files of another wiki, or such as the writer may not see. */
  | { readonly code: "foreign files"; readonly count: number }
  /** `pageId` null: the viewer may not read the page that has it. */
  | { readonly code: "title taken"; readonly pageId: string | null }
  /** Others saved since the writer began; nothing was written. */
  | {
      readonly code: "stale";
      readonly base: number;
      /** Where both changed the same. */ readonly leftOut: readonly LeftOut[];
      readonly since: readonly {
        readonly number: number;
        readonly author: string | null;
        readonly at: Date;
        readonly note: string;
      }[];
      readonly both: ToSettle | null;
    };
