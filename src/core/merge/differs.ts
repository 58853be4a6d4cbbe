/** Which words of two versions of a passage differ, so that whoever chooses between them sees where to look. */
import { leaves } from "../document/leaves";
import type { DocumentNode } from "../document/model";
import { type WordRange, words } from "../text/words";
import { editsOf, type Part } from "./edits";

export interface Differing {
  /** Ranges of the words of each that the other has not, in their order. */
  readonly one: readonly WordRange[];
  readonly other: readonly WordRange[];
}

/**
 * By a longest common subsequence of their words as they are written; nothing where that would be too much.
 * O(words), and up to `mostCompared` pairs between the first and the last that differ.
 */
export function differingWords(one: readonly DocumentNode[], other: readonly DocumentNode[]): Differing {
  const edits = editsOf(wordsOf(one), wordsOf(other)) ?? [];
  let shift = 0;
  const puts = edits.map(({ from, to, put }) => {
    const range = { from: from + shift, to: from + shift + put.length };
    shift += put.length - (to - from);
    return range;
  });
  const hasWords = ({ from, to }: WordRange) => to > from;
  return { one: edits.map(({ from, to }) => ({ from, to })).filter(hasWords), other: puts.filter(hasWords) };
}

const wordsOf = (content: readonly DocumentNode[]): Part[] =>
  leaves({ type: "doc", content }).flatMap(({ text }) =>
    words(text).map(({ from, to }) => ({ nodes: [], key: text.slice(from, to) })),
  );
