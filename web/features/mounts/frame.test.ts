import { describe, expect, it } from "vitest";
import { PRESETS } from "../../../domain";
import { frameOf, LABEL, labelPlaces, outlineOf, type LabelPlace } from "./frame";

const unit = PRESETS.northSouth.unit;

describe("the drawing's frame", () => {
  it("puts every mount and corner on the paper, and reads a place back", () => {
    for (const axis of ["yMm", "zMm"] as const) {
      const f = frameOf(unit, axis, 830, 220);
      for (const m of unit.mounts) {
        const back = f.back(f.x(m.xMm), f.y(m[axis]));
        expect([back.a, back.b]).toEqual([expect.closeTo(m.xMm, 6), expect.closeTo(m[axis], 6)]);
        expect(f.x(m.xMm)).toBeGreaterThan(0);
        expect(f.y(m[axis])).toBeLessThan(220);
      }
      expect(outlineOf(unit, axis).every(([x]) => f.x(x) > 0 && f.x(x) < 830)).toBe(true);
    }
  });
});

describe("boxes beside the mounts", () => {
  const overlaps = (a: LabelPlace, b: LabelPlace): boolean =>
    Math.abs(a.x - b.x) < LABEL.width && Math.abs(a.y - b.y) < LABEL.height;

  it.each(Object.keys(PRESETS))("of the arrangement %s hide neither each other nor a mount", (name) => {
    const f = frameOf(PRESETS[name].unit, "yMm", 830, 214);
    const mounts = PRESETS[name].unit.mounts.map((m) => ({ name: m.name, x: f.x(m.xMm), y: f.y(m.yMm) }));
    const boxes = labelPlaces(mounts, 830, 214);
    expect(boxes.map((b) => b.name)).toEqual(mounts.map((m) => m.name));
    boxes.forEach((b, i) => {
      expect(boxes.slice(i + 1).some((other) => overlaps(b, other))).toBe(false);
      expect(b.x >= 0 && b.x + LABEL.width <= 830 && b.y >= 0 && b.y + LABEL.height <= 214).toBe(true);
      for (const m of mounts) {
        expect(m.x > b.x && m.x < b.x + LABEL.width && m.y > b.y && m.y < b.y + LABEL.height).toBe(false);
      }
    });
  });

  it("stay on the paper where a dozen mounts leave no room", () => {
    const crowd = Array.from({ length: 12 }, (_, i) => ({ name: `${i}`, x: 400 + i, y: 100 }));
    for (const b of labelPlaces(crowd, 830, 214)) expect(b.x + LABEL.width).toBeLessThanOrEqual(830);
  });
});
