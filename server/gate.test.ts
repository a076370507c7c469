import { describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { SHOP_ID, type Operation } from "../contract";
import { freshShedWithJob, TestShed } from "../tests/server/shed";

const ids = freshShedWithJob();

const create = (resource: Extract<Operation, { op: "create" }>["resource"], data: object, id = ulid()) =>
  ({ op: "create", resource, id, data: data as Record<string, unknown> }) satisfies Operation;
const update = (resource: Operation["resource"], id: string, version: number, data: object, extra: object = {}) =>
  ({ op: "update", resource, id, version, data: data as Record<string, unknown>, ...extra }) as Operation;
const remove = (resource: Operation["resource"], id: string, version: number, extra: object = {}) =>
  ({ op: "delete", resource, id, version, ...extra }) as Operation;
const step = (kind: "undo" | "redo", scope: string, extra: object = {}) =>
  ids.shed.post(`/api/${kind}`, { id: ulid(), scope, ...extra });
const jobScope = (): string => `job:${ids.jobId}`;

/** A group of six bolts with its last one signed. */
async function signedGroup(): Promise<{ groupId: string; signatureId: string }> {
  const { jobId } = ids;
  const groupId = await ids.shed.add("torqueGroup", { jobId, name: "Crossmember", count: 6 });
  const signed = { jobId, groupId, bolt: 6, pass: "100 %" } as const;
  return { groupId, signatureId: await ids.shed.add("signature", signed) };
}

describe("undo, redo and the bin pass the same gate as edits", () => {
  it("a job does not come back into the Yard under a vehicle that is in the bin", async () => {
    const { jobId, vehicleId } = ids;
    await ids.shed.change([remove("job", jobId, 1)], jobScope()).expect(200);
    await ids.shed.change([remove("vehicle", vehicleId, 1)]).expect(200);
    const undone = await step("undo", jobScope());
    expect([undone.status, undone.body.error.code]).toEqual([422, "invalid_input"]);
    const restored = await ids.shed.change([{ op: "restore", resource: "job", id: jobId, version: 2 }]);
    expect([restored.status, restored.body.error.field]).toEqual([422, "operations[0].vehicleId"]);
    expect((await ids.shed.get("/api/yard")).body.jobs).toEqual([]);
  });

  it("a vehicle whose creation is undone does not leave its jobs behind", async () => {
    const own = await TestShed.open();
    const vehicleId = await own.add("vehicle", { tag: "U 1" }, "shop");
    await own.change([create("job", { vehicleId })], `vehicle:${vehicleId}`).expect(200);
    const undone = await own.post("/api/undo", { id: ulid(), scope: "shop" });
    expect([undone.status, undone.body.error.message]).toEqual([409, "this vehicle has 1 job (1)"]);
    await own.close();
  });

  it("a step back that would strand a signature asks, and with force takes it along", async () => {
    const { jobId } = ids;
    const groupId = await ids.shed.add("torqueGroup", { jobId, name: "Crossmember", count: 2 });
    await ids.shed.change([update("torqueGroup", groupId, 1, { count: 6 })], jobScope()).expect(200);
    const signed = { jobId, groupId, bolt: 6, pass: "snug" } as const;
    const signatureId = await ids.shed.add("signature", signed);
    const refused = await step("undo", jobScope());
    expect([refused.status, refused.body.error.message]).toEqual([409, "signed bolts would go: 6"]);
    await step("undo", jobScope(), { force: true }).expect(200);
    const { body } = await ids.shed.get(`/api/jobs/${jobId}`);
    expect([body.torqueGroup[0].count, body.signature]).toEqual([2, []]);
    const back = await ids.shed.change([{ op: "restore", resource: "signature", id: signatureId, version: 2 }]);
    expect([back.status, back.body.error.field]).toEqual([422, "operations[0].bolt"]);
  });

  it("a chosen lever that goes is no longer chosen, and undo chooses it again", async () => {
    const { jobId } = ids;
    const drive = { kind: "direct", axisDeg: 0 } as const;
    const lever = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive };
    const setupId = await ids.shed.add("setup", { jobId, role: "candidate", name: "Short", lever });
    await ids.shed.change([update("job", jobId, 1, { chosenSetupId: setupId })], jobScope()).expect(200);
    await ids.shed.change([remove("setup", setupId, 1)], jobScope()).expect(200);
    expect((await ids.shed.get(`/api/jobs/${jobId}`)).body.job.chosenSetupId).toBeNull();
    await step("undo", jobScope()).expect(200);
    expect((await ids.shed.get(`/api/jobs/${jobId}`)).body.job.chosenSetupId).toBe(setupId);
  });
});

describe("the gate refuses", () => {
  const refused = async (operation: Operation, field: string, code = "invalid_input"): Promise<void> => {
    const { status, body } = await ids.shed.change([operation]);
    expect([status >= 400 && status < 500, body.error?.code, body.error?.field]).toEqual([true, code, field]);
  };

  it("a photo or a recording without its file", async () => {
    const { jobId } = ids;
    const file = "a".repeat(64);
    await refused(create("photo", { jobId, file, widthPx: 9, heightPx: 9 }), "operations[0].data.file");
    const recording = { jobId, file, rateHz: 100, count: 100, binHz: 1, peaks: [] };
    await refused(create("recording", recording), "operations[0].data.file");
  });

  it.each([
    ["3 mm", 300],
    ["1/2 in", 1],
    ["12 Nm", 16.3],
  ])("%s that is kept as %s", async (typed, base) => {
    const joint = { jobId: ids.jobId, name: "Pin", at: "pin", play: { typed, base } };
    await refused(create("joint", joint), "operations[0].data.play.base");
  });

  it.each([
    ["1/32 in", 0.79375],
    ["0.4", 0.4],
    ["0.4", 10.16],
    ["5 to 5 1/2 in", 127],
  ])("nothing of %s kept as %s", async (typed, base) => {
    await ids.shed.add("joint", { jobId: ids.jobId, name: "Pin", at: "pin", play: { typed, base } });
  });

  it("a reading moved to another vehicle's job", async () => {
    const other = await ids.shed.add("vehicle", { tag: "T 2" });
    const otherJob = await ids.shed.add("job", { vehicleId: other });
    const values = [{ typed: "312 mm", base: 312 }];
    const id = await ids.shed.add("reading", { jobId: ids.jobId, quantity: "knobHeight", phase: "before", values });
    await refused(update("reading", id, 1, { jobId: otherJob }), "operations[0].data.jobId");
    const second = await ids.shed.add("job", { vehicleId: ids.vehicleId });
    await ids.shed.change([update("reading", id, 1, { jobId: second })]).expect(200);
  });

  it("a torque group that shrinks or goes under signatures, unless they are to go too", async () => {
    const { groupId, signatureId } = await signedGroup();
    await refused(update("torqueGroup", groupId, 1, { count: 2 }), "operations[0].withSignatures", "conflict");
    await refused(
      update("torqueGroup", groupId, 1, { passes: [{ name: "snug" }] }),
      "operations[0].withSignatures",
      "conflict",
    );
    await refused(remove("torqueGroup", groupId, 1), "operations[0].withSignatures", "conflict");
    const both = await ids.shed.change([update("torqueGroup", groupId, 1, { count: 2 }, { withSignatures: true })]);
    expect(both.body.records.map((r: { record: { id: string } }) => r.record.id)).toEqual([signatureId, groupId]);
    expect((await ids.shed.get(`/api/jobs/${ids.jobId}`)).body.signature).toEqual([]);
    await step("undo", "shop").expect(200);
    expect((await ids.shed.get(`/api/jobs/${ids.jobId}`)).body.signature).toHaveLength(1);
    await ids.shed.change([remove("torqueGroup", groupId, 3, { withSignatures: true })]).expect(200);
  });

  it("a lever or a person that does not exist, or is another job's", async () => {
    const { jobId, vehicleId } = ids;
    await refused(update("job", jobId, 1, { chosenSetupId: ulid() }), "operations[0].data.chosenSetupId");
    const load = { now: ["onStands"], at: null, by: ulid() };
    await refused(update("vehicle", vehicleId, 1, { load }), "operations[0].data.load.by");
    const otherJob = await ids.shed.add("job", { vehicleId });
    const lever = {
      knob: { xMm: 0, zMm: 300 },
      pin: { xMm: 0, zMm: -60 },
      drive: { kind: "direct", axisDeg: 0 },
    } as const;
    const theirs = await ids.shed.add("setup", { jobId: otherJob, role: "candidate", name: "Theirs", lever });
    await refused(update("job", jobId, 1, { chosenSetupId: theirs }), "operations[0].data.chosenSetupId");
    const { status, body } = await ids.shed.change([create("step", { jobId, text: "x" })], "shop", {
      personId: ulid(),
    });
    expect([status, body.error.field]).toEqual([422, "personId"]);
  });

  it("a person who has left is still named by what they did", async () => {
    const who = await ids.shed.add("person", { name: "B. Sorley", initials: "BS" });
    const values = [{ typed: "312 mm", base: 312 }];
    const reading = { jobId: ids.jobId, quantity: "knobHeight", phase: "before", values, takenBy: who } as const;
    const id = await ids.shed.add("reading", reading);
    await ids.shed.change([remove("person", who, 1)]).expect(200);
    await ids.shed.change([update("reading", id, 1, { note: "by the seam" })]).expect(200);
  });

  it("a second shop, and the shop in the bin", async () => {
    await refused(create("shop", { name: "Second" }), "operations[0].data");
    await ids.shed.change([create("shop", { name: "Own" }, SHOP_ID)]).expect(200);
    await refused(remove("shop", SHOP_ID, 1), "operations[0].resource");
  });

  it("a job closed before it was opened", async () => {
    await refused(update("job", ids.jobId, 1, { closedAt: "2001-01-01T00:00:00.000Z" }), "operations[0].data.closedAt");
  });
});

describe("whose a write is", () => {
  it("a repeated id with other contents is refused, with the same it is answered", async () => {
    const id = ulid();
    const say = (owner: string, version: number) =>
      ids.shed.post("/api/changes", {
        id,
        scope: "shop",
        label: "owner",
        operations: [update("vehicle", ids.vehicleId, version, { owner })],
      });
    const first = await say("One", 1);
    const again = await say("One", 2);
    expect([again.status, again.body]).toEqual([200, first.body]);
    const other = await say("One and more", 1);
    expect([other.status, other.body.error.code, other.body.error.field]).toEqual([409, "conflict", "id"]);
    const back = { id: ulid(), scope: "shop" };
    await ids.shed.post("/api/undo", back).expect(200);
    expect((await ids.shed.post("/api/redo", back)).status).toBe(409);
  });

  it("what waited for another shop is not written into this one", async () => {
    const { shopId } = (await ids.shed.get("/api/shop")).body;
    const edit = (shop: string, version: number) =>
      ids.shed.change([update("vehicle", ids.vehicleId, version, { owner: "x" })], "shop", { shopId: shop });
    const foreign = await edit(ulid(), 1);
    expect([foreign.status, foreign.body.error.code, foreign.body.error.field]).toEqual([403, "forbidden", "shopId"]);
    await edit(shopId, 1).expect(200);
  });

  it("with nobody chosen, each screen undoes its own edits", async () => {
    const [left, right] = [ulid(), ulid()];
    const edit = (station: string, owner: string, version: number) =>
      ids.shed.change([update("vehicle", ids.vehicleId, version, { owner })], jobScope(), { station });
    await edit(left, "left", 1).expect(200);
    expect((await step("undo", jobScope(), { station: right })).status).toBe(404);
    const offered = async (station: string) =>
      (await ids.shed.get(`/api/undo?scope=${jobScope()}&station=${station}`)).body.undo?.label ?? null;
    expect([await offered(left), await offered(right)]).toEqual(["test", null]);
    await step("undo", jobScope(), { station: left }).expect(200);
    expect((await ids.shed.get(`/api/vehicles/${ids.vehicleId}`)).body.vehicle.owner).toBe("");
  });
});
