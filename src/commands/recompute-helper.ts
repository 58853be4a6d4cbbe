/**
 * Computes credit anew beside the process that started it, until all is done or that one lets go. Takes a
 * course's id, or none for all courses.
 */
import { database } from "@/data/db/client";
import { recomputeStale } from "@/data/ledger/recompute";

const stop = new AbortController();
process.once("disconnect", () => stop.abort());
// Whoever presses Ctrl-C means the process that started this one, which then lets go.
process.on("SIGINT", () => {});

recomputeStale(database(), process.argv[2] ?? null, () => {}, stop.signal).then(
  () => process.exit(0),
  () => process.exit(1),
);
