/** Credit computed anew in a process for each core: this one, and helpers that stop with it. */
import { fork } from "node:child_process";
import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import type { Database } from "@/data/db/client";
import { recomputeStale } from "@/data/ledger/recompute";

const mostHelpers = 7;

/** As `recomputeStale`, with helpers. A helper that fails leaves its part to the others. Commands are run from the project's folder. */
export async function recomputeOnAllCores(db: Database, courseId: string | null, onProgress?: Parameters<typeof recomputeStale>[2], signal?: AbortSignal): ReturnType<typeof recomputeStale> {
  const helpers = Array.from({ length: Math.min(mostHelpers, availableParallelism() - 1) }, () => fork(resolve("src/commands/recompute-helper.ts"), courseId === null ? [] : [courseId], { execArgv: process.execArgv }));
  const ended = helpers.map((helper) => new Promise<void>((done) => { helper.once("exit", () => done()); helper.once("error", () => done()); }));
  // A helper that loses its channel finishes the wiki that it is at, and ends.
  const release = () => { for (const helper of helpers) if (helper.connected) helper.disconnect(); };
  signal?.addEventListener("abort", release, { once: true });
  try {
    return await recomputeStale(db, courseId, onProgress, signal);
  } finally {
    release();
    await Promise.all(ended);
  }
}
