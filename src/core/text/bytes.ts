/**
 * Numbers and strings as bytes: whole numbers in groups of seven bits, lowest first, the eighth bit saying
 * that more follow (LEB128, as in DWARF and WebAssembly); strings as UTF-8 after their length.
 */

const encoder = new TextEncoder();
const decoder = new TextDecoder();

export class ByteWriter {
  #bytes: Uint8Array<ArrayBuffer>;
  #length = 0;

  /** @param expected about how many bytes will be written; more have room too. */
  constructor(expected = 1024) {
    this.#bytes = new Uint8Array(expected);
  }

  /** A whole number from 0 to 2^53 - 1. */
  number(value: number): void {
    this.#reserve(8);
    const bytes = this.#bytes;
    let at = this.#length;
    for (; value > 0x7fffffff; value = Math.floor(value / 0x80)) bytes[at++] = (value % 0x80) | 0x80;
    // Most are small, for which shifting does the same sooner.
    for (; value >= 0x80; value >>>= 7) bytes[at++] = (value & 0x7f) | 0x80;
    bytes[at++] = value;
    this.#length = at;
  }

  /** A whole number of either sign, small when near 0. */
  signed(value: number): void {
    this.number(value < 0 ? -2 * value - 1 : 2 * value);
  }

  string(value: string): void {
    const bytes = encoder.encode(value);
    this.number(bytes.length);
    this.#reserve(bytes.length);
    this.#bytes.set(bytes, this.#length);
    this.#length += bytes.length;
  }

  /** A copy of what was written. */
  bytes(): Uint8Array {
    return this.#bytes.slice(0, this.#length);
  }

  #reserve(more: number): void {
    if (this.#length + more <= this.#bytes.length) return;
    const larger = new Uint8Array(Math.max(2 * this.#bytes.length, this.#length + more));
    larger.set(this.#bytes);
    this.#bytes = larger;
  }
}

/** Reads what a `ByteWriter` wrote, in the same order. */
export class ByteReader {
  #at = 0;

  constructor(readonly bytes: Uint8Array) {}

  /** @throws RangeError past the end. */
  number(): number {
    let value = 0,
      scale = 1;
    for (;;) {
      const byte = this.bytes[this.#at++];
      if (byte === undefined) throw new RangeError(`A number is cut off at byte ${this.#at - 1}`);
      value += (byte & 0x7f) * scale;
      if (byte < 0x80) return value;
      scale *= 0x80;
    }
  }

  signed(): number {
    const value = this.number();
    return value % 2 === 0 ? value / 2 : -(value + 1) / 2;
  }

  /** @throws RangeError past the end. */
  string(): string {
    const length = this.number();
    if (this.#at + length > this.bytes.length)
      throw new RangeError(`A string is cut off at byte ${this.#at}`);
    return decoder.decode(this.bytes.subarray(this.#at, (this.#at += length)));
  }

  isAtEnd(): boolean {
    return this.#at === this.bytes.length;
  }
}
