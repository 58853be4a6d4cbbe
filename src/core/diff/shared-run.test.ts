import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readTexts } from "../../../tests/support/runs";
import { shareRun } from "./shared-run";

const words = fc.array(fc.constantFrom("weir", "eel", "silt"), { maxLength: 40 });
const flags = fc.array(fc.nat(9).map((number) => number > 0), { minLength: 40, maxLength: 40 });

describe("whether two texts share a run", () => {
  test("is what is found by trying all, whatever of the target is open", () => {
    let shared = 0;
    fc.assert(fc.property(fc.array(words, { minLength: 1, maxLength: 3 }), words, flags, fc.integer({ min: 1, max: 8 }), (sourceTexts, targetText, targetOpen, length) => {
      const { sources, target } = readTexts(sourceTexts, targetText, { targetOpen });
      const runs = targetText.map((_, at) => targetText.slice(at, at + length)).filter((run, at) => run.length === length && targetOpen.slice(at, at + length).every(Boolean));
      const isShared = runs.some((run) => sourceTexts.some((source) => ` ${source.join(" ")} `.includes(` ${run.join(" ")} `)));
      expect(shareRun(sources, target, length)).toBe(isShared);
      if (isShared) shared++;
    }), { seed: 41, numRuns: 2000 });
    expect(shared).toBeGreaterThan(400);
    expect(shared).toBeLessThan(1600);
  });
});
