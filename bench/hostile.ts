import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ulid } from "ulid";
import { buildApp } from "../server/app";
import { barrage } from "../tests/server/barrage";
import { brokenSearches } from "../tests/server/brokenSearches";
import { mutatedArchives } from "../tests/server/mutatedArchives";
import { must } from "./program";
import type { Figure } from "./report";

const REQUESTS = 50_000;
const SEARCHES = 2_000;
const ARCHIVES = 500;

/** Requests made of the contract's own schemas, mostly right and somewhere wrong: none may be a fault of the program. */
export async function hostileFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-hostile-"));
  const app = await buildApp({ databaseFile: join(folder, "shop.sqlite"), writesAMinute: 1e9 });
  const server = createServer(app.express).listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const seed = Date.now() % 1e9;
  const { statuses, faults } = await barrage((server.address() as AddressInfo).port, REQUESTS, seed);
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
  await must(address, [{ op: "create", resource: "vehicle", id: ulid(), data: { tag: "SI 0724", notes: "rattles" } }]);
  let searchFaults = 0;
  for (const words of brokenSearches(SEARCHES, seed))
    if ((await fetch(new URL(`/api/search?${new URLSearchParams({ words }).toString()}`, address))).status >= 500)
      searchFaults += 1;
  const zip = Buffer.from(await (await fetch(new URL("/api/archive?of=shop", address))).arrayBuffer());
  const spoiled = await mutatedArchives(zip, ARCHIVES, seed, async (bytes) => {
    const headers = { "Content-Type": "application/zip" };
    const looked = await fetch(new URL("/api/archive", address), {
      method: "POST",
      headers,
      body: new Uint8Array(bytes),
    });
    const { token } = (await looked.json()) as { token?: string };
    if (looked.status !== 200 || !token) return looked.status;
    const taken = await fetch(new URL("/api/archive/take", address), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ token }),
    });
    await taken.arrayBuffer();
    return taken.status;
  });
  for (const f of spoiled.faults.slice(0, 5)) console.log(f.status, JSON.stringify(f.how));
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
    { what: `${SEARCHES} searches, seed ${seed}: faults`, value: searchFaults, unit: "", limit: 0 },
    {
      what: `${ARCHIVES} altered archives, seed ${seed} (${spoiled.taken} imported, ${spoiled.refused} refused): faults`,
      value: spoiled.faults.length,
      unit: "",
      limit: 0,
    },
  ];
}
