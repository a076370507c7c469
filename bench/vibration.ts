import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import FFT from "fft.js";
import { ulid } from "ulid";
import { spectrum, wavBytes } from "../core";
import { median, type Figure } from "./report";

export const RATE = 48_000;
const SECONDS = 60;
const WINDOW = 8192;
const PORT = 4391;

/** A minute of a shake with noise, as a recorder makes it. */
export function minute(): Float64Array {
  let state = 1;
  return Float64Array.from({ length: RATE * SECONDS }, (_, i) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return 0.4 * Math.sin((2 * Math.PI * 83.9 * i) / RATE) + 0.05 * (state / 2 ** 31 - 1);
  });
}

/** fft.js by itself on typed arrays, window after window: what no spectrum can be quicker than. */
function fftAlone(samples: Float64Array): number {
  const plan = new FFT(WINDOW);
  const out = new Float64Array(2 * WINDOW) as unknown as number[];
  const part = new Float64Array(WINDOW);
  const from = performance.now();
  for (let at = 0; at + WINDOW <= samples.length; at += WINDOW / 2) {
    part.set(samples.subarray(at, at + WINDOW));
    plan.realTransform(out, part as unknown as number[]);
  }
  return performance.now() - from;
}

export const ask = { windowSamples: WINDOW, minRatio: 0.05, maxPeaks: 12, orders: [] };

/** What a process of its own needs at its highest, over one that only has the file in hand. */
function memory(): number {
  const [idle, work] = ["idle", "work"].map((how) => {
    const run = spawnSync(process.execPath, ["--import", "tsx", "bench/vibrationMemory.ts", how], { encoding: "utf8" });
    return Number(run.stdout);
  });
  return (work - idle) / 1000;
}

function node(): Figure[] {
  const samples = minute();
  const runs = Array.from({ length: 5 }, () => {
    const floor = fftAlone(samples);
    const from = performance.now();
    spectrum({ samples, rateHz: RATE, channels: 1 }, ask);
    return { floor, ours: performance.now() - from };
  });
  return [
    {
      what: "spectrum of 60 s at 48 kHz, windows of 8192",
      value: median(runs.map((r) => r.ours)),
      unit: "ms",
      floor: median(runs.map((r) => r.floor)),
      limit: 1.5,
    },
    { what: "memory to read it and reckon it, at its highest", value: memory(), unit: "MB", limit: 150 },
  ];
}

interface Watched {
  seen: { at: number; took: number }[];
  from: number;
  until: number;
}

/** In the page: its long tasks, and from when until when the bar of the reckoning stood there. */
const WATCH = `{
  const watched = (window.watched = { seen: [], from: 0, until: 0 });
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) watched.seen.push({ at: e.startTime, took: e.duration });
  }).observe({ type: "longtask", buffered: true });
  new MutationObserver(() => {
    const there = document.querySelector("progress[aria-label^=Reckoning]");
    if (there && !watched.from) watched.from = performance.now();
    if (!there && watched.from && !watched.until) watched.until = performance.now();
  }).observe(document, { childList: true, subtree: true });
}`;

/** In the page: presses the key and waits for the first drawn cell. As text: the runner's own names are not there. */
const CLICK_AND_WAIT = `new Promise((resolve) => {
  const begun = performance.now();
  const look = () => document.querySelector(".apexcharts-heatmap-rect")
    ? requestAnimationFrame(() => resolve(performance.now() - begun))
    : requestAnimationFrame(look);
  [...document.querySelectorAll("button")].find((b) => b.textContent === "Order map").click();
  look();
})`;

/** The page itself: its longest task while the worker reckons, and the time from the key to the drawn order map. */
async function page(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const server = spawn(
    process.execPath,
    ["dist/server.mjs", "--port", String(PORT), "--data", join(folder, "bench.sqlite")],
    { stdio: ["ignore", "pipe", "inherit"] },
  );
  try {
    await new Promise((resolve) => server.stdout.once("data", resolve));
    return await figuresOf();
  } finally {
    server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
}

async function figuresOf(): Promise<Figure[]> {
  const address = `http://127.0.0.1:${PORT}`;
  const form = new FormData();
  form.append("recording", new Blob([new Uint8Array(wavBytes(minute(), RATE))]), "minute.wav");
  const { kept } = (await (await fetch(`${address}/api/recordings`, { method: "POST", body: form })).json()) as {
    kept: Record<string, unknown>;
  };
  const [vehicleId, jobId] = [ulid(), ulid()];
  const driveTrain = {
    tyre: { size: "195/70R15" },
    finalDrive: 4.3,
    ratios: [{ gear: "5", ratio: 0.79 }],
    halfShaftJoint: "none",
    propShaft: true,
  };
  const create = (resource: string, id: string, data: object) => ({ op: "create", resource, id, data });
  await fetch(`${address}/api/changes`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      id: ulid(),
      scope: "shop",
      label: "bench",
      operations: [
        create("vehicle", vehicleId, { tag: "B 1", cylinders: 4, driveTrain }),
        create("job", jobId, { vehicleId, complaint: "Shakes." }),
        create("recording", ulid(), { jobId, ...kept, gear: "5", speedKmh: 70 }),
      ],
    }),
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
  });
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.addInitScript(WATCH);
  await tab.goto(`${address}/jobs/${jobId}/gauge?tool=vibration`);
  await tab.getByRole("img", { name: /^Spectrum to/ }).waitFor({ timeout: 30_000 });
  const { seen, from, until } = await tab.evaluate<Watched>("window.watched");
  const drawn = await tab.evaluate<number>(CLICK_AND_WAIT);
  await browser.close();
  // The task in which the reckoning ends draws its answer: it is no longer running then.
  const meanwhile = seen.filter((t) => t.at >= from && t.at + t.took < until);
  return [
    {
      what: "longest task of the page while a minute is reckoned",
      value: Math.max(1, ...meanwhile.map((t) => t.took)),
      unit: "ms",
      limit: 50,
    },
    { what: "a minute reckoned, from the page's asking", value: until - from, unit: "ms", limit: 3000 },
    { what: "its order map, from the key to the drawing", value: drawn, unit: "ms", limit: 1000 },
  ];
}

export async function vibrationFigures(): Promise<Figure[]> {
  return [...node(), ...(await page())];
}
