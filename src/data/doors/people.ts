import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { byName } from "../db/order";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";

/** The students of a course, by name. */
export async function studentsOf(db: Queryable, courseId: string): Promise<{ id: string; name: string }[]> {
  return db
    .select({ id: person.id, name: person.name })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"), isNull(enrolment.leftAt)))
    .orderBy(byName);
}
