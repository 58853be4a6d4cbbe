/** Runs: stretches of a text that stand word by word in another, wherever they do. */
import { mostEffort, mostRuns } from "./budgets";
import type { TextIndex } from "./pairs";
import type { Parts } from "./parts";

/** A text in which stretches are looked for. */
export interface Source {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  /** 1 for words that may be taken; all may, if null. */
  readonly open: Uint8Array | null;
  /** No word before this one may be used; if not given, that is said by `open` alone. */
  readonly from?: number;
  /** What it is made of, if it was put together. */
  readonly parts?: Parts;
  /** Where its pairs stand, if that is known: what is found is the same, sooner. */
  readonly index?: TextIndex | null;
}

/** The text that is to be explained. */
export interface Target {
  readonly words: Int32Array;
  readonly breaks: Uint8Array;
  /** 1 for words that are still to be explained. Set to 0 as they are. */
  readonly open: Uint8Array;
  /** All open words lie between these two; the second is excluded. */
  readonly from: number;
  readonly to: number;
}

export interface Run {
  /** Which of the sources, and the word in it. */
  readonly of: number;
  readonly source: number;
  readonly target: number;
  readonly length: number;
}

/** Runs, laid out flat: there may be thousands, and most are chance. */
export class Runs {
  count = 0;
  /** How many more words the runs may have. */
  #left = 0;
  of = new Int32Array(256);
  source = new Int32Array(256);
  target = new Int32Array(256);
  length = new Int32Array(256);

  /** Lets go of all, for a search in texts of so many words. */
  begin(words: number): void {
    this.count = 0;
    this.#left = mostEffort * words;
  }

  /** Whether nothing more is to be looked for. */
  get isSpent(): boolean {
    return this.count >= mostRuns || this.#left < 0;
  }

  put(of: number, source: number, target: number, length: number): void {
    if (this.count === this.of.length) {
      for (const side of ["of", "source", "target", "length"] as const) {
        const longer = new Int32Array(2 * this.count);
        longer.set(this[side]);
        this[side] = longer;
      }
    }
    this.of[this.count] = of;
    this.source[this.count] = source;
    this.target[this.count] = target;
    this.length[this.count++] = length;
    this.#left -= length;
  }

  /** Keeps the runs for which that is said, in their order. O(runs). */
  keep(isWanted: (run: number) => boolean): void {
    let kept = 0;
    for (let run = 0; run < this.count; run++) {
      if (!isWanted(run)) continue;
      this.of[kept] = this.of[run]!;
      this.source[kept] = this.source[run]!;
      this.target[kept] = this.target[run]!;
      this.length[kept++] = this.length[run]!;
    }
    this.count = kept;
  }

  at(run: number): Run {
    return {
      of: this.of[run]!,
      source: this.source[run]!,
      target: this.target[run]!,
      length: this.length[run]!,
    };
  }
}

/** The same numbers, or longer ones of 0. */
export function withRoom(numbers: Int32Array<ArrayBuffer>, length: number): Int32Array<ArrayBuffer> {
  return numbers.length < length ? new Int32Array(2 * length) : numbers;
}
