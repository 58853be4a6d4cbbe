/**
 * How right the engine is on histories of which the truth is known, as JSON: one row for each operation and
 * kind of prose. Takes the seeds. Run by the ablation, once for each engine that lacks a part.
 */
import { dice } from "@/core/roster/dice";
import { type Accuracy, measure, noAccuracy } from "../tests/support/truth/accuracy";
import { history, type Size } from "../tests/support/truth/history";
import { operations } from "../tests/support/truth/operations";
import { stockProse, zipfProse } from "../tests/support/truth/prose";

export interface Score extends Accuracy {
  readonly operation: string;
  readonly prose: "invented words" | "stock phrases";
  readonly ms: number;
}

const sizes: readonly Size[] = [
  { authors: 5, entries: 60, words: 800 },
  { authors: 6, entries: 200, words: 1500 },
];
const proses = [
  ["invented words", zipfProse(dice(5))],
  ["stock phrases", stockProse],
] as const;

function score(seeds: readonly number[]): Score[] {
  return operations.flatMap(({ name, habits, pages = 1 }) =>
    proses.map(([prose, words]): Score => {
      const sum = noAccuracy();
      let ms = 0;
      for (const seed of seeds) {
        for (const size of sizes) {
          const told = history(seed, words, habits, { ...size, pages });
          const started = performance.now();
          measure(told, sum);
          ms += performance.now() - started;
        }
      }
      return { ...sum, operation: name, prose, ms };
    }),
  );
}

console.log(JSON.stringify(score(process.argv.slice(2).map(Number))));
