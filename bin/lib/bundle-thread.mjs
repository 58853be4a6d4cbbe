/**
 * Bundles the thread that does heavy work beside the server into one file: node bin/lib/bundle-thread.mjs
 * FILE
 */
import { build } from "esbuild";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "../..");

export async function bundleThread(outfile) {
  await build({
    entryPoints: [join(root, "src/core/heavy/worker.ts")],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    minifySyntax: true,
    alias: { "@": join(root, "src") },
    logLevel: "warning",
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  if (!process.argv[2]) throw new Error("Usage: node bin/lib/bundle-thread.mjs FILE");
  await bundleThread(process.argv[2]);
}
