import "server-only";
import { and, desc, eq, ilike, isNull, or, sql } from "drizzle-orm";
import { account, person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { mail } from "../db/tables/mail";
import type { ContextIn } from "../session/context";
import { carrier } from "./carry";
import type { MailDto, MailTrayDto } from "./dto";

const atOnce = 100;

export interface MailAsked {
  /** The id of the mail after which the list goes on; null: from the newest. */
  readonly after: string | null;
  /** Part of the name or address that it went to. */
  readonly find: string;
}

/**
 * Mail of the courses that the viewer runs, newest first; null for people who run none. Paged by time and id:
 * many leave at one moment.
 */
export async function mailTray(
  ctx: ContextIn,
  { after, find }: MailAsked,
  goesOut = carrier().name === "server",
): Promise<MailTrayDto | null> {
  if (ctx.lookingAs) return null;
  const runs = and(
    eq(enrolment.courseId, mail.courseId),
    eq(enrolment.personId, ctx.viewer.id),
    eq(enrolment.role, "instructor"),
    isNull(enrolment.leftAt),
  );
  const rows: MailDto[] = await ctx.db
    .select({
      id: mail.id,
      course: course.title,
      toName: mail.toName,
      toAddress: mail.toAddress,
      subject: mail.subject,
      text: shownText(goesOut),
      at: mail.at,
      sentAt: mail.sentAt,
      carriedBy: mail.carriedBy,
      tries: mail.tries,
      lastProblem: mail.lastProblem,
      timeZone: course.timeZone,
    })
    .from(mail)
    .innerJoin(enrolment, runs)
    .innerJoin(course, eq(course.id, mail.courseId))
    .where(
      and(
        after
          ? sql`(${mail.at}, ${mail.id}) < (select m.at, m.id from ${mail} m where m.id = ${after})`
          : undefined,
        find ? or(ilike(mail.toName, containing(find)), ilike(mail.toAddress, containing(find))) : undefined,
      ),
    )
    .orderBy(desc(mail.at), desc(mail.id))
    .limit(atOnce + 1);
  if (rows.length === 0) {
    const [runsAny] = await ctx.db
      .select({ id: enrolment.courseId })
      .from(enrolment)
      .where(
        and(
          eq(enrolment.personId, ctx.viewer.id),
          eq(enrolment.role, "instructor"),
          isNull(enrolment.leftAt),
        ),
      )
      .limit(1);
    if (!runsAny) return null;
  }
  return { mails: rows.slice(0, atOnce), hasMore: rows.length > atOnce, goesOut };
}

/**
 * SQL: a mail's text, empty where it holds a link that lets its reader in and is for nobody else: where a
 * mail server is set up, whether or not it has taken the mail; and where the link is to an account that is on
 * another course too.
 */
function shownText(goesOut: boolean) {
  if (goesOut) return sql<string>`case when ${mail.isSecret} then '' else ${mail.text} end`;
  return sql<string>`case when ${mail.isSecret} and exists (select 1 from ${person} p
    join ${account} a on a.user_id = p.id join ${enrolment} e on e.person_id = p.id
    where p.email = ${mail.toAddress} and e.course_id <> ${mail.courseId} and e.left_at is null) then ''
    else ${mail.text} end`;
}

/** A pattern for text that contains `part`, its own signs standing for themselves. */
function containing(part: string): string {
  return `%${part.replace(/[\\%_]/g, "\\$&")}%`;
}
