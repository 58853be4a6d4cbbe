/**
 * Interned words: a number for each distinct word, so that texts are arrays of numbers and equality is one comparison.
 *
 * Numbers depend on the order in which words were met, so nothing that is stored or decided may depend on them. What
 * must come out the same on every machine uses `hashes`, which depend on the word alone.
 */
import { hashText } from "./hash";
import { fold, hashOfWriting, scanWords } from "./words";

/** The words of a stretch of text: their numbers, and the break before each (see `noBreak` and its kin). */
export interface ReadText {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
}

export class Vocabulary {
  /** By number: the folded form. */
  readonly folded: string[] = [];
  /** By number: a 32-bit hash of the folded form. Replaced by a longer one as words are met, so read it when needed. */
  hashes = new Int32Array(1024);
  // Every way in which a word was written, in a hash table with open addressing: a map would want a string cut out of
  // the text for every word that is looked up.
  #pool = new Uint16Array(8192);
  #ends = new Int32Array(1024);
  #numbers = new Int32Array(1024);
  #writings = 0;
  #slots = new Int32Array(4096).fill(-1);

  /** The number of a word as it is written; new words get the next one. */
  numberOf(written: string): number {
    const codes = new Uint16Array(written.length);
    for (let at = 0; at < codes.length; at++) codes[at] = written.charCodeAt(at);
    const known = this.#find(hashOfWriting(codes), codes, 0, written.length);
    return known >= 0 ? known : this.#meet(written);
  }

  /** Splits `text` into words. */
  read(text: string): ReadText {
    const { count, from, to, breaks, hashes, codes } = scanWords(text);
    const words = new Int32Array(count);
    for (let index = 0; index < count; index++) {
      const known = this.#find(hashes[index]!, codes, from[index]!, to[index]!);
      words[index] = known >= 0 ? known : this.#meet(text.slice(from[index], to[index]));
    }
    return { words, breaks: breaks.slice(0, count) };
  }

  #find(hash: number, codes: Uint16Array, from: number, to: number): number {
    const [slots, pool, ends] = [this.#slots, this.#pool, this.#ends];
    const mask = slots.length - 1;
    for (let slot = hash & mask; slots[slot]! >= 0; slot = (slot + 1) & mask) {
      const known = slots[slot]!;
      const start = known === 0 ? 0 : ends[known - 1]!;
      if (ends[known]! - start !== to - from) continue;
      let at = from;
      while (at < to && pool[start + at - from] === codes[at]) at++;
      if (at === to) return this.#numbers[known]!;
    }
    return -1;
  }

  /** Takes in a writing that is not known yet. */
  #meet(written: string): number {
    const folded = fold(written);
    const number = folded === written ? this.#add(folded) : this.numberOf(folded);
    const known = this.#writings++;
    const start = known === 0 ? 0 : this.#ends[known - 1]!;
    if (start + written.length > this.#pool.length) this.#pool = longer(this.#pool, 2 * (start + written.length));
    if (known === this.#ends.length) {
      this.#ends = longer(this.#ends, 2 * known);
      this.#numbers = longer(this.#numbers, 2 * known);
    }
    for (let at = 0; at < written.length; at++) this.#pool[start + at] = written.charCodeAt(at);
    this.#ends[known] = start + written.length;
    this.#numbers[known] = number;
    if (2 * this.#writings > this.#slots.length) {
      this.#slots = new Int32Array(2 * this.#slots.length).fill(-1);
      for (let each = 0; each <= known; each++) this.#enter(each);
    } else this.#enter(known);
    return number;
  }

  #add(folded: string): number {
    const number = this.folded.length;
    this.folded.push(folded);
    if (number === this.hashes.length) this.hashes = longer(this.hashes, 2 * number);
    this.hashes[number] = hashText(folded) | 0;
    return number;
  }

  /** Puts a writing into the first free slot from its own on. */
  #enter(known: number): void {
    const start = known === 0 ? 0 : this.#ends[known - 1]!;
    const mask = this.#slots.length - 1;
    let slot = hashOfWriting(this.#pool.subarray(start, this.#ends[known])) & mask;
    while (this.#slots[slot]! >= 0) slot = (slot + 1) & mask;
    this.#slots[slot] = known;
  }
}

function longer<Numbers extends Int32Array | Uint16Array>(numbers: Numbers, length: number): Numbers {
  const copy = new (numbers.constructor as new (length: number) => Numbers)(length);
  copy.set(numbers);
  return copy;
}
