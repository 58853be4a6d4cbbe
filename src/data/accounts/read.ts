import "server-only";
import { asc, eq, sql } from "drizzle-orm";
import { database } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { isDemo } from "../env";

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

/** The people whom the demo lets one sign in as, staff first; nobody unless the demo flag is set. */
export async function demoPeople(): Promise<DemoPerson[]> {
  if (!isDemo()) return [];
  return database().select({ id: person.id, name: person.name, role: enrolment.role }).from(person)
    .innerJoin(enrolment, eq(enrolment.personId, person.id))
    .orderBy(sql`${enrolment.role} = 'student'`, asc(person.name));
}
