/** The ways in which single stretches come that are not new: brought back in place, or found by searching the wiki. */
import { isWorthSearching, takeChains } from "../diff/chains";
import type { Chain } from "../diff/links";
import type { Source, Target } from "../diff/runs";
import { Evidence } from "../diff/evidence";
import { indexOfText, type SearchedText } from "../diff/pairs";
import { makeRoom, type Side } from "../diff/slide";
import type { ReadText } from "../text/vocabulary";
import { isCorrection } from "../text/spelling";
import { alignStretch } from "../diff/stretch";
import { type Explaining, unexplained } from "./explaining";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";
import { firstRunFrom, type RemovedText, runOf } from "./removed";

/**
 * The most pairs of a removed word and a word that came that are looked at in one place. Where more was removed, or came,
 * a single word no longer proves anything there, and long runs are found by searching the wiki.
 */
const mostInPlace = 30_000;
/** What part of the words that came to a place must have been removed there, for the place to be asked before the wiki. */
const mostOfPlace = 0.6;

/** What was found in a place, but too little of what came there to be taken before the wiki was searched. */
export interface Pending {
  readonly from: number;
  /** For each word from there on the removed word that it may be, or -1. */
  readonly sources: Int32Array;
}

/**
 * Words that come again where they were removed. Between the word before and the word after what came, all that was
 * removed there is compared with it as if it still stood; the place makes even a single common word enough, as long as
 * little else was removed there. Places where only a smaller part of what came is found are returned: a paragraph that
 * was copied to where a sentence was removed shares words with that sentence.
 */
export function bringBackInPlace(work: Explaining): Pending[] {
  const pending: Pending[] = [];
  const { bFrom, bTo } = work.comparison.changed;
  forEachGap(work, bFrom, bTo, (from, to) => {
    const sources = findInPlace(work, from, to);
    if (!sources) return;
    let count = 0;
    for (let at = 0; at < sources.length; at++) if (sources[at]! >= 0) count++;
    if (count >= mostOfPlace * sources.length) take(work, { from, sources });
    else if (count > 0) pending.push({ from, sources });
  });
  return pending;
}

/** Takes what was found in places before, as far as the search of the wiki left it open. */
export function bringBackRest(work: Explaining, pending: readonly Pending[]): void {
  for (const { from, sources } of pending) {
    const to = from + sources.length;
    let open = 0;
    for (let word = from; word < to; word++) if (work.reasons[word] === unexplained) open++;
    if (open === sources.length) take(work, { from, sources });
    else if (open > 0) {
      forEachGap(work, from, to, (gapFrom, gapTo) => {
        const found = findInPlace(work, gapFrom, gapTo);
        if (found) take(work, { from: gapFrom, sources: found });
      });
    }
  }
}

function take(work: Explaining, { from, sources }: Pending): void {
  for (let at = 0; at < sources.length; at++) if (sources[at]! >= 0) work.restoreInPlace(from + at, sources[at]!);
}

function forEachGap({ reasons }: Explaining, first: number, end: number, each: (from: number, to: number) => void): void {
  for (let word = first; word < end; ) {
    if (reasons[word] !== unexplained) { word++; continue; }
    const from = word;
    while (word < end && reasons[word] === unexplained) word++;
    each(from, word);
  }
}

/** For each word of a gap the removed word of the same place that it is, or -1; null if nothing was removed there. */
function findInPlace(work: Explaining, from: number, to: number): Int32Array | null {
  const { step: { before: { text, removed }, after }, comparison: { fromBefore, evidence } } = work;
  const above = from > 0 ? fromBefore[from - 1]! : -1;
  const below = to < fromBefore.length ? fromBefore[to]! : text.words.length;
  const [first, last] = below > above ? [above, below - 1] : [above, above];
  const [flatFrom, flatTo] = [removed.starts[firstRunFrom(removed.anchors, first)]!, removed.starts[firstRunFrom(removed.anchors, last + 1)]!];
  const places = (flatTo - flatFrom) * (to - from);
  if (places === 0 || places > mostInPlace || !shareWord(removed.words, flatFrom, flatTo, after.words, from, to)) return null;
  const found = alignStretch({
    a: removed.words.subarray(flatFrom, flatTo), aBreaks: removed.breaks.subarray(flatFrom, flatTo),
    b: after.words.subarray(from, to), bBreaks: after.breaks.subarray(from, to),
  }, evidence);
  for (let at = 0; at < found.length; at++) if (found[at]! >= 0) found[at]! += flatFrom;
  bridgeSpelling(work, removed.words, found, from);
  return found;
}

/** Whether two stretches have a word in common; of long ones it is taken for granted. */
function shareWord(a: Int32Array, aFrom: number, aTo: number, b: Int32Array, bFrom: number, bTo: number): boolean {
  if ((aTo - aFrom) * (bTo - bFrom) > 400) return true;
  for (let at = aFrom; at < aTo; at++) for (let other = bFrom; other < bTo; other++) if (a[at] === b[other]) return true;
  return false;
}

/** A word between two that were found side by side, and that differs only by spelling, was found too. */
function bridgeSpelling(work: Explaining, words: Int32Array, found: Int32Array, offset: number): void {
  const { step: { after, vocabulary: { folded } }, reasons } = work;
  for (let at = 1; at + 1 < found.length; at++) {
    if (found[at]! >= 0 || reasons[offset + at] !== unexplained || found[at - 1]! < 0 || found[at + 1] !== found[at - 1]! + 2) continue;
    const source = found[at - 1]! + 1;
    if (isCorrection(folded[words[source]!]!, folded[after.words[offset + at]!]!)) found[at] = source;
  }
}

/** What a run must prove to be a copy or a restore: more than a move, because most of what people add is new. */
const marginOfSearch = 10;

/**
 * Looks for what is still open in all that stands in the wiki and all that its pages remember. Among equally strong
 * sources what stands wins over what was removed, this page over others, and what is later in its text.
 */
export function search(work: Explaining): void {
  const { step } = work;
  const target = openTarget(work);
  const own = step.before;
  if (!isWorthSearching(target, own.text.words.length + own.removed.words.length, marginOfSearch, step.vocabulary)) return;
  const sources = gather(work);
  const searched = sources.reduce((sum, { words }) => sum + words.length, 0);
  let counted: readonly SearchedText[] | undefined;
  const evidence = (asked: Int32Array) => new Evidence(step.vocabulary, (counted ??= countOrigins(sources, step.isSpread)), asked);
  const chains = takeChains({ sources, reuse: true, margin: marginOfSearch, vocabulary: step.vocabulary, searched, evidence }, target);
  for (const chain of chains) {
    const source = sources[chain[0]!.of]!;
    const found = new Int32Array(target.words.length).fill(-1);
    for (const run of chain) for (let at = 0; at < run.length; at++) found[run.target + at] = run.source + at;
    bridgeSpelling(work, source.words, found, 0);
    for (let word = target.from; word < target.to; word++) if (found[word]! >= 0) give(work, source, found[word]!, word);
  }
  for (const chain of chains) extend(work, sources[chain[0]!.of]!, chain);
}

function openTarget(work: Explaining): Target {
  const { step: { after }, reasons, comparison: { changed } } = work;
  const open = new Uint8Array(reasons.length);
  const from = work.firstOpen();
  let to = from;
  for (let word = from; word < changed.bTo; word++) {
    if (reasons[word] !== unexplained) continue;
    open[word] = 1;
    to = word + 1;
  }
  return { words: after.words, breaks: after.breaks, open, from, to };
}

/** A text that words may have come from. */
interface Origin extends Source {
  readonly origins: Origins;
  /** What it is: text that stands, or text that was removed, from this page or another. */
  readonly removed: RemovedText | null;
  readonly isSamePage: boolean;
}

/** Everything that text may have come from. Among equally strong sources what comes later here wins. */
function gather(work: Explaining): Origin[] {
  const { others, before } = work.step;
  const pages = others();
  const sources: Origin[] = [];
  const put = ({ words, breaks }: ReadText, origins: Origins, removed: RemovedText | null, isSamePage: boolean) => {
    if (words.length === 0) return;
    // Another page is searched by many entries before it changes.
    const index = isSamePage ? null : indexOfText(words);
    sources.push({ words, breaks, index, open: isSamePage && removed ? stillRemoved(work) : null, origins, removed, isSamePage });
  };
  for (const { removed } of pages) put(removed, removed.origins, removed, false);
  put(before.removed, before.removed.origins, before.removed, true);
  for (const { text, origins } of pages) put(text, origins, null, false);
  put(before.text, before.origins, null, true);
  return sources;
}

function stillRemoved({ removedToAfter }: Explaining): Uint8Array | null {
  if (!removedToAfter) return null;
  const open = new Uint8Array(removedToAfter.length);
  for (let word = 0; word < open.length; word++) if (removedToAfter[word]! < 0) open[word] = 1;
  return open;
}

/** Of words that stand in several places only the first counts: copies are no second witness that a phrase is common. */
function countOrigins(sources: readonly Origin[], isSpread: (entry: number) => boolean): SearchedText[] {
  const seen = new OriginSet();
  return sources.map(({ words, breaks, index, origins }) => ({ words, breaks, index, copies: seen.addAll(origins, isSpread) }));
}

function give(work: Explaining, { origins, removed, isSamePage }: Origin, source: number, word: number): void {
  const [entry, ordinal] = [origins.entries[source]!, origins.ordinals[source]!];
  if (!removed) work.carry(word, entry, ordinal);
  else if (isSamePage) work.restoreInPlace(word, source);
  else work.restore(word, entry, ordinal, removed.at[runOf(removed, source)]!, false);
}

/** Takes the words at both ends of a chain along, where their doubles were kept by chance (see `makeRoom`). */
function extend(work: Explaining, source: Origin, chain: Chain): void {
  const { step: { after }, comparison } = work;
  const side: Side = {
    words: after.words, partner: comparison.fromBefore, back: comparison.toAfter, how: comparison.how, isAfter: true,
    isFree: (word) => work.reasons[word] === unexplained,
  };
  const [first, last] = [chain[0]!, chain.at(-1)!];
  for (let s = last.source + last.length, t = last.target + last.length; s < source.words.length && takeAlong(s, t, -1); s++, t++);
  for (let s = first.source - 1, t = first.target - 1; s >= 0 && t >= 0 && takeAlong(s, t, 1); s--, t--);

  function takeAlong(from: number, word: number, changeLies: -1 | 1): boolean {
    if (word >= after.words.length || source.words[from] !== after.words[word]) return false;
    const double = makeRoom(side, word, changeLies);
    if (double < 0) return false;
    if (double !== word) work.exchange(double, word);
    give(work, source, from, word);
    return true;
  }
}
