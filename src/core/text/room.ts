/**
 * Room for arrays of numbers that are needed in great numbers. To ask the machine for one of more than a few
 * numbers, and to give it back, takes as long as filling some thousand; so they are cut out of longer ones.
 * Nothing is used twice: an array is all 0 when it is taken, and stays its owner's. What it was cut out of
 * goes when all that was cut out of it has gone, so what lives long must not be cut out of the same as what
 * is soon let go.
 */
export class Room {
  // Cut out by where they lie in memory: to ask an array for a part of itself takes twice as long.
  #numbers = new ArrayBuffer(0);
  #bytes = new ArrayBuffer(0);
  #numbersUsed = 0;
  #bytesUsed = 0;

  /**
   * @param size how many numbers, or bytes, are asked for at once; arrays of more than a quarter of them are
   * made as ever.
   */
  constructor(readonly size: number) {}

  numbers(length: number): Int32Array<ArrayBuffer> {
    if (length > this.size >> 2) return new Int32Array(length);
    if (4 * (this.#numbersUsed + length) > this.#numbers.byteLength) {
      this.#numbers = new ArrayBuffer(4 * this.size);
      this.#numbersUsed = 0;
    }
    const from = 4 * this.#numbersUsed;
    this.#numbersUsed += length;
    return new Int32Array(this.#numbers, from, length);
  }

  bytes(length: number): Uint8Array<ArrayBuffer> {
    if (length > this.size >> 2) return new Uint8Array(length);
    if (this.#bytesUsed + length > this.#bytes.byteLength) {
      this.#bytes = new ArrayBuffer(this.size);
      this.#bytesUsed = 0;
    }
    const from = this.#bytesUsed;
    this.#bytesUsed += length;
    return new Uint8Array(this.#bytes, from, length);
  }
}

/** For what is let go of before the entry is credited. */
export const passing = new Room(1 << 15);

/**
 * One piece of memory for arrays that live as long as each other: all are asked for at once, which takes half
 * as long as one by one. Numbers are cut out first, then bytes.
 */
export class Together {
  readonly #memory: ArrayBuffer;
  #used = 0;

  constructor(numbers: number, bytes: number) {
    this.#memory = new ArrayBuffer(4 * numbers + bytes);
  }

  numbers(length: number): Int32Array<ArrayBuffer> {
    const cut = new Int32Array(this.#memory, this.#used, length);
    this.#used += 4 * length;
    return cut;
  }

  bytes(length: number): Uint8Array<ArrayBuffer> {
    const cut = new Uint8Array(this.#memory, this.#used, length);
    this.#used += length;
    return cut;
  }
}
