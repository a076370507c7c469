import { spawn } from "node:child_process";
import { existsSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, root, run, tool } from "./lib.mjs";

const args = process.argv.slice(2);
const option = (name, fallback) => (args.includes(name) ? args[args.indexOf(name) + 1] : fallback);
const port = option("--port", process.env.PORT ?? "4310");
const folder = option("--folder", join(root, "data/demo"));
const file = join(folder, "ash-lever.sqlite");
/** Written when the shed is complete: without it, filling was interrupted and begins again. */
const complete = join(folder, "complete");

ensureInstalled();
ensureBuilt();

/** A shed from before the mark was written, if all its jobs are there. */
async function wholeWithoutMark() {
  const { default: Database } = await import("better-sqlite3");
  try {
    const db = new Database(file);
    const { jobs } = db.prepare(`SELECT count(*) AS jobs FROM "job"`).get();
    db.close();
    return jobs >= 10;
  } catch {
    return false;
  }
}

const kept = existsSync(complete) || (existsSync(file) && (await wholeWithoutMark()));
if (args.includes("--fresh") || !kept) rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const begun = existsSync(file);
if (begun) writeFileSync(complete, "");

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
  if (!address) return;
  if (!begun) {
    const done = run(tool("tsx"), ["demo/seed.ts", address], { must: false });
    if (done.status !== 0) {
      stop("SIGTERM");
      process.exitCode = 1;
      return;
    }
    writeFileSync(complete, "");
  }
  process.stdout.write(`\nThe Skerrin Isles Carriage Shed is open at ${address}\nStop it with Ctrl+C.\n`);
});
