/**
 * Interned words: a number for each distinct word, so that texts are arrays of numbers and equality is one
 * comparison.
 *
 * Numbers depend on the order in which words were met, so nothing that is stored or decided may depend on
 * them. What must come out the same on every machine uses `hashes`, which depend on the word alone.
 */
import { hashText } from "./hash";
import { ownText } from "./own";
import { Room } from "./room";
import { hashOfWriting, scanWords, sumOfWriting } from "./scan";
import { fold } from "./words";

/** The words of a stretch of text: their numbers, and the break before each (see `noBreak` and its kin). */
export interface ReadText {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
}

export class Vocabulary {
  /** By number: the folded form. */
  readonly folded: string[] = [];
  /**
   * By number: a 32-bit hash of the folded form. Replaced by a longer one as words are met, so read it when
   * needed.
   */
  hashes = new Int32Array(1024);
  #writings = 0;
  /** For the blocks of pages: small, because most blocks outlive what they were read with. */
  readonly #room = new Room(1024);
  /**
   * Every way in which a word was written, in a hash table with open addressing: a map would want a string
   * cut out of the text for every word that is looked up. Slots of four numbers, so that what is asked lies
   * together: two hashes of a writing, its length, and its word's number plus one, or 0 for a free slot.
   * Writings are the same if all three are: of a million that differ, two are taken for one by a chance of 1
   * in 40 million; to compare them sign by sign takes longer than all else.
   */
  #table = new Int32Array(4 * 4096);

  /** The number of a word as it is written; new words get the next one. */
  numberOf(written: string): number {
    return this.#numberOf(written, fold);
  }

  /** The same of a word that was folded already. */
  numberOfFolded(folded: string): number {
    return this.#numberOf(folded, asItIs);
  }

  #numberOf(written: string, folding: (written: string) => string): number {
    let codes = written.length <= someCodes.length ? someCodes : new Uint16Array(written.length);
    for (let at = 0; at < written.length; at++) codes[at] = written.charCodeAt(at);
    codes = codes.subarray(0, written.length);
    const hash = hashOfWriting(codes),
      sum = sumOfWriting(codes);
    const known = this.#find(hash, sum, written.length);
    return known >= 0 ? known : this.#meet(written, hash, sum, folding(written));
  }

  /** Splits `text` into words. */
  read(text: string): ReadText {
    const { count, from, to, breaks, hashes, sums } = scanWords(text);
    const words = this.#room.numbers(count),
      ownBreaks = this.#room.bytes(count);
    for (let index = 0; index < count; index++) {
      const known = this.#find(hashes[index]!, sums[index]!, to[index]! - from[index]!);
      words[index] =
        known >= 0 ? known : this.#meetIn(text, from[index]!, to[index]!, hashes[index]!, sums[index]!);
    }
    for (let index = 0; index < count; index++) ownBreaks[index] = breaks[index]!;
    return { words, breaks: ownBreaks };
  }

  #find(hash: number, sum: number, length: number): number {
    const table = this.#table;
    const mask = table.length - 1;
    let slot = (4 * hash) & mask;
    while (
      table[slot + 3] !== 0 &&
      (table[slot] !== hash || table[slot + 1] !== sum || table[slot + 2] !== length)
    )
      slot = (slot + 4) & mask;
    return table[slot + 3]! - 1;
  }

  #meetIn(text: string, from: number, to: number, hash: number, sum: number): number {
    const written = text.slice(from, to);
    return this.#meet(written, hash, sum, fold(written));
  }

  /** Takes in a writing that is not known yet. */
  #meet(written: string, hash: number, sum: number, folded: string): number {
    const number = folded === written ? this.#add(folded) : this.numberOf(folded);
    if (2 * ++this.#writings > this.#table.length / 4) {
      const before = this.#table;
      this.#table = new Int32Array(2 * before.length);
      for (let slot = 0; slot < before.length; slot += 4)
        if (before[slot + 3]! > 0)
          this.#enter(before[slot]!, before[slot + 1]!, before[slot + 2]!, before[slot + 3]!);
    }
    this.#enter(hash, sum, written.length, number + 1);
    return number;
  }

  #add(folded: string): number {
    const number = this.folded.length;
    this.folded.push(ownText(folded));
    if (number === this.hashes.length) {
      const longer = new Int32Array(2 * number);
      longer.set(this.hashes);
      this.hashes = longer;
    }
    this.hashes[number] = hashText(folded) | 0;
    return number;
  }

  /** Puts a writing into the first free slot from its own on. */
  #enter(hash: number, sum: number, length: number, number: number): void {
    const table = this.#table;
    const mask = table.length - 1;
    let slot = (4 * hash) & mask;
    while (table[slot + 3] !== 0) slot = (slot + 4) & mask;
    table[slot] = hash;
    table[slot + 1] = sum;
    table[slot + 2] = length;
    table[slot + 3] = number;
  }
}

/** The code units of one word after the other; of longer ones they are taken elsewhere. */
const someCodes = new Uint16Array(64);

const asItIs = (folded: string) => folded;
