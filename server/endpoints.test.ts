import request from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { shopStandard } from "../core";
import { diagnosisOf } from "../domain";
import { answer, models } from "../models";
import { HeavyModels } from "./compute";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const lever = {
  gearbox: { gears: [{ gear: "3", column: "a", travelMm: 10 }] },
  lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct" } },
};

describe("compute door", () => {
  it("answers as the core does", async () => {
    const { body, status } = await shed.post("/api/compute/lever", lever);
    expect(status).toBe(200);
    expect(body).toEqual(answer("lever", lever));
  });

  it("asks the shop's own table where that is said, as the screen asks it, and the model's own where not", async () => {
    const observations = [{ id: "popsOut", present: false }];
    const vehicle = { shifter: "rod", layout: "northSouth" };
    const own = await shed.post("/api/compute/diagnose", { observations, vehicle });
    expect(own.body).toEqual(answer("diagnose", { observations, vehicle }));
    const screen = (symptoms: Record<string, "absent">) =>
      diagnosisOf(shopStandard, { shifterKind: "rod", layout: "northSouth", automatic: false }, symptoms).answer;
    const asked = { knowledge: "shop", observations, vehicle: { ...vehicle, gearbox: "manual" } };
    const shop = await shed.post("/api/compute/diagnose", asked);
    expect(shop.body).toEqual(JSON.parse(JSON.stringify(screen({ popsOut: "absent" }))));
    expect(shop.body.posterior[0].p).not.toEqual(own.body.posterior[0].p);
    const word = await shed.post("/api/compute/diagnose", { ...asked, knowledge: "mine" });
    expect(word.body.error).toMatchObject({ code: "invalid_input", field: "knowledge" });
  });

  // Stock of 24 thicknesses, up to six pieces: some hundreds of thousands of packs.
  const shims = {
    gapMm: 4.4,
    targetMm: 0.3,
    mode: "lift",
    stock: Array.from({ length: 24 }, (_, i) => ({ name: String(i), thicknessMm: 0.05 + i * 0.037, count: 9 })),
    maxPieces: 6,
  };

  it("answers a heavy model from its thread as the core does, refusals too", async () => {
    const good = await shed.post("/api/compute/shims", shims);
    expect([good.status, good.body]).toEqual([200, answer("shims", shims)]);
    const bad = { ...shims, targetMm: "wide" };
    const refused = await shed.post("/api/compute/shims", bad);
    expect([refused.status, refused.body]).toEqual([422, answer("shims", bad)]);
  });

  it("answers others while a heavy model works", async () => {
    const order: string[] = [];
    await Promise.all([
      shed.post("/api/compute/shims", shims).then(() => order.push("shims")),
      shed.post("/api/compute/lever", lever).then(() => order.push("lever")),
    ]);
    expect(order).toEqual(["lever", "shims"]);
  });

  it("stops a heavy model when asked to, and works on", async () => {
    const heavy = new HeavyModels();
    const stop = new AbortController();
    const question = new TextEncoder().encode(JSON.stringify(shims));
    const caller = "127.0.0.1";
    const givenUp = heavy.answer("shims", question, { until: stop.signal, caller });
    stop.abort();
    await expect(givenUp).rejects.toMatchObject({ name: "AbortError" });
    const { json } = await heavy.answer("shims", question, { until: new AbortController().signal, caller });
    expect(JSON.parse(json)).toEqual(answer("shims", shims));
    await heavy.close();
  });

  it.each([
    ["not JSON", "nope", 400, "invalid_json"],
    ["a bare number", "3", 422, "invalid_input"],
    ["a list", "[]", 422, "invalid_input"],
    ["null", "null", 422, "invalid_input"],
  ])("refuses %s", async (_what, text, status, code) => {
    const sent = await request(shed.app.express)
      .post("/api/compute/lever")
      .set("Host", "localhost")
      .type("json")
      .send(text);
    expect([sent.status, sent.body.error.code]).toEqual([status, code]);
  });

  it("knows only its models", async () => {
    const { body, status } = await shed.post("/api/compute/flux", {});
    expect([status, body.error.code]).toEqual([404, "unknown_model"]);
  });

  it("refuses a body over its limit", async () => {
    const big = { text: "x".repeat(9 * 1024 * 1024) };
    const { body, status } = await shed.post("/api/compute/torqueText", big);
    expect([status, body.error.code]).toEqual([413, "too_large"]);
  });
});

describe("API page", () => {
  it("lists every route and model from the contract", async () => {
    const { body } = await shed.get("/api/openapi.json");
    for (const model of models) expect(body.paths).toHaveProperty([`/api/compute/${model.name}`]);
    expect(body.paths).toHaveProperty(["/api/jobs/{id}", "get"]);
    expect((await shed.get("/api")).text).toContain("POST /api/compute/lever");
  });
});

describe("guards", () => {
  it("serve this machine only", async () => {
    const foreign = await request(shed.app.express).get("/api/yard").set("Host", "evil.example");
    expect(foreign.status).toBe(403);
  });

  it("take writes from their own pages only", async () => {
    const crossed = await shed.post("/api/compute/lever", lever).set("Origin", "http://evil.example");
    expect(crossed.body.error).toMatchObject({ code: "forbidden", field: "origin" });
    expect((await shed.post("/api/compute/lever", lever).set("Origin", "http://localhost")).status).toBe(200);
  });

  it("allow no inline script", async () => {
    const policy = (await shed.get("/api/yard")).headers["content-security-policy"];
    expect(policy).toMatch(/script-src 'self'(;|$)/);
    expect(policy).not.toContain("upgrade-insecure-requests");
  });
});
