/** What moved within a text: runs that left one place and stand in another. */
import { mostMoveRounds } from "./budgets";
import { passing } from "../text/room";
import { takeChains } from "./chains";
import type { Matching } from "./matching";
import { came, moved } from "./ways";

/** What a run must prove to have moved: little, because its words left the page in the same entry. */
const marginOfMove = 2;

/**
 * Finds what moved, the strongest chains first. What is explained is no longer searched, so that what is left
 * has to prove less in the next round.
 */
export function moveRuns(matching: Matching): void {
  const {
    toAfter,
    how,
    evidence,
    changed: { aFrom, aTo, bFrom: from, bTo: to },
    a,
    b,
    vocabulary,
  } = matching;
  for (let round = 0; round < mostMoveRounds; round++) {
    const gone = passing.bytes(aTo);
    const open = passing.bytes(b.words.length);
    let isAnyGone = false,
      isAnyOpen = false;
    for (let word = aFrom; word < aTo; word++)
      if (toAfter[word]! < 0) {
        gone[word] = 1;
        isAnyGone = true;
      }
    for (let word = from; word < to; word++)
      if (how[word] === came && !matching.isNew(word)) {
        open[word] = 1;
        isAnyOpen = true;
      }
    if (!isAnyGone || !isAnyOpen) return;
    const source = {
      words: a.words.subarray(0, aTo),
      breaks: a.breaks.subarray(0, aTo),
      open: gone,
      from: aFrom,
    };
    const chains = takeChains(
      {
        sources: [source],
        reuse: false,
        margin: marginOfMove,
        vocabulary,
        searched: a.words.length,
        evidence,
      },
      { words: b.words, breaks: b.breaks, open, from, to },
    );
    if (chains.length === 0) return;
    for (const run of chains.flat())
      for (let at = 0; at < run.length; at++) matching.continueWord(run.source + at, run.target + at, moved);
  }
}
