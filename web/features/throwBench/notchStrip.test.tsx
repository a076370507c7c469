// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { isRefusal } from "../../../contract";
import { USUAL_BODY, type BenchSetup, type Surroundings } from "../../../domain";
import { FOUR_GEARS, onBench } from "../../../tests/domain/records";
import { plainText, show, typeInto } from "../../../tests/web/show";
import { atNotch, notchAnswer, NotchStrip } from "./NotchStrip";

const LIMITS = { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxReductionPct: 50 };
const setup = (more: Partial<BenchSetup> = {}): BenchSetup =>
  onBench({
    id: "adj",
    role: "candidate",
    name: "Adjustable lever",
    notches: { listMm: [0, 10, 20], rodAdjusted: false, limits: LIMITS },
    ...more,
  });
const old = onBench();
const free: Surroundings = { obstacles: [], body: USUAL_BODY, hand: null };
/** A shaft 20 mm below the end of the lever's tail as it stands. */
const shaft: Surroundings = {
  ...free,
  obstacles: [
    {
      name: "prop shaft",
      kind: "segment",
      from: { xMm: 400, zMm: -130 },
      to: { xMm: -400, zMm: -130 },
      halfWidthMm: 30,
    },
  ],
};

const strip = (near: Surroundings, over: Partial<BenchSetup> = {}, at = 0) => {
  const own = setup(over);
  const answer = notchAnswer(FOUR_GEARS, own, old, near);
  const on = { show: vi.fn(), patch: vi.fn(), fit: vi.fn() };
  const result = show(
    <NotchStrip
      setup={own}
      surroundings={near}
      answer={answer}
      shown={isRefusal(answer) ? null : answer.notches[at]}
      onShow={on.show}
      onPatch={on.patch}
      onFit={on.fit}
      against={{ doubtful: false, doubts: () => [] }}
    />,
  );
  return { ...result, on, answer };
};
const cells = () => screen.getAllByRole("listitem").map(plainText);

describe("notches side by side", () => {
  it("say throw, reduction and effort of each, and which is best", () => {
    strip(free);
    const [first, second, third] = cells();
    // Lowered by d, knob 300 - d over pin 60 + d: 2 x 10 x 290 / 70 = 82.9 mm and 2 x 10 x 280 / 80 = 70.0 mm of 100.
    expect(first).toContain("100.0");
    expect(second).toMatch(/82\.9.*17 % shorter/);
    expect(third).toMatch(/70\.0.*30 % shorter/);
    expect(third).toContain("best");
    expect(third).toContain("fits");
  });

  it("are looked at one by one", async () => {
    const { user, on } = strip(free);
    await user.click(screen.getAllByRole("listitem")[1].querySelector("button")!);
    expect(on.show).toHaveBeenCalledWith(2);
  });

  it("name the limit each breaks where something stands near", () => {
    strip(shaft);
    const [first, , third] = cells();
    expect(first).toContain("fits");
    expect(third).not.toContain("fits");
    expect(third).not.toContain("best");
  });

  it("are fitted by a decision, as the lever then is", async () => {
    const { user, on } = strip(free, {}, 2);
    await user.click(screen.getByRole("button", { name: "Fit notch 3" }));
    const [patch, words] = on.fit.mock.calls[0];
    expect(patch.lever).toMatchObject({ knob: { zMm: 280 }, pin: { zMm: -80 } });
    expect(words).toMatch(/notch 3/i);
  });

  it("and their limits are typed", async () => {
    const { user, on } = strip(free);
    const set = within(screen.getByRole("group"));
    await typeInto(user, set.getByLabelText("gap of at least"), "5 mm");
    expect(on.patch.mock.lastCall?.[0].notches.limits).toEqual({ ...LIMITS, minGapMm: 5 });
    await typeInto(user, set.getByLabelText("shorter by at most"), "35");
    expect(on.patch.mock.lastCall).toEqual([
      { notches: { ...setup().notches, limits: { ...LIMITS, maxReductionPct: 35 } } },
      "Adjustable lever: most reduction",
    ]);
    await user.click(set.getByRole("switch", { name: "The rod is reset for each notch" }));
    expect(on.patch.mock.lastCall?.[0].notches.rodAdjusted).toBe(true);
    expect(on.patch.mock.lastCall?.[1]).toBe("Adjustable lever: rod reset");
    await user.click(set.getByRole("button", { name: "It has no notches" }));
    expect(on.patch).toHaveBeenLastCalledWith({ notches: null }, "Adjustable lever: no notches");
  });

  it("that are no list are refused with what is accepted, and nothing changes", async () => {
    const { user, on } = strip(free);
    await typeInto(user, screen.getByLabelText(/^lowered by, one after the other/), "deep");
    expect(on.patch).not.toHaveBeenCalled();
    expect(screen.getByLabelText(/^lowered by, one after the other/).getAttribute("aria-invalid")).toBe("true");
  });
});

describe("a lever taken at one of its notches", () => {
  it("moves, and counts its notches from there on", () => {
    expect(atNotch(setup(), 10)).toMatchObject({
      lever: { knob: { zMm: 290 }, pin: { zMm: -70 } },
      notches: { listMm: [-10, 0, 10] },
    });
  });

  it("without notches is none", () => expect(atNotch(old, 10)).toBeNull());
});
