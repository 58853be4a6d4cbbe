/** What stands between a word and the one before it, from nothing to the edge of a block. */
export const noBreak = 0;
export const clauseBreak = 1;
export const sentenceBreak = 2;
export const blockBreak = 3;
