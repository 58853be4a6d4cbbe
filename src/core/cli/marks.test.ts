import { execFile } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { afterAll, beforeAll, expect, test } from "vitest";
import { dice } from "../roster/dice";
import { FileProblem, marksOfFile } from "./marks";

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "marks-"));
});
afterAll(() => rmSync(folder, { recursive: true }));

const good = {
  outOf: "100",
  rounding: "0.5",
  criteria: [
    { id: "river", weight: "2", part: "0.75" },
    { id: "plan", weight: "1", part: "0.5" },
  ],
  rule: { k: "0.5", lowest: "0.5", highest: "1.2", figures: [{ figure: "standing", weight: "1" }] },
  members: [
    { id: "mira", leftOut: false, figures: { standing: "147" } },
    { id: "jonas", leftOut: false, figures: { standing: "53" } },
    { id: "noor", leftOut: true, figures: {} },
  ],
};

function file(content: unknown): string {
  const path = join(folder, "marks.json");
  writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
  return path;
}

const problemOf = (content: unknown): string => {
  try {
    marksOfFile(file(content));
  } catch (problem) {
    if (problem instanceof FileProblem) return problem.message;
    throw problem;
  }
  return "";
};

test("the group's mark is rounded for show, and the members' marks come from the unrounded one", () => {
  expect(marksOfFile(file(good))).toEqual({
    group: { mark: "66.5", open: [] },
    members: [
      {
        id: "mira",
        share: "0.735000000000000",
        factor: "1.200000000000000",
        mark: "80",
        working: "200/3 × 1.2 = 80, with the factor at most 1.2, not 1 + 0.5 × (2 × 147/200 − 1) = 1.235",
      },
      {
        id: "jonas",
        share: "0.265000000000000",
        factor: "0.765000000000000",
        mark: "51",
        working: "200/3 × (1 + 0.5 × (2 × 53/200 − 1)) = 51",
      },
      { id: "noor", share: null, factor: null, mark: null, working: "left out of the reckoning" },
    ],
  });
});

test("an open sheet has no mark, and a sheet without criteria has none either", () => {
  const { group, members } = marksOfFile(
    file({ ...good, criteria: [{ id: "river", weight: "2", part: null }, good.criteria[1]] }),
  );
  expect([group, members[0]]).toEqual([
    { mark: null, open: ["river"] },
    { id: "mira", share: null, factor: null, mark: null, working: "open: the group has no mark yet" },
  ]);
  expect(marksOfFile(file({ ...good, criteria: [] })).group).toEqual({ mark: null, open: [] });
});

test.each<[string, unknown, string]>([
  [
    "a negative figure",
    { ...good, members: [{ id: "mira", leftOut: false, figures: { standing: "-1" } }] },
    "members.0.figures.standing: not a number",
  ],
  ["a number without quotes", { ...good, outOf: 100 }, "outOf: Invalid input"],
  ["nothing to be out of", { ...good, outOf: "0" }, "outOf: must be above 0"],
  ["a huge number", { ...good, rule: { ...good.rule, k: "9".repeat(41) } }, "rule.k: not a number"],
  [
    "weights of nothing",
    { ...good, criteria: [{ id: "river", weight: "0", part: "1" }] },
    "criteria: the weights add up to 0",
  ],
  [
    "a part above 1",
    { ...good, criteria: [{ id: "river", weight: "1", part: "1.01" }] },
    "criteria.0.part: more than 1",
  ],
  [
    "bounds the wrong way round",
    { ...good, rule: { ...good.rule, lowest: "1.3" } },
    "rule: lowest is above highest",
  ],
  [
    "a figure that is missing",
    { ...good, members: [{ id: "mira", leftOut: false, figures: {} }] },
    "members.0.figures.standing: is missing",
  ],
  [
    "a name of what all objects have",
    { ...good, rule: { ...good.rule, figures: [{ figure: "constructor", weight: "1" }] } },
    "members.0.figures.constructor: is missing",
  ],
  ["a member twice", { ...good, members: [good.members[0], good.members[0]] }, "members: the same id twice"],
  ["an unknown rounding", { ...good, rounding: "0.25" }, "rounding: Invalid option"],
  ["a list", [good], "The file: Invalid input"],
  ["half a file", JSON.stringify(good).slice(0, 80), "No JSON:"],
])("%s is refused, and the place is said", (_, content, said) => {
  expect(problemOf(content)).toContain(said);
});

test("whatever is changed in a file, it is read or refused with a reason", () => {
  const odd = [null, "", "x", "-0", "1e9", 0, [], {}, true, "1".repeat(40), "0.0000000000000000000001"];
  const changed = (value: unknown, chance: ReturnType<typeof dice>): unknown => {
    if (chance.chance(0.06)) return chance.pick(odd);
    if (Array.isArray(value)) return value.map((each) => changed(each, chance));
    return value && typeof value === "object"
      ? Object.fromEntries(Object.entries(value).map(([name, each]) => [name, changed(each, chance)]))
      : value;
  };
  const refused = Array.from({ length: 500 }, (_, seed) => problemOf(changed(good, dice(seed)))).filter(
    (problem) => problem !== "",
  );
  expect(refused.length).toBeGreaterThan(100);
  expect(refused.length).toBeLessThan(500);
});

test("the command prints one object, and ends with 2 and a reason for a file that is none", async () => {
  const run = promisify(execFile);
  const { stdout, stderr } = await run("bin/ledger", ["marks", file(good)]);
  expect([JSON.parse(stdout), stderr]).toEqual([marksOfFile(join(folder, "marks.json")), ""]);
  await expect(run("bin/ledger", ["marks", file({ ...good, outOf: "much" })])).rejects.toMatchObject({
    code: 2,
    stdout: "",
    stderr: expect.stringMatching(/^outOf: not a number/) as string,
  });
});
