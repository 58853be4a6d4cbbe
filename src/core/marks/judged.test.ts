/**
 * What holds of judgements, what a changed sheet does to them, and what a sheet proposes: laws over sheets
 * made by chance.
 */
import { describe, expect, test } from "vitest";
import { evaluate, isSame } from "../../../tests/support/fractions";
import { type Dice, dice } from "../roster/dice";
import { agreement } from "./agreement";
import {
  type Criterion,
  type CriteriaSheet,
  criteriaOf,
  criteriaSheet,
  emptySheet,
  labelOf,
} from "./criteria";
import { holding, type JudgementAct, judgedBy, misjudged, sameJudging, sheetChanges } from "./judged";
import { groupPart, type MemberParts, proposals } from "./proposals";
import { exactDecimal, fixed, readDecimal } from "./ratio";
import { type Answer, meanOf, seenShares } from "./round";
import { stateOf } from "./state";
import { typedDecimal } from "./typed-decimal";

const several = <Item>(count: number, make: (at: number) => Item): Item[] =>
  Array.from({ length: count }, (_, at) => make(at));
const seeds = several(200, (at) => at);

function criterion(chance: Dice, at: number, of: Criterion["of"]): Criterion {
  const points = several(chance.between(2, 5), (level) => ({
    id: `l${level}`,
    title: `L${level}`,
    description: "",
    points: String(level * chance.between(1, 3)),
  }));
  const levels = points.some((each) => each.points !== "0")
    ? points
    : points.map((each, level) => ({ ...each, points: String(level) }));
  return {
    id: `${of[0]}${at}`,
    title: `Criterion ${at}`,
    description: "",
    of,
    weight: String(chance.between(1, 5)),
    judging: chance.chance(0.5)
      ? { by: "levels", levels }
      : { by: "points", most: String(chance.between(1, 30)) },
  };
}

function sheetOf(chance: Dice): CriteriaSheet {
  const hasOwn = chance.chance(0.5);
  return {
    ...emptySheet,
    rounding: chance.pick(["1", "0.5", "0.1"]),
    criteria: [
      ...several(chance.between(1, 5), (at) => criterion(chance, at, "group")),
      ...(hasOwn ? several(chance.between(1, 4), (at) => criterion(chance, at, "student")) : []),
    ],
    students: hasOwn
      ? {
          how: "own criteria",
          groupWeight: String(chance.between(0, 3)),
          ownWeight: String(chance.between(1, 3)),
        }
      : { how: "as the group" },
  };
}

let made = 0;
function judge(chance: Dice, { id, judging }: Criterion, version = 1): JudgementAct {
  const given =
    judging.by === "levels"
      ? { level: chance.pick(judging.levels).id, points: null }
      : {
          level: null,
          points: judging.by === "points" ? String(chance.between(0, Number(judging.most))) : null,
        };
  return { id: `a${made++}`, criterion: id, version, by: "ines", hand: "first", ...given };
}

const held = (acts: readonly JudgementAct[]) => holding(acts, "first");

describe("what was judged", () => {
  test("holds as the newest act of a hand; what was taken back holds nothing", () => {
    const act = (id: string, hand: JudgementAct["hand"], points: string | null): JudgementAct => ({
      id,
      criterion: "plan",
      version: 1,
      by: hand,
      hand,
      level: null,
      points,
    });
    const of = (acts: readonly JudgementAct[], hand: "first" | "second" = "first") =>
      holding(acts, hand).get("plan")?.id ?? null;
    const all = [act("a", "first", "3"), act("b", "second", "9"), act("c", "settled", "7")];
    expect([
      of(all),
      of(all, "second"),
      of([...all, act("d", "first", "5")]),
      of([...all, act("d", "first", null)]),
      of([all[1]!]),
    ]).toEqual(["c", "b", "d", null, null]);
  });
  test("keeps what it was worth when levels, points or weights change, and is out when its criterion is", () => {
    for (const seed of seeds) {
      const chance = dice(seed);
      const before = sheetOf(chance);
      const group = criteriaOf(before, "group");
      const acts = group.map((each) => judge(chance, each));
      const parts = judgedBy(before, "group", held(acts), new Map([[1, before]]), new Map()).map(
        ({ part }) => exactDecimal(part!) ?? fixed(part!, 20),
      );
      const after: CriteriaSheet = {
        ...before,
        criteria: before.criteria.map((each) => ({
          ...each,
          weight: "7",
          judging: { by: "points", most: "1000" },
        })),
      };
      const now = judgedBy(
        after,
        "group",
        held(acts),
        new Map([
          [1, before],
          [2, after],
        ]),
        new Map(),
      );
      expect(
        now.map(({ part }) => exactDecimal(part!) ?? fixed(part!, 20)),
        `seed ${seed}`,
      ).toEqual(parts);
      expect(now.every(({ earlier }) => earlier !== null)).toBe(true);
      expect(
        judgedBy({ ...before, criteria: [] }, "group", held(acts), new Map([[1, before]]), new Map()),
      ).toEqual([]);
    }
  });
  test("is refused where it does not fit, and by nothing else", () => {
    for (const seed of seeds) {
      const chance = dice(seed);
      const each = criterion(chance, 0, "group");
      expect(misjudged(each, judge(chance, each))).toBeNull();
      if (each.judging.by === "points")
        expect([
          misjudged(each, { level: null, points: "31" }),
          misjudged(each, { level: "l0", points: null }),
        ]).toEqual(["too many points", "not points"]);
      else
        expect([
          misjudged(each, { level: "l9", points: null }),
          misjudged(each, { level: null, points: "1" }),
        ]).toEqual(["no such level", "no such level"]);
    }
  });
  test("by the product's own check alone stands until somebody judges", () => {
    const sheet: CriteriaSheet = {
      ...emptySheet,
      criteria: [
        {
          id: "home",
          title: "Home",
          description: "",
          of: "group",
          weight: "1",
          judging: { by: "expectation", expectation: "{}" },
        },
      ],
    };
    const [seen] = judgedBy(sheet, "group", new Map(), new Map([[1, sheet]]), new Map([["{}", true]]));
    const act: JudgementAct = {
      id: "a",
      criterion: "home",
      version: 1,
      by: "ines",
      hand: "first",
      level: "not met",
      points: null,
    };
    const [judged] = judgedBy(
      sheet,
      "group",
      new Map([["home", act]]),
      new Map([[1, sheet]]),
      new Map([["{}", true]]),
    );
    expect([
      seen!.told,
      seen!.isChecked,
      exactDecimal(seen!.part!),
      judged!.told,
      judged!.isChecked,
      exactDecimal(judged!.part!),
    ]).toEqual(["met", true, "1", "not met", false, "0"]);
    expect(judgedBy(sheet, "group", new Map(), new Map([[1, sheet]]), new Map())[0]!.part).toBeNull();
  });
});

test("a sheet that is checked and stored is the same when it is checked again", () => {
  for (const seed of seeds) {
    const sheet = sheetOf(dice(seed));
    const read = criteriaSheet.parse(sheet);
    expect(criteriaSheet.parse(read), `seed ${seed}`).toEqual(read);
    expect(sheetChanges(read, read)).toEqual([]);
    for (const each of read.criteria) expect(sameJudging(each.judging, each.judging)).toBe(true);
  }
});

describe("proposals", () => {
  const members = (sheet: CriteriaSheet, chance: Dice): MemberParts[] =>
    several(3, (at) => ({
      id: `m${at}`,
      leftOut: at === 2,
      figures: new Map(),
      own: judgedBy(
        sheet,
        "student",
        held(criteriaOf(sheet, "student").map((each) => judge(chance, each))),
        new Map([[1, sheet]]),
        new Map(),
      ),
    }));
  test("have a working that comes to the mark, and leave nobody's open part at zero", () => {
    let told = 0;
    for (const seed of seeds) {
      const chance = dice(seed);
      const sheet = sheetOf(chance);
      const acts = criteriaOf(sheet, "group").map((each) => judge(chance, each));
      const judged = judgedBy(sheet, "group", held(acts), new Map([[1, sheet]]), new Map());
      const group = groupPart(sheet, judged, null);
      expect(
        isSame(evaluate(group.working.split(/ [=≈]/)[0]!), [group.mark!.n, group.mark!.d]),
        group.working,
      ).toBe(true);
      for (const { mark, working, id } of proposals(sheet, group.mark, members(sheet, chance))) {
        if (id === "m2") {
          expect(mark).toBeNull();
          continue;
        }
        const [n, d] = evaluate(working.split(/ [=≈]|, /)[0]!);
        const step = Number(sheet.rounding);
        expect(Math.abs(Number(exactDecimal(mark!)) - Number(n) / Number(d)), working).toBeLessThanOrEqual(
          step / 2 + 1e-9,
        );
        told++;
      }
      const open = groupPart(
        sheet,
        judgedBy(sheet, "group", held(acts.slice(1)), new Map([[1, sheet]]), new Map()),
        null,
      );
      expect([open.mark, open.open.length, open.working]).toEqual([null, 1, ""]);
      expect(groupPart(sheet, judged, readDecimal("12.5")).isDirect).toBe(true);
    }
    expect(told).toBe(400);
  });
  test("wait for own criteria only where these count", () => {
    const sheet: CriteriaSheet = {
      ...emptySheet,
      criteria: [criterion(dice(1), 0, "student")],
      students: { how: "own criteria", groupWeight: "0", ownWeight: "1" },
    };
    const [open] = proposals(sheet, null, [
      {
        id: "m",
        leftOut: false,
        figures: new Map(),
        own: judgedBy(sheet, "student", new Map(), new Map(), new Map()),
      },
    ]);
    expect([open!.mark, open!.open]).toEqual([null, ["s0"]]);
  });
});

test("agreement is complete with equal levels, 0 by chance, and weighs how far two are apart", () => {
  const kappa = (pairs: [number, number][], levels = 3) => {
    const found = agreement(pairs, levels)!;
    return [fixed(found.equal, 4), found.kappa && fixed(found.kappa, 4)];
  };
  expect(
    kappa([
      [0, 0],
      [1, 1],
      [2, 2],
    ]),
  ).toEqual(["1.0000", "1.0000"]);
  expect(
    kappa(
      [
        [0, 0],
        [0, 1],
        [1, 0],
        [1, 1],
      ],
      2,
    ),
  ).toEqual(["0.5000", "0.0000"]);
  // By hand: 6 pairs, distances 0, 0, 1, 0, 4, 1 make 1 seen; expected by the sums of rows and columns four
  // thirds.
  expect(
    kappa([
      [0, 0],
      [1, 1],
      [0, 1],
      [2, 2],
      [2, 0],
      [1, 2],
    ]),
  ).toEqual(["0.5000", "0.2500"]);
  expect(
    kappa([
      [1, 1],
      [1, 1],
    ]),
  ).toEqual(["1.0000", null]);
  expect(agreement([], 3)).toBeNull();
});

test("what teammates say counts without what one says of oneself, and makes parts of a whole", () => {
  const asked = [{ id: "did", text: "", levels: ["0", "1", "2", "3"] }];
  const say = (by: string, about: string, level: number): Answer => ({ by, about, levels: { did: level } });
  const all = [
    say("a", "a", 3),
    say("b", "a", 1),
    say("c", "a", 2),
    say("a", "b", 3),
    say("a", "c", 3),
    { by: "b", about: "c", levels: {} },
  ];
  expect([
    fixed(meanOf(all, asked, "a")!.mean, 4),
    meanOf(all, asked, "a")!.answers,
    meanOf(all, asked, "c")!.answers,
    meanOf(all, asked, "d"),
  ]).toEqual(["0.5000", 2, 1, null]);
  expect([...seenShares(all, asked, ["a", "b", "c"])!.values()].map((share) => fixed(share, 4))).toEqual([
    "0.2000",
    "0.4000",
    "0.4000",
  ]);
  expect(seenShares(all, asked, ["a", "d"])).toBeNull();
});

test("states follow from what was done", () => {
  const none = { criteria: 2, judged: 0, isTouched: false, mark: null, isCurrent: true, released: null };
  expect(
    [
      none,
      { ...none, isTouched: true },
      { ...none, judged: 1 },
      { ...none, judged: 2 },
      { ...none, judged: 1, mark: "5" },
      { ...none, judged: 2, mark: "5", isCurrent: false },
      { ...none, judged: 2, mark: "5" },
      { ...none, judged: 2, mark: "5", released: "5" },
      { ...none, judged: 2, mark: "6", released: "5" },
      { ...none, judged: 2, mark: "5", isCurrent: false, released: "5" },
      { ...none, criteria: 0, mark: "5" },
      { ...none, criteria: 0 },
    ].map(stateOf),
  ).toEqual([
    "not begun",
    "begun",
    "begun",
    "complete",
    "marked",
    "marked",
    "ready",
    "released",
    "changed since",
    "changed since",
    "ready",
    "not begun",
  ]);
});

test("numbers are read as people type them, and nothing else is", () => {
  expect(
    ["72.5", " 72,5 ", "1 250", "1'250,5", "+3", "0"].map((text) => {
      const value = typedDecimal(text);
      return value && exactDecimal(value);
    }),
  ).toEqual(["72.5", "72.5", "1250", "1250.5", "3", "0"]);
  for (const text of ["", "-1", "−1", "1.250,5", "1e3", "7 . 5", "ten", "1,2,3", "0x1", "٣"])
    expect(typedDecimal(text), text).toBeNull();
});

test("a label is the highest that a mark reaches", () => {
  const sheet = {
    ...emptySheet,
    labels: [
      { from: "85", title: "A" },
      { from: "70", title: "B" },
    ],
  };
  expect(["100", "85", "84.9", "69.99"].map((mark) => labelOf(sheet, readDecimal(mark)!))).toEqual([
    "A",
    "A",
    "B",
    null,
  ]);
});
