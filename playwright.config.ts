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

const PORT = Number(process.env.E2E_PORT ?? 4398);

export default defineConfig({
  testDir: "e2e",
  workers: 1,
  // A busy machine may stand still for half a minute; how quick things are is the benches' business.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: process.env.E2E_JSON ? [["list"], ["json", { outputFile: process.env.E2E_JSON }]] : "list",
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    contextOptions: { reducedMotion: "reduce" },
    launchOptions: { executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium", args: CHROMIUM_FLAGS },
  },
  webServer: {
    command: `node scripts/e2e-server.mjs ${PORT}`,
    url: `http://127.0.0.1:${PORT}/api/yard`,
    timeout: 120_000,
    reuseExistingServer: false,
  },
});
