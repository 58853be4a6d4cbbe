/** Limits for what can be guessed by trying: counted in the database, so that they hold across processes. */
import "server-only";
import { sql } from "drizzle-orm";
import { createHash } from "node:crypto";
import type { Queryable } from "../db/client";
import { rateLimit } from "../db/tables/accounts";
import { newId } from "./ids";

export interface Limit {
  readonly most: number;
  /** In milliseconds, from the first attempt on. */
  readonly within: number;
}

/** The key under which attempts of one kind from one address are counted. The address itself is not kept. */
export function attemptKey(kind: string, address: string): string {
  return `${kind} ${createHash("sha256").update(address).digest("hex").slice(0, 32)}`;
}

/** Counts one attempt and says whether it is still within the limit. */
export async function takeAttempt(db: Queryable, key: string, limit: Limit, now: Date): Promise<boolean> {
  return (await countAttempt(db, key, limit, now)) <= limit.most;
}

/**
 * Counts one attempt, and says how many it is; after `within` the count begins anew. One statement, so that
 * none is lost between two.
 */
export async function countAttempt(
  db: Queryable,
  key: string,
  { within }: Pick<Limit, "within">,
  now: Date,
): Promise<number> {
  const at = now.getTime();
  const isOver = sql`${rateLimit.lastRequest} < ${at - within}`;
  // An id of its own: of two that come at once the second would meet the first by its id, for which there is
  // no second try.
  const [counted] = await db
    .insert(rateLimit)
    .values({ id: newId(), key, count: 1, lastRequest: at })
    .onConflictDoUpdate({
      target: rateLimit.key,
      set: {
        count: sql`case when ${isOver} then 1 else ${rateLimit.count} + 1 end`,
        lastRequest: sql`case when ${isOver} then ${at} else ${rateLimit.lastRequest} end`,
      },
    })
    .returning({ count: rateLimit.count });
  return counted!.count;
}
