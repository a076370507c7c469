import { randomBytes } from "node:crypto";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Writable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { chromium } from "@playwright/test";
import sharp from "sharp";
import { photoAnswer, resources, type Photo } from "../contract";
import { HeavyModels } from "../server/compute";
import { archiveOf } from "../server/archive/write";
import { Photos } from "../server/photos";
import { Recordings } from "../server/recordings";
import { startProgram, write } from "./program";
import type { Figure } from "./report";

const ID = (n: number): string => `01BENCHPAPER00000000${String(n).padStart(6, "0")}`;
const PICTURES = 40;
const GIGABYTE = 100;

/** Memory an archive of a gigabyte of pictures takes while it is sent, over what the program had before. */
async function archiveFigure(): Promise<Figure> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  mkdirSync(join(folder, "photos"));
  const photos = new Photos(join(folder, "photos"));
  const heavy = new HeavyModels();
  const recordings = new Recordings(join(folder, "recordings"), heavy);
  const records = Array.from({ length: GIGABYTE }, (_, i): Photo => {
    const file = i.toString(16).padStart(64, "0");
    writeFileSync(join(folder, "photos", `${file}.jpg`), randomBytes(10 * 1024 * 1024));
    const fields = resources.photo.parse({ jobId: ID(1), file, widthPx: 4000, heightPx: 3000 });
    return { id: ID(i), version: 1, createdAt: "", updatedAt: "", deletedAt: null, ...fields };
  });
  const before = process.memoryUsage.rss();
  let most = before;
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 20);
  const scope = { kind: "shop" as const, id: null };
  const parts = { scope, title: "Bench", shop: "Bench", made: "2026-01-01", records: { photo: records } };
  await pipeline(
    archiveOf(parts as never, photos, recordings),
    new Writable({ write: (_chunk, _encoding, done) => setImmediate(done) }),
  );
  clearInterval(watch);
  await heavy.close();
  rmSync(folder, { recursive: true, force: true });
  return {
    what: "memory over its rest, an archive of 1 GB sent",
    value: (most - before) / 2 ** 20,
    unit: "MB",
    limit: 200,
  };
}

/** From the key to the file: the record of a job with forty pictures as PDF, in the browser. */
async function pdfFigure(): Promise<Figure> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const { child, address, ended } = await startProgram(join(folder, "bench.sqlite"));
  const [vehicle, job] = [ID(1), ID(2)];
  const create = (resource: string, id: string, data: object) => ({ op: "create", resource, id, data });
  await write(
    address,
    [create("vehicle", vehicle, { tag: "SI 1" }), create("job", job, { vehicleId: vehicle })],
    ID(900),
  );
  for (let i = 0; i < PICTURES; i++) {
    const bytes = await sharp({
      create: { width: 2400, height: 1800, channels: 3, noise: { type: "gaussian", mean: 110 + i, sigma: 22 } },
    } as never)
      .jpeg({ quality: 80 })
      .toBuffer();
    const form = new FormData();
    form.append("photo", new Blob([new Uint8Array(bytes)], { type: "image/jpeg" }), `${i}.jpg`);
    const sent = await fetch(new URL("/api/photos", address), { method: "POST", body: form });
    const { file, widthPx, heightPx } = photoAnswer.parse(await sent.json());
    await write(
      address,
      [create("photo", ID(10 + i), { jobId: job, file, widthPx, heightPx, name: `${i}.jpg` })],
      ID(1000 + i),
    );
  }
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
  });
  const page = await browser.newPage();
  await page.goto(`${address}/jobs/${job}/record`);
  await page.getByRole("button", { name: "PDF" }).waitFor();
  const begun = performance.now();
  const [file] = await Promise.all([
    page.waitForEvent("download", { timeout: 60_000 }),
    page.getByRole("button", { name: "PDF" }).click(),
  ]);
  await file.path();
  const took = performance.now() - begun;
  await browser.close();
  child.kill("SIGTERM");
  await ended;
  rmSync(folder, { recursive: true, force: true });
  return { what: `record of ${PICTURES} photos as PDF, from key to file`, value: took / 1000, unit: "s", limit: 5 };
}

export const paperFigures = async (): Promise<Figure[]> => [await archiveFigure(), await pdfFigure()];
