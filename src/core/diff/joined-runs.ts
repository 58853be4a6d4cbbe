/**
 * Runs that follow each other in both texts, with a few other words between, joined to chains: a passage that
 * was changed here and there is one chain. Most runs are chance, so they are weighed by the length of their
 * words alone, before anything is counted in the texts that are searched.
 */
import { mostCounted } from "./budgets";
import type { Vocabulary } from "../text/vocabulary";
import { passing } from "../text/room";
import { likelyBitsOfRun } from "./evidence";
import { isPartEnd, partFrom } from "./parts";
import { type Run, type Runs, type Source, withRoom } from "./runs";

/** Runs that continue each other, in the order of the target. */
export type Chain = readonly Run[];

/** How many other words may lie between two runs of a chain, on both sides. */
export const widestStep = 4;
/** The same where nothing lies between on one of the sides: a few words were put in, or taken out. */
const widestOnOneSide = 8;
/** What a step over other words costs, in bits. */
export const bitsOfStep = 3;
/** By diagonal, the number of the last run plus one; all 0 between two searches. */
let lastOnDiagonal = new Int32Array(1024);

/**
 * Runs joined to chains, each run to the strongest chain that it can continue, by the priors of their words.
 */
export class JoinedRuns {
  /** By run, what the chain that ends with it proves by the priors of its words. */
  readonly bits: Float64Array;
  /** By run, the run that it continues, or -1. */
  readonly #before: Int32Array;
  /** The runs in the order of where they stand in the target. */
  readonly #order: Int32Array;

  constructor(
    readonly runs: Runs,
    sources: readonly Source[],
    words: Int32Array,
    vocabulary: Vocabulary,
  ) {
    const { count, source, target, length } = runs;
    const order = (this.#order = byTarget(runs));
    const bits = (this.bits = new Float64Array(count));
    const before = (this.#before = passing.numbers(count).fill(-1));
    const { size, shift } = placesOfDiagonals(runs);
    lastOnDiagonal = withRoom(lastOnDiagonal, size);
    const joints = new Joints(runs, sources);
    for (let at = 0; at < count; at++) {
      const run = order[at]!;
      const diagonal = source[run]! - target[run]! + shift[runs.of[run]!]!;
      for (let near = diagonal - widestOnOneSide; near <= diagonal + widestOnOneSide; near++) {
        const other = lastOnDiagonal[near]! - 1;
        if (other < 0) continue;
        const inSource = source[run]! - source[other]! - length[other]!,
          inTarget = target[run]! - target[other]! - length[other]!;
        if (
          inSource < 0 ||
          inTarget < 0 ||
          Math.max(inSource, inTarget) > (inSource === 0 || inTarget === 0 ? widestOnOneSide : widestStep)
        )
          continue;
        if (before[run]! < 0 || bits[other]! > bits[before[run]!]!) before[run] = other;
      }
      const joined = joints.before(run);
      if (joined >= 0 && (before[run]! < 0 || bits[joined]! > bits[before[run]!]!)) before[run] = joined;
      bits[run] = likelyBitsOfRun(words, target[run]!, target[run]! + length[run]!, vocabulary);
      if (before[run]! >= 0) bits[run]! += bits[before[run]!]! - bitsOfStep;
      lastOnDiagonal[diagonal] = run + 1;
    }
    for (let run = 0; run < count; run++)
      lastOnDiagonal[source[run]! - target[run]! + shift[runs.of[run]!]!] = 0;
  }

  /**
   * The last runs of the chains that may prove enough, in the order of the target; `isEnough` is asked with
   * what a chain proves by its priors.
   */
  endsOf(isEnough: (end: number, bits: number) => boolean): number[] {
    const isContinued = passing.bytes(this.runs.count);
    for (const from of this.#before) if (from >= 0) isContinued[from] = 1;
    const ends: number[] = [];
    for (const run of this.#order) if (!isContinued[run] && isEnough(run, this.bits[run]!)) ends.push(run);
    return ends;
  }

  chainOf(end: number): Chain {
    const chain: Run[] = [];
    for (let run = end; run >= 0; run = this.#before[run]!) chain.push(this.runs.at(run));
    return chain.reverse();
  }

  extentOf(end: number): Extent {
    const { of, source, target, length } = this.runs;
    let first = end,
      words = 0,
      runs = 0;
    for (let run = end; run >= 0; run = this.#before[run]!) {
      words += length[run]!;
      runs++;
      first = run;
    }
    return {
      of: of[end]!,
      words,
      runs,
      sourceFrom: source[first]!,
      sourceTo: source[end]! + length[end]!,
      targetFrom: target[first]!,
      targetTo: target[end]! + length[end]!,
    };
  }
}

/** Runs that end with a part of their source, for those that begin with the part that goes on from it. */
class Joints {
  readonly #byEnd = new Map<number, number>();

  constructor(
    readonly runs: Runs,
    readonly sources: readonly Source[],
  ) {}

  /**
   * The run that this one goes on from at the end of an earlier part, or -1. To be asked in the order of the
   * target.
   */
  before(run: number): number {
    const { of, source, target, length } = this.runs;
    const text = this.sources[of[run]!]!;
    if (!text.parts) return -1;
    if (isPartEnd(text, source[run]! + length[run]!))
      this.#byEnd.set(this.#key(of[run]!, source[run]! + length[run]!), run);
    const part = partFrom(text, source[run]!);
    // Parts of a word or two between them have no run of their own.
    for (
      let earlier = part < 0 ? -1 : text.parts.before[part]!, skipped = 0;
      earlier >= 0 && skipped <= widestStep;
      earlier = text.parts.before[earlier]!
    ) {
      const end = text.parts.starts[earlier + 1]!;
      const other = this.#byEnd.get(this.#key(of[run]!, end));
      if (other !== undefined) {
        const between = target[run]! - target[other]! - length[other]!;
        return between >= 0 && between <= widestStep ? other : -1;
      }
      skipped += end - text.parts.starts[earlier]!;
    }
    return -1;
  }

  #key(of: number, end: number): number {
    return of * 2 ** 32 + end;
  }
}

/** Where a chain begins and ends, and how many words in how many runs it is. */
export interface Extent {
  readonly of: number;
  readonly words: number;
  readonly runs: number;
  readonly sourceFrom: number;
  readonly sourceTo: number;
  readonly targetFrom: number;
  readonly targetTo: number;
}

export function extentOf(chain: Chain): Extent {
  const first = chain[0]!,
    last = chain.at(-1)!;
  return {
    of: first.of,
    words: chain.reduce((sum, { length }) => sum + length, 0),
    runs: chain.length,
    sourceFrom: first.source,
    sourceTo: last.source + last.length,
    targetFrom: first.target,
    targetTo: last.target + last.length,
  };
}

/**
 * Lets go of runs until about `most` are left: of those that have the fewest words on their diagonal,
 * themselves included. A passage that was copied and changed has many short ones on one diagonal; chance
 * scatters them. O(runs and diagonals).
 */
export function keepLikeliest(runs: Runs, most: number): void {
  const { count, of, source, target, length } = runs;
  if (count <= most) return;
  const { size, shift } = placesOfDiagonals(runs);
  const onDiagonal = passing.numbers(size),
    byWords = passing.numbers(mostCounted + 1);
  const place = (run: number) => source[run]! - target[run]! + shift[of[run]!]!;
  for (let run = 0; run < count; run++) onDiagonal[place(run)]! += length[run]!;
  const words = (run: number) => Math.min(mostCounted, onDiagonal[place(run)]!);
  for (let run = 0; run < count; run++) byWords[words(run)]!++;
  let fewest = mostCounted,
    left = byWords[mostCounted]!;
  while (fewest > 0 && (left === 0 || left + byWords[fewest - 1]! <= most)) left += byWords[--fewest]!;
  runs.keep((run) => words(run) >= fewest);
}

/** The runs in the order of where they stand in the target, by counting. */
function byTarget({ count, target }: Runs): Int32Array {
  let from = target[0]!,
    to = 0;
  for (let run = 0; run < count; run++) {
    if (target[run]! < from) from = target[run]!;
    if (target[run]! >= to) to = target[run]! + 1;
  }
  const starts = passing.numbers(to - from + 1);
  for (let run = 0; run < count; run++) starts[target[run]! - from + 1]!++;
  for (let at = 1; at < starts.length; at++) starts[at]! += starts[at - 1]!;
  const order = passing.numbers(count);
  for (let run = 0; run < count; run++) order[starts[target[run]! - from]!++] = run;
  return order;
}

/**
 * For each source a stretch of places, one for each diagonal (source less target) near which it has runs: how
 * many places, and by source what to add to a diagonal for its place.
 */
function placesOfDiagonals({ count, of, source, target }: Runs): {
  readonly size: number;
  readonly shift: Int32Array;
} {
  let sources = 0;
  for (let run = 0; run < count; run++) if (of[run]! >= sources) sources = of[run]! + 1;
  const lowest = passing.numbers(sources).fill(0x7fffffff),
    highest = passing.numbers(sources).fill(-0x80000000),
    shift = passing.numbers(sources);
  for (let run = 0; run < count; run++) {
    const each = of[run]!,
      diagonal = source[run]! - target[run]!;
    if (diagonal < lowest[each]!) lowest[each] = diagonal;
    if (diagonal > highest[each]!) highest[each] = diagonal;
  }
  let size = 0;
  for (let each = 0; each < sources; each++) {
    if (highest[each]! < lowest[each]!) continue;
    shift[each] = size + widestOnOneSide - lowest[each]!;
    size += highest[each]! - lowest[each]! + 1 + 2 * widestOnOneSide;
  }
  return { size, shift };
}
