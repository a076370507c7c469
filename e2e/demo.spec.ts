import { expect, freePort, test } from "./test";
import { spawn, type ChildProcess } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const demo = (folder: string, port: number): ChildProcess =>
  spawn(process.execPath, ["scripts/demo.mjs", "--folder", folder, "--port", String(port)], {
    stdio: ["ignore", "pipe", "inherit"],
    // The program and the filling are children of the command: a kill takes all of them.
    detached: true,
  });

const kill = async (child: ChildProcess): Promise<void> => {
  const ended = new Promise((resolve) => child.once("exit", resolve));
  if (child.pid) process.kill(-child.pid, "SIGKILL");
  await ended;
};

const jobsAt = async (port: number): Promise<number> => {
  try {
    const yard = (await (await fetch(`http://127.0.0.1:${port}/api/yard`)).json()) as {
      total: number;
      closedJobs: number;
    };
    return yard.total + yard.closedJobs;
  } catch {
    return 0;
  }
};

test("a demo that was killed while it was filled begins again, and is then kept", async () => {
  const folder = join(mkdtempSync(join(tmpdir(), "ash-lever-demo-")), "demo");
  const port = await freePort();
  const first = demo(folder, port);
  await expect.poll(() => jobsAt(port), { intervals: [20] }).toBeGreaterThan(0);
  await kill(first);
  expect(existsSync(join(folder, "complete"))).toBe(false);

  const second = demo(folder, port);
  let said = "";
  second.stdout?.on("data", (text) => (said += String(text)));
  await expect.poll(() => said, { timeout: 120_000 }).toContain("is open at");
  const all = await jobsAt(port);
  expect(all).toBe(47);
  await kill(second);

  const third = demo(folder, port);
  said = "";
  third.stdout?.on("data", (text) => (said += String(text)));
  await expect.poll(() => said, { timeout: 60_000 }).toContain("is open at");
  expect(await jobsAt(port)).toBe(all);
  await kill(third);
  rmSync(folder, { recursive: true, force: true });
});
