/**
 * Words put in the place of others that differ from them only by spelling.
 *
 * A correction stands where its misspelling stood. In a stretch of several replaced words at least half of
 * them must pair up: among the words of a sentence that was replaced by another, "plant" meets "plan" by
 * chance.
 */
import type { Vocabulary } from "../text/vocabulary";
import type { Range } from "./range";
import type { Sequence } from "./sequence";
import { isCorrection, isJoined } from "../text/spelling";
import { came, corrected, kept } from "./ways";

/** The longest stretch of replaced words that is searched for corrections; a longer one is a rewrite. */
const longestCorrected = 12;

/** One was put for the other by its spelling, or by a space that came or went. */
const isRespelled = (before: string, after: string) =>
  isCorrection(before, after) || isJoined(before, after) || isJoined(after, before);

/**
 * Room for the words of one stretch that pair up: asked for anew for every two words that were replaced, it
 * would take longer than they do.
 */
const matches = new Int32Array(longestCorrected),
  corrections = new Int32Array(longestCorrected);

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
  for (let afterAt = changed.bFrom; afterAt < changed.bTo;) {
    if (how[afterAt] !== came) {
      if (how[afterAt] === kept) beforeAt = fromBefore[afterAt]! + 1;
      afterAt++;
      continue;
    }
    const afterFrom = afterAt;
    while (afterAt < changed.bTo && how[afterAt] === came) afterAt++;
    let beforeTo = beforeAt;
    while (beforeTo < toAfter.length && toAfter[beforeTo]! < 0 && beforeTo - beforeAt <= longestCorrected)
      beforeTo++;
    const longer = Math.max(afterAt - afterFrom, beforeTo - beforeAt);
    if (longer > longestCorrected) {
      retyped(before, after, folded, { beforeAt, afterFrom, afterTo: afterAt }, result);
      continue;
    }
    let next = beforeAt,
      count = 0;
    for (let word = afterFrom; word < afterAt; word++) {
      let match = next;
      while (match < beforeTo && !isRespelled(folded[before.words[match]!]!, folded[after.words[word]!]!))
        match++;
      if (match === beforeTo) continue;
      matches[count] = match;
      corrections[count++] = word;
      next = match + 1;
    }
    if (2 * count < longer) continue;
    for (let each = 0; each < count; each++) {
      const from = matches[each]!,
        to = corrections[each]!;
      fromBefore[to] = from;
      toAfter[from] = to;
      how[to] = corrected;
    }
  }
}

/**
 * Of a long stretch so many words must be others spelt differently, one behind the other: then it was typed
 * again, and is no other text.
 */
const partRetyped = 0.9;
/** So many words may come between two that pair up. */
const mostBetween = 2;

/**
 * A long text that was put in the place of another word by word, each spelt a little differently. O(stretch).
 */
function retyped(
  before: Sequence,
  after: Sequence,
  folded: readonly string[],
  { beforeAt, afterFrom, afterTo }: { beforeAt: number; afterFrom: number; afterTo: number },
  { fromBefore, toAfter, how }: Matching,
): void {
  const length = afterTo - afterFrom,
    most = Math.ceil(length / partRetyped);
  let beforeTo = beforeAt;
  while (beforeTo < toAfter.length && toAfter[beforeTo]! < 0 && beforeTo - beforeAt <= most) beforeTo++;
  const longer = Math.max(length, beforeTo - beforeAt);
  if (Math.min(length, beforeTo - beforeAt) < partRetyped * longer) return;
  const pairs: [from: number, to: number][] = [];
  let next = beforeAt,
    missed = 0;
  for (let word = afterFrom; word < afterTo; word++) {
    let match = next;
    while (
      match < beforeTo &&
      match <= next + mostBetween &&
      !isCorrection(folded[before.words[match]!]!, folded[after.words[word]!]!)
    )
      match++;
    if (match < beforeTo && match <= next + mostBetween) {
      pairs.push([match, word]);
      next = match + 1;
    } else if (++missed > (1 - partRetyped) * longer) return;
    else if (next < beforeTo) next++;
  }
  if (pairs.length < partRetyped * longer) return;
  for (const [from, to] of pairs) {
    fromBefore[to] = from;
    toAfter[from] = to;
    how[to] = corrected;
  }
}
