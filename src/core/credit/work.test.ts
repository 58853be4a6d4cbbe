import { expect, test } from "vitest";
import { noFigures } from "./account";
import { sittingStarts } from "./behind";
import { sittingGap } from "./sittings";
import { creditedWith, type Deed, partOf } from "./work";

test("a sitting begins with the first act, and with each that comes half an hour after the one before", () => {
  const acts = [0, sittingGap - 1, 2 * sittingGap - 2, 3 * sittingGap - 2, 9 * sittingGap].map((at) => ({
    at,
  }));
  expect(sittingStarts(acts).map(({ at }) => at)).toEqual([0, 3 * sittingGap - 2, 9 * sittingGap]);
});

test("an entry's words belong to its writers in equal parts, each named once, and starter text to nobody", () => {
  const deed = (author: string | null, others?: readonly string[]): Deed => ({
    entry: 1,
    author,
    ...(others && { with: others }),
    at: 0,
    page: "p",
    figures: noFigures,
  });
  expect(creditedWith(deed("mira", ["jonas", "mira"]))).toEqual(["mira", "jonas"]);
  expect(["mira", "jonas", "rory"].map((who) => partOf(deed("mira", ["jonas"]), who))).toEqual([0.5, 0.5, 0]);
  expect(["mira", "rory"].map((who) => partOf(deed("mira"), who))).toEqual([1, 0]);
  expect([creditedWith(deed(null)), partOf(deed(null), "mira")]).toEqual([[], 0]);
});

test("an entry of which nothing was computed yet counts nothing", () => {
  for (const figure of Object.values(noFigures)) {
    expect(typeof figure === "number" || Array.isArray(figure) ? figure : [figure]).toSatisfy(
      (each: unknown) => each === 0 || each === false || (Array.isArray(each) && each.length === 0),
    );
  }
});
