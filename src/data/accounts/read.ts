import "server-only";
import { and, eq, isNull, sql } from "drizzle-orm";
import { database } from "../db/client";
import { person } from "../db/tables/accounts";
import { byName } from "../db/order";
import { enrolment } from "../db/tables/courses";
import { isDemo } from "../env";
import { hasPassword } from "../people/read";

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

/**
 * The people whom the demo lets one sign in as, staff first; nobody unless the demo flag is set. Those who
 * were only invited can't.
 */
export async function demoPeople(): Promise<DemoPerson[]> {
  if (!isDemo()) return [];
  const isStudent = sql<boolean>`bool_and(${enrolment.role} = 'student')`;
  const rows = await database()
    .select({ id: person.id, name: person.name, role: sql<string>`min(${enrolment.role})`, isStudent })
    .from(person)
    .innerJoin(enrolment, and(eq(enrolment.personId, person.id), isNull(enrolment.leftAt)))
    .where(hasPassword)
    .groupBy(person.id, person.name)
    .orderBy(isStudent, byName);
  return rows.map(({ id, name, role }) => ({ id, name, role }));
}
