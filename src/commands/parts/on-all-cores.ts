/** Credit computed anew in a process for each core: this one, and helpers that stop with it. */
import { fork } from "node:child_process";
import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import type { Database } from "@/data/db/client";
import { recomputeStale } from "@/data/ledger/recompute";

const mostHelpers = 7;
/** Beside the command that is run, where they are bundled. */
const helper = fileURLToPath(new URL("./recompute-helper.mjs", import.meta.url));

/** As `recomputeStale`, with helpers. A helper that fails leaves its part to the others. */
export async function recomputeOnAllCores(
  db: Database,
  courseId: string | null,
  onProgress?: Parameters<typeof recomputeStale>[2],
  signal?: AbortSignal,
): ReturnType<typeof recomputeStale> {
  const helpers = Array.from({ length: Math.min(mostHelpers, availableParallelism() - 1) }, () =>
    fork(helper, courseId === null ? [] : [courseId], { execArgv: process.execArgv }),
  );
  const ended = helpers.map(
    (each) =>
      new Promise<void>((done) => {
        each.once("exit", () => done());
        each.once("error", () => done());
      }),
  );
  // A helper that loses its channel finishes the wiki that it is at, and ends.
  const release = () => {
    for (const each of helpers) if (each.connected) each.disconnect();
  };
  signal?.addEventListener("abort", release, { once: true });
  try {
    return await recomputeStale(db, courseId, onProgress, signal);
  } finally {
    release();
    await Promise.all(ended);
  }
}
