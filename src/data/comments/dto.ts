/** The most characters that a comment may have. */
export const longestComment = 5000;

export type Commented =
  | { readonly kind: "commented"; readonly id: string }
  | { readonly kind: "refused"; readonly code: "not found" | "may not comment" | "may not settle" | "not yours" | "withdrawn" | "only looking" | "empty or too long" };
