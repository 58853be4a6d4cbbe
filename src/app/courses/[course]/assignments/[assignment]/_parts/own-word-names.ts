import type { OwnWordDto } from "@/data/review/own-words";

/** What a student says beside the record, by its kind. */
export const ownWordNames: Readonly<Record<OwnWordDto["kind"], string>> = {
  "stands for": "Stands for",
  "done outside": "Done outside the wiki",
  objection: "An objection",
};
