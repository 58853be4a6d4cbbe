/**
 * What each mechanism of the engine earns: accuracy with it less accuracy without it, as a table. Run with
 * `npm run bench ablation [SEED...]`. Uses one process a core.
 */
import { execFile } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import { promisify } from "node:util";
import { bundleChanged, type Change } from "./changed";
import { mechanisms } from "./mechanisms";
import type { Score } from "./score";
import { percent, table } from "./table";

const run = promisify(execFile);
// Programs find the packages that they use from where they lie.
const folder = resolve(".data/ablation");

async function scoreWithout(
  number: number,
  changes: readonly Change[],
  seeds: readonly string[],
): Promise<Score[]> {
  const program = `${folder}/${number}.mjs`;
  await bundleChanged("bench/score.ts", changes, program);
  const { stdout } = await run(process.execPath, [program, ...seeds], { maxBuffer: 1 << 26 });
  return JSON.parse(stdout) as Score[];
}

interface Summary {
  readonly right: number;
  readonly figures: number;
}

function summaryOf(scores: readonly Score[], prose: Score["prose"]): Summary {
  const own = scores.filter((each) => each.prose === prose);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const off = own.flatMap(({ figureErrors, figureTruth }) =>
    (["added", "removedOwn", "removedOthers"] as const).flatMap((figure) =>
      figureTruth[figure] < 100 ? [] : [figureErrors[figure] / figureTruth[figure]],
    ),
  );
  return { right: mean(own.map(({ right, words }) => right / words)), figures: mean(off) };
}

function worst(without: readonly Score[], whole: readonly Score[]): string {
  let lost = -Infinity,
    name = "";
  without.forEach((score, at) => {
    const change = whole[at]!.right / whole[at]!.words - score.right / score.words;
    if (change > lost) [lost, name] = [change, `${score.operation}, ${score.prose}`];
  });
  return `${percent(lost, 2)} ${name}`;
}

export async function ablation(seeds: readonly string[]): Promise<string> {
  mkdirSync(folder, { recursive: true });
  try {
    const all = [{ name: "all of it", off: [] }, ...mechanisms];
    const scores: Score[][] = [];
    let next = 0;
    const work = async () => {
      for (let at = next++; at < all.length; at = next++) {
        scores[at] = await scoreWithout(at, all[at]!.off, seeds);
        console.error(`${at + 1} of ${all.length}: ${all[at]!.name}`);
      }
    };
    await Promise.all(Array.from({ length: availableParallelism() }, work));
    const whole = scores[0]!;
    const proses = ["invented words", "stock phrases"] as const;
    return table(
      [
        "without",
        ...proses.flatMap((prose) => [`${prose}: right %`, "earns", "figures off %"]),
        "time",
        "most lost in a row",
      ],
      all.map(({ name }, at) => {
        const cells = proses.flatMap((prose) => {
          const [own, full] = [summaryOf(scores[at]!, prose), summaryOf(whole, prose)];
          return [percent(own.right, 3), percent(full.right - own.right, 3), percent(own.figures, 2)];
        });
        const time = (each: readonly Score[]) => each.reduce((sum, { ms }) => sum + ms, 0);
        return [
          name,
          ...cells,
          (time(scores[at]!) / time(whole)).toFixed(2),
          at === 0 ? "" : worst(scores[at]!, whole),
        ];
      }),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
