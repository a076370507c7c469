import { existsSync, readFileSync } from "node:fs";
import { createServer, type RequestListener } from "node:http";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { pino } from "pino";
import { buildApp } from "./app";
import { storageTrouble } from "./db";
import { hiddenFaults, type HiddenFaults } from "./instruments";

const here = dirname(fileURLToPath(import.meta.url));
/** Started from the bundle or from source: the built pages lie in dist/web either way. */
const webFolder = [join(here, "web"), join(here, "../dist/web")].find((f) => existsSync(f));

const option = (name: string): string | undefined => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? undefined : process.argv[at + 1];
};

const log = pino({ level: process.env.LOG_LEVEL ?? "warn" }, pino.destination(2));

if (process.argv.includes("--lan")) {
  process.stderr.write("Ash Lever has no sign-in yet and so does not serve other machines. Start it without --lan.\n");
  process.exit(2);
}

const port = Number(option("port") ?? process.env.PORT ?? 4310);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  process.stderr.write(`--port: got "${option("port")}"; accepted: a whole number from 0 to 65535\n`);
  process.exit(2);
}
const databaseFile = resolve(option("data") ?? process.env.DATA_FILE ?? "data/shop/ash-lever.sqlite");

const faultsFile = option("stand-in-faults");
let faults: HiddenFaults | undefined;
if (faultsFile) {
  const refused = (why: string): never => {
    process.stderr.write(`--stand-in-faults: ${faultsFile}: ${why}; accepted: a JSON file of faults by vehicle tag\n`);
    process.exit(2);
  };
  try {
    const read = hiddenFaults.safeParse(JSON.parse(readFileSync(faultsFile, "utf8")));
    if (!read.success) {
      const [{ path, message }] = read.error.issues;
      refused(`${path.join(".")}: ${message}`);
    }
    faults = read.data;
  } catch (error) {
    refused(error instanceof Error ? error.message : "it cannot be read");
  }
}

/** What keeps the program from starting, in a sentence for the person who starts it. */
const cannotStart = (why: string): never => {
  process.stderr.write(`Ash Lever cannot start: ${why}\n`);
  process.exit(1);
};

// The port comes first: where it is taken, nothing has been opened or changed yet.
const server = createServer();
await new Promise<void>((resolve) => {
  server.once("error", (error: NodeJS.ErrnoException) => {
    const taken = `port ${port}`;
    if (error.code === "EADDRINUSE") cannotStart(`${taken} is taken; give another with --port.`);
    if (error.code === "EACCES")
      cannotStart(`${taken} needs rights this user has not; give one over 1023 with --port.`);
    cannotStart(error.message);
  });
  server.listen(port, "127.0.0.1", resolve);
});

const starting: RequestListener = (_req, res) => {
  res.writeHead(503, { "Retry-After": "1" }).end();
};
server.on("request", starting);

/** Benches write faster than any shop. */
const writesAMinute = Number(process.env.WRITES_A_MINUTE) || undefined;
const app = await buildApp({
  databaseFile,
  webFolder,
  log,
  hiddenFaults: faults,
  readInThreads: true,
  writesAMinute,
}).catch((error: unknown) => {
  const trouble = storageTrouble(error, databaseFile);
  if (!trouble) throw error;
  return cannotStart(`${trouble.what} ${trouble.toDo} (${databaseFile})`);
});
server.off("request", starting).on("request", app.express);
const address = server.address();
const bound = typeof address === "object" && address ? address.port : port;
process.stdout.write(`Ash Lever: http://127.0.0.1:${bound}/\n`);

/** Answers under way may finish for so long; after that their connections are cut, and in the end the process. */
const GRACE_MS = 1500;
const AT_MOST_MS = 4000;

let closing = false;
const close = (): void => {
  if (closing) return;
  closing = true;
  setTimeout(() => process.exit(0), AT_MOST_MS).unref();
  const cut = setTimeout(() => server.closeAllConnections(), GRACE_MS);
  server.close(() => {
    clearTimeout(cut);
    void app.close().finally(() => process.exit(0));
  });
  server.closeIdleConnections();
};
process.on("SIGINT", close);
process.on("SIGTERM", close);
