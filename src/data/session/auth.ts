/** Accounts and sessions, by the sign-in library. Sessions are rows; nothing about them lives in the process. */
import "server-only";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { nextCookies } from "better-auth/next-js";
import { database } from "../db/client";
import { account, person, rateLimit, session, verification } from "../db/tables/accounts";
import { isDemo, settings } from "../env";
import { demoSignIn } from "./demo-sign-in";

/** Passwords shorter than this are refused. */
export const shortestPassword = 10;

/** The hash that is stored for a password: argon2id with the library's parameters. */
export const hashPassword = (password: string): Promise<string> => hash(password);

function create() {
  const { BETTER_AUTH_SECRET: secret, BETTER_AUTH_URL: baseURL } = settings();
  return betterAuth({
    secret,
    baseURL,
    database: drizzleAdapter(database(), { provider: "pg", schema: { user: person, session, account, verification, rateLimit } }),
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
      // Counted for each address that requests come from. Choosing a demo person tries no password.
      customRules: { "/sign-in/email": { window: 60, max: 10 }, "/sign-in/demo": { window: 60, max: 300 } },
    },
    advanced: { useSecureCookies: baseURL.startsWith("https:"), cookiePrefix: "tidy-ledger" },
    telemetry: { enabled: false },
    plugins: [...(isDemo() ? [demoSignIn()] : []), nextCookies()],
  });
}

let made: ReturnType<typeof create> | undefined;

export function auth(): ReturnType<typeof create> {
  made ??= create();
  return made;
}
