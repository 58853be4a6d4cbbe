/** What moved within a text: runs that left one place and stand in another. */
import { passing } from "../text/room";
import { takeChains } from "./chains";
import type { Chain } from "./links";
import type { Matching } from "./matching";
import { makeRoom, type Side } from "./slide";
import { came, moved } from "./ways";

/** What a run must prove to have moved: little, because its words left the page in the same entry. */
const marginOfMove = 2;
const mostRounds = 4;

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
    for (let word = from; word < to; word++) if (how[word] === came && !matching.isNew(word)) { open[word] = 1; isAnyOpen = true; }
    if (!isAnyGone || !isAnyOpen) return;
    const source = { words: a.words.subarray(0, aTo), breaks: a.breaks.subarray(0, aTo), open: gone, from: aFrom };
    const chains = takeChains({ sources: [source], reuse: false, margin: marginOfMove, vocabulary, searched: a.words.length, evidence }, { words: b.words, breaks: b.breaks, open, from, to });
    if (chains.length === 0) return;
    for (const run of chains.flat()) for (let at = 0; at < run.length; at++) matching.continueWord(run.source + at, run.target + at, moved);
    for (const chain of chains) extendMove(matching, chain);
  }
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
