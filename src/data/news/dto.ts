import type { Act } from "@/core/credit/acts";

/** Something that others did on a page: one sitting of entries, or a comment. */
export interface HappeningDto {
  readonly kind: "entries" | "comment" | "answer";
  /** What was done; of a sitting in which several things were done to a text, that it was written on. */
  readonly did: Act | "comment" | "answer";
  readonly person: string;
  readonly pageId: string;
  readonly page: string;
  readonly wikiId: string;
  /** With its assignment behind it where another wiki that is watched has the same name. */
  readonly wiki: string;
  /** The newest of the sitting. */
  readonly at: Date;
  readonly count: number;
  /** The newest entry's number, and the one before the sitting; null for comments. */
  readonly number: number | null;
  readonly since: number | null;
  /** The comment's id, and how it begins; null for entries. */
  readonly commentId: string | null;
  readonly words: string | null;
  /** Whether a comment names the viewer. */
  readonly namesViewer: boolean;
  /** Whether it came after the viewer had the page before them last. */
  readonly isUnread: boolean;
}

export type NewsMail = "never" | "daily" | "at once";

export interface NewsDto {
  readonly happenings: readonly HappeningDto[];
  /** What lies further back begins before this moment; null: there is nothing more. */
  readonly next: Date | null;
  /** The wikis that are watched, and whether the viewer hears of them. */
  readonly wikis: readonly { readonly id: string; readonly name: string; readonly isMuted: boolean }[];
  readonly mutedPages: readonly { readonly id: string; readonly title: string }[];
  readonly mail: NewsMail;
  /** The address of the viewer's feed, which anybody can read who has it; null: there is none. */
  readonly feed: string | null;
}
