/**
 * Words put in the place of others that differ from them only by spelling.
 *
 * A correction stands where its misspelling stood. In a stretch of several replaced words at least half of them must
 * pair up: among the words of a sentence that was replaced by another, "plant" meets "plan" by chance.
 */
import type { Vocabulary } from "../text/vocabulary";
import type { Range } from "./align";
import type { Sequence } from "./sequence";
import { isCorrection } from "../text/spelling";
import { came, corrected, kept } from "./ways";

/** The longest stretch of replaced words that is searched for corrections; a longer one is a rewrite. */
const longestCorrected = 12;

/** Room for the words of one stretch that pair up: asked for anew for every two words that were replaced, it would take longer than they do. */
const matches = new Int32Array(longestCorrected), corrections = new Int32Array(longestCorrected);

interface Matching {
  readonly fromBefore: Int32Array;
  readonly toAfter: Int32Array;
  readonly how: Uint8Array;
  readonly changed: Range;
}

/** Continues corrected words in `result`. O(changed words). */
export function correct(before: Sequence, after: Sequence, { folded }: Vocabulary, result: Matching): void {
  const { fromBefore, toAfter, how, changed } = result;
  let beforeAt = changed.aFrom;
  for (let afterAt = changed.bFrom; afterAt < changed.bTo; ) {
    if (how[afterAt] !== came) {
      if (how[afterAt] === kept) beforeAt = fromBefore[afterAt]! + 1;
      afterAt++;
      continue;
    }
    const afterFrom = afterAt;
    while (afterAt < changed.bTo && how[afterAt] === came) afterAt++;
    let beforeTo = beforeAt;
    while (beforeTo < toAfter.length && toAfter[beforeTo]! < 0 && beforeTo - beforeAt <= longestCorrected) beforeTo++;
    const longer = Math.max(afterAt - afterFrom, beforeTo - beforeAt);
    if (longer > longestCorrected) continue;
    let next = beforeAt, count = 0;
    for (let word = afterFrom; word < afterAt; word++) {
      let match = next;
      while (match < beforeTo && !isCorrection(folded[before.words[match]!]!, folded[after.words[word]!]!)) match++;
      if (match === beforeTo) continue;
      matches[count] = match;
      corrections[count++] = word;
      next = match + 1;
    }
    if (2 * count < longer) continue;
    for (let each = 0; each < count; each++) {
      const from = matches[each]!, to = corrections[each]!;
      fromBefore[to] = from;
      toAfter[from] = to;
      how[to] = corrected;
    }
  }
}
