/**
 * Sittings in a ledger: what one person saved on one page without a long pause, and without anybody coming
 * between.
 */

/** Acts closer than this are of one sitting. In milliseconds. */
export const sittingGap = 30 * 60 * 1000;

export interface SatLine {
  readonly at: Date;
  readonly authorId: string | null;
  readonly pageId: string;
}

/**
 * Folds lines, newest first, into sittings, whose lines are newest first too. Together they are the lines
 * given, in their order. O(lines).
 */
export function foldSittings<Line extends SatLine>(lines: readonly Line[]): Line[][] {
  const sittings: Line[][] = [];
  for (const line of lines) {
    const later = sittings.at(-1)?.at(-1);
    const continues =
      later &&
      later.authorId !== null &&
      later.authorId === line.authorId &&
      later.pageId === line.pageId &&
      later.at.getTime() - line.at.getTime() < sittingGap;
    if (continues) sittings.at(-1)!.push(line);
    else sittings.push([line]);
  }
  return sittings;
}
