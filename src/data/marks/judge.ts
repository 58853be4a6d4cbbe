/**
 * Judging: a level or points for one criterion of a group or a student. Each is an act; what another judged
 * is never replaced unasked.
 */
import "server-only";
import { eq, and } from "drizzle-orm";
import * as z from "zod";
import { exactDecimal } from "@/core/marks/ratio";
import { type Hand, holding, misjudged, sameJudging } from "@/core/marks/judged";
import { typedDecimal } from "@/core/marks/typed-decimal";
import { typedText } from "@/core/text/typed";
import { mayChangeCourse } from "../access/read";
import { judgement, sheetVersion } from "../db/tables/marks";
import { membersOfWikis } from "../pages/members";
import { type Refused, refused } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { judgementsOf, type JudgementRow, subjectKey } from "./acts";
import { assessedAt, inTurn } from "./place";
import { newestVersion } from "./sheets";

export const judgementInput = z.object({
  /** Null: the group. */
  personId: z.string().max(60).nullable(),
  criterion: z.string().max(40),
  /** The version of the sheet that was shown. */
  version: z.int(),
  /** Both null: what was judged is taken back. */
  level: z.string().max(40).nullable(),
  points: z.string().max(60).nullable(),
  /** The act that held when it was shown; null: none did. */
  seen: z.string().max(60).nullable(),
  /** Replaces what somebody else judged meanwhile: they were asked. */
  replaces: z.boolean().default(false),
});
export type JudgementGiven = z.input<typeof judgementInput>;

export type JudgeProblem =
  | {
      readonly code:
        "not found" | "only looking" | "no such level" | "not points" | "too many points" | "no number";
    }
  /** The criterion is another one in the newest sheet, or is not in it any more. */
  | { readonly code: "sheet changed" }
  /** Somebody else judged it since it was shown. */
  | {
      readonly code: "judged meanwhile";
      readonly by: string;
      readonly level: string | null;
      readonly points: string | null;
      readonly id: string;
    };
export type Judged = { readonly kind: "judged"; readonly id: string } | Refused<JudgeProblem>;

export const judge = act(
  async (ctx, courseId: string, wikiId: string, given: JudgementGiven): Promise<Judged> => {
    const read = judgementInput.safeParse(given);
    if (!read.success) return refused({ code: "not found" });
    const { personId, criterion, version, level, seen, replaces } = read.data;
    const points = read.data.points === null ? null : pointsOf(read.data.points);
    if (read.data.points !== null && points === null) return refused({ code: "no number" });
    return ctx.db.transaction(async (tx): Promise<Judged> => {
      const inside = { ...ctx, db: tx };
      const at = await assessedAt(inside, courseId, wikiId);
      if (!at || at.place.isArchived || !(await isSubject(inside, courseId, at.wiki, personId)))
        return refused({ code: "not found" });
      await inTurn(tx, courseId, wikiId);
      const newest = await newestVersion(tx, courseId, at.place.assignmentId);
      const [shown] = await tx
        .select({ sheet: sheetVersion.sheet })
        .from(sheetVersion)
        .where(
          and(
            eq(sheetVersion.courseId, courseId),
            eq(sheetVersion.assignmentId, at.place.assignmentId),
            eq(sheetVersion.version, version),
          ),
        );
      const now = newest?.sheet.criteria.find(({ id }) => id === criterion);
      const was = shown?.sheet.criteria.find(({ id }) => id === criterion);
      if (
        !newest ||
        !now ||
        !was ||
        now.of !== (personId === null ? "group" : "student") ||
        !sameJudging(now.judging, was.judging)
      )
        return refused({ code: "sheet changed" });
      const wrong = misjudged(now, { level, points });
      if (wrong) return refused({ code: wrong });
      const held = await heldBy(inside, courseId, at.wiki.id, personId, criterion, at.wiki.hand);
      if (held && held.id !== seen && held.by !== ctx.viewer.id && !replaces)
        return refused({
          code: "judged meanwhile",
          by: held.byName,
          level: held.level,
          points: held.points,
          id: held.id,
        });
      if (!held && level === null && points === null) return { kind: "judged", id: seen ?? "" };
      const id = ctx.newId();
      await tx.insert(judgement).values({
        courseId,
        id,
        assignmentId: at.place.assignmentId,
        wikiId,
        personId,
        criterion,
        version: newest.version,
        hand: at.wiki.hand,
        level,
        points,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "judged", id };
    });
  },
);

function pointsOf(text: string): string | null {
  const value = typedDecimal(text);
  return value && exactDecimal(value, 4);
}

/** What holds for a criterion in a hand; undefined: nothing. */
async function heldBy(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  personId: string | null,
  criterion: string,
  hand: Exclude<Hand, "settled">,
): Promise<JudgementRow | undefined> {
  const all = (await judgementsOf(ctx.db, courseId, [wikiId])).get(subjectKey(wikiId, personId)) ?? [];
  const id = holding(all, hand).get(criterion)?.id;
  return all.find((each) => each.id === id);
}

/** Whether a student belongs or belonged to a wiki; the group itself always is one. */
export async function isSubject(
  ctx: ContextIn,
  courseId: string,
  wiki: { readonly groupId: string | null; readonly personId: string | null },
  personId: string | null,
): Promise<boolean> {
  if (personId === null) return true;
  return (await membersOfWikis(ctx.db, courseId, [{ courseId, ...wiki }]))[0]!.some(
    ({ id }) => id === personId,
  );
}

const settleInput = judgementInput
  .omit({ version: true, seen: true, replaces: true })
  .extend({ reason: typedText(1000, {}, 1), of: z.array(z.string().max(60)).length(2) });
export type SettleGiven = z.input<typeof settleInput>;
export type Settled =
  | { readonly kind: "settled" }
  | Refused<{
      readonly code:
        | "not found"
        | "only looking"
        | "no reason"
        | "sheet changed"
        | "no such level"
        | "not points"
        | "too many points";
    }>;

/** Says what holds where two assessors differ. For those who run the course. */
export const settle = act(
  async (ctx, courseId: string, wikiId: string, given: SettleGiven): Promise<Settled> => {
    const read = settleInput.safeParse(given);
    if (!read.success)
      return refused({ code: read.error.issues[0]!.path[0] === "reason" ? "no reason" : "not found" });
    const { personId, criterion, level, reason, of } = read.data;
    const points = read.data.points === null ? null : pointsOf(read.data.points);
    if (read.data.points !== null && points === null) return refused({ code: "not points" });
    return ctx.db.transaction(async (tx): Promise<Settled> => {
      const inside = { ...ctx, db: tx };
      const at = (await mayChangeCourse(inside, courseId))
        ? await assessedAt(inside, courseId, wikiId)
        : null;
      if (!at || !(await isSubject(inside, courseId, at.wiki, personId)))
        return refused({ code: "not found" });
      await inTurn(tx, courseId, wikiId);
      const newest = await newestVersion(tx, courseId, at.place.assignmentId);
      const found = newest?.sheet.criteria.find(({ id }) => id === criterion);
      if (!newest || !found) return refused({ code: "sheet changed" });
      const wrong = misjudged(found, { level, points });
      if (wrong) return refused({ code: wrong });
      await tx.insert(judgement).values({
        courseId,
        id: ctx.newId(),
        assignmentId: at.place.assignmentId,
        wikiId,
        personId,
        criterion,
        version: newest.version,
        hand: "settled",
        level,
        points,
        reason,
        settles: of,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "settled" };
    });
  },
);
