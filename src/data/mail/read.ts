import "server-only";
import { and, desc, eq, isNull, lt, or } from "drizzle-orm";
import { course, enrolment } from "../db/tables/courses";
import { mail } from "../db/tables/mail";
import type { ContextIn } from "../session/context";
import { carrier } from "./carry";
import type { MailDto, MailTrayDto } from "./dto";

const atOnce = 100;

/** Mail of the courses that the viewer runs, newest first, from before the mail `before`; null for people who run none. */
export async function mailTray(ctx: ContextIn, before: Date | null): Promise<MailTrayDto | null> {
  const runs = and(eq(enrolment.courseId, mail.courseId), eq(enrolment.personId, ctx.viewer.id), eq(enrolment.role, "instructor"), isNull(enrolment.leftAt));
  const rows: MailDto[] = await ctx.db
    .select({
      id: mail.id, course: course.title, toName: mail.toName, toAddress: mail.toAddress, subject: mail.subject, text: mail.text, at: mail.at,
      sentAt: mail.sentAt, carriedBy: mail.carriedBy, tries: mail.tries, lastProblem: mail.lastProblem, timeZone: course.timeZone,
    })
    .from(mail).innerJoin(enrolment, runs).innerJoin(course, eq(course.id, mail.courseId))
    .where(before ? lt(mail.at, before) : undefined).orderBy(desc(mail.at), desc(mail.id)).limit(atOnce + 1);
  if (rows.length === 0) {
    const [runsAny] = await ctx.db.select({ id: enrolment.courseId }).from(enrolment)
      .where(and(eq(enrolment.personId, ctx.viewer.id), or(eq(enrolment.role, "instructor")), isNull(enrolment.leftAt))).limit(1);
    if (!runsAny) return null;
  }
  return { mails: rows.slice(0, atOnce), hasMore: rows.length > atOnce, goesOut: carrier().name === "server" };
}
