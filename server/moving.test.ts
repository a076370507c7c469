import { beforeEach, describe, expect, it } from "vitest";
import type { Operation } from "../contract";
import { freshShedWithJob } from "../tests/server/shed";

const ids = freshShedWithJob();

const CLOSED = "2031-02-01T08:00:00.000Z";
const job = (version: number, data: object): Operation => ({
  op: "update",
  resource: "job",
  id: ids.jobId,
  version,
  data: data as Record<string, unknown>,
});

const newStep = (id: string): Operation => ({
  op: "create",
  resource: "step",
  id,
  data: { jobId: ids.jobId, text: "x" },
});

describe("closing a job", () => {
  it("needs a reason where something is open, whatever the screen says", async () => {
    await ids.shed.add("step", { jobId: ids.jobId, text: "Shield back on" });
    const silent = await ids.shed.change([job(1, { closedAt: CLOSED })]);
    expect(silent.status).toBe(409);
    expect(silent.body.error).toMatchObject({ field: "operations[0].data.closing" });
    expect(silent.body.error.message).toContain("1 step is open: Shield back on");
    const closing = { open: ["1 step is open"], reason: "fetched early" };
    expect((await ids.shed.change([job(1, { closedAt: CLOSED, closing })])).status).toBe(200);
  });

  it("needs none where nothing is", async () => {
    expect((await ids.shed.change([job(1, { closedAt: CLOSED })])).status).toBe(200);
  });
});

describe("a vehicle that is up", () => {
  it("is not said to be down while a critical bolt of an open job is not signed; once it is, it may", async () => {
    const { shed, jobId, vehicleId } = ids;
    const say = (version: number, now: string[]): Promise<{ status: number; body: { error: object } }> =>
      shed.change([
        { op: "update", resource: "vehicle", id: vehicleId, version, data: { load: { now, at: CLOSED, by: null } } },
      ]);
    const groupId = await shed.add("torqueGroup", {
      jobId,
      name: "Prop shaft",
      critical: "driveline",
      count: 1,
      specTyped: "22 Nm",
      specSource: "p. 3",
      specOrigin: "specified",
      passes: [{ name: "100 %", pct: 100 }],
    });
    // Never said to be up: nothing comes down.
    expect((await say(1, ["onWheels"])).status).toBe(200);
    expect((await say(2, ["onStands"])).status).toBe(200);
    const down = await say(3, ["onWheels"]);
    expect(down.status).toBe(409);
    expect(down.body.error).toMatchObject({
      field: "operations[0].data.load.now",
      message: expect.stringContaining("Prop shaft") as string,
    });
    expect((await say(3, [])).status).toBe(200);
    expect((await say(4, ["onWheels"])).status).toBe(409);
    const signed = { typed: "22 Nm", base: 22 };
    await shed.add("signature", { jobId, groupId, bolt: 1, pass: "100 %", setTo: signed });
    expect((await say(4, ["onWheels"])).status).toBe(200);
  });
});

describe("a closed job", () => {
  beforeEach(async () => {
    await ids.shed.change([job(1, { closedAt: CLOSED })]);
  });

  it("is changed only as a correction, which stays in the history with its reason", async () => {
    const silent = await ids.shed.change([job(2, { verdict: "Better." })]);
    expect(silent.body.error).toMatchObject({ code: "conflict", field: "correction" });
    const correction = "was forgotten";
    const said = await ids.shed.change([job(2, { verdict: "Better." })], `job:${ids.jobId}`, { correction });
    expect(said.status).toBe(200);
    const { body } = await ids.shed.get(`/api/history?scope=job:${ids.jobId}`);
    expect(body.changes[0]).toMatchObject({ correction });
  });

  it("takes nothing that hangs on it without a reason, new or changed", async () => {
    const step = newStep("01ARZ3NDEKTSV4RRFFQ69G5FAV");
    expect((await ids.shed.change([step])).body.error.field).toBe("correction");
    expect((await ids.shed.change([step], "shop", { correction: "forgotten" })).status).toBe(200);
    const bin: Operation = { op: "delete", resource: "step", id: step.id, version: 1 };
    expect((await ids.shed.change([bin])).body.error.field).toBe("correction");
  });

  it("is opened again, binned and brought back without one", async () => {
    const step = newStep("01ARZ3NDEKTSV4RRFFQ69G5FAW");
    expect((await ids.shed.change([job(2, { closedAt: null }), step])).status).toBe(200);
    expect((await ids.shed.change([{ op: "delete", resource: "job", id: ids.jobId, version: 3 }])).status).toBe(200);
    const { body } = await ids.shed.get("/api/bin");
    expect(body.records[0]).toMatchObject({ resource: "job", of: "T 1" });
    expect((await ids.shed.change([{ op: "restore", resource: "job", id: ids.jobId, version: 4 }])).status).toBe(200);
  });
});

describe("the bin and the history", () => {
  it("say which job a record is of, and give the history page by page", async () => {
    const stepId = await ids.shed.add("step", { jobId: ids.jobId, text: "Shield" }, `job:${ids.jobId}`);
    await ids.shed.change([{ op: "delete", resource: "step", id: stepId, version: 1 }], `job:${ids.jobId}`);
    expect((await ids.shed.get("/api/bin")).body.records[0]).toMatchObject({ title: "Shield", of: "job 1, T 1" });
    const page = async (offset: number) =>
      (await ids.shed.get(`/api/history?scope=job:${ids.jobId}&limit=1&offset=${offset}`)).body;
    const [first, second] = [await page(0), await page(1)];
    expect([first.total, first.changes.length, second.changes.length]).toEqual([2, 1, 1]);
    expect(first.changes[0].id).not.toBe(second.changes[0].id);
  });
});

describe("people and dates", () => {
  it("lets no two people sign with the same initials, capitals or not", async () => {
    await ids.shed.add("person", { name: "E. Corrow", initials: "EC" });
    const second: Operation = {
      op: "create",
      resource: "person",
      id: "01ARZ3NDEKTSV4RRFFQ69G5FAX",
      data: { name: "E. Crane", initials: "ec" },
    };
    const answer = await ids.shed.change([second]);
    expect(answer.body.error).toMatchObject({ field: "operations[0].data.initials", got: "ec" });
    expect(answer.body.error.message).toContain("E. Corrow");
  });

  it("keeps a build date of which only the month is known, and no month that does not exist", async () => {
    await ids.shed.add("part", { jobId: ids.jobId, name: "Bush", builtFrom: "2004-03" });
    await expect(ids.shed.add("part", { jobId: ids.jobId, name: "Bush", builtTo: "2004-13" })).rejects.toThrow(
      /builtTo/,
    );
  });
});

describe("the yard", () => {
  it("lists parts on their way with their job, and takes a cure whose time is up for ready", async () => {
    await ids.shed.add("part", { jobId: ids.jobId, name: "Bush", state: "ordered" });
    await ids.shed.add("part", { jobId: ids.jobId, name: "Other", state: "ordered", alternative: true });
    const cure = { kind: "cure", what: "Glue", since: "2020-01-01T08:00:00.000Z", until: "2020-01-01T09:00:00.000Z" };
    await ids.shed.change([job(1, { waits: cure })]);
    const { body } = await ids.shed.get("/api/yard");
    expect(body.jobs[0].ordered.map((p: { name: string }) => p.name)).toEqual(["Bush"]);
    expect(body.jobs[0].waits).toMatchObject({ kind: "nothing", what: "Time is up: Glue" });
    expect(body.waiting).toMatchObject({ nothing: 1, cure: 0 });
  });
});
