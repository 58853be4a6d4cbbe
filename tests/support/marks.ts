/** A sheet, and a group assessed by it, for tests of the data layer. */
import type { CriteriaSheet } from "@/core/marks/criteria";
import type { Context } from "@/data/session/context";
import { judge } from "@/data/marks/judge";
import { saveSheet } from "@/data/marks/sheets";

const level = (id: string, points: string) => ({
  id,
  title: `${id[0]!.toUpperCase()}${id.slice(1)}`,
  description: "",
  points,
});
export const levels = [level("weak", "0"), level("fair", "2"), level("strong", "4")];

export const sheet = (over: Partial<CriteriaSheet> = {}): CriteriaSheet => ({
  outOf: "100",
  rounding: "1",
  labels: [{ from: "70", title: "Good" }],
  criteria: [
    {
      id: "sources",
      title: "Sources",
      description: "Where it is from",
      of: "group",
      weight: "1",
      judging: { by: "levels", levels },
    },
    {
      id: "plan",
      title: "Plan",
      description: "",
      of: "group",
      weight: "1",
      judging: { by: "points", most: "10" },
    },
  ],
  students: {
    how: "by share",
    k: "0.5",
    lowest: "0.5",
    highest: "1.25",
    figures: [{ figure: "standing", weight: "1" }],
  },
  ...over,
});

/** Stores a sheet as the first or the next version. */
export async function putSheet(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  given: CriteriaSheet,
  seen: number | null = null,
): Promise<number> {
  const saved = await saveSheet(ctx, courseId, assignmentId, given, seen);
  if (saved.kind !== "saved") throw new Error(JSON.stringify(saved.problem));
  return saved.version;
}

/** Judges a criterion by a level, or by points if it is a number. */
export async function judgeAs(
  ctx: Context,
  courseId: string,
  wikiId: string,
  criterion: string,
  given: string,
  {
    personId = null,
    version = 1,
    seen = null,
  }: { personId?: string | null; version?: number; seen?: string | null } = {},
): Promise<string> {
  const isPoints = /^[\d.]+$/.test(given);
  const judged = await judge(ctx, courseId, wikiId, {
    personId,
    criterion,
    version,
    level: isPoints ? null : given,
    points: isPoints ? given : null,
    seen,
  });
  if (judged.kind !== "judged") throw new Error(JSON.stringify(judged.problem));
  return judged.id;
}
