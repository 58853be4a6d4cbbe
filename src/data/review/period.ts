/** The time that figures are about. */
export interface Period {
  /** Included; null: from the beginning. */
  readonly from: Date | null;
  /** Excluded: what came at it or later is as if it had never been. Null: to this day. */
  readonly until: Date | null;
  /**
   * Each line of the ledger up to its author's own cut-off or due time: the assignment's, or a later one
   * where more time was given.
   */
  readonly eachAt?: "cut-off" | "due";
  /** What came after the cut-off was counted in by whoever looks. */
  readonly withLater?: true;
}

export const allTime: Period = { from: null, until: null };
export const atCutOff: Period = { from: null, until: null, eachAt: "cut-off" };
export const atDue: Period = { from: null, until: null, eachAt: "due" };

/**
 * The same end, from the beginning: what is found in somebody's work is found in all of it, and not in a
 * part.
 */
export const fromTheBeginning = (period: Period): Period => ({ ...period, from: null });
