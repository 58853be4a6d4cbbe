/** Runs unit tests on sources of which one place says something else: MUTANT is that place, as JSON. */
import { relative } from "node:path";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";
import { type Mutant, mutated } from "./mutations";

const root = fileURLToPath(new URL("..", import.meta.url));
const mutant = process.env.MUTANT ? (JSON.parse(process.env.MUTANT) as Mutant) : null;

export default defineConfig({
  root,
  resolve: { alias: { "@": fileURLToPath(new URL("../src", import.meta.url)) } },
  plugins: [
    {
      name: "mutant",
      enforce: "pre",
      transform: (code: string, id: string) =>
        mutant && relative(root, id) === mutant.file ? mutated(code, mutant) : null,
    },
  ],
  test: { include: ["src/**/*.test.{ts,tsx}"], isolate: false, maxWorkers: 1, bail: 1, testTimeout: 60_000 },
});
