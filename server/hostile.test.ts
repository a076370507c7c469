import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { connect, type AddressInfo } from "node:net";
import { createServer as createHttp } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import request from "supertest";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { buildApp } from "./app";
import { barrage } from "../tests/server/barrage";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const post = (path: string) => request(shed.app.express).post(path).set("Host", "localhost");
const nested = (depth: number): string => `${'{"a":'.repeat(depth)}1${"}".repeat(depth)}`;
const upload = (path: string, field: string, bytes: Uint8Array, name: string) =>
  post(path).attach(field, Buffer.from(bytes), name);

describe("what nobody should send", () => {
  it.each([65, 5000, 200_000])("JSON nested %s deep is refused at every endpoint", async (depth) => {
    for (const path of ["/api/compute/lever", "/api/compute/notch", "/api/changes", "/api/undo"]) {
      const { status, body } = await post(path).type("json").send(nested(depth));
      expect([path, status, body.error.code]).toEqual([path, 400, "invalid_json"]);
      expect(body.error.accepts).toContain("64 deep");
    }
  });

  it("brackets inside text do not count as nesting", async () => {
    const text = `${"[".repeat(68)}"{`;
    const { body } = await shed.post("/api/compute/torqueText", { text });
    expect(body.error.code).toBe("parse");
  });

  it("a stale version with a deep body tells nothing of the inside", async () => {
    const id = await shed.add("vehicle", { tag: "D 1" });
    const data = `{"odometer":${nested(6000)}}`;
    const operations = `[{"op":"update","resource":"vehicle","id":"${id}","version":9,"data":${data}}]`;
    const { status, text } = await post("/api/changes")
      .type("json")
      .send(`{"id":"${ulid()}","scope":"shop","label":"x","operations":${operations}}`);
    expect(status).toBe(400);
    expect(text).not.toMatch(/node_modules|\.ts|at \w+ \(/);
  });

  it("a body that is not packed as it says is refused", async () => {
    for (const coding of ["gzip", "deflate", "br", "zstd"]) {
      const { status, body } = await post("/api/changes").set("Content-Encoding", coding).type("json").send("{}");
      expect([coding, status, body.error?.code]).toEqual([coding, coding === "zstd" ? 415 : 400, "invalid_json"]);
    }
  });

  it("an address with broken percent signs is refused", async () => {
    for (const path of ["/api/jobs/%E0%A4%A", "/api/photos/%", "/api/compute/%FF", "/%c0"]) {
      const { status, body } = await shed.get(path);
      expect([path, status < 500, typeof body.error?.code]).toEqual([path, true, "string"]);
    }
  });

  it("a part of a file that does not exist, or a condition that fails, is refused", async () => {
    const taken = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#864" } })
      .png()
      .toBuffer();
    const { body: kept } = await upload("/api/photos", "photo", taken, "a.png");
    const past = await shed.get(`/api/photos/${kept.file}`).set("Range", "bytes=99999999-");
    expect([past.status, past.body.error.code]).toEqual([416, "invalid_input"]);
    const failed = await shed.get(`/api/photos/${kept.file}`).set("If-Match", '"other"');
    expect([failed.status, failed.body.error.code]).toEqual([412, "conflict"]);
    expect((await shed.get(`/api/photos/${kept.file}`).set("Range", "bytes=0-9")).status).toBe(206);
  });

  it("pictures damaged anywhere are refused, never a fault of the program", async () => {
    const noise = Buffer.from(Uint8Array.from({ length: 120 * 90 * 3 }, (_, i) => (i * 7919) % 251));
    const whole = await sharp(noise, { raw: { width: 120, height: 90, channels: 3 } })
      .png()
      .toBuffer();
    const statuses = new Set<number>();
    for (let i = 0; i < 40; i++) {
      const damaged = Buffer.from(whole);
      for (let k = 0; k < 8; k++) damaged[60 + ((i * 977 + k * 4099) % (whole.length - 60))] ^= 0x5a;
      statuses.add((await upload("/api/photos", "photo", damaged, "a.png")).status);
    }
    expect([...statuses].every((s) => s === 422 || s === 200)).toBe(true);
    expect(statuses.has(422)).toBe(true);
  });

  it("logs that are too slow, or in units nobody named, are refused; named units are read", async () => {
    const log = (step: number, head = "time,value"): Uint8Array =>
      new TextEncoder().encode([head, ...Array.from({ length: 64 }, (_, i) => `${i * step},${i % 5}`)].join("\n"));
    for (const bytes of [log(3), log(5000)]) {
      const { status, body } = await upload("/api/recordings", "recording", bytes, "a.csv");
      expect([status, body.error.field]).toEqual([422, "recording"]);
    }
    const { status, body } = await upload("/api/recordings", "recording", log(5000, "time us,value"), "a.csv");
    expect([status, body.kept.rateHz]).toEqual([200, 200]);
  });

  it("a foreign host is refused with the same headers as everybody", async () => {
    const own = await shed.get("/api/yard");
    const foreign = await request(shed.app.express).get("/api/yard").set("Host", "evil.example");
    expect(foreign.status).toBe(403);
    for (const name of ["content-security-policy", "x-content-type-options", "referrer-policy"])
      expect(foreign.headers[name]).toBe(own.headers[name]);
  });
});

describe("long work", () => {
  const circle = (n: number) =>
    Array.from({ length: n }, (_, k) => ({
      xMm: 60 + 20 * Math.cos((2 * Math.PI * k) / n),
      zMm: -90 + 20 * Math.sin((2 * Math.PI * k) / n),
    }));
  const near = (polygons: number) => ({
    gearbox: { gears: [1, -1].map((s, i) => ({ gear: String(i + 3), column: "a", travelMm: 10 * s })) },
    lever: {
      knob: { xMm: 0, zMm: 300 },
      pin: { xMm: 0, zMm: -60 },
      drive: { kind: "rod", joint: { xMm: 400, zMm: -60 } },
    },
    body: { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10, tailDepthMm: 75 },
    obstacles: Array.from({ length: polygons }, (_, i) => ({ name: String(i), points: circle(500) })),
  });

  it("stays within bounds that are said", async () => {
    const many = await shed.post("/api/compute/clearance", near(41));
    expect([many.status, many.body.error.code, many.body.error.field]).toEqual([413, "too_large", "obstacles"]);
    const notchesMm = Array.from({ length: 60 }, (_, i) => i / 2);
    const notches = await shed.post("/api/compute/notch", { ...near(10), notchesMm });
    expect([notches.status, notches.body.error.code, notches.body.error.field]).toEqual([
      413,
      "too_large",
      "notchesMm",
    ]);
  });

  it("leaves saves alone, and one caller cannot take all of it", async () => {
    const heavy = { ...near(9), notchesMm: Array.from({ length: 20 }, (_, i) => i / 2) };
    let longest = 0;
    let working = true;
    const beats = (async () => {
      for (let before = performance.now(); working;) {
        await wait(5);
        const now = performance.now();
        longest = Math.max(longest, now - before);
        before = now;
      }
    })();
    const answers = await Promise.all(Array.from({ length: 12 }, () => shed.post("/api/compute/notch", heavy)));
    working = false;
    await beats;
    const statuses = answers.map((a) => a.status);
    expect(statuses.filter((s) => s === 200).length).toBe(8);
    expect(statuses.filter((s) => s === 429).length).toBe(4);
    // The work itself takes seconds; the thread that saves never stood still for it.
    expect(longest).toBeLessThan(1000);
  });
});

describe("a stream that nobody reads", () => {
  it("does not fill the memory", async () => {
    const server = createHttp(shed.app.express).listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const { port } = server.address() as AddressInfo;
    const socket = connect(port, "127.0.0.1");
    socket.pause();
    let waiting = 0;
    server.on("connection", (peer) => {
      setInterval(() => (waiting = Math.max(waiting, peer.writableLength)), 20).unref();
    });
    socket.write(
      "GET /api/instruments/accelerometer/samples?hurry=true HTTP/1.1\r\nHost: localhost\r\nConnection: keep-alive\r\n\r\n",
    );
    await wait(4000);
    expect(waiting).toBeLessThan(512 * 1024);
    socket.destroy();
    server.closeAllConnections();
    server.close();
  });
});

describe("requests made of the contract's own schemas, somewhere wrong", () => {
  it("are answered or refused, never a fault of the program, and tell nothing of its inside", async () => {
    const own = await buildApp({
      databaseFile: join(mkdtempSync(join(tmpdir(), "ash-lever-")), "shed.sqlite"),
      writesAMinute: 1e9,
    });
    const server = createHttp(own.express).listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const { statuses, faults } = await barrage((server.address() as AddressInfo).port, 700, 20261127);
    expect(faults.map((f) => `${f.status} ${f.request.method} ${f.request.path}: ${f.answer}`)).toEqual([]);
    // Both are among them: what is right, and what is not.
    expect(statuses.get(200)).toBeGreaterThan(20);
    expect(statuses.get(422)).toBeGreaterThan(100);
    server.closeAllConnections();
    server.close();
    await own.close();
  }, 120_000);
});

describe("folders", () => {
  it("whose name begins with a dot serve pages and photos", async () => {
    const folder = join(mkdtempSync(join(tmpdir(), "ash-lever-")), ".shop");
    const webFolder = join(folder, ".web");
    mkdirSync(join(webFolder, "assets"), { recursive: true });
    writeFileSync(join(webFolder, "index.html"), "<h1>Page</h1>");
    writeFileSync(join(webFolder, "assets", "a.js"), "1");
    const app = await buildApp({ databaseFile: join(folder, "shed.sqlite"), webFolder });
    const get = (path: string) => request(app.express).get(path).set("Host", "localhost");
    expect((await get("/yard")).text).toContain("Page");
    expect((await get("/assets/a.js")).status).toBe(200);
    const taken = await sharp({ create: { width: 9, height: 9, channels: 3, background: "#864" } })
      .png()
      .toBuffer();
    const { body } = await request(app.express)
      .post("/api/photos")
      .set("Host", "localhost")
      .attach("photo", taken, "a.png");
    expect((await get(`/api/photos/${body.file}`)).status).toBe(200);
    await app.close();
    rmSync(folder, { recursive: true, force: true });
    expect(existsSync(folder)).toBe(false);
  });
});
