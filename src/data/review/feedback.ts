/**
 * Feedback: what those who review an assignment tell all of its students, one group, or one student alone.
 */
import { reviewsWork, runsCourse, takesPart } from "@/core/access/role";
import "server-only";
import { typedText } from "@/core/text/typed";
import { and, asc, desc, eq, inArray, isNotNull, isNull, notExists, or, type SQL, sql } from "drizzle-orm";
import { givenToAssistant } from "../access/people";
import { roleOn } from "../access/read";
import { readableWikis } from "../assignments/read";
import { assignmentHere } from "../assignments/here";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { feedback, feedbackSeen } from "../db/tables/review";
import { assignment, wiki } from "../db/tables/wikis";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { membersOfWikis } from "../pages/members";
import type { Context, ContextIn } from "../session/context";
import { act } from "../session/act";
import { type RefusedFor, refusedFor } from "../refusal";

export const longestFeedback = 10_000;
const words = typedText(longestFeedback, {}, 1);

/** Who is told: one student of a group, a group, or all groups of the assignment. */
export interface Audience {
  readonly wikiId: string | null;
  readonly personId: string | null;
}

export interface FeedbackDto extends Audience {
  readonly id: string;
  readonly authorId: string;
  readonly author: string;
  /** Who alone is told, by name. */
  readonly person: string | null;
  readonly body: string;
  readonly at: Date;
  readonly editedAt: Date | null;
  readonly earlier: readonly string[];
  readonly withdrawnAt: Date | null;
  /** Who has had it before them, by name. For those who review; empty for students. */
  readonly seenBy: readonly string[];
}

export type FeedbackGiven =
  | { readonly kind: "given"; readonly id: string }
  | RefusedFor<"not found" | "only looking" | "empty or too long" | "not yours">;

/**
 * What a group, or one of its members, was told, newest first: for those who review it. Null for anybody
 * else.
 */
export async function feedbackOn(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  personId: string | null,
): Promise<FeedbackDto[] | null> {
  const found = await reviewedWiki(ctx, courseId, wikiId);
  if (!found) return null;
  const toThem = and(
    eq(feedback.wikiId, wikiId),
    personId === null ? undefined : or(isNull(feedback.personId), eq(feedback.personId, personId)),
  );
  return load(
    ctx.db,
    courseId,
    and(
      eq(feedback.courseId, courseId),
      eq(feedback.assignmentId, found.assignmentId),
      or(isNull(feedback.wikiId), toThem),
    ),
    true,
  );
}

/** What the viewer, a student, was told in an assignment, newest first. */
export async function myFeedback(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<FeedbackDto[]> {
  const isTold = await toldToMe(ctx, courseId, assignmentId);
  return isTold ? load(ctx.db, courseId, isTold, false) : [];
}

/** What the viewer has not had before them yet, by assignment: for their desk. */
export async function unseenFeedback(
  ctx: ContextIn,
  courseId: string,
): Promise<{ readonly assignmentId: string; readonly assignment: string; readonly author: string }[]> {
  const isTold = await toldToMe(ctx, courseId, null);
  if (!isTold) return [];
  const seen = ctx.db
    .select({ one: sql`1` })
    .from(feedbackSeen)
    .where(
      and(
        eq(feedbackSeen.courseId, feedback.courseId),
        eq(feedbackSeen.feedbackId, feedback.id),
        eq(feedbackSeen.personId, ctx.viewer.id),
      ),
    );
  return ctx.db
    .selectDistinct({ assignmentId: assignment.id, assignment: assignment.title, author: person.name })
    .from(feedback)
    .innerJoin(
      assignment,
      and(eq(assignment.courseId, feedback.courseId), eq(assignment.id, feedback.assignmentId)),
    )
    .innerJoin(person, eq(person.id, feedback.authorId))
    .where(and(isTold, notExists(seen)));
}

/** Notes that the viewer has had these before them. Who only looks as somebody else leaves no trace. */
export async function noteSeen(
  { db, viewer, now, lookingAs }: Context,
  courseId: string,
  seen: readonly FeedbackDto[],
): Promise<void> {
  if (lookingAs || seen.length === 0) return;
  await db
    .insert(feedbackSeen)
    .values(seen.map(({ id }) => ({ courseId, feedbackId: id, personId: viewer.id, at: now })))
    .onConflictDoNothing();
}

/**
 * Tells an audience, and each of them by mail that they were told something: what it says stands where they
 * have to sign in.
 */
export const giveFeedback = act(
  async (
    ctx,
    courseId: string,
    assignmentId: string,
    to: Audience,
    body: string,
    link: string,
  ): Promise<FeedbackGiven> => {
    const text = words.safeParse(body);
    if (!text.success) return refusedFor("empty or too long");
    return ctx.db.transaction(async (tx) => {
      const inside = { ...ctx, db: tx };
      const told = await audience(inside, courseId, assignmentId, to);
      if (!told) return refusedFor("not found");
      const id = ctx.newId();
      await tx
        .insert(feedback)
        .values({ courseId, id, assignmentId, ...to, authorId: ctx.viewer.id, body: text.data, at: ctx.now });
      const [found] = await tx
        .select({ title: assignment.title })
        .from(assignment)
        .where(assignmentHere(courseId, assignmentId));
      const people =
        told.length === 0
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
              .where(inArray(person.id, told))
              .orderBy(asc(person.id));
      const about = {
        by: ctx.viewer.name,
        to: to.personId ? "person" : to.wikiId ? "group" : "all",
        assignment: found!.title,
        link,
      } as const;
      await post(
        inside,
        people.map(({ name, email }) => letter("feedback", courseId, { name, address: email }, about)),
      );
      return { kind: "given", id };
    });
  },
);

/** Changes what one's own feedback says; what it said before is kept for those who review. */
export const changeFeedback = act(
  async (
    ctx,
    courseId: string,
    id: string,
    change: { readonly body: string } | { readonly withdrawn: boolean },
  ): Promise<FeedbackGiven> => {
    const text = "body" in change ? words.safeParse(change.body) : null;
    if (text && !text.success) return refusedFor("empty or too long");
    return ctx.db.transaction(async (tx) => {
      const here = and(eq(feedback.courseId, courseId), eq(feedback.id, id));
      const [found] = await tx.select().from(feedback).where(here).for("update");
      if (!found || !(await audience({ ...ctx, db: tx }, courseId, found.assignmentId, found)))
        return refusedFor("not found");
      if (found.authorId !== ctx.viewer.id) return refusedFor("not yours");
      if ("withdrawn" in change)
        await tx
          .update(feedback)
          .set({ withdrawnAt: change.withdrawn ? ctx.now : null })
          .where(here);
      else if (text!.data !== found.body)
        await tx
          .update(feedback)
          .set({ body: text!.data!, editedAt: ctx.now, earlier: [...found.earlier, found.body] })
          .where(here);
      return { kind: "given", id };
    });
  },
);

/** SQL: what the viewer was told and may read still; null if they are no student of the course. */
async function toldToMe(ctx: ContextIn, courseId: string, assignmentId: string | null): Promise<SQL | null> {
  if (!takesPart(await roleOn(ctx, courseId))) return null;
  const mine = (await readableWikis(ctx, courseId, ...(assignmentId === null ? [] : [assignmentId])))
    .filter(({ isMine }) => isMine)
    .map(({ id }) => id);
  const published = ctx.db
    .select({ id: assignment.id })
    .from(assignment)
    .where(
      and(eq(assignment.courseId, courseId), isNotNull(assignment.publishedAt), isNull(assignment.removedAt)),
    );
  const toMyGroup =
    mine.length === 0
      ? sql`false`
      : and(
          inArray(feedback.wikiId, mine),
          or(isNull(feedback.personId), eq(feedback.personId, ctx.viewer.id)),
        );
  return and(
    eq(feedback.courseId, courseId),
    assignmentId === null
      ? inArray(feedback.assignmentId, published)
      : eq(feedback.assignmentId, assignmentId),
    isNull(feedback.withdrawnAt),
    or(isNull(feedback.wikiId), toMyGroup),
  )!;
}

/** Those whom feedback is for, if the viewer may tell them something in an open course; null otherwise. */
async function audience(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  { wikiId, personId }: Audience,
): Promise<string[] | null> {
  const [found] = await ctx.db
    .select({ archivedAt: course.archivedAt })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  if (!found || found.archivedAt) return null;
  if (wikiId === null)
    return personId === null && runsCourse(await roleOn(ctx, courseId))
      ? membersOf(
          ctx,
          await ctx.db
            .select()
            .from(wiki)
            .where(
              and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), isNull(wiki.setAsideAt)),
            ),
          courseId,
        )
      : null;
  const reviewed = await reviewedWiki(ctx, courseId, wikiId);
  if (!reviewed || reviewed.assignmentId !== assignmentId) return null;
  const members = await membersOf(ctx, [reviewed], courseId);
  return personId === null ? members : members.includes(personId) ? [personId] : null;
}

async function membersOf(
  ctx: ContextIn,
  wikis: readonly (typeof wiki.$inferSelect)[],
  courseId: string,
): Promise<string[]> {
  const members = (await membersOfWikis(ctx.db, courseId, wikis)).flat();
  return [...new Set(members.filter(({ until }) => until === null || until > ctx.now).map(({ id }) => id))];
}

/** A wiki whose work the viewer may review; null otherwise. */
async function reviewedWiki(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<typeof wiki.$inferSelect | null> {
  const role = await roleOn(ctx, courseId);
  if (!reviewsWork(role)) return null;
  const [found] = await ctx.db
    .select()
    .from(wiki)
    .where(
      and(
        eq(wiki.courseId, courseId),
        eq(wiki.id, wikiId),
        isNull(wiki.setAsideAt),
        givenToAssistant(ctx.viewer.id),
      ),
    );
  return found ?? null;
}

async function load(
  db: Queryable,
  courseId: string,
  isWanted: SQL | undefined,
  forReviewers: boolean,
): Promise<FeedbackDto[]> {
  const rows = await db
    .select({
      id: feedback.id,
      wikiId: feedback.wikiId,
      personId: feedback.personId,
      authorId: feedback.authorId,
      author: person.name,
      body: feedback.body,
      at: feedback.at,
      editedAt: feedback.editedAt,
      earlier: feedback.earlier,
      withdrawnAt: feedback.withdrawnAt,
      person: sql<string | null>`(select p.name from ${person} p where p.id = ${feedback.personId})`,
    })
    .from(feedback)
    .innerJoin(person, eq(person.id, feedback.authorId))
    .where(isWanted)
    .orderBy(desc(feedback.at), asc(feedback.id));
  if (!forReviewers) return rows.map((row) => ({ ...row, earlier: [], seenBy: [] }));
  const seen =
    rows.length === 0
      ? []
      : await db
          .select({ feedbackId: feedbackSeen.feedbackId, name: person.name })
          .from(feedbackSeen)
          .innerJoin(person, eq(person.id, feedbackSeen.personId))
          .where(
            and(
              eq(feedbackSeen.courseId, courseId),
              inArray(
                feedbackSeen.feedbackId,
                rows.map(({ id }) => id),
              ),
            ),
          )
          .orderBy(asc(person.name));
  return rows.map((row) => ({
    ...row,
    seenBy: seen.flatMap(({ feedbackId, name }) => (feedbackId === row.id ? [name] : [])),
  }));
}
