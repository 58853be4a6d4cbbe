/** The columns of the class: which there are, which are shown at first, and in what order. */
import type { ContributionKind } from "@/core/assignment/kinds";
import { type ClassFigure, classFigures, definitionOf } from "@/core/credit/figure-table";

const besides = ["expected", "last", "looked"] as const;
export type Column = ClassFigure | (typeof besides)[number];
export const columns: readonly Column[] = [...classFigures, ...besides];

export const isFigure = (column: Column): column is ClassFigure =>
  !(besides as readonly string[]).includes(column);

/** Shown where nothing was chosen. */
const usual = columns.filter((column) => !isFigure(column) || definitionOf(column).column === "usual");

/** What each kind of contribution is seen in. */
const seenIn: Readonly<Record<ContributionKind, readonly Column[]>> = {
  "new text": ["share", "standing", "added", "lasting"],
  reworking: ["entriesOnOthersPages"],
  correcting: ["corrections"],
  "structure and links": ["moved", "links"],
  "sources and images": ["sources", "pictures"],
  comments: ["comments"],
  upkeep: ["restored"],
};

/**
 * The columns that are shown: those that were chosen, or the usual ones; what counts in the assignment comes
 * first.
 */
export function shownColumns(
  chosen: readonly Column[] | null,
  counts: readonly ContributionKind[],
): readonly Column[] {
  const first = counts.flatMap((kind) => seenIn[kind]);
  const wanted = new Set<Column>(chosen ?? [...first, ...usual]);
  const inOrder = [...new Set<Column>([...first, ...columns])];
  return inOrder.filter((column) => wanted.has(column));
}
