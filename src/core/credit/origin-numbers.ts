/**
 * A number for each of some origins: by entry and ordinal in plain arrays, because origins come in runs and
 * there may be thousands.
 */
import type { Origins } from "./origins";

export class OriginNumbers {
  readonly #numbers = new Map<number, Int32Array>();
  #entry = -1;
  #ofEntry: Int32Array | undefined;

  /** The number of an origin; 0 if it has none. */
  get(entry: number, ordinal: number): number {
    return this.#of(entry)?.[ordinal] ?? 0;
  }

  set(entry: number, ordinal: number, number: number): void {
    let numbers = this.#of(entry);
    if (!numbers || ordinal >= numbers.length) {
      const longer = new Int32Array(Math.max(8, 2 * (ordinal + 1)));
      if (numbers) longer.set(numbers);
      this.#numbers.set(entry, longer);
      this.#ofEntry = numbers = longer;
    }
    numbers[ordinal] = number;
  }

  /** Neighbours are mostly of one entry. */
  #of(entry: number): Int32Array | undefined {
    if (entry !== this.#entry) {
      this.#entry = entry;
      this.#ofEntry = this.#numbers.get(entry);
    }
    return this.#ofEntry;
  }
}

/** Where words stand, by their origin; copies share one. */
export class OriginPlaces {
  /** The first place of each origin plus one, and from each place the next of the same origin plus one. */
  readonly #first = new OriginNumbers();
  readonly #next: Int32Array;

  /** Of the words that `isWanted`. O(words). */
  constructor({ entries, ordinals }: Origins, isWanted: (word: number) => boolean) {
    this.#next = new Int32Array(entries.length);
    for (let word = entries.length - 1; word >= 0; word--) {
      if (!isWanted(word)) continue;
      this.#next[word] = this.#first.get(entries[word]!, ordinals[word]!);
      this.#first.set(entries[word]!, ordinals[word]!, word + 1);
    }
  }

  /** Takes out the first place of an origin; -1 if none is left. */
  take(entry: number, ordinal: number): number {
    const place = this.#first.get(entry, ordinal) - 1;
    if (place >= 0) this.#first.set(entry, ordinal, this.#next[place]!);
    return place;
  }
}
