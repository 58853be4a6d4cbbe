import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allRuns, listed, readTexts as read, told } from "../../../tests/support/runs";
import { dice } from "../roster/dice";
import { findRuns } from "./find-runs";
import { Runs, type Source } from "./runs";
import { seedLength } from "./seeds";

const words = "weir eel reed".split(" ");
const text = fc.array(fc.constantFrom(...words), { maxLength: 30 });
const flags = fc.array(fc.boolean(), { minLength: 30, maxLength: 30 });

describe("runs of equal words", () => {
  test("are those that a slow search finds, whatever is open, with an index and without", () => {
    fc.assert(
      fc.property(
        fc.array(text, { minLength: 1, maxLength: 3 }),
        text,
        flags,
        flags,
        fc.boolean(),
        (sourceTexts, targetText, sourceOpen, targetOpen, isIndexed) => {
          const { sources, target } = read(sourceTexts, targetText, { sourceOpen, targetOpen, isIndexed });
          expect(told(findRuns(sources, target))).toEqual(allRuns(sources, target, seedLength));
        },
      ),
      { seed: 11, numRuns: 1000 },
    );
  });

  test("found one after the other leave nothing behind for the next search", () => {
    fc.assert(
      fc.property(text, text, text, text, (source, target, otherSource, otherTarget) => {
        const [one, other] = [read([source], target), read([otherSource], otherTarget)];
        const before = told(findRuns(one.sources, one.target));
        findRuns(other.sources, other.target);
        expect(told(findRuns(one.sources, one.target))).toEqual(before);
      }),
      { seed: 12, numRuns: 300 },
    );
  });

  test("lead from part to part where one goes on from the other, over whatever lies between", () => {
    const part = fc.record({
      of: fc.nat(2),
      text: fc.array(fc.constantFrom(...words), { minLength: 1, maxLength: 4 }),
    });
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 9 }),
        text,
        flags,
        flags,
        (given, targetText, sourceOpen, targetOpen) => {
          const {
            sources: [flat],
            target,
          } = read([given.flatMap((each) => each.text)], targetText, { sourceOpen, targetOpen });
          const starts = Int32Array.from([...given, null], (_, index) =>
            given.slice(0, index).reduce((sum, each) => sum + each.text.length, 0),
          );
          const before = Int32Array.from(given, ({ of }, index) =>
            given.findLastIndex((other, at) => at < index && other.of === of),
          );
          const after = Int32Array.from(given, ({ of }, index) =>
            given.findIndex((other, at) => at > index && other.of === of),
          );
          const joints = [...after.keys()].filter((index) => after[index]! > index + 1);
          const found = listed(findRuns([{ ...flat!, parts: { starts, before, after, joints } }], target));
          for (const { source, target: at, length } of found) {
            for (let word = 0; word < length; word++)
              expect([
                flat!.words[source + word],
                target.open[at + word],
                flat!.open![source + word],
              ]).toEqual([target.words[at + word], 1, 1]);
          }
          const covered = new Set(
            found.flatMap(({ source, target: at, length }) =>
              Array.from({ length }, (_, word) => `${source + word} ${at + word}`),
            ),
          );
          for (const of of [0, 1, 2]) {
            const places = given.flatMap((each, index) =>
              each.of === of ? each.text.map((_, word) => starts[index]! + word) : [],
            );
            const together: Source = {
              words: Int32Array.from(places, (place) => flat!.words[place]!),
              breaks: new Uint8Array(places.length),
              open: Uint8Array.from(places, (place) => flat!.open![place]!),
            };
            for (const run of allRuns([together], target, seedLength)) {
              const [, from, at, length] = run.split(" ").map(Number) as [number, number, number, number];
              for (let word = 0; word < length; word++)
                expect(covered.has(`${places[from + word]} ${at + word}`), run).toBe(true);
            }
          }
        },
      ),
      { seed: 14, numRuns: 1000 },
    );
  });

  test("are told once for each part that they lead over, however many there are", () => {
    const count = 400,
      all = Array.from({ length: 2 * count }, (_, at) => `w${at}`);
    // Two words of a passage, one that was removed before, two words, and so on.
    const given = Array.from({ length: count }, (_, at) => [
      all.slice(2 * at, 2 * at + 2),
      [`x${at}`],
    ]).flat();
    const {
      sources: [flat],
      target,
    } = read([given.flat()], all);
    const starts = Int32Array.from(
      { length: given.length + 1 },
      (_, index) => 3 * (index >> 1) + 2 * (index & 1),
    );
    const next = (step: number) =>
      Int32Array.from(given, (_, index) => (index % 2 === 0 && given[index + step] ? index + step : -1));
    const parts = {
      starts,
      before: next(-2),
      after: next(2),
      joints: Array.from({ length: count - 1 }, (_, at) => 2 * at),
    };
    expect(findRuns([{ ...flat!, parts }], target).count).toBe(count);
  });

  test("in long texts those of four and more are found, and none is told that is not there", () => {
    // Of so many words that triples hardly stand twice: where they do, only long runs are looked for.
    const words = "weir eel reed loam gauge osier trout ford sluice heron gravel bank".split(" ");
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 520, max: 560 }), (seed, length) => {
        const random = dice(seed);
        const write = () => Array.from({ length }, () => random.pick(words));
        const { sources, target } = read([write()], write());
        const found = listed(findRuns(sources, target));
        for (const { source, target: at, length } of found)
          expect([...sources[0]!.words.subarray(source, source + length)]).toEqual([
            ...target.words.subarray(at, at + length),
          ]);
        const covered = new Set(
          found.flatMap(({ source, target: at, length }) =>
            Array.from({ length }, (_, word) => `${source + word} ${at + word}`),
          ),
        );
        for (const run of allRuns(sources, target, seedLength)) {
          const [source, at, length] = run
            .slice(run.indexOf(" ") + 1)
            .split(" ")
            .map(Number) as [number, number, number];
          if (length > seedLength) expect(covered.has(`${source + 1} ${at + 1}`), run).toBe(true);
        }
      }),
      { seed: 13, numRuns: 40 },
    );
  });

  test("more than there was room for are kept all the same", () => {
    const runs = new Runs();
    const given = Array.from({ length: 1000 }, (_, at) => ({
      of: at % 3,
      source: at,
      target: 2 * at,
      length: 3 + (at % 5),
    }));
    for (const { of, source, target, length } of given) runs.put(of, source, target, length);
    expect(listed(runs)).toEqual(given);
  });
});
