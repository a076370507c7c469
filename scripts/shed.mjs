import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { root, run, tool } from "./lib.mjs";

/** A port that nothing listens at. */
export async function freePort() {
  const probe = createServer().listen(0, "127.0.0.1");
  await new Promise((resolve) => probe.once("listening", resolve));
  const { port } = probe.address();
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

/** Starts the built program on the shed of a folder; settles when it listens. */
export async function startShed(folder, port) {
  const data = join(folder, "shed.sqlite");
  const faults = join(root, "demo/faults.json");
  const server = spawn(
    process.execPath,
    [join(root, "dist/server.mjs"), "--data", data, "--port", String(port), "--stand-in-faults", faults],
    { cwd: root, stdio: ["ignore", "pipe", "inherit"] },
  );
  await new Promise((resolve, reject) => {
    server.stdout.once("data", resolve);
    server.once("exit", () => reject(new Error("the program did not start")));
  });
  server.removeAllListeners("exit");
  return server;
}

export const stopShed = (server) =>
  new Promise((resolve) => {
    if (server.exitCode !== null) return resolve();
    server.once("exit", resolve);
    server.kill("SIGTERM");
  });

/** Fills a folder with the demo shed, on a port of its own: nobody finds it half filled. */
export async function seedShed(folder) {
  const port = await freePort();
  const server = await startShed(folder, port);
  run(tool("tsx"), ["demo/seed.ts", `http://127.0.0.1:${port}`]);
  await stopShed(server);
}
