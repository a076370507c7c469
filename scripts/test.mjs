// Everything that must hold before a change lands. Closes with one line: N passed, N failed.
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureChromium, ensureInstalled, run, tool } from "./lib.mjs";

ensureInstalled();
const chromium = ensureChromium();
const folder = mkdtempSync(join(tmpdir(), "ash-lever-test-"));
let passed = 0;
let failed = 0;

const check = (name, command, args) => {
  process.stdout.write(`\n${name}\n`);
  const ok = run(command, args, { must: false }).status === 0;
  if (ok) passed += 1;
  else failed += 1;
};

const readJson = (file) => {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return null;
  }
};

check("Types", tool("tsc"), ["--noEmit"]);
check("Lint", tool("eslint"), [".", "--max-warnings", "0"]);
check("Structure", tool("depcruise"), [
  ...["--config", ".dependency-cruiser.mjs"],
  ...["core", "contract", "domain", "drawing", "models", "server", "web", "cli", "demo", "bench"],
]);
check("Format", tool("prettier"), ["--check", "--log-level", "warn", "."]);

process.stdout.write("\nUnit and API tests\n");
const unitFile = join(folder, "unit.json");
const unit = run(tool("vitest"), ["run", "--silent"], { must: false, env: { VITEST_JSON: unitFile } });
const units = readJson(unitFile);
passed += units?.numPassedTests ?? 0;
failed += units?.numFailedTests ?? 0;
// A file that cannot even be loaded fails without a test of its own.
if (unit.status !== 0 && !units?.numFailedTests) failed += 1;

// By their own tests: what a screen's test happens to walk through proves little of it.
check("Coverage of core and domain", tool("vitest"), [
  ...["run", "--silent=true", "--reporter=dot", "--coverage"],
  ...["core", "domain", "contract", "models"],
]);

process.stdout.write("\nBrowser tests\n");
if (chromium) {
  const browserFile = join(folder, "browser.json");
  const browser = run(tool("playwright"), ["test"], {
    must: false,
    env: { E2E_JSON: browserFile, CHROMIUM_PATH: chromium },
  });
  const stats = readJson(browserFile)?.stats;
  passed += stats?.expected ?? 0;
  failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  if (browser.status !== 0 && !stats?.unexpected) failed += 1;
} else failed += 1;

rmSync(folder, { recursive: true, force: true });
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed ? 1 : 0);
