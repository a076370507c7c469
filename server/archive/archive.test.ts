import { createHash } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
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
      () => zipOf({ ...good, "records.json": '{"vehicle":[{"id":"x"}]}' }),
      /vehicle 1 .* at "tag"/,
    ],
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
