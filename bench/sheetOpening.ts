import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ulid } from "ulid";
import { must, openBrowser, startProgram } from "./program";
import { median, type Figure } from "./report";

const SHEET = { groups: 400, parts: 2000, savedAtOnce: 100 };
const TIMES = 7;

/** How long a pointer rests on a line before it is pressed; common practice, no source. */
const REST_MS = 200;
const SETTLED_MS = 3000;

/** In the page, as text: what names functions for stack traces does not reach there. */
const OPENED = `new Promise((resolve) => {
  let begun;
  addEventListener("click", () => (begun = performance.now()), { capture: true, once: true });
  const look = () =>
    document.querySelector('[aria-label="Open torque 0"]')
      ? resolve(performance.now() - begun)
      : requestAnimationFrame(look);
  look();
})`;

/** A sheet as large as the largest, opened in the browser: from the press to the frame that shows its first group, the pointer at rest on it before. */
export async function sheetOpeningFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const { child, address, ended } = await startProgram(join(folder, "bench.sqlite"));
  const sheetId = ulid();
  const create = (resource: string, data: object, id = ulid()) => ({ op: "create", resource, id, data });
  await must(address, [create("sheet", { name: "Large" }, sheetId)]);
  const lines = [
    ...Array.from({ length: SHEET.groups }, (_, i) => ({
      kind: "torque",
      name: `torque ${i}`,
      torque: { thread: "M8", grade: "8.8", reuse: "reuse" },
      sources: [{ id: "s", typed: "25 Nm", title: "sheet 8-2" }],
    })),
    ...Array.from({ length: SHEET.parts }, (_, i) => ({
      kind: "part",
      name: `part ${i}`,
      part: { price: 1 },
      sources: [{ id: "s", typed: `SK-${i}`, title: "sheet 8-2" }],
    })),
  ].map((data, i) => create("specLine", { sheetId, place: `place ${i % 20}`, position: i, ...data }));
  for (let i = 0; i < lines.length; i += SHEET.savedAtOnce) await must(address, lines.slice(i, i + SHEET.savedAtOnce));
  const browser = await openBrowser();
  const took: number[] = [];
  try {
    for (let i = 0; i < TIMES; i++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(new URL("/sheets", address).href);
      const link = page.getByRole("link", { name: /Large/ });
      await link.waitFor();
      await page.waitForLoadState("networkidle");
      // What the program fetches for itself after its start is there: a person reads the list first.
      await page.waitForTimeout(SETTLED_MS);
      const opened = page.evaluate<number>(OPENED);
      await link.hover();
      await page.waitForTimeout(REST_MS);
      await page.mouse.down();
      await page.mouse.up();
      took.push(await opened);
      await page.close();
    }
  } finally {
    await browser.close();
    child.kill("SIGTERM");
    await ended;
    rmSync(folder, { recursive: true, force: true });
  }
  const what = `a sheet of ${SHEET.groups} groups and ${SHEET.parts} parts, from the press to the screen`;
  return [{ what, value: median(took), unit: "ms", limit: 300 }];
}
