// Shared by the commands. Plain JavaScript: it must run before anything is installed.
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, statSync, readdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..");

/** Runs a command in the project's folder; ends the program if it fails and `must` is set. */
export function run(command, args, { must = true, quiet = false, env = {} } = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    stdio: quiet ? "pipe" : "inherit",
    env: { ...process.env, ...env },
    encoding: "utf8",
  });
  if (result.status !== 0 && must) {
    if (quiet) process.stderr.write(`${result.stdout ?? ""}${result.stderr ?? ""}`);
    process.stderr.write(`${command} ${args.join(" ")} failed\n`);
    process.exit(result.status || 1);
  }
  return result;
}

/** Path of a tool that a dependency brings. */
export const tool = (name) => join(root, "node_modules", ".bin", name);

/** Installs what package-lock.json names, if it is not there yet. */
export function ensureInstalled() {
  const stamp = join(root, "node_modules", ".package-lock.json");
  const lock = join(root, "package-lock.json");
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(lock).mtimeMs - 1000) return;
  if (existsSync(stamp)) {
    const names = (file) => Object.keys(JSON.parse(readFileSync(file, "utf8")).packages).filter(Boolean).length;
    if (names(stamp) >= names(lock) * 0.9 && existsSync(tool("tsx"))) return;
  }
  process.stdout.write("Installing what Ash Lever needs (two or three minutes the first time)\n");
  run("npm", ["ci", "--no-audit", "--no-fund"]);
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds pages and server if a source is newer than the build. */
export function ensureBuilt() {
  const built = join(root, "dist", "server.mjs");
  const sources = [
    "core",
    "contract",
    "domain",
    "drawing",
    "models",
    "server",
    "web",
    "index.html",
    "vite.config.ts",
    "package.json",
  ];
  const latest = Math.max(...sources.map((s) => newest(join(root, s))));
  if (existsSync(built) && statSync(built).mtimeMs > latest) return;
  process.stdout.write("Building\n");
  run("node", ["scripts/build.mjs"]);
}

/** The Chromium of the system; tests and screenshots drive it. */
export function ensureChromium() {
  const path = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";
  if (existsSync(path)) return path;
  const isRoot = process.getuid?.() === 0;
  if (isRoot && existsSync("/usr/bin/apt-get")) {
    process.stdout.write("Installing Chromium for the browser tests\n");
    run("apt-get", ["update", "-qq"], { must: false, quiet: true });
    run("apt-get", ["install", "-y", "-qq", "chromium"], { must: false, quiet: true });
    if (existsSync(path)) return path;
  }
  process.stderr.write(
    "Browser tests need Chromium. Install your system's package (Debian: apt install chromium) or set CHROMIUM_PATH.\n",
  );
  return null;
}
