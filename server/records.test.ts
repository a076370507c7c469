import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import type { Operation } from "../contract";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
beforeEach(async () => {
  shed = await TestShed.open();
});
afterEach(() => shed.close());

const update = (resource: "vehicle" | "job", id: string, version: number, data: object): Operation => ({
  op: "update",
  resource,
  id,
  version,
  data: data as Record<string, unknown>,
});

describe("writing", () => {
  it("keeps a record, its defaults and its version", async () => {
    const { jobId } = await shed.job();
    const { body } = await shed.get(`/api/jobs/${jobId}`);
    expect(body.job).toMatchObject({ number: 1, version: 1, stage: "ask", symptoms: {} });
    expect(body.vehicle.tag).toBe("T 1");
  });

  it("answers a repeated change without writing twice", async () => {
    const id = ulid();
    const body = {
      id,
      scope: "shop",
      label: "add",
      operations: [{ op: "create", resource: "vehicle", id: ulid(), data: { tag: "T 9" } }],
    };
    const first = await shed.post("/api/changes", body);
    const second = await shed.post("/api/changes", body);
    expect(second.status).toBe(200);
    expect(second.body).toEqual(first.body);
    expect((await shed.get("/api/vehicles")).body.total).toBe(1);
  });

  it("does all of a change or none of it", async () => {
    const answer = await shed.change([
      { op: "create", resource: "vehicle", id: ulid(), data: { tag: "A" } },
      { op: "create", resource: "vehicle", id: ulid(), data: { tag: "" } },
    ]);
    expect(answer.status).toBe(422);
    expect(answer.body.error).toMatchObject({ code: "invalid_input", field: "operations[1].data.tag", got: "" });
    expect((await shed.get("/api/vehicles")).body.total).toBe(0);
  });

  it("shows both versions of a stale write and changes nothing", async () => {
    const { vehicleId } = await shed.job();
    expect((await shed.change([update("vehicle", vehicleId, 1, { owner: "Isles Post" })])).status).toBe(200);
    const stale = await shed.change([update("vehicle", vehicleId, 1, { owner: "Somebody" })]);
    expect(stale.status).toBe(409);
    expect(stale.body.error).toMatchObject({
      code: "conflict",
      field: "operations[0].version",
      yours: { owner: "Somebody" },
      theirs: { owner: "Isles Post", version: 2 },
    });
  });

  it("lets exactly one of many simultaneous writers of one version through", async () => {
    const { vehicleId } = await shed.job();
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) => shed.change([update("vehicle", vehicleId, 1, { owner: `Writer ${i}` })])),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(11);
    const { body } = await shed.get(`/api/vehicles/${vehicleId}`);
    const winner = answers.find((a) => a.status === 200)?.body.records[0].record.owner;
    expect(body.vehicle).toMatchObject({ owner: winner, version: 2 });
  });

  it.each<[string, object, string]>([
    ["unknown field", { colour: "red" }, "operations[0].data.colour"],
    ["wrong word", { layout: "sideways" }, "operations[0].data.layout"],
    ["impossible day", { buildDate: "2025-02-30" }, "operations[0].data.buildDate"],
    ["too few", { cylinders: 0 }, "operations[0].data.cylinders"],
    ["text for a number", { idleRpm: "fast" }, "operations[0].data.idleRpm"],
    [
      "gear in no column",
      { gearbox: { columns: [{ column: "a", crossMm: 0 }], gears: [{ gear: "1", column: "b", travelMm: 1 }] } },
      "operations[0].data.gearbox.gears[0].column",
    ],
    [
      "odometer running backwards",
      {
        odometer: [
          { date: "2025-01-01", typed: "90", km: 90 },
          { date: "2025-02-01", typed: "80", km: 80 },
        ],
      },
      "operations[0].data.odometer[1].km",
    ],
  ])("refuses a vehicle with %s and names the field", async (_what, data, field) => {
    const answer = await shed.change([{ op: "create", resource: "vehicle", id: ulid(), data: { tag: "T", ...data } }]);
    expect(answer.status).toBe(422);
    expect(answer.body.error).toMatchObject({ code: "invalid_input", field });
    expect(answer.body.error.accepts).not.toBe("");
  });

  it.each([
    ["an angle for a height", "knobHeight", "12 deg", "values[0].typed"],
    ["a length for a volume", "fluidDrained", "12 mm", "values[0].typed"],
    ["words for a length", "stopGap", "a bit", "values[0].typed"],
  ])("refuses %s in a reading", async (_what, quantity, typed, field) => {
    const { jobId } = await shed.job();
    const data = { jobId, quantity, phase: "before", values: [{ typed, base: 12 }] };
    const answer = await shed.change([{ op: "create", resource: "reading", id: ulid(), data }]);
    expect(answer.status).toBe(422);
    expect(answer.body.error.field).toBe(`operations[0].data.${field}`);
  });

  it("refuses a child whose parent does not exist or lies in the bin", async () => {
    const { vehicleId, jobId } = await shed.job();
    const orphan = await shed.change([
      { op: "create", resource: "step", id: ulid(), data: { jobId: ulid(), text: "Lift it" } },
    ]);
    expect(orphan.body.error.field).toBe("operations[0].data.jobId");
    await shed.change([{ op: "delete", resource: "vehicle", id: vehicleId, version: 1, withJobs: true }]);
    const late = await shed.change([{ op: "create", resource: "step", id: ulid(), data: { jobId, text: "Lift it" } }]);
    expect(late.status).toBe(422);
  });
});

describe("undo, redo and bin", () => {
  it("undoes and redoes a person's own changes, newest first", async () => {
    const { jobId } = await shed.job();
    const scope = `job:${jobId}`;
    await shed.change([update("job", jobId, 1, { complaint: "One" })], scope);
    await shed.change([update("job", jobId, 2, { complaint: "Two" })], scope);
    const step = (endpoint: string) => shed.post(`/api/${endpoint}`, { id: ulid(), scope });
    const complaint = async () => (await shed.get(`/api/jobs/${jobId}`)).body.job.complaint;
    await step("undo");
    expect(await complaint()).toBe("One");
    await step("undo");
    expect(await complaint()).toBe("Slop.");
    await step("redo");
    await step("redo");
    expect(await complaint()).toBe("Two");
    expect((await step("redo")).status).toBe(404);
    await step("undo");
    const { body } = await shed.get(`/api/undo?scope=${scope}`);
    expect(body).toMatchObject({ undo: { label: "test" }, redo: { label: "test" } });
    await shed.change([update("job", jobId, 7, { complaint: "Three" })], scope).expect(409);
  });

  it("offers the choice when the record changed since, and overwrites only when told", async () => {
    const { jobId } = await shed.job();
    const scope = `job:${jobId}`;
    const [anna, bert] = [
      await shed.add("person", { name: "A. Velkin", initials: "AN" }),
      await shed.add("person", { name: "B. Oskerra", initials: "BF" }),
    ];
    await shed.change([update("job", jobId, 1, { complaint: "Anna's" })], scope, { personId: anna });
    await shed.change([update("job", jobId, 2, { complaint: "Bert's" })], scope, { personId: bert });
    const blocked = await shed.post("/api/undo", { id: ulid(), scope, personId: anna });
    expect(blocked.status).toBe(409);
    expect(blocked.body.error.theirs.complaint).toBe("Bert's");
    await shed.post("/api/undo", { id: ulid(), scope, personId: anna, force: true }).expect(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.job.complaint).toBe("Slop.");
  });

  it("undoes a change that touched one record twice", async () => {
    const { jobId } = await shed.job();
    const scope = `job:${jobId}`;
    const id = ulid();
    await shed
      .change(
        [
          { op: "create", resource: "step", id, data: { jobId, text: "First" } },
          { op: "update", resource: "step", id, version: 1, data: { text: "Second" } },
        ],
        scope,
      )
      .expect(200);
    await shed.post("/api/undo", { id: ulid(), scope }).expect(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.step).toEqual([]);
    await shed.post("/api/redo", { id: ulid(), scope }).expect(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.step[0].text).toBe("Second");
  });

  it("asks before a vehicle with jobs goes, bins them together and brings them back together", async () => {
    const { vehicleId, jobId } = await shed.job();
    const scope = `vehicle:${vehicleId}`;
    const remove: Operation = { op: "delete", resource: "vehicle", id: vehicleId, version: 1 };
    const asked = await shed.change([remove], scope);
    expect(asked.status).toBe(409);
    expect(asked.body.error).toMatchObject({ field: "operations[0].withJobs", message: "this vehicle has 1 job (1)" });
    await shed.change([{ ...remove, withJobs: true }], scope).expect(200);
    expect((await shed.get("/api/yard")).body.jobs).toEqual([]);
    expect((await shed.get("/api/bin")).body.records.map((r: { id: string }) => r.id).sort()).toEqual(
      [vehicleId, jobId].sort(),
    );
    await shed.post("/api/undo", { id: ulid(), scope }).expect(200);
    expect((await shed.get("/api/yard")).body.jobs).toHaveLength(1);
  });

  it("restores from the bin", async () => {
    const { jobId } = await shed.job();
    const id = await shed.add("part", { jobId, name: "Carrier bush" });
    await shed.change([{ op: "delete", resource: "part", id, version: 1 }]).expect(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.part).toEqual([]);
    await shed.change([{ op: "restore", resource: "part", id, version: 2 }]).expect(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.part).toHaveLength(1);
  });
});

describe("torque signatures", () => {
  const signing = async (group: object = {}) => {
    const { jobId, vehicleId } = await shed.job();
    const data = {
      jobId,
      name: "Tail mount",
      count: 2,
      loadNeeded: "rideHeight",
      specTyped: "45 Nm",
      ...group,
    } as const;
    const groupId = await shed.add("torqueGroup", data);
    const reading = { typed: "45 Nm", base: 45 };
    const sign = (extra: object = {}) =>
      shed.change([
        {
          op: "create",
          resource: "signature",
          id: ulid(),
          data: { jobId, groupId, bolt: 1, pass: "100 %", reading, ...extra },
        },
      ]);
    const put = (now: string[], version: number) =>
      shed.change([update("vehicle", vehicleId, version, { load: { now, at: null, by: null } })]);
    return { sign, put };
  };
  const field = (name: string): string => `operations[0].data.${name}`;

  it("wait for ride height unless a person overrules with a reason, and for somebody to say what it is on", async () => {
    const { sign, put } = await signing();
    const unsaid = await sign();
    expect([unsaid.status, unsaid.body.error.field]).toEqual([422, field("overruleReason")]);
    expect(unsaid.body.error.message).toContain("nobody has said what the vehicle is on");
    await put(["onStands"], 1).expect(200);
    expect((await sign()).body.error.field).toBe(field("overruleReason"));
    // The first torque above snug twists the rubber already.
    const sixty = { pass: "60 %", reading: { typed: "27 Nm", base: 27 } };
    expect((await sign(sixty)).body.error.field).toBe(field("overruleReason"));
    await sign({ overruleReason: "Arm propped to ride height" }).expect(200);
    await put(["onWheels", "gearboxSupported"], 2).expect(200);
    await sign({ load: ["onWheels"] }).expect(200);
  });

  it("may snug on stands, and refuse a bolt or pass the group does not have", async () => {
    const { sign, put } = await signing();
    await put(["onStands"], 1);
    await sign({ pass: "snug", reading: null }).expect(200);
    expect((await sign({ pass: "snug", bolt: 3 })).body.error.field).toBe(field("bolt"));
    expect((await sign({ pass: "200 %" })).body.error.field).toBe(field("pass"));
  });

  it("outside the limits of their pass say what was done", async () => {
    const { sign } = await signing({ loadNeeded: "any", specTyped: "13 ft-lb" });
    const thirty = { reading: { typed: "30 Nm", base: 30 } };
    const silent = await sign(thirty);
    expect([silent.status, silent.body.error.field]).toEqual([422, field("outcome")]);
    expect(silent.body.error.message).toContain("30 Nm is over the limits of this pass, 15.9 to 19.4 N m");
    expect((await sign({ ...thirty, outcome: "accepted" })).body.error.field).toBe(field("outcomeReason"));
    await sign({ ...thirty, outcome: "redo" }).expect(200);
    await sign({ ...thirty, outcome: "accepted", outcomeReason: "Read at an angle" }).expect(200);
    // A share has its own target: 60 % of 17.6 is 10.6 N m.
    const full = { pass: "60 %", reading: { typed: "17.6 Nm", base: 17.6 } };
    expect((await sign(full)).body.error.field).toBe(field("outcome"));
  });

  it("of a wrench that clicks say what it was set to", async () => {
    const { sign } = await signing({ loadNeeded: "any" });
    expect((await sign({ reading: null })).body.error.field).toBe(field("reading"));
    await sign({ reading: null, setTo: { typed: "45 Nm", base: 45 } }).expect(200);
    const wrong = { reading: null, setTo: { typed: "60 Nm", base: 60 } };
    expect((await sign(wrong)).body.error.field).toBe(field("outcome"));
  });

  it("of an angle need no reading, and come after the torque as a pass of their own", async () => {
    const { sign } = await signing({ loadNeeded: "any", specTyped: "26 lb-ft + 90 deg" });
    await sign({ pass: "angle 90°", reading: null }).expect(200);
    expect((await sign({ pass: "angle 60°", reading: null })).body.error.accepts).toContain("angle 90°");
  });
});

describe("reading", () => {
  it("searches vehicles by tag, owner and model, taking signs as they are", async () => {
    await shed.add("vehicle", { tag: "SI 1", owner: "Torvey Isle", make: "Ulverin", model: "L12" });
    await shed.add("vehicle", { tag: "SI 2", owner: "100% Bakery" });
    const found = async (q: string) => (await shed.get(`/api/vehicles?search=${encodeURIComponent(q)}`)).body.total;
    expect([
      await found("torvey"),
      await found("ulverin l12"),
      await found("100%"),
      await found("_"),
      await found(""),
    ]).toEqual([1, 1, 1, 0, 2]);
  });

  it("says plainly what is not there", async () => {
    const missing = await shed.get(`/api/jobs/${ulid()}`);
    expect(missing.status).toBe(404);
    expect((await shed.get("/api/jobs/not-an-id")).body.error).toMatchObject({ code: "invalid_input", field: "id" });
    expect((await shed.get("/api/nowhere")).body.error.code).toBe("not_found");
    expect((await shed.get("/api/vehicles?limit=0")).body.error.field).toBe("limit");
  });
});

describe("a torque group that is renamed", () => {
  it("stays with the steps that take it off and tighten it, and an undo takes both back", async () => {
    const { jobId } = await shed.job();
    const groupId = await shed.add("torqueGroup", { jobId, name: "Crossmember", count: 4 });
    const facts = { torques: ["Crossmember"], frees: [{ key: "a", name: "bolts", count: 4, group: "Crossmember" }] };
    await shed.add("step", { jobId, text: "Crossmember on", facts });
    await shed.add("step", { jobId, text: "Plug in", facts: { torques: ["Sensor"] } });
    const rename = (name: string, version: number): Operation => ({
      op: "update",
      resource: "torqueGroup",
      id: groupId,
      version,
      data: { name },
    });
    const answer = await shed.change([rename("Rear crossmember", 1)], `job:${jobId}`);
    expect([answer.status, answer.body.error]).toEqual([200, undefined]);
    // The screens hear of the steps too.
    expect(answer.body.records.map((r: { resource: string }) => r.resource)).toEqual(["torqueGroup", "step"]);
    const named = async (): Promise<[string[], string[]][]> =>
      (await shed.get(`/api/jobs/${jobId}`)).body.step.map(
        (s: { facts: { torques: string[]; frees: { group: string }[] } }) => [
          s.facts.torques,
          s.facts.frees.map((f) => f.group),
        ],
      );
    expect(await named()).toEqual([
      [["Rear crossmember"], ["Rear crossmember"]],
      [["Sensor"], []],
    ]);
    expect((await shed.post("/api/undo", { id: ulid(), scope: `job:${jobId}` })).status).toBe(200);
    expect((await named())[0]).toEqual([["Crossmember"], ["Crossmember"]]);
  });

  it("leaves the name to another group that bears it", async () => {
    const { jobId } = await shed.job();
    const first = await shed.add("torqueGroup", { jobId, name: "Mount", count: 2 });
    await shed.add("torqueGroup", { jobId, name: "Mount", count: 2 });
    await shed.add("step", { jobId, text: "Mount on", facts: { torques: ["Mount"] } });
    const op: Operation = {
      op: "update",
      resource: "torqueGroup",
      id: first,
      version: 1,
      data: { name: "Mount, left" },
    };
    expect((await shed.change([op], `job:${jobId}`)).status).toBe(200);
    expect((await shed.get(`/api/jobs/${jobId}`)).body.step[0].facts.torques).toEqual(["Mount"]);
  });
});
