// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { JobView, NewFields } from "../../../contract";
import { NO_FACTS } from "../../../domain";
import { FOUR_GEARS, inMm, onePassGroup, signedAt, straightLever, throwOf34 } from "../../../tests/domain/records";
import { jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { BeforeAfterDrawing } from "./BeforeAfterDrawing";
import { Done } from "./Done";

const setup = (role: "old" | "candidate", name: string, pinMm: number) =>
  record("setup", { jobId: PARENT, role, name, lever: straightLever(300, pinMm) });
const taken = (
  quantity: NewFields<"reading">["quantity"],
  phase: "before" | "after",
  values: NonNullable<NewFields<"reading">["values"]>,
) => record("reading", { jobId: PARENT, quantity, phase, values });

describe("before and after at one scale", () => {
  const [old, short] = [setup("old", "Old lever", 60), setup("candidate", "Short lever", 80)];
  const captions = (view: JobView): string[] => {
    const { container, unmount } = show(<BeforeAfterDrawing view={view} />);
    const texts = [...container.querySelectorAll("figcaption")].map(plainText);
    unmount();
    return texts;
  };

  it("draws both levers where one was chosen, each with its throw", () => {
    const view = jobView({ vehicle: { gearbox: FOUR_GEARS }, setup: [old, short], job: { chosenSetupId: short.id } });
    // A direct lever throws 2 H s / L: 100 mm over a pin of 60, 75 mm over one of 80.
    expect(captions(view)).toEqual([
      "Before: Old lever, calculated throw 100.0 mm from third to fourth",
      "After: Short lever, calculated throw 75.0 mm from third to fourth",
    ]);
    show(<BeforeAfterDrawing view={view} />);
    // The same length of lever is drawn as long in both: one scale.
    const arms = [...document.querySelectorAll("path[stroke-width='2.4']")].map((p) => {
      const [, pivot, knob] = (p.getAttribute("d") ?? "")
        .split(/[ML]/)
        .slice(1)
        .map((s) => s.split(" ").map(Number));
      return Math.hypot(knob[0] - pivot[0], knob[1] - pivot[1]);
    });
    expect(arms[0]).toBeCloseTo(arms[1], 9);
  });

  it("draws what was measured where no lever was chosen, the surest change first", () => {
    const view = jobView({
      vehicle: { gearbox: FOUR_GEARS },
      setup: [old],
      reading: [
        throwOf34([100, 101, 100, 101]),
        throwOf34([99, 101, 100, 100], { phase: "after" }),
        taken("freePlayForeAft", "before", inMm(20, 21, 20, 21)),
        taken("freePlayForeAft", "after", inMm(6, 7, 6, 7)),
      ],
    });
    expect(captions(view)).toEqual([
      "Free play, fore and aft: before 20.5 mm, after 6.5 mm",
      "Throw, 3rd to 4th: before 100.5 mm, after 100.0 mm",
    ]);
  });

  it("keeps every quantity in its own unit", () => {
    const litres = (v: number) => [{ typed: `${v} L`, base: v }];
    const degrees = (v: number) => [{ typed: `${v} deg`, base: v }];
    const view = jobView({
      reading: [
        taken("fluidDrained", "before", litres(1.8)),
        taken("fluidDrained", "after", litres(2.1)),
        taken("jointAngle", "before", degrees(4)),
        taken("jointAngle", "after", degrees(1)),
      ],
    });
    const texts = captions(view);
    expect(texts.find((t) => t.startsWith("Joint"))).toMatch(/before 4\.00°, after 1\.00°$/);
    expect(texts.find((t) => /drained/i.test(t))).toMatch(/before 1\.80 L, after 2\.10 L$/);
  });

  it("draws nothing where nothing was measured twice", () => {
    expect(captions(jobView({ reading: [throwOf34([100])] }))).toEqual([]);
  });
});

describe("what was done", () => {
  const step = (text: string, more: Partial<NewFields<"step">> = {}) =>
    record("step", { jobId: PARENT, text, ...more });
  const said = (view: JobView): string[] => {
    show(<Done view={view} />);
    return screen.queryAllByText(/./, { selector: "p" }).map(plainText);
  };

  it("is not there where nothing was", () => {
    expect(said(jobView())).toEqual([]);
    expect(screen.queryByRole("heading")).toBeNull();
  });

  it("lists the steps with their minutes, what was left open and why something was left out", () => {
    const view = jobView({
      step: [
        step("Trim out", { state: "done", workedMin: 12.4 }),
        step("Lever out", { state: "done", workedMin: 20 }),
        step("Shield back on"),
        step("Paint", { state: "skipped", skippedReason: "new part is painted" }),
        step("Undercoat", { state: "skipped" }),
      ],
    });
    expect(said(view)).toEqual([
      "Trim out; Lever out. 32 minutes of work.",
      "Not ticked: Shield back on.",
      "Left out: Paint (new part is painted); Undercoat (no reason given).",
    ]);
  });

  it("names marks that were put back as marked, pieces carried over, and what nobody answered", () => {
    const marks = [
      { key: "rod", text: "Rod end to its clamp", kind: "witness" as const },
      { key: "boot", text: "Boot to its ring", kind: "witness" as const },
    ];
    const tick = (what: "mark" | "ask" | "carry", key: string, value = "") => ({
      what,
      key,
      value,
      at: "2026-11-20T09:00:00Z",
    });
    const view = jobView({
      step: [
        step("Apart", {
          state: "done",
          facts: { ...NO_FACTS, marks },
          ticked: [tick("mark", "rod", "paint, two dots")],
        }),
        step("Together", {
          state: "done",
          ticked: [
            tick("ask", "rod"),
            tick("ask", "boot", "not answered, boot is new"),
            tick("carry", "Return spring"),
          ],
        }),
      ],
    });
    expect(said(view)).toEqual([
      "Apart; Together.",
      "Marked, and put back as marked: Rod end to its clamp: paint, two dots.",
      "Carried over to the new part: Return spring.",
      "Not answered: Boot to its ring (not answered, boot is new).",
    ]);
  });

  it("falls back on what was torqued where no step was ticked, and keeps why a job was closed with something open", () => {
    const group = onePassGroup({ name: "Tail mount", specTyped: "40 Nm" });
    const view = jobView({
      torqueGroup: [group],
      signature: [signedAt(group.id, 40)],
      job: { closing: { open: ["1 step is open: Shield"], reason: "fetched early" } },
    } as Parameters<typeof jobView>[0]);
    expect(said(view)).toEqual([
      "Torqued: Tail mount.",
      "Closed with this open: 1 step is open: Shield. Reason: fetched early",
    ]);
  });
});
