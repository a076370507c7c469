import { all, create } from "mathjs";
import * as wavefile from "wavefile";
import { describe, expect, it } from "vitest";
import { answer } from ".";
import { fourPositions } from "../tests/core/questions";

const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
const { WaveFile } = names.default ?? names;
const exact = create(all, { number: "BigNumber", precision: 64 });

interface Said {
  error?: { code: string; field: string };
  notices?: { code: string; gear?: string }[];
}
const ask = <T>(model: string, input: unknown): T & Said => answer(model, input) as T & Said;
const refused = (model: string, input: unknown): string => {
  const { error } = ask(model, input);
  return error ? `${error.code} ${error.field}` : "answered";
};

const gearbox = {
  gears: [
    { gear: "3", column: "a", travelMm: 10, travelDeg: 9 },
    { gear: "4", column: "a", travelMm: -10, travelDeg: -9 },
  ],
};
const lever = { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct" } };
const rail = {
  knob: { xMm: 0, zMm: 300 },
  pin: { xMm: 0, zMm: -60 },
  drive: { kind: "arm", joint: { xMm: -200, zMm: -60 }, armPivot: { xMm: -200, zMm: -20 } },
};

describe("a question nobody expects is refused at its field, whatever it asks", () => {
  const wave = (wavBase64: string) => ({ wavBase64 });
  it.each([
    ["letters of base64 that are not in fours", "A"],
    ["a pad in the middle", "AAA=AAAA"],
    ["five letters", "UklGR"],
  ])("%s", (_, text) => {
    expect(refused("spectrum", wave(text))).toBe("invalid_input wavBase64");
  });

  it("a reference lever that moves another thing than the notched one", () => {
    const body = { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10 };
    const limits = { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxReductionPct: 50 };
    const obstacles = [{ name: "tube", xMm: 0, zMm: -220, radiusMm: 20 }];
    const out = refused("notch", { gearbox, lever, body, obstacles, limits, notchesMm: [0], reference: rail });
    expect(out).toBe("invalid_input reference.drive.kind");
  });

  it("a tyre by the field that is wrong in it", () => {
    const orders = (tyre: unknown) => ({
      layout: "northSouth",
      cylinders: 4,
      gearRatio: 1,
      finalDrive: 3.9,
      tyre,
      rpm: 2000,
    });
    expect(refused("orders", orders({ circumferenceMm: 100 }))).toContain("tyre.circumferenceMm");
    expect(refused("orders", orders({ size: "205/55R16", rollingFactor: 2 }))).toContain("tyre.rollingFactor");
    expect(refused("orders", orders({ size: "205/55R16", circumferenceMm: 1900 }))).toContain("tyre.circumferenceMm");
    expect(refused("orders", orders({}))).toMatch(/tyre$/);
  });
});

describe("lever", () => {
  const askLever = (over: object, gears: object[] = gearbox.gears) =>
    ask<{ gainRange: [number, number | null] }>("lever", {
      gearbox: { gears },
      lever: { ...lever, ...over },
    });

  it("says of every gear past a dead centre that it cannot be reached, and of neutral that it stands at one", () => {
    const out = askLever({ drive: { kind: "direct", axisDeg: 90 } });
    expect(out.notices?.map((n) => [n.code, n.gear])).toEqual([
      ["cannot_reach", "3"],
      ["cannot_reach", "4"],
      ["dead_centre", undefined],
    ]);
  });

  it("finds the extreme of the gain though it is near the end of the travel", () => {
    // A direct pin r below a pivot and its axis leant by a: the gain is (H/r) / cos(a + t), least where t = -a.
    // Its travel to there is r sin a; the gears end a thirty-second of the span past it.
    const [r, tilt] = [60, 6];
    const reach = r * Math.sin((tilt * Math.PI) / 180);
    for (const sign of [1, -1]) {
      const gears = [
        { gear: "3", column: "a", travelMm: sign * reach * 1.03 },
        { gear: "4", column: "a", travelMm: -sign * 0.5 },
      ];
      const { gainRange } = askLever({ drive: { kind: "direct", axisDeg: -sign * tilt } }, gears);
      const other = askLever({ drive: { kind: "direct", axisDeg: sign * tilt } }, gears);
      expect(Math.min(gainRange[0], other.gainRange[0])).toBeCloseTo(300 / r, 9);
    }
  });
});

describe("gated linkage", () => {
  it("gives the change of rod its sign: below zero the rod is shortened", () => {
    const input = (rodMm: number) => fourPositions({ present: { shifterArmMm: 50, gearboxArmMm: 60, rodMm } });
    type Present = { present: { bestRodMm: number; adjustMm: number; direction: string } };
    const probe = ask<Present>("gatedLinkage", input(500)).present;
    for (const [rodMm, direction] of [
      [probe.bestRodMm + 4, "shorten"],
      [probe.bestRodMm - 4, "lengthen"],
    ] as const) {
      const { present } = ask<Present>("gatedLinkage", input(rodMm));
      expect(present.direction).toBe(direction);
      expect(present.adjustMm).toBeCloseTo(direction === "shorten" ? -4 : 4, 4);
    }
  });
});

describe("elastomer", () => {
  it.each([1.5, 0.1, 0.01, 1e-4, 1e-6])("keeps every digit of the radial forms at a wall of %d mm", (wall) => {
    const [a, length] = [10, 30];
    const out = ask<{
      used: { gMPa: number };
      bush: { radialLongNPerMm: number; radialShortNPerMm: number };
    }>("elastomer", {
      eMPa: 2.4,
      gMPa: 0.8,
      bush: { boreRadiusMm: a, outerRadiusMm: a + wall, lengthMm: length },
    });
    expect(out.error).toBeUndefined();
    // The forms of Adkins and Gent as they are printed, in 64 digits.
    const scope = {
      a: exact.bignumber(a),
      b: exact.bignumber(a + wall),
      L: exact.bignumber(length),
      G: exact.bignumber(0.8),
    };
    const long = "4*pi*G*L*(a^2+b^2)/((a^2+b^2)*log(b/a)-(b^2-a^2))";
    const short = "80*pi*G*L*(a^2+b^2)/(25*(a^2+b^2)*log(b/a)-9*(b^2-a^2))";
    const of = (form: string): number => exact.number(exact.evaluate(form, { ...scope })) as number;
    expect(out.bush.radialLongNPerMm / of(long)).toBeCloseTo(1, 8);
    expect(out.bush.radialShortNPerMm / of(short)).toBeCloseTo(1, 8);
  });
});

describe("isolation", () => {
  it("says at an undamped resonance that nothing holds it", () => {
    const out = ask<{ naturalHz: number }>("isolation", {
      naturalHz: 20,
      dampingRatio: 0,
      idleRpm: 600,
      order: 2,
      stepRpm: 1000,
    });
    expect(out.error).toBeUndefined();
    expect(out.notices?.map((n) => n.code)).toContain("undamped");
  });
});

describe("recordings", () => {
  it("reads the floats of an extensible WAV file as floats", () => {
    const rateHz = 1000;
    const tone = Float32Array.from({ length: 2000 }, (_, i) => Math.sin((2 * Math.PI * 50 * i) / rateHz));
    const plain = new WaveFile();
    plain.fromScratch(1, rateHz, "32f", tone);
    const body = new Uint8Array(tone.buffer);
    // "Multiple channel audio data and WAVE files", Microsoft 2007: head of 40 bytes, the sub-format's number first.
    const bytes = new Uint8Array(68 + body.length);
    const view = new DataView(bytes.buffer);
    const word = (at: number, text: string): void => [...text].forEach((c, i) => (bytes[at + i] = c.charCodeAt(0)));
    word(0, "RIFF");
    view.setUint32(4, 60 + body.length, true);
    word(8, "WAVE");
    word(12, "fmt ");
    view.setUint32(16, 40, true);
    view.setUint16(20, 0xfffe, true);
    view.setUint16(22, 1, true);
    view.setUint32(24, rateHz, true);
    view.setUint32(28, rateHz * 4, true);
    view.setUint16(32, 4, true);
    view.setUint16(34, 32, true);
    view.setUint16(36, 22, true);
    view.setUint16(38, 32, true);
    view.setUint32(40, 4, true);
    bytes.set([3, 0, 0, 0, 0, 0, 16, 0, 128, 0, 0, 170, 0, 56, 155, 113], 44);
    word(60, "data");
    view.setUint32(64, body.length, true);
    bytes.set(body, 68);
    const read = (b: Uint8Array) =>
      ask<{ peaks: { hz: number; amplitude: number }[] }>("spectrum", { wavBase64: Buffer.from(b).toString("base64") });
    const [there, here] = [read(plain.toBuffer()), read(bytes)];
    expect(there.error).toBeUndefined();
    expect(here.peaks[0]).toEqual(there.peaks[0]);
    expect(here.peaks[0].hz).toBeCloseTo(50, 1);
  });
});
