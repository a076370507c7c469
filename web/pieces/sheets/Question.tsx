import type { Questioned } from "../../../domain";
import { questionText } from "../../format/sheetWords";
import { useUnits } from "../../format/units";

/** One question of the audit in words. */
export function Question({ of }: { of: Questioned }) {
  const units = useUnits();
  return questionText(of, (nm) => units.show(nm, "torque", { digits: 0 }));
}
