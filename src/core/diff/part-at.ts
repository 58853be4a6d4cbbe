/**
 * Which part of a text a word lies in: `starts` has the first word of each, ascending, and at the end the
 * number of all words. O(log parts).
 */
export function partAt(starts: Int32Array, word: number): number {
  let low = 0,
    high = starts.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (starts[middle]! <= word) low = middle;
    else high = middle;
  }
  return low;
}
