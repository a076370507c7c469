import { rmSync } from "node:fs";
import { dirname, join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import express from "express";
import request from "supertest";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bytesInFlight } from "./http/inFlight";
import { hasZeroedStretch } from "./photos/damagedJpeg";
import { brokenSearches } from "../tests/server/brokenSearches";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const health = () => shed.get("/api/health");

it("says whether it reaches its book", async () => {
  const { status, body } = await health();
  expect([status, body.status]).toEqual([200, "ok"]);
  expect(body.version).toMatch(/^\d+\.\d+\.\d+$/);
});

it("answers every search, whatever stands in it", async () => {
  await shed.add("vehicle", { tag: "SI 0724", notes: "rattles" });
  const answered = new Set<number>();
  for (const w of ["SI\0 0724", "\0", ...brokenSearches(300, 99)])
    answered.add((await shed.get(`/api/search?${new URLSearchParams({ words: w }).toString()}`)).status);
  expect([...answered].filter((s) => s >= 500)).toEqual([]);
  const { body } = await shed.get(`/api/search?${new URLSearchParams({ words: "rat\0 0724" }).toString()}`);
  expect(body.hits).toHaveLength(1);
});

it.each([
  ["cross-site", 403],
  ["same-site", 403],
  ["same-origin", 200],
  ["none", 200],
])("a write without an origin that the browser marks as %s is answered %s", async (site, status) => {
  const { status: answered } = await shed.post("/api/undo", {}).set("Sec-Fetch-Site", site);
  expect(answered === 403 ? 403 : 200).toBe(status);
});

it("control characters never reach the calendar", async () => {
  const vehicleId = await shed.add("vehicle", { tag: "SI\u0007 1" });
  await shed.add("recheck", { vehicleId, what: "Mounts\r\nEND:VCALENDAR\u0000\u000bagain", onDate: "2031-01-01" });
  const { text } = await shed.get("/api/due.ics");
  expect(text).toContain("SUMMARY");
  // Only the ends of its lines.
  expect(text.replace(/\r\n/g, "")).not.toMatch(/\p{Cc}/u);
  expect(text.match(/END:VCALENDAR/g)).toHaveLength(2);
});

describe("pictures", () => {
  const taken = async (): Promise<Buffer> => {
    const [width, height] = [320, 240];
    const noise = Uint8Array.from(
      { length: width * height * 3 },
      (_, i) => 128 + 90 * Math.sin(i / 97) + ((i * 7919) % 31),
    );
    return sharp(Buffer.from(noise), { raw: { width, height, channels: 3 } })
      .jpeg({ optimizeCoding: false })
      .toBuffer();
  };
  const send = (bytes: Buffer) =>
    request(shed.app.express).post("/api/photos").set("Host", "localhost").attach("photo", bytes, "a.jpg");

  it("of which a stretch was lost and zeroed are refused", async () => {
    const whole = await taken();
    expect((await send(whole)).status).toBe(200);
    for (const part of [0.2, 0.4, 0.6, 0.8]) {
      const lost = Buffer.from(whole);
      const at = Math.floor(lost.length * part);
      lost.fill(0, at, at + 300);
      const { status, body } = await send(lost);
      expect([part, status, body.error?.message]).toEqual([part, 422, expect.stringContaining("damaged")]);
    }
  });

  it("of one colour are whole, with tables of their own too", async () => {
    const white = sharp({ create: { width: 900, height: 900, channels: 3, background: "#fff" } });
    for (const optimizeCoding of [true, false]) {
      const bytes = await white.clone().jpeg({ optimizeCoding }).toBuffer();
      expect([optimizeCoding, hasZeroedStretch(bytes), (await send(bytes)).status]).toEqual([
        optimizeCoding,
        false,
        200,
      ]);
    }
  });

  it("have their folder made again where it was taken away", async () => {
    rmSync(join(dirname(shed.file), "photos"), { recursive: true });
    const { status, body } = await send(await taken());
    expect(status).toBe(200);
    expect((await shed.get(`/api/photos/${(body as { file: string }).file}`)).status).toBe(200);
  });
});

describe("bytes on their way into memory", () => {
  it("are bounded over all callers: what is over waits its turn, and none is lost", async () => {
    const app = express();
    let [now, most] = [0, 0];
    app.use(bytesInFlight((path) => path === "/streamed", 150_000));
    app.use(express.raw({ type: () => true, limit: "1mb" }));
    app.post("/{*path}", async (req, res) => {
      now += 1;
      most = Math.max(most, now);
      await wait(15);
      now -= 1;
      res.json({ bytes: (req.body as Buffer).length });
    });
    const send = (path: string) => request(app).post(path).send(Buffer.alloc(100_000).toString("latin1"));
    const answers = await Promise.all(Array.from({ length: 6 }, () => send("/held")));
    expect(answers.map((a) => (a.body as { bytes: number }).bytes)).toEqual(Array(6).fill(100_000));
    expect(most).toBe(1);
    most = 0;
    await Promise.all(Array.from({ length: 4 }, () => send("/streamed")));
    expect(most).toBeGreaterThan(1);
  });
});
