/**
 * The kinds of contribution of which an assignment can say that they count: said before students start, and
 * no score.
 */
export const contributionKinds = [
  "new text",
  "reworking",
  "correcting",
  "structure and links",
  "sources and images",
  "comments",
  "upkeep",
] as const;
export type ContributionKind = (typeof contributionKinds)[number];
