import Papa from "papaparse";
import { expect, test } from "vitest";
import { type LeavingMark, lineItems, marksTable, results } from "./marks-file";

const one: LeavingMark = {
  person: "=cmd()",
  name: 'O’Brien, Ada "Ad"',
  address: "ada@rivers.example",
  group: "@Alder",
  section: "A",
  mark: "72.5",
  label: "Good",
  groupMark: "70",
  computed: "80",
  working: "75 × (1 + 0.5 × (2 × 60/80 − 1))",
  reason: "-3 for\nlateness",
  state: "ready",
  released: null,
  givenBy: "Ines",
  givenAt: "2026-03-16T10:00:00.000Z",
  leftOut: "",
  criteria: new Map([["c1", "+Strong, 4"]]),
};
const item = {
  courseId: "rivers",
  assignmentId: "dossier",
  title: "Dossier",
  opensAt: "2026-03-02T09:00:00Z",
  dueAt: "2026-04-01T16:00:00Z",
  outOf: "100",
};
const read = (text: string) =>
  Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data;

test("a table of marks has a row a student, and no cell that a spreadsheet would run", () => {
  const text = marksTable(
    [
      { id: "c1", title: "Sources" },
      { id: "c2", title: "Plan" },
    ],
    [one],
  );
  expect(read(text)).toEqual([
    expect.objectContaining({
      Number: "'=cmd()",
      Name: one.name,
      Group: "'@Alder",
      Mark: "72.5",
      Computed: "80",
      Reason: "'-3 for\nlateness",
      Sources: "'+Strong, 4",
      Plan: "",
    }),
  ]);
  expect(text.split("\r\n")).toHaveLength(3);
});
test("results name the line item of their class, and leave out who has no mark", () => {
  const sections = ["A", "B"];
  const items = read(lineItems(item, sections, "2026-04-02T10:00:00Z"));
  const rows = read(
    results(
      item,
      sections,
      [one, { ...one, person: "s2", section: "B" }, { ...one, person: "s3", mark: null }],
      "2026-04-02T10:00:00Z",
    ),
  );
  expect(
    items.map(({ sourcedId, classSourcedId, resultValueMax }) => [sourcedId, classSourcedId, resultValueMax]),
  ).toEqual([
    ["dossier-marks-1", "rivers-class-1", "100"],
    ["dossier-marks-2", "rivers-class-2", "100"],
  ]);
  expect(
    rows.map(({ lineItemSourcedId, classSourcedId, score, scoreStatus, textScore }) => [
      lineItemSourcedId,
      classSourcedId,
      score,
      scoreStatus,
      textScore,
    ]),
  ).toEqual([
    ["dossier-marks-1", "rivers-class-1", "72.5", "fully graded", "Good"],
    ["dossier-marks-2", "rivers-class-2", "72.5", "fully graded", "Good"],
  ]);
});
