import { defineConfig } from "@playwright/test";

/** The browser of the system, as root and without a network. */
const CHROMIUM_FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/seed.setup.ts",
  // Each file has a server and a database of its own; tests of one file go one after the other.
  workers: process.env.CI ? 1 : 2,
  // A busy machine may stand still for a while; how quick things are is the benches' business.
  timeout: 120_000,
  expect: { timeout: 30_000 },
  reporter: process.env.E2E_JSON ? [["list"], ["json", { outputFile: process.env.E2E_JSON }]] : "list",
  use: {
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    // Answers kept by the browser would hide the faults a test makes; the test of working offline lets them.
    serviceWorkers: "block",
    contextOptions: { reducedMotion: "reduce" },
    launchOptions: { executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium", args: CHROMIUM_FLAGS },
  },
});
