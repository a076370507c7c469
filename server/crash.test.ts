import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, it } from "vitest";
import { ulid } from "ulid";
import { buildApp } from "./app";
import request from "supertest";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-crash-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Starts the real program as a process of its own and gives its address. */
function start(file: string): Promise<{ child: ChildProcess; address: string }> {
  const runner = join(process.cwd(), "node_modules/tsx/dist/cli.mjs");
  const child = spawn(process.execPath, [runner, "server/main.ts", "--port", "0", "--data", file], {
    stdio: ["ignore", "pipe", "inherit"],
    // The program runs in a child of the runner; killing the group kills it too.
    detached: true,
  });
  return new Promise((resolve, reject) => {
    child.once("exit", () => reject(new Error("the program ended before it listened")));
    child.stdout?.once("data", (text) => {
      const address = /http:\/\/[^\s]+/.exec(String(text))?.[0];
      if (address) resolve({ child, address });
    });
  });
}

it("loses nothing that was acknowledged when the program is killed in mid-write", async () => {
  const file = join(folder, "shed.sqlite");
  const { child, address } = await start(file);
  const acknowledged: string[] = [];
  const vehicleId = ulid();
  const write = (id: string, operations: object[]) =>
    fetch(new URL("/api/changes", address), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ id, scope: "shop", label: "write", operations }),
    });
  expect((await write(ulid(), [{ op: "create", resource: "vehicle", id: vehicleId, data: { tag: "T" } }])).ok).toBe(
    true,
  );

  let killed = false;
  const writer = async (): Promise<void> => {
    while (!killed) {
      const id = ulid();
      try {
        const answer = await write(ulid(), [{ op: "create", resource: "job", id, data: { vehicleId, complaint: id } }]);
        if (answer.ok) acknowledged.push(id);
      } catch {
        return;
      }
    }
  };
  const writers = Promise.all([writer(), writer(), writer(), writer()]);
  while (acknowledged.length < 60) await new Promise((r) => setTimeout(r, 5));
  if (child.pid) process.kill(-child.pid, "SIGKILL");
  killed = true;
  await writers;

  const app = await buildApp({ databaseFile: file });
  for (const id of acknowledged) {
    const { status, body } = await request(app.express).get(`/api/jobs/${id}`).set("Host", "localhost");
    expect([status, body.job?.complaint]).toEqual([200, id]);
  }
  const [{ integrity_check: integrity }] = await app.unit.read((m) => m.query("PRAGMA integrity_check"));
  expect(integrity).toBe("ok");
  await app.close();
}, 90_000);
