import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { makeGroups, placeInSmallest, type PersonToPlace } from "./groups";

const runs = { seed: 411, numRuns: 500 };

const people = fc
  .array(
    fc.record({ values: fc.tuple(fc.constantFrom("A", "B", "C", "D"), fc.constantFrom("x", "y", "")) }),
    { minLength: 1, maxLength: 60 },
  )
  .map((list): PersonToPlace[] => list.map(({ values }, index) => ({ id: `p${index}`, values })));
const wanted = fc
  .record({ people, part: fc.double({ min: 0.01, max: 1, noNaN: true }), seed: fc.nat() })
  .map(({ people: list, part, seed }) => ({
    people: list,
    into: { groups: Math.max(1, Math.round(list.length * part)) },
    together: [],
    apart: [],
    seed,
  }));

function madeOf(made: ReturnType<typeof makeGroups>): readonly (readonly string[])[] {
  if (made.kind !== "made") throw new Error(made.problem);
  return made.groups;
}

describe("groups by chance", () => {
  test("everybody is in exactly one group, and sizes differ by at most one", () => {
    fc.assert(
      fc.property(wanted, (given) => {
        const groups = madeOf(makeGroups(given));
        expect(groups).toHaveLength(given.into.groups);
        expect(groups.flat().sort()).toEqual(given.people.map(({ id }) => id).sort());
        const sizes = groups.map((group) => group.length);
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      }),
      runs,
    );
  });

  test("each group has its fair part of every value of both columns at once", () => {
    fc.assert(
      fc.property(wanted, (given) => {
        const groups = madeOf(makeGroups(given));
        const valuesOf = new Map(given.people.map(({ id, values }) => [id, values]));
        for (const side of [0, 1]) {
          for (const value of new Set(given.people.map(({ values }) => values[side]))) {
            const all = given.people.filter(({ values }) => values[side] === value).length;
            for (const group of groups) {
              const here = group.filter((id) => valuesOf.get(id)![side] === value).length;
              expect([Math.floor(all / groups.length), Math.ceil(all / groups.length)]).toContain(here);
            }
          }
        }
      }),
      runs,
    );
  });

  test("the seed alone decides: the order in which people come does not, and another seed gives other groups", () => {
    fc.assert(
      fc.property(wanted, (given) => {
        expect(makeGroups({ ...given, people: [...given.people].reverse() })).toEqual(makeGroups(given));
      }),
      runs,
    );
    const forty = Array.from({ length: 40 }, (_, index) => ({ id: `p${index}`, values: [] }));
    const by = (seed: number) =>
      makeGroups({ people: forty, into: { size: 4 }, together: [], apart: [], seed });
    expect(by(1)).not.toEqual(by(2));
    expect(madeOf(by(1))).toHaveLength(10);
  });

  test("pairs are kept together and apart, or the answer says which can't be", () => {
    const pair = fc
      .tuple(fc.nat(29), fc.nat(29))
      .filter(([one, other]) => one !== other)
      .map(([one, other]) => [`p${one}`, `p${other}`] as const);
    const pairs = fc.record({
      together: fc.array(pair, { maxLength: 4 }),
      apart: fc.array(pair, { maxLength: 8 }),
      groups: fc.integer({ min: 2, max: 8 }),
      seed: fc.nat(),
    });
    let kept = 0;
    fc.assert(
      fc.property(pairs, ({ together, apart, groups, seed }) => {
        const list = Array.from({ length: 30 }, (_, index) => ({
          id: `p${index}`,
          values: [index % 3 === 0 ? "A" : "B"],
        }));
        const made = makeGroups({ people: list, into: { groups }, together, apart, seed });
        if (made.kind !== "made") {
          expect(made.problem).toBe("pairs");
          return;
        }
        kept++;
        const at = (id: string) => made.groups.findIndex((group) => group.includes(id));
        for (const [one, other] of together) expect(at(one)).toBe(at(other));
        for (const [one, other] of apart) expect(at(one)).not.toBe(at(other));
        const sizes = made.groups.map((group) => group.length);
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
        expect(made.groups.flat()).toHaveLength(30);
      }),
      runs,
    );
    // Pairs that contradict each other are rare here: nearly all of these must have come out.
    expect(kept).toBeGreaterThan(0.9 * runs.numRuns);
  });

  test("pairs that contradict each other are named", () => {
    const list = ["a", "b", "c", "d"].map((id) => ({ id, values: [] }));
    const made = makeGroups({
      people: list,
      into: { groups: 2 },
      together: [["a", "b"]],
      apart: [["b", "a"]],
      seed: 3,
    });
    expect(made).toMatchObject({ kind: "impossible", problem: "pairs" });
  });

  test.each([
    [{ groups: 0 }, "no groups"],
    [{ groups: 2.5 }, "no groups"],
    [{ size: 0 }, "no groups"],
    [{ groups: 5 }, "more groups than people"],
  ])("%o of four people is refused: %s", (into, problem) => {
    const list = ["a", "b", "c", "d"].map((id) => ({ id, values: [] }));
    expect(
      makeGroups({ people: list, into: into as { groups: number }, together: [], apart: [], seed: 1 }),
    ).toEqual({ kind: "impossible", problem });
  });
});

test("people who come late go to the smallest groups, and nobody else moves", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(9), { minLength: 1, maxLength: 8 }),
      fc.nat(30),
      fc.nat(),
      (sizes, late, seed) => {
        const ids = Array.from({ length: late }, (_, index) => `p${index}`);
        const placed = placeInSmallest(sizes, ids, seed);
        expect([...placed.keys()].sort()).toEqual([...ids].sort());
        const after = sizes.map(
          (size, group) => size + [...placed.values()].filter((each) => each === group).length,
        );
        // A group that got somebody is no more than one above the smallest.
        for (const group of new Set(placed.values()))
          expect(after[group]).toBeLessThanOrEqual(Math.min(...after) + 1);
      },
    ),
    runs,
  );
});
