/**
 * What teammates say of each other: a round that opens and closes, its answers, and what those who assess
 * make of them.
 */
import "server-only";
import { and, asc, eq, gt, inArray, isNull, lte } from "drizzle-orm";
import * as z from "zod";
import { runsCourse, takesPart } from "@/core/access/role";
import {
  leastAnswersForMean,
  type Mean,
  meanOf,
  type Question,
  questions,
  seenShares,
} from "@/core/marks/round";
import type { Ratio } from "@/core/marks/ratio";
import { typedText } from "@/core/text/typed";
import { instantAt } from "@/core/time/zone";
import { mayChangeCourse, roleOn } from "../access/read";
import { assignmentHere } from "../assignments/here";
import { readableWikis } from "../assignments/read";
import { findCourse } from "../courses/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { teamAnswer, teamRound } from "../db/tables/marks";
import { assignment, wiki } from "../db/tables/wikis";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import type { MemberDto } from "../pages/dto";
import { membersOfWikis } from "../pages/members";
import { type Refused, type RefusedFor, refused, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { subjectKey } from "./acts";

export interface RoundDto {
  readonly questions: readonly Question[];
  readonly opensAt: Date;
  readonly closesAt: Date;
  readonly showsMean: boolean;
  readonly assistantsSee: boolean;
}

export async function roundOf(
  db: Queryable,
  courseId: string,
  assignmentId: string,
): Promise<RoundDto | null> {
  const [found] = await db
    .select({
      questions: teamRound.questions,
      opensAt: teamRound.opensAt,
      closesAt: teamRound.closesAt,
      showsMean: teamRound.showsMean,
      assistantsSee: teamRound.assistantsSee,
    })
    .from(teamRound)
    .where(and(eq(teamRound.courseId, courseId), eq(teamRound.assignmentId, assignmentId)));
  return found ?? null;
}

interface AnswerRow {
  readonly wikiId: string;
  readonly by: string;
  readonly about: string;
  readonly levels: Readonly<Record<string, number>>;
  readonly line: string;
}

async function answersOf(
  db: Queryable,
  courseId: string,
  assignmentId: string,
  wikis: readonly string[],
): Promise<AnswerRow[]> {
  if (wikis.length === 0) return [];
  return db
    .select({
      wikiId: teamAnswer.wikiId,
      by: teamAnswer.byId,
      about: teamAnswer.aboutId,
      levels: teamAnswer.levels,
      line: teamAnswer.line,
    })
    .from(teamAnswer)
    .where(
      and(
        eq(teamAnswer.courseId, courseId),
        eq(teamAnswer.assignmentId, assignmentId),
        inArray(teamAnswer.wikiId, [...wikis]),
      ),
    )
    .orderBy(asc(teamAnswer.byId), asc(teamAnswer.aboutId));
}

/** The mean of what teammates said of each, by subject; nobody where there is no round. */
export async function saidOfTeammates(
  db: Queryable,
  courseId: string,
  assignmentId: string,
  wikis: readonly string[],
): Promise<Map<string, Ratio>> {
  const round = await roundOf(db, courseId, assignmentId);
  const found = new Map<string, Ratio>();
  if (!round) return found;
  const all = await answersOf(db, courseId, assignmentId, wikis);
  for (const wikiId of wikis) {
    const here = all.filter((each) => each.wikiId === wikiId);
    for (const about of new Set(here.map((each) => each.about))) {
      const mean = meanOf(here, round.questions, about);
      if (mean) found.set(subjectKey(wikiId, about), mean.mean);
    }
  }
  return found;
}

export interface TeamDto {
  readonly round: RoundDto;
  readonly members: readonly {
    readonly id: string;
    readonly mean: Mean | null;
    /**
     * What of the group's work teammates see in them, beside the share of the record; null: not everybody was
     * answered about.
     */
    readonly seen: Ratio | null;
    readonly hasAnswered: boolean;
  }[];
  readonly answers: readonly AnswerRow[];
}

/** What was said in a group, for whoever assesses it and may see it: the caller has asked the former. */
export async function teamOf(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  wikiId: string,
  members: readonly string[],
): Promise<TeamDto | null> {
  const round = await roundOf(ctx.db, courseId, assignmentId);
  if (!round || !(runsCourse(await roleOn(ctx, courseId)) || round.assistantsSee)) return null;
  const answers = await answersOf(ctx.db, courseId, assignmentId, [wikiId]);
  const seen = seenShares(answers, round.questions, members);
  return {
    round,
    answers,
    members: members.map((id) => ({
      id,
      mean: meanOf(answers, round.questions, id),
      seen: seen?.get(id) ?? null,
      hasAnswered: answers.some(({ by }) => by === id),
    })),
  };
}

/** What a member of a group is asked, with what they answered; null: there is nothing for them. */
export interface MyRoundDto {
  readonly round: RoundDto;
  readonly wikiId: string;
  readonly group: string;
  readonly timeZone: string;
  readonly assignment: string;
  readonly isOpen: boolean;
  readonly members: readonly MemberDto[];
  readonly answers: readonly {
    readonly about: string;
    readonly levels: Readonly<Record<string, number>>;
    readonly line: string;
  }[];
  /** What teammates said of the viewer in the mean, where they may know it. */
  readonly ownMean: Mean | null;
}

export async function myRound(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<MyRoundDto | null> {
  if (!takesPart(await roleOn(ctx, courseId))) return null;
  const round = await roundOf(ctx.db, courseId, assignmentId);
  const own = round && (await readableWikis(ctx, courseId, assignmentId)).find(({ isMine }) => isMine);
  const course = own && (await findCourse(ctx, courseId));
  if (!round || !own || !course || round.opensAt > ctx.now) return null;
  const [row] = await ctx.db
    .select({
      courseId: wiki.courseId,
      groupId: wiki.groupId,
      personId: wiki.personId,
      title: assignment.title,
    })
    .from(wiki)
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, own.id)));
  const members = (await membersOfWikis(ctx.db, courseId, [row!]))[0]!.filter(
    ({ until }) => until === null || until > ctx.now,
  );
  if (members.length < 2) return null;
  const all = await answersOf(ctx.db, courseId, assignmentId, [own.id]);
  const isOpen = round.closesAt > ctx.now;
  const mean = meanOf(all, round.questions, ctx.viewer.id);
  return {
    round,
    wikiId: own.id,
    group: own.name,
    timeZone: course.timeZone,
    assignment: row!.title,
    isOpen,
    members,
    answers: all.filter(({ by }) => by === ctx.viewer.id),
    ownMean: !isOpen && round.showsMean && mean && mean.answers >= leastAnswersForMean ? mean : null,
  };
}

/** Open rounds of a course in which the viewer, a student, has not answered: for their desk. */
export async function roundsToAnswer(
  ctx: ContextIn,
  courseId: string,
): Promise<{ readonly assignmentId: string; readonly assignment: string; readonly until: Date }[]> {
  const open = await ctx.db
    .select({ assignmentId: teamRound.assignmentId, assignment: assignment.title, until: teamRound.closesAt })
    .from(teamRound)
    .innerJoin(
      assignment,
      and(
        eq(assignment.courseId, teamRound.courseId),
        eq(assignment.id, teamRound.assignmentId),
        isNull(assignment.removedAt),
      ),
    )
    .where(
      and(eq(teamRound.courseId, courseId), lte(teamRound.opensAt, ctx.now), gt(teamRound.closesAt, ctx.now)),
    );
  const mine = await Promise.all(open.map(({ assignmentId }) => myRound(ctx, courseId, assignmentId)));
  return open.filter((_, at) => mine[at] && mine[at].answers.length === 0);
}

export type TeamAnswered =
  { readonly kind: "answered" } | RefusedFor<"not found" | "only looking" | "closed" | "bad input">;

const answerInput = z
  .array(
    z.object({
      about: z.string().max(60),
      levels: z.record(z.string().max(40), z.int().min(0).max(6)),
      line: typedText(500),
    }),
  )
  .min(1)
  .max(400);

/**
 * Stores what the viewer says of the members of their group: the newest answer before the round closes holds.
 */
export const answerRound = act(
  async (ctx, courseId: string, assignmentId: string, given: unknown): Promise<TeamAnswered> => {
    const read = answerInput.safeParse(given);
    if (!read.success) return refusedFor("bad input");
    const mine = await myRound(ctx, courseId, assignmentId);
    const course = mine && (await findCourse(ctx, courseId));
    if (!mine || !course || course.archivedAt) return refusedFor("not found");
    if (!mine.isOpen) return refusedFor("closed");
    const isKnown = ({ about, levels }: (typeof read.data)[number]) =>
      mine.members.some(({ id }) => id === about) &&
      Object.entries(levels).every(([id, level]) =>
        mine.round.questions.some((each) => each.id === id && level < each.levels.length),
      );
    if (!read.data.every(isKnown)) return refusedFor("bad input");
    for (const { about, levels, line } of read.data) {
      const row = { levels, line, at: ctx.now };
      await ctx.db
        .insert(teamAnswer)
        .values({ courseId, assignmentId, wikiId: mine.wikiId, byId: ctx.viewer.id, aboutId: about, ...row })
        .onConflictDoUpdate({
          target: [teamAnswer.courseId, teamAnswer.wikiId, teamAnswer.byId, teamAnswer.aboutId],
          set: row,
        });
    }
    return { kind: "answered" };
  },
);

const clock = z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, "A time is missing");
const roundInput = z
  .object({ questions, opensAt: clock, closesAt: clock, showsMean: z.boolean(), assistantsSee: z.boolean() })
  .refine(({ opensAt, closesAt }) => opensAt < closesAt, { message: "The round closes before it opens" });

export type RoundSaved =
  | { readonly kind: "saved" }
  | Refused<
      | { readonly code: "not found" | "only looking" | "answered already" }
      | { readonly code: "bad input"; readonly message: string }
    >;

/** Opens a round, or changes it: once somebody has answered its questions stay as they are. */
export const saveRound = act(
  async (ctx, courseId: string, assignmentId: string, given: unknown): Promise<RoundSaved> => {
    const read = roundInput.safeParse(given);
    if (!read.success) return refused({ code: "bad input", message: read.error.issues[0]!.message });
    const course = (await mayChangeCourse(ctx, courseId)) ? await findCourse(ctx, courseId) : null;
    if (!course) return refused({ code: "not found" });
    const [found] = await ctx.db
      .select({ id: assignment.id })
      .from(assignment)
      .where(assignmentHere(courseId, assignmentId));
    const [opensAt, closesAt] = [
      instantAt(read.data.opensAt, course.timeZone),
      instantAt(read.data.closesAt, course.timeZone),
    ];
    if (!found || !opensAt || !closesAt) return refused({ code: "not found" });
    return ctx.db.transaction(async (tx): Promise<RoundSaved> => {
      const before = await roundOf(tx, courseId, assignmentId);
      const [answered] = await tx
        .select({ by: teamAnswer.byId })
        .from(teamAnswer)
        .where(and(eq(teamAnswer.courseId, courseId), eq(teamAnswer.assignmentId, assignmentId)))
        .limit(1);
      if (before && answered && JSON.stringify(before.questions) !== JSON.stringify(read.data.questions))
        return refused({ code: "answered already" });
      const row = { ...read.data, opensAt, closesAt, byId: ctx.viewer.id, at: ctx.now };
      await tx
        .insert(teamRound)
        .values({ courseId, assignmentId, ...row })
        .onConflictDoUpdate({ target: [teamRound.courseId, teamRound.assignmentId], set: row });
      return { kind: "saved" };
    });
  },
);

export interface MissingAnswersDto {
  readonly round: RoundDto;
  readonly missing: readonly {
    readonly wikiId: string;
    readonly wiki: string;
    readonly id: string;
    readonly name: string;
  }[];
  readonly answered: number;
}

/** Who of the assignment's members has not answered yet. For those who run the course. */
export async function missingAnswers(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<MissingAnswersDto | null> {
  const round = runsCourse(await roleOn(ctx, courseId))
    ? await roundOf(ctx.db, courseId, assignmentId)
    : null;
  if (!round) return null;
  const wikis = await ctx.db
    .select({
      id: wiki.id,
      name: wiki.name,
      courseId: wiki.courseId,
      groupId: wiki.groupId,
      personId: wiki.personId,
    })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt)))
    .orderBy(asc(wiki.position));
  const members = await membersOfWikis(ctx.db, courseId, wikis);
  const answers = await answersOf(
    ctx.db,
    courseId,
    assignmentId,
    wikis.map(({ id }) => id),
  );
  const all = wikis.flatMap(({ id: wikiId, name }, at) => {
    const here = members[at]!.filter(({ until }) => until === null || until > ctx.now);
    return here.length < 2 ? [] : here.map(({ id, name: who }) => ({ wikiId, wiki: name, id, name: who }));
  });
  const missing = all.filter(
    ({ id, wikiId }) => !answers.some((each) => each.by === id && each.wikiId === wikiId),
  );
  return { round, missing, answered: all.length - missing.length };
}

export type Reminded =
  | { readonly kind: "reminded"; readonly number: number }
  | RefusedFor<"not found" | "only looking" | "closed">;

/** Reminds by mail those who have not answered. */
export const remindRound = act(
  async (ctx, courseId: string, assignmentId: string, link: string): Promise<Reminded> => {
    const found = (await mayChangeCourse(ctx, courseId))
      ? await missingAnswers(ctx, courseId, assignmentId)
      : null;
    if (!found) return refusedFor("not found");
    if (found.round.closesAt <= ctx.now || found.round.opensAt > ctx.now) return refusedFor("closed");
    const ids = [...new Set(found.missing.map(({ id }) => id))];
    const [row] = await ctx.db
      .select({ title: assignment.title })
      .from(assignment)
      .where(assignmentHere(courseId, assignmentId));
    return ctx.db.transaction(async (tx): Promise<Reminded> => {
      const people =
        ids.length === 0
          ? []
          : await tx
              .select({ name: person.name, email: person.email })
              .from(person)
              .innerJoin(
                enrolment,
                and(
                  eq(enrolment.courseId, courseId),
                  eq(enrolment.personId, person.id),
                  isNull(enrolment.leftAt),
                ),
              )
              .where(inArray(person.id, ids))
              .orderBy(asc(person.id));
      await post(
        { ...ctx, db: tx },
        people.map(({ name, email }) =>
          letter("teammates", courseId, { name, address: email }, { assignment: row!.title, link }),
        ),
      );
      return { kind: "reminded", number: people.length };
    });
  },
);
