import fc from "fast-check";
import { create, all } from "mathjs";
import { describe, expect, it } from "vitest";
import { lever, type LeverInput, type LeverGeometry } from "..";

const math = create(all, {});
const SEED = 20251125;

const direct = (pinZ: number, knobZ = 300, travels = [10, -10]): LeverInput => ({
  gearbox: {
    gears: [
      { gear: "3", column: "3-4", travelMm: travels[0] },
      { gear: "4", column: "3-4", travelMm: travels[1] },
    ],
  },
  lever: { knob: { xMm: 0, zMm: knobZ }, pin: { xMm: 0, zMm: pinZ }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
});

describe("direct lever", () => {
  // Closed form: throw = 2 H s / L exactly.
  it.each([
    [60, 100],
    [80, 75],
  ])("throws 2 H s / L with the pin %d mm down", (depth, throwMm) => {
    expect(lever(direct(-depth)).throws[0].throwMm).toBeCloseTo(throwMm, 10);
  });

  it("says how many mm of swing are missing", () => {
    const [gear] = lever(direct(-60, 300, [70, -20])).gears;
    expect(gear).toMatchObject({ reached: false, reason: "swing_short", missingMm: 10 });
    expect(gear.reached ? "" : gear.message).toBe(
      "cannot reach: the pin's swing is 10.0 mm short at gear 1".replace("gear 1", "gear 3"),
    );
  });

  it("stands at a dead centre where the pin moves square to the axis", () => {
    const input = direct(-60);
    input.lever.drive = { kind: "direct", axisDeg: 90 };
    const answer = lever(input);
    expect(answer.gainMmPerMm).toBeNull();
    expect(answer.gainRange).toBeNull();
    expect(answer.gears[0]).toMatchObject({ reached: false, reason: "dead_centre", missingMm: null });
  });
});

describe("rod drive", () => {
  // Closed form of the slider-crank, any mechanics text: x = r cos u + sqrt(l^2 - (r sin u - e)^2), turned
  // into our frame; solved independently by mathjs as complex arithmetic on the two circles.
  it("agrees with an independent two-circle intersection", () => {
    const input: LeverInput = {
      gearbox: { gears: [{ gear: "1", column: "a", travelMm: 8 }] },
      lever: {
        knob: { xMm: 25, zMm: 240 },
        pin: { xMm: 6, zMm: -52 },
        drive: { kind: "rod", joint: { xMm: -180, zMm: -30 }, axisDeg: 4 },
        cross: {},
      },
    };
    const [gear] = lever(input).gears;
    const a = (4 * Math.PI) / 180;
    const joint = math.complex(-180 + 8 * Math.cos(a), -30 + 8 * Math.sin(a));
    const rod = Math.hypot(6 + 180, -52 + 30);
    const arm = Math.hypot(6, -52);
    const d = math.abs(joint) as unknown as number;
    const along = (arm ** 2 + d ** 2 - rod ** 2) / (2 * d);
    const across = Math.sqrt(arm ** 2 - along ** 2);
    const unit = math.divide(joint, d);
    const candidates = [across, -across].map(
      (h) => math.multiply(math.complex(along, h), unit) as { re: number; im: number },
    );
    const angles = candidates.map((p) => ((Math.atan2(p.im, p.re) - Math.atan2(-52, 6)) * 180) / Math.PI);
    expect(Math.min(...angles.map((t) => Math.abs(t - (gear.leverDeg ?? NaN))))).toBeLessThan(1e-9);
  });

  it("keeps every digit for a travel of a nanometre", () => {
    const input = direct(-1, 1, [1e-6, -1e-6]);
    input.lever.drive = { kind: "rod", joint: { xMm: 400, zMm: -1 }, axisDeg: 0 };
    expect(lever(input).throws[0].throwMm).toBeCloseTo(2e-6, 16);
  });

  it("finds a dead centre that lies between neutral and the gear", () => {
    const input = direct(-60, 300, [-250, 0]);
    input.lever.drive = { kind: "rod", joint: { xMm: 150, zMm: -60 }, axisDeg: 0 };
    expect(lever(input).gears[0]).toMatchObject({ reason: "dead_centre" });
    expect(lever(input).gears[0].reached ? 0 : (lever(input).gears[0] as { missingMm: number }).missingMm).toBeCloseTo(
      30,
      9,
    );
  });
});

describe("rocking arm", () => {
  // F. Freudenstein, Trans. ASME 77, 1955: K1 cos psi - K2 cos phi + K3 = cos(phi - psi),
  // angles from the line of pivots. Checked as a residual over random linkages.
  it("satisfies Freudenstein's equation wherever it reaches", () => {
    let reached = 0;
    fc.assert(
      fc.property(
        fc.record({
          pinX: fc.double({ min: -30, max: 30, noNaN: true }),
          pinZ: fc.double({ min: -110, max: -30, noNaN: true }),
          jointX: fc.double({ min: 150, max: 500, noNaN: true }),
          jointZ: fc.double({ min: -120, max: 20, noNaN: true }),
          armZ: fc.double({ min: -90, max: 90, noNaN: true }).filter((z) => Math.abs(z) > 15),
          deg: fc.double({ min: -35, max: 35, noNaN: true }),
        }),
        ({ pinX, pinZ, jointX, jointZ, armZ, deg }) => {
          const geometry: LeverGeometry = {
            knob: { xMm: 0, zMm: 300 },
            pin: { xMm: pinX, zMm: pinZ },
            drive: { kind: "arm", joint: { xMm: jointX, zMm: jointZ }, armPivot: { xMm: jointX, zMm: jointZ + armZ } },
            cross: {},
          };
          const answer = lever({ gearbox: { gears: [{ gear: "1", column: "a", travelDeg: deg }] }, lever: geometry });
          const [gear] = answer.gears;
          if (!gear.reached) return;
          reached++;
          const a = Math.hypot(pinX, pinZ);
          const b = Math.abs(armZ);
          const c = answer.rodMm ?? NaN;
          const d = Math.hypot(jointX, jointZ + armZ);
          const line = Math.atan2(jointZ + armZ, jointX);
          const phi = Math.atan2(pinZ, pinX) + (gear.leverDeg * Math.PI) / 180 - line;
          const psi = Math.atan2(-armZ, 0) + (deg * Math.PI) / 180 - line;
          const k3 = (a * a + b * b - c * c + d * d) / (2 * a * b);
          const residual = (d / a) * Math.cos(psi) - (d / b) * Math.cos(phi) + k3 - Math.cos(phi - psi);
          expect(Math.abs(residual)).toBeLessThan(1e-8);
        },
      ),
      { seed: SEED, numRuns: 400 },
    );
    expect(reached).toBeGreaterThan(300);
  });

  it("turns a parallelogram's lever exactly as the gearbox arm", () => {
    const answer = lever({
      gearbox: { gears: [{ gear: "3", column: "a", travelDeg: 14 }] },
      lever: {
        knob: { xMm: 0, zMm: 300 },
        pin: { xMm: 0, zMm: -50 },
        drive: { kind: "arm", joint: { xMm: 420, zMm: -80 }, armPivot: { xMm: 420, zMm: -30 } },
        cross: {},
      },
    });
    expect(answer.gears[0].leverDeg).toBeCloseTo(14, 10);
    expect(answer.gainMmPerDeg).toBeCloseTo((300 * Math.PI) / 180, 10);
  });
});

const anyDrive = fc.oneof(
  fc.constant({ kind: "direct" as const, axisDeg: 0 }),
  fc.constant({ kind: "rod" as const, joint: { xMm: 380, zMm: -45 }, axisDeg: 3 }),
  fc.constant({ kind: "cable" as const, anchor: { xMm: 250, zMm: -70 }, ratio: 1.1 }),
);

describe("any drive", () => {
  it("closes its loop and never shows a chord longer than its sweep", () => {
    fc.assert(
      fc.property(
        anyDrive,
        fc.double({ min: 2, max: 14, noNaN: true }),
        fc.double({ min: -90, max: -40, noNaN: true }),
        (drive, travel, pinZ) => {
          const input = direct(pinZ, 290, [travel, -travel]);
          input.lever.drive = drive;
          const answer = lever(input);
          for (const t of answer.throws) expect(t.throwMm ?? 0).toBeLessThanOrEqual((t.sweepMm ?? 0) + 1e-9);
          const [gear] = answer.gears;
          if (!gear.reached || drive.kind !== "rod") return;
          const t = (gear.leverDeg * Math.PI) / 180;
          const pin = { x: -pinZ * Math.sin(t), z: pinZ * Math.cos(t) };
          const a = (drive.axisDeg * Math.PI) / 180;
          const rod = Math.hypot(
            pin.x - drive.joint.xMm - travel * Math.cos(a),
            pin.z - drive.joint.zMm - travel * Math.sin(a),
          );
          expect(rod).toBeCloseTo(answer.rodMm ?? NaN, 9);
        },
      ),
      { seed: SEED, numRuns: 300 },
    );
  });

  it("reports a gain equal to the slope of the knob's path, and a range that holds every slope in it", () => {
    fc.assert(
      fc.property(anyDrive, fc.double({ min: 3, max: 12, noNaN: true }), (drive, travel) => {
        const at = (s: number) => {
          const input = direct(-62, 280, [s, -travel]);
          input.lever.drive = drive;
          return lever(input);
        };
        const whole = at(travel);
        const h = 1e-4;
        for (const s of [h, travel / 3, travel * 0.9]) {
          const [a, b] = [at(s - h / 2), at(s + h / 2)].map((x) => x.gears[0].leverDeg ?? NaN);
          const slope = (((b - a) * Math.PI) / 180 / h) * 280;
          const [least, most] = whole.gainRange ?? [NaN, NaN];
          expect(Math.abs(slope)).toBeGreaterThan(least * (1 - 1e-5));
          expect(Math.abs(slope)).toBeLessThan((most ?? Infinity) * (1 + 1e-5));
        }
        expect(Math.abs((at(h).gears[0].leverDeg ?? 0) * Math.PI * 280) / 180 / h).toBeCloseTo(
          whole.gainMmPerMm ?? 0,
          3,
        );
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it("carries the knob sideways against the pin, or with it where both lie on one side", () => {
    const input = direct(-60);
    input.gearbox.columns = [{ column: "3-4", crossMm: 6 }];
    expect(lever(input).columns[0].knobYMm).toBeCloseTo(-30, 12);
    input.lever.pin.zMm = 60;
    expect(lever(input).columns[0].knobYMm).toBeCloseTo(30, 12);
    input.gearbox.columns = [{ column: "3-4", crossMm: 61 }];
    expect(lever(input).gears[0]).toMatchObject({ reached: false, reason: "cross_short", missingMm: 1 });
  });
});
