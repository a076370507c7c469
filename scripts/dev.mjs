import { spawn } from "node:child_process";
import { ensureInstalled, root, tool } from "./lib.mjs";

ensureInstalled();
const children = [
  spawn(tool("tsx"), ["watch", "server/main.ts", "--port", "4311", "--data", "data/dev/ash-lever.sqlite"], {
    cwd: root,
    stdio: "inherit",
  }),
  spawn(tool("vite"), ["--port", "4310", "--strictPort"], { cwd: root, stdio: "inherit" }),
];
const stop = () => children.forEach((c) => c.kill("SIGTERM"));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
for (const child of children) child.on("exit", stop);
