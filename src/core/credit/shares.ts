/** A group's figures from its members' standing words. */

/**
 * Each member's part of the members' standing words, from 0 to 1; null where nobody has any.
 * `unassigned` words stand in the sum but belong to no member yet.
 */
export function shares(standing: readonly number[], unassigned = 0): (number | null)[] {
  const sum = standing.reduce((total, words) => total + words, unassigned);
  return standing.map((words) => (sum > 0 ? words / sum : null));
}

/**
 * Parts as whole per cent that add up to what the parts add up to, rounded: each is rounded down, and the
 * missing units go to the largest remainders (the method of Hamilton), the earlier one first among equals.
 * Nulls stay null.
 */
export function wholePercents(parts: readonly (number | null)[]): (number | null)[] {
  const exact = parts.map((part) => (part === null ? null : part * 100));
  const floors = exact.map((each) => (each === null ? null : Math.floor(each)));
  const sum = (values: readonly (number | null)[]) =>
    values.reduce<number>((total, each) => total + (each ?? 0), 0);
  const missing = Math.round(sum(exact)) - sum(floors);
  const byRemainder = exact
    .map((each, index) => ({ index, remainder: each === null ? -1 : each - Math.floor(each) }))
    .sort((one, other) => other.remainder - one.remainder || one.index - other.index);
  const raised = new Set(byRemainder.slice(0, missing).map(({ index }) => index));
  return floors.map((each, index) => (each === null ? null : each + (raised.has(index) ? 1 : 0)));
}

/**
 * How evenly the members share their standing words, from 0 (one has all) to 1 (all have the same): Shannon's
 * evenness, -Σ p ln p / ln n. Null for fewer than two members or no words.
 * Source: Pielou, "The measurement of diversity in different types of biological collections" (1966).
 */
export function balance(standing: readonly number[]): number | null {
  const sum = standing.reduce((total, words) => total + words, 0);
  if (standing.length < 2 || sum === 0) return null;
  const entropy = standing.reduce(
    (total, words) => (words > 0 ? total - (words / sum) * Math.log(words / sum) : total),
    0,
  );
  return entropy / Math.log(standing.length);
}
