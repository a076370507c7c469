import type { Notice } from "../powerunit";

export interface Metal {
  eGPa: number;
  nu: number;
  yieldMPa?: number;
  alphaPerC: number;
}

/** Handbook values, e.g. ASM. */
export const METALS = {
  steel: { eGPa: 207, nu: 0.292, alphaPerC: 11.7e-6 },
  "6061-T6": { eGPa: 68.9, nu: 0.33, yieldMPa: 276, alphaPerC: 23.6e-6 },
  castIron: { eGPa: 100, nu: 0.21, alphaPerC: 10.8e-6 },
} as const satisfies Record<string, Metal>;
export type MetalName = keyof typeof METALS;
export const metalNames = Object.keys(METALS) as [MetalName, ...MetalName[]];

interface Range {
  min: number;
  max: number;
}

export interface PressFitInput {
  interfaceMm: number;
  interferenceMm: Range;
  hubOuterMm: number;
  sleeveBoreMm: number;
  lengthMm: number;
  hub: MetalName | Metal;
  sleeve: MetalName | Metal;
  hubYieldMPa?: number;
  friction: Range;
  roomC: number;
  clearanceMm: number;
  coldC: number;
  serviceC?: number;
}

export interface PressFitCase {
  interferenceMm: number;
  pressureMPa: number;
  forceN: number;
  hubHoopMPa: number;
  hubEquivalentMPa: number;
  sleeveHoopMPa: number;
  boreClosureMm: number;
}

export interface PressFitAnswer {
  min: PressFitCase;
  max: PressFitCase;
  yieldMPa: number | null;
  marginHoop: number | null;
  marginEquivalent: number | null;
  pressTonnes: number | null;
  temperature: {
    hubC: number;
    sleeveC: number | null;
    both: { sleeveC: number; hubC: number };
  };
  service: { interferenceMinMm: number; pressureMinMPa: number } | null;
  notices: Notice<"yields" | "tight" | "mayBeLoose" | "temper" | "losesFit">[];
}

/** Presses there are, tonnes. */
const PRESSES = [0.5, 1, 2, 3, 5, 6, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100];
const NEWTON_PER_TONNE = 9806.65;
const PRESS_RESERVE = 1.5;

/** Colder than this, deg C, a shop cannot make a sleeve. */
const COLDEST_C = -200;

/** Over this, deg C, 6061-T6 loses its temper. */
export const TEMPER_C = 150;

export const metalOf = (m: MetalName | Metal): Metal => (typeof m === "string" ? METALS[m] : m);

/**
 * What it takes to press a sleeve into a bracket: pressure, force, stress, the press, heat or cold instead, and the
 * fit that is left when it is hot.
 *
 * Interference is diametral, mm; pressure and stress in MPa, force in N. Thick cylinders by Lame (e.g. Shigley,
 * press and shrink fits); yield by Tresca at the hub's bore. No interference is no pressure.
 */
export function pressFit(input: PressFitInput): PressFitAnswer {
  const { interfaceMm: D, hubOuterMm: Do, sleeveBoreMm: Di, lengthMm } = input;
  const [hub, sleeve] = [metalOf(input.hub), metalOf(input.sleeve)];
  const [Eo, Ei] = [hub.eGPa * 1000, sleeve.eGPa * 1000];
  const outer = (Do * Do + D * D) / (Do * Do - D * D);
  const inner = (D * D + Di * Di) / (D * D - Di * Di);
  const give = D * ((outer + hub.nu) / Eo + (inner - sleeve.nu) / Ei);
  const pressure = (interference: number): number => (interference <= 0 ? 0 : interference / give);
  const caseOf = (interferenceMm: number, friction: number): PressFitCase => {
    const p = pressure(interferenceMm);
    return {
      interferenceMm,
      pressureMPa: p,
      forceN: friction * p * Math.PI * D * lengthMm,
      hubHoopMPa: p * outer,
      hubEquivalentMPa: (2 * p * Do * Do) / (Do * Do - D * D),
      sleeveHoopMPa: Di === 0 ? -p : (-2 * p * D * D) / (D * D - Di * Di),
      boreClosureMm: (2 * p * D * D * Di) / (Ei * (D * D - Di * Di)),
    };
  };
  const min = caseOf(input.interferenceMm.min, input.friction.min);
  const max = caseOf(input.interferenceMm.max, input.friction.max);
  const yieldMPa = input.hubYieldMPa ?? hub.yieldMPa ?? null;
  const margin = (stress: number): number | null => (yieldMPa === null || stress <= 0 ? null : yieldMPa / stress);
  const need = input.interferenceMm.max + input.clearanceMm;
  const hubC = input.roomC + need / (hub.alphaPerC * D);
  const cold = input.roomC - need / (sleeve.alphaPerC * D);
  const bothHub = Math.max(
    input.roomC,
    input.roomC + (need - sleeve.alphaPerC * D * (input.roomC - input.coldC)) / (hub.alphaPerC * D),
  );
  const hot =
    input.serviceC === undefined
      ? null
      : input.interferenceMm.min - (hub.alphaPerC - sleeve.alphaPerC) * D * (input.serviceC - input.roomC);
  const marginEquivalent = margin(max.hubEquivalentMPa);
  const notices: PressFitAnswer["notices"] = [];
  if (marginEquivalent !== null && marginEquivalent < 1) {
    notices.push({
      code: "yields",
      field: "hub",
      message: "the bracket yields at the tightest fit: it opens for good",
    });
  } else if (marginEquivalent !== null && marginEquivalent < 1.5) {
    notices.push({
      code: "tight",
      field: "hub",
      message: "the bracket comes near its yield: start square, support both sides",
    });
  }
  if (input.interferenceMm.min <= 0) {
    notices.push({ code: "mayBeLoose", field: "interferenceMm.min", message: "at the loosest there is no fit at all" });
  }
  const heats = input.hub === "6061-T6" && Math.max(hubC, bothHub) > TEMPER_C;
  if (heats) {
    notices.push({
      code: "temper",
      field: "temperature",
      message: `over ${TEMPER_C} deg C the alloy loses its temper: cool the sleeve too`,
    });
  }
  if (hot !== null && hot <= 0) {
    notices.push({ code: "losesFit", field: "serviceC", message: "hot, the loosest fit is gone: the sleeve can walk" });
  }
  return {
    min,
    max,
    yieldMPa,
    marginHoop: margin(max.hubHoopMPa),
    marginEquivalent,
    pressTonnes: PRESSES.find((t) => t >= (PRESS_RESERVE * max.forceN) / NEWTON_PER_TONNE) ?? null,
    temperature: {
      hubC,
      sleeveC: cold < COLDEST_C ? null : cold,
      both: { sleeveC: input.coldC, hubC: bothHub },
    },
    service: hot === null ? null : { interferenceMinMm: hot, pressureMinMPa: pressure(hot) },
    notices,
  };
}
