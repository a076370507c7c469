import { describe, expect, it } from "vitest";
import { VAN_DRIVE } from "../../tests/domain/records";
import { resources, type RecordHead, type Vehicle } from "../../contract";
import { dominantPeak, match, sourceLevels, spectrum, rotatingSources, type DriveTrain } from "../../core";
import { hiddenFaults, standInAccelerometer, standInBlocks, type RecordingRequest } from ".";

const head: RecordHead = { id: "v", version: 1, createdAt: "", updatedAt: "", deletedAt: null };
const vehicle: Vehicle = {
  ...head,
  ...resources.vehicle.parse({ tag: "T 1", cylinders: 4, idleRpm: 750, driveTrain: VAN_DRIVE }),
};
const faults = hiddenFaults.parse({ "T 1": { jointAngleDeg: 3 } });

const request = (over: Partial<RecordingRequest> = {}): RecordingRequest => ({
  vehicle,
  phase: "before",
  condition: "roadSpeed",
  gear: "5",
  speedKmh: 70,
  engineRpm: null,
  runUpTo: null,
  hurry: true,
  silentAfter: null,
  ...over,
});

function listen(
  about: RecordingRequest,
  hidden = faults,
  seconds = 8,
): { samples: Float64Array; rateHz: number; rpm: (number | null)[] } {
  const samples: number[] = [];
  const rpm: (number | null)[] = [];
  for (const block of standInBlocks(about, hidden)) {
    samples.push(...block.samples);
    rpm.push(block.rpm);
    if (samples.length >= seconds * block.rateHz)
      return { samples: Float64Array.from(samples), rateHz: block.rateHz, rpm };
  }
  throw new Error("it ended");
}

function record(about: RecordingRequest, hidden = faults) {
  const { samples, rateHz } = listen(about, hidden);
  const s = spectrum({ samples, rateHz, channels: 1 }, { minRatio: 0.02, maxPeaks: 12, orders: [] });
  const drive = { ...vehicle.driveTrain, layout: vehicle.layout, cylinders: 4 } as DriveTrain;
  const turns = rotatingSources(drive, { gear: about.gear, speedKmh: about.speedKmh, engineRpm: about.engineRpm });
  const sources = turns.ok ? turns.sources : [];
  return {
    leading: dominantPeak(match({ peaks: s.peaks, sources, binHz: s.binHz, windowPct: 3, windowBins: 1.5 })),
    level: (id: string): number =>
      sourceLevels(
        s.amplitude,
        s.binHz,
        sources.filter((o) => o.id === id),
      )[0].amplitude,
  };
}

describe("the stand-in accelerometer", () => {
  it("shakes with what is hidden in the vehicle until the work is done", () => {
    const [before, after] = [record(request()), record(request({ phase: "after" }))];
    expect(before.leading).toMatchObject({ kind: "clear", sources: ["prop2"] });
    expect(after.level("prop2")).toBeLessThan(before.level("prop2") / 5);
    // What was not worked on stays.
    expect(after.level("prop1") / before.level("prop1")).toBeCloseTo(1, 1);
  });

  it("finds a prop shaft out of balance once a turn, and more of it the faster it goes", () => {
    const unbalanced = hiddenFaults.parse({ "T 1": { propImbalanceGmm: 3000 } });
    const slow = record(request({ speedKmh: 50 }), unbalanced);
    const fast = record(request({ speedKmh: 100 }), unbalanced);
    expect(slow.leading).toMatchObject({ sources: ["prop1"] });
    // Twice the speed, four times the force.
    expect(fast.level("prop1") / slow.level("prop1")).toBeCloseTo(4, 0);
  });

  it("is the same for the same request, and another for another", () => {
    const [a, b] = [listen(request(), faults, 1), listen(request(), faults, 1)];
    expect(a.samples).toEqual(b.samples);
    expect(listen(request({ speedKmh: 71 }), faults, 1).samples).not.toEqual(a.samples);
  });

  it("runs the engine up, and sends its speed with every block", () => {
    const { rpm } = listen(
      request({ condition: "onThrottle", speedKmh: null, engineRpm: 2000, runUpTo: 5000 }),
      faults,
      11,
    );
    expect(rpm[0]).toBe(2000);
    expect(rpm.at(-1)).toBe(5000);
    expect(rpm.every((r, i) => i === 0 || (r ?? 0) >= (rpm[i - 1] ?? 0))).toBe(true);
  });

  it("only hums where nothing of the vehicle is known", () => {
    for (const about of [request({ vehicle: null }), request({ vehicle: { ...vehicle, driveTrain: null } })]) {
      expect(Math.max(...listen(about, faults, 1).samples.map(Math.abs))).toBeLessThan(0.5);
    }
  });

  it("can fall silent, and ends when nobody listens any more", async () => {
    const gone = new AbortController();
    const seen: number[] = [];
    const done = (async () => {
      for await (const block of standInAccelerometer(faults).blocks(request({ silentAfter: 3 }), gone.signal))
        seen.push(block.samples.length);
    })();
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(seen).toEqual([128, 128, 128]);
    gone.abort();
    await done;
  });
});
