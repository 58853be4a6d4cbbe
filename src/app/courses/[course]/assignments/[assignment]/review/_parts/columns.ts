/** The columns of the class: which there are, which are shown at first, and in what order. */
import type { ContributionKind } from "@/core/assignment/kinds";
import type { ReviewFigure } from "@/data/review/dto";

export const columns = ["share", "standing", "added", "addedLate", "lasting", "entries", "activeDays", "entriesOnOthersPages", "corrections", "moved", "restored", "links", "pictures", "sources", "comments", "expected", "last", "looked"] as const satisfies readonly (ReviewFigure | "expected" | "last" | "looked")[];
export type Column = (typeof columns)[number];

/** Shown where nothing was chosen. */
const usual: readonly Column[] = ["share", "standing", "added", "lasting", "entries", "activeDays", "entriesOnOthersPages", "comments", "expected", "last", "looked"];

/** What each kind of contribution is seen in. */
const seenIn: Readonly<Record<ContributionKind, readonly Column[]>> = {
  "new text": ["share", "standing", "added", "lasting"], reworking: ["entriesOnOthersPages"], correcting: ["corrections"], "structure and links": ["moved", "links"], "sources and images": ["sources", "pictures"], comments: ["comments"], upkeep: ["restored"],
};

/** The columns that are shown: those that were chosen, or the usual ones; what counts in the assignment comes first. */
export function shownColumns(chosen: readonly Column[] | null, counts: readonly ContributionKind[]): readonly Column[] {
  const first = counts.flatMap((kind) => seenIn[kind]);
  const wanted = new Set<Column>(chosen ?? [...first, ...usual]);
  const inOrder = [...new Set<Column>([...first, ...columns])];
  return inOrder.filter((column) => wanted.has(column));
}
