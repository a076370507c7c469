import { describe, expect, it } from "vitest";
import type { Step } from "../../../contract";
import { PARENT, record } from "../../../tests/domain/records";
import { dayScale, movedTo, slotsOf, twoLines } from "./rails";

const step = (text: string, place: Step["place"] = "under") => record("step", { jobId: PARENT, text, place });

describe("the words of a slot", () => {
  it("stand on two lines at most, and say where they were cut", () => {
    expect(twoLines("Lift it")).toEqual(["Lift it"]);
    expect(twoLines("Exhaust shield off")).toEqual(["Exhaust shield", "off"]);
    const long = twoLines("Old bushes out, clips kept, old grease out");
    expect(long).toHaveLength(2);
    expect(long[1].endsWith("\u2026")).toBe(true);
  });
  it("run into no others of their side, and none stand across a wait", () => {
    const steps = Array.from({ length: 8 }, (_, i) => step(`Bottom plate bolts number ${i}`));
    const schedule = steps.map((s, i) => ({
      id: s.id,
      startMin: i * 5,
      endMin: i * 5 + 5,
      readyMin: i === 2 ? 60 : i * 5 + 5,
    }));
    const scale = 4;
    const slots = slotsOf(new Map(steps.map((s) => [s.id, s])), schedule, (t) => ({
      from: t.startMin * scale,
      to: t.endMin * scale,
      ready: t.readyMin * scale,
    }));
    for (const side of ["above", "below"] as const) {
      const own = slots.filter((s) => s.label === side);
      own.slice(1).forEach((s, i) => {
        const before = own[i];
        expect(s.x).toBeGreaterThanOrEqual(before.x + Math.max(...before.lines.map((l) => l.length)) * 5);
      });
    }
    expect(slots[2].label).not.toBe("below");
    expect(slots.slice(3).filter((s) => s.x < 60 * scale && s.label === "below")).toEqual([]);
    expect(slots.map((s) => s.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  });
});

describe("the scale of the day", () => {
  const at = (start: string, end: string) => ({ id: "x", startMin: 0, endMin: 0, readyMin: 0, start, end });
  it("ends soon after the work where it is one day", () => {
    const scale = dayScale([at("2026-11-30T08:00", "2026-11-30T09:40")], 480, 1020);
    expect([scale.from, scale.to]).toEqual([480, 630]);
    expect(scale.at("2026-11-30T09:00")).toBe(60);
  });
  it("sets days side by side without their nights", () => {
    const scale = dayScale(
      [at("2026-11-30T08:00", "2026-11-30T16:00"), at("2026-12-01T08:00", "2026-12-01T09:00")],
      480,
      1020,
    );
    expect(scale.days).toEqual(["2026-11-30", "2026-12-01"]);
    expect(scale.at("2026-12-01T08:00")).toBe(540);
  });
});

describe("one step moved", () => {
  const order = ["a", "b", "c"].map((id) => ({ id }));
  it.each([
    ["a", 2, "bca"],
    ["c", 0, "cab"],
    ["b", 99, "acb"],
    ["x", 0, "abc"],
  ])("%s to %i", (id, to, out) =>
    expect(
      movedTo(order, id, to)
        .map((o) => o.id)
        .join(""),
    ).toBe(out),
  );
});
