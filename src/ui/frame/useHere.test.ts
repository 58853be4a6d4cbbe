import fc from "fast-check";
import { expect, test } from "vitest";
import { changedAddress } from "./useHere";

const names = fc.constantFrom("by", "only", "find", "from", "columns");
const values = fc.string({ maxLength: 8 });

test("what is changed is asked for as it was changed, what is taken away is not, and all else stays, said several times or once", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(names, values)),
      fc.dictionary(names, fc.option(values)),
      (given, changed) => {
        const { pathname, searchParams } = new URL(
          changedAddress("/courses/rivers/review", new URLSearchParams(given), changed),
          "http://here.example",
        );
        expect(pathname).toBe("/courses/rivers/review");
        for (const name of ["by", "only", "find", "from", "columns"]) {
          const value = changed[name];
          expect(searchParams.getAll(name)).toEqual(
            value === undefined
              ? given.filter(([each]) => each === name).map(([, each]) => each)
              : value === null
                ? []
                : [value],
          );
        }
      },
    ),
    { seed: 1, numRuns: 1000 },
  );
});

test("an address that asks for nothing has no question mark", () => {
  expect(changedAddress("/review", new URLSearchParams("by=share"), { by: null })).toBe("/review");
});
