import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allRuns, listed, readTexts, told } from "../../../tests/support/runs";
import { stockProse } from "../../../tests/support/truth/prose";
import { dice } from "../roster/dice";
import { findRuns } from "./find-runs";
import { LongRunFinder, longSeedLength } from "./long-runs";
import { Runs, type Source, type Target } from "./runs";

const text = fc.array(fc.constantFrom(..."weir eel eel".split(" ")), { maxLength: 60, size: "max" });
const flags = fc.array(fc.nat(9).map((number) => number > 0), { minLength: 60, maxLength: 60 });

function found(sources: readonly Source[], target: Target): Runs {
  const runs = new Runs();
  runs.begin(100_000);
  const finder = new LongRunFinder(target, runs);
  sources.forEach((source, of) => finder.find(source, of));
  return runs;
}

describe("long runs", () => {
  test("are all that a slow search finds, each once and as long as it is, and those on both sides of one", () => {
    let long = 0, beside = 0;
    fc.assert(fc.property(fc.array(text, { minLength: 1, maxLength: 3 }), text, flags, flags, (sourceTexts, targetText, sourceOpen, targetOpen) => {
      const { sources, target } = readTexts(sourceTexts, targetText, { sourceOpen, targetOpen });
      const all = told(found(sources, target));
      expect(new Set(all).size).toBe(all.length);
      expect(allRuns(sources, target, 3)).toEqual(expect.arrayContaining(all));
      const wanted = allRuns(sources, target, longSeedLength);
      expect(all).toEqual(expect.arrayContaining(wanted));
      const runs = listed(found(sources, target));
      // Whatever is short has a neighbour on its diagonal.
      for (const run of runs.filter(({ length }) => length < longSeedLength)) {
        const behind = (one: typeof run, other: typeof run) => other.of === run.of && other.target - other.source === one.target - one.source && other.target > one.target && other.target - one.target - one.length <= 4;
        expect(runs.some((other) => behind(run, other) || behind(other, run))).toBe(true);
        beside++;
      }
      long += wanted.length;
    }), { seed: 31, numRuns: 1000 });
    expect(long).toBeGreaterThan(1000);
    expect(beside, "runs beside others").toBeGreaterThan(300);
  });

  test("of a passage of phrases of which each fifth word was changed are found, all but its shortest", () => {
    const random = dice(7);
    const source = Array.from({ length: 100 }, () => stockProse(random)).flat();
    // Here and there eight words stay together.
    const target = source.map((word, at) => (at % 9 === 0 || at % 31 === 5 ? `new${at}` : word));
    const { sources, target: asked } = readTexts([source], target);
    const abreast = new Set(listed(findRuns(sources, asked)).filter((run) => run.source === run.target).flatMap(({ target, length }) => Array.from({ length }, (_, at) => target + at)));
    const stayed = target.filter((word) => !word.startsWith("new")).length;
    expect(asked.to).toBeGreaterThan(700);
    expect(abreast.size).toBeGreaterThan(0.95 * stayed);
  });

  test("are what is looked for in a long text that is made of phrases, so that there are few", () => {
    const random = dice(8);
    const write = (prose: () => readonly string[]) => Array.from({ length: 150 }, prose).flat();
    const phrases = readTexts([write(() => stockProse(random))], write(() => stockProse(random)));
    const runs = listed(findRuns(phrases.sources, phrases.target));
    expect(runs.length).toBeGreaterThan(0);
    expect(allRuns(phrases.sources, phrases.target, 3).length).toBeGreaterThan(10 * runs.length);
    expect(told(found(phrases.sources, phrases.target))).toEqual(told(findRuns(phrases.sources, phrases.target)));
    // Of the same page only forty words came, twice.
    const { sources: [source], target } = phrases;
    const came = target.words.subarray(100, 140);
    const words = Int32Array.from(target.words, (word, at) => (at >= 600 && at < 640 ? came[at - 600]! : word));
    const open = Uint8Array.from(words, (_, at) => ((at >= 100 && at < 140) || (at >= 600 && at < 640) ? 1 : 0));
    const few = { ...target, words, open };
    const four = allRuns([source!], few, 4);
    expect(four.length).toBeGreaterThan(20);
    expect(told(findRuns([source!], few))).toEqual(expect.arrayContaining(four));
  });
});
