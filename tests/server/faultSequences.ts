import Database from "better-sqlite3";
import fc from "fast-check";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ulid } from "ulid";
import { buildApp } from "../../server/app";
import { faultCodes, faultOutcomes, faultPlaces, FaultyBinding, type Fault } from "./faultyDatabase";

/** One step of a sequence: a save, the same save sent again, or a fault that holds until the next one. */
type Step = { do: "save"; again: boolean } | { do: "fault"; fault: Fault | null };

const fault: fc.Arbitrary<Fault> = fc.record({
  place: fc.constantFrom(...faultPlaces),
  outcome: fc.constantFrom(...faultOutcomes),
  code: fc.constantFrom(...faultCodes),
  after: fc.nat(3),
  opens: fc.nat(2),
});

const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 5, arbitrary: fc.boolean().map((again): Step => ({ do: "save", again })) },
  { weight: 2, arbitrary: fault.map((f): Step => ({ do: "fault", fault: f })) },
  { weight: 1, arbitrary: fc.constant<Step>({ do: "fault", fault: null }) },
);

export interface FaultRun {
  sequences: number;
  acknowledged: number;
  refused: number;
  /** Saves that were acknowledged and that a second connection did not find, then or after a restart. */
  lost: string[];
  /** Saves that failed although nothing was wrong any more. */
  failedWhenMended: number;
}

/**
 * Random sequences of faults and saves on one book, each save looked for by a second connection to the file the
 * moment it is acknowledged, and all of them again after a restart.
 */
export async function faultSequences(count: number, seed: number): Promise<FaultRun> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-faults-"));
  const file = join(folder, "a.sqlite");
  const binding = new FaultyBinding();
  const app = await buildApp({ databaseFile: file, databaseDriver: binding.driver, writesAMinute: 1e9 });
  const server = createServer(app.express);
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/changes`;
  const second = new Database(file, { readonly: true });
  const stands = second.prepare(`SELECT "tag" FROM "vehicle" WHERE "id" = ?`);
  const said: FaultRun = {
    sequences: 0,
    acknowledged: 0,
    refused: 0,
    lost: [],
    failedWhenMended: 0,
  };
  const acknowledged: string[] = [];
  const save = async (change: string, vehicle: string): Promise<boolean> => {
    const operations = [{ op: "create", resource: "vehicle", id: vehicle, data: { tag: vehicle.slice(-8) } }];
    const answer = await fetch(address, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ id: change, scope: "shop", label: "add", operations }),
    });
    await answer.arrayBuffer();
    if (answer.status !== 200 && answer.status !== 503) throw new Error(`answered ${answer.status}`);
    if (answer.status !== 200) said.refused += 1;
    return answer.status === 200;
  };
  const look = (vehicle: string): void => {
    said.acknowledged += 1;
    acknowledged.push(vehicle);
    if (!stands.get(vehicle)) said.lost.push(vehicle);
  };
  try {
    for (const steps of fc.sample(fc.array(step, { minLength: 3, maxLength: 10 }), { numRuns: count, seed })) {
      for (const s of steps) {
        if (s.do === "fault") {
          binding.arm(s.fault);
          continue;
        }
        const [change, vehicle] = [ulid(), ulid()];
        const first = await save(change, vehicle);
        if (first) look(vehicle);
        // A browser sends what was not acknowledged again, under the same id.
        if (s.again && (await save(change, vehicle)) && !first) look(vehicle);
      }
      binding.arm(null);
      const [change, vehicle] = [ulid(), ulid()];
      if (await save(change, vehicle)) look(vehicle);
      else said.failedWhenMended += 1;
      said.sequences += 1;
    }
  } finally {
    second.close();
    server.close();
    server.closeAllConnections();
    await app.close();
  }
  const after = new Database(file, { readonly: true });
  const standing = after.prepare(`SELECT 1 FROM "vehicle" WHERE "id" = ?`);
  for (const vehicle of acknowledged) if (!standing.get(vehicle)) said.lost.push(vehicle);
  if (after.pragma("integrity_check", { simple: true }) !== "ok") said.lost.push("the file is damaged");
  after.close();
  rmSync(folder, { recursive: true, force: true });
  return said;
}
