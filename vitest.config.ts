import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,contract,domain,drawing,models,server,web,cli,demo}/**/*.test.{ts,tsx}"],
    reporters: process.env.VITEST_JSON ? ["default", "json"] : ["default"],
    outputFile: process.env.VITEST_JSON ? { json: process.env.VITEST_JSON } : undefined,
    coverage: {
      provider: "v8",
      include: ["{core,domain}/**/*.ts"],
      exclude: ["**/*.test.*", "core/testing/**"],
      reporter: ["text-summary"],
      thresholds: { "core/**": { lines: 95 }, "domain/**": { lines: 95 } },
    },
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
