import type { EntryFigures } from "@/core/credit/account";

interface Told {
  readonly kind: "started" | "wrote" | "restored";
  readonly restoredFrom: number | null;
  readonly figures: EntryFigures;
}

/** What kind of act an entry was: "Wrote", "Moved", "Corrected", "Restored entry 3". */
export function entryKindWords({ kind, restoredFrom, figures }: Told): string {
  if (kind === "started") return "Started the page";
  if (kind === "restored") return `Restored entry ${restoredFrom ?? ""}`.trim();
  const { added, carried, restored, moved, corrected, restyled, wordsOut } = figures;
  if (added > 0) return "Wrote";
  if (carried > 0) return "Brought text over";
  if (restored > 0) return "Brought text back";
  if (moved > 0) return "Moved text";
  if (corrected > 0) return "Corrected";
  if (wordsOut > 0) return "Removed text";
  return restyled > 0 ? "Restyled" : "Changed";
}

/** The figures of an entry that are not nought, in the order of the account. */
export function entryAccount(figures: EntryFigures): { readonly label: string; readonly words: number }[] {
  const lines = [
    { label: "added", words: figures.added },
    { label: "carried over", words: figures.carried },
    { label: "restored", words: figures.restored },
    { label: "moved", words: figures.moved },
    { label: "corrected", words: figures.corrected },
    { label: "own words removed", words: figures.removedOwn },
    { label: "others’ words removed", words: figures.removedOthers },
    { label: "starter words removed", words: figures.removedStarter },
    { label: "blocks restyled", words: figures.restyled },
  ];
  return lines.filter((line) => line.words > 0);
}
