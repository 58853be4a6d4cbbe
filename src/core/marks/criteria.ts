/**
 * A sheet of criteria: what is judged, how points come about, and how the students' marks follow from them.
 */
import * as z from "zod";
import { typedText } from "../text/typed";
import { exactDecimal, isBelow, isZero, larger, type Ratio, readDecimal, sum, zero } from "./ratio";
import { typedDecimal } from "./typed-decimal";

export const mostCriteria = 40;
export const mostLevels = 12;
const mostLabels = 30;
const mostFigures = 20;

/** Points, weights and what the whole is out of stay below it. */
const mostOfAny = readDecimal("1000000")!;
const decimalsAtMost = 4;

/** A decimal as people type it, stored without needless zeros. */
const decimal = (what: string) =>
  z
    .string()
    .max(60)
    .transform((text, where): string => {
      const value = typedDecimal(text);
      const told = value && exactDecimal(value, decimalsAtMost);
      if (value && told && !isBelow(mostOfAny, value)) return told;
      where.addIssue({
        code: "custom",
        message: `${what} is no number from 0 to 1,000,000 with at most ${decimalsAtMost} decimals`,
      });
      return z.NEVER;
    });

const criterionId = z.string().regex(/^[0-9A-Za-z_-]{1,40}$/, "An id has 1 to 40 letters, digits, - or _");
const title = (what: string) =>
  typedText(
    200,
    {
      missing: `${what} has no title`,
      tooLong: `The title of ${what.toLowerCase()} is longer than 200 characters`,
    },
    1,
  );
const description = typedText(2000, { tooLong: "A description is longer than 2,000 characters" });

const level = z.object({
  id: criterionId,
  title: title("A level"),
  description,
  points: decimal("The points of a level"),
});
const judging = z.discriminatedUnion("by", [
  z.object({
    by: z.literal("levels"),
    levels: z
      .array(level)
      .min(2, "A criterion with levels has at least two")
      .max(mostLevels, `A criterion has at most ${mostLevels} levels`),
  }),
  z.object({ by: z.literal("points"), most: decimal("The most points") }),
  /** Met or not met, as the product sees by itself: the expectation, in its stored form. */
  z.object({ by: z.literal("expectation"), expectation: z.string().min(2).max(2000) }),
]);
const criterion = z.object({
  id: criterionId,
  title: title("A criterion"),
  description,
  of: z.enum(["group", "student"]),
  weight: decimal("A weight"),
  judging,
});
const label = z.object({ from: decimal("From where a label holds"), title: title("A label") });

/** From the group's mark to a student's. */
const students = z.discriminatedUnion("how", [
  z.object({ how: z.literal("as the group") }),
  z.object({
    how: z.literal("by share"),
    k: decimal("k"),
    lowest: decimal("The lowest factor"),
    highest: decimal("The highest factor"),
    figures: z
      .array(z.object({ figure: z.string().min(1).max(60), weight: decimal("The weight of a figure") }))
      .max(mostFigures),
  }),
  z.object({
    how: z.literal("own criteria"),
    groupWeight: decimal("The weight of the group's part"),
    ownWeight: decimal("The weight of the own part"),
  }),
  z.object({ how: z.literal("directly") }),
]);

export const roundings = ["1", "0.5", "0.1"] as const;

export const criteriaSheet = z
  .object({
    outOf: decimal("What the whole is out of"),
    rounding: z.enum(roundings),
    /** From the highest down; a mark has the first label that it reaches. */
    labels: z.array(label).max(mostLabels, `At most ${mostLabels} labels`),
    criteria: z.array(criterion).max(mostCriteria, `A sheet has at most ${mostCriteria} criteria`),
    students,
  })
  .superRefine((sheet, where) => {
    for (const { path, message } of faultsOf(sheet))
      where.addIssue({ code: "custom", path: [...path], message });
  })
  .transform((sheet): CriteriaSheet => ({
    ...sheet,
    labels: sheet.labels.toSorted((one, other) => (isBelow(read(one.from), read(other.from)) ? 1 : -1)),
  }));

export interface Level {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** A decimal, 0 or more. */ readonly points: string;
}
export type Judging =
  | { readonly by: "levels"; readonly levels: readonly Level[] }
  | { readonly by: "points"; readonly most: string }
  | { readonly by: "expectation"; readonly expectation: string };
export interface Criterion {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** Whose work is judged by it: the group's, or each student's share of it. */
  readonly of: "group" | "student";
  readonly weight: string;
  readonly judging: Judging;
}
export interface Label {
  readonly from: string;
  readonly title: string;
}
export interface ByShare {
  readonly how: "by share";
  readonly k: string;
  readonly lowest: string;
  readonly highest: string;
  readonly figures: readonly { readonly figure: string; readonly weight: string }[];
}
export type StudentMarks =
  | { readonly how: "as the group" }
  | ByShare
  | { readonly how: "own criteria"; readonly groupWeight: string; readonly ownWeight: string }
  | { readonly how: "directly" };

/** All numbers are decimals in text, read exactly (see `ratio.ts`). */
export interface CriteriaSheet {
  readonly outOf: string;
  readonly rounding: (typeof roundings)[number];
  readonly labels: readonly Label[];
  readonly criteria: readonly Criterion[];
  readonly students: StudentMarks;
}

/** A stored decimal. @throws RangeError if it is none: a sheet is stored only after it was checked. */
export function read(text: string): Ratio {
  const value = readDecimal(text);
  if (!value) throw new RangeError(`"${text}" is no decimal`);
  return value;
}

export const criteriaOf = ({ criteria }: CriteriaSheet, of: Criterion["of"]): readonly Criterion[] =>
  criteria.filter((each) => each.of === of);

/** The most points that a way of judging gives: 1 for what is met or not. */
export function mostPoints(how: Judging): Ratio {
  return how.by === "levels"
    ? how.levels.map(({ points }) => read(points)).reduce(larger, zero)
    : how.by === "points"
      ? read(how.most)
      : read("1");
}

interface Fault {
  readonly path: readonly (string | number)[];
  readonly message: string;
}

/** What can't be reckoned with. */
function faultsOf(sheet: CriteriaSheet): Fault[] {
  const faults: Fault[] = [];
  const wrong = (path: Fault["path"], message: string) => {
    faults.push({ path, message });
  };
  const weighs = (all: readonly { readonly weight: string }[]) =>
    all.length === 0 || !isZero(sum(all.map(({ weight }) => read(weight))));
  if (isZero(read(sheet.outOf))) wrong(["outOf"], "The whole is out of more than 0");
  twice(sheet.criteria.map(({ id }) => id)).forEach((id) =>
    wrong(["criteria"], `Two criteria have the id "${id}"`),
  );
  twice(sheet.labels.map(({ from }) => from)).forEach((from) =>
    wrong(["labels"], `Two labels hold from ${from}`),
  );
  for (const [at, { title: name, judging: how }] of sheet.criteria.entries()) {
    if (isZero(mostPoints(how)))
      wrong(["criteria", at, "judging"], `"${name}" gives no points: its best has to give more than 0`);
    if (how.by === "levels")
      twice(how.levels.map(({ id }) => id)).forEach((id) =>
        wrong(["criteria", at, "judging", "levels"], `Two levels of "${name}" have the id "${id}"`),
      );
  }
  for (const whose of ["group", "student"] as const) {
    if (!weighs(criteriaOf(sheet, whose)))
      wrong(
        ["criteria"],
        `The weights of the criteria for ${whose === "group" ? "the group’s work" : "each student"} add up to 0`,
      );
  }
  const { students: rule } = sheet;
  if (rule.how === "by share") {
    if (isBelow(read(rule.highest), read(rule.lowest)))
      wrong(["students", "lowest"], "The lowest factor is above the highest");
    if (!weighs(rule.figures)) wrong(["students", "figures"], "The weights of the figures add up to 0");
    twice(rule.figures.map(({ figure }) => figure)).forEach((figure) =>
      wrong(["students", "figures"], `"${figure}" is chosen twice`),
    );
  }
  if (rule.how === "own criteria") {
    if (isZero(read(rule.groupWeight)) && isZero(read(rule.ownWeight)))
      wrong(["students", "ownWeight"], "The two parts weigh nothing together");
    if (!isZero(read(rule.ownWeight)) && criteriaOf(sheet, "student").length === 0)
      wrong(
        ["students", "how"],
        "There is no criterion for each student’s share yet, and the own part needs one",
      );
  }
  if (rule.how !== "own criteria" && rule.how !== "directly" && criteriaOf(sheet, "student").length > 0)
    wrong(
      ["students", "how"],
      "Criteria for each student’s share count only where students’ marks come from own criteria, or are set directly",
    );
  return faults;
}

function twice(names: readonly string[]): string[] {
  return [...new Set(names.filter((name, at) => names.indexOf(name) !== at))];
}

export const emptySheet: CriteriaSheet = {
  outOf: "100",
  rounding: "1",
  labels: [],
  criteria: [],
  students: { how: "as the group" },
};

/** What a mark is called; null: the sheet has no label that it reaches. */
export function labelOf({ labels }: CriteriaSheet, mark: Ratio): string | null {
  return labels.find(({ from }) => !isBelow(mark, read(from)))?.title ?? null;
}
