import type { Commented } from "@/data/comments/dto";

/** Why nothing came of it, in words. */
export const commentProblems: Record<Extract<Commented, { kind: "refused" }>["problem"]["code"], string> = {
  "not found": "This page, or the comment you answer, no longer exists. Your text is still in the field.",
  "passage not found":
    "These words are not on the page as you see it. Your text is still in the field; choose the passage again.",
  "may not settle": "You may not settle comments of others here.",
  "may not comment": "Commenting on this page has been closed. Your text is still in the field.",
  "not yours": "This is for its author to do.",
  withdrawn: "It is withdrawn. Restore it first.",
  "only looking":
    "You look at this as somebody else would: nothing is said in their name. Your text is still in the field.",
  "empty or too long": "A comment has between 1 and 5,000 characters.",
};
