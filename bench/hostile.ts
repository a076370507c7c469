import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildApp } from "../server/app";
import { barrage } from "../tests/server/barrage";
import type { Figure } from "./report";

const REQUESTS = 10_000;

/** Requests made of the contract's own schemas, mostly right and somewhere wrong: none may be a fault of the program. */
export async function hostileFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-hostile-"));
  const app = await buildApp({ databaseFile: join(folder, "shop.sqlite"), writesAMinute: 1e9 });
  const server = createServer(app.express).listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const seed = Date.now() % 1e9;
  const { statuses, faults } = await barrage((server.address() as AddressInfo).port, REQUESTS, seed);
  server.closeAllConnections();
  server.close();
  await app.close();
  rmSync(folder, { recursive: true, force: true });
  const seen = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${n} of ${status || "cut off"}`);
  for (const f of faults.slice(0, 5)) {
    const body = f.request.body ? new TextDecoder().decode(f.request.body).slice(0, 2000) : "";
    console.log(f.status, f.request.method, f.request.path, f.answer, body);
  }
  return [
    {
      what: `${REQUESTS} hostile requests, seed ${seed} (${seen.join(", ")}): faults`,
      value: faults.length,
      unit: "",
      limit: 0,
    },
  ];
}
