import { expect, test } from "vitest";
import { type CriteriaSheet, emptySheet } from "../marks/criteria";
import { readSheetFile, sheetAsCsv, sheetAsJson } from "./criteria-file";

const level = (id: string, title: string, points: string, description = "") => ({
  id,
  title,
  points,
  description,
});
const sheet: CriteriaSheet = {
  outOf: "37.5",
  rounding: "0.5",
  labels: [
    { from: "30", title: "Very good" },
    { from: "20", title: "Good" },
  ],
  criteria: [
    {
      id: "c1",
      title: "=Sources",
      description: 'Named, "dated",\nand found',
      of: "group",
      weight: "2",
      judging: {
        by: "levels",
        levels: [level("l1", "-none", "0"), level("l2", "Some", "1.5", "Half of them")],
      },
    },
    {
      id: "c2",
      title: "川の流れ",
      description: "",
      of: "student",
      weight: "1",
      judging: { by: "points", most: "12.25" },
    },
    {
      id: "c3",
      title: "Pictures",
      description: "",
      of: "group",
      weight: "0.5",
      judging: {
        by: "expectation",
        expectation: '{"of":"wiki","kind":"origin of each picture","shown":true}',
      },
    },
  ],
  students: { how: "own criteria", groupWeight: "3", ownWeight: "1" },
};

test("a sheet that is written and read again is the same", () => {
  expect(readSheetFile(sheetAsJson(sheet))).toEqual({ kind: "read", sheet });
  expect(readSheetFile(sheetAsCsv(sheet), { ...sheet, criteria: [] })).toEqual({ kind: "read", sheet });
  expect(readSheetFile(`\ufeff${sheetAsCsv(sheet)}`, { ...sheet, criteria: [] })).toEqual({
    kind: "read",
    sheet,
  });
});
test("no cell begins as a formula", () => {
  for (const cell of sheetAsCsv(sheet).split(/[\r\n,]+/)) expect(cell).not.toMatch(/^"?[=+\-@]/);
});
test("what is no sheet is refused, with where it goes wrong", () => {
  const refused = (text: string) => {
    const read = readSheetFile(text, emptySheet);
    return read.kind === "refused" ? read.message : "read";
  };
  const json = (over: object) =>
    JSON.stringify({ format: "tidy-ledger criteria sheet", version: 1, sheet: { ...sheet, ...over } });
  expect([
    refused("{"),
    refused("{}"),
    refused(JSON.stringify({ format: "tidy-ledger criteria sheet", version: 9 })),
    refused(json({ outOf: "-3" })),
    refused(json({ criteria: [{ ...sheet.criteria[0], weight: "heavy" }] })),
    refused(""),
    refused("Name,Address\nMira,mira@rivers.example"),
    refused("Criterion,Judged of,Weight,Judged by,Level,Points\nPlan,river,1,points,,10"),
    refused("Criterion,Judged of,Weight,Judged by,Level,Points\nPlan,group,1,stars,,10"),
    refused("Criterion,Judged of,Weight,Judged by,Level,Points\nPlan,group,1,levels,Weak,0"),
  ]).toEqual([
    "The file is no complete JSON.",
    "The file is no criteria sheet.",
    "The file has version 9 of the format; version 1 can be read.",
    "outOf: What the whole is out of is no number from 0 to 1,000,000 with at most 4 decimals.",
    "criteria.0.weight: A weight is no number from 0 to 1,000,000 with at most 4 decimals.",
    "The file is neither a criteria sheet as JSON nor a table.",
    "The table has no column “Criterion”.",
    "Line 2: “Judged of” is group or student, and not “river”.",
    "Line 2: “Judged by” is levels, points or expectation, and not “stars”.",
    "criteria.0.judging.levels: A criterion with levels has at least two.",
  ]);
});
