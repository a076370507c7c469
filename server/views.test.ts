import { describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { SHOP_ID } from "../contract";
import { shedWithJob, TestShed } from "../tests/server/shed";

const ids = shedWithJob();

describe("yard", () => {
  it("shows open jobs with what they wait for, and counts the rest", async () => {
    const later = await ids.shed.add("job", {
      vehicleId: ids.vehicleId,
      complaint: "Shakes.",
      openedAt: "2031-01-01T08:00:00.000Z",
      waits: { kind: "part", what: "Bush", since: "2031-01-02T08:00:00.000Z" },
    });
    const closed = await ids.shed.add("job", { vehicleId: ids.vehicleId, closedAt: "2031-02-01T08:00:00.000Z" });
    const { body } = await ids.shed.get("/api/yard");
    expect(body.jobs.map((j: { id: string }) => j.id)).toEqual([ids.jobId, later]);
    expect(body.jobs[1]).toMatchObject({ tag: "T 1", waits: { kind: "part", what: "Bush" } });
    expect(body).toMatchObject({ vehicles: 1, closedJobs: 1, total: 2, waiting: { nothing: 1, part: 1, cure: 0 } });
    expect(body.jobs.some((j: { id: string }) => j.id === closed)).toBe(false);
  });

  it("gives them page by page, newest first within what they wait for, with true counts", async () => {
    const own = await TestShed.open();
    const vehicleId = await own.add("vehicle", { tag: "P 1" });
    const day = (i: number): string => new Date(Date.UTC(2031, 0, 1 + i)).toISOString();
    const kinds = ["nothing", "part"] as const;
    const jobs = Array.from({ length: 12 }, (_, i) => ({ openedAt: day(i), kind: kinds[i % 2] }));
    for (const { openedAt, kind } of jobs) {
      await own.add("job", { vehicleId, openedAt, waits: { kind, what: "", since: null, until: null } });
    }
    const pages = [];
    for (const offset of [0, 5, 10]) pages.push((await own.get(`/api/yard?limit=5&offset=${offset}`)).body);
    const got = pages.flatMap((p) => p.jobs as { openedAt: string; waits: { kind: string } }[]);
    const expected = kinds.flatMap((kind) => jobs.filter((j) => j.kind === kind).reverse());
    expect(got.map((j) => [j.waits.kind, j.openedAt])).toEqual(expected.map((j) => [j.kind, j.openedAt]));
    for (const p of pages) expect([p.total, p.waiting.nothing, p.waiting.part]).toEqual([12, 6, 6]);
    await own.close();
  });

  it("finds a vehicle by the number of any of its jobs, open or closed, and by no part of it", async () => {
    const own = await TestShed.open();
    const [one, two] = [await own.add("vehicle", { tag: "N 1" }), await own.add("vehicle", { tag: "N 2" })];
    await own.add("job", { vehicleId: one, closedAt: "2031-02-01T08:00:00.000Z" });
    for (let i = 0; i < 11; i++) await own.add("job", { vehicleId: two });
    const tags = async (search: string): Promise<string[]> =>
      (await own.get(`/api/vehicles?search=${encodeURIComponent(search)}`)).body.vehicles.map(
        (v: { tag: string }) => v.tag,
      );
    const first = (await own.get("/api/yard")).body.jobs.map((j: { number: number }) => j.number);
    const [least, most] = [Math.min(...first), Math.max(...first)];
    expect(await tags(`job ${least - 1}`)).toEqual(["N 1"]);
    expect(await tags(String(most))).toEqual(["N 2"]);
    expect(await tags(`Job ${most}`)).toEqual(["N 2"]);
    expect(await tags(`job ${most + 1}`)).toEqual([]);
    await own.close();
  });

  it("numbers jobs on from where the shop says, and lets nobody choose a number", async () => {
    const shop = { op: "create", resource: "shop", id: SHOP_ID, data: { firstJobNumber: 214 } } as const;
    await ids.shed.change([shop]).expect(200);
    const id = await ids.shed.add("job", { vehicleId: ids.vehicleId });
    const next = await ids.shed.add("job", { vehicleId: ids.vehicleId });
    expect((await ids.shed.get(`/api/jobs/${id}`)).body.job.number).toBe(214);
    expect((await ids.shed.get(`/api/jobs/${next}`)).body.job.number).toBe(215);
    const chosen = {
      op: "create",
      resource: "job",
      id: ulid(),
      data: { vehicleId: ids.vehicleId, number: 7 },
    } as const;
    const { status, body } = await ids.shed.change([chosen]);
    expect([status, body.error.field]).toEqual([422, "operations[0].data.number"]);
    const moved = { op: "update", resource: "job", id, version: 1, data: { number: 7 } } as const;
    expect((await ids.shed.change([moved])).body.error.field).toBe("operations[0].data.number");
  });
});

describe("job and dossier", () => {
  it("bring everything that hangs on them, in its order, and nothing from the bin", async () => {
    const { jobId, vehicleId } = ids;
    await ids.shed.add("step", { jobId, text: "Second", position: 2 });
    await ids.shed.add("step", { jobId, text: "First", position: 1 });
    const gone = await ids.shed.add("step", { jobId, text: "Gone", position: 3 });
    await ids.shed.change([{ op: "delete", resource: "step", id: gone, version: 1 }]);
    await ids.shed.add("joint", { jobId, name: "Pin bush", at: "pin", play: { typed: "1/32 in", base: 0.79375 } });
    await ids.shed.add("reading", {
      jobId,
      quantity: "knobHeight",
      phase: "before",
      values: [{ typed: "312 mm", base: 312 }],
    });
    await ids.shed.add("torqueGroup", {
      jobId,
      name: "Flange",
      specTyped: "62 Nm",
      specOrigin: "specified",
      specSource: "sheet",
    });
    const { body } = await ids.shed.get(`/api/jobs/${jobId}`);
    expect(body.step.map((s: { text: string }) => s.text)).toEqual(["First", "Second"]);
    expect(body.joint[0]).toMatchObject({ play: { typed: "1/32 in", base: 0.79375 }, tryNew: false, newPlay: null });
    const dossier = (await ids.shed.get(`/api/vehicles/${vehicleId}`)).body;
    expect(dossier.torqueGroup[0].name).toBe("Flange");
    expect(dossier.reading).toHaveLength(1);
    expect(dossier.jobs[0].number).toBeGreaterThan(dossier.jobs.at(-1).number);
  });

  it("keep what was typed beside what was understood", async () => {
    const id = await ids.shed.add("setup", {
      jobId: ids.jobId,
      role: "old",
      name: "Old",
      lever: {
        knob: { xMm: 0, zMm: 300 },
        pin: { xMm: 0, zMm: -60 },
        drive: { kind: "rod", joint: { xMm: 400, zMm: -60 } },
      },
    });
    const { body } = await ids.shed.get(`/api/jobs/${ids.jobId}`);
    const setup = body.setup.find((s: { id: string }) => s.id === id);
    expect(setup.lever.drive).toEqual({ kind: "rod", joint: { xMm: 400, zMm: -60 }, axisDeg: 0 });
    expect(setup.pivot).toEqual({ xMm: 0, zMm: 0 });
  });
});

describe("shop", () => {
  it("has settings before any are kept, and then those that are", async () => {
    const own = await TestShed.open();
    expect((await own.get("/api/shop")).body.shop).toMatchObject({
      id: SHOP_ID,
      version: 0,
      units: "metric",
      singleKeys: true,
    });
    await own
      .change([{ op: "create", resource: "shop", id: SHOP_ID, data: { units: "inch", name: "Shed" } }])
      .expect(200);
    const kept = (await own.get("/api/shop")).body;
    expect(kept.shop).toMatchObject({ version: 1, units: "inch", name: "Shed" });
    expect(kept.shopId).toMatch(/^[0-9A-Z]{26}$/);
    await own.close();
  });

  it("lists people by name, without those in the bin", async () => {
    const z = await ids.shed.add("person", { name: "Z. Velkin", initials: "ZN" });
    await ids.shed.add("person", { name: "A. Oskerra", initials: "AF" });
    await ids.shed.change([{ op: "delete", resource: "person", id: z, version: 1 }]);
    expect((await ids.shed.get("/api/shop")).body.people.map((p: { name: string }) => p.name)).toEqual(["A. Oskerra"]);
  });
});

describe("history", () => {
  it("tells what was changed in a list, newest first, and by whom", async () => {
    const scope = `vehicle:${ids.vehicleId}`;
    const who = await ids.shed.add("person", { name: "B. Sorley", initials: "BS" });
    const edit = (owner: string, version: number) =>
      ids.shed.post("/api/changes", {
        id: ulid(),
        scope,
        label: `Owner ${owner}`,
        personId: who,
        operations: [{ op: "update", resource: "vehicle", id: ids.vehicleId, version, data: { owner } }],
      });
    await edit("one", 1).expect(200);
    await edit("two", 2).expect(200);
    await ids.shed.post("/api/undo", { id: ulid(), scope, personId: who }).expect(200);
    const { body } = await ids.shed.get(`/api/history?scope=${scope}`);
    expect(body.changes.map((c: { label: string; state: string }) => `${c.label}, ${c.state}`)).toEqual([
      "Undo: Owner two, gone",
      "Owner two, undone",
      "Owner one, done",
    ]);
    expect(body.changes[1].personId).toBe(who);
    expect((await ids.shed.get("/api/history?scope=nowhere")).status).toBe(422);
  });

  it("does not offer one person's steps to another", async () => {
    const scope = `job:${ids.jobId}`;
    const who = await ids.shed.add("person", { name: "C. Velkin", initials: "CN" });
    await ids.shed.change(
      [{ op: "create", resource: "finding", id: ulid(), data: { jobId: ids.jobId, text: "Leak" } }],
      scope,
      { personId: who },
    );
    expect((await ids.shed.get(`/api/undo?scope=${scope}&personId=${who}`)).body.undo.label).toBe("test");
    expect((await ids.shed.get(`/api/undo?scope=${scope}`)).body.undo).toBeNull();
    expect((await ids.shed.post("/api/undo", { id: ulid(), scope })).status).toBe(404);
  });
});
