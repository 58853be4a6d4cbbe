/** A set of origins: for each entry the ordinals that are in it, as flags, because origins come in runs. */
import type { Origins } from "./origins";

export class OriginSet {
  readonly #flags = new Map<number, Uint8Array>();

  /** Whether nothing is in it. */
  get isEmpty(): boolean {
    return this.#flags.size === 0;
  }

  /** The entries of which words are in it. */
  get entries(): number[] {
    return [...this.#flags.keys()];
  }

  has(entry: number, ordinal: number): boolean {
    return this.#flags.get(entry)?.[ordinal] === 1;
  }

  /** How many of an entry's words are in it. */
  countOf(entry: number): number {
    return this.#flags.get(entry)?.reduce((sum, flag) => sum + flag, 0) ?? 0;
  }

  add(entry: number, ordinal: number): void {
    this.#flagsFor(entry, ordinal)[ordinal] = 1;
  }

  /** Adds the origins of all words whose entry `isWanted`. Returns for each word whether it was new, or null if all were. */
  addAll({ entries, ordinals }: Origins, isWanted: (entry: number) => boolean): Uint8Array | null {
    let news: Uint8Array | null = null;
    for (let at = 0; at < entries.length; ) {
      const entry = entries[at]!;
      const from = at;
      let highest = 0;
      for (; at < entries.length && entries[at] === entry; at++) highest = Math.max(highest, ordinals[at]!);
      if (!isWanted(entry)) continue;
      const flags = this.#flagsFor(entry, highest);
      for (let word = from; word < at; word++) {
        if (flags[ordinals[word]!] === 1) (news ??= new Uint8Array(entries.length).fill(1))[word] = 0;
        flags[ordinals[word]!] = 1;
      }
    }
    return news;
  }

  #flagsFor(entry: number, ordinal: number): Uint8Array {
    const known = this.#flags.get(entry);
    if (known && known.length > ordinal) return known;
    const flags = new Uint8Array(Math.max(16, 2 * ordinal));
    if (known) flags.set(known);
    this.#flags.set(entry, flags);
    return flags;
  }
}
