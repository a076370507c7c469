import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { instrumentReading, type InstrumentReading } from "../../contract";
import { TestShed } from "../../tests/server/shed";
import { standInInstruments } from ".";

let shed: TestShed;
let server: ReturnType<TestShed["app"]["express"]["listen"]>;
let address: string;
beforeAll(async () => {
  shed = await TestShed.open();
  server = shed.app.express.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  await shed.close();
});

/** Listens until `count` readings came or the stream has been silent for `silenceMs`. */
async function listen(path: string, count: number, silenceMs = 4000): Promise<InstrumentReading[]> {
  const gone = new AbortController();
  const response = await fetch(address + path, { signal: gone.signal });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  const out: InstrumentReading[] = [];
  while (out.length < count) {
    const next = await Promise.race([reader.read(), new Promise<null>((r) => setTimeout(() => r(null), silenceMs))]);
    if (!next || next.done) break;
    for (const line of next.value.split("\n")) {
      if (line.startsWith("data: ")) out.push(instrumentReading.parse(JSON.parse(line.slice(6))));
    }
  }
  gone.abort();
  return out;
}

describe("instruments", () => {
  it("are listed with what they measure and that they are stand-ins", async () => {
    const { body } = await shed.get("/api/instruments");
    expect(body.instruments.map((i: { kind: string; standIn: boolean }) => [i.kind, i.standIn])).toEqual([
      ["calliper", true],
      ["dial", true],
      ["angleGauge", true],
      ["torqueWrench", true],
      ["torqueWrench", true],
      ["accelerometer", true],
    ]);
  });

  it("stream readings that settle on the piece, with noise", async () => {
    const readings = await listen("/api/instruments/calliper/readings?near=12.4", 16);
    const last = readings.slice(-6);
    expect(last.every((r) => r.steady)).toBe(true);
    for (const r of last) expect(Math.abs(r.value - 12.4)).toBeLessThan(0.1);
    expect(new Set(last.map((r) => r.value)).size).toBeGreaterThan(1);
    // The jaws close on it: the first reading is well off.
    expect(readings[0].value).toBeGreaterThan(13);
  });

  it("keep the peak of a wrench's pull until the next one", async () => {
    const wrench = standInInstruments.find((i) => i.id === "wrench");
    const gone = new AbortController();
    const seen: InstrumentReading[] = [];
    for await (const r of wrench!.readings({ near: 40, silentAfter: null }, gone.signal)) {
      seen.push(r);
      if (r.steady) break;
    }
    gone.abort();
    const top = Math.max(...seen.map((r) => r.value));
    expect(seen[seen.length - 1]).toMatchObject({ value: 0, peak: top, steady: true });
    expect(Math.abs(top - 40)).toBeLessThan(2);
  });

  it("can fall silent without closing", async () => {
    const readings = await listen("/api/instruments/dial/readings?near=0.3&silentAfter=3", 10, 900);
    expect(readings).toHaveLength(3);
  });

  it("that do not exist are not found", async () => {
    const { status, body } = await shed.get("/api/instruments/micrometer/readings");
    expect([status, body.error.code, body.error.accepts]).toEqual([
      404,
      "not_found",
      "calliper, dial, angle, wrench, angleWrench, accelerometer",
    ]);
  });

  it("give the same noise to the same listener", async () => {
    const both = await Promise.all([1, 2].map(() => listen("/api/instruments/angle/readings?near=3", 4)));
    expect(both[0].map((r) => r.value)).toEqual(both[1].map((r) => r.value));
  });
});
