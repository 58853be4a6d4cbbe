import type { PageDocument } from "@/core/document/model";

/**
 * Text that was typed and not saved, as it is kept on the server and on the machine on which it was typed.
 */
export interface DraftDto extends Partial<Typed> {
  /** When it was typed, as ISO 8601. */
  readonly at: string;
  /** The entry that it was begun from; 0 for a page that is being started. */
  readonly base: number;
  readonly title: string;
  readonly note: string;
  readonly document: PageDocument;
}

/** How far somebody had come with typing. */
export interface Typed {
  /** Names one opening of an editor. */
  readonly session: string;
  /** How many changes were made in it. */
  readonly step: number;
}

/** What has been saved of a page lately, by which a draft that was left behind is told what became of it. */
export interface SavedLately {
  /** Who saved each of the newest entries; "you" is the viewer. */
  readonly entries: readonly {
    readonly number: number;
    readonly author: string | null;
    readonly isOwn: boolean;
  }[];
  /** What the viewer has saved, by the opening of the editor. */
  readonly own: readonly Typed[];
}

/** A comment or an answer that was begun and not sent. */
export interface RemarkDraftDto extends Partial<Typed> {
  /** "page", or "answer" or "edit" with the comment's id. */
  readonly place: string;
  readonly body: string;
  /** The passage that it is about; null: the whole page, or what it answers. */
  readonly about: { readonly quote: string; readonly near: number } | null;
  /** When it was typed, as ISO 8601. */
  readonly at: string;
}
