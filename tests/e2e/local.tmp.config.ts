import { defineConfig } from "@playwright/test";
export default defineConfig({
  testDir: ".",
  outputDir: "/tmp/pw-out",
  workers: 1,
  timeout: 170_000,
  expect: { timeout: 9_000 },
  reporter: [["line"]],
  use: {
    baseURL: "http://127.0.0.1:3210",
    actionTimeout: 9_000,
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: ["--no-sandbox", "--disable-gpu"],
    },
  },
});
