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
 * How evenly the members share their standing words, from 0 (one has all) to 1 (all have the same): Shannon's
 * evenness, -Σ p ln p / ln n. Null for fewer than two members or no words.
 * Source: Pielou, "The measurement of diversity in different types of biological collections" (1966).
 */
export function balance(standing: readonly number[]): number | null {
  const sum = standing.reduce((total, words) => total + words, 0);
  if (standing.length < 2 || sum === 0) return null;
  const entropy = standing.reduce((total, words) => (words > 0 ? total - (words / sum) * Math.log(words / sum) : total), 0);
  return entropy / Math.log(standing.length);
}
