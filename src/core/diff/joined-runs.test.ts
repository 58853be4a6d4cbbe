import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { CreditedWiki } from "../credit/wiki";
import { keepLikeliest } from "./joined-runs";
import { Runs } from "./runs";

const anyRun = fc.record({
  of: fc.nat(1),
  source: fc.nat(40),
  target: fc.nat(40),
  length: fc.integer({ min: 3, max: 30 }),
});

describe("runs that are too many", () => {
  test("are let go of by how little lies on their diagonal, all that have as little together, and keep their order", () => {
    fc.assert(
      fc.property(fc.array(anyRun, { maxLength: 60 }), fc.integer({ min: 1, max: 70 }), (given, most) => {
        const runs = new Runs();
        for (const { of, source, target, length } of given) runs.put(of, source, target, length);
        const all = given.map((run) => ({
          ...run,
          words: Math.min(
            64,
            given
              .filter(
                (other) => other.of === run.of && other.source - other.target === run.source - run.target,
              )
              .reduce((sum, { length }) => sum + length, 0),
          ),
        }));
        keepLikeliest(runs, most);
        const left = Array.from({ length: runs.count }, (_, run) => runs.at(run));
        if (given.length <= most) {
          expect(left).toEqual(given);
          return;
        }
        const fewest =
          [...new Set(all.map(({ words }) => words))]
            .sort((one, other) => one - other)
            .find((words) => all.filter((run) => run.words >= words).length <= most) ??
          Math.max(...all.map(({ words }) => words));
        expect(left).toEqual(given.filter((_, index) => all[index]!.words >= fewest));
      }),
      { seed: 14, numRuns: 1000 },
    );
  });

  test("are not those of a long text that is copied with every fifth word changed", () => {
    const words = freshWords("w", 12_000);
    const copy = words.map((word, at) => (at % 5 === 0 ? `new${word}` : word));
    const wiki = new CreditedWiki();
    const page = (of: readonly string[]) =>
      plainBlocks(of.map((word, at) => (at % 60 === 59 ? `${word}\n\n` : word)).join(" "));
    wiki.record({ entry: 0, author: "p", page: "one", blocks: page(words) });
    const figures = wiki.record({ entry: 1, author: "q", page: "other", blocks: page(copy) });
    expect(figures).toMatchObject({ added: 2400, carried: 9600 });
  });
});
