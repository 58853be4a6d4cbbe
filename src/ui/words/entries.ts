import type { EntryFigures } from "@/core/credit/account";
import type { KnownFigures } from "@/core/credit/routes";
import { actOf } from "@/core/credit/acts";
import type { ThingKind } from "@/core/document/things";
import type { EntryKind } from "@/core/ledger/chain";
import { counted, listed, number } from "./counts";
import type { FigureName } from "./figures";

interface Told {
  readonly kind: EntryKind;
  readonly title: string;
  readonly restoredFrom: number | null;
  readonly figures: EntryFigures | KnownFigures;
}

/** What kind of act an entry was: "Wrote", "Moved", "Corrected", "Restored entry 3". */
export function entryKindWords({ kind, title, restoredFrom, figures }: Told): string {
  const act = actOf(kind, figures);
  switch (act) {
    case "started":
      return "Started the page";
    case "copied":
      return "Started the page with text from elsewhere in the wiki";
    case "restored":
      return `Restored entry ${restoredFrom ?? ""}`.trim();
    case "renamed":
      return `Renamed the page to “${title}”`;
    case "removed":
      return "Removed the page";
    case "brought back":
      return "Restored the page";
    case "wrote":
      return "Wrote";
    case "text brought over":
      return "Brought text over";
    case "text brought back":
      return "Restored text";
    case "text moved":
      return "Moved text";
    case "corrected":
      return "Corrected";
    case "text removed":
      return "Removed text";
    case "restyled":
      return "Restyled";
    case "changed":
      return "Changed";
    default:
      return act satisfies never;
  }
}

/**
 * The note that an entry's author gave it; "" for acts whose note says no more than what was done, and for
 * starter text.
 */
export function authorsNote({
  kind,
  note,
  author,
}: {
  readonly kind: EntryKind;
  readonly note: string;
  readonly author: string | null;
}): string {
  return author !== null && (kind === "wrote" || kind === "started") ? note : "";
}

interface AccountLine {
  readonly label: string;
  readonly words: number;
  /** What it is explained as. */
  readonly figure: FigureName;
}

/** The figures of an entry that are not nought, in the order of the account. */
export function entryAccount(figures: EntryFigures | KnownFigures): AccountLine[] {
  const lines: AccountLine[] = [
    { label: "added", words: figures.added, figure: "added" },
    { label: "carried over", words: figures.carried, figure: "carried" },
    { label: "restored", words: figures.restored, figure: "restored" },
    { label: "moved", words: figures.moved, figure: "moved" },
    { label: "corrected", words: figures.corrected, figure: "corrections" },
    ...("movedAway" in figures
      ? [{ label: "moved to other pages", words: figures.movedAway, figure: "carried" as const }]
      : []),
    { label: "own words removed", words: figures.removedOwn, figure: "removedOwn" },
    { label: "others’ words removed", words: figures.removedOthers, figure: "removedOthers" },
    { label: "starter words removed", words: figures.removedStarter, figure: "removedStarter" },
    { label: "blocks restyled", words: figures.restyled, figure: "restyled" },
  ];
  return lines.filter((line) => line.words > 0);
}

const changes: Partial<Record<FigureName, (words: string) => string>> = {
  added: (words) => `${words} added`,
  carried: (words) => `${words} brought over`,
  restored: (words) => `${words} restored`,
  moved: (words) => `${words} moved`,
  corrections: (words) => `${words} corrected`,
  removedOwn: (words) => `${words} of your own removed`,
  removedOthers: (words) => `${words} of others removed`,
  removedStarter: (words) => `${words} of the starter text removed`,
};

/** The same to its author, as part of a sentence: "3 words added and 1 word of others removed". */
export function savedAccount(figures: EntryFigures | KnownFigures): string {
  return listed(
    entryAccount(figures).map(({ figure, words }) =>
      figure === "restyled"
        ? `${counted(words, "block")} restyled`
        : (changes[figure]?.(counted(words, "word")) ?? ""),
    ),
  );
}

/** Kinds of things, several of them. */
export const thingNames: Readonly<Record<ThingKind, string>> = {
  link: "links",
  picture: "pictures",
  source: "sources",
  equation: "equations",
  table: "tables",
  file: "files",
};

/** "+2 −1": how many came and went. */
export function cameAndWent({ came, went }: { readonly came: number; readonly went: number }): string {
  return [...(came > 0 ? [`+${number(came)}`] : []), ...(went > 0 ? [`−${number(went)}`] : [])].join(" ");
}
