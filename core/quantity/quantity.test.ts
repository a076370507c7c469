import fc from "fast-check";
import { create, all } from "mathjs";
import { describe, expect, it } from "vitest";
import {
  formatInchFraction,
  formatNumber,
  formatQuantity,
  parseQuantity,
  readTorque,
  UNITS,
  type QuantityKind,
} from "..";

const math = create(all, {});
const SEED = 20251125;
const base = (text: string, kind: QuantityKind, system: "metric" | "inch" = "metric") => {
  const read = parseQuantity(text, kind, system);
  if (!read.ok) throw new Error(`${text}: ${read.message}`);
  return read.value.min;
};

describe("quantities as they are typed", () => {
  it("asks whether a bare fraction in a shop of millimetres is inches, and takes it in a shop of inches", () => {
    expect(parseQuantity("5 1/4", "length")).toMatchObject({ ok: false, message: "inches? then type 5 1/4 in" });
    expect(parseQuantity("5¼", "length")).toMatchObject({ ok: false, message: "inches? then type 5 1/4 in" });
    expect(base("5 1/4", "length", "inch")).toBe(133.35);
  });

  it("does not choose between thousands and thousandths", () => {
    const read = parseQuantity("1,234 mm", "length");
    expect(read).toMatchObject({ ok: false, position: 0 });
    expect(read.ok || read.message).toBe('"1,234" can be two numbers: write a point, or no comma');
    expect(parseQuantity("1,2,3 mm", "length").ok).toBe(false);
  });

  it("reads the name of every unit it assumes", () => {
    for (const kind of Object.keys(UNITS) as QuantityKind[]) {
      for (const system of ["metric", "inch"] as const) {
        const bare = parseQuantity("5", kind, system);
        if (!bare.ok) throw new Error(`${kind}: ${bare.message}`);
        // The other system's shop reads it as the same.
        const other = system === "metric" ? "inch" : "metric";
        expect(base(`5 ${bare.value.unit}`, kind, other), `${kind} ${system}`).toBe(bare.value.min);
      }
    }
  });

  it.each<[string, QuantityKind, number]>([
    ["3 1/2 in", "length", 88.9],
    ['3-1/2"', "length", 88.9],
    ["5 1/4 in", "length", 133.35],
    ["89mm", "length", 89],
    ["1/16 in", "length", 1.5875],
    ["1 ft 3 1/2 in", "length", 393.7],
    ["8.9 cm", "length", 89],
    ["1/8 turn", "angle", 45],
    ["2 flats", "angle", 120],
    ["0.661 deg", "angle", 0.661],
    ["13 ft-lb", "torque", 17.625633],
    ["184 320 km", "distance", 184320],
    ["2 qt", "volume", 1.892705892],
    ["-4 mm", "length", -4],
    ["5¼ in", "length", 133.35],
    ['⅜"', "length", 9.525],
    ["5,25 in", "length", 133.35],
    ["22,5 Nm", "torque", 22.5],
    ["0,125 in", "length", 3.175],
    ["184,32 km", "distance", 184.32],
  ])("reads %s as %s", (text, kind, want) => {
    expect(base(text, kind)).toBeCloseTo(want, 6);
  });

  it("takes the shop's unit where none is typed and says so", () => {
    expect(parseQuantity("3 1/2", "length", "inch")).toMatchObject({
      ok: true,
      value: { unit: "in", assumedUnit: true },
    });
    expect(base("3.5", "length", "inch")).toBeCloseTo(88.9, 9);
    expect(base("13", "torque", "inch")).toBeCloseTo(17.6256, 3);
  });

  it("reads ranges and refuses reversed ones at the second number", () => {
    expect(parseQuantity("5 to 5 1/2 in", "length")).toMatchObject({ ok: true, value: { min: 127, max: 139.7 } });
    expect(parseQuantity("105-103 lb ft", "torque")).toMatchObject({ ok: false, position: 4 });
    expect(parseQuantity("9-8 mm", "length")).toMatchObject({ ok: false, position: 2 });
  });

  it.each<[string, QuantityKind, number]>([
    ["", "length", 0],
    ["abc", "length", 0],
    ["12 furlongs", "length", 3],
    ["12 Nm", "length", 3],
    ["1/0 in", "length", 2],
    ["NaN", "length", 0],
    ["1e999", "length", 1],
  ])("refuses %j and says where", (text, kind, position) => {
    const read = parseQuantity(text, kind);
    expect(read).toMatchObject({ ok: false, position });
    expect(read.ok ? "" : read.message).toMatch(/type it like/);
  });

  // Independent library: mathjs knows the same units.
  it.each([
    ["length", "in", "inch", "mm"],
    ["length", "ft", "ft", "mm"],
    ["mass", "lb", "lbm", "kg"],
    ["mass", "oz", "oz", "kg"],
    ["force", "lbf", "lbf", "N"],
    ["distance", "mi", "mile", "km"],
    ["volume", "US qt", "quart", "L"],
    ["volume", "US gal", "gallon", "L"],
  ] as const)("agrees with mathjs on %s %s", (kind, id, theirs, to) => {
    const factor = UNITS[kind].find((u) => u.id === id)?.factor ?? NaN;
    // mathjs keeps fewer digits for the US gallon, hence the relative bound.
    expect(factor / math.unit(1, theirs).toNumber(to)).toBeCloseTo(1, 5);
  });

  it("reads back what it shows, in every unit", () => {
    fc.assert(
      fc.property(
        fc.constantFrom<QuantityKind>("length", "mass", "volume", "angle", "force", "distance"),
        fc.nat(100),
        fc.double({ min: 0.001, max: 9000, noNaN: true }),
        (kind, pick, value) => {
          const unit = UNITS[kind][pick % UNITS[kind].length];
          const shown = formatQuantity(value * unit.factor, kind, unit.id, { digits: 6 });
          expect(base(shown, kind) / unit.factor).toBeCloseTo(value, 5);
        },
      ),
      { seed: SEED },
    );
  });

  it("writes figures with a true minus, thin spaces and no minus nought", () => {
    expect(formatNumber(-2.5, 1)).toBe("\u22122.5");
    expect(formatNumber(184320, 0)).toBe("184\u202f320");
    expect(formatNumber(-0.01, 1)).toBe("0.0");
    expect(formatNumber(3, 1, true)).toBe("+3.0");
    expect(formatNumber(133.35, 1)).toBe("133.4");
  });

  it("writes inches as a tape shows them", () => {
    expect(formatInchFraction(88.9)).toBe("3 1/2\u00a0in");
    expect(formatInchFraction(133.35)).toBe("5 1/4\u00a0in");
    expect(formatInchFraction(1.5875)).toBe("1/16\u00a0in");
    expect(formatInchFraction(0)).toBe("0\u00a0in");
    expect(() => formatInchFraction(1, 10)).toThrow(RangeError);
  });
});

describe("torque as people write it", () => {
  // NIST SP 811, appendix B: 1 lbf ft = 1.355 817 948 N m, 1 lbf in = 0.112 984 829, 1 kgf m = 9.806 65.
  it.each([
    ["1 ft-lb", 1.355817948],
    ["1 in-lb", 0.112984829],
    ["1 kgf.m", 9.80665],
    ["1 kg-cm", 0.0980665],
    ["40 N·m", 40],
    ["26 foot pounds", 35.2512667],
    ["12 LB-FT", 16.2698154],
    ["12 mkg", 117.6798],
  ])("reads %s", (text, nm) => {
    const read = readTorque(text);
    expect(read.ok && read.value.minNm).toBeCloseTo(nm, 6);
  });

  it.each([
    ["40", 2],
    ["thirteen", 0],
    ["hand tite", 7],
    ["13 lb", 5],
    ["40 Nm + 90", 10],
    ["40 Nm extra", 6],
    ["40,5 Nm", 2],
    ["-5 Nm", 0],
    ["105-103 lb ft", 4],
    ["40 Nm + 1/4 deg", 12],
    ["40 Nm + 1/0 turn", 10],
    ["", 0],
  ])("stops %j at the first character it cannot read", (text, position) => {
    const read = readTorque(text);
    expect(read.ok ? null : read.stop.position).toBe(position);
  });

  it("never throws and never answers a number that is not finite", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const read = readTorque(text);
        if (read.ok) expect(read.value.minNm === null || Number.isFinite(read.value.minNm)).toBe(true);
        else expect(read.stop.position).toBeLessThanOrEqual(text.length);
      }),
      { seed: SEED, numRuns: 500 },
    );
  });
});
