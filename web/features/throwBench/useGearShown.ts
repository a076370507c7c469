import { useCallback, useState } from "react";
import { gearTravel, pairOf, type Gearbox } from "../../../core";
import type { BenchSetup } from "../../../domain";
import { useGlide } from "./useGlide";

/** The gear the lever is shown in, the pair of gears the figures are of, and the travel on the way there. */
export function useGearShown(gearbox: Gearbox, selected: BenchSetup, usual: { from: string; to: string }) {
  const [gear, setGear] = useState<string | null>(null);
  const [lastColumn, setLastColumn] = useState<string | null>(null);
  const present = gearbox.gears.find((g) => g.gear === gear) ?? null;
  const pair = present ? pairOf(gearbox, present.gear, usual) : usual;
  const goal = gearTravel(selected.lever, present);
  const throughNeutral = present !== null && lastColumn !== null && lastColumn !== present.column;
  const travel = useGlide(throughNeutral ? [0, goal] : [goal]);
  const putInGear = useCallback(
    (to: string | null) => {
      setLastColumn(present?.column ?? null);
      setGear(to);
    },
    [present],
  );
  return { gear, pair, travel, putInGear };
}
