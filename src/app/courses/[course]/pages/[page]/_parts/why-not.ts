/** Why nothing came of what was said or marked, in words: loaded when it is needed, which it rarely is. */
import type { Commented, DiscussionMarked } from "@/data/comments/dto";

type CodeOf<Answer extends { readonly kind: string }> =
  Extract<Answer, { kind: "refused" }> extends { readonly problem: { readonly code: infer Code } }
    ? Code
    : never;

export const whyNotCommented = async (code: CodeOf<Commented>): Promise<string> =>
  (await import("./comment-problems")).commentProblems[code];

export const whyNotMarked = async (code: CodeOf<DiscussionMarked>): Promise<string> =>
  (await import("./discussion-problems")).discussionProblems[code];
