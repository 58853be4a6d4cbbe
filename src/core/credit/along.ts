/** What goes along with passages that were found: the words at their ends and within them that are no proof by themselves. */
import { longRun } from "../diff/evidence";
import type { Chain } from "../diff/links";
import { partAt } from "../diff/part-at";
import { isPartEnd, partFrom } from "../diff/parts";
import type { Source } from "../diff/runs";
import { makeRoom, type Side } from "../diff/slide";
import { alignStretch, mayShareWord } from "../diff/stretch";
import { kept, moved } from "../diff/ways";
import { blockBreak } from "../text/breaks";
import type { ReadText } from "../text/vocabulary";
import { type Explaining, onPage, unexplained } from "./explaining";
import type { Origins } from "./origins";

/** A chain whose words have been given their origins already. */
export interface Passage {
  readonly source: Source & { readonly origins: Origins };
  readonly chain: Chain;
  /** Explains an open word by a word of the source. */
  readonly give: (from: number, word: number) => void;
}

/** Each step is done for all passages before the next: what is sure comes first. */
export function takeAlong(work: Explaining, passages: readonly Passage[]): void {
  for (const passage of passages) takeOver(work, passage);
  for (const passage of passages) extend(work, passage);
  for (const passage of passages) fill(work, passage);
}

/**
 * Takes over what the comparison took to have stayed, or moved, amid a passage that was found as a whole: whoever puts one text in the
 * place of another writes none of the phrases that the two have in common, and did not keep them either.
 */
function takeOver(work: Explaining, { source, chain, give }: Passage): void {
  const { step: { after }, comparison: { how, changed }, reasons, origins } = work;
  const first = chain[0]!, last = chain.at(-1)!;
  for (let at = 1; at < chain.length; at++) {
    const run = chain[at - 1]!, next = chain[at]!;
    const length = next.target - run.target - run.length;
    if (next.source - run.source - run.length !== length) continue;
    for (let from = run.source + run.length, word = run.target + run.length; word < next.target; from++, word++) if (isTheSame(from, word)) take(from, word);
  }
  beside(last.source + last.length, last.target + last.length, 1);
  beside(first.source - 1, first.target - 1, -1);

  function isTheSame(from: number, word: number): boolean {
    return from >= 0 && from < source.words.length && word >= changed.bFrom && word < changed.bTo
      && reasons[word] === onPage && (how[word] === moved || how[word] === kept) && source.words[from] === after.words[word] && work.keepsItsOrigin(word);
  }

  /** As far as both go on alike, up to where the passage itself goes on, or both end. */
  function beside(from: number, word: number, side: -1 | 1): void {
    let length = 0;
    while (length < longRun && isTheSame(from + side * length, word + side * length)) {
      length++;
      if (endsBlock(after, word + side * length, side) !== endsBlock(source, from + side * length, side)) return;
      if (endsBlock(after, word + side * length, side)) break;
    }
    if (length === 0 || length === longRun) return;
    const nextFrom = from + side * length, next = word + side * length;
    if (endsBlock(after, next, side) || goesOn(nextFrom, next)) for (let at = 0; at < length; at++) take(from + side * at, word + side * at);
  }

  function goesOn(from: number, word: number): boolean {
    return source.words[from] === after.words[word] && (reasons[word] === unexplained || hasItsOrigin(from, word));
  }

  function hasItsOrigin(from: number, word: number): boolean {
    return origins.entries[word] === source.origins.entries[from] && origins.ordinals[word] === source.origins.ordinals[from];
  }

  function take(from: number, word: number): void {
    // What both have from one place stays what it is.
    if (hasItsOrigin(from, word)) return;
    work.letGo(word);
    give(from, word);
  }
}

/** Whether a block ends before a word, or behind it, looked at from the other side. */
function endsBlock({ words, breaks }: ReadText, word: number, side: -1 | 1): boolean {
  return word < 0 || word >= words.length || breaks[side > 0 ? word : word + 1] === blockBreak;
}

/** Takes the words at both ends of a chain along, where their doubles were kept by chance (see `makeRoom`). */
function extend(work: Explaining, { source, chain, give }: Passage): void {
  const { step: { after }, comparison } = work;
  const side: Side = {
    words: after.words, partner: comparison.fromBefore, back: comparison.toAfter, how: comparison.how, isAfter: true,
    isFree: (word) => work.reasons[word] === unexplained,
  };
  const first = chain[0]!, last = chain.at(-1)!;
  for (let s = last.source + last.length, t = last.target + last.length; t < after.words.length; s++, t++) {
    if (s < source.words.length && takeWord(s, t, -1)) continue;
    s = behind(source, s);
    if (s < 0 || !takeWord(s, t, -1)) break;
  }
  for (let s = first.source - 1, t = first.target - 1; t >= 0; s--, t--) {
    if (s >= 0 && takeWord(s, t, 1)) continue;
    s = inFront(source, s);
    if (s < 0 || !takeWord(s, t, 1)) break;
  }

  function takeWord(from: number, word: number, changeLies: -1 | 1): boolean {
    if (source.words[from] !== after.words[word]) return false;
    const double = makeRoom(side, word, changeLies);
    if (double < 0) return false;
    if (double !== word) work.exchange(double, word);
    give(from, word);
    return true;
  }
}

/** Where a text goes on that ends, as a part, before `word`; -1 if it does not. */
function behind(source: Source, word: number): number {
  const { parts } = source;
  if (!parts || !isPartEnd(source, word)) return -1;
  const next = parts.after[partAt(parts.starts, word - 1)]!;
  return next < 0 ? -1 : parts.starts[next]!;
}

/** The same in front of a part that begins behind `word`: its last word. */
function inFront(source: Source, word: number): number {
  const part = partFrom(source, word + 1);
  const earlier = part < 0 ? -1 : source.parts!.before[part]!;
  return earlier < 0 ? -1 : source.parts!.starts[earlier + 1]! - 1;
}

/**
 * Takes the words within a chain along, out to the ends of its block, or of its gap: whoever brings a paragraph back, or over, and changes it
 * leaves runs that are too short to be found anywhere else than beside the others.
 */
function fill(work: Explaining, { source, chain, give }: Passage): void {
  const { step: { after }, comparison: { evidence }, reasons } = work;
  const first = chain[0]!, last = chain.at(-1)!;
  const isOpen = (word: number) => reasons[word] === unexplained;
  between(edge(source, first.source, -1), first.source, edge(after, first.target, -1, isOpen), first.target);
  for (let at = 1; at < chain.length; at++) {
    const run = chain[at - 1]!, next = chain[at]!;
    between(run.source + run.length, next.source, run.target + run.length, next.target);
  }
  const sourceEnd = last.source + last.length, targetEnd = last.target + last.length;
  between(sourceEnd, edge(source, sourceEnd, 1), targetEnd, edge(after, targetEnd, 1, isOpen));

  function between(sFrom: number, sTo: number, tFrom: number, tTo: number): void {
    // What was taken along at the ends of the chain is no longer open.
    while (tFrom < tTo && !isOpen(tFrom)) tFrom++;
    while (tFrom < tTo && !isOpen(tTo - 1)) tTo--;
    if (sFrom >= sTo || !mayShareWord(source.words, sFrom, sTo, after.words, tFrom, tTo)) return;
    const found = alignStretch({
      a: source.words.subarray(sFrom, sTo), aBreaks: source.breaks.subarray(sFrom, sTo), b: after.words.subarray(tFrom, tTo), bBreaks: after.breaks.subarray(tFrom, tTo), areRelated: true,
    }, evidence);
    for (let at = 0; at < found.length; at++) if (found[at]! >= 0 && isOpen(tFrom + at)) give(sFrom + found[at]!, tFrom + at);
  }
}

/** Farther from a chain its block's ends are not looked for: many chains may lie in one long block. */
const farthestEdge = 200;

/** The end, on one side of a place, of the open words of its block; the place itself, if that is far. */
function edge({ words, breaks }: ReadText, place: number, side: -1 | 1, isOpen: (word: number) => boolean = () => true): number {
  let at = place;
  for (; at > 0 && at < words.length && breaks[at] !== blockBreak && isOpen(side < 0 ? at - 1 : at); at += side) {
    if (Math.abs(at - place) === farthestEdge) return place;
  }
  return at;
}
