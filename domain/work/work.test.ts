import { describe, expect, it } from "vitest";
import type { NewFields, Step, StepFacts } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import {
  beginBy,
  beginByAll,
  brokenNeeds,
  circleOf,
  estimateMinutes,
  faultsOf,
  helperCalls,
  latePieces,
  leftOpen,
  minutesWorked,
  NO_FACTS,
  pickList,
  planQuestion,
  proposeTemplates,
  templateChanges,
  templateOf,
  twoMechanics,
  unanswered,
  USUAL_HOURS,
  visitsOf,
  waitOf,
  waitsOf,
} from ".";
import { plan, planOf } from "../../core";
import { recordsAfter } from "../job";
import { lineFor } from "../sheets";
import { suppliedTemplates } from "../templates";

const SHEET = "01DEMSKERR00000000000000SH";
const facts = (more: Partial<StepFacts>): StepFacts => ({ ...NO_FACTS, ...more });
const step = (text: string, more: Partial<NewFields<"step">> = {}): Step =>
  record("step", { jobId: PARENT, text, minutes: 10, ...more });
const tick = (
  what: "bag" | "mark" | "ask" | "plug" | "unplug" | "tools",
  key: string,
  at = "2026-11-20T09:00:00Z",
) => ({
  what,
  key,
  value: "",
  at,
});
const line = (kind: "torque" | "part", name: string, more: object = {}) =>
  record("specLine", {
    sheetId: SHEET,
    kind,
    name,
    sources: [{ id: "s", typed: kind === "torque" ? "22 Nm" : "SK-1", title: "Sheet 8" }],
    [kind]: {},
    ...more,
  });
const kindOf = (id: string) => suppliedTemplates.find((t) => t.id === id)!;
let made = 0;
const newId = (): string => `01WRK${String((made += 1)).padStart(21, "0")}`;

describe("the vehicle's book for a template's names", () => {
  const lines = [
    line("torque", "Bottom plate bolts"),
    line("torque", "Tail mount, centre bolt"),
    line("torque", "Shifter"),
  ];
  it.each([
    ["Bottom plate", "Bottom plate bolts"],
    ["Tail mount centre bolt", "Tail mount, centre bolt"],
    ["Shifter to floor", null],
    ["Shifters", "Shifter"],
  ])("%s means %s", (name, found) => {
    expect(lineFor(name, lines)?.name ?? null).toBe(found);
  });
  it("means none where two could be meant", () => {
    expect(
      lineFor("Engine mount, upper", [
        line("torque", "Engine mount, upper left"),
        line("torque", "Engine mount, upper right"),
      ]),
    ).toBeNull();
  });
});

describe("a job begun by a template", () => {
  it("fills a group that stands there empty, and leaves one with a value of its own", () => {
    const known = line("torque", "Bottom plate");
    const group = (data: object) =>
      jobView({ torqueGroup: [record("torqueGroup", { jobId: PARENT, name: "Bottom plate", count: 6, ...data })] });
    const ops = (data: object) =>
      beginBy(kindOf("cableBushes"), group(data), [known], newId).operations.filter(
        (o) => o.resource === "torqueGroup" && o.op === "update",
      );
    expect(ops({})).toEqual([
      expect.objectContaining({
        op: "update",
        data: expect.objectContaining({ specTyped: "22 Nm", lineId: known.id }),
      }),
    ]);
    expect(ops({ specTyped: "11 Nm", specOrigin: "measured" })).toEqual([]);
  });

  const lines = [
    line("torque", "Bottom plate", { torque: { count: 4, threadLocker: "medium" } }),
    line("part", "Lever bush", { part: { noLonger: true } }),
  ];
  it("has the sheet's values, and lists what the sheet does not know without one", () => {
    const begun = beginBy(kindOf("cableBushes"), jobView(), lines, newId);
    const of = (resource: string) =>
      begun.operations.flatMap((o) => (o.op === "create" && o.resource === resource ? [o.data] : []));
    expect(of("torqueGroup").find((g) => g.name === "Bottom plate")).toMatchObject({ specTyped: "22 Nm", count: 4 });
    expect(of("torqueGroup").find((g) => g.name === "Exhaust shield")).toMatchObject({ specOrigin: "missing" });
    expect(of("part").find((p) => p.name === "Lever bush")).toMatchObject({ number: "SK-1", state: "notSold" });
    expect(begun.unknown).toContain("Exhaust clamp");
    expect(begun.unknown).not.toContain("Grease");
  });
  it("asks by name for what a kit of the book leaves out", () => {
    const kit = line("part", "Short lever", { part: { contains: [{ name: "lever" }], lacks: ["collar", "Grease"] } });
    const begun = beginBy(kindOf("leverLockout"), jobView(), [kit], newId);
    const parts = begun.operations.flatMap((o) => (o.op === "create" && o.resource === "part" ? [o.data] : []));
    expect(parts.filter((p) => p.notInKit).map((p) => p.name)).toEqual(["Grease", "collar"]);
  });
  it("takes nothing a second time when another kind is added, and shares the dismantling", () => {
    const view = jobView();
    const first = beginBy(kindOf("cableBushes"), view, [], newId);
    const there = (resource: "step" | "torqueGroup" | "part") =>
      first.operations.flatMap((o) =>
        o.op === "create" && o.resource === resource ? [{ ...record(resource, o.data as never), id: o.id }] : [],
      );
    const now = { ...view, step: there("step"), torqueGroup: there("torqueGroup"), part: there("part") } as typeof view;
    const again = beginBy(kindOf("cableBushes"), now, [], newId);
    expect([again.groups, again.parts]).toEqual([0, 0]);
    const other = beginBy(kindOf("factoryShort"), now, [], newId);
    expect(other.steps).toBeLessThan(kindOf("factoryShort").steps.length);
    const steps = [
      ...now.step,
      ...other.operations.flatMap((o) =>
        o.op === "create" && o.resource === "step" ? [{ ...record("step", o.data as never), id: o.id }] : [],
      ),
    ] as Step[];
    expect(circleOf(steps)).toBeNull();
    // What one kind opens, the other does not close: every key is opened once.
    const keys = steps.flatMap((s) => s.facts?.frees.map((f) => f.key) ?? []);
    expect(new Set(keys).size).toBe(keys.length);
  });
  it.each(suppliedTemplates.map((t) => [t.id, t] as const))(
    "%s and any other in one visit, or added later, come together again in every order the needs allow",
    (_id, t) => {
      for (const other of suppliedTemplates) {
        if (other === t) continue;
        const { operations } = beginByAll([t, other], jobView(), [], newId);
        const ids = operations.map((o) => o.id);
        expect(new Set(ids).size).toBe(ids.length);
        const steps = recordsAfter([], "step", operations);
        const view = jobView({
          step: [...steps].sort((a, b) => a.position - b.position),
          torqueGroup: recordsAfter([], "torqueGroup", operations),
          part: recordsAfter([], "part", operations),
        });
        // Parts beyond the sixty a template holds are no fault of the order.
        const faults = faultsOf(templateOf(view, "both", "Both", null)).filter((f) => f.kind !== "unknownPart");
        expect({ with: other.id, faults }).toEqual({ with: other.id, faults: [] });
        expect(brokenNeeds(view.step)).toEqual([]);
        // Each step counts for its own kind when its minutes are learned.
        expect(new Set(steps.map((s) => s.source.split("/")[0]))).toEqual(new Set([t.id, other.id]));
      }
    },
  );
  it("takes apart again what was put together before the second kind was added", () => {
    const first = recordsAfter([], "step", beginBy(kindOf("turretRebuild"), jobView(), [], newId).operations);
    const done = (upTo: (s: Step) => boolean) =>
      first.map((s) => ({ ...s, state: upTo(s) ? ("done" as const) : s.state }));
    const texts = (steps: Step[]): string[] =>
      beginBy(kindOf("turretStops"), jobView({ step: steps }), [], newId).operations.flatMap((o) =>
        o.op === "create" && o.resource === "step" ? [String(o.data.text)] : [],
      );
    const boots = "Knob, trim and boots off";
    // While the boots are off they stay off; once they are on again, they come off once more.
    expect(texts(done((s) => s.position <= 3))).not.toContain(boots);
    expect(texts(done(() => true))).toContain(boots);
  });
  it("plans a step with what it took here, moved from the typical", () => {
    expect(estimateMinutes(10, [])).toBe(10);
    // Two parts typical, three the shop's middle one: (2 x 10 + 3 x 20) / 5.
    expect(estimateMinutes(10, [20, 19, 90])).toBe(16);
    const begun = beginBy(kindOf("tailMount"), jobView(), [], newId, (_source, typical) => typical * 2);
    const [first] = begun.operations.flatMap((o) => (o.op === "create" && o.resource === "step" ? [o.data] : []));
    expect(first.minutes).toBe(20);
  });
  it("becomes the shop's own, and says what it changed", () => {
    const basis = kindOf("tailMount");
    const begun = beginBy(basis, jobView(), [], newId);
    const steps = begun.operations.flatMap((o) =>
      o.op === "create" && o.resource === "step" ? [{ ...record("step", o.data as never), id: o.id } as Step] : [],
    );
    const same = templateOf(jobView({ step: steps }), basis.id, basis.title, basis);
    expect(templateChanges({ ...same, steps: same.steps }, basis)).toEqual({ added: [], leftOut: [], changed: [] });
    const own = templateOf(
      jobView({ step: [...steps.slice(1), step("Wash it")].map((s, i) => (i === 0 ? { ...s, minutes: 44 } : s)) }),
      "own",
      "Own",
      basis,
    );
    expect(templateChanges(own, basis)).toMatchObject({ added: ["Wash it"], leftOut: [basis.steps[0].text] });
  });
});

describe("proposals", () => {
  const job = (complaint: string, symptoms: Record<string, "present" | "absent"> = {}) =>
    jobView({ job: { complaint, symptoms }, vehicle: { shifterKind: "cable" } });
  it("come by suspects first, then symptoms and words, each with its reason", () => {
    const [first] = proposeTemplates(suppliedTemplates, job("Stirs", { playForeAft: "present" }), ["cableEndBush"]);
    expect(first.content.id).toBe("cableBushes");
    expect(first.because).toContainEqual({ kind: "fault", what: "cableEndBush" });
    const [leak] = proposeTemplates(suppliedTemplates, job("It drips oil"), []);
    expect(leak.content.id).toBe("shaftSeal");
  });
  it("leave out kinds for another shifter, and claim nothing where nothing speaks for one", () => {
    const all = proposeTemplates(suppliedTemplates, job("Hm."), []);
    expect(all.every((p) => p.score === 0)).toBe(true);
    expect(all.map((p) => p.content.id)).not.toContain("turretRebuild");
  });
});

describe("what is left", () => {
  const off = step("Plate off", {
    facts: facts({
      frees: [{ key: "plate", name: "plate bolts", count: 4, group: "Plate", clip: false }],
      unplugs: [{ key: "plug", name: "sensor plug" }],
      marks: [{ key: "mark", text: "Which way", kind: "orientation" }],
      tools: ["socket 10"],
    }),
  });
  const on = step("Plate on", {
    facts: facts({ fits: ["plate"], plugs: ["plug"], asks: ["mark"], torques: ["Plate"] }),
  });
  const group = record("torqueGroup", { jobId: PARENT, name: "Plate", count: 1, specTyped: "9 Nm" });
  const left = (...steps: Step[]) => leftOpen({ step: steps, torqueGroup: [group], signature: [] });

  it("is nothing while nothing was taken apart", () => {
    expect(left(off, on)).toMatchObject({ bags: [], marks: [], plugs: [], torque: [], tools: [] });
  });
  it("is every bag, mark, plug and tool of what was", () => {
    const done = { ...off, state: "done" as const, doneAt: "2026-11-20T09:00:00Z" };
    expect(left(done, on)).toMatchObject({
      bags: ["plate bolts"],
      marks: ["Which way"],
      plugs: ["sensor plug"],
      torque: [],
      tools: ["socket 10"],
    });
    // Back in: the bag is empty and the plug in; the mark was never asked for, and the torque is due.
    const back = { ...on, state: "done" as const, doneAt: "2026-11-20T10:00:00Z" };
    expect(left(done, back)).toMatchObject({ bags: [], plugs: [], marks: ["Which way"], torque: ["Plate"] });
    const counted = { ...back, ticked: [tick("ask", "mark"), tick("tools", "all", "2026-11-20T10:01:00Z")] };
    expect(left(done, counted)).toMatchObject({ marks: [], tools: [] });
  });
  it("at a step is what nobody has answered yet, the mark in the words it was made with", () => {
    const marked = { ...off, ticked: [{ ...tick("mark", "mark"), value: "dot to the front" }] };
    expect(unanswered(marked, [marked, on]).map((a) => a.what)).toEqual(["unplug", "bag"]);
    expect(unanswered(on, [marked, on]).find((a) => a.what === "ask")?.text).toBe(
      "Which way: as it was (dot to the front)",
    );
  });
});

describe("time on a step", () => {
  it("is by the clock; one that was put back, or ran over night, says nothing", () => {
    expect(minutesWorked("2026-11-20T09:00:00Z", "2026-11-20T09:12:30Z")).toBe(12.5);
    expect(minutesWorked("2026-11-20T09:00:00Z", "2026-11-20T08:00:00Z")).toBeNull();
    expect(minutesWorked("2026-11-20T09:00:00Z", "2026-11-21T09:00:00Z")).toBeNull();
    expect(minutesWorked(null, "2026-11-20T09:00:00Z")).toBeNull();
  });
  it("of a wait runs from when its step was done", () => {
    const soak = step("Soak", { waitMin: 45, state: "done", doneAt: "2026-11-20T09:00:00.000Z" });
    expect(waitOf(soak)?.until).toBe("2026-11-20T09:45:00.000Z");
    expect(waitOf({ ...soak, state: "open" })).toBeNull();
  });
});

describe("the order of steps", () => {
  const a = step("Soak", { place: "under", minutes: 10, waitMin: 30 });
  const b = step("Lift", {
    place: "under",
    minutes: 10,
    hands: 2,
    facts: facts({ parts: ["Mount"], tools: ["jack"] }),
  });
  const c = step("Trim", { place: "cabin", minutes: 25, hands: 2 });
  const d = step("Pull", { place: "under", minutes: 5, needs: [a.id] });
  const steps = [a, b, c, d];
  const part = record("part", { jobId: PARENT, name: "Mount", state: "ordered" });

  it("is asked with what is still to do", () => {
    const question = planQuestion([{ ...a, state: "done" }, b, c, d], USUAL_HOURS);
    expect(question.steps.map((s) => s.id)).toEqual([b.id, c.id, d.id]);
    expect(question.steps.at(-1)?.needs).toEqual([]);
  });
  it("is drawn as stays, calls and waits, with what each stay takes along", () => {
    const { schedule } = planOf(
      planQuestion(steps, USUAL_HOURS),
      steps.map((s) => s.id),
    )!;
    const visits = visitsOf(steps, schedule);
    expect(visits.map((v) => [v.place, v.steps.length])).toEqual([
      ["under", 2],
      ["cabin", 1],
      ["under", 1],
    ]);
    expect(helperCalls(steps, schedule)).toMatchObject([{ startMin: 10, endMin: 45 }]);
    expect(waitsOf(steps, schedule)).toMatchObject([{ startMin: 10, endMin: 40, filledMin: 30 }]);
    const picks = pickList(visits, [part]);
    expect(picks[0]).toMatchObject({ tools: ["jack"], parts: [{ name: "Mount" }] });
    expect(latePieces(picks, schedule)).toEqual([{ part, startMin: 10 }]);
    // Another way that was taken, and is here, is what is picked; nothing is late then.
    const used = record("part", { jobId: PARENT, name: "Used mount", insteadOf: part.id, state: "arrived" });
    const other = pickList(visits, [{ ...part, alternative: true }, used]);
    expect(other[0].parts[0].part).toEqual(used);
    expect(latePieces(other, schedule)).toEqual([]);
  });
  it("says which need an order breaks, and which needs go in a circle", () => {
    expect(brokenNeeds([d, a, b, c])).toMatchObject([{ step: { text: "Pull" }, needs: { text: "Soak" } }]);
    expect(brokenNeeds(steps)).toEqual([]);
    expect(circleOf([{ ...a, needs: [d.id] }, d])?.map((s) => s.text)).toEqual(["Soak", "Pull"]);
  });
  it("of two mechanics is no later than of one, and both are at a step of two", () => {
    const question = planQuestion(steps, USUAL_HOURS);
    const one = plan(question);
    const two = twoMechanics(question, one.order);
    expect(two.finishMin).toBeLessThanOrEqual(one.finishMin);
    const of = (id: string) => two.steps.find((s) => s.id === id)!;
    expect(of(d.id).startMin).toBeGreaterThanOrEqual(of(a.id).endMin + 30);
    const both = two.steps.filter((s) => [b.id, c.id].includes(s.id));
    for (const s of both) {
      const others = two.steps.filter((o) => o !== s && o.startMin < s.endMin && o.endMin > s.startMin);
      expect(others).toEqual([]);
    }
  });
});
