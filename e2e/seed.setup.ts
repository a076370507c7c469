import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Builds the program and fills a shed with the demo, once for all files: each begins with a copy of it. */
export default function seed(): () => void {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-seeded-"));
  process.env.E2E_SEEDED = folder;
  const { status } = spawnSync(process.execPath, ["scripts/e2e-seed.mjs", folder], { stdio: "inherit" });
  if (status !== 0) throw new Error("the demo shed could not be made");
  return () => rmSync(folder, { recursive: true, force: true });
}
