import "server-only";
import { sql } from "drizzle-orm";
import { type Database, isTransaction, type Queryable } from "./client";

/** PostgreSQL's code for a statement that was ended because it took too long. */
const ended = "57014";

/**
 * What a question finds; null if the database has not answered it in so many seconds. Within a transaction
 * that has begun it is asked without a limit.
 */
export async function withinSeconds<Found>(
  db: Queryable,
  seconds: number,
  ask: (db: Queryable) => PromiseLike<Found>,
): Promise<Found | null> {
  if (isTransaction(db)) return ask(db);
  try {
    return await (db as Database).transaction(async (tx) => {
      await tx.execute(sql.raw(`set local statement_timeout = ${Math.round(seconds * 1000)}`));
      return ask(tx);
    });
  } catch (problem) {
    if (problem instanceof Error && (problem.cause as { code?: string } | undefined)?.code === ended)
      return null;
    throw problem;
  }
}
