/**
 * How much work and memory the engine spends, in one place. Past a budget the answer is coarser, and still
 * correct: what is not looked at counts as new. Ordinary pages stay far below all of these; the texts that
 * reach them repeat themselves, or are made to be slow. Rules that decide whose a word is stand beside the
 * code that asks them.
 */

// Comparing two texts.
/**
 * The most differences that one exact comparison may find. Time and memory grow with its square: 8 KB, a few
 * thousand steps.
 */
export const editBudget = 64;
/** How often a range may be cut where it is the same, and its parts compared again. */
export const deepestCut = 4;
/**
 * Two stretches of which so many pairs of words can be tried are first asked whether they share a word: most
 * do not.
 */
export const fewPairs = 400;
/** A wider gap between two known words is not filled: many gaps may ask for the same words. */
export const widestGap = 400;
/**
 * How often a block that was changed all over is gone through: what is found shows how densely it was
 * changed.
 */
export const mostFillings = 3;
/** How often moved runs are looked for: each time less is left, and what is left has to prove less. */
export const mostMoveRounds = 4;

// Searching the wiki.
/** Three words that stand in more places of the target than this do not tell which of the places is meant. */
export const mostPlaces = 12;
/** More runs than this are found only in texts that repeat themselves. */
export const mostRuns = 20_000;
/** The words of all runs together, as a multiple of the words of all texts. */
export const mostEffort = 8;
/**
 * Where more words than this are to be explained, every second triple of a source is looked up: runs of three
 * are chance there.
 */
export const longTarget = 500;
/**
 * So many runs are joined to chains: there are more only where thousands of new words are made of common
 * phrases.
 */
export const mostLinked = 500;
/** Runs with so many words on one diagonal are never left out, however many runs there are. */
export const mostCounted = 64;
/** So many words always prove enough, if they are found at all. */
export const longSample = 40;
/**
 * A sentence is not looked through beyond so many times the words of a chain: nearly all of it is unexplained
 * then.
 */
export const widestAround = 32;
/** Pairs are counted for one run after the other up to so many runs, and then for all at once. */
export const fewRuns = 4;

// Remembering.
/** So many last states of a page may be brought back with changes. */
export const mostStates = 24;
/** So many of them, those that share most blocks with the page now, are compared with it word by word. */
export const mostCompared = 3;
/** So many pairs of words that came are enough to tell whether a state may have come back. */
export const mostPairs = 256;
/** A page is known again in a state that it had at most so many entries of the wiki ago. */
export const longestRecall = 5000;
/** A kept state may rest on so many others, each written as its difference from the one before. */
export const deepestKept = 32;
/**
 * The most removed words that a page remembers. At 16,000 words, all of a page of 3,000 must have been
 * replaced five times over before anything is forgotten. What the last entry removed is never forgotten at
 * once.
 */
export const mostRemembered = 16_000;
export const forgottenAtOnce = 2000;
/**
 * The most runs of removed words. Pages that are written as people write have a thousand, and two thousand
 * after as many entries; past 3,000, single words were changed everywhere, entry by entry, and prove next to
 * nothing any more.
 */
export const mostRememberedRuns = 3000;
export const runsForgottenAtOnce = 1500;
/** So many runs away, a removed run is no longer looked for that another goes on from. */
export const mostRunsBetween = 64;
/**
 * So many earlier spellings of a page's words are remembered: older ones count as new corrections when they
 * come back.
 */
export const mostSpellings = 400;
