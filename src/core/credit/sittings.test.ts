import fc from "fast-check";
import { expect, test } from "vitest";
import { foldSittings } from "./sittings";

const minute = 60_000;
const line = (authorId: string | null, at: number, pageId = "home") => ({
  authorId,
  pageId,
  at: new Date(at * minute),
});

test("a sitting ends with a pause, another person, or another page", () => {
  const lines = [
    line("p", 100),
    line("p", 90),
    line("p", 60),
    line("q", 59),
    line("p", 58),
    line("p", 57, "fish"),
  ];
  expect(foldSittings(lines).map((sitting) => sitting.map(({ at }) => at.getTime() / minute))).toEqual([
    [100, 90],
    [60],
    [59],
    [58],
    [57],
  ]);
  expect(foldSittings([line(null, 2), line(null, 1)])).toHaveLength(2);
});

test("folding loses nothing and keeps the order", () => {
  const anyLine = fc.record({
    authorId: fc.constantFrom("p", "q", null),
    pageId: fc.constantFrom("home", "fish"),
    at: fc.nat(500).map((at) => new Date(at * minute)),
  });
  fc.assert(
    fc.property(fc.array(anyLine), (given) => {
      const lines = [...given].sort((one, other) => other.at.getTime() - one.at.getTime());
      const sittings = foldSittings(lines);
      expect(sittings.flat()).toEqual(lines);
      for (const sitting of sittings)
        expect(new Set(sitting.map(({ authorId, pageId }) => `${authorId} ${pageId}`)).size).toBe(1);
    }),
    { seed: 31, numRuns: 300 },
  );
});
