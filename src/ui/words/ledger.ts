import type { LedgerAct } from "@/data/ledger/dto";

/** What an act is called where a reader looks for it. */
export const ledgerActWords: Record<LedgerAct, string> = {
  wrote: "added words",
  corrected: "corrected spelling",
  moved: "moved or brought over",
  restored: "restored",
  removed: "took words out",
  restyled: "restyled",
  page: "started, renamed or removed a page",
};
