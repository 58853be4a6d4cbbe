import { reviewFigureWords } from "@/ui/words/figures";
import type { Column } from "./columns";

interface ColumnWords {
  readonly label: string;
  /** What one puts the class into the order of. */
  readonly order: string;
  /** Cells that the column is wide. */
  readonly cells: number;
  readonly isNumber: boolean;
}

const figure = (name: keyof typeof reviewFigureWords, order: string, cells = 1): ColumnWords => ({ label: reviewFigureWords[name].label, order, cells, isNumber: true });

export const columnWords: Readonly<Record<Column, ColumnWords>> = {
  share: { ...figure("share", "share", 2), isNumber: false }, standing: figure("standing", "standing words"), added: figure("added", "added words"), addedLate: figure("addedLate", "words added late"), lasting: figure("lasting", "the part that lasted"),
  entries: figure("entries", "entries"), activeDays: { ...figure("activeDays", "active days", 2), isNumber: false }, entriesOnOthersPages: figure("entriesOnOthersPages", "entries on others’ pages"), corrections: figure("corrections", "corrected words"),
  moved: figure("moved", "moved words"), restored: figure("restored", "restored words"), comments: figure("comments", "comments"),
  links: figure("links", "links"), pictures: figure("pictures", "pictures"), sources: figure("sources", "sources"),
  expected: { label: "Expected", order: "what is met of what is expected", cells: 1, isNumber: true }, last: { label: "Last at work", order: "when they were last at work", cells: 1, isNumber: false }, looked: { label: "Looked at", order: "", cells: 1, isNumber: false },
};
