import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { standingThings, type ThingStep } from "./things";

type Told = readonly [
  author: string | null,
  page: string,
  ...changes: readonly (readonly [key: string, change: number])[],
];
const steps = (told: readonly Told[]): ThingStep[] =>
  told.map(([author, page, ...changes], entry) => ({ entry, author, page, changes }));
const standing = (...told: Told[]) =>
  Object.fromEntries(
    [...standingThings(steps(told))]
      .sort(([one], [other]) => one - other)
      .map(([entry, kinds]) => [entry, Object.fromEntries(kinds)]),
  );

describe("a thing stays with the entry that brought it", () => {
  test("until it is taken away", () => {
    expect(
      standing(
        ["ada", "home", ["link:a", 1], ["picture:b", 2]],
        ["ben", "home", ["picture:b", -1], ["link:c", 1]],
      ),
    ).toEqual({ 0: { link: 1, picture: 1 }, 1: { link: 1 } });
    expect(standing(["ada", "home", ["link:a", 1]], ["ben", "home", ["link:a", -1]])).toEqual({});
  });
  test("when somebody else brings it back, on that page or another", () => {
    expect(
      standing(
        ["ada", "home", ["source:a", 1]],
        ["ben", "home", ["source:a", -1]],
        ["cem", "fish", ["source:a", 1]],
      ),
    ).toEqual({ 0: { source: 1 } });
  });
  test("when it is put on another page before it is taken off the first by the same author, and not by another", () => {
    expect(
      standing(
        ["ada", "home", ["link:a", 1]],
        ["ben", "fish", ["link:a", 1]],
        ["ben", "home", ["link:a", -1]],
      ),
    ).toEqual({ 0: { link: 1 } });
    expect(
      standing(
        ["ada", "home", ["link:a", 1]],
        ["ben", "fish", ["link:a", 1]],
        ["cem", "home", ["link:a", -1]],
      ),
    ).toEqual({ 1: { link: 1 } });
  });
  test("and a second one alike is whose who put it there", () => {
    expect(
      standing(
        ["ada", "home", ["link:a", 1]],
        ["ben", "fish", ["link:a", 1]],
        ["ben", "home", ["link:a", 1]],
      ),
    ).toEqual({ 0: { link: 1 }, 1: { link: 1 }, 2: { link: 1 } });
  });
});

/** Changes that can happen: nothing is taken away that does not stand there. */
const anySteps = fc
  .array(
    fc.record({
      author: fc.constantFrom("ada", "ben", null),
      page: fc.constantFrom("home", "fish", "weir"),
      key: fc.constantFrom("link:a", "link:b", "picture:a", "source:a"),
      change: fc.integer({ min: -2, max: 2 }),
    }),
    { maxLength: 30 },
  )
  .map((wished): ThingStep[] => {
    const counts = new Map<string, number>();
    return wished.map(({ author, page, key, change }, entry) => {
      const stood = counts.get(`${page} ${key}`) ?? 0;
      const possible = Math.max(-stood, change);
      counts.set(`${page} ${key}`, stood + possible);
      return { entry, author, page, changes: possible === 0 ? [] : [[key, possible] as const] };
    });
  });

const told = (given: readonly ThingStep[]) =>
  [...standingThings(given)]
    .map(([entry, kinds]) => [entry, ...[...kinds].sort().flat()])
    .sort((one, other) => Number(one[0]) - Number(other[0]));

test("what stands by entry adds up to all that stands, and no entry has more than it brought", () => {
  fc.assert(
    fc.property(anySteps, (given) => {
      const sum = given.reduce(
        (total, { changes }) => total + changes.reduce((all, [, change]) => all + change, 0),
        0,
      );
      const stands = standingThings(given);
      expect(
        [...stands.values()].reduce(
          (total, kinds) => total + [...kinds.values()].reduce((all, count) => all + count, 0),
          0,
        ),
      ).toBe(sum);
      for (const [entry, kinds] of stands)
        expect([...kinds.values()].reduce((all, count) => all + count, 0)).toBeLessThanOrEqual(
          Math.max(0, given[entry]!.changes[0]?.[1] ?? 0),
        );
    }),
    { seed: 41, numRuns: 1000 },
  );
});

test("emptying a page and bringing it back, whoever does it and whenever, changes nothing", () => {
  fc.assert(
    fc.property(
      anySteps,
      fc.nat(),
      fc.constantFrom("home", "fish", "weir"),
      fc.constantFrom("ada", "cem"),
      (given, cut, page, author) => {
        const at = cut % (given.length + 1);
        const stood = new Map<string, number>();
        for (const step of given.slice(0, at))
          if (step.page === page)
            for (const [key, change] of step.changes) stood.set(key, (stood.get(key) ?? 0) + change);
        const all = [...stood].filter(([, count]) => count > 0);
        const [emptied, restored] = [all.map(([key, count]) => [key, -count] as const), all];
        const more = (step: ThingStep) => ({ ...step, entry: step.entry + 1000 });
        // Entries keep their numbers, so that both can be compared: the two that are put in have numbers of
        // their own.
        const between = [
          { entry: 500, author, page, changes: emptied },
          { entry: 501, author: "dan", page, changes: restored },
        ];
        const later = given.slice(at).map(more);
        expect(told([...given.slice(0, at), ...between, ...later])).toEqual(
          told([...given.slice(0, at), ...later]),
        );
      },
    ),
    { seed: 42, numRuns: 1000 },
  );
});
