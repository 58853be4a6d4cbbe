/** How long the engine takes, against a pass that reads, splits and hashes every version once. */
import { createHash } from "node:crypto";
import { plainBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import type { HistoryEntry } from "../tests/support/truth/history";

export interface Timed {
  readonly pass: number;
  readonly engine: number;
}

/**
 * Milliseconds for histories given as JSON Lines: of each the least of some runs, taken in turn, all
 * histories one after the other: a machine is slow for minutes, and then fast.
 */
export function timeHistories(histories: readonly (readonly string[])[], runs = 7): Timed[] {
  const least = histories.map(() => ({ pass: Infinity, engine: Infinity }));
  for (let run = 0; run < runs; run++) {
    histories.forEach((lines, at) => {
      const { pass, engine } = least[at]!;
      least[at] = {
        pass: Math.min(
          pass,
          timeOf(() => readSplitAndHash(lines)),
        ),
        engine: Math.min(
          engine,
          timeOf(() => credit(lines)),
        ),
      };
    });
  }
  return least;
}

/** The yardstick: no comparison, no memory of earlier versions. */
export function readSplitAndHash(lines: readonly string[]): number {
  let words = 0;
  for (const line of lines) {
    const { text } = JSON.parse(line) as HistoryEntry;
    words += text.match(/\w+/g)?.length ?? 0;
    createHash("sha256").update(text).digest("hex");
  }
  return words;
}

export function credit(lines: readonly string[]): CreditedWiki {
  const wiki = new CreditedWiki();
  for (const line of lines) {
    const { rev, author, page, text } = JSON.parse(line) as HistoryEntry;
    wiki.record({ entry: rev, author, page, blocks: plainBlocks(text) });
  }
  return wiki;
}

export function timeOf(act: () => unknown): number {
  const started = performance.now();
  act();
  return performance.now() - started;
}
