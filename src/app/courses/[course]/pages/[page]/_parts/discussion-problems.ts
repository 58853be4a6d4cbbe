import type { DiscussionMarked } from "@/data/comments/dto";

/** Why a passage was not marked as discussion, or not unmarked, in words. */
export const discussionProblems: Record<
  Extract<DiscussionMarked, { kind: "refused" }>["problem"]["code"],
  string
> = {
  "not found": "It no longer exists. Reload the page.",
  "passage not found": "These words are not on the page as you see it. Choose the passage again.",
  "marked already": "All of these words count as discussion already.",
  "may not": "Only those who run the course say what counts as discussion.",
  "only looking": "You look at this as somebody else would: nothing is marked in their name.",
};
