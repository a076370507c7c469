import { describe, expect, it } from "vitest";
import type { BenchSetup } from "./bench";
import { onBench, straightLever } from "../../tests/domain/records";
import { howSure, OFF_MM, takenAs } from "./sure";

const gearbox = {
  gears: [
    { gear: "3", column: "3-4", travelMm: 10 },
    { gear: "4", column: "3-4", travelMm: -10 },
  ],
};
const pair = { from: "3", to: "4" };
const setup = (knob: number, pin: number, data: Partial<BenchSetup> = {}): BenchSetup =>
  onBench({ id: "x", role: "candidate", name: "Short", lever: straightLever(knob, -pin), taken: undefined, ...data });

describe("how sure a comparison is", () => {
  // By hand [JCGM 100:2008, 5.1.6]: relative variances of four lengths add, each half width over the root of three.
  it("adds the doubts of four tape measures as squares", () => {
    const sure = howSure(gearbox, setup(300, -60), setup(300, -80), pair, false);
    const relative = Math.hypot(1 / 300, 1 / 60, 1 / 300, 1 / 80) / Math.sqrt(3);
    expect(sure?.answer.reductionPct?.value).toBeCloseTo(25, 6);
    expect(sure?.answer.reductionPct?.standard).toBeCloseTo(75 * relative, 3);
    expect(sure?.lines[0].name).toEqual({ of: "old", point: "pin" });
  });

  it("finds the claim open where the tape cannot judge it, and judges it by calliper", () => {
    const by = (word: "tape" | "calliper") => {
      const taken = { knob: word, pin: word };
      const candidate = setup(300, -80, { taken, claimedReductionPct: 26 });
      return howSure(gearbox, setup(300, -60, { taken }), candidate, pair, false)?.answer.claim?.verdict;
    };
    expect([by("tape"), by("calliper")]).toEqual(["could be either", "not met"]);
  });

  it("counts a joint both hang on once, and rail travel that is common to both hardly at all", () => {
    const lever = (knob: number, pin: number) => ({
      ...setup(knob, pin).lever,
      drive: { kind: "rod" as const, joint: { xMm: -180, zMm: -30 }, axisDeg: 0 },
    });
    const sure = howSure(
      gearbox,
      setup(0, 0, { lever: lever(300, -60) }),
      setup(0, 0, { lever: lever(280, -75) }),
      pair,
      true,
    );
    const names = sure?.lines.map((l) => ("point" in l.name ? `${l.name.of} ${l.name.point}` : "rail"));
    expect(names?.filter((n) => n.endsWith("far"))).toEqual(["both far"]);
    expect(sure?.lines.find((l) => l.name.of === "rail")?.sharePct).toBeLessThan(1);
    expect(sure?.lines.reduce((s, l) => s + l.sharePct, 0)).toBeCloseTo(100, 6);
  });

  it("takes a point as the figures come, where nobody said how", () => {
    expect(
      ["measured", "claimed", "estimated"].map((origin) => takenAs({ origin: origin as "measured" }, "pin")),
    ).toEqual(["tape", "leaflet", "byEye"]);
    expect(takenAs({ origin: "claimed", taken: { pin: "calliper" } }, "pin")).toBe("calliper");
    expect(OFF_MM.calliper).toBeLessThan(OFF_MM.tape);
  });

  it("says nothing of a lever that does not reach", () => {
    expect(howSure(gearbox, setup(300, -60), setup(300, -8), pair, false)).toBeNull();
  });
});
