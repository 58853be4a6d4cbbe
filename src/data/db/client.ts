import "server-only";
import "./quiet";
import { is } from "drizzle-orm";
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { PgTransaction } from "drizzle-orm/pg-core";
import { settings } from "../env";
import { SteadyPool } from "./pool";

export type Database = NodePgDatabase;
/** A transaction, or the database itself where one statement is enough. */
export type Queryable = Pick<
  Database,
  "select" | "selectDistinct" | "selectDistinctOn" | "insert" | "update" | "delete" | "execute"
>;

/** Whether what is asked here is asked within a transaction: what it finds may never come to be. */
export function isTransaction(db: Queryable): boolean {
  return is(db, PgTransaction);
}

/** Opens a connection pool of its own: for tests and commands, which close it by `close`. */
export function openDatabase(
  url: string,
  connections = 10,
  onlyReading = false,
): { db: Database; close: () => Promise<void> } {
  const pool = new SteadyPool({
    connectionString: url,
    max: connections,
    ...(onlyReading ? { options: "-c default_transaction_read_only=on" } : {}),
  });
  return { db: drizzle(pool), close: () => pool.end() };
}

/**
 * Not in this module: what runs as the server starts, pages and routes each have one of their own, and would
 * each open as many connections.
 */
const inProcess = globalThis as { tidyLedgerDatabase?: Database; tidyLedgerForReading?: Database };

/** The application's database. Opened at first use, so that the build needs none. */
export function database(): Database {
  inProcess.tidyLedgerDatabase ??= openDatabase(settings().DATABASE_URL, 15).db;
  return inProcess.tidyLedgerDatabase;
}

/** The same database, in which nothing can be changed: whatever asks for it, PostgreSQL refuses. */
export function readOnlyDatabase(): Database {
  inProcess.tidyLedgerForReading ??= openDatabase(settings().DATABASE_URL, 3, true).db;
  return inProcess.tidyLedgerForReading;
}
