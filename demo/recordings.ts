import { readFileSync } from "node:fs";
import type { NewFields, RecordHead, Vehicle } from "../contract";
import { resources } from "../contract";
import { wavBytes } from "../core";
import { hiddenFaults, standInBlocks, type RecordingWish } from "../server/instruments";

const faults = hiddenFaults.parse(JSON.parse(readFileSync(new URL("faults.json", import.meta.url), "utf8")));

const NOBODY: RecordHead = { id: "", version: 0, createdAt: "", updatedAt: "", deletedAt: null };

/** A recording as the stand-in accelerometer makes it in a vehicle of the demo: WAV, and the engine's speed with it. */
export function recorded(
  vehicle: NewFields<"vehicle">,
  wish: Pick<RecordingWish, "phase" | "condition"> & Partial<RecordingWish>,
  seconds: number,
): { wav: Uint8Array; rpmTrack: { tS: number; rpm: number }[] | null } {
  const whole: Vehicle = { ...NOBODY, ...resources.vehicle.parse(vehicle) };
  const about: RecordingWish = {
    gear: null,
    speedKmh: null,
    engineRpm: null,
    runUpTo: null,
    silentAfter: null,
    ...wish,
    vehicle: whole,
  };
  const samples: number[] = [];
  const rpmTrack: { tS: number; rpm: number }[] = [];
  for (const block of standInBlocks(about, faults)) {
    if (block.rpm !== null) rpmTrack.push({ tS: samples.length / block.rateHz, rpm: block.rpm });
    samples.push(...block.samples);
    if (samples.length >= seconds * block.rateHz) {
      return { wav: wavBytes(Float64Array.from(samples), block.rateHz), rpmTrack: wish.runUpTo ? rpmTrack : null };
    }
  }
  throw new Error("the stand-in ended by itself");
}
