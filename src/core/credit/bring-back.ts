/** Words that come again where they were removed. */
import { alignStretch, mayShareWord } from "../diff/stretch";
import { isCorrection } from "../text/spelling";
import { type Explaining, unexplained } from "./explaining";
import { firstRunFrom } from "./removed";

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
 * Words that come again where they were removed. All that was removed between the word before what came and the next one that
 * still stands is compared with it as if it still stood; the place makes even a single common word enough, as long as
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

/** So many of the places are asked. */
const placesAsked = 64;
/** What part of the words that came there must have been removed there: "the" comes to where another one went by chance, but not everywhere. */
const mostOfPlaces = 0.4;

/**
 * Whether the words that are taken for new come to where they were removed: then somebody undid, all over a page, what
 * somebody had changed all over it. Some of the places are asked, from all parts of the page.
 */
export function cameBackInPlaces(work: Explaining): boolean {
  const { newWords, changed } = work.comparison;
  if (!newWords) return false;
  const places: (readonly [from: number, to: number])[] = [];
  forEachGap(work, changed.bFrom, changed.bTo, (from, to) => { if (newWords[from] === 1) places.push([from, to]); });
  const step = Math.max(1, Math.floor(places.length / placesAsked));
  let words = 0, found = 0;
  for (let place = 0; place < places.length; place += step) {
    const [from, to] = places[place]!;
    words += to - from;
    for (const source of findInPlace(work, from, to) ?? []) if (source >= 0) found++;
  }
  return found > mostOfPlaces * words;
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
  const { step: { before: { text, removed }, after }, comparison: { fromBefore, toAfter, evidence } } = work;
  const first = from > 0 ? fromBefore[from - 1]! : -1;
  // Behind a word that came from elsewhere, nothing says where on the page this is.
  if (from > 0 && first < 0) return null;
  // To the next word that still stands, wherever it does now: past it the place ends.
  let last = first;
  while (last + 1 < text.words.length && toAfter[last + 1]! < 0) last++;
  const run = firstRunFrom(removed.anchors, first);
  let runEnd = run;
  while (runEnd < removed.anchors.length && removed.anchors[runEnd]! <= last) runEnd++;
  const flatFrom = removed.starts[run]!, flatTo = removed.starts[runEnd]!;
  const places = (flatTo - flatFrom) * (to - from);
  if (places === 0 || places > mostInPlace || !mayShareWord(removed.words, flatFrom, flatTo, after.words, from, to)) return null;
  const found = alignStretch({
    a: removed.words.subarray(flatFrom, flatTo), aBreaks: removed.breaks.subarray(flatFrom, flatTo),
    b: after.words.subarray(from, to), bBreaks: after.breaks.subarray(from, to),
  }, evidence);
  for (let at = 0; at < found.length; at++) if (found[at]! >= 0) found[at]! += flatFrom;
  bridgeSpelling(work, removed.words, found, from);
  return found;
}

/** A word between two that were found side by side, and that differs only by spelling, was found too. */
export function bridgeSpelling(work: Explaining, words: Int32Array, found: Int32Array, offset: number): void {
  const { step: { after, vocabulary: { folded } }, reasons } = work;
  for (let at = 1; at + 1 < found.length; at++) {
    if (found[at]! >= 0 || reasons[offset + at] !== unexplained || found[at - 1]! < 0 || found[at + 1] !== found[at - 1]! + 2) continue;
    const source = found[at - 1]! + 1;
    if (isCorrection(folded[words[source]!]!, folded[after.words[offset + at]!]!)) found[at] = source;
  }
}
