import { copyFileSync, mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { text } from "node:stream/consumers";
import { setTimeout as wait } from "node:timers/promises";
import { ulid } from "ulid";
import { resources, type NewFields, type ResourceName } from "../contract";
import { entities, indexRecord, openDatabase, toRow, type Row } from "../server/db";
import { startProgram, write, type Program } from "./program";
import { median, type Figure } from "./report";

const JOBS = 10_000;
const VEHICLES = 500;
const OPEN = 60;
const PEOPLE = 6;
const CLIENTS = 30;
const BACKUPS = 14;

/** Share of jobs of which something is still to be looked at again. */
const RECHECKS_OPEN = 0.05;

const at = (list: readonly number[], part: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * part))];

/** Fills a book with a shop of twenty years; gives the ids of its open jobs. */
async function fill(file: string): Promise<{ open: string[]; vehicles: string[] }> {
  const source = await openDatabase(file);
  const vehicles = Array.from({ length: VEHICLES }, () => ulid());
  const open: string[] = [];
  const now = "2026-11-01T08:00:00.000Z";
  await source.transaction(async (manager) => {
    const waiting = new Map<ResourceName, Row[]>();
    const flush = async (name: ResourceName): Promise<void> => {
      const rows = waiting.get(name)?.splice(0) ?? [];
      if (rows.length) await manager.insert(entities[name], rows);
    };
    const put = async <R extends ResourceName>(name: R, data: NewFields<R>, id = ulid()): Promise<string> => {
      const head = { id, version: 1, createdAt: now, updatedAt: now, deletedAt: null };
      const record = { ...resources[name].parse(data), ...head };
      const list = waiting.get(name) ?? [];
      waiting.set(name, list);
      list.push(toRow(name, record as unknown as Row));
      if (list.length >= 100) await flush(name);
      await indexRecord(manager, name, record as never);
      return id;
    };
    for (const [i, id] of vehicles.entries()) {
      const odometer = [1, 2, 3].map((n) => ({ date: `202${n + 2}-05-01`, km: 20_000 * n, typed: `${20 * n} 000 km` }));
      await put(
        "vehicle",
        { tag: `SI ${1000 + i}`, make: "Ulverin", model: "Post", owner: `Owner ${i}`, odometer },
        id,
      );
    }
    await flush("vehicle");
    for (let i = 0; i < JOBS; i++) {
      const isOpen = i >= JOBS - OPEN;
      const vehicleId = vehicles[i % VEHICLES];
      const closedAt = isOpen ? null : now;
      const jobId = await put("job", {
        vehicleId,
        complaint: `Slop in ${["first", "second", "third"][i % 3]}, visit ${i}`,
        number: i + 1,
        openedAt: now,
        closedAt,
      } as NewFields<"job">);
      if (isOpen) open.push(jobId);
      await flush("job");
      const groupId = await put("torqueGroup", { jobId, name: "Selector housing", count: 4 });
      await flush("torqueGroup");
      for (let k = 0; k < 4; k++) {
        const quantity = k < 2 ? "throw" : "freePlayForeAft";
        await put("reading", {
          jobId,
          quantity,
          ...(k < 2 && { fromGear: "3", toGear: "4" }),
          phase: k % 2 ? "after" : "before",
          values: [{ typed: "98 mm", base: 98 }],
        });
        await put("signature", { jobId, groupId, bolt: k + 1, pass: "1" });
      }
      for (let k = 0; k < 3; k++) await put("step", { jobId, text: `Step ${k}` });
      for (let k = 0; k < 2; k++)
        await put("part", { jobId, name: `Bush ${k}`, number: `SK-${i}-${k}`, state: "fitted" });
      const doneAt = i % Math.round(1 / RECHECKS_OPEN) === 0 ? null : "2026-10-01";
      await put("recheck", { vehicleId, jobId, what: "Bolts", onDate: "2027-05-01", doneAt } as NewFields<"recheck">);
    }
    for (const name of waiting.keys()) await flush(name);
  });
  await source.destroy();
  return { open, vehicles };
}

async function timed(address: string, path: string, times: number): Promise<number> {
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const begun = performance.now();
    const answer = await fetch(new URL(path, address));
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    took.push(performance.now() - begun);
  }
  return median(took);
}

/** A save of one person: a step of an open job is written. */
async function save(address: string, jobId: string): Promise<number> {
  const begun = performance.now();
  const status = await write(
    address,
    [{ op: "create", resource: "step", id: ulid(), data: { jobId, text: "x" } }],
    ulid(),
  );
  if (status !== 200) throw new Error(`a save was answered ${status}`);
  return performance.now() - begun;
}

/** Saves of so many people at once, each one after the other. The first of each, with its new connection, is not counted. */
async function savesOf(people: number, each: number, address: string, open: readonly string[]): Promise<number[]> {
  const took: number[] = [];
  await Promise.all(
    Array.from({ length: people }, async (_, i) => {
      await save(address, open[i % open.length]);
      for (let k = 0; k < each; k++) took.push(await save(address, open[i % open.length]));
    }),
  );
  return took;
}

/** The longest a save takes while something long is done, and what it usually takes. */
async function beside(address: string, open: readonly string[], work: () => Promise<void>): Promise<number> {
  let busy = true;
  const done = work().finally(() => (busy = false));
  // Awaited below; where a save fails first, that is the error to tell.
  done.catch(() => undefined);
  let worst = 0;
  do {
    worst = Math.max(worst, await save(address, open[0]));
    await wait(3);
  } while (busy);
  await done;
  return worst;
}

async function drained(address: string, path: string, init?: RequestInit): Promise<Buffer> {
  const answer = await fetch(new URL(path, address), init);
  const bytes = Buffer.from(await answer.arrayBuffer());
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${bytes.toString().slice(0, 300)}`);
  return bytes;
}

/** An answer that may take longer than `fetch` waits for one. */
function patient(address: string, path: string, body: object): Promise<string> {
  return new Promise((resolve, reject) => {
    const headers = { "Content-Type": "application/json" };
    const sent = request(new URL(path, address), { method: "POST", headers }, (res) => {
      text(res).then(resolve, reject);
    });
    sent.on("error", reject);
    sent.end(JSON.stringify(body));
  });
}

const post = (body: object): RequestInit => ({
  method: "POST",
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify(body),
});

async function startedIn(file: string): Promise<{ program: Program; took: number }> {
  const begun = performance.now();
  const program = await startProgram(file);
  await drained(program.address, "/api/shop");
  return { program, took: performance.now() - begun };
}

const end = async ({ child, ended }: Program): Promise<void> => {
  child.kill("SIGTERM");
  await ended;
};

/** A shop of ten thousand jobs: what its people wait for, against what the same machine does for one job or one save. */
export async function largeShopFigures(): Promise<Figure[]> {
  process.env.WRITES_A_MINUTE = "1000000";
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-large-"));
  const file = join(folder, "shop.sqlite");
  const { open, vehicles } = await fill(file);
  const first = await startedIn(file);
  const { address } = first.program;
  const figures: Figure[] = [];
  const tell = (...found: Figure[]): void => {
    figures.push(...found);
    for (const f of found) console.log(`... ${f.what}: ${f.value.toFixed(1)} ${f.unit}`);
  };
  try {
    // Code that is warm, statements that are known.
    for (let i = 0; i < 30; i++) await save(address, open[1]);
    await timed(address, "/api/yard?limit=60", 5);
    const job = await timed(address, `/api/jobs/${open[5]}`, 60);
    const yard = await timed(address, "/api/yard?limit=60", 40);
    tell({ what: `the Yard of ${JOBS} jobs, against one job`, value: yard, unit: "ms", floor: job, limit: 3 });
    const alone = at(await savesOf(1, 150, address, open), 0.5);
    const six = at(await savesOf(PEOPLE, 60, address, open), 0.99);
    const thirty = at(await savesOf(CLIENTS, 30, address, open), 0.99);
    tell(
      { what: `a save with ${PEOPLE} people, p99 against one alone`, value: six, unit: "ms", floor: alone, limit: 10 },
      {
        what: `a save with ${CLIENTS} clients, p99 against one alone`,
        value: thirty,
        unit: "ms",
        floor: alone,
        limit: 25,
      },
    );
    const quiet = at(await savesOf(1, 80, address, open), 0.5);
    let zip: Buffer = Buffer.alloc(0);
    let token = "";
    const works: [string, () => Promise<void>][] = [
      ["the lists", async () => void (await drained(address, "/api/lists"))],
      ["what closed jobs tell", async () => void (await drained(address, "/api/memory"))],
      ["the archive of the shop", async () => void (zip = await drained(address, "/api/archive?of=shop"))],
      [
        "a look at that archive",
        async () => {
          const headers = { "Content-Type": "application/zip" };
          const looked = await drained(address, "/api/archive", { method: "POST", headers, body: new Uint8Array(zip) });
          token = (JSON.parse(looked.toString()) as { token: string }).token;
        },
      ],
      ["a backup", async () => void (await drained(address, "/api/backups", post({})))],
      ["the list of backups", async () => void (await drained(address, "/api/backups"))],
    ];
    for (const [what, work] of works) {
      const worst = await beside(address, open, work);
      tell({
        what: `longest save beside ${what}, over the usual`,
        value: worst - quiet,
        unit: "ms",
        limit: 100,
      });
    }
    await drained(address, "/api/archive/leave", post({ token }));
    tell(await takenElsewhere(zip, vehicles.length));
  } finally {
    await end(first.program);
  }
  const plain = await startedIn(file);
  await end(plain.program);
  mkdirSync(join(folder, "backups"), { recursive: true });
  for (let i = 0; i < BACKUPS; i++)
    copyFileSync(file, join(folder, "backups", `schedule-2026-01-${String(i + 10)}T080000.sqlite`));
  const laden = await startedIn(file);
  await end(laden.program);
  figures.push({
    what: `start with ${BACKUPS} backups, against none`,
    value: laden.took,
    unit: "ms",
    floor: plain.took,
    limit: 1.5,
  });
  rmSync(folder, { recursive: true, force: true });
  return figures;
}

/** The archive of the whole shop, taken into an empty one. */
async function takenElsewhere(zip: Buffer, vehicles: number): Promise<Figure> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-empty-"));
  const { program } = await startedIn(join(folder, "shop.sqlite"));
  try {
    const begun = performance.now();
    const headers = { "Content-Type": "application/zip" };
    const looked = await drained(program.address, "/api/archive", {
      method: "POST",
      headers,
      body: new Uint8Array(zip),
    });
    const { token } = JSON.parse(looked.toString()) as { token: string };
    const taken = JSON.parse(await patient(program.address, "/api/archive/take", { token })) as {
      created: number;
      refused: unknown[];
    };
    const took = (performance.now() - begun) / 1000;
    if (taken.created < JOBS * 5 || taken.refused.length)
      throw new Error(`taken: ${JSON.stringify(taken).slice(0, 300)}`);
    const { total } = JSON.parse((await drained(program.address, "/api/vehicles?limit=1")).toString()) as {
      total: number;
    };
    if (total !== vehicles) throw new Error(`${total} vehicles arrived`);
    return {
      what: `the shop's archive of ${taken.created} records, taken into an empty shop`,
      value: took,
      unit: "s",
      limit: 600,
    };
  } finally {
    await end(program);
    rmSync(folder, { recursive: true, force: true });
  }
}
