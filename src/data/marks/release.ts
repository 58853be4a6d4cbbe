/**
 * Releasing marks: each student gets a copy of what they are shown, which stays as it is whatever changes
 * later.
 */
import "server-only";
import { and, asc, desc, eq, inArray, isNotNull, isNull, lte } from "drizzle-orm";
import * as z from "zod";
import { criteriaOf, labelOf, read } from "@/core/marks/criteria";
import type { JudgedCriterion } from "@/core/marks/judged";
import { scaleOf } from "@/core/marks/proposals";
import { shownMark } from "@/core/marks/member-marks";
import { exactDecimal } from "@/core/marks/ratio";
import { mayChangeCourse } from "../access/read";
import type { Database, Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { markRelease, releasedMark } from "../db/tables/marks";
import { feedback } from "../db/tables/review";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import type { ClassStateDto, GroupStateDto, MemberStateDto } from "./dto";
import { loadAssessment } from "./load";
import { assessPlace, inTurn } from "./place";
import { type PinDto, pinsOf } from "./pins";
import type { ShownCriterion, ShownMark } from "./shown";

export const releaseInput = z.object({
  /** The wikis whose students are shown their marks. */
  wikis: z.array(z.string().max(60)).min(1).max(1000),
  /** An instant; null: at once. */
  plannedFor: z.date().nullable(),
  mails: z.boolean(),
  /** Of these wikis the group's mark, its levels and the workings are left out. */
  withoutWorking: z.array(z.string().max(60)).max(1000),
});
export type ReleaseGiven = z.input<typeof releaseInput>;

export type Released =
  | { readonly kind: "released"; readonly number: number }
  | { readonly kind: "planned" }
  | RefusedFor<"not found" | "only looking" | "nothing to release" | "not in the future">;

/** Those of a group whose mark is new to them and not held back. */
export function toRelease({ members }: GroupStateDto): readonly MemberStateDto[] {
  return members.filter(
    ({ held, released }) =>
      held.mark !== null &&
      held.heldBack === null &&
      (released === null || released.mark !== held.mark.value || released.at < held.mark.at),
  );
}

/** Releases marks at once, or plans it. Two at once release each mark once. For those who run the course. */
export const release = act(
  async (
    ctx,
    courseId: string,
    assignmentId: string,
    given: ReleaseGiven,
    link: string,
  ): Promise<Released> => {
    const asked = releaseInput.safeParse(given);
    if (!asked.success || !(await mayChangeCourse(ctx, courseId))) return refusedFor("not found");
    const { wikis, plannedFor, mails, withoutWorking } = asked.data;
    if (plannedFor !== null && plannedFor <= ctx.now) return refusedFor("not in the future");
    return ctx.db.transaction(async (tx): Promise<Released> => {
      const inside = { ...ctx, db: tx };
      const place = await assessPlace(inside, courseId, assignmentId);
      if (!place) return refusedFor("not found");
      await inTurn(tx, courseId, assignmentId);
      const row = {
        courseId,
        id: ctx.newId(),
        assignmentId,
        wikis,
        withoutWorking,
        mails,
        link,
        byId: ctx.viewer.id,
        at: ctx.now,
      };
      if (plannedFor !== null) {
        await tx.insert(markRelease).values({ ...row, plannedFor });
        return { kind: "planned" };
      }
      const all = await loadAssessment(inside, place);
      if (!all.groups.some((group) => wikis.includes(group.wiki.id) && toRelease(group).length > 0))
        return refusedFor("nothing to release");
      await tx.insert(markRelease).values({ ...row, doneAt: ctx.now });
      return { kind: "released", number: await show(inside, all, row) };
    });
  },
);

/** Calls a planned release off. */
export const callOffRelease = act(async (ctx, courseId: string, id: string): Promise<Released> => {
  if (!(await mayChangeCourse(ctx, courseId))) return refusedFor("not found");
  const done = await ctx.db
    .update(markRelease)
    .set({ calledOffAt: ctx.now })
    .where(
      and(
        eq(markRelease.courseId, courseId),
        eq(markRelease.id, id),
        isNull(markRelease.doneAt),
        isNull(markRelease.calledOffAt),
      ),
    )
    .returning({ id: markRelease.id });
  return done.length > 0 ? { kind: "planned" } : refusedFor("not found");
});

/**
 * Does the releases whose time has come, each in a transaction of its own and by whoever planned it. Several
 * processes may do so at once.
 */
export async function releaseDue(db: Database, now: Date, newId: () => string): Promise<number> {
  const isDue = and(
    isNull(markRelease.doneAt),
    isNull(markRelease.calledOffAt),
    isNotNull(markRelease.plannedFor),
    lte(markRelease.plannedFor, now),
  );
  const due = await db
    .select({ courseId: markRelease.courseId, id: markRelease.id })
    .from(markRelease)
    .where(isDue)
    .orderBy(asc(markRelease.plannedFor));
  let released = 0;
  for (const { courseId, id } of due) {
    released += await db.transaction(async (tx) => {
      const here = and(eq(markRelease.courseId, courseId), eq(markRelease.id, id));
      const [row] = await tx
        .select()
        .from(markRelease)
        .where(and(here, isDue))
        .for("update", { skipLocked: true });
      if (!row) return 0;
      const [by] = await tx
        .select({ id: person.id, name: person.name })
        .from(person)
        .where(eq(person.id, row.byId));
      const inside: ContextIn = { db: tx, viewer: by!, now, newId };
      const place = (await mayChangeCourse(inside, courseId))
        ? await assessPlace(inside, courseId, row.assignmentId)
        : null;
      await tx
        .update(markRelease)
        .set(place ? { doneAt: now } : { calledOffAt: now })
        .where(here);
      if (!place) return 0;
      await inTurn(tx, courseId, row.assignmentId);
      return show(inside, await loadAssessment(inside, place), row);
    });
  }
  return released;
}

type Row = Pick<
  typeof markRelease.$inferSelect,
  "courseId" | "id" | "assignmentId" | "wikis" | "withoutWorking" | "mails" | "link"
>;

/** Gives each student of these wikis their copy, and says by mail that something is there. */
async function show(
  ctx: ContextIn,
  all: ClassStateDto,
  { courseId, id, assignmentId, wikis, withoutWorking, mails, link }: Row,
): Promise<number> {
  const { place } = all;
  const rows: (typeof releasedMark.$inferInsert)[] = [];
  const told = await feedbackOf(ctx.db, courseId, assignmentId);
  const earlier = await shownBefore(ctx.db, courseId, assignmentId);
  const isChange = new Map<string, boolean>();
  for (const group of all.groups.filter(({ wiki }) => wikis.includes(wiki.id))) {
    const members = toRelease(group);
    if (members.length === 0) continue;
    const pins = await pinsOf(ctx.db, courseId, group.wiki.id, null);
    for (const member of members) {
      const before = earlier.filter(
        (each) => each.wikiId === group.wiki.id && each.personId === member.member.id,
      );
      const shown = shownOf(all, group, member, {
        pins,
        told,
        isPlain: withoutWorking.includes(group.wiki.id),
        earlier: before.map(({ mark, at }) => ({ mark, at: at.toISOString() })),
      });
      rows.push({
        courseId,
        releaseId: id,
        assignmentId,
        wikiId: group.wiki.id,
        personId: member.member.id,
        at: ctx.now,
        shown,
      });
      isChange.set(member.member.id, before.length > 0);
    }
  }
  if (rows.length > 0) await ctx.db.insert(releasedMark).values(rows);
  if (mails && rows.length > 0) {
    const people = await reachable(
      ctx.db,
      courseId,
      rows.map(({ personId }) => personId),
    );
    await post(
      ctx,
      people.map(({ id: to, name, email }) =>
        letter(
          "marks",
          courseId,
          { name, address: email },
          { assignment: place.title, isChange: isChange.get(to) ? "true" : "false", link },
        ),
      ),
    );
  }
  return rows.length;
}

/** Those of a course whom mail reaches, by id. */
export async function reachable(
  db: Queryable,
  courseId: string,
  ids: readonly string[],
): Promise<{ readonly id: string; readonly name: string; readonly email: string }[]> {
  if (ids.length === 0) return [];
  return db
    .select({ id: person.id, name: person.name, email: person.email })
    .from(person)
    .innerJoin(
      enrolment,
      and(eq(enrolment.courseId, courseId), eq(enrolment.personId, person.id), isNull(enrolment.leftAt)),
    )
    .where(inArray(person.id, [...ids]))
    .orderBy(asc(person.id));
}

interface Beside {
  readonly pins: readonly PinDto[];
  readonly told: Awaited<ReturnType<typeof feedbackOf>>;
  readonly isPlain: boolean;
  readonly earlier: ShownMark["earlier"];
}

/** Whether two people and a rule by share let each compute the other's mark from what they are shown. */
export function tellsTheOther({ sheet: { students } }: ClassStateDto, { members }: GroupStateDto): boolean {
  return (
    students.how === "by share" &&
    students.figures.length > 0 &&
    members.filter(({ isGone, held }) => !isGone && held.leftOut === null).length === 2
  );
}

/** What a student is shown of their assessment as it stands. */
export function shownOf(
  { sheet }: ClassStateDto,
  group: GroupStateDto,
  { member, held, own, figures, sharePercent }: MemberStateDto,
  { pins, told, isPlain, earlier }: Beside,
): ShownMark {
  const mark = held.mark!;
  const usesGroup =
    group.group.mark !== null &&
    (sheet.students.how !== "own criteria" || sheet.students.groupWeight !== "0");
  const isOwn = mark.computed === null || mark.computed !== mark.value;
  const mine = pins.filter((each) => each.shown && (each.personId === member.id || each.personId === null));
  return {
    student: member.name,
    group: group.wiki.name,
    mark: mark.value!,
    outOf: sheet.outOf,
    label: labelOf(sheet, read(mark.value!)),
    groupMark: isPlain || !usesGroup ? null : exactDecimal(shownMark(scaleOf(sheet), group.group.mark!)),
    groupWorking: isPlain || !usesGroup ? null : group.group.working,
    working: isPlain || mark.working === "" || mark.computed === null ? null : mark.working,
    computed: isOwn && !isPlain ? mark.computed : null,
    reason: mark.reason,
    // What the group was given for each criterion says its mark.
    criteria: isPlain ? [] : group.criteria.flatMap(shownCriterion),
    own: criteriaOf(sheet, "student").length > 0 ? own.flatMap(shownCriterion) : [],
    pins: mine.map(({ id, criteria, thing, seen }) => ({
      id,
      criteria,
      title: seen.title,
      text: seen.text,
      by: seen.by,
      at: seen.at,
      place:
        thing.kind === "entry"
          ? { pageId: thing.pageId, number: thing.number }
          : thing.kind === "passage"
            ? { pageId: thing.pageId, number: thing.entry }
            : null,
    })),
    feedback: told
      .filter(
        ({ wikiId, personId }) =>
          wikiId === null || (wikiId === group.wiki.id && (personId === null || personId === member.id)),
      )
      .map(({ by, at, body, personId }) => ({ by, at: at.toISOString(), body, isForAll: personId === null })),
    figures: [
      { name: "share" as const, text: sharePercent === null ? "" : String(sharePercent) },
      { name: "standing" as const, text: String(figures.standing ?? 0) },
      { name: "entries" as const, text: String(figures.entries ?? 0) },
      { name: "comments" as const, text: String(figures.comments ?? 0) },
    ],
    earlier,
  };
}

function shownCriterion({ criterion, earlier, part, told, act: given }: JudgedCriterion): ShownCriterion[] {
  if (part === null || told === null) return [];
  const { id, title, description, judging, weight } = earlier ?? criterion;
  const level = judging.by === "levels" ? judging.levels.find((each) => each.id === given?.level) : null;
  return [
    {
      id,
      title,
      description,
      given: level ? `${level.title}, ${level.points}` : told,
      about: level?.description ?? "",
      weight,
    },
  ];
}

/** Feedback of an assignment that holds, oldest first: what is for whom is sorted out by whoever asked. */
export async function feedbackOf(db: Queryable, courseId: string, assignmentId: string) {
  return db
    .select({
      wikiId: feedback.wikiId,
      personId: feedback.personId,
      by: person.name,
      at: feedback.at,
      body: feedback.body,
    })
    .from(feedback)
    .innerJoin(person, eq(person.id, feedback.authorId))
    .where(
      and(
        eq(feedback.courseId, courseId),
        eq(feedback.assignmentId, assignmentId),
        isNull(feedback.withdrawnAt),
      ),
    )
    .orderBy(asc(feedback.at));
}

/** What was shown before, newest first. */
async function shownBefore(db: Queryable, courseId: string, assignmentId: string) {
  const rows = await db
    .select({
      wikiId: releasedMark.wikiId,
      personId: releasedMark.personId,
      at: releasedMark.at,
      shown: releasedMark.shown,
    })
    .from(releasedMark)
    .where(and(eq(releasedMark.courseId, courseId), eq(releasedMark.assignmentId, assignmentId)))
    .orderBy(desc(releasedMark.order));
  return rows.map(({ shown, ...row }) => ({ ...row, mark: shown.mark }));
}

export interface PlannedReleaseDto {
  readonly id: string;
  readonly by: string;
  readonly at: Date;
  readonly plannedFor: Date | null;
  readonly doneAt: Date | null;
  readonly calledOffAt: Date | null;
  readonly wikis: readonly string[];
}

/** The releases of an assignment, newest first. The caller has asked who runs the course. */
export async function releasesOf(
  db: Queryable,
  courseId: string,
  assignmentId: string,
): Promise<PlannedReleaseDto[]> {
  return db
    .select({
      id: markRelease.id,
      by: person.name,
      at: markRelease.at,
      plannedFor: markRelease.plannedFor,
      doneAt: markRelease.doneAt,
      calledOffAt: markRelease.calledOffAt,
      wikis: markRelease.wikis,
    })
    .from(markRelease)
    .innerJoin(person, eq(person.id, markRelease.byId))
    .where(and(eq(markRelease.courseId, courseId), eq(markRelease.assignmentId, assignmentId)))
    .orderBy(desc(markRelease.at));
}
