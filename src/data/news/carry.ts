/** News by mail: each who wants it is told what they have not read, at once or in the morning. */
import "server-only";
import { and, eq, isNull, ne } from "drizzle-orm";
import { dateAfter, instantAt, wallClockAt } from "@/core/time/zone";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { newsWish } from "../db/tables/news";
import { newsWords } from "@/messages/translate";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { addressOf } from "../session/address";
import type { HappeningDto } from "./dto";
import { happenedIn, watchedWikis } from "./read";

/** When the daily mail leaves, by the course's clocks. */
const morning = "07:00";
const told = 30;

/**
 * Writes the mail that is due. Several processes may do so at once: who has another's line before them passes
 * it over. Returns how many were written.
 */
export async function mailNews(db: Database, now: Date, newId: () => string): Promise<number> {
  const wishes = await db
    .select({ courseId: newsWish.courseId, personId: newsWish.personId })
    .from(newsWish)
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, newsWish.courseId),
        eq(enrolment.personId, newsWish.personId),
        isNull(enrolment.leftAt),
      ),
    )
    .innerJoin(
      course,
      and(eq(course.id, newsWish.courseId), isNull(course.archivedAt), isNull(course.removedAt)),
    )
    .where(ne(newsWish.mail, "never"));
  let written = 0;
  for (const { courseId, personId } of wishes)
    written += Number(await mailTo(db, now, newId, courseId, personId));
  return written;
}

async function mailTo(
  db: Database,
  now: Date,
  newId: () => string,
  courseId: string,
  personId: string,
): Promise<boolean> {
  return db.transaction(async (tx) => {
    const here = and(eq(newsWish.courseId, courseId), eq(newsWish.personId, personId));
    const [wish] = await tx.select().from(newsWish).where(here).for("update", { skipLocked: true });
    const [found] = await tx
      .select({ name: person.name, email: person.email, title: course.title, zone: course.timeZone })
      .from(person)
      .innerJoin(course, eq(course.id, courseId))
      .where(eq(person.id, personId));
    if (!wish || !found || (wish.mail === "daily" && wish.mailedUntil >= lastMorning(now, found.zone)))
      return false;
    const ctx = { db: tx, viewer: { id: personId, name: found.name }, now, newId };
    const happenings = (
      await happenedIn(ctx, courseId, await watchedWikis(ctx, courseId), {
        most: told,
        from: wish.mailedUntil,
        withoutMuted: true,
      })
    ).filter(({ isUnread }) => isUnread);
    await tx.update(newsWish).set({ mailedUntil: now }).where(here);
    if (happenings.length === 0) return false;
    const lines = happenings.map(line);
    await post(ctx, [
      letter(
        "news",
        courseId,
        { name: found.name, address: found.email },
        {
          course: found.title,
          what: lines.length === 1 ? lines[0]! : newsWords("several"),
          lines: lines.join("\n"),
          isMore: lines.length === told ? "true" : "false",
          link: addressOf(`/courses/${courseId}/news`),
        },
      ),
    ]);
    return true;
  });
}

/** The last time that the daily mail was due. */
function lastMorning(now: Date, zone: string): Date {
  const date = wallClockAt(now, zone).slice(0, 10);
  const today = instantAt(`${date}T${morning}`, zone)!;
  return today <= now ? today : instantAt(`${dateAfter(date, -1)}T${morning}`, zone)!;
}

/** Whatever mail is read by on the way: who did something where, and nothing of what it says. */
function line({ did, person: who, page, wiki, count, namesViewer }: HappeningDto): string {
  return newsWords("line", {
    who,
    did: newsWords(`did.${did}`),
    page,
    wiki,
    count,
    named: String(namesViewer),
  });
}
