import "server-only";
import { headers } from "next/headers";
import { cache } from "react";
import { database } from "../db/client";
import { auth } from "./auth";
import type { Context } from "./context";
import { newId } from "./ids";

/** The context of the request at hand, or null if nobody is signed in. Asked once a request, however often it is called. */
export const requestContext = cache(async (): Promise<Context | null> => {
  const found = await auth().api.getSession({ headers: await headers() });
  if (!found) return null;
  return { db: database(), viewer: { id: found.user.id, name: found.user.name }, now: new Date(), newId };
});
