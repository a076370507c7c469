import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type LeverGeometry, type SweepGap, gearTravel, poseAt } from "../../../core";
import {
  DEFAULT_LIMITS,
  pointsOf,
  solveBench,
  withPoint,
  type BenchSetup,
  exampleGearbox,
  exampleSetups,
} from "../../../domain";
import { sideOf } from "../vehicles/GearboxEditor";
import { seatsOf } from "./GearPad";
import { doubtsOf } from "./doubts";
import { benchSentence, type Piece } from "./sentence";
import { fitted, projection, zoomed } from "./viewport";

const SEED = 20251125;
const kinds = ["direct", "rod", "arm", "cable"] as const;

const read = (pieces: Piece[]): string =>
  pieces
    .map((p) => {
      if (typeof p === "string") return p;
      if ("strong" in p) return p.strong;
      return "mark" in p ? p.says : p.figure + (p.unit ? ` ${p.unit}` : "");
    })
    .join("")
    .replace(/[\u202f\u00a0]/g, " ");

const PAIR = { from: "3", to: "4" };
const sentence = (
  setups: BenchSetup[],
  kind: (typeof kinds)[number] = "direct",
  least: SweepGap | null = null,
  more: Partial<Parameters<typeof benchSentence>[0]> = {},
): string => {
  const gearbox = exampleGearbox(kind);
  const { levers, compared } = solveBench(gearbox, setups, DEFAULT_LIMITS);
  const [old, candidate] = setups;
  const lever = candidate && levers.get(candidate.id);
  const own = compared?.find((c) => c.name === candidate?.id);
  const old0 = levers.get(old.id);
  const doubts =
    lever && own
      ? doubtsOf({
          lever,
          old: old0 ?? null,
          compared: own,
          pair: PAIR,
          least,
          minGapMm: 2,
          show: (mm) => `${mm.toFixed(1)} mm`,
        })
      : [];
  return read(
    benchSentence({
      name: candidate?.name ?? old.name,
      old: { throws: levers.get(old.id)?.throws ?? [], name: old.name },
      candidate: lever && own ? { lever, compared: own } : null,
      pair: PAIR,
      chosen: false,
      length: (mm) => mm.toFixed(1),
      unit: "mm",
      least,
      doubts,
      ...more,
    }),
  );
};

const straight = (id: string, knob: number, pin: number, extra: Partial<BenchSetup> = {}): BenchSetup => ({
  ...exampleSetups("direct")[id === "old" ? 0 : 1],
  id,
  lever: { knob: { xMm: 0, zMm: knob }, pin: { xMm: 0, zMm: -pin }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  ...extra,
});

describe("the bench's sentence", () => {
  // Closed form: a direct lever throws 2 H s / L, so 300 over 60 gives 100 mm and 300 over 80 gives 75 mm at 10 mm.
  it("says how much shorter, how much harder, and what the maker claims", () => {
    const text = sentence([straight("old", 300, 60), straight("short", 300, 80, { claimedReductionPct: 45 })]);
    expect(text).toBe(
      "Fit: Short lever. Third to fourth drops from 100.0 to 75.0 mm, 25 % shorter, 1.33 times the effort. The maker claims 45 %.",
    );
  });

  it("advises only what was measured, and not where the result may be the opposite", () => {
    const levers = [straight("old", 300, 60), straight("short", 300, 64)];
    const told = (more: object): string => sentence(levers, "direct", null, more);
    expect(told({})).toMatch(/^Fit: Short lever\./);
    expect(told({ range: { low: -6, high: 20 } })).toMatch(/^Short lever\..*It may be shorter or longer/);
    expect(told({ range: { low: 2, high: 10 } })).toMatch(/^Fit: /);
    for (const basis of ["lever", "travel"] as const) expect(told({ basis })).not.toContain("Fit: ");
    expect(told({ basis: "lever", chosen: true })).toContain("Chosen: Short lever.");
  });

  // A throw is in proportion to the travel: 130 taped where 100 is calculated makes 97.5 of 75.
  it("takes the tape of an old lever that is only estimated, and says so", () => {
    const levers = [straight("old", 300, 60), straight("short", 300, 80)];
    expect(sentence(levers, "direct", null, { basis: "lever", taped: 130 })).toMatch(
      /drops from 130\.0 \(taped\) to 97\.5 mm, 25 % shorter/,
    );
    expect(sentence([levers[0]], "direct", null, { taped: 130 })).toMatch(
      /throws 130\.0 mm by the tape\. The typical figures of the lever make 100\.0/,
    );
  });

  it("warns before it recommends", () => {
    expect(sentence([straight("old", 300, 60), straight("short", 240, 130)])).toMatch(/^Caution: Short lever\. /);
  });

  it("does not say that a lever fits where it comes too near, throws longer or turns the gate over", () => {
    const gap = (gapMm: number): SweepGap =>
      ({ gapMm, touches: gapMm <= 0, gear: "2", obstacle: "prop shaft" }) as SweepGap;
    const pair = [straight("old", 300, 60), straight("short", 300, 80)];
    expect(sentence(pair, "direct", gap(1.2))).toMatch(
      /^Caution: Short lever\. It clears the prop shaft by only 1\.2 mm in second, and 2\.0 mm is wanted\./,
    );
    expect(sentence(pair, "direct", gap(2))).toMatch(/^Fit: Short lever\./);
    expect(sentence(pair, "direct", gap(-1))).toMatch(/^Short lever touches the prop shaft in second/);
    expect(sentence([straight("old", 300, 60), straight("short", 360, 60)])).toMatch(
      /^Caution: Short lever\. Its throw is longer than the old one’s/,
    );
    // A pin above the pivot moves the knob the other way.
    expect(sentence([straight("old", 300, 60), straight("short", 300, -80)])).toMatch(
      /^Caution: Short lever\. (First|Second) is on the other side than before/,
    );
  });

  it("asks for a longer rod only where the rod is short", () => {
    expect(sentence([straight("old", 300, 60), straight("short", 300, 8)])).toMatch(/lower it\.$/);
    const rod = (x: number, z: number): BenchSetup =>
      straight("short", 300, 60, {
        lever: {
          knob: { xMm: 0, zMm: 300 },
          pin: { xMm: 0, zMm: -20 },
          drive: { kind: "rod", joint: { xMm: x, zMm: z }, axisDeg: 0 },
          cross: {},
        },
      });
    for (const [x, z] of [
      [30, -20],
      [-300, -20],
      [2, -60],
      [40, 20],
    ]) {
      const text = sentence([straight("old", 300, 60), rod(x, z)]);
      expect(/Lengthen the rod/.test(text), text).toBe(/the rod is [\d.]+ mm short/.test(text));
    }
  });

  it("names the missing millimetres of a lever that cannot reach", () => {
    const text = sentence([straight("old", 300, 60), straight("short", 300, 8)]);
    expect(text).toMatch(/does not fit: cannot reach: the pin's swing is 2\.0 mm short at gear 1/);
  });

  it("says that a lever is longer where it is", () => {
    expect(sentence([straight("old", 300, 60), straight("short", 360, 60)])).toMatch(
      /grows from 100.0 to 120.0 mm, 20 % longer/,
    );
  });

  it("asks for a second lever while there is one", () => {
    expect(sentence([straight("old", 300, 60)])).toBe(
      "Third to fourth throws 100.0 mm. Add a lever to compare with it.",
    );
  });
});

describe("examples", () => {
  it.each(kinds)("reach every gear and show a reduction with a %s drive", (kind) => {
    const setups = exampleSetups(kind);
    const { levers, compared, refused } = solveBench(exampleGearbox(kind), setups, DEFAULT_LIMITS);
    expect(refused.size).toBe(0);
    for (const lever of levers.values()) expect(lever.gears.every((g) => g.reached)).toBe(true);
    expect(compared?.[1].reductionPct).toBeGreaterThan(5);
  });

  it.each(kinds)("put odd gears to the front with a %s drive", (kind) => {
    const gearbox = exampleGearbox(kind);
    const [old] = exampleSetups(kind);
    const lever = solveBench(gearbox, [old], DEFAULT_LIMITS).levers.get("old");
    const { seats } = seatsOf(gearbox, lever);
    const of = (gear: string) => seats.find((s) => s.gear === gear) ?? { x: NaN, y: NaN };
    expect(of("1").y).toBeLessThan(of("2").y);
    expect(of("1").x).toBeLessThan(of("5").x);
  });

  it("keeps the driver's left on the left without a lever, and one of many gates on the pad", () => {
    const columns = ["R", "1-2", "3-4", "5-6", "7"].map((column, i) => ({ column, crossMm: (i - 2) * 6 }));
    const gears = columns.map((c) => ({ gear: c.column[0], column: c.column, travelMm: -10 }));
    const { seats, gates } = seatsOf({ columns, gears }, undefined);
    expect(seats.map((s) => s.gear)).toEqual(["R", "1", "3", "5", "7"]);
    const xs = seats.map((s) => s.x);
    // Each key is a 44 px target of its own, and five gates stay within the column of 268 px.
    expect(Math.min(...xs.slice(1).map((x, i) => x - xs[i]))).toBeGreaterThanOrEqual(44);
    expect(gates).toBe(5);
    expect(Math.max(...xs) + 22).toBeLessThanOrEqual(268);
    expect(columns.map((_, i) => sideOf(columns, i))).toEqual([
      "far left",
      "2nd from the left",
      "3rd from the left",
      "4th from the left",
      "far right",
    ]);
  });
});

describe("dragging", () => {
  it("holds points that would leave no arm, and says why", () => {
    const { lever } = exampleSetups("rod")[0];
    const near = withPoint(lever, "pin", { xMm: 0.2, zMm: -0.2 });
    expect(near.held).toBe("5 mm or more from the pivot");
    expect(Math.hypot(near.lever.pin.xMm, near.lever.pin.zMm)).toBeCloseTo(5, 9);
    expect(withPoint(lever, "joint", lever.pin).held).toBe("5 mm or more from the pin");
    expect(withPoint(lever, "knob", { xMm: 0, zMm: 9000 }).held).toBe("within 1500 mm");
  });

  it("never leaves a lever that the model refuses", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.nat(3),
        fc.double({ min: -4000, max: 4000, noNaN: true }),
        fc.double({ min: -4000, max: 4000, noNaN: true }),
        (kind, pick, xMm, zMm) => {
          const [setup] = exampleSetups(kind);
          const points = pointsOf(setup.lever);
          const { lever } = withPoint(setup.lever, points[pick % points.length].name, { xMm, zMm });
          expect([...solveBench(exampleGearbox(kind), [{ ...setup, lever }], DEFAULT_LIMITS).refused]).toEqual([]);
        },
      ),
      { seed: SEED, numRuns: 200 },
    );
  });
});

describe("poses", () => {
  it("keep the rod's length in every gear", () => {
    const { lever } = exampleSetups("rod")[0];
    const rod = (l: LeverGeometry, travel: number): number => {
      const p = poseAt(l, travel);
      return Math.hypot(p.pin.xMm - (p.far?.xMm ?? 0), p.pin.zMm - (p.far?.zMm ?? 0));
    };
    for (const g of exampleGearbox("rod").gears) expect(rod(lever, gearTravel(lever, g))).toBeCloseTo(rod(lever, 0), 9);
  });

  it("draw the gap where the rod is short, as long as what is missing", () => {
    const { lever } = exampleSetups("rod")[0];
    const pose = poseAt(lever, 120);
    const far = pose.far ?? { xMm: NaN, zMm: NaN };
    const from = pose.shortBy?.from ?? { xMm: NaN, zMm: NaN };
    expect(pose.shortBy?.missingMm).toBeGreaterThan(0);
    expect(Math.hypot(far.xMm - from.xMm, far.zMm - from.zMm)).toBeGreaterThan(
      (pose.shortBy?.missingMm ?? Infinity) - 1e-6,
    );
  });
});

describe("viewport", () => {
  const size = { width: 664, height: 492 };

  it("goes from millimetres to pixels and back", () => {
    const pr = projection(
      fitted(
        [
          { xMm: -100, zMm: -80 },
          { xMm: 400, zMm: 312 },
        ],
        size,
      ),
      size,
    );
    expect(pr.back(pr.x(123.4), pr.y(-56.7))).toEqual({ xMm: expect.closeTo(123.4, 9), zMm: expect.closeTo(-56.7, 9) });
  });

  it("keeps the point under the cursor while zooming", () => {
    const view = { xMm: 10, zMm: 20, scale: 1 };
    const before = projection(view, size).back(100, 200);
    expect(projection(zoomed(view, size, 1.7, 100, 200), size).back(100, 200)).toEqual({
      xMm: expect.closeTo(before.xMm, 9),
      zMm: expect.closeTo(before.zMm, 9),
    });
  });
});
