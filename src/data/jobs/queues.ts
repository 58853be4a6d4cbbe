/** The queue's own tables, kept beside the application's in a schema of their own. */
import "server-only";
import PgBoss from "pg-boss";
import { kindOf, noteSeldom } from "../log";
import { queues, queueSchema } from "./ask";

/**
 * Opens the queue at `url`, its tables brought up to the library's version and its kinds of jobs known. The
 * caller stops it.
 */
export async function openQueues(url: string, options: { readonly works: boolean }): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: url,
    schema: queueSchema,
    max: options.works ? 3 : 1,
    supervise: options.works,
    maintenanceIntervalSeconds: 30,
    schedule: false,
    migrate: true,
  });
  // It tries again by itself.
  boss.on("error", (problem) => noteSeldom("queue failed", kindOf(problem), "warn"));
  await boss.start();
  for (const [name, policy] of Object.entries(queues)) await boss.createQueue(name, { name, ...policy });
  return boss;
}
