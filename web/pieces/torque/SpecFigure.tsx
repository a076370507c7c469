import type { TorqueGroup } from "../../../contract";
import { lacksSource, readSpecText } from "../../../domain";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";
import css from "./torque.module.css";

/** The specification of a group in the shop's unit, with its mark; missing ones stand out. */
export function SpecFigure({ group }: { group: TorqueGroup }) {
  const units = useUnits();
  const read = readSpecText(group.specTyped);
  if (!read.ok && group.use === "snug") return <span className="lb">by feel</span>;
  if (!read.ok) return <span className={css.nospec}>no specification</span>;
  const words = torqueWords(read.value, units.unit("torque"));
  return <Figure origin={group.specOrigin}>{lacksSource(group) ? `${words}, no source` : words}</Figure>;
}
