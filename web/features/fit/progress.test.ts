import { describe, expect, it } from "vitest";
import type { Signature, TorqueGroup } from "../../../contract";
import { resources } from "../../../contract";
import { boltPlaces } from "./BoltPattern";
import { isGroupDone, limitsOf, progressOf, specOf, waitsForRideHeight } from "./progress";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const group = (data: object): TorqueGroup => ({
  id: ID,
  version: 1,
  createdAt: "",
  updatedAt: "",
  deletedAt: null,
  ...resources.torqueGroup.parse({ jobId: ID, name: "Flange", ...data }),
});
const signed = (bolt: number, pass: string): Signature =>
  ({ groupId: ID, bolt, pass, id: `${bolt}${pass}` }) as unknown as Signature;

describe("torque board", () => {
  it("walks every pass in star order and then is done", () => {
    const g = group({ count: 6, specTyped: "62 Nm" });
    const signatures: Signature[] = [];
    const walked: string[] = [];
    for (let next = progressOf(g, signatures).next; next; next = progressOf(g, signatures).next) {
      walked.push(`${next.pass}:${next.bolt}`);
      signatures.push(signed(next.bolt, next.pass));
    }
    expect(walked.slice(0, 7)).toEqual(["snug:1", "snug:4", "snug:2", "snug:5", "snug:3", "snug:6", "60 %:1"]);
    expect(walked).toHaveLength(18);
    expect(isGroupDone(g, signatures)).toBe(true);
  });

  it("gives a single value its tolerance and takes a range as it stands", () => {
    expect(specOf(group({ specTyped: "62 Nm" }))).toMatchObject({
      minNm: expect.closeTo(55.8, 9),
      maxNm: expect.closeTo(68.2, 9),
    });
    const range = specOf(group({ specTyped: "103-105 lb ft" }));
    expect(range).toMatchObject({ minNm: expect.closeTo(139.649, 2), maxNm: expect.closeTo(142.361, 2) });
    const step = { pass: "60 %", bolt: 1, pct: 60, torqueNm: 1, angleDeg: null };
    expect(limitsOf(range, step)?.minNm).toBeCloseTo(0.6 * 139.649, 2);
  });

  it("has one pass by hand for snug, and no figure for what nobody knows", () => {
    expect(progressOf(group({ specTyped: "snug", count: 3 }), []).steps).toHaveLength(3);
    expect(specOf(group({ specTyped: "" })).kind).toBe("missing");
    expect(specOf(group({ specTyped: "tight" })).kind).toBe("missing");
  });

  it("waits for ride height with the last pass only", () => {
    const g = group({ loadNeeded: "rideHeight", specTyped: "140 Nm" });
    expect(waitsForRideHeight(g, "snug", "onStands")).toBe(false);
    expect(waitsForRideHeight(g, "100 %", "onStands")).toBe(true);
    expect(waitsForRideHeight(g, "100 %", "subframeSupported")).toBe(true);
    expect(waitsForRideHeight(g, "100 %", "onWheels")).toBe(false);
    expect(waitsForRideHeight(group({ specTyped: "140 Nm" }), "100 %", "onStands")).toBe(false);
  });

  it.each([
    ["circle", 6],
    ["circle", 1],
    ["line", 4],
    ["box", 4],
  ] as const)("draws %s of %d inside its frame, no two bolts in one place", (pattern, count) => {
    const places = boltPlaces(pattern, count);
    expect(new Set(places.map((p) => `${p.x.toFixed(3)},${p.y.toFixed(3)}`)).size).toBe(count);
    for (const p of places) expect(Math.max(Math.abs(p.x), Math.abs(p.y))).toBeLessThanOrEqual(1);
  });
});
