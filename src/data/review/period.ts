/** The time that figures are about. */
export interface Period {
  /** Included; null: from the beginning. */
  readonly from: Date | null;
  /** Excluded: what came at it or later is as if it had never been. Null: to this day. */
  readonly until: Date | null;
}

export const allTime: Period = { from: null, until: null };
