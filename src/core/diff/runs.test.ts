import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { findRuns, type Run } from "./runs";

const numbers = (text: string) => text.split(" ").map((word) => [...word].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), 7));
const all = () => true;
const find = (source: string, target: string, shortest = 3, reuse = false): Run[] => findRuns(numbers(source), all, numbers(target), all, shortest, reuse);

describe("runs found again", () => {
  test("one run, wherever it stands", () => {
    expect(find("a b c d e f", "x y c d e z")).toEqual([{ fromSource: 2, fromTarget: 2, length: 3 }]);
  });
  test("a run that is too short is none", () => expect(find("a b c d", "x a b y")).toEqual([]));
  test("the longest of several places wins", () => {
    expect(find("a b c x a b c d", "a b c d")).toEqual([{ fromSource: 4, fromTarget: 0, length: 4 }]);
  });
  test("of equally long places the last one wins", () => expect(find("a b c x a b c", "a b c")[0]?.fromSource).toBe(4));
  test("a run goes on behind a word that changed", () => {
    expect(find("a b c d e f g", "a b c D e f g")).toEqual([{ fromSource: 0, fromTarget: 0, length: 3 }, { fromSource: 4, fromTarget: 4, length: 3 }]);
  });
  test("and behind one that was put in or left out", () => {
    expect(find("a b c d e", "a b c NEW d e").map((run) => run.length)).toEqual([3, 2]);
    expect(find("a b c d e f", "a b c e f").map((run) => run.length)).toEqual([3, 2]);
  });
  test("moved once, but copied as often as one likes", () => {
    expect(find("a b c", "a b c x a b c", 3, false)).toHaveLength(1);
    expect(find("a b c", "a b c x a b c", 3, true)).toHaveLength(2);
  });
  test("what is closed on either side takes no part", () => {
    expect(findRuns(numbers("a b c d"), (word) => word !== 1, numbers("a b c d"), all, 3, false)).toEqual([]);
    expect(findRuns(numbers("a b c d"), all, numbers("a b c d"), (word) => word > 0, 3, false)).toEqual([{ fromSource: 1, fromTarget: 1, length: 3 }]);
  });

  const sequence = fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 40 });
  test("runs are equal on both sides, and no target word is used twice", () => {
    fc.assert(fc.property(sequence, sequence, fc.integer({ min: 2, max: 5 }), fc.boolean(), (source, target, shortest, reuse) => {
      const runs = findRuns(source, all, target, all, shortest, reuse);
      const used = new Set<number>();
      const taken = new Set<number>();
      for (const run of runs) {
        for (let at = 0; at < run.length; at++) {
          expect(target[run.fromTarget + at]).toBe(source[run.fromSource + at]);
          expect(used.has(run.fromTarget + at)).toBe(false);
          used.add(run.fromTarget + at);
          if (!reuse) expect(taken.has(run.fromSource + at)).toBe(false);
          taken.add(run.fromSource + at);
        }
      }
    }), { seed: 71, numRuns: 400 });
  });
  test("a sequence is found whole in itself", () => {
    fc.assert(fc.property(fc.uniqueArray(fc.nat(), { minLength: 3, maxLength: 40 }), (one) => {
      expect(findRuns(one, all, one, all, 3, false)).toEqual([{ fromSource: 0, fromTarget: 0, length: one.length }]);
    }), { seed: 72 });
  });
});
