/**
 * Runs a command of src/commands, or a benchmark as bench/NAME, from the project's folder:
 *   node --conditions=react-server bin/lib/command.mjs NAME [ARGUMENT...]
 * What runs is bundled from the sources at each call, which takes a tenth of a second, and not translated
 * file by file as it is loaded: that takes a second, and leaves behind calls that only name functions, in
 * what is called most.
 */
import { build } from "esbuild";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "../..");
const bundles = join(root, ".data/commands");
/** Bundles of older sources are let go of after a day: what was started from them has long been loaded. */
const longestKept = 24 * 60 * 60 * 1000;

/** Bundles commands, each whole. Returns the folder, which is the same as long as they are. */
async function bundle(entryPoints) {
  const { outputFiles } = await build({
    entryPoints: entryPoints.map((each) => join(root, each)),
    outdir: bundles,
    entryNames: "[name]",
    write: false,
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    target: "node20",
    conditions: ["react-server"],
    alias: { "@": join(root, "src"), "next/link": "next/link.js" },
    minifySyntax: true,
    outExtension: { ".js": ".mjs" },
    logLevel: "warning",
  });
  const hash = createHash("sha256");
  for (const { path, contents } of outputFiles) hash.update(basename(path)).update(contents);
  const folder = join(bundles, hash.digest("hex").slice(0, 16));
  if (existsSync(folder)) return folder;
  mkdirSync(bundles, { recursive: true });
  for (const each of readdirSync(bundles))
    if (statSync(join(bundles, each), { throwIfNoEntry: false })?.mtimeMs < Date.now() - longestKept)
      rmSync(join(bundles, each), { recursive: true, force: true });
  // Written aside and put in its place at once: others may be starting the same.
  const aside = `${folder}.${process.pid}`;
  mkdirSync(aside, { recursive: true });
  for (const { path, contents } of outputFiles) writeFileSync(join(aside, basename(path)), contents);
  try {
    renameSync(aside, folder);
  } catch (problem) {
    rmSync(aside, { recursive: true, force: true });
    if (!existsSync(folder)) throw problem;
  }
  return folder;
}

/** What commands start beside themselves. */
const helper = "recompute-helper";
const namesIn = (place) =>
  readdirSync(join(root, place))
    .filter((file) => file.endsWith(".ts"))
    .map((file) => basename(file, ".ts"));
const commands = [
  ...namesIn("src/commands").filter((each) => each !== helper),
  ...namesIn("bench").map((each) => `bench/${each}`),
];
const name = process.argv[2] ?? "";
if (!commands.includes(name)) {
  console.error(`There is no command ${name}. There are: ${commands.join(", ")}`);
  process.exit(2);
}
const folder = await bundle([
  name.startsWith("bench/") ? `${name}.ts` : `src/commands/${name}.ts`,
  `src/commands/${helper}.ts`,
]);
process.argv.splice(1, 2, join(folder, `${basename(name)}.mjs`));
await import(pathToFileURL(process.argv[1]).href);
