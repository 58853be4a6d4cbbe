/**
 * What goes along with a passage that was found: the words within it and beside it that are no proof by
 * themselves.
 */
import type { Chain } from "../diff/joined-runs";
import type { Source } from "../diff/runs";
import { alignStretch, mayShareWord } from "../diff/stretch";
import { blockBreak } from "../text/breaks";
import type { ReadText } from "../text/vocabulary";
import { type Explaining, unexplained } from "./explaining";
import type { Origins } from "./origins";

/** A chain whose words have been given their origins already. */
export interface Passage {
  readonly source: Source & { readonly origins: Origins };
  readonly chain: Chain;
  /** Explains an open word by a word of the source. */
  readonly give: (from: number, word: number) => void;
}

/**
 * Takes the words within a chain along, out to the ends of its block, or of its gap: whoever brings a
 * paragraph back, or over, and changes it leaves runs that are too short to be found anywhere else than
 * beside the others.
 */
export function takeAlong(work: Explaining, { source, chain, give }: Passage): void {
  const {
    step: { after },
    comparison: { evidence },
    reasons,
  } = work;
  const first = chain[0]!,
    last = chain.at(-1)!;
  const isOpen = (word: number) => reasons[word] === unexplained;
  between(edge(source, first.source, -1), first.source, edge(after, first.target, -1, isOpen), first.target);
  for (let at = 1; at < chain.length; at++) {
    const run = chain[at - 1]!,
      next = chain[at]!;
    between(run.source + run.length, next.source, run.target + run.length, next.target);
  }
  const sourceEnd = last.source + last.length,
    targetEnd = last.target + last.length;
  between(sourceEnd, edge(source, sourceEnd, 1), targetEnd, edge(after, targetEnd, 1, isOpen));

  function between(sFrom: number, sTo: number, tFrom: number, tTo: number): void {
    // What was taken along at the ends of the chain is no longer open.
    while (tFrom < tTo && !isOpen(tFrom)) tFrom++;
    while (tFrom < tTo && !isOpen(tTo - 1)) tTo--;
    if (sFrom >= sTo || !mayShareWord(source.words, sFrom, sTo, after.words, tFrom, tTo)) return;
    const found = alignStretch(
      {
        a: source.words.subarray(sFrom, sTo),
        aBreaks: source.breaks.subarray(sFrom, sTo),
        b: after.words.subarray(tFrom, tTo),
        bBreaks: after.breaks.subarray(tFrom, tTo),
        areRelated: true,
      },
      evidence,
    );
    for (let at = 0; at < found.length; at++)
      if (found[at]! >= 0 && isOpen(tFrom + at)) give(sFrom + found[at]!, tFrom + at);
  }
}

/** Farther from a chain its block's ends are not looked for: many chains may lie in one long block. */
const farthestEdge = 200;

/** The end, on one side of a place, of the open words of its block; the place itself, if that is far. */
function edge(
  { words, breaks }: ReadText,
  place: number,
  side: -1 | 1,
  isOpen: (word: number) => boolean = () => true,
): number {
  let at = place;
  for (
    ;
    at > 0 && at < words.length && breaks[at] !== blockBreak && isOpen(side < 0 ? at - 1 : at);
    at += side
  ) {
    if (Math.abs(at - place) === farthestEdge) return place;
  }
  return at;
}
