/** Marks of a group, from one JSON object: its sheet as judged, the rule, and what the members did. */
import { readFileSync } from "node:fs";
import * as z from "zod";
import { memberMarks, shownMark } from "../marks/member-marks";
import {
  digitsAtMost,
  exactDecimal,
  fixed,
  isBelow,
  isZero,
  one,
  type Ratio,
  readDecimal,
  sum,
} from "../marks/ratio";
import { sheetResult } from "../marks/sheet";

/** A file that is not what it should be. */
export class FileProblem extends Error {}

/** Decimals with which shares and factors are told. */
const places = 15;

const decimal = z.string().transform((text, where): Ratio => {
  const value = readDecimal(text);
  if (value) return value;
  where.addIssue({
    code: "custom",
    message: `not a number of 0 or more, in quotes, with a point and at most ${digitsAtMost} digits on each side of it`,
  });
  return z.NEVER;
});
const id = z.string().min(1).max(200);
const weighsSomething = (all: readonly { readonly weight: Ratio }[]) =>
  all.length === 0 || !isZero(sum(all.map(({ weight }) => weight)));
const noWeight = "the weights add up to 0";
const areDifferent = (names: readonly string[]) => new Set(names).size === names.length;

const given = z
  .object({
    outOf: decimal.refine((value) => !isZero(value), "must be above 0"),
    rounding: z.enum(["1", "0.5", "0.1"]),
    criteria: z
      .array(
        z.object({
          id,
          weight: decimal,
          part: decimal.refine((value) => !isBelow(one, value), "more than 1").nullable(),
        }),
      )
      .max(1000)
      .refine(weighsSomething, noWeight)
      .refine((all) => areDifferent(all.map((each) => each.id)), "the same id twice"),
    rule: z
      .object({
        k: decimal,
        lowest: decimal,
        highest: decimal,
        figures: z
          .array(z.object({ figure: id, weight: decimal }))
          .max(100)
          .refine(weighsSomething, noWeight)
          .refine((all) => areDifferent(all.map(({ figure }) => figure)), "the same figure twice"),
      })
      .refine(({ lowest, highest }) => !isBelow(highest, lowest), "lowest is above highest"),
    members: z
      .array(z.object({ id, leftOut: z.boolean(), figures: z.record(z.string(), decimal) }))
      .max(10_000)
      .refine((all) => areDifferent(all.map((each) => each.id)), "the same id twice"),
  })
  .superRefine(({ rule, members }, where) => {
    for (const [at, { leftOut, figures }] of members.entries()) {
      for (const { figure } of rule.figures)
        if (!leftOut && !Object.hasOwn(figures, figure))
          where.addIssue({
            code: "custom",
            path: ["members", at, "figures", figure],
            message: "is missing, and the rule takes it",
          });
    }
  });

interface Told {
  readonly group: { readonly mark: string | null; readonly open: readonly string[] };
  readonly members: readonly {
    readonly id: string;
    readonly share: string | null;
    readonly factor: string | null;
    readonly mark: string | null;
    readonly working: string;
  }[];
}

/** @throws FileProblem where the file is no such object, saying where. */
export function marksOfFile(path: string): Told {
  const { outOf, rounding, criteria, rule, members } = readGiven(readFileSync(path, "utf8"));
  const scale = { outOf, step: readDecimal(rounding)! };
  const { mark, open } = sheetResult(outOf, criteria);
  const marks = memberMarks(
    scale,
    mark,
    rule,
    members.map(({ figures, ...member }) => ({ ...member, figures: new Map(Object.entries(figures)) })),
  );
  return {
    group: { mark: mark && exactDecimal(shownMark(scale, mark)), open },
    members: marks.map(({ id: member, share, factor, mark: own, working }) => ({
      id: member,
      share: share && fixed(share, places),
      factor: factor && fixed(factor, places),
      mark: own && exactDecimal(own),
      working,
    })),
  };
}

function readGiven(text: string): z.output<typeof given> {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (problem) {
    throw new FileProblem(`No JSON: ${(problem as Error).message}`);
  }
  const parsed = given.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new FileProblem(
    parsed.error.issues
      .slice(0, 10)
      .map(({ path, message }) => `${path.length > 0 ? path.map(String).join(".") : "The file"}: ${message}`)
      .join("\n"),
  );
}
