import type { Surroundings } from "../../contract";
import type { Gearbox } from "../../core";
import { DEFAULT_LIMITS, solveBench, type BenchSetup } from "./bench";
import { exampleGearbox, exampleSetups } from "./example";
import { clearanceOf, movedObstacle, OBSTACLE_PRESETS, USUAL_BODY } from "./surroundings";

/** What is learned by doing, in order. */
export const tourSteps = ["shorter", "clears", "surer", "calculation"] as const;
export type TourStep = (typeof tourSteps)[number];

/** How much shorter the lever of the tour is to become, percent, and how much it is to clear, mm. */
export const TOUR_SHORTER_PCT = 30;
export const TOUR_GAP_MM = 3;

export interface TourBench {
  gearbox: Gearbox;
  setups: BenchSetup[];
  surroundings: Surroundings;
}

/** The example of the tour: a lever that claims more than it does, over a prop shaft. */
export function tourBench(): TourBench {
  const [old, short] = exampleSetups("direct");
  const [shaft] = OBSTACLE_PRESETS;
  return {
    gearbox: exampleGearbox("direct"),
    setups: [
      { ...old, origin: "measured", lever: { ...old.lever, knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -70 } } },
      {
        ...short,
        origin: "measured",
        claimedReductionPct: 35,
        lever: { ...short.lever, knob: { xMm: 0, zMm: 270 }, pin: { xMm: 0, zMm: -76 } },
      },
    ],
    surroundings: {
      obstacles: [movedObstacle(shaft.make("prop shaft"), { xMm: 0, zMm: 14 })],
      body: USUAL_BODY,
      hand: null,
    },
  };
}

/** What of the tour a bench shows to be done. The calculation is looked at, which no bench shows. */
export function tourDone({
  gearbox,
  setups,
  surroundings,
}: TourBench): Record<Exclude<TourStep, "calculation">, boolean> {
  const [old, ...candidates] = setups;
  const solved = solveBench(gearbox, setups, DEFAULT_LIMITS);
  const short = candidates.filter(
    (c) => (solved.compared?.find((s) => s.name === c.id)?.reductionPct ?? 0) >= TOUR_SHORTER_PCT,
  );
  const clears = (c: BenchSetup): boolean =>
    (clearanceOf(gearbox, c, surroundings)?.least.gapMm ?? Infinity) >= TOUR_GAP_MM;
  return {
    shorter: short.length > 0,
    clears: short.some(clears),
    surer: [old, ...candidates].some((s) => s.taken?.pin === "calliper"),
  };
}
