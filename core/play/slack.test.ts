import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { paretoPlans, slack, type Replaceable, type SlackInput, type SlackJoint } from "..";

const SEED = 20251125;

const joint = (id: string, at: SlackJoint["at"], playMm: number, extra: Partial<SlackJoint> = {}): SlackJoint => ({
  id,
  at,
  direction: "foreAft",
  playMm,
  minutes: 0,
  ...extra,
});
const straight = (pin: number): SlackInput["lever"] => ({
  knob: { xMm: 0, zMm: 300 },
  pin: { xMm: 0, zMm: pin },
  drive: { kind: "direct", axisDeg: 0 },
  cross: {},
});
const chain = (joints: SlackJoint[], extra: Partial<SlackInput> = {}): SlackInput => ({
  lever: straight(-60),
  joints,
  measured: {},
  planDirection: "foreAft",
  ...extra,
});

describe("slack", () => {
  // Closed form: H/L at the pin, (H+L)/L at the pivot; a longer arm below the pivot shortens the slop too.
  it.each([
    [-60, 2.5, 3],
    [-80, 1.875, 2.375],
  ])("shows half a millimetre with the pin at %d as %d and %d", (pin, atPin, atPivot) => {
    const { joints } = slack(chain([joint("a", "pin", 0.5), joint("b", "pivot", 0.5)], { lever: straight(pin) }));
    expect(joints.map((j) => j.shareMm)).toEqual([expect.closeTo(atPin, 12), expect.closeTo(atPivot, 12)]);
  });

  it("turns the other way where pin and knob lie on one side of the pivot", () => {
    const { joints } = slack(chain([joint("b", "pivot", 1)], { lever: straight(60) }));
    expect(joints[0].ratio).toBeCloseTo(300 / 60 - 1, 12);
  });

  // Stack-up by worst case and root sum of squares, Shigley's Mechanical Engineering Design: 0.3, 0.4 give 0.7 and 0.5.
  it("adds joints in series and gives the root of the sum of squares beside it", () => {
    const { foreAft } = slack(chain([joint("a", "knob", 0.3), joint("b", "knob", 0.4)], { throwMm: 70 }));
    expect(foreAft).toMatchObject({
      worstCaseMm: expect.closeTo(0.7, 12),
      rssMm: expect.closeTo(0.5, 12),
      finding: "not_measured",
    });
    expect(foreAft.pctOfThrow).toBeCloseTo(1, 12);
  });

  it.each([
    [9, "joint_missing"],
    [5.5, "agrees"],
    [4, "over_read"],
  ] as const)("finds a measured %d mm against 5.5: %s", (foreAftMm, finding) => {
    const out = slack(chain([joint("a", "pin", 0.5), joint("b", "pivot", 0.5)], { measured: { foreAftMm } }));
    expect(out.foreAft.finding).toBe(finding);
  });

  it("takes an angular play on its arm", () => {
    const out = slack(chain([{ ...joint("a", "knob", 0), playMm: undefined, playDeg: 1, armMm: 100 }]));
    expect(out.joints[0].playMm).toBeCloseTo((100 * Math.PI) / 180, 12);
  });

  it("pays once for a part that serves two joints, and renews both", () => {
    const part = { part: "bush set", cost: 10, minutes: 20, newPlayMm: 0 };
    const out = slack(
      chain([joint("a", "pin", 0.5, part), joint("b", "pin", 0.4, { ...part, cost: 8 })], { targetMm: 0 }),
    );
    expect(out.cheapest).toEqual({ replace: ["a", "b"], cost: 10, minutes: 20, worstCaseMm: 0 });
  });

  it("cannot pick what is new already, and says what the least attainable is", () => {
    const out = slack(
      chain([joint("a", "pin", 0.5, { cost: 5, newPlayMm: 0.5 }), joint("b", "pin", 0.5)], { targetMm: 1 }),
    );
    expect(out.plans).toHaveLength(1);
    expect(out.target).toEqual({ targetMm: 1, reached: false, leastAttainableMm: 5 });
  });
});

describe("plans", () => {
  /** All sets in their total order; kept where they leave less than everything before. */
  function byEnumeration(playMm: number, parts: Replaceable[]): string[] {
    const sets = Array.from({ length: 1 << parts.length }, (_, mask) => {
      const picks = parts.flatMap((_, i) => ((mask >> i) & 1 ? [i] : []));
      const of = (key: "cost" | "minutes" | "saving") => picks.reduce((s, i) => s + parts[i][key], 0);
      return { picks, cost: of("cost"), minutes: of("minutes"), worst: playMm - of("saving"), joints: picks.length };
    });
    sets.sort(
      (a, b) =>
        a.cost - b.cost ||
        a.worst - b.worst ||
        a.minutes - b.minutes ||
        a.joints - b.joints ||
        a.picks.join().localeCompare(b.picks.join()),
    );
    let least = Infinity;
    return sets.flatMap((s) => {
      if (s.worst >= least) return [];
      least = s.worst;
      return [s.picks.join()];
    });
  }

  it("are exactly those of a full enumeration", () => {
    const part = fc.record({
      cost: fc.integer({ min: 0, max: 40 }),
      minutes: fc.integer({ min: 0, max: 60 }),
      saving: fc.integer({ min: 1, max: 30 }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 0, maxLength: 9 }), (drawn) => {
        const parts = drawn.map((p, i) => ({ ...p, members: [i] }));
        expect(paretoPlans(500, parts).map((s) => s.picks.join())).toEqual(byEnumeration(500, parts));
      }),
      { seed: SEED, numRuns: 200 },
    );
  });
});
