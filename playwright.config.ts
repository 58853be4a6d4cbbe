import { defineConfig } from "@playwright/test";

/** What bin/test hands over: where the two servers are to listen, and the build that they run. */
function given(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: run bin/test, which prepares the servers for these tests`);
  return value;
}

const build = given("TIDY_BUILD");
const common = {
  DATABASE_URL: given("DATABASE_URL"),
  BETTER_AUTH_SECRET: given("BETTER_AUTH_SECRET"),
  HOSTNAME: "127.0.0.1",
  NODE_ENV: "production",
};

function server(port: string, demo: "0" | "1", more: Record<string, string> = {}) {
  const address = `http://127.0.0.1:${port}`;
  return {
    command: `node ${build}/server.js`,
    url: `${address}/api/health`,
    gracefulShutdown: { signal: "SIGTERM" as const, timeout: 5000 },
    env: { ...common, PORT: port, BETTER_AUTH_URL: address, TIDY_DEMO: demo, ...more },
  };
}

export default defineConfig({
  testDir: "tests/e2e",
  outputDir: process.env.TIDY_TEST_OUTPUT ?? "test-results",
  fullyParallel: true,
  // The longest test begins first: begun last, it would go on alone.
  projects: [
    { name: "walk", testMatch: "walk.spec.ts" },
    { name: "others", testIgnore: "walk.spec.ts" },
  ],
  workers: 2,
  retries: 0,
  // Machines that run tests are at times many times slower than the one that one sits at.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  reporter: [["list"], ["json"]],
  use: {
    baseURL: `http://127.0.0.1:${given("TIDY_PORT")}`,
    // What can't be pressed is told long before the whole test's time is up, with what stood in the way.
    actionTimeout: 180_000,
    viewport: { width: 1280, height: 800 },
    // A trace slows everything by a third. TIDY_TRACE=1 keeps one of each test that failed.
    trace: process.env.TIDY_TRACE ? "retain-on-failure" : "off",
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  // The second server runs without the demo flag: it proves that the demo's way in is not there.
  // The third has a copy of the database for itself.
  webServer: [
    server(given("TIDY_PORT"), "1"),
    server(given("TIDY_PLAIN_PORT"), "0"),
    server(given("TIDY_WALK_PORT"), "1", {
      DATABASE_URL: common.DATABASE_URL.replace(/\/[^/]*$/, "/e2e_walk"),
    }),
  ],
});
