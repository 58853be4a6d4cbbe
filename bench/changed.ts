/**
 * Programs bundled from sources of which some places read otherwise: what a part earns shows when it is gone.
 */
import { build, type Plugin } from "esbuild";
import { readFileSync } from "node:fs";
import { join, relative } from "node:path";

/**
 * One place of a source: what stands there, which must be found exactly once, and what is put in its place.
 */
export interface Change {
  /** From the project's folder. */
  readonly file: string;
  readonly find: string;
  readonly put: string;
}

/**
 * The text with its changes. @throws Error if a place is not found exactly once: then the list is older than
 * the source.
 */
export function changed(text: string, changes: readonly Change[]): string {
  return changes.reduce((now, { file, find, put }) => {
    const parts = now.split(find);
    if (parts.length !== 2) throw new Error(`${file} has “${find}” ${parts.length - 1} times, not once`);
    return parts.join(put);
  }, text);
}

/** Bundles the program `entry` as it would be with the changes, into `outfile`. */
export async function bundleChanged(
  entry: string,
  changes: readonly Change[],
  outfile: string,
): Promise<void> {
  const root = process.cwd();
  const files = new Set(changes.map(({ file }) => file));
  const met = new Set<string>();
  const plugin: Plugin = {
    name: "changed",
    setup({ onLoad }) {
      onLoad({ filter: /\.tsx?$/ }, ({ path }) => {
        const file = relative(root, path);
        if (!files.has(file)) return null;
        met.add(file);
        const own = changes.filter((change) => change.file === file);
        return { contents: changed(readFileSync(path, "utf8"), own), loader: "ts" };
      });
    },
  };
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    target: "node20",
    alias: { "@": join(root, "src") },
    minifySyntax: true,
    logLevel: "error",
    plugins: [plugin],
  });
  for (const file of files) if (!met.has(file)) throw new Error(`${entry} does not use ${file}`);
}
