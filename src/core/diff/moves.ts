/** What moved within a text: runs that left one place and stand in another, and what moved along with them. */
import { passing } from "../text/room";
import { takeChains } from "./chains";
import type { Chain } from "./links";
import type { Matching } from "./matching";
import { partAt } from "./part-at";
import { makeRoom, type Side } from "./slide";
import { mayShareWord } from "./stretch";
import { came, kept, moved } from "./ways";

/** What a run must prove to have moved: little, because its words left the page in the same entry. */
const marginOfMove = 2;
const mostRounds = 4;
/** Beside what moved no wider gaps are compared: many gaps may ask for the same one. */
const widestGap = 400;

/**
 * Finds what moved, the strongest chains first. What is explained is no longer searched, so that what is left has to
 * prove less in the next round.
 */
export function moveRuns(matching: Matching): void {
  const { toAfter, how, evidence, changed: { aFrom, aTo, bFrom: from, bTo: to }, a, b, vocabulary } = matching;
  for (let round = 0; round < mostRounds; round++) {
    const gone = passing.bytes(aTo);
    const open = passing.bytes(b.words.length);
    let isAnyGone = false, isAnyOpen = false;
    for (let word = aFrom; word < aTo; word++) if (toAfter[word]! < 0) { gone[word] = 1; isAnyGone = true; }
    for (let word = from; word < to; word++) if (how[word] === came) { open[word] = 1; isAnyOpen = true; }
    if (!isAnyGone || !isAnyOpen) return;
    const source = { words: a.words.subarray(0, aTo), breaks: a.breaks.subarray(0, aTo), open: gone, from: aFrom };
    const chains = takeChains({ sources: [source], reuse: false, margin: marginOfMove, vocabulary, searched: a.words.length, evidence }, { words: b.words, breaks: b.breaks, open, from, to });
    if (chains.length === 0) return;
    for (const run of chains.flat()) for (let at = 0; at < run.length; at++) matching.continueWord(run.source + at, run.target + at, moved);
    for (const chain of chains) extendMove(matching, chain);
  }
}

/**
 * Looks within the blocks that are known by now, beside what is known of them, for words that stayed or moved along: whoever moves
 * a paragraph and changes it leaves runs that are too short to be found anywhere else than between two that moved.
 */
export function fillBlocks(matching: Matching, from: number, to: number): void {
  const { b: { starts }, how } = matching;
  for (let block = from; block < to; block++) {
    const first = starts[block]!, end = starts[block + 1]!;
    for (let word = first; word < end; ) {
      if (how[word] !== came) { word++; continue; }
      const gap = word;
      while (word < end && how[word] === came) word++;
      fillGap(matching, gap > first ? gap - 1 : -1, gap, word, word < end ? word : -1);
    }
  }
}

/** `before` and `after` are the words around the gap, or -1 where it is at the edge of its block. */
function fillGap(matching: Matching, before: number, from: number, to: number, after: number): void {
  const { a: { starts, words }, b, fromBefore, toAfter, how } = matching;
  const beside = before >= 0 ? before : after;
  if (beside < 0) return;
  const way = how[beside]!;
  const isBetween = before >= 0 && after >= 0;
  // Between two that stayed, the comparison in order has looked already.
  if (!(way === moved || (way === kept && !isBetween)) || (isBetween && how[after] !== way)) return;
  const source = partAt(starts, fromBefore[beside]!);
  let aFrom = before >= 0 ? fromBefore[before]! + 1 : starts[source]!, aTo = after >= 0 ? fromBefore[after]! : starts[source + 1]!;
  if (aFrom >= aTo || aTo - aFrom > widestGap) return;
  // What stays, stays in order: past another word that does, none of the gap can.
  const stays = (word: number) => toAfter[word]! >= 0 && how[toAfter[word]!] === kept;
  if (way === kept && before < 0) for (let word = aTo - 1; word >= aFrom; word--) if (stays(word)) aFrom = word + 1;
  if (way === kept && after < 0) for (let word = aFrom; word < aTo; word++) if (stays(word)) aTo = word;
  if (aFrom >= aTo || aFrom < starts[source]! || aTo > starts[source + 1]! || !mayShareWord(words, aFrom, aTo, b.words, from, to)) return;
  matching.alignWords({ a: openBetween(toAfter, aFrom, aTo), b: openBetween(fromBefore, from, to) }, way);
}

/**
 * Takes the words at both ends of a move along that were kept in its place by chance: where "the flood. The" moved away
 * from before "The bank", one of the two "The" stays, and it is the other one.
 */
function extendMove(matching: Matching, chain: Chain): void {
  const { a, b } = matching;
  const before: Side = { words: a.words, partner: matching.toAfter, back: matching.fromBefore, how: matching.how, isAfter: false };
  const after: Side = { words: b.words, partner: matching.fromBefore, back: matching.toAfter, how: matching.how, isAfter: true };
  const first = chain[0]!, last = chain.at(-1)!;
  for (let s = last.source + last.length, t = last.target + last.length; s < a.words.length && a.words[s] === b.words[t]; s++, t++) {
    if (makeRoom(after, t, -1) < 0 || makeRoom(before, s, -1) < 0) break;
    matching.continueWord(s, t, moved);
  }
  for (let s = first.source - 1, t = first.target - 1; s >= 0 && t >= 0 && a.words[s] === b.words[t]; s--, t--) {
    if (makeRoom(after, t, 1) < 0 || makeRoom(before, s, 1) < 0) break;
    matching.continueWord(s, t, moved);
  }
}

function openBetween(partner: Int32Array, from: number, to: number): Int32Array {
  const found = passing.numbers(to - from);
  let count = 0;
  for (let word = from; word < to; word++) if (partner[word]! < 0) found[count++] = word;
  return found.subarray(0, count);
}
