/**
 * Accounts and sessions, by the sign-in library. Sessions are rows; nothing about them lives in the process.
 */
import "server-only";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { nextCookies } from "better-auth/next-js";
import { database } from "../db/client";
import { account, person, rateLimit, session, verification } from "../db/tables/accounts";
import { shortestPassword } from "@/core/account/password";
import { isDemo, settings } from "../env";
import { addressHeader } from "./client-address";
import { demoSignIn } from "./demo-sign-in";

/** The hash that is stored for a password: argon2id with the library's parameters. */
export const hashPassword = (password: string): Promise<string> => hash(password);

function create() {
  const { BETTER_AUTH_SECRET: secret, BETTER_AUTH_URL: baseURL } = settings();
  return betterAuth({
    secret,
    baseURL,
    database: drizzleAdapter(database(), {
      provider: "pg",
      schema: { user: person, session, account, verification, rateLimit },
    }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: shortestPassword,
      password: { hash: hashPassword, verify: ({ hash: stored, password }) => verify(stored, password) },
    },
    rateLimit: {
      enabled: true,
      storage: "database",
      window: 60,
      max: 300,
      // Counted for each address that requests come from. Choosing a demo person tries no password; passwords
      // have a guard of their own (`accounts/guard.ts`).
      customRules: { "/sign-in/demo": { window: 60, max: 300 } },
    },
    advanced: {
      useSecureCookies: baseURL.startsWith("https:"),
      cookiePrefix: "tidy-ledger",
      ipAddress: { ipAddressHeaders: [addressHeader] },
      defaultCookieAttributes: { httpOnly: true, sameSite: "lax", path: "/" },
    },
    telemetry: { enabled: false },
    plugins: [...(isDemo() ? [demoSignIn()] : []), nextCookies()],
  });
}

let made: ReturnType<typeof create> | undefined;

export function auth(): ReturnType<typeof create> {
  made ??= create();
  return made;
}
