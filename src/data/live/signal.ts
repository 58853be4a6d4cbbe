/**
 * What happens on a page, told to all processes of the application by the database itself, when it is
 * committed.
 */
import "server-only";
import { sql } from "drizzle-orm";
import * as z from "zod";
import type { Queryable } from "../db/client";

/** The channel on which pages are spoken of. */
export const channel = "page_news";

const signal = z.object({
  courseId: z.string(),
  pageId: z.string(),
  kind: z.enum(["here", "entry", "comment"]),
  /** Who did it; null: nobody, or several. */
  by: z.string().nullable(),
  /** The process that it comes from, where that one knows already. */
  from: z.string().optional(),
  /** The entry's number. */
  number: z.int().optional(),
});
export type Signal = z.infer<typeof signal>;

export async function send(db: Queryable, told: Signal): Promise<void> {
  await db.execute(sql`select pg_notify(${channel}, ${JSON.stringify(told)})`);
}

/** The channel on which the database says which session has ended, by its id. */
export const endedSessions = "session_ended";

/** Null for what is no signal. */
export function readSignal(payload: string): Signal | null {
  try {
    return signal.safeParse(JSON.parse(payload)).data ?? null;
  } catch {
    return null;
  }
}
