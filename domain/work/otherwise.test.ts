import { describe, expect, it } from "vitest";
import type { NewFields, StepFacts } from "../../contract";
import { PARENT, record } from "../../tests/domain/records";
import { factsOf, OTHERWISE, outCount } from ".";

const step = (text: string, facts: Partial<StepFacts>, more: Partial<NewFields<"step">> = {}) =>
  record("step", { jobId: PARENT, text, facts: factsOf(facts), ...more });
const fastener = (key: string, count: number) => ({ key, name: key, count, group: "", clip: true, head: "" });
const ticked = [{ what: "bag" as const, key: "clips", value: "", at: "2031-04-11T08:00:00Z" }];

describe("what is out before anybody pries", () => {
  const screws = step("Screws out", { frees: [fastener("screws", 4)] }, { state: "done" });
  const pull = step("Pull the cover", {
    frees: [fastener("clips", 6), fastener("hidden screw", 1)],
    off: [{ key: "cover", name: "cover", holds: "" }],
  });
  const other = step("Shield off", { frees: [fastener("shield bolts", 3)] });
  const on = step("Cover on", { on: ["cover"], fits: ["screws", "clips", "hidden screw"] });

  it("are those that go back in with the thing, of this step and of others", () => {
    expect(outCount(pull, [screws, other, pull, on])).toEqual({ out: 4, of: 11, stillIn: ["clips", "hidden screw"] });
    const half = { ...pull, ticked };
    expect(outCount(half, [screws, other, half, on])).toEqual({ out: 10, of: 11, stillIn: ["hidden screw"] });
  });

  it("is not asked where nothing comes off or nothing holds it", () => {
    expect(outCount(screws, [screws, pull, on])).toBeNull();
    expect(outCount(pull, [pull, step("Cover on", { on: ["cover"] })])).toBeNull();
  });
});

it("what often turns out otherwise fits the text of a step", () => {
  for (const { what, first } of OTHERWISE) expect([what.length > 3, first.length <= 140]).toEqual([true, true]);
});
