import { spawn } from "node:child_process";
import { existsSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, root, run, tool } from "./lib.mjs";

const args = process.argv.slice(2);
const option = (name, fallback) => (args.includes(name) ? args[args.indexOf(name) + 1] : fallback);
const port = option("--port", process.env.PORT ?? "4310");
const file = join(root, "data/demo/ash-lever.sqlite");

ensureInstalled();
ensureBuilt();
if (args.includes("--fresh")) for (const end of ["", "-wal", "-shm"]) rmSync(file + end, { force: true });
const seeded = existsSync(file);
const server = spawn(
  "node",
  [join(root, "dist/server.mjs"), "--data", file, "--port", port, "--stand-in-faults", join(root, "demo/faults.json")],
  {
    cwd: root,
    stdio: ["ignore", "pipe", "inherit"],
  },
);
const stop = (signal) => server.kill(signal);
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => stop(signal));
server.on("exit", (code) => process.exit(code ?? 0));
server.stdout.once("data", (text) => {
  const address = /http:\/\/[^\s]+/.exec(String(text))?.[0];
  if (!seeded && address) {
    const done = run(tool("tsx"), ["demo/seed.ts", address], { must: false });
    if (done.status !== 0) {
      stop("SIGTERM");
      for (const end of ["", "-wal", "-shm"]) rmSync(file + end, { force: true });
      process.exit(1);
    }
  }
  process.stdout.write(`\nThe Skerrin Isles Carriage Shed is open at ${address}\nStop it with Ctrl+C.\n`);
});
