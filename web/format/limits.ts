import type { Judged, Limits } from "../../domain";
import type { useUnits } from "./units";

/** Who gives the limits of a pass. */
export const LIMITS_BY: Record<Limits["by"], string> = {
  document: "by the document",
  shop: "by the shop’s tolerance",
  share: "in proportion to the document’s limits",
};

/** What was done at a bolt and its limits, in words: "45.0 N m", "0.8 N m over the limit", "55.8 to 68.2 N m". */
export function judgedText(
  { of, judgement, value, min, max }: Judged,
  units: ReturnType<typeof useUnits>,
): { figure: string; by: string; band: string } {
  const show = (v: number): string =>
    of === "torque" ? units.show(v, "torque") : units.show(v, "angle", { digits: 1 }).replace(/\.0(?=°)/, "");
  const bare = (v: number): string => (of === "torque" ? units.bare(v, "torque") : show(v).replace("°", ""));
  const off = judgement === "over" ? value - max : min - value;
  return {
    figure: show(value),
    by: judgement === "inside" ? "inside the limits" : `${show(off)} ${judgement} the limit`,
    band: `${bare(min)} to ${show(max)}`,
  };
}
