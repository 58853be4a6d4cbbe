/**
 * Room for arrays of numbers that are needed in great numbers. To ask the machine for one of more than a few numbers, and to give
 * it back, takes as long as filling some thousand; so they are cut out of longer ones. Nothing is used twice: an array is all 0 when
 * it is taken, and stays its owner's. What it was cut out of goes when all that was cut out of it has gone, so what lives long must not be
 * cut out of the same as what is soon let go.
 */
export class Room {
  #numbers = new Int32Array(0);
  #bytes = new Uint8Array(0);
  #numbersUsed = 0;
  #bytesUsed = 0;

  /** @param size how many numbers, or bytes, are asked for at once; arrays of more than a quarter of them are made as ever. */
  constructor(readonly size: number) {}

  numbers(length: number): Int32Array<ArrayBuffer> {
    if (length > this.size >> 2) return new Int32Array(length);
    if (this.#numbersUsed + length > this.#numbers.length) {
      this.#numbers = new Int32Array(this.size);
      this.#numbersUsed = 0;
    }
    return this.#numbers.subarray(this.#numbersUsed, (this.#numbersUsed += length));
  }

  bytes(length: number): Uint8Array<ArrayBuffer> {
    if (length > this.size >> 2) return new Uint8Array(length);
    if (this.#bytesUsed + length > this.#bytes.length) {
      this.#bytes = new Uint8Array(this.size);
      this.#bytesUsed = 0;
    }
    return this.#bytes.subarray(this.#bytesUsed, (this.#bytesUsed += length));
  }
}

/** For what is let go of before the entry is credited. */
export const passing = new Room(1 << 15);

/**
 * One piece of memory for arrays that live as long as each other: all are asked for at once, which takes half as long as one by one.
 * Numbers are cut out first, then bytes.
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
