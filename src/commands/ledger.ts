/**
 * Credit and the ledger, for operators: `check` compares what is stored with what the ledger says, marks too;
 * `recompute` computes it anew, `export` prints the entries with their chain as JSON Lines, for `bin/ledger
 * verify`. All take a course's id, or all courses without one. The database is the one of DATABASE_URL.
 */
import { isCourse } from "@/data/courses/read";
import { database } from "@/data/db/client";
import { findDifferences } from "@/data/ledger/check";
import { checkMarks } from "@/data/marks/check";
import { chainLines } from "@/data/ledger/export";
import { askForRecompute } from "@/data/ledger/recompute";
import { recomputeOnAllCores } from "./parts/on-all-cores";

const [command, courseId = null, ...rest] = process.argv.slice(2).filter((word) => word !== "--continue");
const goesOn = process.argv.includes("--continue");

async function check(): Promise<number> {
  const differences = await findDifferences(database(), courseId, (done, of) =>
    tell(`${done} of ${of} wikis checked`),
  );
  for (const { courseId: course, wikiId, pageId, number, what, stored, computed } of differences) {
    console.log(
      `course ${course}, wiki ${wikiId}, page ${pageId}${number === null ? "" : `, entry ${number}`}: ${what} is stored as ${stored}, computed as ${computed}`,
    );
  }
  console.log(
    differences.length === 0
      ? "What is stored is what the ledger says."
      : `${differences.length} differences`,
  );
  const marks = await checkMarks(database(), courseId, new Date());
  for (const { courseId: course, wikiId, personId, stored, computed } of marks.differences)
    console.log(
      `course ${course}, wiki ${wikiId}, mark of ${personId}: ${stored} was computed when it was given, ${computed} now`,
    );
  const skipped =
    marks.skipped === 0
      ? ""
      : `; ${marks.skipped} were not looked at, because what they rest on could change after they were given`;
  if (marks.checked + marks.skipped > 0)
    console.log(`${marks.checked} marks computed again, ${marks.differences.length} differences${skipped}`);
  return differences.length + marks.differences.length === 0 ? 0 : 1;
}

async function recompute(): Promise<number> {
  const stop = new AbortController();
  process.once("SIGINT", () => {
    tell("Stopping after this wiki");
    stop.abort();
  });
  if (!goesOn) await askForRecompute(database(), courseId);
  const started = performance.now();
  const done = await recomputeOnAllCores(
    database(),
    courseId,
    ({ wikisDone, wikis, entriesDone, entries }) =>
      tell(`${wikisDone} of ${wikis} wikis, ${entriesDone} of ${entries} entries`),
    stop.signal,
  );
  const seconds = (performance.now() - started) / 1000;
  console.log(
    `Computed ${done.entriesDone} entries of ${done.wikisDone} wikis anew in ${seconds.toFixed(1)} s`,
  );
  if (done.wikisDone === done.wikis) return 0;
  console.log(`${done.wikis - done.wikisDone} wikis are left: the same command with --continue goes on.`);
  return 1;
}

async function exportChains(): Promise<number> {
  for await (const line of chainLines(database(), courseId)) process.stdout.write(`${line}\n`);
  return 0;
}

function tell(text: string): void {
  if (process.stderr.isTTY) process.stderr.write(`\r\u001b[K${text}`);
}

async function run(): Promise<number> {
  if (courseId !== null && rest.length === 0 && !(await isCourse(database(), courseId))) {
    console.error(`There is no course ${courseId}`);
    return 2;
  }
  if (command === "check" && rest.length === 0) return check();
  if (command === "recompute" && rest.length === 0) return recompute();
  if (command === "export" && rest.length === 0) return exportChains();
  console.error("Usage: check [COURSE]   or   recompute [COURSE] [--continue]   or   export [COURSE]");
  return 2;
}

run().then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
