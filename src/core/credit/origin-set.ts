/** A set of origins: for each entry the ordinals that are in it, as bits, because origins come in runs. */
import { originRuns, type Origins } from "./origins";

export class OriginSet {
  readonly #bits = new Map<number, Uint32Array>();

  /** Whether nothing is in it. */
  get isEmpty(): boolean {
    return this.#bits.size === 0;
  }

  /** The entries of which words are in it. */
  get entries(): number[] {
    return [...this.#bits.keys()];
  }

  has(entry: number, ordinal: number): boolean {
    const bits = this.#bits.get(entry);
    return bits !== undefined && ((bits[ordinal >>> 5] ?? 0) & (1 << (ordinal & 31))) !== 0;
  }

  /** How many of an entry's words are in it. */
  countOf(entry: number): number {
    let sum = 0;
    for (let bits of this.#bits.get(entry) ?? []) for (; bits !== 0; bits &= bits - 1) sum++;
    return sum;
  }

  add(entry: number, ordinal: number): void {
    this.#bitsFor(entry, ordinal)[ordinal >>> 5]! |= 1 << (ordinal & 31);
  }

  /**
   * Adds the origins of all words whose entry `isWanted`. Returns the stretches of those words that were in
   * it already, copies within the same text included: the first word of each and the one behind it,
   * ascending.
   */
  addAll(origins: Origins, isWanted: (entry: number) => boolean): number[] {
    const runs = originRuns(origins);
    const known: number[] = [];
    for (let run = 0, from = 0; run < runs.length; run += 3) {
      const entry = runs[run]!,
        first = runs[run + 1]!,
        length = runs[run + 2]!;
      if (isWanted(entry)) {
        const bits = this.#bitsFor(entry, first + length - 1);
        for (let ordinal = first; ordinal < first + length;) {
          // As many as lie in the same number are looked at together: mostly none of them is known.
          const place = ordinal >>> 5,
            shift = ordinal & 31;
          const count = Math.min(32 - shift, first + length - ordinal);
          const asked = (count === 32 ? -1 : (1 << count) - 1) << shift;
          if ((bits[place]! & asked) !== 0) {
            for (let each = 0; each < count; each++) {
              if (((bits[place]! >>> (shift + each)) & 1) === 0) continue;
              const word = from + ordinal - first + each;
              if (known.at(-1) === word) known[known.length - 1]!++;
              else known.push(word, word + 1);
            }
          }
          bits[place]! |= asked;
          ordinal += count;
        }
      }
      from += length;
    }
    return known;
  }

  #bitsFor(entry: number, ordinal: number): Uint32Array {
    const known = this.#bits.get(entry);
    const needed = (ordinal >>> 5) + 1;
    if (known && known.length >= needed) return known;
    const bits = new Uint32Array(Math.max(4, known ? 2 * needed : needed));
    if (known) bits.set(known);
    this.#bits.set(entry, bits);
    return bits;
  }
}
