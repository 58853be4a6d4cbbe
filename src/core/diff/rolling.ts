/**
 * Rolling hashes: of so many words one behind the other, from that of the words one place before (Karp and
 * Rabin, "Efficient randomized pattern-matching algorithms", 1987).
 */

/** What a hash is multiplied by when the next word comes. */
export const factor = 0x9e3779b1;

/** What the first of `length` words is multiplied by when the next word has come and it leaves. */
export function factorOfFirst(length: number): number {
  let product = 1;
  for (let word = 0; word < length; word++) product = Math.imul(product, factor);
  return product;
}

/** The same hash with its high bits mixed into the low ones, by which tables are asked. */
export function spread(hash: number): number {
  const mixed = Math.imul(hash ^ (hash >>> 15), 0x7feb352d);
  return mixed ^ (mixed >>> 14);
}
