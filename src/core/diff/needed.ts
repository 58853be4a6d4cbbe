/** What a chain must prove to be taken: what the search for it costs, and what it leaves unexplained. */
import { widestAround } from "./budgets";
import { blockBreak, sentenceBreak } from "../text/breaks";
import { bitsOfSearch } from "./evidence";
import type { Extent } from "./joined-runs";
import { partAt } from "./part-at";
import { isPartEnd } from "./parts";
import type { Source, Target } from "./runs";

/**
 * What a chain that has strange words around it on both sides must prove more, by the part of its sentence
 * that it leaves unexplained: this is what a stock phrase looks like.
 */
const bitsOfFragment = 60;

/**
 * What chains of some sources must prove, in bits, to be taken for the open words of a target. O(words of
 * both) to make.
 */
export class Needed {
  /** Before anything is said of what a chain leaves unexplained. */
  readonly #anywhere: number;
  /**
   * Of a whole part of a source in a whole gap of the target: there are fewer parts than places, and one gap.
   */
  readonly #ofParts: number;

  constructor(
    readonly sources: readonly Source[],
    readonly target: Target,
    margin: number,
  ) {
    let places = 0,
      parts = 0;
    for (const source of sources) {
      places += source.open
        ? countOpen(source.open, source.from ?? 0, source.open.length)
        : source.words.length;
      parts += source.parts ? source.parts.starts.length - 1 : 0;
    }
    this.#anywhere = bitsOfSearch(places, countOpen(target.open, target.from, target.to)) + margin;
    this.#ofParts = parts === 0 ? this.#anywhere : Math.min(this.#anywhere, bitsOfSearch(parts, 1) + margin);
  }

  /** The bits that a chain must prove. O(widestAround · words). */
  by(extent: Extent): number {
    const source = this.sources[extent.of]!;
    const inText = this.#anywhere + bitsOfFragment * unexplainedPart(extent, source, this.target);
    return this.#ofParts < this.#anywhere
      ? Math.min(inText, this.#ofParts + bitsOfFragment * unexplainedOfParts(extent, source, this.target))
      : inText;
  }

  /**
   * Whether `bits` could be enough, if nothing were left unexplained. The chain's extent is asked for if that
   * depends on it.
   */
  isWithin(bits: number, extent: () => Extent): boolean {
    if (bits >= this.#anywhere) return true;
    if (bits < this.#ofParts) return false;
    const asked = extent();
    if (bits < this.#ofParts + bitsOfFragment * leastUnexplainedOfParts(asked, this.sources[asked.of]!))
      return false;
    return (
      bits >= this.#ofParts + bitsOfFragment * unexplainedOfParts(asked, this.sources[asked.of]!, this.target)
    );
  }
}

/**
 * Of the sentence or gap that a chain stands in, the part that it leaves unexplained; the smaller one of both
 * sides. O(widestAround · words).
 */
function unexplainedPart(
  { words, sourceFrom, sourceTo, targetFrom, targetTo }: Extent,
  source: Source,
  target: Target,
): number {
  const inTarget = stretch(target, targetFrom, targetTo, widestAround * words);
  return 1 - words / Math.max(words, stretch(source, sourceFrom, sourceTo, inTarget));
}

/**
 * The open words around `from` to `to`, out to the ends of the sentences that they begin and end in; `most`
 * if they are more.
 */
function stretch(
  { open, breaks }: Pick<Source, "open" | "breaks">,
  from: number,
  to: number,
  most: number,
): number {
  while (to - from < most && from > 0 && (!open || open[from - 1]) && breaks[from]! < sentenceBreak) from--;
  while (to - from < most && to < breaks.length && (!open || open[to]) && breaks[to]! < sentenceBreak) to++;
  return Math.min(most, to - from);
}

/**
 * Of the part of a source and the gap of the target that a chain lies in, what it leaves unexplained of the
 * larger one; 1 if the source has no parts.
 */
function unexplainedOfParts(
  { words, sourceFrom, sourceTo, targetFrom, targetTo }: Extent,
  source: Source,
  target: Target,
): number {
  if (!source.parts) return 1;
  const { starts } = source.parts;
  const part = partAt(starts, sourceFrom);
  // Of parts that go on from each other, over whatever lies between, the first must begin with the chain and
  // the last must end with it.
  const isOfSeveral = starts[part + 1]! < sourceTo;
  if (isOfSeveral && (starts[part]! < sourceFrom || !isPartEnd(source, sourceTo))) return 1;
  const inSource = isOfSeveral ? words : starts[part + 1]! - starts[part]!;
  return 1 - words / Math.max(words, inSource, gap(target, targetFrom, targetTo, widestAround * words));
}

/** The same at least, by the source alone. */
function leastUnexplainedOfParts({ words, sourceFrom, sourceTo }: Extent, source: Source): number {
  if (!source.parts) return 1;
  const { starts } = source.parts;
  const part = partAt(starts, sourceFrom),
    end = starts[part + 1]!;
  if (end >= sourceTo) return 1 - words / Math.max(words, end - starts[part]!);
  return starts[part]! < sourceFrom || !isPartEnd(source, sourceTo) ? 1 : 0;
}

/**
 * The open words around `from` to `to`, out to the ends of the gap in their blocks; `most` if they are more.
 */
function gap({ open, breaks }: Target, from: number, to: number, most: number): number {
  while (to - from < most && from > 0 && open[from - 1] && breaks[from] !== blockBreak) from--;
  while (to - from < most && to < breaks.length && open[to] && breaks[to] !== blockBreak) to++;
  return Math.min(most, to - from);
}

/** How many of the words from `from` on, up to `to`, are open. */
export function countOpen(flags: Uint8Array, from: number, to: number): number {
  let sum = 0;
  for (let at = from; at < to; at++) sum += flags[at]!;
  return sum;
}
