import { describe, expect, it } from "vitest";
import { resources, type NewFields, type Step, type StepFacts } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import {
  beginBy,
  beginByAll,
  brokenNeeds,
  circleOf,
  estimateMinutes,
  minutesRange,
  firstChoices,
  impossibleIn,
  leadOf,
  ordered,
  proposeKinds,
  rechoose,
  stemOf,
  tiedIn,
  workOf,
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
const templateFor = (id: string) => suppliedTemplates.find((t) => t.id === id)!;
const kindOf = (id: string) => workOf(templateFor(id));
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
  // From below, with the plate and its bolts.
  const bushes = workOf(templateFor("cableBushes"), { plate: "sealed", lever: "cup" });
  it("fills a group that stands there empty, and leaves one with a value of its own", () => {
    const known = line("torque", "Bottom plate");
    const group = (data: object) =>
      jobView({ torqueGroup: [record("torqueGroup", { jobId: PARENT, name: "Bottom plate", count: 6, ...data })] });
    const ops = (data: object) =>
      beginBy(bushes, group(data), [known], newId).operations.filter(
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
    line("part", "Lever bush or cup", { part: { noLonger: true } }),
  ];
  it("has the sheet's values, and lists what the sheet does not know without one", () => {
    const begun = beginBy(bushes, jobView(), lines, newId);
    const of = (resource: string) =>
      begun.operations.flatMap((o) => (o.op === "create" && o.resource === resource ? [o.data] : []));
    expect(of("torqueGroup").find((g) => g.name === "Bottom plate")).toMatchObject({ specTyped: "22 Nm", count: 4 });
    expect(of("torqueGroup").find((g) => g.name === "Exhaust shield")).toMatchObject({ specOrigin: "missing" });
    expect(of("part").find((p) => p.name === "Lever bush or cup")).toMatchObject({ number: "SK-1", state: "notSold" });
    expect(begun.unknown).toContain("Cable-end bush with its clip");
    expect(begun.unknown).not.toContain("Penetrating oil");
  });
  it("asks by name for what a kit of the book leaves out", () => {
    const kit = line("part", "Short lever with retainer plates", {
      part: { contains: [{ name: "lever" }], lacks: ["collar", "Grease"] },
    });
    const begun = beginBy(kindOf("leverLockout"), jobView(), [kit], newId);
    const parts = begun.operations.flatMap((o) => (o.op === "create" && o.resource === "part" ? [o.data] : []));
    expect(parts.filter((p) => p.notInKit).map((p) => p.name)).toEqual(expect.arrayContaining(["Grease", "collar"]));
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
    expect(impossibleIn(ordered(steps))).toEqual([]);
  });
  it.each(suppliedTemplates.map((t) => [t.id, t] as const))(
    "%s and any other in one visit, or added later, come together again in every order the needs allow",
    (_id, t) => {
      for (const other of suppliedTemplates) {
        if (other === t) continue;
        const { operations, apart } = beginByAll([workOf(t), workOf(other)], jobView(), [], newId);
        const ids = operations.map((o) => o.id);
        expect(new Set(ids).size).toBe(ids.length);
        const steps = recordsAfter([], "step", operations);
        const view = jobView({
          step: [...steps].sort((a, b) => a.position - b.position),
          torqueGroup: recordsAfter([], "torqueGroup", operations),
          part: recordsAfter([], "part", operations),
        });
        const impossible = impossibleIn(view.step);
        expect({ with: other.id, circle: circleOf(view.step)?.map((x) => x.text) ?? null, impossible }).toEqual({
          with: other.id,
          circle: null,
          impossible: [],
        });
        // Parts beyond the sixty a template holds are no fault of the order; the same bolts worked twice, one kind
        // after the other, are no one kind of job.
        const faults = faultsOf(workOf(templateOf(view, "both", "Both", null))).filter((f) => f.kind !== "unknownPart");
        if (!apart) expect({ with: other.id, faults }).toEqual({ with: other.id, faults: [] });
        expect(brokenNeeds(view.step)).toEqual([]);
        // Each step counts for its own kind when its minutes are learned.
        expect([...new Set(steps.map((s) => s.source.split("/")[0]))].every((k) => [t.id, other.id].includes(k))).toBe(
          true,
        );
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
    const boots = "Take off knob, trim and boots";
    // While the boots are off they stay off; once they are on again, they come off once more.
    expect(texts(done((s) => s.position <= 2))).not.toContain(boots);
    expect(texts(done(() => true))).toContain(boots);
  });
  it("plans a step with what it took here, moved from the typical", () => {
    expect(minutesRange(10, [])).toEqual({ least: 10, most: 10 });
    expect(minutesRange(10, [20, 19, 90])).toEqual({ least: 19, most: 90 });
    expect(estimateMinutes(10, [])).toBe(10);
    // Two parts typical, three the shop's middle one: (2 x 10 + 3 x 20) / 5.
    expect(estimateMinutes(10, [20, 19, 90])).toBe(16);
    const begun = beginBy(kindOf("tailMount"), jobView(), [], newId, (_source, typical) => typical * 2);
    const [first] = begun.operations.flatMap((o) => (o.op === "create" && o.resource === "step" ? [o.data] : []));
    expect(first.minutes).toBe(20);
  });
  it("becomes the shop's own, and says what it changed", () => {
    const basis = templateFor("tailMount");
    const begun = beginBy(workOf(basis), jobView(), [], newId);
    const steps = begun.operations.flatMap((o) =>
      o.op === "create" && o.resource === "step" ? [{ ...record("step", o.data as never), id: o.id } as Step] : [],
    );
    const same = templateOf(jobView({ step: steps }), basis.id, basis.title, basis);
    expect(templateChanges(same, basis)).toMatchObject({ added: [], changed: [] });
    const own = templateOf(
      jobView({ step: [...steps.slice(1), step("Wash it")].map((s, i) => (i === 0 ? { ...s, minutes: 44 } : s)) }),
      "own",
      "Own",
      basis,
    );
    const changes = templateChanges(own, basis);
    expect(changes.added).toEqual(["Wash it"]);
    expect(changes.leftOut).toContain(steps[0].text);
    expect(changes.changed).toEqual([steps[1].text]);
  });
});

describe("proposals", () => {
  const job = (complaint: string, symptoms: Record<string, "present" | "absent"> = {}) =>
    jobView({ job: { complaint, symptoms }, vehicle: { shifterKind: "cable" } });
  it("come by suspects first, then symptoms and words, each with its reason", () => {
    const [first] = proposeTemplates(
      suppliedTemplates,
      job("Sloppy: the cable end is worn", { playForeAft: "present" }),
      [{ fault: "cableEndBush", p: 0.4 }],
    );
    expect(first.content.id).toBe("cableBushes");
    expect(first.because).toContainEqual({ kind: "fault", what: "cableEndBush" });
    const [leak] = proposeTemplates(suppliedTemplates, job("It drips oil at the shift shaft"), []);
    expect(leak.content.id).toBe("shaftSeal");
  });
  it("filter nothing: what does not fit the vehicle falls behind, and nothing leads where nothing speaks for one", () => {
    const all = proposeTemplates(suppliedTemplates, job("Hm."), []);
    expect(all).toHaveLength(21);
    expect(leadOf(all)).toBe("none");
    const at = (id: string) => all.findIndex((p) => p.content.id === id);
    expect(at("turretRebuild")).toBeGreaterThan(at("cableBushes"));
  });
  it("count a stem once, and say when two are equally good", () => {
    expect([stemOf("shorter"), stemOf("shorts"), stemOf("short")]).toEqual(["short", "short", "short"]);
    const kind = (id: string, strong: string[]) => ({
      ...templateFor("cableBushes"),
      id,
      complaints: { strong, weak: [], not: [] },
    });
    const of = (a: string[], b: string[], complaint: string) =>
      proposeKinds([kind("a", a), kind("b", b)], { complaint, vehicle: {}, suspects: [], present: [], absent: [] });
    const tie = of(["rattle"], ["rattles"], "It rattles, a rattle all day");
    expect([leadOf(tie), tiedIn(tie).map((p) => p.content.id)]).toEqual(["tie", ["a", "b"]]);
    expect(of(["short", "shorter"], [], "shorter")[0].score).toBe(of(["short"], [], "shorter")[0].score);
    expect(leadOf(of(["loose lever"], ["shake"], "the lever is loose"))).toBe("none");
    expect(leadOf(of(["lever loose"], ["shake"], "the lever is so loose"))).toBe("clear");
  });
});

describe("another choice", () => {
  const content = templateFor("torqueMount");
  const begun = (): ReturnType<typeof jobView> => {
    const { operations } = beginBy(workOf(content), jobView(), [], newId);
    return jobView({
      step: [...recordsAfter([], "step", operations)].sort((a, b) => a.position - b.position),
      torqueGroup: recordsAfter([], "torqueGroup", operations),
      part: recordsAfter([], "part", operations),
    });
  };
  const now = firstChoices(content);

  it("rewrites what is ahead of the plan as if it had been begun so, for every option of every kind", () => {
    for (const kind of suppliedTemplates) {
      const before = firstChoices(kind);
      const { operations } = beginBy(workOf(kind), jobView(), [], newId);
      const view = jobView({
        step: [...recordsAfter([], "step", operations)].sort((a, b) => a.position - b.position),
        torqueGroup: recordsAfter([], "torqueGroup", operations),
        part: recordsAfter([], "part", operations),
      });
      for (const c of kind.choices) {
        for (const o of c.options) {
          const after = { ...before, [c.key]: o.key };
          const change = rechoose(kind, view, [before, after], [], newId, (_s, m) => m);
          const steps = recordsAfter(view.step, "step", change.operations);
          // What it makes and changes is taken by the shapes of the records.
          for (const op of change.operations) {
            const bad = op.op === "create" ? resources[op.resource].safeParse(op.data).error?.issues[0] : undefined;
            expect({ kind: kind.id, bad }).toEqual({ kind: kind.id, bad: undefined });
          }
          const want = workOf(kind, after);
          expect({ kind: kind.id, after, steps: steps.map((s) => s.text).sort() }).toEqual({
            kind: kind.id,
            after,
            steps: want.steps.map((s) => s.text).sort(),
          });
          const order = [...steps].sort((a, b) => a.position - b.position);
          expect(impossibleIn(order)).toEqual([]);
          expect(
            recordsAfter(view.torqueGroup, "torqueGroup", change.operations)
              .map((g) => g.name)
              .sort(),
          ).toEqual(want.groups.map((g) => g.name).sort());
          expect(
            recordsAfter(view.part, "part", change.operations)
              .map((p) => p.name)
              .sort(),
          ).toEqual(want.parts.map((p) => p.name).sort());
        }
      }
    }
  });

  it("keeps what is done, and says what no longer belongs to it", () => {
    const view = begun();
    const [choice] = content.choices;
    const other = choice.options.find((o) => o.key !== now[choice.key])!;
    const after = { ...now, [choice.key]: other.key };
    const change = rechoose(content, view, [now, after], [], newId, (_s, m) => m);
    const gone = view.step.find((s) => change.dropped.includes(s.text))!;
    const done = { ...view, step: view.step.map((s) => (s.id === gone.id ? { ...s, state: "done" as const } : s)) };
    const later = rechoose(content, done, [now, after], [], newId, (_s, m) => m);
    expect(later.noLonger).toContain(gone.text);
    expect(later.operations.some((o) => o.op === "delete" && o.id === gone.id)).toBe(false);
  });
});

describe("what is left", () => {
  const off = step("Plate off", {
    facts: facts({
      frees: [{ key: "plate", name: "plate bolts", count: 4, group: "Plate", clip: false, head: "" }],
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
