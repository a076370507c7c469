import { spawn } from "node:child_process";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, root } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
const server = spawn("node", [join(root, "dist/server.mjs"), ...process.argv.slice(2)], {
  cwd: root,
  stdio: "inherit",
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
