/**
 * How densely a block was changed, and what a change costs there.
 *
 * Somebody who puts another sentence in the place of one leaves "the" and "of" behind by chance; somebody who
 * goes through a paragraph word by word leaves them on purpose. What tells the two apart is the rest of the
 * paragraph: where a change follows every third word, one more is nothing unusual, and "the" between two of
 * them is likelier to have stayed than to have come again by chance. So a change costs what it costs to say
 * where it begins and ends, by how often changes begin and end in this block: an adaptive code in the place
 * of a fixed one.
 */
import type { Matching } from "./matching";
import { came } from "./ways";

/**
 * What it takes to say where a change begins and ends in a block in which changes are as rare as the usual
 * costs suppose.
 */
const usualBits = 8;
/** Between two words that stayed no more than this went, or they are taken to come from two places. */
const longestChange = 12;

/**
 * What part of its usual cost a change has in a block, by what is known of it so far: 1 unless it was changed
 * all over. O(words).
 */
export function costOfChange({ fromBefore, how }: Matching, first: number, end: number): number {
  let known = 0,
    changes = 0,
    changed = 0,
    last = first - 1;
  for (let word = first; word < end; word++) {
    if (how[word] === came) continue;
    const here = word - last - 1;
    const gone =
      known === 0 ? 0 : Math.min(longestChange, Math.abs(fromBefore[word]! - fromBefore[last]! - 1));
    if (here > 0 || gone > 0) {
      changes++;
      changed += Math.max(here, gone);
    }
    known++;
    last = word;
  }
  if (last < end - 1) {
    changes++;
    changed += end - last - 1;
  }
  return costIn(known, changes, changed);
}

/** What a change costs in blocks of which little is known but that they were gone through word by word. */
export const costInDense = 0.4;
/** Up to this part of its usual cost, by what is known of a block before it is compared. */
const mostInDense = 0.8;

/**
 * Whether a block was gone through word by word, by the runs that only it and the one that it was have; a
 * block of which sentences were replaced has longer ones.
 */
export function isDenselyChanged(
  wordsBefore: number,
  wordsAfter: number,
  runs: readonly { readonly length: number }[],
): boolean {
  const known = runs.reduce((sum, { length }) => sum + length, 0);
  return costIn(known, runs.length, Math.max(wordsBefore, wordsAfter) - known) < mostInDense;
}

/**
 * What part of its usual cost a change has where so many words are known to have stayed, and others changed
 * in so many places.
 */
function costIn(known: number, changes: number, changed: number): number {
  if (changes === 0 || known === 0) return 1;
  return Math.min(1, (Math.log2(1 + known / changes) + Math.log2(1 + changed / changes)) / usualBits);
}
