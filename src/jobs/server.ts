/**
 * What a process of the server does before it answers, and beside answering: its settings and its database
 * are looked at, its work begins.
 */
import { settings, settingsProblems } from "@/data/env";
import { missingMigrations } from "@/data/db/migrate";
import { kindOf, note } from "@/data/log";
import { standInFront } from "@/data/session/front";
import { startJobs } from "./start";

/**
 * Milliseconds between two looks at a database that is not there: twice as long each time, up to the longest.
 */
const waits = { first: 1000, longest: 60_000 };

/**
 * Ends the process if its settings are wrong: a sentence in the log for each. A database that is not there is
 * said, and waited for.
 */
export async function startServer(): Promise<void> {
  const problems = settingsProblems();
  if (problems.length > 0) {
    for (const { name, what } of problems) note("settings are wrong", { setting: name, what }, "error");
    // The log is written out before the process goes.
    await new Promise((done) => setTimeout(done, 100));
    process.exit(78);
  }
  const { BETTER_AUTH_URL, TIDY_PROXIES, TIDY_DEMO, SMTP_URL } = settings();
  standInFront({ url: BETTER_AUTH_URL, hops: TIDY_PROXIES });
  note("server started", {
    url: BETTER_AUTH_URL,
    proxies: TIDY_PROXIES,
    demo: TIDY_DEMO === "1",
    mail: SMTP_URL ? "server" : "tray",
    node: process.version,
  });
  // A database that is not there yet keeps nobody from reading what says so: the health check tells.
  void keepTrying();
}

async function keepTrying(): Promise<void> {
  for (let wait = waits.first; ; wait = Math.min(wait * 2, waits.longest)) {
    try {
      const missing = await missingMigrations();
      if (missing > 0)
        note("migrations are missing", { count: missing, what: "run the command prepare" }, "error");
      else {
        await startJobs();
        if (wait > waits.first) note("database is there again");
        return;
      }
    } catch (problem) {
      note("database is not there", { ...kindOf(problem), triesAgainIn: wait }, "error");
    }
    await new Promise((resolve) => setTimeout(resolve, wait));
  }
}
