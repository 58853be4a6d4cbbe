/**
 * From when on something in an assignment is found that should be asked about: set by those who run the
 * course.
 */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import * as z from "zod";
import { type Candidate, candidates } from "@/core/credit/candidates";
import { type Thresholds, thresholdsWith } from "@/core/credit/findings";
import { isInstructor, mayChangeCourse } from "../access/read";
import { assignmentHere } from "../assignments/here";
import { assignment, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { allTime } from "./period";
import { loadWork } from "./work";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

const part = z.number().min(0.05).max(1);
const count = z.int().min(1).max(100_000);
export const thresholdsInput = z.object({
  lastDayPart: part,
  shareOfOne: part,
  arrivalPart: part,
  oneGoPart: part,
  oneGoWords: count,
  repeatedWords: count,
  arrivalWords: count,
  removedWords: count,
  backAndForthWords: count,
  entriesOnOwnPages: count,
});

export interface ThresholdsDto {
  readonly title: string;
  readonly thresholds: Thresholds;
  /** Whether nothing was set, so that they are the usual ones. */
  readonly isUsual: boolean;
  /** What could be found in each group, with the names of those whom it is about. */
  readonly groups: readonly {
    readonly wikiId: string;
    readonly name: string;
    readonly candidates: readonly (Candidate & { readonly names: readonly string[] })[];
  }[];
}

/** For instructors; null for anybody else. Reads the work of every wiki of the assignment. */
export async function findThresholds(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ThresholdsDto | null> {
  const [found] = (await isInstructor(ctx, courseId))
    ? await ctx.db
        .select({ title: assignment.title, thresholds: assignment.thresholds })
        .from(assignment)
        .where(assignmentHere(courseId, assignmentId))
    : [];
  if (!found) return null;
  const wikis = await ctx.db
    .select({ id: wiki.id, name: wiki.name })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt)))
    .orderBy(asc(wiki.position));
  const groups: ThresholdsDto["groups"][number][] = [];
  for (const { id, name } of wikis) {
    const loaded = await loadWork(ctx, courseId, id, allTime, "reviewers");
    if (!loaded) continue;
    const nameOf = new Map(loaded.members.map((member) => [member.id, member.name]));
    groups.push({
      wikiId: id,
      name,
      candidates: candidates(loaded.work).map((each) => ({
        ...each,
        names: each.members.map((member) => nameOf.get(member) ?? "somebody"),
      })),
    });
  }
  return {
    title: found.title,
    thresholds: thresholdsWith(found.thresholds),
    isUsual: found.thresholds === null,
    groups,
  };
}

export type ThresholdsSet = { readonly kind: "set" } | RefusedFor<"not found" | "only looking" | "bad input">;

/** Sets an assignment's thresholds, or the usual ones (null). What was dismissed stays so. */
export const setThresholds = act(
  async (ctx, courseId: string, assignmentId: string, given: unknown): Promise<ThresholdsSet> => {
    const read = thresholdsInput.nullable().safeParse(given);
    if (!read.success) return refusedFor("bad input");
    if (!(await mayChangeCourse(ctx, courseId))) return refusedFor("not found");
    const set = await ctx.db
      .update(assignment)
      .set({ thresholds: read.data })
      .where(assignmentHere(courseId, assignmentId))
      .returning({ id: assignment.id });
    return set.length > 0 ? { kind: "set" } : refusedFor("not found");
  },
);
