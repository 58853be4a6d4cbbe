/**
 * Signing in with a password: failures are counted, by account and by address apart, and make the next one
 * wait.
 */
import "server-only";
import * as z from "zod";
import { longestAddress, readAddress } from "@/core/roster/address";
import { longestPassword } from "@/core/account/password";
import { eq } from "drizzle-orm";
import {
  accountGuard,
  addressGuard,
  browserGuard,
  countTry,
  type Guard,
  tryWasRight,
} from "../accounts/guard";
import { database } from "../db/client";
import { person } from "../db/tables/accounts";
import { settings } from "../env";
import { note } from "../log";
import { isOverTls } from "./address";
import { auth } from "./auth";
import { addressHeader } from "./client-address";
import { knownAs, knownBrowserCookie, knownFor, makeKnown } from "./known-browser";

const given = z.object({
  email: z.string().max(longestAddress),
  password: z.string().min(1).max(longestPassword),
});
/** Nothing longer is read. */
const longestBody = 4000;

const wrong = (status: number, more: object = {}) => Response.json({ kind: "wrong", ...more }, { status });

/**
 * Answers a request to sign in: 200 with the session's cookie, 400 for what is no address and password, 401,
 * or 429 with how long to wait.
 */
export async function signInGuarded(request: Request): Promise<Response> {
  if (!isFromHere(request)) return wrong(403);
  const text = (await request.text().catch(() => "")).slice(0, longestBody + 1);
  const read = given.safeParse(text.length > longestBody ? null : parsed(text));
  const email = read.success ? readAddress(read.data.email) : null;
  if (!read.success || email === null) return wrong(400);
  const now = new Date();
  const db = database();
  const address = request.headers.get(addressHeader) ?? "";
  const browser = knownAs(cookieOf(request, knownBrowserCookie), email);
  // A browser in which the account is known is counted by itself: nobody else's failures keep its owner out.
  const guards: readonly (readonly [Guard, string])[] = browser
    ? [[browserGuard, browser]]
    : [
        [accountGuard, email],
        [addressGuard, address],
      ];
  for (const [at, [guard, of]] of guards.entries()) {
    const tried = await countTry(db, guard, of, now);
    if (tried.kind === "go on") continue;
    for (const [earlier, key] of guards.slice(0, at)) await tryWasRight(db, earlier, key, false);
    note(
      "sign-in had to wait",
      { account: await accountOf(email), address, by: guard.kind, milliseconds: tried.milliseconds },
      "warn",
    );
    return wrong(429, { milliseconds: tried.milliseconds });
  }
  // Asked of the library itself and not through its own door, which counts all who come in: a class of them
  // would be too many.
  const response = await auth().api.signInEmail({
    body: { email, password: read.data.password },
    headers: request.headers,
    asResponse: true,
  });
  if (response.status !== 200) {
    note("sign-in failed", { account: await accountOf(email), address, status: response.status }, "warn");
    return wrong(response.status === 429 ? 429 : response.status >= 500 ? 503 : 401);
  }
  for (const [guard, of] of guards) await tryWasRight(db, guard, of, guard !== addressGuard);
  note("signed in", { account: await accountOf(email), address });
  const answer = new Response(null, { status: 200, headers: response.headers });
  for (const about of ["content-length", "content-type"]) answer.headers.delete(about);
  const secure = isOverTls() ? "; Secure" : "";
  answer.headers.append(
    "set-cookie",
    `${knownBrowserCookie}=${makeKnown(email)}; Path=/api/auth; Max-Age=${knownFor}; HttpOnly; SameSite=Lax${secure}`,
  );
  return answer;
}

/** Whether a browser sends it from a page of the application: nobody is signed in by another site. */
function isFromHere({ headers }: Request): boolean {
  const origin = headers.get("origin");
  if (origin === null) return true;
  try {
    const { host, origin: given } = new URL(origin);
    return host === headers.get("host") || given === new URL(settings().BETTER_AUTH_URL).origin;
  } catch {
    return false;
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function cookieOf(request: Request, name: string): string | undefined {
  return request.headers
    .get("cookie")
    ?.split(";")
    .map((each) => each.trim())
    .find((each) => each.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

/** For the log; null: there is no such account. */
async function accountOf(email: string): Promise<string | null> {
  const [found] = await database().select({ id: person.id }).from(person).where(eq(person.email, email));
  return found?.id ?? null;
}
