import { createHash } from "node:crypto";
import { existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { deflateRawSync } from "node:zlib";
import sharp from "sharp";
import request from "supertest";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { fromBufferPromise } from "yauzl";
import { ZipFile } from "yazl";
import { buffer } from "node:stream/consumers";
import type { Readable } from "node:stream";
import { archivePreview, archiveTaken, type ArchivePreview, type NewFields, type ResourceName } from "../../contract";
import { FaultyBinding } from "../../tests/server/faultyDatabase";
import { mutatedArchives } from "../../tests/server/mutatedArchives";
import { buildApp, type App } from "../app";

interface Shed {
  folder: string;
  app: App;
}
const sheds: Shed[] = [];
async function shed(): Promise<Shed> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
  const own = { folder, app: await buildApp({ databaseFile: join(folder, "a.sqlite") }) };
  sheds.push(own);
  return own;
}
let here: Shed;
let there: Shed;
beforeEach(async () => {
  [here, there] = [await shed(), await shed()];
});
afterEach(async () => {
  for (const { app, folder } of sheds.splice(0)) {
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  }
});

const get = (s: Shed, path: string) => request(s.app.express).get(path).set("Host", "localhost");
const post = (s: Shed, path: string, body: object) =>
  request(s.app.express).post(path).set("Host", "localhost").send(body);
async function add<R extends ResourceName>(s: Shed, resource: R, data: NewFields<R>): Promise<string> {
  const id = ulid();
  const operations = [{ op: "create", resource, id, data }];
  const answer = await post(s, "/api/changes", { id: ulid(), scope: "shop", label: "test", operations });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return id;
}
const change = (s: Shed, resource: string, id: string, version: number, data: object) =>
  post(s, "/api/changes", {
    id: ulid(),
    scope: "shop",
    label: "test",
    operations: [{ op: "update", resource, id, version, data }],
  }).expect(200);
const archive = async (s: Shed, query: string): Promise<Buffer> =>
  (
    await get(s, `/api/archive?${query}`)
      .buffer(true)
      .parse((res, done) => {
        void buffer(res as unknown as Readable).then((b) => done(null, b));
      })
      .expect(200)
  ).body as Buffer;
const send = (s: Shed, zip: Buffer) =>
  request(s.app.express).post("/api/archive").set("Host", "localhost").set("Content-Type", "application/zip").send(zip);
const look = async (s: Shed, zip: Buffer): Promise<ArchivePreview> =>
  archivePreview.parse((await send(s, zip).expect(200)).body);
const take = async (s: Shed, token: string, theirs: string[] = []) =>
  archiveTaken.parse((await post(s, "/api/archive/take", { token, theirs }).expect(200)).body);

/** A closed job with everything that hangs on one another. */
async function closedJob(s: Shed): Promise<{ vehicleId: string; jobId: string }> {
  const person = await add(s, "person", { name: "E. Corrow", initials: "EC" });
  const sheetId = await add(s, "sheet", { name: "Ulverin L12" });
  await add(s, "specLine", {
    sheetId,
    kind: "torque",
    name: "Flange",
    torque: {},
    sources: [{ id: "a", typed: "61 Nm" }],
  });
  const vehicleId = await add(s, "vehicle", { tag: "SI 0724", make: "Ulverin", sheetId });
  const jobId = await add(s, "job", { vehicleId, complaint: "Slop." });
  const lever = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct" as const } };
  const setup = await add(s, "setup", { jobId, role: "candidate", name: "Short", lever });
  await add(s, "reading", {
    jobId,
    quantity: "freePlayForeAft",
    phase: "before",
    values: [{ typed: "21 mm", base: 21 }],
    takenBy: person,
  });
  const part = await add(s, "part", { jobId, name: "Bush", number: "UL-24", state: "fitted" });
  await add(s, "part", { jobId, name: "Used bush", insteadOf: part, way: "used", alternative: true });
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#884422" } })
    .jpeg()
    .toBuffer();
  const sent = await request(s.app.express)
    .post("/api/photos")
    .set("Host", "localhost")
    .attach("photo", picture, "a.jpg");
  const { file, widthPx, heightPx } = sent.body as { file: string; widthPx: number; heightPx: number };
  await add(s, "photo", { jobId, file, widthPx, heightPx, name: "bush.jpg" });
  await add(s, "recheck", { vehicleId, jobId, what: "Mounts", onDate: "2031-01-01" });
  await change(s, "job", jobId, 1, { chosenSetupId: setup, choiceReason: "x" });
  await change(s, "job", jobId, 2, { closedAt: "2030-01-01T00:00:00.000Z", closing: { open: ["x"], reason: "x" } });
  return { vehicleId, jobId };
}

async function namesIn(zip: Buffer): Promise<string[]> {
  const names: string[] = [];
  for await (const entry of (await fromBufferPromise(zip)).eachEntry()) names.push(entry.fileName);
  return names;
}

/** An archive written by hand, good or bad. */
async function zipOf(files: Record<string, string | Buffer>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  return buffer(zip.outputStream as unknown as Readable);
}
const manifest = {
  format: "ash-lever-archive",
  version: 1,
  scope: "shop",
  title: "T",
  shop: "",
  made: "2030-01-01",
  counts: {},
};

describe("an archive", () => {
  it("carries a vehicle to another shop's empty program, closed job, choice, picture and all", async () => {
    const { vehicleId, jobId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    const names = (await namesIn(zip)).filter((n) => !n.startsWith("photos/"));
    // Each lever of the job, to be looked at and to be cut from.
    expect(names.filter((n) => n.startsWith("drawings/")).map((n) => n.replace(/job-\d+/, "job"))).toEqual([
      expect.stringMatching(/^drawings\/job-1-[\w-]+\.svg$/),
      expect.stringMatching(/^drawings\/job-1-[\w-]+\.pdf$/),
    ]);
    expect(names.filter((n) => !n.startsWith("drawings/"))).toEqual([
      "manifest.json",
      "records.json",
      "readings.csv",
      "torque.csv",
      "parts.csv",
    ]);
    const preview = await look(there, zip);
    expect(preview).toMatchObject({ conflicts: [], same: 0, photos: 1, missing: 0 });
    expect(preview.fresh).toMatchObject({ vehicle: 1, job: 1, part: 2, sheet: 1, specLine: 1, person: 1, recheck: 1 });
    const taken = await take(there, preview.token);
    expect(taken.refused).toEqual([]);
    const [before, after] = [
      (await get(here, `/api/jobs/${jobId}`)).body,
      (await get(there, `/api/jobs/${jobId}`)).body,
    ];
    expect(after.job).toMatchObject({ closedAt: before.job.closedAt, chosenSetupId: before.job.chosenSetupId });
    expect(after.job.complaintNote).toBe("job 1");
    for (const kind of ["reading", "part", "photo", "setup"]) expect(after[kind]).toHaveLength(before[kind].length);
    await get(there, `/api/photos/${after.photo[0].file}`).expect(200);
    expect((await get(there, "/api/search?words=UL-24")).body.hits).toHaveLength(1);
    // The same again changes nothing.
    expect(await look(there, zip)).toMatchObject({ fresh: {}, conflicts: [{ resource: "job" }] });
  });

  it("is the same, byte for byte, but for the moment it says it was made", async () => {
    const { jobId } = await closedJob(here);
    const inside = async (): Promise<Record<string, string>> => {
      const zip = await fromBufferPromise(await archive(here, `of=job&id=${jobId}`));
      const files: Record<string, string> = {};
      for await (const entry of zip.eachEntry()) {
        const bytes = await buffer((await zip.openReadStreamPromise(entry)) as unknown as Readable);
        files[entry.fileName] = bytes.toString("latin1").replace(/"made": "[^"]*"/, "");
      }
      return files;
    };
    expect(await inside()).toEqual(await inside());
  });

  it("shows conflicts field by field, and changes only what was chosen", async () => {
    const { vehicleId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    await change(here, "vehicle", vehicleId, 1, { owner: "Somebody else" });
    const preview = await look(here, zip);
    expect(preview.conflicts).toEqual([
      expect.objectContaining({ resource: "vehicle", fields: [{ field: "owner", here: "Somebody else", there: "" }] }),
    ]);
    expect(await take(here, preview.token)).toMatchObject({ created: 0, updated: 0 });
    expect((await get(here, `/api/vehicles/${vehicleId}`)).body.vehicle.owner).toBe("Somebody else");
    const again = await look(here, zip);
    expect(await take(here, again.token, [vehicleId])).toMatchObject({ updated: 1 });
    expect((await get(here, `/api/vehicles/${vehicleId}`)).body.vehicle.owner).toBe("");
  });

  it("leaves what is in the bin there, and knows a person by the initials", async () => {
    const { vehicleId, jobId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    const twin = await add(there, "person", { name: "Emma Corrow", initials: "ec" });
    const { token } = await look(there, zip);
    expect((await take(there, token)).refused).toEqual([]);
    expect((await get(there, `/api/jobs/${jobId}`)).body.reading[0].takenBy).toBe(twin);
    await post(here, "/api/changes", {
      id: ulid(),
      scope: "shop",
      label: "t",
      operations: [{ op: "delete", resource: "vehicle", id: vehicleId, version: 1, withJobs: true }],
    }).expect(200);
    const preview = await look(here, zip);
    expect(preview.conflicts.filter((c) => c.binned).map((c) => c.resource)).toEqual(["vehicle", "job"]);
    expect(await take(here, preview.token, [vehicleId])).toMatchObject({ updated: 0 });
  });

  it("keeps the good records where the gate refuses one, and says why", async () => {
    const head = { version: 1, createdAt: "", updatedAt: "", deletedAt: null };
    const [a, b] = [ulid(), ulid()];
    const records = {
      vehicle: [{ id: a, ...head, tag: "OK 1" }],
      job: [{ id: b, ...head, vehicleId: ulid(), complaint: "Lost" }],
    };
    const zip = await zipOf({ "manifest.json": JSON.stringify(manifest), "records.json": JSON.stringify(records) });
    const taken = await take(there, (await look(there, zip)).token);
    expect(taken).toMatchObject({ created: 1, refused: [{ resource: "job" }] });
    expect(taken.refused[0].why).toContain("vehicle");
  });
});

describe("printed sheets", () => {
  const paper = (jobId: string, which: string, bytes: Buffer) =>
    request(here.app.express)
      .post(`/api/papers/${jobId}/${which}`)
      .set("Host", "localhost")
      .set("Content-Type", "application/pdf")
      .send(bytes);
  const pdf = Buffer.from("%PDF-1.7 a sheet");
  const papersIn = async (query: string): Promise<string[]> =>
    (await namesIn(await archive(here, query))).filter((n) => n.startsWith("papers/"));

  it("go along with their job, their vehicle and the shop, as long as nothing they show was changed", async () => {
    const { jobId, vehicleId } = await closedJob(here);
    expect(await papersIn(`of=job&id=${jobId}`)).toEqual([]);
    await paper(jobId, "record", pdf).expect(200);
    await paper(jobId, "customer", pdf).expect(200);
    const both = ["papers/job-1-record.pdf", "papers/job-1-customer.pdf"];
    expect(await papersIn(`of=job&id=${jobId}`)).toEqual(both);
    expect(await papersIn(`of=vehicle&id=${vehicleId}`)).toEqual(both);
    expect(await papersIn("of=shop")).toEqual(both);
    await change(here, "vehicle", vehicleId, 1, { owner: "Somebody else" });
    expect(await papersIn(`of=job&id=${jobId}`)).toEqual([]);
    await paper(jobId, "record", pdf).expect(200);
    expect(await papersIn("of=shop")).toEqual(both.slice(0, 1));
    // An archive with sheets is taken in like any other.
    await look(there, await archive(here, `of=vehicle&id=${vehicleId}`));
  });

  it("are gone with the book they were printed from, when an older one is taken back", async () => {
    const { jobId } = await closedJob(here);
    const { name } = (await post(here, "/api/backups", {}).expect(200)).body as { name: string };
    await paper(jobId, "record", pdf).expect(200);
    expect(await papersIn("of=shop")).toHaveLength(1);
    await post(here, "/api/backups/restore", { name }).expect(200);
    expect(await papersIn("of=shop")).toEqual([]);
  });

  it("are refused where they are no PDF, of no job, of a kind that is not known, or too large", async () => {
    const { jobId } = await closedJob(here);
    const said = async (answer: ReturnType<typeof paper>): Promise<string> =>
      ((await answer) as { body: { error: { field: string } } }).body.error.field;
    expect(await said(paper(jobId, "record", Buffer.from("<html>")))).toBe("paper");
    expect(await said(paper(jobId, "record", Buffer.alloc(0)))).toBe("paper");
    expect(await said(paper(jobId, "poster", pdf))).toBe("which");
    expect((await paper(ulid(), "record", pdf)).status).toBe(404);
    expect((await paper("../../x", "record", pdf)).status).toBeGreaterThanOrEqual(400);
    expect((await paper(jobId, "record", Buffer.alloc(61 * 1024 * 1024, "%PDF-"))).status).toBe(413);
  });
});

const head = { version: 1, createdAt: "", updatedAt: "", deletedAt: null };
const recordsText = (records: unknown): string => JSON.stringify(records);

/** An archive unpacked, some of its files changed, and packed again. */
async function changed(zip: Buffer, files: (all: Record<string, Buffer>) => void): Promise<Buffer> {
  const source = await fromBufferPromise(zip);
  const all: Record<string, Buffer> = {};
  for await (const entry of source.eachEntry())
    all[entry.fileName] = await buffer((await source.openReadStreamPromise(entry)) as unknown as Readable);
  files(all);
  return zipOf(all);
}

describe("taking an archive that is broken off in the middle", () => {
  it.each([3, 7, 10])("after %s writes: whole at the next start, closed jobs closed", async (writes) => {
    const { vehicleId, jobId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    const folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
    const binding = new FaultyBinding();
    const databaseFile = join(folder, "a.sqlite");
    const broken = { folder, app: await buildApp({ databaseFile, databaseDriver: binding.driver }) };
    const { token } = await look(broken, zip);
    binding.arm({ place: "commit", outcome: "rolledBack", code: "SQLITE_FULL", after: writes, opens: 0 });
    expect((await post(broken, "/api/archive/take", { token })).status).toBe(503);
    await broken.app.close();
    const again = { folder, app: await buildApp({ databaseFile }) };
    sheds.push(again);
    const [from, to] = [(await get(here, `/api/jobs/${jobId}`)).body, (await get(again, `/api/jobs/${jobId}`)).body];
    expect(to.job).toMatchObject({ closedAt: from.job.closedAt, chosenSetupId: from.job.chosenSetupId });
    for (const kind of ["reading", "part", "photo", "setup"]) expect(to[kind]).toHaveLength(from[kind].length);
    // It is done: nothing waits any more.
    expect(readdirSync(join(folder, "arriving"))).toEqual([]);
    expect((await post(again, "/api/archive/take", { token })).status).toBe(404);
  });

  it("goes on when it is asked for again, and what was chosen holds", async () => {
    const { vehicleId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    const binding = new FaultyBinding();
    const folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
    const own = {
      folder,
      app: await buildApp({ databaseFile: join(folder, "a.sqlite"), databaseDriver: binding.driver }),
    };
    sheds.push(own);
    await add(own, "vehicle", { tag: "Other" });
    const { token } = await look(own, zip);
    binding.arm({ place: "commit", outcome: "rolledBack", code: "SQLITE_FULL", after: 5, opens: 0 });
    await post(own, "/api/archive/take", { token }).expect(503);
    await post(own, "/api/archive/leave", { token }).expect(409);
    binding.arm(null);
    const taken = await take(own, token);
    expect(taken.refused).toEqual([]);
    expect(await look(own, zip)).toMatchObject({ fresh: {} });
  });

  it("one that nobody took in goes after an hour", async () => {
    const { vehicleId } = await closedJob(here);
    const { token } = await look(there, await archive(here, `of=vehicle&id=${vehicleId}`));
    const waiting = join(there.folder, "arriving", token);
    expect(existsSync(waiting)).toBe(true);
    await there.app.close();
    there.app = await buildApp({ databaseFile: join(there.folder, "a.sqlite") });
    expect(existsSync(waiting)).toBe(false);
    await post(there, "/api/archive/take", { token }).expect(404);
  });
});

describe("an archive that was altered", () => {
  it("is refused where the sum of its records is not theirs", async () => {
    const { jobId } = await closedJob(here);
    const zip = await archive(here, `of=job&id=${jobId}`);
    const stored = await changed(zip, () => undefined);
    // The sum in the list at its end: whoever alters a torque figure by hand leaves it as it was.
    const at = stored.indexOf(
      Buffer.from("records.json", "latin1"),
      stored.indexOf(Buffer.from("PK\x01\x02", "latin1")),
    );
    stored.writeUInt32LE((stored.readUInt32LE(at - 46 + 16) ^ 1) >>> 0, at - 46 + 16);
    const answer = await send(there, stored);
    expect([answer.status, answer.body.error.message]).toEqual([
      422,
      expect.stringContaining('"records.json" in it is damaged'),
    ]);
  });

  it("names a damaged picture and a recording of eight bytes, and takes the rest", async () => {
    const { vehicleId, jobId } = await closedJob(here);
    const wav = Buffer.from("RIFF0000");
    const sum = createHash("sha256").update(wav).digest("hex");
    const zip = await changed(await archive(here, `of=vehicle&id=${vehicleId}`), (all) => {
      const photo = Object.keys(all).find((n) => n.startsWith("photos/"))!;
      all[photo] = Buffer.concat([all[photo].subarray(0, 200), Buffer.alloc(200), all[photo].subarray(400)]);
      const records = JSON.parse(all["records.json"].toString()) as Record<string, object[]>;
      const kept = { file: sum, rateHz: 1000, count: 16, unit: "g", binHz: 1, peaks: [], rpmTrack: null, notes: [] };
      records.recording = [{ ...head, id: ulid(), jobId, name: "idle", ...kept }];
      all["records.json"] = Buffer.from(JSON.stringify(records));
      all[`recordings/${sum}.wav`] = wav;
    });
    const preview = await look(there, zip);
    expect(preview).toMatchObject({ photos: 0, recordings: 0, missing: 0, damaged: ["bush.jpg", "idle"] });
    const taken = await take(there, preview.token);
    expect(taken.refused.map((r) => r.resource).sort()).toEqual(["photo", "recording"]);
    expect((await get(there, `/api/jobs/${jobId}`)).body.part).toHaveLength(2);
  });

  it("anywhere, in any way, is never answered as a fault of the program", async () => {
    const { vehicleId } = await closedJob(here);
    const zip = await archive(here, `of=vehicle&id=${vehicleId}`);
    const run = await mutatedArchives(zip, 60, 7_112, async (bytes) => {
      const looked = await send(there, bytes);
      if (looked.status !== 200) return looked.status;
      return (await post(there, "/api/archive/take", { token: (looked.body as ArchivePreview).token })).status;
    });
    expect(run.faults).toEqual([]);
    expect(run.refused).toBeGreaterThan(20);
  }, 60_000);
});

it("holds more records than a question to the database may name", async () => {
  const vehicles = Array.from({ length: 1201 }, (_, i) => ({ ...head, id: ulid(), tag: `T ${i}` }));
  const zip = await zipOf({
    "manifest.json": JSON.stringify(manifest),
    "records.json": recordsText({ vehicle: vehicles }),
  });
  const { token, fresh } = await look(there, zip);
  expect(fresh).toEqual({ vehicle: 1201 });
  expect(await take(there, token)).toEqual({ created: 1201, updated: 0, refused: [] });
  expect(await look(there, zip)).toMatchObject({ fresh: {}, same: 1201 });
});

describe("what is refused", () => {
  const text = JSON.stringify({ vehicle: [] });
  const good = { "manifest.json": JSON.stringify(manifest), "records.json": text };
  it.each<[string, () => Promise<Buffer>, RegExp]>([
    ["no zip at all", () => Promise.resolve(Buffer.from("hello")), /no zip archive, or torn/],
    ["a torn one", async () => (await zipOf(good)).subarray(0, 120), /no zip archive, or torn/],
    ["another program's", () => zipOf({ "content.xml": "<a/>" }), /no manifest\.json/],
    ["another program's with a manifest", () => zipOf({ ...good, "manifest.json": "{}" }), /another program/],
    [
      "a newer form",
      () => zipOf({ ...good, "manifest.json": JSON.stringify({ ...manifest, version: 2 }) }),
      /newer version/,
    ],
    ["no records", () => zipOf({ "manifest.json": good["manifest.json"] }), /no records\.json/],
    ["records that are not JSON", () => zipOf({ ...good, "records.json": "{" }), /cannot be read/],
    ["a kind that is not known", () => zipOf({ ...good, "records.json": '{"wizard":[]}' }), /not known: "wizard"/],
    [
      "a record out of shape",
      () => zipOf({ ...good, "records.json": recordsText({ vehicle: [{ ...head, id: ulid(), tag: 5 }] }) }),
      /vehicle 1 .* at "tag"/,
    ],
    ...["x", "../../y", "", 5, null].map((id): [string, () => Promise<Buffer>, RegExp] => [
      `an id that is none: ${JSON.stringify(id)}`,
      () => zipOf({ ...good, "records.json": recordsText({ vehicle: [{ ...head, id, tag: "T" }] }) }),
      /vehicle 1 .* at "id"/,
    ]),
    ...[null, 5, "x", [], true].map((record): [string, () => Promise<Buffer>, RegExp] => [
      `in place of a record ${JSON.stringify(record)}`,
      () => zipOf({ ...good, "records.json": recordsText({ vehicle: [record] }) }),
      /vehicle 1 is not what it should be at/,
    ]),
    ...[null, 5, "x", {}, { 0: {} }].map((list): [string, () => Promise<Buffer>, RegExp] => [
      `in place of a list ${JSON.stringify(list)}`,
      () => zipOf({ ...good, "records.json": recordsText({ vehicle: list }) }),
      /"vehicle" is no list/,
    ]),
    ...["null", "5", "[]", '"x"'].map((text): [string, () => Promise<Buffer>, RegExp] => [
      `records that are ${text}`,
      () => zipOf({ ...good, "records.json": text }),
      /no list of records|cannot be read/,
    ]),
    [
      "a head that is not one",
      () =>
        zipOf({ ...good, "records.json": recordsText({ vehicle: [{ ...head, version: {}, id: ulid(), tag: "T" }] }) }),
      /vehicle 1 .* at "version"/,
    ],
    ["records that end too early", () => zipOf({ ...good, "records.json": '{"vehicle":[' }), /cannot be read/],
    ["no bytes of records", () => zipOf({ ...good, "records.json": "" }), /cannot be read/],
    ["a bomb", () => zipOf({ ...good, "records.json": " ".repeat(30_000_000) }), /packed too small/],
  ])("%s", async (_what, zip, why) => {
    const answer = await send(there, await zip());
    expect(answer.status).toBe(422);
    expect(answer.body.error.field).toBe("archive");
    expect(answer.body.error.message).toMatch(why);
  });

  it("a path that leads out of it", async () => {
    const zip = await zipOf({ ...good, "photos/aa.jpg": "x" });
    const evil = Buffer.from(zip.toString("latin1").replaceAll("photos/aa.jpg", "../../aa.jpg_"), "latin1");
    expect((await send(there, evil)).status).toBe(422);
  });

  it("a picture that is not what its name says: the record that needs it is refused, the rest is kept", async () => {
    const { jobId } = await closedJob(here);
    const zip = await archive(here, `of=job&id=${jobId}`);
    const source = await fromBufferPromise(zip);
    const files: Record<string, Buffer> = {};
    for await (const entry of source.eachEntry()) {
      files[entry.fileName] = await buffer((await source.openReadStreamPromise(entry)) as unknown as Readable);
    }
    const photo = Object.keys(files).find((n) => n.startsWith("photos/"))!;
    files[photo] = Buffer.from("<script>");
    expect(createHash("sha256").update(files[photo]).digest("hex")).not.toBe(photo.slice(7, 71));
    const taken = await take(there, (await look(there, await zipOf(files))).token);
    expect(taken.refused.map((r) => r.resource)).toEqual(["photo"]);
    expect((await get(there, `/api/jobs/${jobId}`)).body.part).toHaveLength(2);
  });

  it.each(["", "../a", "01ARZ3NDEKTSV4RRFFQ69G5FAV"])("a token of nothing: %j", async (token) => {
    expect((await post(there, "/api/archive/take", { token, theirs: [] })).status).toBeGreaterThanOrEqual(400);
  });

  it("a size that is not what was packed", async () => {
    // The header says less than what unpacks: the reader stops at what was said.
    const packed = deflateRawSync(Buffer.alloc(50_000, 97));
    expect(packed.length).toBeLessThan(50_000);
    const zip = await zipOf({ ...good, "records.json": "a".repeat(50_000) });
    const at = zip.lastIndexOf(Buffer.from("PK\x01\x02", "latin1"));
    zip.writeUInt32LE(10, at + 24);
    expect((await send(there, zip)).status).toBe(422);
  });
});
