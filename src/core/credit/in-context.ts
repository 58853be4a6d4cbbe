/**
 * Words between two that are known, where they stand, or stood, between the same two elsewhere.
 *
 * When a passage comes back, or over, in a version that another page has, most of it may be explained by an older version that is nearer at
 * hand. What is left are the few words by which the two differ: too few to be found anywhere, and no chance between these two.
 */
import { blockBreak } from "../text/breaks";
import { passing } from "../text/room";
import { type Explaining, unexplained } from "./explaining";
import { OriginNumbers } from "./origin-numbers";
import type { Origins } from "./origins";

/** A text in which the words may stand. */
export interface Context {
  readonly words: Int32Array;
  readonly origins: Origins;
  /** Explains an open word by a word of this text. */
  readonly give: (from: number, word: number) => void;
}

interface Gap {
  readonly from: number;
  readonly to: number;
}

/** Looks only between words that may stand in several places; what comes later in `contexts` wins. O(words of all, and of the gaps). */
export function explainInContext(work: Explaining, contexts: readonly Context[]): void {
  let gaps: readonly Gap[] = gapsBetweenSpread(work);
  for (let each = contexts.length - 1; each >= 0 && gaps.length > 0; each--) gaps = fillFrom(work, gaps, contexts[each]!);
}

/** The open stretches, within their blocks, that have words on both sides which may stand elsewhere too. */
function gapsBetweenSpread({ reasons, origins: { entries }, step: { after, isSpread }, comparison: { changed } }: Explaining): Gap[] {
  const gaps: Gap[] = [];
  const isWitness = (word: number) => reasons[word] !== unexplained && isSpread(entries[word]!);
  for (let word = Math.max(1, changed.bFrom); word < changed.bTo; ) {
    const from = word++;
    if (reasons[from] !== unexplained || after.breaks[from] === blockBreak || !isWitness(from - 1)) continue;
    while (word < changed.bTo && reasons[word] === unexplained && after.breaks[word] !== blockBreak) word++;
    if (word < reasons.length && after.breaks[word] !== blockBreak && isWitness(word)) gaps.push({ from, to: word });
  }
  return gaps;
}

/** Explains what stands in the context between the same two words; returns the other gaps. */
function fillFrom(work: Explaining, gaps: readonly Gap[], { words, origins: { entries, ordinals }, give }: Context): readonly Gap[] {
  const { origins: known, step: { after, entry } } = work;
  /** By the origin of the word in front of it, which gap, plus one. */
  const behind = new OriginNumbers();
  const isAsked = passing.bytes(entry);
  gaps.forEach(({ from }, index) => {
    isAsked[known.entries[from - 1]!] = 1;
    behind.set(known.entries[from - 1]!, known.ordinals[from - 1]!, index + 1);
  });
  const isFilled = passing.bytes(gaps.length);
  for (let at = 0; at < words.length; at++) {
    if (isAsked[entries[at]!] === 0) continue;
    const index = behind.get(entries[at]!, ordinals[at]!) - 1;
    if (index < 0 || isFilled[index] === 1 || !readsOn(at + 1, gaps[index]!)) continue;
    isFilled[index] = 1;
    for (let word = gaps[index]!.from, from = at + 1; word < gaps[index]!.to; word++, from++) give(from, word);
  }
  return gaps.filter((_, index) => isFilled[index] === 0);

  function readsOn(at: number, { from, to }: Gap): boolean {
    for (let word = from; word < to; word++) if (words[at + word - from] !== after.words[word]) return false;
    const next = at + to - from;
    return entries[next] === known.entries[to] && ordinals[next] === known.ordinals[to];
  }
}
