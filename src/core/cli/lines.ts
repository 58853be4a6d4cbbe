/**
 * Histories and chains as JSON Lines: each line read, checked, and named by its number where it is not what
 * it should be.
 */
import { closeSync, openSync, readSync } from "node:fs";
import * as z from "zod";
import type { PageDocument } from "../document/model";
import { type ChainedEntry, entryKinds } from "../ledger/chain";

/** A line that is not what it should be. */
export class LineProblem extends Error {
  constructor(
    readonly line: number,
    problem: string,
  ) {
    super(`Line ${line}: ${problem}`);
  }
}

const chunkSize = 1 << 20;
const lineEnd = 10;

/**
 * The lines of a file with their numbers from 1, blank ones left out. Holds one chunk and one line in memory.
 */
export function* readLines(path: string): Generator<[number: number, line: string]> {
  const file = openSync(path, "r");
  try {
    let pending: Buffer[] = [];
    let number = 0;
    const take = (last: Buffer): [number, string] | null => {
      const text = (pending.length > 0 ? Buffer.concat([...pending, last]) : last).toString("utf8");
      pending = [];
      number++;
      const line = number === 1 && text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
      return line.trim() === "" ? null : [number, line];
    };
    const chunk = Buffer.allocUnsafe(chunkSize);
    for (;;) {
      const size = readSync(file, chunk, 0, chunkSize, null);
      if (size === 0) break;
      let from = 0;
      for (let end = chunk.indexOf(lineEnd); end >= 0 && end < size; end = chunk.indexOf(lineEnd, from)) {
        const line = take(chunk.subarray(from, end));
        if (line) yield line;
        from = end + 1;
      }
      // Copied, for the chunk is filled again.
      if (from < size) pending.push(Buffer.from(chunk.subarray(from, size)));
    }
    if (pending.length > 0) {
      const line = take(Buffer.alloc(0));
      if (line) yield line;
    }
  } finally {
    closeSync(file);
  }
}

const instant = z
  .string()
  .refine(
    (text) =>
      /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})$/.test(text) &&
      !Number.isNaN(Date.parse(text)),
    "no time such as 2026-01-01T00:00:00Z",
  );

const historyLine = z.object({
  rev: z.int(),
  author: z.string().min(1),
  at: instant,
  text: z.string(),
  page: z.string().min(1).optional(),
  starter: z.boolean().optional(),
  with: z.array(z.string().min(1)).optional(),
});

export type HistoryLine = z.infer<typeof historyLine>;

/** @throws LineProblem */
export function parseHistoryLine(number: number, line: string): HistoryLine {
  return parseLine(historyLine, number, line);
}

export const timeOption = instant;

const chainLine = z.object({
  hash: z.string(),
  entry: z.object({
    page: z.string(),
    number: z.int().positive(),
    base: z.int().nonnegative(),
    kind: z.enum(entryKinds),
    author: z.string().nullable(),
    at: instant,
    note: z.string(),
    title: z.string(),
    restoredFrom: z.int().nullable(),
    document: z.looseObject({ type: z.literal("doc") }),
  }),
});

/** @throws LineProblem */
export function parseChainLine(number: number, line: string): { hash: string; entry: ChainedEntry } {
  const { hash, entry } = parseLine(chainLine, number, line);
  // The hash covers the document as it stands, whatever is in it: here it is only carried.
  return { hash, entry: { ...entry, document: entry.document as unknown as PageDocument } };
}

function parseLine<Shape>(schema: z.ZodType<Shape>, number: number, line: string): Shape {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    throw new LineProblem(number, "no JSON");
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new LineProblem(
    number,
    `${issue!.path.length > 0 ? `"${issue!.path.join(".")}": ` : ""}${issue!.message}`,
  );
}
