/**
 * Whose session a request belongs to: one question, where the sign-in library asks two. What it would change
 * besides, it does.
 */
import "server-only";
import { createHmac, timingSafeEqual } from "node:crypto";
import { and, eq, gt } from "drizzle-orm";
import { database } from "../db/client";
import { person, session } from "../db/tables/accounts";
import { settings } from "../env";
import { isOverTls } from "./address";
import { auth } from "./auth";

export interface SessionOf {
  readonly sessionId: string;
  readonly viewer: { readonly id: string; readonly name: string };
}

/** Milliseconds after which the library prolongs a session that is used. */
const prolongedAfter = 24 * 60 * 60_000;

/** The cookie in which the library keeps a session's token, with its signature behind it. */
const cookieName = () => `${isOverTls() ? "__Secure-" : ""}tidy-ledger.session_token`;

/** The token that a cookie carries; null: it was not signed here. */
function tokenIn(cookie: string | undefined): string | null {
  const signed = cookie && cookie.length < 500 ? decoded(cookie) : "";
  const dot = signed.lastIndexOf(".");
  if (dot <= 0) return null;
  const wanted = createHmac("sha256", settings().BETTER_AUTH_SECRET).update(signed.slice(0, dot)).digest();
  const given = Buffer.from(signed.slice(dot + 1), "base64");
  return given.length === wanted.length && timingSafeEqual(given, wanted) ? signed.slice(0, dot) : null;
}

function decoded(cookie: string): string {
  try {
    return decodeURIComponent(cookie);
  } catch {
    return "";
  }
}

/** The session of a request's cookies; null if nobody is signed in. */
export async function sessionOf(
  headers: Headers,
  cookie: (name: string) => string | undefined,
): Promise<SessionOf | null> {
  const token = tokenIn(cookie(cookieName()));
  if (token === null) return null;
  const now = new Date();
  const [found] = await database()
    .select({ sessionId: session.id, updatedAt: session.updatedAt, id: person.id, name: person.name })
    .from(session)
    .innerJoin(person, eq(person.id, session.userId))
    .where(and(eq(session.token, token), gt(session.expiresAt, now)));
  if (!found) return null;
  if (now.getTime() - found.updatedAt.getTime() > prolongedAfter) await auth().api.getSession({ headers });
  return { sessionId: found.sessionId, viewer: { id: found.id, name: found.name } };
}
