import { randomInt } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import Database from "better-sqlite3";
import { ulid } from "ulid";
import { seed } from "../demo/seed";
import { startProgram, write } from "./program";
import { median, type Figure } from "./report";

const MINUTES = 10;

/** Resident memory of a process, MB. */
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

/** Ten minutes of six people, searches, lists, calculations, archives and backups at once. */
export async function soakFigures(): Promise<Figure[]> {
  process.env.WRITES_A_MINUTE = "1000000";
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-soak-"));
  const file = join(folder, "shop.sqlite");
  const { child, address, ended } = await startProgram(file);
  await seed(address, "2026-11-27");
  const yard = (await (await fetch(new URL("/api/yard", address))).json()) as { jobs: { id: string }[] };
  const open = yard.jobs.map((j) => j.id);
  const until = Date.now() + MINUTES * 60_000;
  const acknowledged: string[] = [];
  const statuses = new Map<number, number>();
  const saves: { at: number; ms: number }[] = [];
  const seen = (status: number): void => void statuses.set(status, (statuses.get(status) ?? 0) + 1);
  const person = async (): Promise<void> => {
    while (Date.now() < until) {
      const [step, jobId] = [ulid(), open[randomInt(open.length)]];
      // Made and deleted again, so that the jobs do not grow: a job of a thousand steps is another thing to measure.
      for (const operation of [
        { op: "create", resource: "step", id: step, data: { jobId, text: "x" } },
        { op: "delete", resource: "step", id: step, version: 1 },
      ]) {
        const id = ulid();
        const begun = performance.now();
        const status = await write(address, [operation], id);
        saves.push({ at: Date.now(), ms: performance.now() - begun });
        seen(status);
        if (status === 200) acknowledged.push(id);
        await wait(randomInt(200));
      }
    }
  };
  const reader = async (paths: () => string, init?: RequestInit, pause = 100): Promise<void> => {
    while (Date.now() < until) {
      const answer = await fetch(new URL(paths(), address), init);
      await answer.arrayBuffer();
      seen(answer.status);
      await wait(randomInt(pause));
    }
  };
  const memory: number[] = [];
  const watcher = async (): Promise<void> => {
    while (Date.now() < until) {
      memory.push(memoryOf(child.pid!));
      await wait(1000);
    }
  };
  const post = (body: object): RequestInit => ({
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
  const shop = new AbortController();
  // Pages that are told of every change.
  const listening = Array.from({ length: 6 }, () =>
    fetch(new URL("/api/events", address), { signal: shop.signal })
      .then((r) => r.text())
      .catch(() => undefined),
  );
  await Promise.all([
    ...Array.from({ length: 6 }, person),
    reader(() => `/api/jobs/${open[randomInt(open.length)]}`),
    reader(() => `/api/search?words=${["bush", "SI", "prop shaft", "0724"][randomInt(4)]}`),
    reader(() => ["/api/yard", "/api/lists", "/api/memory", "/api/bin"][randomInt(4)], undefined, 400),
    reader(() => "/api/archive?of=shop", undefined, 20_000),
    reader(() => "/api/backups", post({}), 20_000),
    watcher(),
  ]);
  shop.abort();
  await Promise.all(listening);
  child.kill("SIGTERM");
  await ended;
  const db = new Database(file, { readonly: true });
  const there = new Set((db.prepare(`SELECT "id" FROM "change"`).all() as { id: string }[]).map((r) => r.id));
  const [{ integrity_check: integrity }] = db.pragma("integrity_check") as { integrity_check: string }[];
  db.close();
  rmSync(folder, { recursive: true, force: true });
  const begun = until - MINUTES * 60_000;
  const inMinute = (n: number): number =>
    median(saves.filter(({ at }) => at >= begun + n * 60_000 && at < begun + (n + 1) * 60_000).map(({ ms }) => ms));
  const asked = [...statuses].map(([status, n]) => `${n} of ${status}`).join(", ");
  const what = `${MINUTES} minutes of six people (${asked})`;
  return [
    {
      what: `${what}: acknowledged and not there`,
      value: acknowledged.filter((id) => !there.has(id)).length,
      unit: "",
      limit: 0,
    },
    {
      what: `${what}: answers of a fault`,
      value: [...statuses].reduce((n, [s, k]) => n + (s >= 500 ? k : 0), 0),
      unit: "",
      limit: 0,
    },
    { what: `${what}: the file is whole`, value: integrity === "ok" ? 0 : 1, unit: "faults", limit: 0 },
    {
      what: `${what}: a save in the last minute`,
      value: inMinute(MINUTES - 1),
      unit: "ms",
      floor: inMinute(1),
      limit: 2,
    },
    {
      what: `${what}: memory in the last minute`,
      value: median(memory.slice(-60)),
      unit: "MB",
      floor: median(memory.slice(60, 120)),
      limit: 1.5,
    },
  ];
}
