/**
 * Asking for work beside the request. A job is asked for inside the transaction that makes it needed: if that
 * fails, there is no job; once it holds, the job will be done, by whichever process comes first.
 */
import "server-only";
import PgBoss from "pg-boss";
import { sql } from "drizzle-orm";
import type { Queryable } from "../db/client";

/** What each kind of job is given. Ids alone: no text of people stands in the queue. */
export interface Jobs {
  readonly mail: { readonly mailId: string };
  /** The smaller sizes of a picture. */
  readonly pictures: { readonly bytesId: string };
  readonly wikis: { readonly courseId: string; readonly assignmentId: string };
  /** The documents of all students of an assignment, as one archive. */
  readonly documents: { readonly courseId: string; readonly archiveId: string };
  /** The index of a course's wikis, made anew. */
  readonly search: { readonly courseId: string };
  /** The text in a file, for search. */
  readonly reading: { readonly courseId: string; readonly fileId: string };
}

/** How often a job that failed is tried again, and how long after: twice as long each time. */
export const queues: Readonly<
  Record<
    keyof Jobs,
    {
      readonly retryLimit: number;
      readonly retryDelay: number;
      readonly retryBackoff: true;
      readonly expireInSeconds: number;
    }
  >
> = {
  mail: { retryLimit: 12, retryDelay: 20, retryBackoff: true, expireInSeconds: 120 },
  pictures: { retryLimit: 3, retryDelay: 10, retryBackoff: true, expireInSeconds: 120 },
  wikis: { retryLimit: 20, retryDelay: 5, retryBackoff: true, expireInSeconds: 90 },
  search: { retryLimit: 20, retryDelay: 5, retryBackoff: true, expireInSeconds: 120 },
  reading: { retryLimit: 1, retryDelay: 30, retryBackoff: true, expireInSeconds: 120 },
  documents: { retryLimit: 3, retryDelay: 10, retryBackoff: true, expireInSeconds: 300 },
};

export const queueSchema = "jobs";

let boss: PgBoss | undefined;

/** Never started: it only puts together the statement that stores a job. */
function sender(): PgBoss {
  boss ??= new PgBoss({
    db: { executeSql: () => Promise.reject(new Error("Jobs are asked for inside a transaction")) },
    schema: queueSchema,
  });
  return boss;
}

export async function askFor<Kind extends keyof Jobs>(
  tx: Queryable,
  kind: Kind,
  given: Jobs[Kind],
): Promise<void> {
  await askForAll(tx, kind, [given]);
}

/** Asks for many jobs of a kind in one statement. */
export async function askForAll<Kind extends keyof Jobs>(
  tx: Queryable,
  kind: Kind,
  given: readonly Jobs[Kind][],
): Promise<void> {
  if (given.length === 0) return;
  const executeSql = async (text: string, values: unknown[]) => {
    const parts = text.split(/\$(\d+)/);
    const chunks = parts.map((part, index) =>
      index % 2 === 0 ? sql.raw(part) : sql.param(asText(values[Number(part) - 1])),
    );
    return await tx.execute(sql.join(chunks));
  };
  await sender().insert(
    given.map((data) => ({ name: kind, data, ...queues[kind] })),
    { db: { executeSql } },
  );
}

/** As the queue's own client would hand a value over. */
function asText(value: unknown): unknown {
  return value !== null && typeof value === "object" ? JSON.stringify(value) : (value ?? null);
}
