import "server-only";
import pg from "pg";
import { settings } from "../env";
import { stillThereAfter } from "./pool";

/** Milliseconds until a connection that broke is tried again: twice as long each time. */
const waits = { first: 250, longest: 10_000 };

/**
 * Hears what is notified on a channel, over a connection of its own that is made anew when it breaks. What is
 * notified in between is not heard.
 * @throws if it can't be made now.
 */
export async function listenTo(channel: string, heard: (payload: string) => void): Promise<void> {
  const client = new pg.Client({
    connectionString: settings().DATABASE_URL,
    keepAlive: true,
    keepAliveInitialDelayMillis: stillThereAfter,
    connectionTimeoutMillis: 10_000,
  });
  // Its end is told as well, and is what counts.
  client.on("error", () => {});
  client.on("notification", ({ payload }) => heard(payload ?? ""));
  try {
    await client.connect();
    await client.query(`listen ${client.escapeIdentifier(channel)}`);
  } catch (problem) {
    await client.end().catch(() => {});
    throw problem;
  }
  client.once("end", () => void again(channel, heard, waits.first));
}

async function again(channel: string, heard: (payload: string) => void, wait: number): Promise<void> {
  await new Promise((done) => setTimeout(done, wait).unref());
  await listenTo(channel, heard).catch(() => again(channel, heard, Math.min(wait * 2, waits.longest)));
}
