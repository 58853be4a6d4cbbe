/** Laws of marks, for groups made by chance, against a slow version in plain fractions. */
import { describe, expect, test } from "vitest";
import {
  add,
  divide,
  evaluate,
  type Fraction,
  fraction,
  isLess,
  isSame,
  multiply,
  take,
} from "../../../tests/support/fractions";
import { type Dice, dice } from "../roster/dice";
import { type MemberMark, memberMarks, shownMark } from "./member-marks";
import type { Rule } from "./rule";
import { exactDecimal, fixed, isBelow, type Ratio, ratio, readDecimal, roundedTo } from "./ratio";
import { sheetResult } from "./sheet";
import { groupSums, shareOf } from "./shares";

interface Case {
  readonly outOf: string;
  readonly step: string;
  readonly criteria: readonly {
    readonly id: string;
    readonly weight: string;
    readonly part: string | null;
  }[];
  readonly rule: {
    readonly k: string;
    readonly lowest: string;
    readonly highest: string;
    readonly figures: readonly { readonly figure: string; readonly weight: string }[];
  };
  readonly members: readonly {
    readonly id: string;
    readonly leftOut: boolean;
    readonly figures: Readonly<Record<string, string>>;
  }[];
}

const names = ["standing", "lasting", "comments"];
const several = <Item>(count: number, make: (at: number) => Item): Item[] =>
  Array.from({ length: count }, (_, at) => make(at));
const tenths = (chance: Dice, least: number, most: number) => (chance.between(least, most) / 10).toFixed(1);

function made(seed: number, { isOpen = false } = {}): Case {
  const chance = dice(seed);
  const lowest = tenths(chance, 0, 10);
  const count = chance.between(1, 7);
  const isIdle = new Set(names.filter(() => chance.chance(0.2)));
  return {
    outOf: chance.pick(["100", "20", "10", "6", "37.5"]),
    step: chance.pick(["1", "0.5", "0.1"]),
    criteria: several(chance.between(1, 9), (at) => ({
      id: `c${at}`,
      weight: tenths(chance, at === 0 ? 1 : 0, 50),
      part:
        isOpen && chance.chance(0.5) ? null : (chance.between(0, 1000) / 1000).toFixed(chance.between(3, 7)),
    })),
    rule: {
      k: tenths(chance, 0, 20),
      lowest,
      highest: (Number(lowest) + chance.between(0, 12) / 10).toFixed(1),
      figures: names
        .slice(0, chance.between(0, 3))
        .map((figure, at) => ({ figure, weight: tenths(chance, at === 0 ? 1 : 0, 30) })),
    },
    members: several(count, (at) => ({
      id: `m${at}`,
      leftOut: chance.chance(0.15),
      figures: Object.fromEntries(
        names.map((name) => [
          name,
          isIdle.has(name) || chance.chance(0.1) ? "0" : (chance.between(0, 40_000) / 8).toFixed(3),
        ]),
      ),
    })),
  };
}

const read = (text: string): Ratio => readDecimal(text)!;

function marksOf({ outOf, step, criteria, rule, members }: Case): {
  group: Ratio | null;
  open: readonly string[];
  members: MemberMark[];
} {
  const { mark, open } = sheetResult(
    read(outOf),
    criteria.map(({ id, weight, part }) => ({
      id,
      weight: read(weight),
      part: part === null ? null : read(part),
    })),
  );
  return {
    group: mark,
    open,
    members: memberMarks({ outOf: read(outOf), step: read(step) }, mark, ruleOf(rule), members.map(reckoned)),
  };
}

const ruleOf = ({ k, lowest, highest, figures }: Case["rule"]): Rule => ({
  k: read(k),
  lowest: read(lowest),
  highest: read(highest),
  figures: figures.map(({ figure, weight }) => ({ figure, weight: read(weight) })),
});
const reckoned = ({ id, leftOut, figures }: Case["members"][number]) => ({
  id,
  leftOut,
  figures: new Map(Object.entries(figures).map(([name, value]) => [name, read(value)])),
});

const none: Fraction = [0n, 1n];
const total = (all: readonly Fraction[]) => all.reduce(add, none);
const least = (a: Fraction, b: Fraction) => (isLess(b, a) ? b : a);

/** Half up, then down to the step if that is above what the whole is out of; tried step by step. */
function shownSlowly(outOf: Fraction, step: Fraction, value: Fraction): Fraction {
  let best = none;
  for (
    let at = step;
    !isLess(outOf, at) && !isLess(add(value, divide(step, [2n, 1n])), at);
    at = add(at, step)
  )
    best = at;
  return best;
}

/** A case as the formulas say it, in fractions that are never shortened. */
function slowly({ outOf, step, criteria, rule, members }: Case): (Fraction | null)[] {
  if (criteria.some(({ part }) => part === null)) return members.map(() => null);
  const group = divide(
    multiply(
      fraction(outOf),
      total(criteria.map(({ weight, part }) => multiply(fraction(weight), fraction(part!)))),
    ),
    total(criteria.map(({ weight }) => fraction(weight))),
  );
  const counted = members.filter(({ leftOut }) => !leftOut);
  const used = rule.figures.filter(
    ({ figure, weight }) => Number(weight) > 0 && counted.some(({ figures }) => Number(figures[figure]) > 0),
  );
  return members.map(({ leftOut, figures }) => {
    if (leftOut) return null;
    let factor: Fraction = [1n, 1n];
    if (used.length > 0) {
      const parts = used.map(({ figure, weight }) =>
        divide(
          multiply(fraction(weight), fraction(figures[figure]!)),
          total(counted.map((each) => fraction(each.figures[figure]!))),
        ),
      );
      const share = divide(total(parts), total(used.map(({ weight }) => fraction(weight))));
      factor = add(
        [1n, 1n],
        multiply(fraction(rule.k), take(multiply([BigInt(counted.length), 1n], share), [1n, 1n])),
      );
      if (isLess(factor, fraction(rule.lowest))) factor = fraction(rule.lowest);
      if (isLess(fraction(rule.highest), factor)) factor = fraction(rule.highest);
    }
    return shownSlowly(fraction(outOf), fraction(step), least(fraction(outOf), multiply(group, factor)));
  });
}

const pair = ({ n, d }: Ratio): Fraction => [n, d];
const seeds = several(400, (at) => at);

describe("marks of a group", () => {
  test("are those of the slow version", () => {
    for (const seed of seeds) {
      const given = made(seed, { isOpen: seed % 10 === 0 });
      const slow = slowly(given);
      for (const [at, { mark }] of marksOf(given).members.entries()) {
        if (mark === null || slow[at] === null)
          expect([mark, slow[at]], `seed ${seed}`).toEqual([null, null]);
        else expect(isSame(pair(mark), slow[at]!), `seed ${seed}, member ${at}`).toBe(true);
      }
    }
  });
  test("lie within their bounds, and their working comes to them", () => {
    let [factors, bounded] = [0, 0];
    for (const seed of seeds) {
      const given = made(seed);
      const { group, members } = marksOf(given);
      for (const { factor, mark, working } of members) {
        if (!factor || !mark) continue;
        expect(isBelow(mark, ratio(0n)) || isBelow(read(given.outOf), mark), working).toBe(false);
        const value = evaluate(working.split(/ [=≈]/)[0]!);
        expect(isSame(value, multiply(pair(group!), pair(factor))), working).toBe(true);
        expect(
          isSame(
            pair(mark),
            shownSlowly(fraction(given.outOf), fraction(given.step), least(fraction(given.outOf), value)),
          ),
          working,
        ).toBe(true);
        factors++;
        if (!working.includes("factor 1,"))
          expect(
            isBelow(factor, read(given.rule.lowest)) || isBelow(read(given.rule.highest), factor),
            working,
          ).toBe(false);
        if (working.includes("with the factor at")) bounded++;
      }
    }
    expect([factors > 800, bounded > 100]).toEqual([true, true]);
  });
  test("shares add up to 1, and equal ones give the factor 1 and the mark of the group", () => {
    for (const seed of seeds) {
      const given = made(seed);
      const sums = groupSums(ruleOf(given.rule).figures, given.members.map(reckoned));
      const shares = given.members
        .map((member) => shareOf(sums, reckoned(member)))
        .filter((share) => share !== null);
      if (shares.length > 0) expect(isSame(total(shares.map(pair)), [1n, 1n]), `seed ${seed}`).toBe(true);
      const alike = {
        ...given,
        rule: { ...given.rule, lowest: "0.5", highest: "1.5" },
        members: given.members.map((member) => ({ ...member, figures: given.members[0]!.figures })),
      };
      const { group, members } = marksOf(alike);
      for (const { factor, mark } of members)
        if (factor)
          expect([fixed(factor, 12), exactDecimal(mark!)]).toEqual([
            "1.000000000000",
            exactDecimal(shownMark({ outOf: read(given.outOf), step: read(given.step) }, group!)),
          ]);
    }
  });
  test("more of a figure never gives less to who has it, nor more to anybody else", () => {
    for (const seed of seeds) {
      const given = made(seed);
      const [first, ...others] = given.members;
      const more = {
        ...given,
        members: [
          { ...first!, figures: { ...first!.figures, standing: `${Number(first!.figures.standing) + 500}` } },
          ...others,
        ],
      };
      const [before, after] = [marksOf(given).members, marksOf(more).members];
      // Where nobody had any, a figure that counts at last takes weight from the others.
      if (given.members.every(({ leftOut, figures }) => leftOut || Number(figures.standing) === 0)) continue;
      if (before[0]!.mark) expect(isBelow(after[0]!.mark!, before[0]!.mark), `seed ${seed}`).toBe(false);
      for (const [at, { mark }] of before.entries())
        if (at > 0 && mark) expect(isBelow(mark, after[at]!.mark!), `seed ${seed}`).toBe(false);
    }
  });
  test("the order of criteria, members and figures changes nothing", () => {
    for (const seed of seeds) {
      const given = made(seed);
      const turned = marksOf({
        ...given,
        criteria: given.criteria.toReversed(),
        members: given.members.toReversed(),
        rule: { ...given.rule, figures: given.rule.figures.toReversed() },
      });
      expect(
        turned.members.toReversed().map(({ id, share, factor, mark }) => ({ id, share, factor, mark })),
      ).toEqual(marksOf(given).members.map(({ id, share, factor, mark }) => ({ id, share, factor, mark })));
    }
  });
  test("what is not judged is named, and gives no mark to anybody", () => {
    for (const seed of seeds) {
      const given = made(seed, { isOpen: true });
      const { group, open, members } = marksOf(given);
      expect(open).toEqual(given.criteria.filter(({ part }) => part === null).map(({ id }) => id));
      if (open.length > 0)
        expect([group, ...members.map(({ mark }) => mark)]).toEqual(
          Array.from({ length: members.length + 1 }, () => null),
        );
      else expect(group).not.toBeNull();
    }
  });
  test("who is left out changes nothing by what they did, and counts for one member less", () => {
    for (const seed of seeds) {
      const given = made(seed);
      const own = (members: readonly MemberMark[]) => members.filter(({ factor }) => factor);
      const without = marksOf({ ...given, members: given.members.filter(({ leftOut }) => !leftOut) });
      expect(own(marksOf(given).members)).toEqual(own(without.members));
    }
  });
});

describe("workings", () => {
  const rule = {
    k: "0.5",
    lowest: "0.5",
    highest: "1.5",
    figures: [
      { figure: "standing", weight: "1" },
      { figure: "comments", weight: "1" },
    ],
  };
  const lines = (over: Partial<Case>, standing: readonly string[]) =>
    marksOf({
      outOf: "100",
      step: "0.1",
      criteria: [{ id: "a", weight: "1", part: "0.725" }],
      rule: { ...rule, figures: rule.figures.slice(0, 1) },
      members: standing.map((words, at) => ({
        id: `m${at}`,
        leftOut: false,
        figures: { standing: words, comments: "0" },
      })),
      ...over,
    }).members.map(({ working }) => working);
  test("say the numbers, and what was bounded", () => {
    expect(lines({}, ["31", "69"])).toEqual([
      "72.5 × (1 + 0.5 × (2 × 31/100 − 1)) = 58.725, rounded to 58.7",
      "72.5 × (1 + 0.5 × (2 × 69/100 − 1)) = 86.275, rounded to 86.3",
    ]);
    expect(lines({ rule: { ...rule, k: "1" } }, ["0", "8"])).toEqual([
      "72.5 × 0.5 = 36.25, with the factor at least 0.5, not 1 + 1 × (2 × 0/8 − 1) = 0, without comments, of which the group has nothing, rounded to 36.3",
      "72.5 × 1.5 = 108.75, with the factor at most 1.5, not 1 + 1 × (2 × 8/8 − 1) = 2, without comments, of which the group has nothing, at most 100, rounded to 100",
    ]);
  });
  test("say why there is no share", () => {
    expect(lines({}, ["0", "0"])).toEqual(
      Array.from(
        { length: 2 },
        () => "72.5 × 1 = 72.5, with the factor 1, because the group has nothing of what is chosen",
      ),
    );
    expect(lines({ rule: { ...rule, figures: [] } }, ["4"])).toEqual([
      "72.5 × 1 = 72.5, with the factor 1, because no figure is chosen",
    ]);
  });
});

test("halves are rounded up exactly, where binary numbers are not sure", () => {
  const told = (step: string, text: string) => exactDecimal(roundedTo(read(step), read(text)));
  expect([
    told("0.1", "1.005"),
    told("0.1", "1.05"),
    told("0.1", "0.15"),
    told("1", "0.49999999999999999999"),
    told("1", "72.5"),
    told("0.5", "72.25"),
    told("0.5", "72.2499999999999999999"),
  ]).toEqual(["1", "1.1", "0.2", "0", "73", "72.5", "72"]);
  expect(shownMark({ outOf: read("99.5"), step: read("1") }, read("99.5"))).toEqual(ratio(99n));
  for (const text of [
    "",
    "-1",
    "1e3",
    "1,5",
    ".5",
    "5.",
    " 5",
    "0x10",
    "NaN",
    "Infinity",
    "１",
    "9".repeat(41),
  ])
    expect(readDecimal(text), text).toBeNull();
});
