import { describe, expect, it } from "vitest";
import { dueView } from "../contract";
import { ulid } from "ulid";
import { isSoon } from "./services/due";
import { shedWithJob } from "../tests/server/shed";

const ids = shedWithJob();

describe("what is due", () => {
  it("needs a day, a time or a distance with where it begins", async () => {
    const { vehicleId } = ids;
    await expect(ids.shed.add("recheck", { vehicleId, what: "Mounts" })).rejects.toThrow(/everyKm/);
    await expect(ids.shed.add("recheck", { vehicleId, what: "Mounts", everyKm: 500 })).rejects.toThrow(/fromKm/);
    await expect(ids.shed.add("recheck", { vehicleId, what: "Mounts", onDate: "2031-02-31" })).rejects.toThrow(
      /onDate/,
    );
  });

  it("is listed with its vehicle, in the Yard once it is near, and as a calendar", async () => {
    const { vehicleId, jobId } = ids;
    const late = await ids.shed.add("recheck", { vehicleId, jobId, what: "Mounts, all", onDate: "2020-01-01" });
    await ids.shed.add("recheck", { vehicleId, what: "Seal", onDate: "2090-01-01" });
    await ids.shed.add("part", { jobId, name: "Clip", way: "temporary", recheck: "2021-05-01" });
    const view = dueView.parse((await ids.shed.get("/api/due")).body);
    expect(view.due.map((d) => [d.what, d.tag, d.overdue])).toEqual([
      ["Mounts, all", "T 1", true],
      ["Clip, temporary", "T 1", true],
      ["Seal", "T 1", false],
    ]);
    const { body } = await ids.shed.get("/api/yard");
    expect(body.due).toHaveLength(2);
    const calendar = await ids.shed.get("/api/due.ics");
    expect(calendar.headers["content-type"]).toContain("text/calendar");
    expect(calendar.text).toContain(`UID:${late}@ash-lever`);
    expect(calendar.text).toContain("SUMMARY:T 1: Mounts\\, all");
    expect(calendar.text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
  });

  it("is noted as looked at although its job is closed, and is due no more", async () => {
    const [{ key }] = dueView.parse((await ids.shed.get("/api/due")).body).due;
    const closing = { open: ["x"], reason: "x" };
    const closed = await ids.shed.change([
      {
        op: "update",
        resource: "job",
        id: ids.jobId,
        version: 1,
        data: { closedAt: new Date().toISOString(), closing },
      },
    ]);
    expect(closed.status).toBe(200);
    const answer = await ids.shed.change([
      { op: "update", resource: "recheck", id: key, version: 1, data: { doneAt: "2031-01-01", outcome: "good" } },
    ]);
    expect(answer.status).toBe(200);
    expect((await ids.shed.get("/api/due")).body.due.map((d: { key: string }) => d.key)).not.toContain(key);
    const dossier = (await ids.shed.get(`/api/vehicles/${ids.vehicleId}`)).body;
    expect(dossier.recheck).toHaveLength(2);
  });
});

describe("the Yard's list of what is due", () => {
  it("is that of all vehicles at every moment, whatever was written, taken back or put into the bin", async () => {
    const { shed } = ids;
    const agree = async (after: string): Promise<void> => {
      const all = dueView.parse((await shed.get("/api/due")).body).due.filter(isSoon);
      const { due } = (await shed.get("/api/yard")).body as { due: unknown[] };
      expect([after, due]).toEqual([after, JSON.parse(JSON.stringify(all))]);
    };
    const vehicleId = await shed.add("vehicle", { tag: "T 2" });
    await agree("a vehicle");
    const jobId = await shed.add("job", { vehicleId, complaint: "x" });
    const recheck = await shed.add("recheck", { vehicleId, what: "Bolts", onDate: "2020-01-01" });
    await agree("a recheck");
    const part = await shed.add("part", { jobId, name: "Clip", way: "temporary", recheck: "2020-02-02" });
    await agree("a temporary part");
    const change = (op: object, extra: object = {}) =>
      shed.change([{ id: recheck, resource: "recheck", version: 1, ...op, ...extra } as never]);
    expect((await change({ op: "update", data: { what: "Bolts, again" } })).status).toBe(200);
    await agree("a changed recheck");
    expect((await change({ op: "update", id: vehicleId, resource: "vehicle", data: { tag: "T 3" } })).status).toBe(200);
    await agree("a changed tag");
    expect((await change({ op: "delete", id: part, resource: "part" })).status).toBe(200);
    await agree("a part in the bin");
    expect((await shed.post("/api/undo", { id: ulid(), scope: "shop" })).status).toBe(200);
    await agree("taken back");
    const gone = { op: "delete", id: vehicleId, resource: "vehicle", version: 2, withJobs: true };
    expect((await change(gone)).status).toBe(200);
    await agree("the vehicle in the bin");
    expect((await shed.post("/api/undo", { id: ulid(), scope: "shop" })).status).toBe(200);
    await agree("the vehicle back");
  });
});
