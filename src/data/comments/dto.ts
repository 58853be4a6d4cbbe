/** The most characters that a comment may have. */
import type { RefusedFor } from "../refusal";
export const longestComment = 5000;

export type Commented =
  | { readonly kind: "commented"; readonly id: string }
  | RefusedFor<
      | "not found"
      | "passage not found"
      | "may not comment"
      | "may not settle"
      | "not yours"
      | "withdrawn"
      | "only looking"
      | "empty or too long"
    >;

/** The passage that a comment is about: what it said, after which entry, and where its text stands now. */
export interface PassageDto {
  readonly quote: string;
  readonly entry: number;
  readonly stands:
    /** Words of the page that is shown, by number: `from` included, `to` excluded. */
    | { readonly kind: "here"; readonly from: number; readonly to: number }
    | { readonly kind: "on"; readonly pageId: string; readonly title: string }
    /** Its text stands on no page of the wiki that the viewer may read. */
    | { readonly kind: "gone" };
}

export type DiscussionMarked =
  | { readonly kind: "marked"; readonly id: string }
  | RefusedFor<"not found" | "passage not found" | "marked already" | "may not" | "only looking">;

/**
 * A passage that counts as discussion, and where its words stand on the page that is shown: by number, `to`
 * excluded.
 */
export interface DiscussionDto {
  readonly id: string;
  readonly quote: string;
  readonly by: string;
  readonly at: Date;
  readonly words: number;
  readonly stands: readonly { readonly from: number; readonly to: number }[];
}
