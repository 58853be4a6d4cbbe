/** Chance with a seed: the same throws at every run. */
export interface Dice {
  /** A whole number from 0 to `below`, which is excluded. */
  below(below: number): number;
  /** A whole number from `least` to `most`, both included. */
  between(least: number, most: number): number;
  chance(part: number): boolean;
  pick<Item>(items: readonly Item[]): Item;
  /** A number from 0 to 1, 1 excluded. */
  part(): number;
}

/**
 * Marsaglia's xorshift with 32 bits of state ("Xorshift RNGs", 2003), its low bits stirred by a
 * multiplication.
 */
export function dice(seed: number): Dice {
  let state = Math.imul(seed + 1, 0x9e3779b1) | 1;
  const part = () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (Math.imul(state, 0x2c1b3c6d) >>> 0) / 2 ** 32;
  };
  const below = (limit: number) => Math.floor(part() * limit);
  return {
    part,
    below,
    between: (least, most) => least + below(most - least + 1),
    chance: (limit) => part() < limit,
    pick: (items) => items[below(items.length)]!,
  };
}
