import fc from "fast-check";
import { expect, test } from "vitest";
import { classFigures, isPart } from "@/core/credit/figure-table";
import type { GroupReviewDto, MemberReviewDto } from "@/data/review/dto";
import { allTime } from "@/data/review/period";
import { arrangementAsked, inOrder, lookedFor, orders, selected } from "./arrange";
import { arrangementOf } from "./arranged";
import { columns, shownColumns } from "./columns";
import { periodOf } from "./period";

const noFigures = Object.fromEntries(
  classFigures.map((name) => [name, isPart(name) ? null : 0]),
) as MemberReviewDto["figures"];
const member = (
  id: string,
  figures: Partial<MemberReviewDto["figures"]> = {},
  over: Partial<MemberReviewDto> = {},
): MemberReviewDto => ({
  member: { id, name: id, mark: 0, until: null },
  figures: { ...noFigures, ...figures },
  replies: 0,
  ownCutOffAt: null,
  days: null,
  sharePercent: null,
  lastAt: null,
  ...over,
});
const group = (wikiId: string, ...members: MemberReviewDto[]): GroupReviewDto => ({
  wikiId,
  name: wikiId,
  homePageId: null,
  members,
  unassigned: null,
  balance: null,
  starterWords: 0,
  othersWords: 0,
});
const groups = [
  group(
    "alder",
    member("mira", { entries: 3, share: 0.5 }, { sharePercent: 50 }),
    member("jonas", { comments: 1, share: 0.1 }, { sharePercent: 10 }),
  ),
  group(
    "thorn",
    member("priya"),
    member("elin", { entries: 1, share: 0.9 }, { sharePercent: 90, lastAt: new Date(5) }),
  ),
];
const ids = (placed: ReturnType<typeof selected>) => placed.map(({ each }) => each.member.id);

test("those are shown who are asked for", () => {
  const looked = {
    mine: new Map([
      ["alder mira", {}],
      ["thorn elin", {}],
    ]),
    newSince: new Map([
      ["thorn elin", 2],
      ["alder mira", 0],
    ]),
  };
  expect(ids(selected(groups, null, looked))).toEqual(["mira", "jonas", "priya", "elin"]);
  expect(ids(selected(groups, "nothing done", looked))).toEqual(["priya"]);
  expect(ids(selected(groups, "not looked at", looked))).toEqual(["jonas", "priya"]);
  expect(ids(selected(groups, "new since", looked))).toEqual(["elin"]);
  expect(ids(selected(groups, "with findings", looked, new Set(["thorn priya", "elsewhere mira"])))).toEqual([
    "priya",
  ]);
  expect(
    ids(selected([group("alder", member("mira", { addedLate: 12 }), member("jonas"))], "late", looked)),
  ).toEqual(["mira"]);
});

test("a group is found by its name with all its members, and a student by theirs alone, whatever the signs on letters", () => {
  const named = [
    group("Alder Brook", member("Zoë Hale"), member("Jonas Feld")),
    group("Hale Rill", member("Elin Sorby")),
  ];
  const told = (find: string) =>
    lookedFor(named, find).map(({ name, isWhole, members }) => [
      name,
      isWhole,
      ...members.map(({ member: { name: own } }) => own),
    ]);
  expect(told("")).toEqual([
    ["Alder Brook", true, "Zoë Hale", "Jonas Feld"],
    ["Hale Rill", true, "Elin Sorby"],
  ]);
  expect(told(" hale")).toEqual([
    ["Alder Brook", false, "Zoë Hale"],
    ["Hale Rill", true, "Elin Sorby"],
  ]);
  expect(told("ZOE")).toEqual([["Alder Brook", false, "Zoë Hale"]]);
  expect(told("nobody")).toEqual([]);
});

test("in the order of a figure, either way, those without it stand last", () => {
  const all = selected(groups, null, null);
  expect(ids(inOrder(all, "share", false))).toEqual(["jonas", "mira", "elin", "priya"]);
  expect(ids(inOrder(all, "share", true))).toEqual(["elin", "mira", "jonas", "priya"]);
  expect(ids(inOrder(all, "last", false))).toEqual(["elin", "mira", "jonas", "priya"]);
  expect(ids(inOrder(all, "entries", false))).toEqual(["jonas", "priya", "elin", "mira"]);
  expect(
    ids(
      inOrder(
        all,
        "expected",
        true,
        new Map([
          ["thorn priya", 3],
          ["alder jonas", 1],
        ]),
      ),
    ),
  ).toEqual(["priya", "jonas", "mira", "elin"]);
});

test("shares stand in the order in which they are shown", () => {
  const shown = [
    member("mira", { share: 0.286 }, { sharePercent: 28 }),
    member("jonas", { share: 0.285 }, { sharePercent: 29 }),
    member("elin", { share: 0.281 }, { sharePercent: 28 }),
  ];
  expect(ids(inOrder(selected([group("alder", ...shown)], null, null), "share", false))).toEqual([
    "elin",
    "mira",
    "jonas",
  ]);
});

test("an arrangement is what its address says, and ordering loses nobody", () => {
  fc.assert(
    fc.property(
      fc.option(fc.constantFrom(...orders), { nil: null }),
      fc.boolean(),
      fc.array(fc.nat(3), { maxLength: 12 }),
      fc.subarray([...columns]),
      fc.nat(9),
      fc.string(),
      (by, isDescending, amounts, chosen, at, find) => {
        const period = {
          from: at % 2 === 0 ? null : new Date(at),
          until: at % 3 === 0 ? null : new Date(100 + at),
        };
        const arrangement = {
          by,
          isDescending: by !== null && isDescending,
          only: null,
          find,
          period,
          columns: chosen.length === 0 ? null : chosen,
        };
        const asked = arrangementAsked(arrangement);
        expect(arrangementOf(asked, periodOf(asked, { cutOffAt: null, now: new Date(0) }))).toEqual(
          arrangement,
        );
        const placed = selected(
          [group("g", ...amounts.map((entries, at) => member(`m${at}`, { entries })))],
          null,
          null,
        );
        const ordered = inOrder(placed, "entries", isDescending);
        expect(new Set(ordered)).toEqual(new Set(placed));
        for (const [at, { each }] of ordered.entries())
          if (at > 0)
            expect(
              (each.figures.entries! - ordered[at - 1]!.each.figures.entries!) * (isDescending ? -1 : 1),
            ).toBeGreaterThanOrEqual(0);
      },
    ),
    { seed: 91, numRuns: 200 },
  );
  expect(arrangementOf({ by: "height", only: ["x"] })).toEqual({
    by: null,
    isDescending: false,
    only: null,
    find: "",
    period: allTime,
    columns: null,
  });
});

test("what counts in the assignment comes first, and what is chosen is shown in that order", () => {
  expect(shownColumns(null, []).slice(0, 3)).toEqual(["share", "standing", "added"]);
  expect(shownColumns(null, ["comments", "correcting"]).slice(0, 3)).toEqual([
    "comments",
    "corrections",
    "share",
  ]);
  expect(shownColumns(["added", "comments"], ["comments"])).toEqual(["comments", "added"]);
});
