/**
 * Telling those who take part in an assignment that it is there, or that it was changed: by mail, and in the
 * news.
 */
import "server-only";
import { and, desc, eq, gt, isNotNull, isNull } from "drizzle-orm";
import { type Announced, toAnnounce } from "@/core/assignment/announced";
import { runsCourse, takesPart } from "@/core/access/role";
import { canonical } from "@/core/document/canonical";
import { hashText } from "@/core/text/hash";
import { wallClockAt } from "@/core/time/zone";
import { announcedLines } from "@/messages/announced";
import { roleOn } from "../access/read";
import { person } from "../db/tables/accounts";
import { course, courseGroup, enrolment, groupMember } from "../db/tables/courses";
import { announcement } from "../db/tables/news";
import { assignment } from "../db/tables/wikis";
import { letter, type Reader } from "../mail/letters";
import { post } from "../mail/write";
import { addressOf } from "../session/address";
import type { Context, ContextIn } from "../session/context";

type Assignment = typeof assignment.$inferSelect;

/**
 * Tells them, in the transaction that publishes or changes the assignment; `before` null: it is published
 * now. What says the same as before is told to nobody again. Returns how many were told.
 */
export async function announce(
  inside: Context | ContextIn,
  before: Assignment | null,
  after: Assignment,
): Promise<number> {
  const { courseId, id } = after;
  const [place] = await inside.db
    .select({ zone: course.timeZone, title: course.title })
    .from(course)
    .where(eq(course.id, courseId));
  if (!place) return 0;
  const clock = (at: Date) => wallClockAt(at, place.zone).slice(0, 16);
  const stateOf = ({ title, brief, opensAt, dueAt, cutOffAt, closesAtDue }: Assignment) => ({
    title,
    brief: canonical(brief),
    opensAt: clock(opensAt),
    dueAt: clock(dueAt),
    cutOffAt: cutOffAt && clock(cutOffAt),
    closesAtDue,
  });
  const told = toAnnounce(before && stateOf(before), stateOf(after));
  if (!told) return 0;
  const key = hashText(
    JSON.stringify([
      told.isNew,
      told.isNew ? null : [told.times, told.before, told.hasNewBrief ? canonical(after.brief) : null],
    ]),
  ).toString(36);
  const noted = await inside.db
    .insert(announcement)
    .values({ courseId, assignmentId: id, key, told, byId: inside.viewer.id, at: inside.now })
    .onConflictDoNothing()
    .returning({ key: announcement.key });
  if (noted.length === 0) return 0;
  const readers = await participants(inside, after);
  const lines = announcedLines(told, clock(inside.now)).join("\n");
  await post(
    inside,
    readers.map((reader) =>
      letter("assignment", courseId, reader, {
        course: place.title,
        isNew: told.isNew ? "true" : "false",
        lines,
        link: addressOf(`/courses/${courseId}/assignments/${id}`),
      }),
    ),
  );
  return readers.length;
}

/** The students whose wikis the assignment has: of its set of groups, or all of the course. */
async function participants(
  { db, now }: ContextIn,
  { courseId, sharing, setId }: Assignment,
): Promise<Reader[]> {
  const named = { name: person.name, address: person.email };
  const onCourse = and(
    eq(enrolment.courseId, courseId),
    eq(enrolment.role, "student"),
    isNull(enrolment.leftAt),
  );
  if (sharing !== "group")
    return db
      .select(named)
      .from(enrolment)
      .innerJoin(person, eq(person.id, enrolment.personId))
      .where(onCourse);
  if (setId === null) return [];
  const rows = await db
    .selectDistinct({ ...named, id: person.id, until: groupMember.until })
    .from(groupMember)
    .innerJoin(
      courseGroup,
      and(
        eq(courseGroup.courseId, groupMember.courseId),
        eq(courseGroup.id, groupMember.groupId),
        eq(courseGroup.setId, setId),
      ),
    )
    .innerJoin(person, eq(person.id, groupMember.personId))
    .innerJoin(enrolment, and(onCourse, eq(enrolment.personId, groupMember.personId)))
    .where(eq(groupMember.courseId, courseId));
  return [
    ...new Map(
      rows
        .filter(({ until }) => until === null || until > now)
        .map(({ id, name, address }) => [id, { name, address }]),
    ).values(),
  ];
}

export interface AnnouncementDto {
  readonly assignmentId: string;
  readonly by: string;
  readonly at: Date;
  readonly lines: readonly string[];
}

/** How long an announcement stands in the news. */
const shownFor = 21 * 24 * 60 * 60 * 1000;
const mostShown = 5;

/** What was told of late of assignments that the viewer may know of, newest first. One query. */
export async function announcements(ctx: ContextIn, courseId: string): Promise<AnnouncementDto[]> {
  const role = await roleOn(ctx, courseId);
  if (!role || (!runsCourse(role) && !takesPart(role))) return [];
  const rows = await ctx.db
    .select({
      assignmentId: announcement.assignmentId,
      told: announcement.told,
      by: person.name,
      at: announcement.at,
      zone: course.timeZone,
    })
    .from(announcement)
    .innerJoin(
      assignment,
      and(
        eq(assignment.courseId, announcement.courseId),
        eq(assignment.id, announcement.assignmentId),
        isNotNull(assignment.publishedAt),
        isNull(assignment.removedAt),
      ),
    )
    .innerJoin(course, eq(course.id, announcement.courseId))
    .innerJoin(person, eq(person.id, announcement.byId))
    .where(
      and(eq(announcement.courseId, courseId), gt(announcement.at, new Date(ctx.now.getTime() - shownFor))),
    )
    .orderBy(desc(announcement.at))
    .limit(mostShown);
  return rows.map(({ told, zone, ...row }) => ({
    ...row,
    lines: announcedLines(told as Announced, wallClockAt(row.at, zone).slice(0, 16)),
  }));
}
