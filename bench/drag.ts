import { spawn } from "node:child_process";
import { openBrowser } from "./program";
import type { Figure } from "./report";
import { takePin } from "../tests/browser/pin";

const PORT = 4392;
const MOVES = 120;

/** Main-thread time of one drag step on the throw bench: solve and redraw, in the browser itself. */
export async function dragFigures(): Promise<Figure[]> {
  const server = spawn(
    process.execPath,
    ["dist/server.mjs", "--port", String(PORT), "--data", "data/bench/ash-lever.sqlite"],
    {
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
  await new Promise((resolve) => server.stdout.once("data", resolve));
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://127.0.0.1:${PORT}/desk/throw-bench`);
  const [x, y] = await takePin(page);
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const taskSeconds = async (): Promise<number> => {
    const { metrics } = await client.send("Performance.getMetrics");
    return metrics.find((m) => m.name === "TaskDuration")?.value ?? NaN;
  };
  for (let i = 0; i < 20; i++) await page.mouse.move(x, y + (i % 10));
  const begun = await taskSeconds();
  for (let i = 0; i < MOVES; i++) await page.mouse.move(x + (i % 7), y + 10 + (i % 30));
  const took = ((await taskSeconds()) - begun) * 1000;
  await page.mouse.up();
  await browser.close();
  server.kill("SIGTERM");
  return [{ what: "one drag step on the bench, main thread", value: took / MOVES, unit: "ms", limit: 8 }];
}
