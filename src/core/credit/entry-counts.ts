/**
 * Words counted by the entry that wrote them, in a plain array: what changed much has thousands of runs of
 * words, of few entries.
 */

/** Words by the entry that wrote them, lower entries first. */
export type WordsByEntry = readonly (readonly [entry: number, words: number])[];

/** One count after the other, in the same room. */
export class EntryCounts {
  /** By entry; all 0 between two counts. */
  #words = new Int32Array(256);
  readonly #met: number[] = [];

  /** Adds words, or takes away where they are below 0. */
  add(entry: number, words: number): void {
    if (entry >= this.#words.length) {
      const longer = new Int32Array(2 * entry);
      longer.set(this.#words);
      this.#words = longer;
    }
    // An entry that is met again after its words came to nothing is noted twice, and told once.
    if (this.#words[entry] === 0) this.#met.push(entry);
    this.#words[entry]! += words;
  }

  /** Adds the words between two, times `sign`. */
  addAll(entries: Int32Array, from: number, to: number, sign: 1 | -1): void {
    for (let word = from; word < to; word++) this.add(entries[word]!, sign);
  }

  /**
   * What was counted since the last time, without entries that came to nothing. O(entries met · log of that).
   */
  take(): WordsByEntry {
    const told: [number, number][] = [];
    for (const entry of this.#met.sort((one, other) => one - other)) {
      if (this.#words[entry] !== 0) told.push([entry, this.#words[entry]!]);
      this.#words[entry] = 0;
    }
    this.#met.length = 0;
    return told;
  }

  /** Forgets what was counted and not taken. */
  clear(): void {
    for (const entry of this.#met) this.#words[entry] = 0;
    this.#met.length = 0;
  }
}
