/** Runs that are to be remembered, before they are laid out. */
import { passing } from "../text/room";

/**
 * Each is part of what stood or part of what was remembered: in plain arrays, because there
 * may be thousands of them and most stay as they are.
 */
export class Pieces {
  length = 0;
  from: Int32Array;
  to: Int32Array;
  /** 1 for parts of what stood. */
  stood: Uint8Array;
  at: Int32Array;
  anchor: Int32Array;

  constructor(capacity: number) {
    this.from = passing.numbers(capacity);
    this.to = passing.numbers(capacity);
    this.stood = passing.bytes(capacity);
    this.at = passing.numbers(capacity);
    this.anchor = passing.numbers(capacity);
  }

  put(from: number, to: number, stood: 0 | 1, at: number, anchor: number): void {
    const index = this.length++;
    this.from[index] = from;
    this.to[index] = to;
    this.stood[index] = stood;
    this.at[index] = at;
    this.anchor[index] = anchor;
  }

  /** Some of the pieces, in the order given. */
  pick(wanted: ArrayLike<number>): Pieces {
    const picked = new Pieces(wanted.length);
    for (let each = 0, index = wanted[0]!; each < wanted.length; index = wanted[++each]!)
      picked.put(
        this.from[index]!,
        this.to[index]!,
        this.stood[index] as 0 | 1,
        this.at[index]!,
        this.anchor[index]!,
      );
    return picked;
  }
}
