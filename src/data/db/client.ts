import "server-only";
import { drizzle, type PostgresJsDatabase } from "drizzle-orm/postgres-js";
import postgres from "postgres";
import { settings } from "../env";

export type Database = PostgresJsDatabase;
/** A transaction, or the database itself where one statement is enough. */
export type Queryable = Pick<Database, "select" | "selectDistinct" | "insert" | "update" | "delete" | "execute">;

/**
 * So many seconds a connection may take to come about. One whose server goes away while it is made is not told of it, and
 * whatever waits for it waits as long.
 */
const connectTimeout = 10;

/** Opens a connection pool of its own: for tests and commands, which close it by `close`. */
export function openDatabase(url: string, connections = 10, onlyReading = false): { db: Database; close: () => Promise<void> } {
  const client = postgres(url, { max: connections, connect_timeout: connectTimeout, onnotice: () => {}, ...(onlyReading ? { connection: { default_transaction_read_only: true } } : {}) });
  return { db: drizzle(client), close: () => client.end({ timeout: 5 }) };
}

let opened: Database | undefined;
let openedForReading: Database | undefined;

/** The application's database. Opened at first use, so that the build needs none. */
export function database(): Database {
  opened ??= openDatabase(settings().DATABASE_URL).db;
  return opened;
}

/** The same database, in which nothing can be changed: whatever asks for it, PostgreSQL refuses. */
export function readOnlyDatabase(): Database {
  openedForReading ??= openDatabase(settings().DATABASE_URL, 3, true).db;
  return openedForReading;
}

/**
 * Hears what is notified on a channel, over a connection of its own that is made anew when it breaks.
 * @throws if it can't be made now.
 */
export async function listenTo(channel: string, heard: (payload: string) => void): Promise<void> {
  const client = postgres(settings().DATABASE_URL, { max: 1, connect_timeout: connectTimeout, onnotice: () => {} });
  await client.listen(channel, heard).catch(async (problem: unknown) => { await client.end({ timeout: 1 }); throw problem; });
}
