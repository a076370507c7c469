import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { ulid } from "ulid";
import { must, openBrowser, startProgram, type Program } from "./program";
import type { Figure } from "./report";

const MB = 1024 * 1024;
const ARCHIVE_FILES = 1024;
const BATCH = 64;
const PAPER_PHOTOS = 40;

const create = (resource: string, id: string, data: object) => ({ op: "create", resource, id, data });

/** A shed with one vehicle and one job; gives the job. */
async function oneJob(address: string): Promise<string> {
  const [vehicle, job] = [ulid(), ulid()];
  await must(address, [create("vehicle", vehicle, { tag: "SI 1" })]);
  await must(address, [create("job", job, { vehicleId: vehicle, complaint: "Slop." })]);
  return job;
}

async function inShed(run: (program: Program, folder: string) => Promise<Figure[]>): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const program = await startProgram(join(folder, "bench.sqlite"));
  try {
    return await run(program, folder);
  } finally {
    program.child.kill("SIGTERM");
    await program.ended;
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Memory the program holds now, MB, as the system counts it. */
const memoryMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? NaN) / 1024;

/** A whole shop of 1 GB of pictures: how much more memory the program needs while it sends it. */
const archiveFigures = (): Promise<Figure[]> =>
  inShed(async ({ child, address }, folder) => {
    const job = await oneJob(address);
    mkdirSync(join(folder, "photos"), { recursive: true });
    for (let from = 0; from < ARCHIVE_FILES; from += BATCH) {
      const photos = Array.from({ length: BATCH }, (_, i) => {
        const bytes = randomBytes(MB);
        const file = createHash("sha256").update(bytes).digest("hex");
        writeFileSync(join(folder, "photos", `${file}.jpg`), bytes);
        return create("photo", ulid(), { jobId: job, file, name: `${from + i}.jpg`, widthPx: 1000, heightPx: 750 });
      });
      await must(address, photos);
    }
    const before = memoryMb(child.pid ?? 0);
    const begun = performance.now();
    const response = await fetch(new URL("/api/archive?of=shop", address));
    let bytes = 0;
    let highest = before;
    for await (const chunk of response.body ?? []) {
      bytes += (chunk as Uint8Array).length;
      highest = Math.max(highest, memoryMb(child.pid ?? 0));
    }
    const took = (performance.now() - begun) / 1000;
    if (bytes < ARCHIVE_FILES * MB) throw new Error(`only ${bytes} bytes came`);
    const what = `archive of ${(bytes / MB / 1024).toFixed(2)} GB`;
    return [
      {
        what: `${what}, memory on top of the ${before.toFixed(0)} MB at rest`,
        value: highest - before,
        unit: "MB",
        limit: 200,
      },
      { what: `${what}, sent`, value: took, unit: "s", limit: 30 },
    ];
  });

/** The full record of a job with 40 pictures, from the key to the file, in the browser. */
const recordFigures = (): Promise<Figure[]> =>
  inShed(async ({ address }) => {
    const job = await oneJob(address);
    for (let i = 0; i < PAPER_PHOTOS; i++) {
      const [width, height] = [1600, 1200];
      const pixels = randomBytes(width * height * 3);
      const bytes = await sharp(pixels, { raw: { width, height, channels: 3 } })
        .blur(2)
        .jpeg()
        .toBuffer();
      const form = new FormData();
      form.append("photo", new Blob([new Uint8Array(bytes)], { type: "image/jpeg" }), `${i}.jpg`);
      const sent = await fetch(new URL("/api/photos", address), { method: "POST", body: form });
      const { file, widthPx, heightPx } = (await sent.json()) as { file: string; widthPx: number; heightPx: number };
      await must(address, [create("photo", ulid(), { jobId: job, file, widthPx, heightPx, name: `${i}.jpg` })]);
    }
    const browser = await openBrowser();
    try {
      const page = await browser.newPage();
      await page.goto(new URL(`/jobs/${job}/record`, address).href);
      await page.getByRole("img", { name: "39.jpg" }).waitFor();
      const begun = performance.now();
      const [file] = await Promise.all([
        page.waitForEvent("download", { timeout: 60_000 }),
        page.getByRole("button", { name: "PDF", exact: true }).click(),
      ]);
      const pdf = readFileSync(await file.path());
      const took = (performance.now() - begun) / 1000;
      const pictures = pdf.toString("latin1").split("/Subtype /Image").length - 1;
      if (pictures < PAPER_PHOTOS) throw new Error(`only ${pictures} pictures are in it`);
      return [{ what: `the record of a job with ${pictures} pictures as PDF`, value: took, unit: "s", limit: 5 }];
    } finally {
      await browser.close();
    }
  });

export const paperFigures = async (): Promise<Figure[]> => [...(await archiveFigures()), ...(await recordFigures())];
