import { describe, expect, test } from "vitest";
import { chooseOne, nothingChosen, step, stretch, toggle } from "./selection";

const size = { rows: 3, columns: 4 };
const sorted = (chosen: ReadonlySet<number>) => [...chosen].sort((one, other) => one - other);

describe("choosing cells", () => {
  test("a stretch is all between two corners, whichever comes first", () => {
    expect(sorted(stretch(chooseOne(1), 6, size).chosen)).toEqual([1, 2, 5, 6]);
    expect(sorted(stretch(chooseOne(6), 1, size).chosen)).toEqual([1, 2, 5, 6]);
    expect(sorted(stretch(chooseOne(2), 9, size).chosen)).toEqual([1, 2, 5, 6, 9, 10]);
  });
  test("a stretch is drawn from its corner, however often it is changed", () => {
    expect(sorted(stretch(stretch(chooseOne(0), 11, size), 1, size).chosen)).toEqual([0, 1]);
  });
  test("taking in what is partly in takes all in; taking in what is in takes it out", () => {
    const part = toggle(nothingChosen, [1, 2]);
    const all = toggle(part, [1, 2, 3]);
    expect(sorted(all.chosen)).toEqual([1, 2, 3]);
    expect(sorted(toggle(all, [2, 3]).chosen)).toEqual([1]);
  });
  test.each([
    ["ArrowUp", 5, 1],
    ["ArrowUp", 2, 2],
    ["ArrowDown", 8, 8],
    ["ArrowDown", 3, 7],
    ["ArrowLeft", 4, 4],
    ["ArrowRight", 3, 3],
    ["ArrowRight", 4, 5],
    ["Home", 6, 4],
    ["End", 4, 7],
    ["a", 4, null],
  ] as const)("%s from %i leads to %o", (key, at, to) => expect(step(at, key, size)).toBe(to));
});
