/** The course's front screen: what waits, and what happened since the last visit. */
import { runsCourse, takesPart } from "@/core/access/role";
import "server-only";
import { and, desc, eq, inArray, isNotNull, isNull, sql, type SQLWrapper } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { roleOn } from "../access/read";
import { asFarAsCanBe } from "../db/as-far";
import { person } from "../db/tables/accounts";
import {
  courseGroup,
  enrolment,
  groupMember,
  groupSet,
  invitation,
  placeRequest,
} from "../db/tables/courses";
import { mail } from "../db/tables/mail";
import { comment, entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { groupSetsForStudents } from "../groups/read";
import { creditOfEntry } from "../ledger/credit";
import { sharedToAnswer } from "../ledger/shared";
import { objectionsWaiting } from "../marks/objections";
import { unseenMarks } from "../marks/own";
import { roundsToAnswer } from "../marks/rounds";
import { hasPassword } from "../people/read";
import { unseenFeedback } from "../review/feedback";
import { openObjections } from "../review/own-words";
import type { ContextIn } from "../session/context";
import { happenedIn, readablePageIds, type Watched, watchedWikis } from "../news/read";
import type { DeskDto, ToAnswerDto } from "./dto";

const shownAtMost = 8;
const minute = 60_000;
/** Coming back within this is still the same visit. */
const visitLasts = 30 * minute;

/** The viewer's desk; null for people who are not on the course. Notes the visit. */
export async function visitDesk(ctx: ContextIn, courseId: string): Promise<DeskDto | null> {
  const role = await roleOn(ctx, courseId);
  if (!role) return null;
  await noteVisit(ctx, courseId);
  const watched = await watchedWikis(ctx, courseId);
  const [happenings, leftOff, signUps] = await Promise.all([
    happenedIn(ctx, courseId, watched, { most: shownAtMost, withoutMuted: true }),
    takesPart(role) ? whereLeftOff(ctx, courseId, watched) : null,
    takesPart(role) ? openSignUps(ctx, courseId) : [],
  ]);
  return {
    happenings,
    leftOff,
    signUps,
    together: takesPart(role) ? await sharedToAnswer(ctx, courseId) : [],
    feedback: await unseenFeedback(ctx, courseId),
    marks: await unseenMarks(ctx, courseId),
    rounds: takesPart(role) ? await roundsToAnswer(ctx, courseId) : [],
    waits: runsCourse(role) ? await whatWaits(ctx, courseId) : null,
  };
}

async function noteVisit({ db, viewer, now, lookingAs }: ContextIn, courseId: string): Promise<void> {
  const at = and(eq(enrolment.courseId, courseId), eq(enrolment.personId, viewer.id));
  const [known] = await db
    .select({ visitedAt: enrolment.visitedAt, visitedBefore: enrolment.visitedBefore })
    .from(enrolment)
    .where(at);
  const isAnother = known?.visitedAt && now.getTime() - known.visitedAt.getTime() > visitLasts;
  const before = isAnother ? known.visitedAt : (known?.visitedBefore ?? null);
  // Who only looks as somebody else leaves no trace of a visit.
  if (lookingAs) return;
  // Written at most once a minute, so that clicking about costs no writing.
  if (!known?.visitedAt || now.getTime() - known.visitedAt.getTime() > minute)
    await asFarAsCanBe(db.update(enrolment).set({ visitedAt: now, visitedBefore: before }).where(at));
}

async function whereLeftOff(ctx: ContextIn, courseId: string, wikis: Watched): Promise<DeskDto["leftOff"]> {
  if (wikis.length === 0) return null;
  const rows = await ctx.db
    .select({ pageId: page.id, page: page.title, wikiId: page.wikiId, ownerId: page.ownerId, at: entry.at })
    .from(entry)
    .innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .innerJoin(entryCredit, creditOfEntry)
    .where(
      and(
        eq(entry.courseId, courseId),
        inArray(
          entry.wikiId,
          wikis.map(({ id }) => id),
        ),
        eq(entryCredit.authorId, ctx.viewer.id),
        isNull(page.removedAt),
      ),
    )
    .orderBy(desc(entry.at))
    .limit(5);
  const readable = await readablePageIds(ctx, courseId, wikis, rows);
  const found = rows.find(({ pageId }) => readable.has(pageId));
  return found
    ? {
        pageId: found.pageId,
        page: found.page,
        at: found.at,
        wiki: wikis.find(({ id }) => id === found.wikiId)!.name,
      }
    : null;
}

async function openSignUps(ctx: ContextIn, courseId: string): Promise<DeskDto["signUps"]> {
  return (await groupSetsForStudents(ctx, courseId))
    .filter(
      (set) =>
        set.signUpLimit !== null &&
        (set.signUpUntil === null || ctx.now < set.signUpUntil) &&
        !set.groups.some((group) => group.members.some(({ id }) => id === ctx.viewer.id)),
    )
    .map(({ title, signUpUntil }) => ({ title, until: signUpUntil }));
}

async function whatWaits(ctx: ContextIn, courseId: string): Promise<NonNullable<DeskDto["waits"]>> {
  const { db, now } = ctx;
  const number = sql<number>`count(*)::int`;
  const onCourse = and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt));
  const [requests] = await db
    .select({ number })
    .from(placeRequest)
    .where(and(eq(placeRequest.courseId, courseId), eq(placeRequest.state, "waiting")));
  const [uninvited] = await db
    .select({ number })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(
      and(
        onCourse,
        sql`not ${hasPassword}`,
        sql`not exists (select 1 from ${invitation} i where i.course_id = ${enrolment.courseId}
          and i.person_id = ${enrolment.personId} and i.used_at is null
          and i.expires_at > ${now.toISOString()})`,
      ),
    );
  const [sets] = await db
    .select({ number })
    .from(groupSet)
    .where(and(eq(groupSet.courseId, courseId), isNotNull(groupSet.publishedAt)));
  const [ungrouped] =
    sets!.number === 0
      ? [{ number: 0 }]
      : await db
          .select({ number })
          .from(enrolment)
          .innerJoin(person, eq(person.id, enrolment.personId))
          .where(
            and(
              onCourse,
              eq(enrolment.role, "student"),
              sql`not exists (select 1 from ${groupMember} m
                join ${courseGroup} g on g.course_id = m.course_id and g.id = m.group_id
      where m.course_id = ${enrolment.courseId} and m.person_id = ${enrolment.personId} and m.until_at is null
      and g.set_id is not null)`,
            ),
          );
  const [delayed] = await db
    .select({ number })
    .from(mail)
    .where(and(eq(mail.courseId, courseId), isNull(mail.sentAt), isNotNull(mail.lastProblem)));
  return {
    requests: requests!.number,
    withoutInvitation: uninvited!.number,
    withoutGroup: ungrouped!.number,
    mailDelayed: delayed!.number,
    toAnswer: await toAnswer({ db }, courseId),
    objections: await openObjections(db, courseId),
    markObjections: await objectionsWaiting(ctx, courseId),
  };
}

const toAnswerShown = 4;

async function toAnswer({ db }: Pick<ContextIn, "db">, courseId: string): Promise<ToAnswerDto> {
  const role = (author: SQLWrapper) =>
    sql`(select r.role from ${enrolment} r where r.course_id = ${courseId} and r.person_id = ${author})`;
  const last = alias(comment, "last");
  const threadOfLast = sql`coalesce(${last.parentId}, ${last.id})`;
  const rows = await db
    .select({
      commentId: comment.id,
      pageId: page.id,
      page: page.title,
      wiki: wiki.name,
      person: person.name,
      at: last.at,
      number: sql<number>`(count(*) over ())::int`,
    })
    .from(comment)
    .innerJoin(
      last,
      and(
        eq(last.courseId, comment.courseId),
        eq(last.pageId, comment.pageId),
        sql`${threadOfLast} = ${comment.id}`,
      ),
    )
    .innerJoin(page, and(eq(page.courseId, comment.courseId), eq(page.id, comment.pageId)))
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .innerJoin(person, eq(person.id, last.authorId))
    .where(
      and(
        eq(comment.courseId, courseId),
        isNull(comment.parentId),
        isNull(comment.settledAt),
        isNull(last.withdrawnAt),
        isNull(page.removedAt),
        isNull(wiki.setAsideAt),
        sql`${role(last.authorId)} = 'student'`,
        sql`not exists (select 1 from ${comment} later where later.course_id = ${last.courseId}
          and later.parent_id = ${comment.id} and later.withdrawn_at is null
          and (later.at, later.id) > (${last.at}, ${last.id}))`,
        sql`exists (select 1 from ${comment} ours where ours.course_id = ${comment.courseId}
          and (ours.id = ${comment.id} or ours.parent_id = ${comment.id})
          and ${role(sql`ours.author_id`)} in ('instructor', 'assistant'))`,
      ),
    )
    .orderBy(desc(last.at))
    .limit(toAnswerShown);
  return { number: rows[0]?.number ?? 0, some: rows.map(({ number: _, ...row }) => row) };
}
