/**
 * Bundles a thread that works beside the server into one file: node bin/lib/bundle-thread.mjs FILE [SOURCE].
 * Without SOURCE it is the one for heavy work.
 */
import { build } from "esbuild";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "../..");

export const threads = { heavy: "src/core/heavy/worker.ts", pdf: "src/data/search/pdf-thread.ts" };

export async function bundleThread(outfile, source = threads.heavy) {
  await build({
    entryPoints: [join(root, source)],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    minifySyntax: true,
    alias: { "@": join(root, "src") },
    // Asked for only where pages are drawn, which is not done.
    external: ["@napi-rs/canvas"],
    logLevel: "warning",
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  if (!process.argv[2]) throw new Error("Usage: node bin/lib/bundle-thread.mjs FILE [SOURCE]");
  await bundleThread(process.argv[2], process.argv[3]);
}
