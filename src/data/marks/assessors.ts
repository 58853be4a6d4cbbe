/**
 * Several assessors: who assesses which group beside those who run the course, and how far two of them agree.
 */
import "server-only";
import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import { type Agreement, agreement } from "@/core/marks/agreement";
import type { Criterion } from "@/core/marks/criteria";
import { holding, judgedBy, type JudgedCriterion } from "@/core/marks/judged";
import { isBelow, minus, type Ratio } from "@/core/marks/ratio";
import { mayChangeCourse, roleOn } from "../access/read";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { assessor } from "../db/tables/marks";
import { wiki } from "../db/tables/wikis";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { type JudgementRow, subjectKey } from "./acts";
import { loadAssessment } from "./load";
import { assessedAt, assessPlace } from "./place";

export interface AssessorDto {
  readonly wikiId: string;
  readonly personId: string;
  readonly name: string;
  readonly hand: "first" | "second";
  readonly isOpen: boolean;
  readonly doneAt: Date | null;
}

export interface DealtDto {
  readonly assessors: readonly AssessorDto[];
  /** Who can be asked to assess: those who run the course, and its assistants. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
}

/** Who assesses which group, for those who run the course; null for anybody else. */
export async function dealtGroups(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<DealtDto | null> {
  if (!runsCourse(await roleOn(ctx, courseId))) return null;
  const assessors = await ctx.db
    .select({
      wikiId: assessor.wikiId,
      personId: assessor.personId,
      name: person.name,
      hand: assessor.hand,
      isOpen: assessor.isOpen,
      doneAt: assessor.doneAt,
    })
    .from(assessor)
    .innerJoin(person, eq(person.id, assessor.personId))
    .where(and(eq(assessor.courseId, courseId), eq(assessor.assignmentId, assignmentId)))
    .orderBy(asc(person.name));
  const people = await ctx.db
    .select({ id: person.id, name: person.name })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(
      and(
        eq(enrolment.courseId, courseId),
        inArray(enrolment.role, ["instructor", "assistant"]),
        isNull(enrolment.leftAt),
      ),
    )
    .orderBy(asc(person.name));
  return { assessors, people };
}

export type Dealt = { readonly kind: "dealt" } | RefusedFor<"not found" | "only looking">;

/** Gives a group to somebody to assess, or (hand null) takes it back: what they judged stays. */
export const dealGroup = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    personId: string,
    hand: "first" | "second" | null,
    isOpen: boolean,
  ): Promise<Dealt> => {
    if (!(await mayChangeCourse(ctx, courseId))) return refusedFor("not found");
    const [found] = await ctx.db
      .select({ assignmentId: wiki.assignmentId })
      .from(wiki)
      .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId), isNull(wiki.setAsideAt)));
    const [staff] = await ctx.db
      .select({ id: enrolment.personId })
      .from(enrolment)
      .where(
        and(
          eq(enrolment.courseId, courseId),
          eq(enrolment.personId, personId),
          inArray(enrolment.role, ["instructor", "assistant"]),
          isNull(enrolment.leftAt),
        ),
      );
    if (!found || !staff) return refusedFor("not found");
    if (hand === null)
      await ctx.db
        .delete(assessor)
        .where(
          and(eq(assessor.courseId, courseId), eq(assessor.wikiId, wikiId), eq(assessor.personId, personId)),
        );
    else {
      const row = { hand, isOpen, byId: ctx.viewer.id, at: ctx.now };
      await ctx.db
        .insert(assessor)
        .values({ courseId, assignmentId: found.assignmentId, wikiId, personId, ...row })
        .onConflictDoUpdate({ target: [assessor.courseId, assessor.wikiId, assessor.personId], set: row });
    }
    return { kind: "dealt" };
  },
);

/**
 * The viewer, a second assessor, says that they are done: from then on they see what the first did. Whoever
 * has seen that can't unsee it, so there is no way back.
 */
export const sayDone = act(async (ctx, courseId: string, wikiId: string): Promise<Dealt> => {
  const at = await assessedAt(ctx, courseId, wikiId);
  if (!at || at.place.isArchived || at.wiki.hand !== "second") return refusedFor("not found");
  await ctx.db
    .update(assessor)
    .set({ doneAt: ctx.now })
    .where(
      and(eq(assessor.courseId, courseId), eq(assessor.wikiId, wikiId), eq(assessor.personId, ctx.viewer.id)),
    );
  return { kind: "dealt" };
});

export interface DifferenceDto {
  readonly wikiId: string;
  readonly wiki: string;
  /** Null: the group. */
  readonly personId: string | null;
  readonly person: string | null;
  readonly criterion: Criterion;
  readonly first: { readonly id: string; readonly by: string; readonly told: string };
  readonly second: { readonly id: string; readonly by: string; readonly told: string };
  /** 0 to 1: how far apart they are, as a part of the criterion. */
  readonly apart: Ratio;
  readonly settled: { readonly by: string; readonly reason: string } | null;
}

export interface ComparedDto {
  /** Largest first. */
  readonly differences: readonly DifferenceDto[];
  /** By criterion with levels, where both judged something. */
  readonly agreements: readonly { readonly criterion: Criterion; readonly agreement: Agreement }[];
  /** How many judgements both gave. */
  readonly both: number;
}

/** Where two assessors judged the same: for those who run the course; null for anybody else. */
export async function compareAssessors(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ComparedDto | null> {
  if (!runsCourse(await roleOn(ctx, courseId))) return null;
  const place = await assessPlace(ctx, courseId, assignmentId);
  if (!place) return null;
  const { groups, sheet, versions } = await loadAssessment(ctx, place);
  const differences: DifferenceDto[] = [];
  const pairs = new Map<string, [number, number][]>();
  let both = 0;
  for (const { wiki: of, members, judgements } of groups) {
    for (const subject of [null, ...members.map(({ member }) => member)]) {
      const acts = judgements.get(subjectKey(of.id, subject?.id ?? null)) ?? [];
      if (!acts.some(({ hand }) => hand === "second")) continue;
      const judged = (hand: "first" | "second") =>
        judgedBy(
          sheet,
          subject ? "student" : "group",
          holding(
            acts.filter((each) => each.hand !== "settled"),
            hand,
          ),
          versions,
          new Map(),
        );
      const [first, second] = [judged("first"), judged("second")];
      const settled = new Map(
        acts.filter(({ hand }) => hand === "settled").map((each) => [each.criterion, each]),
      );
      first.forEach((one, at) => {
        const other = second[at]!;
        if (!one.act || !other.act || !one.part || !other.part) return;
        both++;
        const levels = levelsOf(one, other);
        if (levels) pairs.set(one.criterion.id, [...(pairs.get(one.criterion.id) ?? []), levels]);
        const apart = isBelow(one.part, other.part)
          ? minus(other.part, one.part)
          : minus(one.part, other.part);
        if (apart.n === 0n) return;
        const done = settled.get(one.criterion.id);
        const told = (each: JudgedCriterion) => ({
          id: each.act!.id,
          by: (each.act as JudgementRow).byName,
          told: each.told ?? "",
        });
        differences.push({
          wikiId: of.id,
          wiki: of.name,
          personId: subject?.id ?? null,
          person: subject?.name ?? null,
          criterion: one.criterion,
          first: told(one),
          second: told(other),
          apart,
          settled: done ? { by: done.byName, reason: done.reason } : null,
        });
      });
    }
  }
  differences.sort((one, other) =>
    isBelow(one.apart, other.apart) ? 1 : isBelow(other.apart, one.apart) ? -1 : 0,
  );
  const agreements = sheet.criteria.flatMap((criterion) => {
    const found =
      criterion.judging.by === "levels"
        ? agreement(pairs.get(criterion.id) ?? [], criterion.judging.levels.length)
        : null;
    return found ? [{ criterion, agreement: found }] : [];
  });
  return { differences, agreements, both };
}

/**
 * The places of the two levels among the criterion's, by their points; null: it has no levels, or it had
 * others then.
 */
function levelsOf(one: JudgedCriterion, other: JudgedCriterion): [number, number] | null {
  const { judging } = one.criterion;
  if (judging.by !== "levels" || one.earlier || other.earlier) return null;
  const at = (id: string | null) => judging.levels.findIndex((level) => level.id === id);
  return [at(one.act!.level), at(other.act!.level)];
}
