import { describe, expect, it } from "vitest";
import { answer, models } from ".";

const base = {
  gearbox: {
    columns: [{ column: "a", crossMm: 0 }],
    gears: [
      { gear: "3", column: "a", travelMm: 10 },
      { gear: "4", column: "a", travelMm: -10 },
    ],
  },
  lever: {
    knob: { xMm: 0, zMm: 300 },
    pin: { xMm: 0, zMm: -60 },
    drive: { kind: "rod", joint: { xMm: 400, zMm: -60 } },
  },
};

/** The base with one place set: "lever.knob.zMm". */
function withAt(path: string, value: unknown): unknown {
  const copy = structuredClone(base) as Record<string, unknown>;
  const keys = path.split(/[.[\]]+/).filter(Boolean);
  let at = copy;
  for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
  at[keys[keys.length - 1]] = value;
  return copy;
}

interface Refused {
  error: { code: string; field: string; got: unknown; accepts: string };
}

describe("refusals", () => {
  it.each<[string, unknown, string?]>([
    ["gearbox", undefined],
    ["gearbox.gears", []],
    ["gearbox.gears", "many"],
    ["gearbox.columns", []],
    ["gearbox.gears[0].gear", ""],
    ["gearbox.gears[0].travelMm", 501],
    ["gearbox.gears[1].travelMm", "ten"],
    ["gearbox.gears[1].column", "b"],
    ["gearbox.gears[1].gear", "3"],
    ["gearbox.gears[0].travelMm", null],
    ["lever.knob", undefined],
    ["lever.knob.zMm", 1e9],
    ["lever.pin", { xMm: 0.1, zMm: 0 }],
    ["lever.drive", "rod"],
    ["lever.drive", {}, "lever.drive.kind"],
    ["lever.drive", { kind: "magnet" }, "lever.drive.kind"],
    ["lever.drive.joint", { xMm: 0, zMm: -60 }],
    ["lever.drive", { kind: "cable", anchor: { xMm: 1, zMm: 2 }, ratio: 0 }, "lever.drive.ratio"],
    [
      "lever.drive",
      { kind: "arm", joint: { xMm: 9, zMm: 9 }, armPivot: { xMm: 9, zMm: 9 } },
      "gearbox.gears[0].travelDeg",
    ],
    ["lever.cross", { knobArmMm: 0 }, "lever.cross.knobArmMm"],
    ["lever.colour", "red"],
    ["selectorForceN", -1],
  ])("%s = %j names its field", (path, value, field = path) => {
    const out = answer("lever", withAt(path, value)) as Refused;
    expect(out.error).toMatchObject({ code: "invalid_input", field });
    expect(out.error.accepts.length).toBeGreaterThan(3);
    expect(Object.keys(out)).toEqual(["error"]);
  });

  it("reports the first offence in listed order, unknown fields last in their object", () => {
    const input = { ...(withAt("lever.knob.zMm", "high") as object), extra: 1 };
    expect((answer("lever", input) as Refused).error.field).toBe("lever.knob.zMm");
    const gears = Array.from({ length: 25 }, () => ({ gear: 1 }));
    expect((answer("lever", withAt("gearbox.gears", gears)) as Refused).error.field).toBe("gearbox.gears");
  });

  it("takes null in an object as absent, but not in a list", () => {
    const spared = withAt("selectorForceN", null);
    expect(answer("lever", spared)).toHaveProperty("gears");
    expect((answer("lever", withAt("gearbox.gears[1]", null)) as Refused).error.field).toBe("gearbox.gears[1]");
  });

  it("compares only setups whose travel has one unit", () => {
    const { gearbox, lever } = base;
    const arm = { ...lever, drive: { kind: "arm", joint: { xMm: 400, zMm: -60 }, armPivot: { xMm: 400, zMm: -110 } } };
    const out = answer("compare", {
      gearbox,
      setups: [
        { name: "a", lever },
        { name: "b", lever: arm },
      ],
    }) as Refused;
    expect(out.error.field).toBe("setups[1].lever.drive.kind");
    const same = answer("compare", {
      gearbox,
      setups: [
        { name: "a", lever },
        { name: "a", lever },
      ],
    }) as Refused;
    expect(same.error.field).toBe("setups[1].name");
  });

  it("answers an unknown model, a root that is no object, and a text that cannot be read", () => {
    expect((answer("flux", {}) as Refused).error.code).toBe("unknown_model");
    for (const root of [null, 3, "x", []]) {
      expect((answer("lever", root) as Refused).error).toMatchObject({ code: "invalid_input", field: "" });
    }
    expect(answer("torqueText", { text: "40" })).toMatchObject({
      error: { code: "parse", field: "text", position: 2 },
    });
    expect((answer("torqueSequence", { pattern: "box", count: 5 }) as Refused).error.field).toBe("count");
    expect((answer("measurement", { before: { readings: [] } }) as Refused).error.field).toBe("before.readings");
  });
});

describe("answers", () => {
  it("are the same bytes for the same input and hold neither -0 nor undefined", () => {
    const input = withAt("gearbox.gears[0].travelMm", -0);
    const text = JSON.stringify(answer("lever", input));
    expect(JSON.stringify(answer("lever", input))).toBe(text);
    const walk = (v: unknown): void => {
      expect(Object.is(v, -0) || v === undefined || Number.isNaN(v)).toBe(false);
      if (typeof v === "object" && v !== null) Object.values(v).forEach(walk);
    };
    walk(answer("lever", input));
  });

  it("come from models that each say what they answer", () => {
    for (const m of models) expect(m.asks).toMatch(/\?$/);
  });
});
