import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
// `server-only` throws outside the server's bundle; the tests of the data layer are the server here.
const alias = { "@": at("./src"), "server-only": at("./node_modules/server-only/empty.js") };

/**
 * Nothing that is tested keeps what would change another test: a worker reads and warms up the modules once,
 * not once a file.
 */
const together = { environment: "node", isolate: false };

export default defineConfig({
  test: {
    // Tests wait for a database, for files, for each other's turns: one worker less than there are cores
    // leaves half of the machine idle.
    maxWorkers: "100%",
    projects: [
      {
        resolve: { alias },
        // React as it runs for users: it draws twice as fast without the checks of development.
        oxc: { jsx: { development: false } },
        test: {
          ...together,
          env: { NODE_ENV: "production" },
          name: "unit",
          testTimeout: 60_000,
          include: ["src/**/*.test.{ts,tsx}", "tests/unit/**/*.test.ts"],
        },
      },
      {
        resolve: { alias },
        test: {
          // Letters name the address of the application; nothing listens there.
          env: {
            TIDY_LOG: "silent",
            BETTER_AUTH_SECRET: "x".repeat(32),
            BETTER_AUTH_URL: "http://127.0.0.1",
          },
          ...together,
          name: "integration",
          include: ["tests/integration/**/*.test.ts"],
          // Machines that run tests are at times many times slower than the one that one sits at.
          globalSetup: "tests/support/database.setup.ts",
          setupFiles: "tests/support/settings.ts",
          testTimeout: 150_000,
          hookTimeout: 150_000,
        },
      },
    ],
  },
});
