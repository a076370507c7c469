import { createHash, randomInt } from "node:crypto";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import sharp from "sharp";
import { ulid } from "ulid";
import { startProgram, write } from "./program";
import type { Figure } from "./report";

const ROUNDS = 125;

/**
 * Kills the program at any moment, many times, while records are written and photos and recordings are sent in. What
 * was acknowledged must be there, once and whole; what was not must leave nothing behind.
 */
export async function killFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-kills-"));
  const file = join(folder, "shop.sqlite");
  const acknowledged = new Map<string, string>();
  const photos = new Set<string>();
  const vehicleId = ulid();
  let jobId = "";
  let lost = 0;
  let doubled = 0;
  let damaged = 0;
  let rests = 0;

  for (let round = 0; round < ROUNDS; round++) {
    const { child, address, ended } = await startProgram(file);
    rests += readdirSync(join(folder, "photos")).filter((f) => f.endsWith(".part")).length;
    if (round === 0) {
      jobId = ulid();
      await write(address, [{ op: "create", resource: "vehicle", id: vehicleId, data: { tag: "K" } }], ulid());
      await write(address, [{ op: "create", resource: "job", id: jobId, data: { vehicleId } }], ulid());
    }
    let going = true;
    const writer = async (): Promise<void> => {
      while (going) {
        const id = ulid();
        const operations = [{ op: "create", resource: "step", id, data: { jobId, text: id } }];
        const change = ulid();
        try {
          if ((await write(address, operations, change)) === 200) acknowledged.set(id, change);
        } catch {
          return;
        }
      }
    };
    const sender = async (): Promise<void> => {
      while (going) {
        const background = { r: randomInt(256), g: randomInt(256), b: randomInt(256) };
        const bytes = await sharp({ create: { width: 400, height: 300, channels: 3, background } })
          .jpeg()
          .toBuffer();
        const form = new FormData();
        form.append("photo", new Blob([new Uint8Array(bytes)]), "a.jpg");
        try {
          const response = await fetch(new URL("/api/photos", address), { method: "POST", body: form });
          const { file: hash } = (await response.json()) as { file: string };
          if (response.ok) photos.add(hash);
        } catch {
          return;
        }
      }
    };
    const work = Promise.all([writer(), writer(), writer(), sender(), sender()]);
    await new Promise((resolve) => setTimeout(resolve, 60 + randomInt(500)));
    child.kill("SIGKILL");
    going = false;
    await ended;
    await work;
  }

  const { child, address, ended } = await startProgram(file);
  // A write that was acknowledged is answered again when it is repeated, and not written twice.
  for (const [id, change] of [...acknowledged].slice(-200)) {
    const operations = [{ op: "create", resource: "step", id, data: { jobId, text: id } }];
    if ((await write(address, operations, change)) !== 200) lost += 1;
  }
  child.kill("SIGTERM");
  await ended;
  const db = new Database(file);
  const there = new Map(
    (
      db.prepare(`SELECT "text", count(*) AS n FROM "plan_step" GROUP BY "text"`).all() as { text: string; n: number }[]
    ).map((r) => [r.text, r.n]),
  );
  const [{ integrity_check: integrity }] = db.pragma("integrity_check") as { integrity_check: string }[];
  db.close();
  for (const id of acknowledged.keys()) {
    const n = there.get(id) ?? 0;
    if (n === 0) lost += 1;
    if (n > 1) doubled += 1;
  }
  for (const hash of photos) {
    try {
      const bytes = readFileSync(join(folder, "photos", `${hash}.jpg`));
      if (createHash("sha256").update(bytes).digest("hex") !== hash) damaged += 1;
    } catch {
      damaged += 1;
    }
  }
  rmSync(folder, { recursive: true, force: true });
  const what = `${ROUNDS} kills, ${acknowledged.size} writes, ${photos.size} photos`;
  return [
    { what: `${what}: acknowledged writes lost`, value: lost, unit: "", limit: 0 },
    { what: `${what}: writes done twice`, value: doubled, unit: "", limit: 0 },
    { what: `${what}: acknowledged photos lost or damaged`, value: damaged, unit: "", limit: 0 },
    { what: `${what}: rests of uploads after a start`, value: rests, unit: "", limit: 0 },
    { what: `${what}: the file is whole`, value: integrity === "ok" ? 0 : 1, unit: "faults", limit: 0 },
  ];
}
