import type { ContributionKind } from "@/core/assignment/kinds";

/** The kinds of contribution, and what each is. */
export const kindWords: Readonly<
  Record<ContributionKind, { readonly label: string; readonly about: string }>
> = {
  "new text": { label: "New text", about: "writing what was not there" },
  reworking: { label: "Reworking", about: "making teammates’ text better" },
  correcting: { label: "Correcting", about: "spelling and slips, anybody’s" },
  "structure and links": {
    label: "Structure and links",
    about: "order, headings, pages that lead to each other",
  },
  "sources and images": {
    label: "Sources and images",
    about: "finding them, and saying where they are from",
  },
  comments: { label: "Comments", about: "talking about the text, asking and answering" },
  upkeep: { label: "Upkeep", about: "restoring what got lost, keeping the wiki in order" },
};
