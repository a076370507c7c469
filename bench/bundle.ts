import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { build } from "esbuild";
import { median, type Figure } from "./report";

/** React with Router and Redux Toolkit before any control, compressed, kB: measured once for this stack. */
const STACK_FLOOR_KB = 123;

const WEB = "dist/web";

/** Files the Yard asks for: what the page names, and what those import at once. */
function firstLoad(): string[] {
  const html = readFileSync(join(WEB, "index.html"), "utf8");
  const named = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1]);
  const seen = new Set<string>();
  const visit = (file: string): void => {
    if (seen.has(file)) return;
    seen.add(file);
    if (!file.endsWith(".js")) return;
    const text = readFileSync(join(WEB, file), "utf8");
    for (const m of text.matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) visit(`assets/${m[1]}`);
  };
  named.forEach(visit);
  return [...seen];
}

async function untilAnswer(script: string, args: string[], port: number): Promise<number> {
  const begun = performance.now();
  const child = spawn(process.execPath, [script, ...args], { stdio: "ignore" });
  for (;;) {
    try {
      await fetch(`http://127.0.0.1:${port}/api/yard`);
      break;
    } catch {
      await new Promise((r) => setTimeout(r, 2));
    }
  }
  const took = performance.now() - begun;
  child.kill("SIGKILL");
  await new Promise((r) => child.once("exit", r));
  return took;
}

/** First load of the Yard, and how soon the built server answers, against a bare Express bundle. */
export async function bundleFigures(): Promise<Figure[]> {
  const files = firstLoad();
  const kb = files.reduce((sum, f) => sum + gzipSync(readFileSync(join(WEB, f))).length, 0) / 1024;
  const lazy = readdirSync(join(WEB, "assets")).filter((f) => /OdometerChart|ThrowBench/.test(f));
  if (lazy.some((f) => files.includes(`assets/${f}`))) throw new Error("charts or bench are in the first load");

  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bundle-"));
  const bare = join(folder, "bare.mjs");
  writeFileSync(
    join(folder, "bare.ts"),
    `import express from "express"; const app = express(); app.get("/api/yard", (_q, r) => r.json({})); app.listen(Number(process.argv[2]), "127.0.0.1");`,
  );
  await build({
    entryPoints: [join(folder, "bare.ts")],
    outfile: bare,
    bundle: true,
    platform: "node",
    format: "esm",
    minify: true,
    nodePaths: [join(process.cwd(), "node_modules")],
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    logLevel: "error",
  });
  const data = join(folder, "shop.sqlite");
  await untilAnswer("dist/server.mjs", ["--port", "4390", "--data", data], 4390);
  const [ours, floor]: [number[], number[]] = [[], []];
  for (let i = 0; i < 7; i++) {
    floor.push(await untilAnswer(bare, ["4391"], 4391));
    ours.push(await untilAnswer("dist/server.mjs", ["--port", "4390", "--data", data], 4390));
  }
  rmSync(folder, { recursive: true, force: true });
  return [
    {
      what: `first load of the Yard, ${files.length} files compressed`,
      value: kb,
      unit: "kB",
      floor: STACK_FLOOR_KB,
      limit: 3,
    },
    { what: "built server to its first answer", value: median(ours), unit: "ms", floor: median(floor), limit: 2.5 },
  ];
}
