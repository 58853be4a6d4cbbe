/**
 * How many changed sources the tests notice: `npm run bench mutants [SEED]`. A hundred mutants are chosen by chance,
 * as many from each part; those that live are listed with their places, to be given a test, or shown to be the same.
 */
import { execFile } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { type Dice, dice } from "@/core/roster/dice";
import { type Mutant, mutantsOf } from "./mutations";
import { table } from "./table";

const run = promisify(execFile);

/** Parts, and the tests that hold each. */
const parts = [
  { name: "access", folder: "src/core/access", only: null, tests: ["src/core/access"] },
  { name: "merge", folder: "src/core/merge", only: null, tests: ["src/core/merge"] },
  {
    name: "figures",
    folder: "src/core/credit",
    only: /^(account|behind|built-on|figures|figure-table|group|routes|shares|work)\.ts$/,
    tests: ["account", "figures", "no-gain", "routes", "shares", "work", "worked-example", "entry"].map(
      (test) => `src/core/credit/${test}.test.ts`,
    ),
  },
  {
    name: "ledger",
    folder: "src/core/ledger",
    only: null,
    tests: ["src/core/ledger", "src/core/credit/sittings.test.ts"],
  },
] as const;

const inAll = 100;
/** A mutant that goes round and round has been noticed. */
const longest = 120_000;

async function isNoticed(mutant: Mutant, tests: readonly string[]): Promise<boolean> {
  const env = { ...process.env, MUTANT: JSON.stringify(mutant) };
  try {
    await run("node_modules/.bin/vitest", ["run", "--config", "bench/mutant.config.ts", ...tests], {
      env,
      timeout: longest,
      maxBuffer: 1 << 26,
    });
    return false;
  } catch {
    return true;
  }
}

type Part = (typeof parts)[number];

/** The mutants of a part's sources, in an order by chance. */
function shuffled({ folder, only }: Part, throwDice: Dice): Mutant[] {
  return readdirSync(folder)
    .filter((file) => /(?<!\.test)\.ts$/.test(file) && (only === null || only.test(file)))
    .sort()
    .map((file) => join(folder, file))
    .flatMap((file) => mutantsOf(file, readFileSync(file, "utf8")))
    .map((mutant) => ({ mutant, rank: throwDice.part() }))
    .sort((one, other) => one.rank - other.rank)
    .map(({ mutant }) => mutant);
}

/** As many of each part as there are, up to `inAll` together: what a small part lacks, the others have more. */
function choose(throwDice: Dice) {
  const all = parts.map((part) => ({ ...part, mutants: shuffled(part, throwDice) }));
  all.sort((one, other) => one.mutants.length - other.mutants.length);
  let left = inAll;
  return all.flatMap(({ name, tests, mutants }, at) => {
    const own = mutants.slice(0, Math.round(left / (all.length - at)));
    left -= own.length;
    return own.map((mutant) => ({ mutant, name, tests }));
  });
}

export async function mutants(seed: number): Promise<string> {
  const chosen = choose(dice(seed));
  for (const { name, tests } of parts) {
    const nothing: Mutant = { file: "", from: 0, to: 0, put: "", line: 0, what: "" };
    if (await isNoticed(nothing, tests)) throw new Error(`The tests of ${name} fail without any mutant`);
  }
  const noticed: boolean[] = [];
  let next = 0;
  const work = async () => {
    for (let at = next++; at < chosen.length; at = next++) {
      noticed[at] = await isNoticed(chosen[at]!.mutant, chosen[at]!.tests);
      console.error(`${at + 1} of ${chosen.length}`);
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
  const rows = parts.map(({ name }) => {
    const own = chosen.flatMap((each, at) => (each.name === name ? [noticed[at]!] : []));
    return [name, own.length, own.filter(Boolean).length];
  });
  const living = chosen
    .filter((_, at) => !noticed[at])
    .map(({ mutant: { file, line, what } }) => `${file}:${line}  ${what}`);
  return [table(["part", "mutants", "noticed"], rows), "", "Not noticed:", ...living].join("\n");
}
