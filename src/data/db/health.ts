import "server-only";
import { sql } from "drizzle-orm";
import { rateLimit } from "./tables/accounts";
import { database } from "./client";
import { missingMigrations } from "./migrate";

/** Whether the database answers. */
export async function isHealthy(): Promise<boolean> {
  try {
    await database().execute(sql`select 1`);
    return true;
  } catch {
    return false;
  }
}

export type Readiness = "ready" | "no database" | "migrations are missing" | "nothing can be written";

/** Milliseconds for which an answer holds: anybody may ask, and asking writes. */
const holds = 2000;
let last: { readonly at: number; readonly found: Promise<Readiness> } | null = null;

/** Whether all that people do here can be done: with a full disk they still read, and nothing is saved. */
export function readiness(): Promise<Readiness> {
  if (!last || Date.now() - last.at > holds) last = { at: Date.now(), found: look() };
  return last.found;
}

async function look(): Promise<Readiness> {
  try {
    if ((await missingMigrations()) > 0) return "migrations are missing";
  } catch {
    return "no database";
  }
  try {
    const at = Date.now();
    await database()
      .insert(rateLimit)
      .values({ id: "ready", key: "ready", count: 0, lastRequest: at })
      .onConflictDoUpdate({ target: rateLimit.key, set: { lastRequest: at } });
    return "ready";
  } catch {
    return "nothing can be written";
  }
}
