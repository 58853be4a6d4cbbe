/**
 * The core on the command line: credit of a history, checking chains, and marks of a group. Prints nothing
 * but the result to standard output.
 */
import { parseArgs } from "node:util";
import { creditFile } from "./cli/credit";
import { FileProblem, marksOfFile } from "./cli/marks";
import { LineProblem, parseChainLine, readLines, timeOption } from "./cli/lines";
import { type ChainedEntry, findChainFault } from "./ledger/chain";

const usage = `Usage:
  ledger credit FILE.jsonl [--until TIME] [--step]
  ledger verify FILE.jsonl
  ledger marks FILE.json`;

/** What is wrong with how the program was called. */
class UsageProblem extends Error {}

function run(): number {
  const {
    positionals: [command, path, ...rest],
    values,
  } = readArguments();
  if (path === undefined || rest.length > 0) throw new UsageProblem(usage);
  if (command === "credit") return credit(path, values);
  if (command === "verify") return verify(path);
  if (command === "marks") return marks(path);
  throw new UsageProblem(usage);
}

function readArguments() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: { until: { type: "string" }, step: { type: "boolean", default: false } },
    });
  } catch (problem) {
    throw new UsageProblem(`${(problem as Error).message}\n${usage}`);
  }
}

function credit(path: string, { until, step = false }: { until?: string; step?: boolean }): number {
  const moment = timeOption.safeParse(until ?? "2026-01-01T00:00:00Z");
  if (!moment.success) throw new UsageProblem(`--until: ${moment.error.issues[0]!.message}`);
  const started = performance.now();
  const result = creditFile(path, { until: until ?? null, step });
  const ms = Math.round((performance.now() - started) * 10) / 10;
  const peakRssMB = Math.round(process.resourceUsage().maxRSS / 102.4) / 10;
  process.stdout.write(`${JSON.stringify({ ...result, ms, peakRssMB })}\n`);
  return 0;
}

/**
 * Checks each page's entries, in the order of the file. Exit code 1, and the first fault of each page, if one
 * does not fit.
 */
function verify(path: string): number {
  const pages = new Map<string, { hash: string; entry: ChainedEntry }[]>();
  for (const [number, line] of readLines(path)) {
    const { hash, entry } = parseChainLine(number, line);
    pages.set(entry.page, [...(pages.get(entry.page) ?? []), { hash, entry }]);
  }
  const faults = [...pages].flatMap(([page, entries]) => {
    const fault = findChainFault(entries);
    return fault ? [{ page, ...fault }] : [];
  });
  const entries = [...pages.values()].reduce((sum, each) => sum + each.length, 0);
  process.stdout.write(`${JSON.stringify({ pages: pages.size, entries, faults })}\n`);
  return faults.length === 0 ? 0 : 1;
}

function marks(path: string): number {
  process.stdout.write(`${JSON.stringify(marksOfFile(path))}\n`);
  return 0;
}

try {
  process.exitCode = run();
} catch (problem) {
  const isFile = problem instanceof Error && "code" in problem && typeof problem.code === "string";
  if (!(
    problem instanceof LineProblem ||
    problem instanceof FileProblem ||
    problem instanceof UsageProblem ||
    isFile
  ))
    throw problem;
  process.stderr.write(`${(problem as Error).message}\n`);
  process.exitCode = 2;
}
