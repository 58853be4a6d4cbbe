/**
 * Looking at a course as one of its people would: for instructors, and with nothing done in that person's
 * name.
 */
import "server-only";
import { and, eq, isNull, ne } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import type { Viewer } from "./context";

/** Holds below the course's address alone; what it asks for is asked about anew with each request. */
export const lookingCookie = "looking-as";

/** The person as whom `viewer` may look at the course; null if they may not, or there is nobody such. */
export async function lookAs(
  db: Queryable,
  viewer: Viewer,
  courseId: string,
  personId: string,
): Promise<Viewer | null> {
  const own = alias(enrolment, "own");
  const [found] = await db
    .select({ id: person.id, name: person.name })
    .from(enrolment)
    .innerJoin(
      own,
      and(
        eq(own.courseId, enrolment.courseId),
        eq(own.personId, viewer.id),
        eq(own.role, "instructor"),
        isNull(own.leftAt),
      ),
    )
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(
      and(
        eq(enrolment.courseId, courseId),
        eq(enrolment.personId, personId),
        ne(enrolment.role, "instructor"),
        isNull(enrolment.leftAt),
      ),
    );
  return found ?? null;
}
