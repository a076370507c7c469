import { describe, expect, it } from "vitest";
import { PARENT, record } from "../../tests/domain/records";
import { overDistance } from ".";

const odometer = [
  { date: "2024-01-01", typed: "10000 km", km: 10_000 },
  { date: "2026-01-01", typed: "30000 km", km: 30_000 },
];
const OTHER = "01DEMSKERR00000000000000ZZ";
const read = (jobId: string, phase: "before" | "after", mm: number, takenAt: string | null) =>
  record("reading", {
    jobId,
    quantity: "freePlayForeAft",
    phase,
    values: [{ typed: `${mm} mm`, base: mm }],
    resolution: { typed: "1 mm", base: 1 },
    takenAt,
  });

describe("readings of a vehicle over its distance", () => {
  const readings = [
    read(PARENT, "after", 6, "2024-01-01T14:00:00Z"),
    read(PARENT, "before", 18, "2024-01-01T09:00:00Z"),
    read(OTHER, "before", 14, null),
  ];
  const jobs = [
    { id: PARENT, openedAt: "2024-01-01T08:00:00Z" },
    { id: OTHER, openedAt: "2025-01-01T08:00:00Z" },
  ];

  it("stand at the odometer of their day, before the work ahead of after it, with how far off they may be", () => {
    const [line] = overDistance({ odometer }, jobs, readings);
    expect(line.points.map((p) => [p.phase, p.mean])).toEqual([
      ["before", 18],
      ["after", 6],
      ["before", 14],
    ]);
    expect(line.points[0].km).toBe(10_000);
    // 2024 has 366 of the 731 days between the two readings.
    expect(line.points[2].km).toBeCloseTo(10_000 + (20_000 * 366) / 731, 6);
    expect(line.points[0].expanded).toBeGreaterThan(0.5);
  });

  it("are left out where one visit only, or no distance, is known", () => {
    expect(overDistance({ odometer }, jobs, readings.slice(0, 2))).toEqual([]);
    expect(overDistance({ odometer: [] }, jobs, readings)).toEqual([]);
  });
});
