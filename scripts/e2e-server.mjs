// The built program on a fresh database with the demo shed in it, for browser tests and screenshots.
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt, root, run, tool } from "./lib.mjs";

const port = Number(process.argv[2]);
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), "ash-lever-e2e-"));
// Seeded on a port of its own, so that nobody finds the shed half filled.
const seeding = port + 1;
const start = (at) =>
  spawn(
    "node",
    [
      join(root, "dist/server.mjs"),
      "--data",
      join(folder, "shed.sqlite"),
      "--port",
      String(at),
      "--stand-in-faults",
      join(root, "demo/faults.json"),
    ],
    {
      cwd: root,
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
const first = start(seeding);
await new Promise((resolve) => first.stdout.once("data", resolve));
run(tool("tsx"), ["demo/seed.ts", `http://127.0.0.1:${seeding}`]);
await new Promise((resolve) => {
  first.once("exit", resolve);
  first.kill("SIGTERM");
});
const server = start(port);
const stop = () => {
  server.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
};
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
server.on("exit", (code) => process.exit(code ?? 0));
