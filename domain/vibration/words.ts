import type { RunCondition, VibrationRecording } from "../../contract";
import { formatNumber } from "../../core";

export const CONDITION_NAMES: Record<RunCondition, string> = {
  idleInGear: "Idle, in gear",
  idleCold: "Idle, cold",
  bump: "Bump at walking pace",
  onThrottle: "On the throttle",
  overrun: "On the overrun",
  left: "Left turn",
  right: "Right turn",
  roadSpeed: "At one road speed",
};

/** Standing: the engine turns and nothing behind it. */
export const standing = (c: RunCondition): boolean => c === "idleInGear" || c === "idleCold";

export const PHASE_NAMES = { before: "before the work", after: "after the work" } as const;

export const UNIT_NAMES: Record<VibrationRecording["unit"], string> = {
  "m/s2": "m/s²",
  g: "g",
  fullScale: "of full scale",
  asLogged: "as logged",
};

/** A source on the scale under the spectrum, where there is little room. */
export const shortName = (id: string): string =>
  ({
    engineHalf: "engine ½",
    engine1: "engine 1",
    engineFiring: "firing",
    prop1: "prop 1",
    prop2: "prop 2",
    halfShaft1: "half shaft",
    halfShaftJoint: "its joint",
    wheel1: "wheel 1",
    wheel2: "wheel 2",
  })[id] ?? id.replace(/^accessory:/, "");

/** What a source points at, when it is what shakes: common practice, no source. */
const CAUSES: Record<string, string> = {
  engineHalf: "a cylinder that pulls less than the others",
  engine1: "engine balance, or a mount that passes it on",
  engineFiring: "a hard or touching mount, or an engine that runs rough",
  prop1: "balance, or a coupling that has torn",
  prop2: "joint angles",
  halfShaft1: "a bent half shaft, or the wheel",
  halfShaftJoint: "the half shaft’s joint",
  wheel1: "wheel and tyre",
  wheel2: "wheel and tyre",
};
export const causeOf = (id: string): string => CAUSES[id] ?? "what the belt drives";

/** Source in a sentence: "the prop shaft, second order". */
const IN_WORDS: Record<string, string> = {
  engineHalf: "the engine, half order",
  engine1: "the engine, first order",
  engineFiring: "the engine’s firing",
  prop1: "the prop shaft, first order",
  prop2: "the prop shaft, second order",
  halfShaft1: "a half shaft, first order",
  halfShaftJoint: "a half shaft’s joint",
  wheel1: "a wheel, first order",
  wheel2: "a wheel, second order",
};
export const inWords = (id: string): string => IN_WORDS[id] ?? `the ${id.replace(/^accessory:/, "")}`;

/** Faults of Ask that a source speaks for. */
export const FAULTS_OF: Record<string, readonly string[]> = {
  engineHalf: ["engineRough"],
  engine1: ["mountLeft", "mountRight", "mountFront", "mountTail", "engineRough"],
  engineFiring: ["mountLeft", "mountRight", "mountFront", "mountTail", "engineRough"],
  prop1: ["propCoupling", "shaftJoint"],
  prop2: ["propAngle", "shaftJoint"],
  halfShaft1: ["wheelImbalance", "shaftJoint"],
  halfShaftJoint: ["shaftJoint"],
  wheel1: ["wheelImbalance"],
  wheel2: ["wheelImbalance"],
};

/** What to do next to part what a peak may be; the ids are those of the `match` model. */
export const TEST_WORDS: Record<string, string> = {
  otherGear: "Record the same road speed in another gear.",
  coastNeutral: "Or coast through that speed in neutral.",
  idleInPlace: "Hold the same engine speed standing still: it must be there too.",
  swapWheels: "Swap wheels front to rear and record again: it must move or change.",
  otherSpeed: "Record at another legal speed: it must follow the speed.",
};

/** Amplitude with its unit, three figures of it. */
export function amplitudeText(a: number, unit: VibrationRecording["unit"], bare = false): string {
  const value = unit === "fullScale" ? a * 100 : a;
  const digits = value >= 100 ? 0 : value >= 10 ? 1 : value >= 1 ? 2 : 3;
  const text = formatNumber(value, digits);
  if (bare) return text;
  return `${text}\u00a0${unit === "fullScale" ? "% of full scale" : unit === "asLogged" ? "as logged" : UNIT_NAMES[unit]}`;
}

const G = 9.80665;

/** The same acceleration in the unit that is not shown; empty where there is no other. */
export const otherAmplitude = (a: number, unit: VibrationRecording["unit"]): string =>
  unit === "m/s2" ? amplitudeText(a / G, "g") : unit === "g" ? amplitudeText(a * G, "m/s2") : "";

/** Head of a column of amplitudes. */
export const amplitudeHead = (unit: VibrationRecording["unit"]): string =>
  unit === "fullScale" ? "% of full scale" : UNIT_NAMES[unit];
