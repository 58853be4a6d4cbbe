/** Texts to find runs in, and what is found. */
import { TextIndex } from "@/core/diff/pairs";
import type { Runs, Source, Target } from "@/core/diff/runs";
import { Vocabulary } from "@/core/text/vocabulary";

/** Texts as sources and a target. */
export function readTexts(
  sourceTexts: readonly string[][],
  targetText: readonly string[],
  {
    sourceOpen,
    targetOpen,
    isIndexed,
  }: { sourceOpen?: boolean[]; targetOpen?: boolean[]; isIndexed?: boolean } = {},
) {
  const vocabulary = new Vocabulary();
  const openOf = (length: number, which: boolean[]) =>
    Uint8Array.from({ length }, (_, at) => (which[at] ? 1 : 0));
  const sources = sourceTexts.map((each): Source => {
    const { words: numbers, breaks } = vocabulary.read(each.join(" "));
    const open = sourceOpen ? openOf(numbers.length, sourceOpen) : null;
    return {
      words: numbers,
      breaks,
      open,
      ...(open ? { from: Math.max(0, open.indexOf(1)) } : {}),
      index: isIndexed ? new TextIndex(numbers) : null,
    };
  });
  const { words: numbers, breaks } = vocabulary.read(targetText.join(" "));
  const target: Target = {
    words: numbers,
    breaks,
    open: openOf(numbers.length, targetOpen ?? new Array<boolean>(numbers.length).fill(true)),
    from: 0,
    to: numbers.length,
  };
  return { sources, target };
}

export const listed = (runs: Runs) => Array.from({ length: runs.count }, (_, run) => runs.at(run));

/**
 * Slowly and obviously: every stretch of `least` or more equal open words that can't be made longer on either
 * side.
 */
export function allRuns(sources: readonly Source[], target: Target, least: number): string[] {
  const runs: string[] = [];
  sources.forEach(({ words: s, open }, of) => {
    const isEqual = (from: number, to: number) =>
      from >= 0 &&
      to >= 0 &&
      from < s.length &&
      to < target.words.length &&
      s[from] === target.words[to] &&
      target.open[to] === 1 &&
      (!open || open[from] === 1);
    for (let from = 0; from < s.length; from++) {
      for (let to = 0; to < target.words.length; to++) {
        if (!isEqual(from, to) || isEqual(from - 1, to - 1)) continue;
        let length = 0;
        while (isEqual(from + length, to + length)) length++;
        if (length >= least) runs.push(`${of}: ${from} ${to} ${length}`);
      }
    }
  });
  return runs.sort();
}

export const told = (runs: Runs) =>
  listed(runs)
    .map(({ of, source, target, length }) => `${of}: ${source} ${target} ${length}`)
    .sort();
