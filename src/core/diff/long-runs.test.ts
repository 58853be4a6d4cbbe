import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allRuns, listed, readTexts, told } from "../../../tests/support/runs";
import { stockProse } from "../../../tests/support/truth/prose";
import { dice } from "../roster/dice";
import { findRuns } from "./find-runs";
import { blockBreak, sentenceBreak } from "../text/breaks";
import { fewestAlone, LongRunFinder, longSeedLength } from "./long-runs";
import { type Run, Runs, type Source, type Target } from "./runs";

const length = 60;
const flags = fc.array(
  fc.nat(19).map((number) => number > 0),
  { minLength: length, maxLength: length },
);
/** Parts of one text, one after the other: long runs are rare where words are drawn one by one. */
const parts = fc.array(fc.tuple(fc.nat(length - 1), fc.integer({ min: 1, max: 25 })), {
  minLength: 1,
  maxLength: 6,
});
const texts = fc
  .record({
    words: fc.array(fc.constantFrom(..."weir eel silt dam. reed".split(" ")), {
      minLength: length,
      maxLength: length,
    }),
    sources: fc.array(parts, { minLength: 1, maxLength: 3 }),
    target: parts,
  })
  .map(({ words, sources, target }) => {
    const put = (wanted: [number, number][]) =>
      wanted.flatMap(([from, count]) => words.slice(from, from + count)).slice(0, length);
    return { sourceTexts: sources.map(put), targetText: put(target) };
  });

function found(sources: readonly Source[], target: Target): Runs {
  const runs = new Runs();
  runs.begin(100_000);
  const finder = new LongRunFinder(target, runs);
  sources.forEach((source, of) => finder.find(source, of));
  return runs;
}

/** The inverse of `told`. */
function readRun(line: string): Run {
  const [of, source, target, length] = line.match(/\d+/g)!.map(Number);
  return { of: of!, source: source!, target: target!, length: length! };
}

describe("long runs", () => {
  test("are the longest, whole sentences and those that go on beside them, each once and as long as it is", () => {
    let sentences = 0,
      long = 0,
      short = 0;
    fc.assert(
      fc.property(texts, flags, flags, ({ sourceTexts, targetText }, sourceOpen, targetOpen) => {
        const { sources, target } = readTexts(sourceTexts, targetText, { sourceOpen, targetOpen });
        const runs = listed(found(sources, target)),
          all = told(found(sources, target));
        expect(new Set(all).size).toBe(all.length);
        expect(allRuns(sources, target, 3)).toEqual(expect.arrayContaining(all));
        const begins = ({ breaks }: Source | Target, at: number) =>
          (breaks[at] ?? blockBreak) >= sentenceBreak;
        const isSentenceOf = (one: Source | Target, at: number, length: number) =>
          begins(one, at) && begins(one, at + length);
        const isSentence = ({ of, source, target: to, length }: Run) =>
          isSentenceOf(sources[of]!, source, length) && isSentenceOf(target, to, length);
        const wanted = allRuns(sources, target, longSeedLength)
          .map(readRun)
          .filter((run) => run.length >= fewestAlone || isSentence(run));
        expect(runs).toEqual(expect.arrayContaining(wanted));
        // Whatever else is found has a neighbour on its diagonal.
        for (const run of runs.filter((each) => each.length < fewestAlone && !isSentence(each))) {
          const behind = (one: Run, other: Run) =>
            other.of === run.of &&
            other.target - other.source === one.target - one.source &&
            other.target > one.target &&
            other.target - one.target - one.length <= 4;
          expect(runs.some((other) => behind(run, other) || behind(other, run))).toBe(true);
          short++;
        }
        long += wanted.filter(({ length }) => length >= fewestAlone).length;
        sentences += wanted.filter(({ length }) => length < fewestAlone).length;
      }),
      { seed: 31, numRuns: 1000 },
    );
    expect(long).toBeGreaterThan(200);
    expect(sentences, "whole sentences").toBeGreaterThan(20);
    expect(short, "runs beside others").toBeGreaterThan(100);
  });

  test("are found in a source whatever was let go of in the one before", () => {
    const named = (name: string, from: number, to: number) =>
      Array.from({ length: to - from }, (_, at) => `${name}${from + at}`);
    const phrase = [
      ...named("other", 0, 60),
      ...named("reed", 60, 60 + longSeedLength),
      ...named("other", 67, 100),
    ];
    const { sources, target } = readTexts(
      [phrase, [...named("reed", 0, 20), ...named("more", 20, 100)]],
      named("reed", 0, 100),
    );
    // Both lie on one diagonal, the short one farther on.
    expect(told(found(sources, target))).toEqual(["1: 0 0 20"]);
    expect(told(found(sources.slice(1), target))).toEqual(["0: 0 0 20"]);
  });

  test("of a passage of phrases of which each fifth word was changed are found, all but its shortest", () => {
    const random = dice(7);
    const source = Array.from({ length: 100 }, () => stockProse(random)).flat();
    // Here and there eight words stay together.
    const target = source.map((word, at) => (at % 9 === 0 || at % 31 === 5 ? `new${at}` : word));
    const { sources, target: asked } = readTexts([source], target);
    const abreast = new Set(
      listed(findRuns(sources, asked))
        .filter((run) => run.source === run.target)
        .flatMap(({ target, length }) => Array.from({ length }, (_, at) => target + at)),
    );
    const stayed = target.filter((word) => !word.startsWith("new")).length;
    expect(asked.to).toBeGreaterThan(700);
    expect(abreast.size).toBeGreaterThan(0.95 * stayed);
  });

  test("are what is looked for in a long text that is made of phrases, so that there are few", () => {
    const random = dice(8);
    const write = (prose: () => readonly string[]) => Array.from({ length: 150 }, prose).flat();
    const phrases = readTexts(
      [write(() => stockProse(random))],
      write(() => stockProse(random)),
    );
    const runs = listed(findRuns(phrases.sources, phrases.target));
    expect(runs.length).toBeGreaterThan(0);
    expect(allRuns(phrases.sources, phrases.target, 3).length).toBeGreaterThan(10 * runs.length);
    expect(told(found(phrases.sources, phrases.target))).toEqual(
      told(findRuns(phrases.sources, phrases.target)),
    );
    // Of the same page only forty words came, twice.
    const {
      sources: [source],
      target,
    } = phrases;
    const came = target.words.subarray(100, 140);
    const words = Int32Array.from(target.words, (word, at) =>
      at >= 600 && at < 640 ? came[at - 600]! : word,
    );
    const open = Uint8Array.from(words, (_, at) =>
      (at >= 100 && at < 140) || (at >= 600 && at < 640) ? 1 : 0,
    );
    const few = { ...target, words, open };
    const four = allRuns([source!], few, 4);
    expect(four.length).toBeGreaterThan(20);
    expect(told(findRuns([source!], few))).toEqual(expect.arrayContaining(four));
  });
});
