/** What an entry did, in one word: told wherever there is no room for its account. */
import type { EntryFigures } from "./account";

/** What the ledger calls an entry (see `ledger/chain.ts`). */
type EntryKind = "started" | "wrote" | "restored" | "renamed" | "removed" | "brought back";

/** Acts on a page's text, told from what the entry brought most of worth: new words first. */
export const textActs = [
  "wrote",
  "text brought over",
  "text brought back",
  "text moved",
  "corrected",
  "text removed",
  "restyled",
  "changed",
] as const;
/** Acts on a page as a whole. */
export const pageActs = ["started", "copied", "restored", "renamed", "removed", "brought back"] as const;
export const acts = [...textActs, ...pageActs] as const;
export type Act = (typeof acts)[number];

export function actOf(
  kind: EntryKind,
  {
    added,
    carried,
    restored,
    moved,
    corrected,
    restyled,
    wordsOut,
    movedAway = 0,
  }: EntryFigures & { readonly movedAway?: number },
): Act {
  // A page whose text stood elsewhere in the wiki already was copied, or taken over from another.
  if (kind === "started") return added === 0 && carried > 0 ? "copied" : "started";
  if (kind !== "wrote") return kind;
  if (added > 0) return "wrote";
  if (carried > 0) return "text brought over";
  if (restored > 0) return "text brought back";
  if (moved > 0 || (movedAway > 0 && 2 * movedAway >= wordsOut)) return "text moved";
  if (corrected > 0) return "corrected";
  if (wordsOut > 0) return "text removed";
  return restyled > 0 ? "restyled" : "changed";
}

export const isTextAct = (act: Act): boolean => (textActs as readonly string[]).includes(act);
