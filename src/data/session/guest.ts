/** What is asked by people without an account: no viewer, but the database and the time. */
import "server-only";
import { headers } from "next/headers";
import type { Database } from "../db/client";
import { database } from "../db/client";
import { newId } from "./ids";

export interface GuestContext {
  readonly db: Database;
  readonly now: Date;
  readonly newId: () => string;
}

export async function guestContext(): Promise<GuestContext> {
  // Asked for, so that the build knows that this depends on the request.
  await headers();
  return { db: database(), now: new Date(), newId };
}
