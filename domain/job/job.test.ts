import { describe, expect, it } from "vitest";
import {
  jobChildren,
  resources,
  type JobView,
  type NewFields,
  type Operation,
  type RecordOf,
  type ResourceName,
} from "../../contract";
import { awaited, waitNow } from "./waits";
import { fitDoubts } from "../vehicle/fits";
import { openAtClosing } from "./closing";
import { handbackLists } from "./handback";
import { topicsOf } from "./topics";
import { wantedOf } from "./wanted";
import { withMoves } from "./moves";
import { onePassGroup, signedAt, inMm } from "../../tests/domain/records";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
let n = 0;
const record = <R extends ResourceName>(name: R, data: NewFields<R>): RecordOf<R> =>
  ({
    id: `01ARZ3NDEKTSV4RRFFQ6${String((n += 1)).padStart(6, "0")}`,
    version: 1,
    createdAt: "",
    updatedAt: "",
    deletedAt: null,
    ...(resources[name].parse(data) as object),
  }) as RecordOf<R>;
type Children = Partial<Omit<JobView, "job" | "vehicle">>;
const view = (
  job: Partial<NewFields<"job">> = {},
  vehicle: Partial<NewFields<"vehicle">> = {},
  rest: Children = {},
): JobView => ({
  job: record("job", { vehicleId: ID, ...job }),
  vehicle: record("vehicle", { tag: "T", ...vehicle }),
  ...(Object.fromEntries(jobChildren.map((c) => [c, []])) as unknown as Omit<JobView, "job" | "vehicle">),
  ...rest,
});
const AT = "2026-11-27T10:00:00.000Z";
const update = (resource: "part" | "step" | "job", r: { id: string; version: number }, data: object): Operation => ({
  op: "update",
  resource,
  id: r.id,
  version: r.version,
  data: data as Record<string, unknown>,
});
const jobData = (ops: Operation[]): Record<string, unknown> | undefined => {
  const op = ops.find((o) => o.resource === "job");
  return op?.op === "update" ? op.data : undefined;
};

describe("what a job waits for follows what happens", () => {
  const part = record("part", { jobId: ID, name: "Bush", state: "needed" });
  const clip = record("part", { jobId: ID, name: "Clip", state: "ordered" });

  it("waits for a part that is ordered, and is ready again once all have arrived", () => {
    const before = view({}, {}, { part: [part] });
    const ordered = withMoves(before, [update("part", part, { state: "ordered" })], null, AT);
    expect(jobData(ordered)).toEqual({
      waits: { kind: "part", what: "Bush", since: AT, until: null },
      nextAction: "Mark as arrived",
    });
    const waiting = { kind: "part" as const, what: "Bush and Clip", since: AT, until: null };
    const both = view({ waits: waiting }, {}, { part: [{ ...part, state: "ordered" }, clip] });
    const one = withMoves(both, [update("part", part, { state: "arrived" })], null, AT);
    expect(jobData(one)).toMatchObject({ waits: { kind: "part", what: "Clip" } });
    const all = withMoves(
      both,
      [update("part", part, { state: "arrived" }), update("part", clip, { state: "arrived" })],
      null,
      AT,
    );
    expect(jobData(all)).toMatchObject({
      waits: { kind: "nothing", what: "What was ordered is here" },
      nextAction: "",
    });
  });

  it("leaves a wait that a person set for another reason", () => {
    const customer = view({ waits: { kind: "customer", what: "calls back" } }, {}, { part: [part] });
    expect(jobData(withMoves(customer, [update("part", part, { state: "ordered" })], null, AT))).toBeUndefined();
  });

  it("takes no carried-over part and no alternative for one that is awaited", () => {
    const kept = { ...part, carriedOver: true };
    const other = { ...part, alternative: true };
    expect(awaited([part, kept, other, clip]).map((p) => p.name)).toEqual(["Bush", "Clip"]);
  });

  it("waits while a step cures, and no longer once its time is up", () => {
    const glue = record("step", { jobId: ID, text: "Thread locker in", waitMin: 90 });
    const next = record("step", { jobId: ID, text: "Lever in", hands: 2, position: 2 });
    const data = jobData(
      withMoves(view({}, {}, { step: [glue, next] }), [update("step", glue, { state: "done" })], null, AT),
    );
    const waits = data?.waits as JobView["job"]["waits"];
    expect(waits).toEqual({ kind: "cure", what: "Thread locker in", since: AT, until: "2026-11-27T11:30:00.000Z" });
    expect(waitNow(waits, "2026-11-27T11:29:59.000Z").kind).toBe("cure");
    expect(waitNow(waits, "2026-11-27T11:30:00.000Z")).toMatchObject({
      kind: "nothing",
      what: "Time is up: Thread locker in",
    });
  });

  it("calls the helper when the next step takes two", () => {
    const first = record("step", { jobId: ID, text: "Boot off" });
    const next = record("step", { jobId: ID, text: "Lever in", hands: 2, position: 2 });
    const data = jobData(
      withMoves(view({}, {}, { step: [first, next] }), [update("step", first, { state: "done" })], null, AT),
    );
    expect(data?.waits).toMatchObject({ kind: "helper", what: "Lever in" });
  });
});

describe("work moves a job, looking does not", () => {
  it("moves to a later stage with the first work there, in the same change, and never back", () => {
    const part = record("part", { jobId: ID, name: "Bush" });
    const create: Operation = { op: "create", resource: "part", id: part.id, data: { jobId: ID, name: "Bush" } };
    const at = view({ stage: "gauge" });
    const moved = withMoves(at, [create], "plan", AT);
    expect(moved.map((o) => o.resource)).toEqual(["job", "part"]);
    expect(jobData(moved)).toEqual({ stage: "plan" });
    expect(jobData(withMoves(view({ stage: "fit" }), [create], "plan", AT))).toBeUndefined();
    expect(jobData(withMoves(at, [], "plan", AT))).toBeUndefined();
  });

  it("lets what the change itself says count, and leaves a closed job where it is", () => {
    const at = view({ stage: "ask" });
    const said = withMoves(at, [update("job", at.job, { stage: "gauge" })], "prove", AT);
    expect(jobData(said)).toEqual({ stage: "gauge" });
    const closed = view({ stage: "plan", closedAt: AT });
    expect(jobData(withMoves(closed, [update("job", closed.job, { verdict: "x" })], "prove", AT))).toEqual({
      verdict: "x",
    });
  });
});

describe("what is open at closing", () => {
  it("names unsigned bolts, bolts outside their limits, steps, findings, parts and readings", () => {
    const group = onePassGroup({ jobId: ID, name: "Flange", specTyped: "20 Nm", specOrigin: "specified" });
    const signed = signedAt(group.id, 30, { jobId: ID, outcome: "accepted", outcomeReason: "sheet says so" });
    const reading = record("reading", { jobId: ID, quantity: "knobHeight", phase: "before", values: inMm(230) });
    const kinds = (rest: Children): string[] => openAtClosing(view({}, {}, rest)).map((o) => `${o.kind} ${o.count}`);
    expect(kinds({ torqueGroup: [group] })).toEqual(["unsigned 1"]);
    // Worked on, but nobody measured before it, said who signed and on what it stood, or looked at it afterwards.
    expect(kinds({ torqueGroup: [group], signature: [signed] })).toEqual([
      "outside 1",
      "nobody 1",
      "noLoad 1",
      "baseline 4",
      "checks 12",
    ]);
    expect(kinds({ part: [record("part", { jobId: ID, name: "Bush", state: "arrived" })] })).toEqual(["parts 1"]);
    expect(kinds({ part: [record("part", { jobId: ID, name: "Bush", state: "fitted" })] })).toEqual([]);
    expect(kinds({ reading: [reading] })).toEqual(["readings 1"]);
    expect(kinds({ reading: [reading, { ...reading, phase: "after" }] })).toEqual([]);
  });
});

describe("what a job measures", () => {
  const places = (v: JobView): string[] => wantedOf(v).map((m) => m.place ?? m.quantity);
  it("asks a mount job for its mounts and a lever job for its lever", () => {
    const lever = ["throw", "freePlayForeAft", "freePlayCross", "knobHeight"];
    expect(places(view())).toEqual(lever);
    const shakes = view({ symptoms: { vibIdle: "present", knockBumps: "present" } });
    expect(topicsOf(shakes)).toEqual(["shake"]);
    expect(places(shakes)).toEqual(["left", "right", "tail", "gearbox"]);
    const both = view({ symptoms: { vibIdle: "present", knockBumps: "present", playForeAft: "present" } });
    expect(places(both)).toEqual(["left", "right", "tail", "gearbox", ...lever]);
    expect(places(view({ symptoms: { vibIdle: "absent", playForeAft: "present" } }))).toEqual(lever);
  });
});

describe("whether a part fits the vehicle", () => {
  const kinds = (part: object, vehicle: object): string[] =>
    fitDoubts(
      { builtFrom: null, builtTo: null, variant: "", ...part },
      { buildDate: null, make: "Skarvane", model: "P2", variant: "high roof", ...vehicle },
    ).map((d) => d.kind);

  it.each([
    [{ builtFrom: "2015-01-01" }, { buildDate: "2014-12-31" }, ["builtBefore"]],
    [{ builtFrom: "2015-01" }, { buildDate: "2014-12" }, ["builtBefore"]],
    [{ builtFrom: "2015-01" }, { buildDate: "2015-01" }, []],
    [{ builtFrom: "2015-01-15" }, { buildDate: "2015-01" }, ["sameMonth"]],
    [{ builtTo: "2015-01" }, { buildDate: "2015-02-01" }, ["builtAfter"]],
    [{ builtTo: "2015-01" }, { buildDate: "2015-01-31" }, []],
    [{ builtTo: "2015-01-15" }, { buildDate: "2015-01" }, ["sameMonth"]],
    [{ builtTo: "2015-01" }, {}, ["dateUnknown"]],
    [{ variant: "P2 from 2015" }, {}, []],
    [{ variant: "long base" }, {}, ["otherVariant"]],
    [{ variant: "low roof" }, {}, []],
  ])("%j in a vehicle of %j: %j", (part, vehicle, doubts) => expect(kinds(part, vehicle)).toEqual(doubts));
});

describe("what is looked at before it goes back", () => {
  it("has what the kinds of work ask for beside what is always looked at, each line once", () => {
    const lines = (handBack: { list: "rest" | "drive"; text: string }[]) =>
      handbackLists({ vehicle: { automatic: false }, job: { handBack } }).map((l) => [l.id, l.lines.length]);
    const usual = lines([]);
    const asked = lines([
      { list: "rest", text: "Reverse only by the collar" },
      { list: "rest", text: "Reverse only by the collar." },
      { list: "drive", text: "No rattle over the setts" },
    ]);
    expect(asked).toEqual(usual.map(([id, n]) => [id, Number(n) + (id === "return" ? 0 : 1)]));
    const ids = handbackLists({
      vehicle: { automatic: false },
      job: {
        handBack: [
          { list: "rest", text: "A very long line of what is to be looked at before it goes back to its owner" },
        ],
      },
    }).flatMap((l) => l.lines.map((x) => x.id));
    expect(Math.max(...ids.map((id) => id.length))).toBeLessThanOrEqual(40);
  });
});
