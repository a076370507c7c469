import { describe, expect, it } from "vitest";
import { exampleGearbox, exampleSetups } from "../lever";
import { jobView, PARENT, record, throwOf34 } from "../../tests/domain/records";
import { NO_FACTS } from "../work";
import {
  byPosition,
  closingLine,
  inOrder,
  mustNotBeDriven,
  nextPosition,
  openAtClosing,
  openCounts,
  partsArrived,
  waitNow,
} from ".";

const AT = "2026-11-27T10:00:00.000Z";
const typed = (v: number, unit: string) => ({ typed: `${v} ${unit}`, base: v });
const [old, short] = exampleSetups("rod").map((s) =>
  record("setup", { jobId: PARENT, role: s.role, name: s.name, lever: s.lever, pivot: s.pivot }),
);
const group = record("torqueGroup", {
  jobId: PARENT,
  name: "Tail mount",
  count: 2,
  specTyped: "22 Nm",
  specOrigin: "specified",
  passes: [{ name: "100 %", pct: 100 }],
});
const signed = (bolt: number, more: object = {}) =>
  record("signature", { jobId: PARENT, groupId: group.id, bolt, pass: "100 %", reading: typed(22, "N m"), ...more });

describe("what is open in each stage", () => {
  it("of a job of which nothing is known asks for all of it", () => {
    const counts = openCounts(jobView());
    expect(counts).toMatchObject({ ask: 2, compare: 0, plan: 0, fit: 0, prove: 1 });
    expect(counts.gauge).toBeGreaterThan(0);
  });

  it("goes down with what is done", () => {
    const base = { job: { complaint: "Slop", symptoms: { playForeAft: "present" as const }, verdict: "Better" } };
    expect(openCounts(jobView(base))).toMatchObject({ ask: 0, prove: 0 });
    expect(openCounts(jobView({ ...base, setup: [old] })).compare).toBe(2);
    expect(openCounts(jobView({ ...base, setup: [old, short] })).compare).toBe(1);
    const chosen = { ...base, job: { ...base.job, chosenSetupId: short.id } };
    expect(openCounts(jobView({ ...chosen, setup: [old, short] })).compare).toBe(0);
  });

  it("counts bolts' groups, steps and findings in Fit, parts and missing torques in Plan", () => {
    const missing = record("torqueGroup", { jobId: PARENT, name: "Bracket", count: 2 });
    const view = jobView({
      torqueGroup: [group, missing],
      signature: [signed(1)],
      step: [record("step", { jobId: PARENT, text: "Lift it" })],
      finding: [record("finding", { jobId: PARENT, text: "Torn boot" })],
      part: [record("part", { jobId: PARENT, name: "Bush", state: "ordered" })],
    });
    expect(openCounts(view)).toMatchObject({ fit: 4, plan: 2 });
    const done = { ...view, signature: [signed(1), signed(2)], torqueGroup: [group] };
    expect(openCounts(done)).toMatchObject({ fit: 2, plan: 1 });
  });

  it("wants again in Prove what was measured before", () => {
    const gearbox = exampleGearbox("rod");
    const before = throwOf34([90]);
    const view = jobView({ vehicle: { gearbox }, job: { verdict: "x" }, reading: [before] });
    expect(openCounts(view).prove).toBe(1);
    const { quantity, fromGear, toGear, values } = before;
    const after = record("reading", { jobId: PARENT, quantity, fromGear, toGear, values, phase: "after" });
    expect(openCounts({ ...view, reading: [before, after] }).prove).toBe(0);
  });
});

describe("what speaks against closing", () => {
  it("is nothing where nothing is open", () => expect(openAtClosing(jobView())).toEqual([]));

  it("names what is open, and says it in one line each", () => {
    const view = jobView({
      torqueGroup: [group],
      signature: [signed(1, { reading: typed(15, "N m"), outcome: "accepted", outcomeReason: "old thread" })],
      step: [
        record("step", { jobId: PARENT, text: "Bushes in" }),
        record("step", { jobId: PARENT, text: "Shield on" }),
      ],
      finding: [record("finding", { jobId: PARENT, text: "Torn boot" })],
      part: [
        record("part", { jobId: PARENT, name: "Bush", state: "arrived" }),
        record("part", { jobId: PARENT, name: "Old clip", carriedOver: true }),
      ],
    });
    const open = openAtClosing(view);
    expect(open.map(closingLine)).toEqual([
      "1 bolt is not signed: Tail mount",
      "1 torque group was accepted outside its limits: Tail mount",
      "1 signature has no person: Tail mount",
      "1 signature does not say what the vehicle stood on: Tail mount",
      "4 readings were not taken before the work",
      "2 steps are open: Bushes in, Shield on",
      "1 finding is open: Torn boot",
      "1 part is neither fitted nor removed from the list: Bush",
      "12 checks before it goes back were not made: at rest, first drive, on return",
    ]);
  });

  it("lets no reason stand for a critical bolt: the vehicle is not driven", () => {
    const shaft = { ...group, critical: "driveline" as const };
    const open = openAtClosing(jobView({ torqueGroup: [shaft] }));
    expect(open.map((o) => o.kind)).toEqual(["held"]);
    expect([mustNotBeDriven(open), mustNotBeDriven(openAtClosing(jobView({ torqueGroup: [group] })))]).toEqual([
      true,
      false,
    ]);
  });

  it("names a part whose step is done and that nobody said went in, and a decision nobody took", () => {
    const facts = { ...NO_FACTS, parts: ["Bush"] };
    const view = jobView({
      job: {
        decided: [
          {
            key: "d",
            question: "Rubber or urethane?",
            choices: [
              { name: "a", costs: "b" },
              { name: "c", costs: "d" },
            ],
          },
        ],
      },
      step: [record("step", { jobId: PARENT, text: "Bush in", state: "done", facts })],
      part: [record("part", { jobId: PARENT, name: "Bush", state: "ordered" })],
    });
    const kinds = openAtClosing(view).map((o) => [o.kind, o.names[0]]);
    expect(kinds).toContainEqual(["notFitted", "Bush"]);
    expect(kinds).toContainEqual(["decisions", "Rubber or urethane?"]);
    expect(kinds.map(([k]) => k)).not.toContain("parts");
  });

  it("asks again for what was measured before the work", () => {
    const of = (phase: "before" | "after") =>
      record("reading", { jobId: PARENT, quantity: "freePlayForeAft", phase, values: [typed(9, "mm")] });
    expect(openAtClosing(jobView({ reading: [of("before")] })).map((o) => o.kind)).toEqual(["readings"]);
    expect(openAtClosing(jobView({ reading: [of("before"), of("after")] }))).toEqual([]);
  });
});

describe("waits", () => {
  const waits = { kind: "part" as const, what: "Bush", since: AT, until: null };
  it("follow parts as they arrive", () => {
    expect(partsArrived(waits, [{ name: "Clip" }], AT)).toMatchObject({ waits: { what: "Clip", kind: "part" } });
    expect(partsArrived(waits, [{ name: "a" }, { name: "b" }, { name: "c" }], AT).waits.what).toBe("a, b and 1 more");
    expect(partsArrived(waits, [], AT)).toMatchObject({ waits: { kind: "nothing", since: AT }, nextAction: "" });
  });
  it("for a cure end by themselves, others do not", () => {
    const cure = { kind: "cure" as const, what: "Bond", since: AT, until: "2026-11-27T12:00:00.000Z" };
    expect(waitNow(cure, "2026-11-27T11:00:00.000Z")).toBe(cure);
    expect(waitNow(cure, "2026-11-27T13:00:00.000Z")).toMatchObject({ kind: "nothing", what: "Time is up: Bond" });
    expect(waitNow(waits, "2099-01-01T00:00:00.000Z")).toBe(waits);
  });
});

describe("lists a person orders", () => {
  const list = [{ position: 3 }, { position: 1 }, { position: 2.5 }];
  it("stand in that order, and the next goes last", () => {
    expect([...list].sort(byPosition).map((r) => r.position)).toEqual([1, 2.5, 3]);
    expect(nextPosition(list)).toBe(4);
    expect(nextPosition([])).toBe(1);
  });
  it("are put in order once: the same list gives the same answer", () => {
    expect(inOrder(list)).toBe(inOrder(list));
    expect(inOrder([...list])).not.toBe(inOrder(list));
    expect(inOrder([{ name: "b" }, { name: "a" }])).toEqual([{ name: "b" }, { name: "a" }]);
  });
});
