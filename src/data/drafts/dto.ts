import type { PageDocument } from "@/core/document/model";

/**
 * Text that was typed and not saved, as it is kept on the server and on the machine on which it was typed.
 */
export interface DraftDto {
  /** When it was typed, as ISO 8601. */
  readonly at: string;
  /** The entry that it was begun from; 0 for a page that is being started. */
  readonly base: number;
  readonly title: string;
  readonly note: string;
  readonly document: PageDocument;
}
