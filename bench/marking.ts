/**
 * What assessing costs in a class that is there: every group judged by a sheet of 12 criteria, every student
 * marked. Part of `bench/class.ts`.
 */
import { exactDecimal } from "@/core/marks/ratio";
import type { CriteriaSheet } from "@/core/marks/criteria";
import { findDesk } from "@/data/marks/desk";
import { acceptMarks } from "@/data/marks/give";
import { judge } from "@/data/marks/judge";
import { loadAssessment } from "@/data/marks/load";
import { assessPlace } from "@/data/marks/place";
import { release } from "@/data/marks/release";
import { saveSheet } from "@/data/marks/sheets";
import type { Context } from "@/data/session/context";

const level = (at: number) => ({
  id: `l${at}`,
  title: `Level ${at}`,
  description: "What it asks, in a sentence.",
  points: String(at),
});
const sheet: CriteriaSheet = {
  outOf: "100",
  rounding: "1",
  labels: [],
  criteria: Array.from({ length: 12 }, (_, at) => ({
    id: `c${at}`,
    title: `Criterion ${at}`,
    description: "",
    of: "group" as const,
    weight: "1",
    judging: { by: "levels" as const, levels: [0, 1, 2, 3].map(level) },
  })),
  students: {
    how: "by share",
    k: "0.5",
    lowest: "0.5",
    highest: "1.25",
    figures: [{ figure: "standing", weight: "1" }],
  },
};

export interface Marking {
  /** Milliseconds. */
  readonly table: number;
  readonly desk: number;
  readonly judging: number;
  readonly releasing: number;
}

/** `median` times an act so often, in milliseconds. */
export async function benchMarking(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  wikis: readonly string[],
  median: (times: number, act: () => Promise<unknown>) => Promise<number>,
): Promise<Marking> {
  await saveSheet(ctx, courseId, assignmentId, sheet, null);
  for (const wikiId of wikis)
    for (const { id } of sheet.criteria)
      await judge(ctx, courseId, wikiId, {
        personId: null,
        criterion: id,
        version: 1,
        level: "l2",
        points: null,
        seen: null,
      });
  const place = (await assessPlace(ctx, courseId, assignmentId))!;
  for (const { wiki, members } of (await loadAssessment(ctx, place)).groups) {
    await acceptMarks(
      ctx,
      courseId,
      wiki.id,
      members.flatMap(({ member, proposal }) =>
        proposal.mark ? [{ personId: member.id, computed: exactDecimal(proposal.mark)! }] : [],
      ),
    );
  }
  const table = await median(9, () => loadAssessment(ctx, place));
  const desk = await median(9, () => findDesk(ctx, courseId, wikis[0]!));
  let next = 0;
  // As the screen does it: the judgement is stored, and the account read anew.
  const judging = await median(21, async () => {
    await judge(ctx, courseId, wikis[0]!, {
      personId: null,
      criterion: "c0",
      version: 1,
      level: `l${next++ % 4}`,
      points: null,
      seen: null,
    });
    await findDesk(ctx, courseId, wikis[0]!);
  });
  const releasing = await median(1, () =>
    release(
      ctx,
      courseId,
      assignmentId,
      { wikis: [...wikis], plannedFor: null, mails: true, withoutWorking: [] },
      "https://rivers.example/mark",
    ),
  );
  return { table, desk, judging, releasing };
}
