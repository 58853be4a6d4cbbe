import "server-only";
import { cookies, headers } from "next/headers";
import { cache } from "react";
import { database, readOnlyDatabase } from "../db/client";
import type { Context } from "./context";
import { newId } from "./ids";
import { lookAs, lookingCookie } from "./looking";
import { sessionOf } from "./session-of";

/**
 * The context of the request at hand, or null if nobody is signed in. Asked once a request, however often it
 * is called.
 */
export const requestContext = cache(async (): Promise<Context | null> => {
  // Asked for first: it tells the build that this depends on the request, before the settings are wanted.
  const asked = await headers();
  const jar = await cookies();
  const found = await sessionOf(asked, (name) => jar.get(name)?.value);
  if (!found) return null;
  const own = { db: database(), ...found, now: new Date(), newId };
  const [courseId, personId] = (jar.get(lookingCookie)?.value ?? "").split(".");
  const seen = courseId && personId ? await lookAs(own.db, own.viewer, courseId, personId) : null;
  return seen && courseId
    ? { ...own, db: readOnlyDatabase(), viewer: seen, lookingAs: { by: own.viewer, courseId } }
    : own;
});
