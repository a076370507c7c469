import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { ulid } from "ulid";
import { faultSequences } from "../tests/server/faultSequences";
import { startProgram } from "./program";
import type { Figure } from "./report";

const SEQUENCES = 10_000;
const FULL_ROUNDS = 25;
/** The small disk: a new book, and room for what is saved in all rounds. */
const DISK_MB = 24;
const SAVES_A_ROUND = 40;

/** Sequences of faults struck into SQLite's answers, and a disk that is really full again and again. */
export async function faultFigures(): Promise<Figure[]> {
  // What the program logs of each full disk is not read here.
  process.env.LOG_LEVEL = "silent";
  const small = await fullDisk();
  const seed = Date.now() % 1e9;
  const run = await faultSequences(SEQUENCES, seed);
  if (run.acknowledged < SEQUENCES || run.refused < SEQUENCES / 4)
    throw new Error("the sequences did not do their work");
  const what = `${run.sequences} fault sequences, seed ${seed} (${run.acknowledged} acknowledged, ${run.refused} refused)`;
  return [
    { what: `${what}: acknowledged writes lost`, value: run.lost.length, unit: "", limit: 0 },
    { what: `${what}: saves that fail when all is mended`, value: run.failedWhenMended, unit: "", limit: 0 },
    ...small,
  ];
}

/** A disk of a few megabytes, filled up under the running program and freed again. Needs the right to mount one. */
async function fullDisk(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-small-"));
  if (spawnSync("mount", ["-t", "tmpfs", "-o", `size=${DISK_MB}m`, "tmpfs", folder]).status !== 0) {
    rmSync(folder, { recursive: true, force: true });
    console.log("a really full disk was left out: no small disk can be mounted here");
    return [];
  }
  const file = join(folder, "a.sqlite");
  const filler = join(folder, "filler");
  let [acknowledged, refused, lost] = [0, 0, 0];
  const kept: string[] = [];
  const { child, address, ended } = await startProgram(file);
  try {
    const save = async (notes: string): Promise<string | null> => {
      const id = ulid();
      const operations = [{ op: "create", resource: "vehicle", id, data: { tag: "T", notes } }];
      const answer = await fetch(new URL("/api/changes", address), {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ id: ulid(), scope: "shop", label: "add", operations }),
      });
      if (answer.status !== 200 && answer.status !== 503) throw new Error(`answered ${answer.status}`);
      return answer.status === 200 ? id : null;
    };
    for (let round = 0; round < FULL_ROUNDS; round++) {
      try {
        writeFileSync(filler, Buffer.alloc(DISK_MB * 1024 * 1024));
      } catch {
        // As much of it as there was room for is there: the disk is full.
      }
      for (let i = 0, full = 0; i < SAVES_A_ROUND && full < 3; i++) {
        const id = await save("x".repeat(3000));
        if (id === null) full += 1;
        else kept.push(id);
        if (id === null) refused += 1;
      }
      rmSync(filler, { force: true });
      for (let i = 0; i < 3; i++) {
        const id = await save("");
        if (id === null) throw new Error("a save with room on the disk was refused");
        kept.push(id);
        const second = new Database(file, { readonly: true });
        if (!second.prepare(`SELECT 1 FROM "vehicle" WHERE "id" = ?`).get(id)) lost += 1;
        second.close();
      }
    }
    child.kill("SIGTERM");
    await ended;
    const after = new Database(file, { readonly: true });
    const stands = after.prepare(`SELECT 1 FROM "vehicle" WHERE "id" = ?`);
    for (const id of kept) if (!stands.get(id)) lost += 1;
    after.close();
    acknowledged = kept.length;
  } finally {
    child.kill("SIGKILL");
    await ended;
    spawnSync("umount", [folder]);
    rmSync(folder, { recursive: true, force: true });
  }
  if (!refused) throw new Error("the disk was never full");
  const what = `a disk full ${FULL_ROUNDS} times (${acknowledged} acknowledged, ${refused} refused)`;
  return [{ what: `${what}: acknowledged writes lost`, value: lost, unit: "", limit: 0 }];
}
