import type { Level } from "@/core/access/may";
import type { PageDocument } from "@/core/document/model";
import type { DocumentProblem } from "@/core/document/parse";

/** One of those whose wiki it is. `mark` is the order of joining: it decides colour and glyph, on every screen. */
export interface MemberDto {
  readonly id: string;
  readonly name: string;
  readonly mark: number;
  /** When they went to another group or left the course; null: they still belong to the wiki. */
  readonly until: Date | null;
}

/** Why the viewer has the level they have, as facts; the words are chosen where it is shown. */
export interface AccessDto {
  readonly level: Level;
  readonly because:
    | { readonly kind: "rule"; readonly scope: string; readonly who: "course" | "students" | "group" | "person"; readonly madeBy: string; readonly madeAt: Date; readonly from: Date | null; readonly until: Date | null }
    | { readonly kind: "built in"; readonly reason: string };
}

export interface ContentsItemDto {
  readonly id: string;
  readonly title: string;
  readonly words: number;
  /** How deep it stands below other pages, from 0. */
  readonly depth: number;
}

export interface CommentDto {
  readonly id: string;
  readonly authorId: string;
  readonly author: string;
  readonly body: string;
  readonly at: Date;
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
  readonly homePageId: string | null;
  readonly isInstructor: boolean;
  /** Whether the assignment has comments. */
  readonly commentsOn: boolean;
  readonly members: readonly MemberDto[];
  /** Pages that the viewer may read, the home page first. */
  readonly contents: readonly ContentsItemDto[];
  /** Whether the viewer may start pages. */
  readonly mayStart: boolean;
}

export interface PageDto {
  readonly wiki: WikiDto;
  readonly id: string;
  readonly title: string;
  /** The newest entry's number. */
  readonly entries: number;
  readonly words: number;
  readonly document: PageDocument;
  readonly last: { readonly author: string | null; readonly at: Date; readonly note: string };
  /** Words by author, the members in their order, then nobody and others under null. */
  readonly parts: readonly { readonly authorId: string | null; readonly words: number }[];
  readonly comments: readonly CommentDto[];
  readonly access: AccessDto;
}

export type Saved =
  | { readonly kind: "saved"; readonly pageId: string; readonly number: number }
  | { readonly kind: "unchanged"; readonly pageId: string }
  | { readonly kind: "refused"; readonly problem: SaveProblem };

export type SaveProblem =
  /** There is no such page for this person, or not any more. */
  | { readonly code: "not found" }
  | { readonly code: "may not write"; readonly access: AccessDto }
  | { readonly code: "bad document"; readonly problem: DocumentProblem }
  | { readonly code: "bad title" }
  | { readonly code: "may not start" }
  | { readonly code: "bad note" }
  | { readonly code: "title taken"; readonly pageId: string }
  /** Others saved since the writer began; nothing was written. */
  | { readonly code: "stale"; readonly base: number; readonly since: readonly { readonly number: number; readonly author: string | null; readonly at: Date; readonly note: string }[] };
