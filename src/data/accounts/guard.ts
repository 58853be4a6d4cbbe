/**
 * Against guessing: failures are counted in the database, by what is guessed at and by where it comes from,
 * and after some of them each next try has to wait, longer each time. What is right is never counted, so that
 * a class behind one address can come in together; and a browser in which somebody has signed in before is
 * counted apart, so that nobody else's failures keep its owner out.
 */
import "server-only";
import { eq, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { rateLimit } from "../db/tables/accounts";
import { attemptKey } from "../session/attempts";
import { newId } from "../session/ids";

export interface Guard {
  /** What the counts are kept under. */
  readonly kind: string;
  /** So many failures cost nothing. */
  readonly free: number;
  /** Milliseconds of the first wait; each is twice as long as the one before, up to `longest`. */
  readonly first: number;
  readonly longest: number;
  /** Milliseconds without a failure after which all is forgotten. */
  readonly forgets: number;
}

const minute = 60_000;
/**
 * Of one account: whoever owns it and does not remember gets some tries a minute, whoever guesses some
 * hundred a day.
 */
export const accountGuard: Guard = {
  kind: "account",
  free: 8,
  first: 15_000,
  longest: 15 * minute,
  forgets: 24 * 60 * minute,
};
/** Of one address, behind which may be a whole school. */
export const addressGuard: Guard = {
  kind: "address",
  free: 100,
  first: 1000,
  longest: 5 * minute,
  forgets: 60 * minute,
};
/** Of one browser that an account is known in. */
export const browserGuard: Guard = {
  kind: "browser",
  free: 8,
  first: 15_000,
  longest: 5 * minute,
  forgets: 24 * 60 * minute,
};
/** Wrong codes of open rooms from one address: a class makes mistakes, and codes are many. */
export const codeGuard: Guard = {
  kind: "code",
  free: 300,
  first: 2000,
  longest: minute,
  forgets: 60 * minute,
};

export type Tried = { readonly kind: "go on" } | { readonly kind: "wait"; readonly milliseconds: number };

/**
 * Counts a try before it is known whether it is right, so that many at once are counted too; or says how long
 * the next has to wait. What turns out right is taken off again by `tryWasRight`.
 */
export async function countTry(db: Queryable, guard: Guard, of: string, now: Date): Promise<Tried> {
  const [key, at] = [attemptKey(guard.kind, of), now.getTime()];
  const isOver = sql`${rateLimit.lastRequest} < ${at - guard.forgets}`;
  const opensAt = sql`${rateLimit.lastRequest} + least(${guard.longest}::bigint, ${guard.first} * power(2, least(${rateLimit.count} - ${guard.free}, 30)))::bigint`;
  // An id of its own: of two that come at once the second would meet the first by its id, for which there is
  // no second try.
  const [counted] = await db
    .insert(rateLimit)
    .values({ id: newId(), key, count: 1, lastRequest: at })
    .onConflictDoUpdate({
      target: rateLimit.key,
      set: {
        count: sql`case when ${isOver} then 1 else ${rateLimit.count} + 1 end`,
        lastRequest: sql`greatest(${rateLimit.lastRequest}, ${at})`,
      },
      // Of two at once the one that came first may be counted last: what is free asks for no time.
      setWhere: sql`${isOver} or ${rateLimit.count} < ${guard.free} or ${opensAt} <= ${at}`,
    })
    .returning({ count: rateLimit.count });
  if (counted) return { kind: "go on" };
  const [blocked] = await db
    .select({ opensAt: sql<string>`${opensAt}` })
    .from(rateLimit)
    .where(eq(rateLimit.key, key));
  return { kind: "wait", milliseconds: Math.max(1000, Number(blocked?.opensAt ?? at) - at) };
}

/** The try was right: it is not counted; `forgets` forgets those before it as well. */
export async function tryWasRight(db: Queryable, guard: Guard, of: string, forgets: boolean): Promise<void> {
  const key = eq(rateLimit.key, attemptKey(guard.kind, of));
  if (forgets) await db.delete(rateLimit).where(key);
  else
    await db
      .update(rateLimit)
      .set({ count: sql`greatest(${rateLimit.count} - 1, 0)` })
      .where(key);
}
