import { setTimeout as wait } from "node:timers/promises";
import type { InstrumentBlock } from "../../../contract";
import type { Recorder, RecordingRequest } from "../instrument";
import { noiseFrom, seedOf } from "../noise";
import { NO_FAULT, type HiddenFaults } from "./faults";
import { shakeLines, type Line } from "./lines";

const RATE_HZ = 1024;
const BLOCKS_A_SECOND = 8;
const BLOCK_SAMPLES = RATE_HZ / BLOCKS_A_SECOND;
const RUN_UP_S = 10;
const STEP_MPS2 = 0.001;

/** Nobody holds a speed exactly: it wanders by this part, once in so many seconds. */
const WANDER = { part: 0.0025, everyS: 7.3 };

/** The road under the tyres, m/s2 at 50 km/h, dull; and the sensor's own noise, even over all frequencies. */
const ROAD = { at50Mps2: 0.05, dull: 0.2 };
const SENSOR_NOISE_MPS2 = 0.006;

/** A thump over a bump at walking pace: how often, how hard, and how the body rings after it. */
const BUMP = { everyS: 1.9, sizeMps2: 1.6, hz: 11, fadesPerS: 9 };

/** The blocks a stand-in sends, one after the other, without waiting: the same wish, the same shake. */
export function* standInBlocks(request: RecordingRequest, faults: HiddenFaults): Generator<InstrumentBlock> {
  const { vehicle } = request;
  const fault = request.phase === "after" ? null : ((vehicle && faults[vehicle.tag]) ?? NO_FAULT);
  const idle = vehicle?.idleRpm ?? 800;
  const atIdle = request.condition === "idleInGear" || request.condition === "idleCold";
  const standing = atIdle || (request.speedKmh === null && request.engineRpm === null);
  const first = request.engineRpm ?? (standing ? idle : null);
  const at = (rpm: number | null): Line[] =>
    vehicle
      ? shakeLines(vehicle, fault, request.condition, {
          gear: standing ? null : request.gear,
          speedKmh: request.runUpTo === null && !standing ? request.speedKmh : null,
          engineRpm: rpm,
        })
      : [];
  const noise = noiseFrom(
    seedOf(
      vehicle?.tag ?? "",
      request.phase,
      request.condition,
      request.gear ?? "",
      String(request.speedKmh),
      String(request.engineRpm),
    ),
  );
  const phases: number[] = [];
  let road = 0;
  let lines = at(first);
  for (let block = 0; ; block++) {
    const t0 = block / BLOCKS_A_SECOND;
    const rpm =
      request.runUpTo === null
        ? first
        : (first ?? idle) + (request.runUpTo - (first ?? idle)) * Math.min(1, t0 / RUN_UP_S);
    if (request.runUpTo !== null) lines = at(rpm);
    const roadSize = (ROAD.at50Mps2 * (request.speedKmh ?? (request.runUpTo === null ? 0 : 50))) / 50;
    const samples = Array.from({ length: BLOCK_SAMPLES }, (_, i) => {
      const t = t0 + i / RATE_HZ;
      const pace = 1 + WANDER.part * Math.sin((2 * Math.PI * t) / WANDER.everyS);
      let a = SENSOR_NOISE_MPS2 * noise();
      lines.forEach((line, k) => {
        phases[k] = (phases[k] ?? k * 1.7) + (2 * Math.PI * line.hz * pace) / RATE_HZ;
        a += line.amplitude * Math.sin(phases[k]);
      });
      road += ROAD.dull * (noise() - road);
      a += 3 * roadSize * road;
      if (request.condition === "bump") {
        const since = t % BUMP.everyS;
        a += BUMP.sizeMps2 * Math.exp(-BUMP.fadesPerS * since) * Math.sin(2 * Math.PI * BUMP.hz * since);
      }
      return Number((Math.round(a / STEP_MPS2) * STEP_MPS2).toFixed(3));
    });
    yield { rateHz: RATE_HZ, rpm, samples };
  }
}

/** The accelerometer that ships with the program: it lies on the seat rail of the vehicle that is being worked on. */
export const standInAccelerometer = (faults: HiddenFaults): Recorder => ({
  id: "accelerometer",
  name: "Accelerometer on the seat rail",
  kind: "accelerometer",
  measures: "acceleration",
  resolution: STEP_MPS2,
  rateHz: RATE_HZ,
  standIn: true,
  async *blocks(request, until) {
    let sent = 0;
    for (const block of standInBlocks(request, faults)) {
      if (until.aborted) return;
      if (request.silentAfter !== null && sent >= request.silentAfter) {
        // Silent, not gone: a cable that came off sends nothing and says nothing.
        await new Promise<void>((resolve) => until.addEventListener("abort", () => resolve(), { once: true }));
        return;
      }
      await wait(request.hurry ? 0 : 1000 / BLOCKS_A_SECOND, undefined, { signal: until }).catch(() => undefined);
      if (until.aborted) return;
      yield block;
      sent += 1;
    }
  },
});
