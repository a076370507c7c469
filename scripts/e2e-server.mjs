// The built program on a fresh database with the demo shed in it, for screenshots.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt } from "./lib.mjs";
import { seedShed, startShed } from "./shed.mjs";

ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), "ash-lever-e2e-"));
await seedShed(folder);
const server = await startShed(folder, Number(process.argv[2]));
const stop = () => {
  server.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
};
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
server.on("exit", (code) => process.exit(code ?? 0));
