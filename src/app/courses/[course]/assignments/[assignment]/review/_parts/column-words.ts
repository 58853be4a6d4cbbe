import { figureWords } from "@/ui/words/figures";
import { type Column, isFigure } from "./columns";

interface ColumnWords {
  readonly label: string;
  /** What one puts the class into the order of. */
  readonly order: string;
}

const besides: Readonly<Record<"expected" | "last" | "looked", ColumnWords>> = {
  expected: { label: "Expected", order: "what is met of what is expected" },
  last: { label: "Last at work", order: "when they were last at work" },
  looked: { label: "Looked at", order: "" },
};

export function columnWords(column: Column): ColumnWords {
  if (!isFigure(column)) return besides[column];
  const { label, order = label.toLowerCase() } = figureWords[column];
  return { label, order };
}

/** Columns whose figure has a picture in a cell of its own. */
export const isPictured = (column: Column) => column === "share" || column === "activeDays";
