/**
 * Whether two words differ only by spelling, so that putting one for the other is a correction and not new
 * text.
 */

/** Below this length nearly every word is one letter away from another ("cat", "car"). */
const shortestWord = 4;
const hasDigit = /\p{Nd}/u;

/**
 * The most letters that may differ: one up to seven letters, two from eight, three from twelve. A swap of
 * neighbours counts once. Words with digits never qualify: another year or amount is another statement.
 */
export function isCorrection(before: string, after: string): boolean {
  const shorter = Math.min(before.length, after.length);
  if (shorter < shortestWord || before === after) return false;
  const most = shorter >= 12 ? 3 : shorter >= 8 ? 2 : 1;
  if (Math.abs(before.length - after.length) > most || differsWidely(before, after, most)) return false;
  return !hasDigit.test(before) && !hasDigit.test(after) && spellingDistance(before, after, most) <= most;
}

/** Between two words that are written without a space, some signs make one word of them. */
const joiners = ".:'’";

/**
 * Whether a word is another one with what stood behind it joined to it without a space, as at the end of a
 * paragraph.
 */
export function isJoined(before: string, after: string): boolean {
  return (
    after.length > before.length + 1 && after.startsWith(before) && joiners.includes(after[before.length]!)
  );
}

/** A quick answer for most pairs: one difference changes which letters a word has by two at most. */
function differsWidely(one: string, other: string, most: number): boolean {
  let different = lettersOf(one) ^ lettersOf(other);
  let count = 0;
  while (different !== 0) {
    different &= different - 1;
    if (++count > 2 * most) return true;
  }
  return false;
}

/** A bit for each letter that a word has, letters beyond the alphabet folded into it. */
function lettersOf(word: string): number {
  let bits = 0;
  for (let at = 0; at < word.length; at++) bits |= 1 << (word.charCodeAt(at) & 31);
  return bits;
}

/**
 * Insertions, removals, replacements and swaps of neighbours that turn one word into the other (optimal
 * string alignment distance), or `most + 1` if there are more than `most`. Counts UTF-16 code units.
 * O(length²) of what lies between the first and the last letter that differ.
 */
export function spellingDistance(one: string, other: string, most: number): number {
  if (Math.abs(one.length - other.length) > most) return most + 1;
  // What both begin and end with alike costs nothing, and is most of two words that differ by a slip.
  let from = 0;
  let [oneEnd, otherEnd] = [one.length, other.length];
  const shorter = Math.min(oneEnd, otherEnd);
  while (from < shorter && one.charCodeAt(from) === other.charCodeAt(from)) from++;
  while (oneEnd > from && otherEnd > from && one.charCodeAt(oneEnd - 1) === other.charCodeAt(otherEnd - 1)) {
    oneEnd--;
    otherEnd--;
  }
  if (oneEnd === from || otherEnd === from) return Math.max(oneEnd, otherEnd) - from;
  return distanceOf(one.slice(from, oneEnd), other.slice(from, otherEnd), most);
}

function distanceOf(one: string, other: string, most: number): number {
  let twoBack: number[] = [];
  let lastRow = Array.from({ length: other.length + 1 }, (_, j) => j);
  for (let i = 1; i <= one.length; i++) {
    const row = [i];
    for (let j = 1; j <= other.length; j++) {
      const replace = lastRow[j - 1]! + (one[i - 1] === other[j - 1] ? 0 : 1);
      let least = Math.min(replace, lastRow[j]! + 1, row[j - 1]! + 1);
      const swapped = i > 1 && j > 1 && one[i - 1] === other[j - 2] && one[i - 2] === other[j - 1];
      if (swapped) least = Math.min(least, twoBack[j - 2]! + 1);
      row.push(least);
    }
    if (Math.min(...row) > most) return most + 1;
    [twoBack, lastRow] = [lastRow, row];
  }
  return Math.min(lastRow[other.length]!, most + 1);
}
