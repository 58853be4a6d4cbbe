import type { Excerpt } from "@/core/search/excerpt";

export const searchKinds = ["page", "comment", "file", "person", "assignment"] as const;
export type SearchKind = (typeof searchKinds)[number];

/** Where something was found, and how it reads there. */
interface Hit {
  /** The text around what was found; null: it was found in the name alone. */
  readonly excerpt: Excerpt["pieces"] | null;
  readonly isCutBefore: boolean;
  readonly isCutAfter: boolean;
}

export interface PageHit extends Hit {
  readonly kind: "page";
  readonly pageId: string;
  readonly title: string;
  /** A title that the page had before, where it was found by that. */
  readonly former: string | null;
  readonly wikiId: string;
  /** The block in which the words stand; null: in none. */
  readonly block: string | null;
}

export interface CommentHit extends Hit {
  readonly kind: "comment";
  readonly commentId: string;
  readonly pageId: string;
  readonly title: string;
  readonly wikiId: string;
  readonly author: string;
  readonly at: Date;
}

export interface FileHit extends Hit {
  readonly kind: "file";
  readonly fileId: string;
  readonly name: string;
  /** Null: of the course. */
  readonly wikiId: string | null;
  /** A page that shows it, as far as the viewer may read one. */
  readonly pageId: string | null;
  readonly title: string | null;
}

/** Words that stand no more: what an entry took off its page. */
export interface PastHit extends Hit {
  readonly kind: "past";
  readonly pageId: string;
  readonly title: string;
  readonly wikiId: string;
  /** The entry in which they went, and by whom and when. */
  readonly went: EntryNamed;
  /** The entry in which the first of them came, if one wrote them on the same page. */
  readonly came: EntryNamed | null;
}

export interface EntryNamed {
  readonly number: number;
  readonly author: string | null;
  readonly at: Date;
}

export interface PersonHit {
  readonly kind: "person";
  readonly personId: string;
  readonly name: string;
  readonly role: string;
  readonly groups: readonly string[];
}

export interface AssignmentHit {
  readonly kind: "assignment";
  readonly assignmentId: string;
  readonly title: string;
}

export type AnyHit = PageHit | CommentHit | FileHit | PastHit | PersonHit | AssignmentHit;

/** A wiki that has hits, in the order of its best one. */
export interface WikiFound {
  readonly id: string;
  readonly name: string;
  readonly assignment: string;
}

export interface SearchFound {
  readonly pages: readonly PageHit[];
  readonly comments: readonly CommentHit[];
  readonly files: readonly FileHit[];
  readonly past: readonly PastHit[];
  readonly people: readonly PersonHit[];
  readonly assignments: readonly AssignmentHit[];
  readonly wikis: readonly WikiFound[];
  /** How many pages have the words, those that are not shown included. */
  readonly pageCount: number;
  /** The query as it was found, to be marked where a hit leads: slips mended, a space behind whole words. */
  readonly find: string;
  /** Words that were looked for in the place of what was typed, because that is nowhere. */
  readonly instead: readonly { readonly typed: string; readonly taken: readonly string[] }[];
  /** Whether the query was longer than what is looked for. */
  readonly isCut: boolean;
}

export interface PageNamed {
  readonly pageId: string;
  readonly title: string;
  readonly wiki: string;
}

export interface Offers {
  /** Pages that the viewer had before them last, the last one first. */
  readonly visited: readonly PageNamed[];
  /** Pages of which a draft of theirs is kept. */
  readonly writing: readonly PageNamed[];
}

/** A page that can be started, with the titles that are near to the one that was typed. */
export interface StartOffer {
  readonly wikiId: string;
  readonly wiki: string;
  readonly title: string;
  readonly near: readonly { readonly pageId: string; readonly title: string }[];
}

/** Pages that have a passage, or much of it. */
export interface AlikeFound {
  /** Words of the passage. */
  readonly words: number;
  /** Whether it has too few words to be told from chance. */
  readonly isTooShort: boolean;
  readonly pages: readonly AlikeDto[];
}

export interface AlikeDto {
  readonly pageId: string;
  readonly title: string;
  readonly wiki: string;
  /** Words of the page that are those of the passage. */
  readonly words: number;
  /** The page's text there; `isFound`: words that are those of the passage. */
  readonly text: readonly { readonly text: string; readonly isFound: boolean }[];
  /** The entries in which these words were written, on whatever page of the wiki. */
  readonly written: readonly (EntryNamed & { readonly pageId: string; readonly words: number })[];
}
