import type { LedgerAct } from "@/data/ledger/list";

/** What an act is called where a reader looks for it. */
export const ledgerActWords: Record<LedgerAct, string> = {
  wrote: "Added words", corrected: "Corrected spelling", moved: "Moved or brought over", restored: "Brought back", removed: "Took words out", restyled: "Restyled", page: "Started, renamed, removed",
};
