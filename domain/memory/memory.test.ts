import { describe, expect, it } from "vitest";
import type { MemoryJob, MemoryView, NewFields, Reading } from "../../contract";
import { learn, shopStandard, withChanges, type KnowledgeChanges } from "../../core";
import { memoryJob, memoryView, onePassGroup, record, signedAt, throwOf34 } from "../../tests/domain/records";
import {
  casesOf,
  claimsLedger,
  kmOn,
  lastVisit,
  learnedLines,
  tableBefore,
  timesOf,
  verifiedCause,
  shopVisits,
  wearLines,
  withLearned,
} from ".";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const [A, B, C] = ["A", "B", "C"].map((x) => `01ARZ3NDEKTSV4RRFFQ69G5FA${x}`);
const gearbox = {
  gears: [
    { gear: "3", column: "3-4", travelMm: 10 },
    { gear: "4", column: "3-4", travelMm: -10 },
  ],
};
const job = (data: Partial<MemoryJob>): MemoryJob => memoryJob(data);
const view = (data: Partial<MemoryView>): MemoryView =>
  memoryView({ vehicles: [{ id: "v", gearbox, odometer: [], mounts: [] }], ...data });
const taped = (jobId: string, phase: Reading["phase"], ...mm: number[]): Reading =>
  throwOf34(mm, { jobId, phase, resolution: { typed: "1 mm", base: 1 } });
const straight = (knob: number, pin: number) => ({
  knob: { xMm: 0, zMm: knob },
  pin: { xMm: 0, zMm: pin },
  drive: { kind: "direct" as const },
});

describe("the claims ledger", () => {
  const kit = (jobId: string, extra: Partial<NewFields<"setup">> = {}) => {
    const base = { jobId, lever: straight(300, -60), role: "old" as const, name: "Old" };
    const chosen = record("setup", {
      ...base,
      role: "candidate",
      name: "Short",
      maker: "Tarn Shift",
      number: "TS-45",
      lever: straight(300, -80),
      claimedReductionPct: 45,
      ...extra,
    });
    return { old: record("setup", base), chosen };
  };

  // By hand: 100 to 75 and 100 to 73 are 25 and 27 %, mean 26, spread of the mean 1; the effort is 80/60.
  it("is the mean over jobs with the spread between them, and the effort of the levers", () => {
    const [a, b] = [kit(A), kit(B)];
    const ledger = claimsLedger(
      view({
        jobs: [
          job({ id: A, chosenSetupId: a.chosen.id, symptomsAfter: { popsOut: "present" } }),
          job({ id: B, chosenSetupId: b.chosen.id }),
        ],
        setups: [a.old, a.chosen, b.old, b.chosen],
        readings: [
          taped(A, "before", 100, 100, 100),
          taped(A, "after", 75, 75, 75),
          taped(B, "before", 100, 100, 100),
          taped(B, "after", 73, 73, 73),
        ],
      }),
    );
    expect(ledger.kits).toHaveLength(1);
    const [line] = ledger.kits;
    expect(line).toMatchObject({ name: "Short", claimedPct: 45, cameBack: 1, verdict: "not kept" });
    expect(line.measured.pct).toBeCloseTo(26, 9);
    expect(line.measured.standard).toBeCloseTo(1, 9);
    expect(line.effortFactor).toBeCloseTo(4 / 3, 9);
    expect(ledger.kept).toBe(0);
  });

  it("keeps a claim inside what was measured, and leaves out what was not taped after", () => {
    const [a, b] = [kit(A, { claimedReductionPct: 25.5, number: "", maker: "", source: "Hesk" }), kit(B)];
    const ledger = claimsLedger(
      view({
        jobs: [job({ id: A, chosenSetupId: a.chosen.id }), job({ id: B, chosenSetupId: b.chosen.id })],
        setups: [a.old, a.chosen, b.old, b.chosen],
        readings: [taped(A, "before", 100), taped(A, "after", 75), taped(B, "before", 100)],
      }),
    );
    expect(ledger.kits.map((k) => [k.maker, k.verdict, k.jobs.length])).toEqual([["Hesk", "kept", 1]]);
    expect(claimsLedger(view({}))).toEqual({ kits: [], average: null, kept: 0 });
  });
});

describe("the table that learns", () => {
  it("counts a cause that was said, or the only repair after which nothing was left", () => {
    expect(verifiedCause({ cause: "a", repaired: null, symptomsAfter: null })).toBe("a");
    expect(verifiedCause({ cause: null, repaired: ["a"], symptomsAfter: { x: "absent" } })).toBe("a");
    const open: { repaired: string[]; symptomsAfter: Record<string, "present" | "absent"> }[] = [
      { repaired: ["a"], symptomsAfter: { x: "present" } },
      { repaired: ["a", "b"], symptomsAfter: { x: "absent" } },
      { repaired: ["a"], symptomsAfter: {} },
    ];
    for (const data of open) expect(verifiedCause({ cause: null, ...data })).toBeNull();
  });

  it("leaves out faults that were since removed, and signs such a vehicle does not have", () => {
    const jobs = [
      job({ cause: "gone" }),
      job({ cause: "pivotCup", symptoms: { playForeAft: "present", odd: "absent" } }),
    ];
    expect(casesOf(jobs, shopStandard)).toEqual([
      {
        fault: "pivotCup",
        observations: [{ id: "playForeAft", present: true }],
        vehicle: { shifter: "rod", layout: "northSouth", gearbox: "manual" },
      },
    ]);
  });

  it("takes figures over one by one, gives them back, and counts no job twice", () => {
    const jobs = Array.from({ length: 12 }, () => job({ cause: "pivotCup", symptoms: { playForeAft: "absent" } }));
    const cases = casesOf(jobs, shopStandard);
    const answer = learn({ knowledge: shopStandard, cases, strength: 20 });
    const lines = learnedLines(answer, shopStandard, null, cases.length);
    expect(lines.map((l) => [l.kind, l.fault, l.observation, l.taken])).toEqual([
      ["prior", "pivotCup", undefined, false],
      ["cell", "pivotCup", "playForeAft", false],
    ]);
    const both = withLearned(shopStandard, null, lines, true);
    const table = withChanges(shopStandard, both.knowledge as KnowledgeChanges);
    expect(table.table.pivotCup.playForeAft).toBe(lines[1].after);
    expect(table.faults.find((f) => f.id === "pivotCup")?.prior).toBe(lines[0].after);
    expect(learnedLines(answer, table, both.learned, cases.length).every((l) => l.taken)).toBe(true);
    expect(tableBefore(table, both.learned)).toEqual({
      ...shopStandard,
      faults: expect.anything(),
      table: expect.anything(),
    });
    expect(tableBefore(table, both.learned).table).toEqual(shopStandard.table);

    const one = withLearned(table, both.learned, [lines[1]], false);
    const left = withChanges(shopStandard, one.knowledge as KnowledgeChanges);
    expect(left.table.pivotCup.playForeAft).toBe(shopStandard.table.pivotCup.playForeAft);
    expect(left.faults.find((f) => f.id === "pivotCup")?.prior).toBe(lines[0].after);
    const none = withLearned(left, one.learned, lines, false);
    expect(none.learned).toBeNull();
    expect(withChanges(shopStandard, none.knowledge as KnowledgeChanges).table).toEqual(shopStandard.table);
  });

  it("leaves alone what the shop has set by hand since", () => {
    const jobs = Array.from({ length: 12 }, () => job({ cause: "pivotCup", symptoms: { playForeAft: "absent" } }));
    const cases = casesOf(jobs, shopStandard);
    const answer = learn({ knowledge: shopStandard, cases, strength: 20 });
    const lines = learnedLines(answer, shopStandard, null, cases.length);
    const { learned } = withLearned(shopStandard, null, lines, true);
    const byHand = { ...shopStandard, table: { ...shopStandard.table, pivotCup: { playForeAft: 0.5 } } };
    expect(tableBefore(byHand, learned).table.pivotCup.playForeAft).toBe(0.5);
    expect(learnedLines(answer, byHand, learned, cases.length).find((l) => l.kind === "cell")?.taken).toBe(false);
  });
});

describe("wear", () => {
  it("knows the odometer between readings and beyond them", () => {
    const odometer = [
      { date: "2031-01-01", typed: "", km: 1000 },
      { date: "2031-01-11", typed: "", km: 2000 },
    ];
    expect(["2031-01-06", "2031-01-21", "2030-12-27"].map((d) => kmOn(odometer, d))).toEqual([1500, 3000, 500]);
    expect(kmOn(odometer.slice(0, 1), "2031-01-06")).toBeNull();
    expect(kmOn(odometer, "2030-01-01")).toBeNull();
  });

  it("goes by distance since the same thing was put right on that vehicle", () => {
    const odometer = [
      { date: "2031-01-01", typed: "", km: 100_000 },
      { date: "2031-01-11", typed: "", km: 110_000 },
    ];
    const joint = (jobId: string, mm: number, tryNew = false) =>
      record("joint", {
        jobId,
        name: "Cable-end bush",
        at: "rodEnd",
        play: { typed: `${mm} mm`, base: mm },
        origin: "measured",
        tryNew,
      });
    const at = (id: string, day: string) =>
      job({ id, openedAt: `${day}T08:00:00.000Z`, closedAt: `${day}T09:00:00.000Z` });
    const [line] = wearLines(
      view({
        jobs: [at(A, "2031-01-01"), at(B, "2031-01-06"), at(C, "2031-01-11")],
        vehicles: [{ id: "v", gearbox: null, odometer, mounts: [] }],
        joints: [joint(A, 1), joint(B, 1.1, true), joint(C, 0.2)],
      }),
      1.5,
    );
    expect(line.points.map((p) => [p.km, p.worn])).toEqual([
      [100_000, 1],
      [105_000, 1.1],
      [5000, 0.2],
    ]);
    expect(line).toMatchObject({ vehicles: 1, limit: 1.5, unit: "length", kind: "Skarvane P2" });
    expect(line.trend?.readings).toBe(3);
  });

  it("takes the height a mount lost from what it was when new, and none where nobody entered that", () => {
    const odometer = [
      { date: "2031-01-01", typed: "", km: 100_000 },
      { date: "2031-01-11", typed: "", km: 110_000 },
    ];
    const height = (place: string, base: number) =>
      record("reading", {
        jobId: A,
        quantity: "mountHeight",
        place,
        phase: "before",
        values: [{ typed: `${base} mm`, base }],
        resolution: { typed: "1 mm", base: 1 },
      });
    const mounts = [
      { name: "Tail mount", nominalMm: 60, hangs: false },
      { name: "Strap", nominalMm: 40, hangs: true },
    ];
    const lines = wearLines(
      view({
        jobs: [job({ id: A })],
        vehicles: [{ id: "v", gearbox: null, odometer, mounts }],
        readings: [height("Tail mount", 57), height("Strap", 42), height("Left mount", 50)],
      }),
      1.5,
    );
    expect(lines.map((l) => [l.what, l.points.map((p) => p.worn)])).toEqual([
      [{ quantity: "mountHeight", place: "Strap" }, [2]],
      [{ quantity: "mountHeight", place: "Tail mount" }, [3]],
    ]);
  });

  it("holds the torque bolts lost against the lower end of their specification", () => {
    const group = onePassGroup({ jobId: A, name: "Flange", count: 2, specTyped: "60-64 Nm" });
    const signed = (bolt: number, nm: number, pass = "100 %") => signedAt(group.id, nm, { jobId: A, bolt, pass });
    const looked = (doneKm: number | null, nm: number, groupId = group.id, jobId = A) =>
      record("recheck", {
        vehicleId: ID,
        jobId,
        what: "Torque: Flange",
        fromKm: 100_000,
        doneKm,
        found: [{ groupId, typed: `${nm} Nm`, base: nm }],
      });
    const lines = wearLines(
      view({
        jobs: [job({ id: A })],
        groups: [group],
        signatures: [signed(1, 62), signed(2, 64), signed(1, 20, "half")],
        // Without a distance, of a group that is gone, and of a job that is open, nothing is learned.
        rechecks: [looked(100_500, 61), looked(null, 50), looked(100_600, 50, ID), looked(100_700, 50, group.id, B)],
      }),
      1.5,
    );
    // By hand: signed at 63 on the mean, found at 61, 2 lost; 3 may be lost to 60.
    expect(lines).toHaveLength(1);
    // Signed at 59 and 60, under 60 to 64: there was nothing to lose, and nothing is learned.
    const low = { groups: [group], signatures: [signed(1, 59), signed(2, 60)], rechecks: [looked(100_500, 58)] };
    expect(wearLines(view({ jobs: [job({ id: A })], ...low }), 1.5)).toEqual([]);
    expect(lines[0]).toMatchObject({
      what: { torque: "Flange" },
      unit: "torque",
      limit: 3,
      points: [{ km: 500, worn: 2 }],
    });
  });
});

describe("visits", () => {
  it("are the latest first, with what was fitted, what changed, and the distance of the day", () => {
    const told = record("job", { vehicleId: ID, complaint: "Slop" });
    const closed = {
      ...told,
      id: A,
      number: 7,
      openedAt: "2031-01-05T08:00:00.000Z",
      closedAt: "2031-01-06T08:00:00.000Z",
    };
    const open = { ...told, id: B, number: 8, openedAt: "2031-02-01T08:00:00.000Z", closedAt: null };
    const part = (name: string, data: Partial<NewFields<"part">> = {}) =>
      record("part", { jobId: A, name, state: "fitted", ...data });
    const odometer = [
      { date: "2031-01-01", typed: "", km: 1000 },
      { date: "2031-01-11", typed: "", km: 2000 },
    ];
    const visits = shopVisits({
      vehicle: { odometer },
      jobs: [closed, open],
      reading: [taped(A, "before", 100, 100), taped(A, "after", 75, 75)],
      part: [part("Bush"), part("Pin", { carriedOver: true }), part("Used bush", { alternative: true })],
      photo: [],
    });
    expect(visits.map((v) => v.job.number)).toEqual([8, 7]);
    expect(visits[1]).toMatchObject({ km: 1500, fitted: ["Bush"] });
    expect(visits[1].changes[0].sure).toBeGreaterThan(1);
    expect(lastVisit(visits)?.job.number).toBe(7);
    expect(lastVisit(visits.slice(0, 1))).toBeNull();
    // Nobody read it then: 1500 km lie half way. What is read while it is here is the distance of the visit.
    expect(visits[1].kmRead).toBe(false);
    const read = { date: "2031-01-05", typed: "", km: 1490 };
    const asRead = shopVisits({
      vehicle: { odometer: [...odometer, read] },
      jobs: [closed],
      reading: [],
      part: [],
      photo: [],
    });
    expect(asRead[0]).toMatchObject({ km: 1490, kmRead: true });
  });
});

describe("minutes", () => {
  it("are planned against shortest, median and longest, of templates that were worked by", () => {
    const template = (id: string) => ({
      id,
      title: id,
      why: "",
      steps: [
        { id: "one", text: "A", place: "cabin" as const, minutes: 10 },
        { id: "two", text: "B", place: "cabin" as const, minutes: 5 },
      ],
    });
    const times = timesOf([template("x"), template("y")] as never, [{ source: "x/one*", minutes: [9, 20, 12, 13] }]);
    expect(times).toHaveLength(1);
    expect(times[0].steps[0].actual).toEqual({ least: 9, median: 12.5, most: 20 });
    expect(times[0]).toMatchObject({ planned: 10, actual: 12.5, jobs: 4 });
  });
});
