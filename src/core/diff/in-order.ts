/** What was found by searching, but did not move: where little of a text stays, that little is not compared in order, and found as if it had. */
import { passing } from "../text/room";
import { type Anchor, heaviestChain } from "./anchors";
import type { Matching } from "./matching";
import { kept, moved } from "./ways";

/** Says of moved runs that they stayed, of as many words as can be: those that pass no word that stays, nor each other. O(what changed, and runs · log runs). */
export function keepInOrder({ fromBefore, how, changed: { aFrom, aTo, bFrom, bTo } }: Matching): void {
  // By word, the first word before of the next that stays.
  const next = passing.numbers(bTo - bFrom + 1);
  next[bTo - bFrom] = aTo;
  for (let word = bTo - 1; word >= bFrom; word--) next[word - bFrom] = how[word] === kept ? fromBefore[word]! : next[word - bFrom + 1]!;
  const runs: Anchor[] = [];
  for (let word = bFrom, last = aFrom - 1; word < bTo; ) {
    if (how[word] === kept) last = fromBefore[word]!;
    if (how[word] !== moved) { word++; continue; }
    const b = word, a = fromBefore[word]!;
    do word++; while (word < bTo && how[word] === moved && fromBefore[word] === a + word - b);
    if (a > last && a + word - b <= next[word - bFrom]!) runs.push({ a, b, length: word - b });
  }
  for (const { b, length } of heaviestChain(runs)) how.fill(kept, b, b + length);
}
