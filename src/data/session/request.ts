import "server-only";
import { headers } from "next/headers";
import { cache } from "react";
import { database } from "../db/client";
import { auth } from "./auth";
import type { Context } from "./context";
import { newId } from "./ids";

/** The context of the request at hand, or null if nobody is signed in. Asked once a request, however often it is called. */
export const requestContext = cache(async (): Promise<Context | null> => {
  // Asked for first: it tells the build that this depends on the request, before the settings are wanted.
  const asked = await headers();
  const found = await auth().api.getSession({ headers: asked });
  if (!found) return null;
  return { db: database(), viewer: { id: found.user.id, name: found.user.name }, now: new Date(), newId };
});
