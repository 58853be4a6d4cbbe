/** Somebody who has the page open. */
export interface HereDto {
  readonly id: string;
  readonly name: string;
  readonly isWriting: boolean;
  /** The heading that they are near, by its block's id; null: not known. */
  readonly near: string | null;
}

/** What somebody who has a page open is told while it is so. */
export type LiveEvent =
  /** The stream's own name, by which its window says where it is. */
  | { readonly kind: "open"; readonly id: string }
  /**
   * Who is here, without the one who is told, those who write first; of very many so many are named, and
   * `more` are there besides.
   */
  | { readonly kind: "here"; readonly people: readonly HereDto[]; readonly more: number }
  /** The page has a newer entry, of somebody else. */
  | { readonly kind: "entry"; readonly number: number; readonly by: string }
  /** Somebody else said something here. */
  | { readonly kind: "comment"; readonly by: string }
  /** They have too many windows open: this one is told no more until it is looked at again. */
  | { readonly kind: "enough" }
  /** They may not read it any more, or are signed out. */
  | { readonly kind: "closed" };
