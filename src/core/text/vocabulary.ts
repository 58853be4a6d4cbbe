/**
 * Interned words: a number for each distinct word, so that texts are arrays of numbers and equality is one comparison.
 *
 * Numbers depend on the order in which words were met, so nothing that is stored or decided may depend on them. What
 * must come out the same on every machine uses `hashes`, which depend on the word alone.
 */
import { hashText } from "./hash";
import { codesOf, fold, wordPlaces } from "./words";

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
  readonly #writings: string[] = [];
  readonly #numbers: number[] = [];
  #slots = new Int32Array(4096).fill(-1);

  /** The number of a word as it is written; new words get the next one. */
  numberOf(written: string): number {
    const known = this.#find(hashOfString(written), codesOf(written), 0, written.length);
    return known >= 0 ? known : this.#meet(written);
  }

  /** Splits `text` into words. */
  read(text: string): ReadText {
    const { from, to, breaks } = wordPlaces(text);
    // A copy, because meeting a new word reads its folded form.
    const codes = codesOf(text).slice(0, text.length);
    const words = new Int32Array(from.length);
    for (let index = 0; index < from.length; index++) {
      const known = this.#find(hashOfCodes(codes, from[index]!, to[index]!), codes, from[index]!, to[index]!);
      words[index] = known >= 0 ? known : this.#meet(text.slice(from[index], to[index]));
    }
    return { words, breaks: Uint8Array.from(breaks) };
  }

  #find(hash: number, codes: Uint16Array, from: number, to: number): number {
    const mask = this.#slots.length - 1;
    let slot = hash & mask;
    for (let known = this.#slots[slot]!; known >= 0; known = this.#slots[slot]!) {
      if (isWrittenAt(this.#writings[known]!, codes, from, to)) return this.#numbers[known]!;
      slot = (slot + 1) & mask;
    }
    return -1;
  }

  #meet(written: string): number {
    const folded = fold(written);
    const number = folded === written ? this.#add(folded) : this.numberOf(folded);
    // Long slices would keep the whole text that they were cut from alive.
    this.#writings.push(written.length > 12 ? [...written].join("") : written);
    this.#numbers.push(number);
    if (2 * this.#writings.length > this.#slots.length) this.#slots = new Int32Array(2 * this.#slots.length).fill(-1);
    else return this.#enter(this.#writings.length - 1);
    for (let known = 0; known < this.#writings.length; known++) this.#enter(known);
    return number;
  }

  #add(folded: string): number {
    const number = this.folded.length;
    this.folded.push(folded);
    if (number === this.hashes.length) {
      const longer = new Int32Array(2 * number);
      longer.set(this.hashes);
      this.hashes = longer;
    }
    this.hashes[number] = hashText(folded) | 0;
    return number;
  }

  /** Puts a writing into the first free slot from its own on. Returns its word's number. */
  #enter(known: number): number {
    const writing = this.#writings[known]!;
    let slot = hashOfString(writing) & (this.#slots.length - 1);
    while (this.#slots[slot]! >= 0) slot = (slot + 1) & (this.#slots.length - 1);
    this.#slots[slot] = known;
    return this.#numbers[known]!;
  }
}

function isWrittenAt(writing: string, codes: Uint16Array, from: number, to: number): boolean {
  if (writing.length !== to - from) return false;
  for (let at = from; at < to; at++) if (writing.charCodeAt(at - from) !== codes[at]) return false;
  return true;
}

function hashOfString(text: string): number {
  let hash = text.length;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return hash ^ (hash >>> 15);
}

/** The same for part of a text that was read already. */
function hashOfCodes(codes: Uint16Array, from: number, to: number): number {
  let hash = to - from;
  for (let at = from; at < to; at++) hash = Math.imul(hash ^ codes[at]!, 0x01000193);
  return hash ^ (hash >>> 15);
}
