/**
 * What is kept for a time only, and removed when it is over: nothing of what people wrote, and nothing that a
 * figure is computed from.
 */
import "server-only";
import { sql } from "drizzle-orm";
import type { Database } from "../db/client";
import { accountLink, rateLimit, session, verification } from "../db/tables/accounts";
import { storedBytes } from "../db/tables/files";
import { presence } from "../db/tables/live";
import { markArchive } from "../db/tables/marks";
import { mail } from "../db/tables/mail";
import { doneSave } from "../db/tables/writing";

const day = 24 * 60 * 60_000;

/** For how many days each is kept; `docs/operations.md` says it to operators. */
export const keptDays = {
  "mail texts": 90,
  "counts of tries": 2,
  "names of saves": 30,
  "sessions that have expired": 0,
  "links that have expired": 7,
  "uploads that were cut off": 2,
  "signs of who is here": 1,
  "archives of marks": 7,
} as const;

/** So many rows of one kind at once: whoever saves meanwhile does not wait. */
const atOnce = 5000;

/**
 * Removes what is older than that, and says how many rows of each kind. Several processes may do so at once.
 */
export async function removeOldRows(db: Database, now: Date): Promise<Record<keyof typeof keptDays, number>> {
  const before = (kind: keyof typeof keptDays) =>
    new Date(now.getTime() - keptDays[kind] * day).toISOString();
  const run = async (statement: ReturnType<typeof sql>) => (await db.execute(statement)).rowCount ?? 0;
  return {
    "mail texts": await run(
      sql`update ${mail} set text = '' where id in (select id from ${mail} where at < ${before("mail texts")}
        and text <> '' limit ${atOnce})`,
    ),
    "counts of tries": await run(
      sql`delete from ${rateLimit} where id in (select id from ${rateLimit}
        where last_request < ${new Date(before("counts of tries")).getTime()} limit ${atOnce})`,
    ),
    "names of saves": await run(
      sql`delete from ${doneSave} where ctid in (select ctid from ${doneSave}
        where at < ${before("names of saves")} limit ${atOnce})`,
    ),
    "sessions that have expired": await run(
      sql`delete from ${session} where id in (select id from ${session}
        where expires_at < ${before("sessions that have expired")} limit ${atOnce})`,
    ),
    "links that have expired":
      (await run(
        sql`delete from ${accountLink} where id in (select id from ${accountLink}
          where expires_at < ${before("links that have expired")} limit ${atOnce})`,
      )) +
      (await run(
        sql`delete from ${verification} where id in (select id from ${verification}
          where expires_at < ${before("links that have expired")} limit ${atOnce})`,
      )),
    "uploads that were cut off": await run(
      sql`delete from ${storedBytes} where id in (select id from ${storedBytes} where hash is null
        and made_at < ${before("uploads that were cut off")} limit 100)`,
    ),
    "archives of marks": await run(
      sql`delete from ${markArchive} where ctid in (select ctid from ${markArchive}
        where at < ${before("archives of marks")} limit 100)`,
    ),
    "signs of who is here": await run(
      sql`delete from ${presence} where ctid in (select ctid from ${presence}
        where seen_at < ${before("signs of who is here")} limit ${atOnce})`,
    ),
  };
}
