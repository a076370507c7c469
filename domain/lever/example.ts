import type { DriveKind, Gearbox } from "../../core";
import type { BenchSetup } from "./bench";

const GATE = [
  ["1", "2"],
  ["3", "4"],
  ["5", "R"],
] as const;

/** A five-speed gate with a usual rail travel; a starting point, to be corrected as it is measured. */
export function exampleGearbox(kind: DriveKind): Gearbox {
  const columns = GATE.map(([a, b], i) => ({ column: `${a}-${b}`, crossMm: (i - 1) * 6 }));
  const gears = GATE.flatMap(([a, b], i) =>
    [a, b].map((gear, k) => ({
      gear,
      column: columns[i].column,
      // A rod pulls the knob forward for negative travel; odd gears lie forward.
      ...(kind === "arm" ? { travelDeg: k ? -11 : 11 } : { travelMm: k ? 10 : -10 }),
    })),
  );
  return { columns, gears };
}

/** What is not known of a lever yet. */
export const UNTOLD_SETUP = {
  pivot: { xMm: 0, zMm: 0 },
  claimedReductionPct: null,
  price: null,
  source: "",
  shown: true,
  notches: null,
} as const;

function driveOf(kind: DriveKind): BenchSetup["lever"]["drive"] {
  switch (kind) {
    case "direct":
      return { kind, axisDeg: 0 };
    case "rod":
      return { kind, joint: { xMm: 370, zMm: -38 }, axisDeg: 3 };
    case "arm":
      return { kind, joint: { xMm: 400, zMm: -60 }, armPivot: { xMm: 400, zMm: -110 } };
    case "cable":
      return { kind, anchor: { xMm: 250, zMm: -60 }, ratio: 1 };
  }
}

/** A worked example: a usual lever and a shorter one on the same gearbox. */
export function exampleSetups(kind: DriveKind): [BenchSetup, BenchSetup] {
  const drive = driveOf(kind);
  return [
    {
      ...UNTOLD_SETUP,
      id: "old",
      role: "old",
      name: "Old lever",
      origin: "estimated",
      lever: { knob: { xMm: 0, zMm: 312 }, pin: { xMm: 0, zMm: -60 }, drive, cross: {} },
    },
    {
      ...UNTOLD_SETUP,
      id: "short",
      role: "candidate",
      name: "Short lever",
      origin: "estimated",
      claimedReductionPct: 30,
      lever: { knob: { xMm: 0, zMm: 290 }, pin: { xMm: 0, zMm: -71 }, drive, cross: {} },
    },
  ];
}
