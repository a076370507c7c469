import { describe, expect, it } from "vitest";
import { templateContent, type StepFacts } from "../../contract";
import { jobView, PARENT, record } from "../../tests/domain/records";
import { suppliedTemplates } from "../templates";
import {
  allChoices,
  changedFastener,
  closedAt,
  closing,
  factsOf,
  faultsOf,
  fastenersAt,
  jobOperations,
  templateWith,
  tightening,
  withFastener,
  withoutFastener,
  workOf,
  workOfJob,
  workOfTemplate,
} from ".";

const step = (text: string, facts: Partial<StepFacts>) =>
  record("step", { jobId: PARENT, text, facts: factsOf(facts) });
const bolts = { key: "b", name: "cover bolts", count: 6, group: "Cover", clip: false, head: "" };
const clips = { key: "c", name: "clips", count: 2, group: "", clip: true, head: "" };
const cover = record("torqueGroup", { jobId: PARENT, name: "Cover", count: 6 });
const off = step("Cover off", { frees: [bolts, clips] });
const on = step("Cover on", { fits: ["b", "c"] });
const torque = step("Torque the cover", { torques: ["Cover"] });
const view = jobView({ step: [off, on, torque], torqueGroup: [cover] });
const work = workOfJob(view);
let made = 0;
const newId = (): string => `new${(made += 1)}`;
const [OFF, ON, TORQUE] = [off.id, on.id, torque.id];

describe("the fasteners of a step", () => {
  it("say how they go back, where they go in and where they are tightened", () => {
    expect(fastenersAt(work, OFF)).toMatchObject([
      { key: "b", use: "torque", group: "Cover", backAt: ON, tightenedAt: TORQUE },
      { key: "c", use: "clip", group: "", backAt: ON, tightenedAt: "" },
    ]);
    expect(fastenersAt(work, "nothing")).toEqual([]);
  });

  it("counted anew are so in their group, and nothing else changes", () => {
    const next = changedFastener(work, "b", { count: 4 });
    expect(next.groups).toEqual([{ name: "Cover", count: 4, use: "torque" }]);
    const operations = jobOperations(view, work, next, newId);
    expect(operations.map((o) => [o.resource, o.id])).toEqual([
      ["torqueGroup", cover.id],
      ["step", OFF],
    ]);
  });

  it("that come in two lots are counted together", () => {
    const other = { ...bolts, key: "b2", name: "long cover bolts", count: 2 };
    const two = { ...work, steps: [...work.steps, { id: "x", text: "More off", facts: factsOf({ frees: [other] }) }] };
    expect(changedFastener(two, "b", { count: 3 }).groups[0].count).toBe(5);
    expect(withoutFastener(two, "b2").groups[0].count).toBe(6);
  });

  it("by feel keep their group, as clips they have none, and get one again", () => {
    const feel = changedFastener(work, "b", { use: "snug" });
    expect(feel.groups[0].use).toBe("snug");
    const [op] = jobOperations(view, work, feel, newId);
    expect("data" in op && op.data).toEqual({ use: "snug", passes: [{ name: "by hand", pct: null }] });
    const clip = changedFastener(work, "b", { use: "clip" });
    expect(clip.groups).toEqual([]);
    expect(clip.steps[2].facts.torques).toEqual([]);
    expect(jobOperations(view, work, clip, newId).at(-1)).toMatchObject({ op: "delete", id: cover.id });
    const back = changedFastener(work, "c", { use: "torque" });
    expect(back.groups[1]).toEqual({ name: "clips", count: 2, use: "torque" });
    expect(fastenersAt(back, OFF)[1]).toMatchObject({ use: "torque", group: "clips", tightenedAt: ON });
  });

  it("put back elsewhere are tightened where they were, unless that was where they went in", () => {
    const moved = changedFastener(work, "b", { backAt: TORQUE });
    expect(fastenersAt(moved, OFF)[0]).toMatchObject({ backAt: TORQUE, tightenedAt: TORQUE });
    const here = tightening(work, "Cover", ON);
    expect(fastenersAt(changedFastener(here, "b", { backAt: TORQUE }), OFF)[0].tightenedAt).toBe(TORQUE);
    expect(fastenersAt(changedFastener(here, "b", { backAt: "" }), OFF)[0]).toMatchObject({
      backAt: "",
      tightenedAt: "",
    });
  });

  it("added go back where the others of the step go, and taken out leave nothing behind", () => {
    const more = withFastener(work, OFF, "shield screw", "s");
    expect(fastenersAt(more, OFF)[2]).toMatchObject({ name: "shield screw", backAt: ON, tightenedAt: ON });
    expect(withFastener(more, OFF, "Cover", "s2").groups.at(-1)?.name).toBe("Cover, 2");
    const without = withoutFastener(more, "s");
    expect(without.groups).toEqual(work.groups);
    expect(jobOperations(view, work, without, newId).every((o) => o.resource === "step")).toBe(true);
    const gone = withoutFastener(work, "b");
    expect(gone.groups).toEqual([]);
    expect(gone.steps[1].facts.fits).toEqual(["c"]);
  });

  it("that are not there change nothing", () => {
    expect(changedFastener(work, "none", { count: 3 })).toBe(work);
    expect(jobOperations(view, work, work, newId)).toEqual([]);
  });
});

it("what is opened is closed at one step only", () => {
  const marked = { ...work, steps: work.steps.map((s) => ({ ...s, facts: { ...s.facts, asks: ["m"] } })) };
  const one = closing(marked, "asks", "m", ON);
  expect(one.steps.map((s) => s.facts.asks)).toEqual([[], ["m"], []]);
  expect(closedAt(one, "asks", "m")).toBe(ON);
  expect(closedAt(closing(one, "asks", "m", ""), "asks", "m")).toBe("");
});

describe("a template's steps", () => {
  it.each(suppliedTemplates.map((t) => [t.id, t] as const))("of %s come back as they were", (_, content) => {
    const edited = workOfTemplate(content);
    expect(templateWith(content, edited)).toEqual(content);
    // Every fact written back says the same.
    const copied = { ...edited, steps: edited.steps.map((s) => ({ ...s, facts: { ...s.facts } })) };
    const back = templateContent.parse(templateWith(content, copied));
    for (const chosen of allChoices(content)) {
      expect(workOf(back, chosen).steps.map((s) => s.facts)).toEqual(workOf(content, chosen).steps.map((s) => s.facts));
    }
  });

  it("take one more fastener and another count, and still close what they open", () => {
    const [content] = suppliedTemplates;
    const first = workOfTemplate(content).steps.find((s) => fastenersAt(workOfTemplate(content), s.id).length > 0)!;
    const [known] = fastenersAt(workOfTemplate(content), first.id);
    const next = templateContent.parse(
      templateWith(
        content,
        withFastener(
          changedFastener(workOfTemplate(content), known.key, { count: 9, head: "T30" }),
          first.id,
          "stud",
          "st",
        ),
      ),
    );
    expect(next.groups.find((g) => g.key === known.key)).toMatchObject({ count: 9, head: "T30" });
    expect(next.groups.find((g) => g.key === "st")).toMatchObject({ name: "stud", use: "torque" });
    for (const chosen of allChoices(next)) expect(faultsOf(workOf(next, chosen))).toEqual([]);
    expect(workOf(next).groups.some((g) => g.name === "stud")).toBe(true);
  });
});
