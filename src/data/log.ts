/**
 * What the server says of itself while it runs: one line of JSON for each event, with facts and without
 * anything that people wrote.
 */
import "server-only";
import pino, { type Logger } from "pino";

/** What happened, in a few words that stay the same: they are what is looked for in the log. */
export type LogEvent =
  | "server started"
  | "settings are wrong"
  | "database is not there"
  | "database is there again"
  | "migrations are missing"
  | "job failed"
  | "work beside requests failed"
  | "sign-in failed"
  | "sign-in had to wait"
  | "signed in"
  | "password link asked for"
  | "password changed"
  | "address changed"
  | "session ended"
  | "wrong room code"
  | "room code had to wait"
  | "refused as too often"
  | "refused"
  | "slow request"
  | "connection lost"
  | "queue failed"
  | "visit was not written"
  | "old rows removed"
  | "erased from the bin"
  | "request failed";

let made: Logger | undefined;

function logger(): Logger {
  made ??= pino({
    level: process.env.TIDY_LOG ?? "info",
    base: { process: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
  });
  return made;
}

/** `facts`: ids, addresses of machines, counts, codes of problems; no text of people's, and no secrets. */
export function note(
  event: LogEvent,
  facts: Readonly<Record<string, string | number | boolean | null>> = {},
  level: "info" | "warn" | "error" = "info",
): void {
  logger()[level](facts, event);
}

const lastNoted = new Map<LogEvent, number>();

/**
 * The same, once a minute at most: for what comes in crowds, such as all connections that end with a
 * database.
 */
export function noteSeldom(
  event: LogEvent,
  facts: Parameters<typeof note>[1],
  level: Parameters<typeof note>[2],
  now = Date.now(),
): void {
  if (now - (lastNoted.get(event) ?? -Infinity) < 60_000) return;
  lastNoted.set(event, now);
  note(event, facts, level);
}

/** What a problem is called, for the log: its kind and code, never its message, in which values may stand. */
export function kindOf(problem: unknown): { readonly problem: string; readonly code: string } {
  const cause = problem instanceof Error && problem.cause instanceof Error ? problem.cause : problem;
  return {
    problem: problem instanceof Error ? problem.name : typeof problem,
    code: String((cause as { code?: unknown } | null)?.code ?? ""),
  };
}
