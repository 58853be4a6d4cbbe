import "server-only";
import { sql } from "drizzle-orm";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { openQueues } from "../jobs/queues";
import { openDatabase } from "./client";

/** Any number, as long as every process takes the same. */
const migrationLock = 7_201_533;

/** Brings the database at `url` to the newest schema. Forward only; processes that start together wait for each other. */
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
