import { describe, expect, it } from "vitest";
import { exampleGearbox, exampleSetups } from "../lever";
import { jobView, PARENT, record, throwOf34 } from "../../tests/domain/records";
import {
  chainFrom,
  contextOf,
  namesOf,
  sheetJoints,
  solveChain,
  STANDARD_CHAINS,
  standardJoints,
  targetOf,
  triedSum,
  USUAL_GAIN,
  USUAL_GRADES,
  whatDecides,
} from ".";

const mm = (v: number) => ({ typed: `${v} mm`, base: v });
const joint = (name: string, play: number, more: object = {}) =>
  record("joint", { jobId: PARENT, name, at: "pin", play: mm(play), newPlay: mm(0.1), ...more });

describe("the usual joints", () => {
  it.each(Object.keys(STANDARD_CHAINS) as (keyof typeof STANDARD_CHAINS)[])("of a %s shifter are a chain", (kind) => {
    const view = jobView({ vehicle: { shifterKind: kind } });
    const made = standardJoints(view, USUAL_GRADES);
    expect(made.map((j) => j.name)).toEqual(STANDARD_CHAINS[kind].map((j) => j.name));
    // Nobody measured them: they say so.
    expect(new Set(made.map((j) => j.origin))).toEqual(new Set(["estimated"]));
    expect(made.map((j) => j.position)).toEqual(made.map((_, i) => i + 1));
    expect(made.every((j) => j.play.base >= (j.newPlay?.base ?? 0))).toBe(true);
  });

  it("play as the shop grades it", () => {
    const grades = { ...USUAL_GRADES, worn: 0.8 };
    const worn = standardJoints(jobView({ vehicle: { shifterKind: "rod" } }), grades);
    expect(worn.find((j) => j.name === "Selector joint")?.play).toEqual({ typed: "0.8 mm", base: 0.8 });
  });
});

describe("the sheet's joints", () => {
  it("keep how the chain is built, and leave the wear of one vehicle out", () => {
    const [, second] = standardJoints(jobView({}), USUAL_GRADES);
    const worn = record("joint", { ...second, part: "SK-1", play: { typed: "1.2 mm", base: 1.2 }, origin: "measured" });
    const [kept] = chainFrom([worn]);
    expect(kept).toMatchObject({ name: second.name, at: second.at, part: "SK-1" });
    expect(sheetJoints(jobView({}), [kept], USUAL_GRADES)).toMatchObject([
      { name: second.name, play: { base: USUAL_GRADES.slight }, origin: "estimated", position: 1 },
    ]);
  });
});

describe("a chain", () => {
  it("without joints says nothing", () => {
    const view = jobView();
    expect(solveChain(contextOf(view, "foreAft", null))).toBeNull();
  });

  it("adds up to the sum of its plays times the usual gain where no lever is known", () => {
    const view = jobView({ joint: [joint("Pin", 0.4), joint("Carrier", 0.6)] });
    const answer = solveChain(contextOf(view, "foreAft", null));
    // By hand: (0.4 + 0.6) mm at the pin, five times that at the knob.
    expect(answer?.foreAft.worstCaseMm).toBeCloseTo(USUAL_GAIN * 1, 9);
    expect(answer?.foreAft.finding).toBe("not_measured");
  });

  it("takes the gain of the lever that is given", () => {
    const [lever] = exampleSetups("rod");
    const setup = record("setup", { jobId: PARENT, role: "old", name: "Old", lever: lever.lever, pivot: lever.pivot });
    const view = jobView({ joint: [joint("Pin", 1)], setup: [setup] });
    const answer = solveChain(contextOf(view, "foreAft", setup));
    const ratio = Math.hypot(lever.lever.knob.xMm, lever.lever.knob.zMm) / Math.abs(lever.lever.pin.zMm);
    expect(answer?.foreAft.worstCaseMm).toBeCloseTo(ratio, 1);
  });

  it("is held against what was measured, in its own direction", () => {
    const taken = (quantity: "freePlayForeAft" | "freePlayCross", v: number) =>
      record("reading", { jobId: PARENT, quantity, phase: "before", values: [mm(v)] });
    const view = jobView({
      joint: [joint("Pin", 1)],
      reading: [taken("freePlayForeAft", 9), taken("freePlayCross", 4)],
    });
    expect(contextOf(view, "foreAft", null).measuredMm).toBe(9);
    expect(contextOf(view, "cross", null).measuredMm).toBe(4);
    const answer = solveChain(contextOf(view, "foreAft", null));
    expect(answer?.foreAft.unexplainedMm).toBeCloseTo(4, 9);
  });

  it("counts a joint that is switched to new as new", () => {
    const worn = joint("Pin", 1, { tryNew: true });
    const kept = joint("Carrier", 1);
    const answer = solveChain(contextOf(jobView({ joint: [worn, kept] }), "foreAft", null));
    if (!answer) throw new Error("no answer");
    // 0.1 mm new and 1 mm as it is, five times at the knob.
    expect(triedSum(answer, [worn, kept], "foreAft")).toBeCloseTo(5.5, 9);
    expect(triedSum(answer, [worn, kept], "cross")).toBe(0);
  });
});

describe("the target", () => {
  it("is a length, or a part of the throw once that is measured", () => {
    const none = { slackTarget: null, slackTargetPct: null };
    expect(targetOf(none, 90)).toBeNull();
    expect(targetOf({ ...none, slackTarget: mm(8) }, null)).toBe(8);
    expect(targetOf({ ...none, slackTargetPct: 10 }, 90)).toBeCloseTo(9, 12);
    expect(targetOf({ ...none, slackTargetPct: 10 }, null)).toBeNull();
  });

  it("of a part of the throw is read from the throw of the gearbox's own pair", () => {
    const gearbox = exampleGearbox("rod");
    const reading = throwOf34([100]);
    const view = jobView({ job: { slackTargetPct: 8 }, vehicle: { gearbox }, reading: [reading] });
    expect(contextOf(view, "foreAft", null)).toMatchObject({
      throwMm: 100,
      throwFrom: "tape",
      targetMm: 8,
    });
    // Not taped yet: what the old lever's figures make, and whether anybody measured them.
    const [lever] = exampleSetups("rod");
    const setup = (origin: "measured" | "estimated") =>
      record("setup", { jobId: PARENT, role: "old", name: "Old", lever: lever.lever, origin });
    const untaped = (origin: "measured" | "estimated") =>
      contextOf(jobView({ job: { slackTargetPct: 8 }, vehicle: { gearbox }, setup: [setup(origin)] }), "foreAft", null);
    expect([untaped("measured").throwFrom, untaped("estimated").throwFrom]).toEqual(["computed", "typical"]);
    expect(untaped("measured").targetMm).toBeCloseTo(0.08 * (untaped("measured").throwMm ?? NaN), 9);
  });
});

it("joints in a sentence are called by their names", () => {
  const pin = joint("Pin bush", 1);
  expect(namesOf([pin.id, "gone"], [pin])).toBe("Pin bush, gone");
  expect(namesOf([], [pin])).toBe("nothing");
});

describe("which joint's play decides what is bought", () => {
  const chain = (pin: object, rod: object = {}, targetMm: number | null = 5) => {
    const joints = [
      joint("Pin bush", 0.6, { cost: 12, minutes: 30, ...pin }),
      joint("Rod end", 0.6, { at: "rodEnd", cost: 30, minutes: 20, ...rod }),
    ];
    return {
      joints,
      lever: null,
      direction: "foreAft" as const,
      measuredMm: null,
      throwMm: null,
      throwFrom: null,
      targetMm,
    };
  };

  it("names an estimated one at whose other end another set would do, and not one that is measured well enough", () => {
    // Five to one: 3 mm each, 6 mm together, 5 wanted; with half the play in the bush nothing needs replacing.
    const estimated = whatDecides(chain({ origin: "estimated" }, { origin: "measured" }));
    expect(estimated.map((d) => d.joint.name)).toContain("Pin bush");
    const [first] = estimated;
    expect(first.joint.name).toBe("Pin bush");
    expect(first.atMm).toBeCloseTo(0.3, 9);
    expect(first.instead?.replace).toEqual([]);
    expect(whatDecides(chain({ origin: "measured" }, { origin: "measured" }))).toEqual([]);
  });

  it("has nothing to say without a target", () => {
    expect(whatDecides(chain({ origin: "estimated" }, {}, null))).toEqual([]);
  });
});
