import "server-only";
import { sql } from "drizzle-orm";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { openQueues } from "../jobs/queues";
import journal from "../../../drizzle/meta/_journal.json";
import { database, openDatabase } from "./client";

/**
 * How many migrations of this version the application's database lacks. @throws what the database says if it
 * does not answer.
 */
export async function missingMigrations(): Promise<number> {
  const db = database();
  const known = await db.execute<{ table: string | null }>(
    sql`select to_regclass('drizzle.__drizzle_migrations')::text as table`,
  );
  if (known.rows[0]?.table === null) return journal.entries.length;
  const done = await db.execute<{ newest: string | null }>(
    sql`select max(created_at)::text as newest from drizzle.__drizzle_migrations`,
  );
  return journal.entries.filter(({ when }) => when > Number(done.rows[0]?.newest ?? 0)).length;
}

/** Any number, as long as every process takes the same. */
const migrationLock = 7_201_533;

/**
 * Brings the database at `url` to the newest schema. Forward only; processes that start together wait for
 * each other.
 */
export async function migrateDatabase(url: string, folder = "drizzle"): Promise<void> {
  const { db, close } = openDatabase(url, 1);
  try {
    await db.execute(sql`select pg_advisory_lock(${migrationLock})`);
    await migrate(db, { migrationsFolder: folder });
    await (await openQueues(url, { works: false })).stop({ graceful: false, wait: true });
  } finally {
    await close();
  }
}
